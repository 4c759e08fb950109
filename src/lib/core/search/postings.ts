/**
 * The index: for every word the records it stands in, with the fields as bits. Our own, as the packages at hand took
 * half a second for one letter over fifty thousand records; here a letter takes a few milliseconds.
 */

/** A bit for each field, and what a find there is worth. */
export const FIELD_BITS = { author: 1, year: 2, title: 4, place: 8, kind: 16, key: 32, tags: 64, note: 128 } as const;
const WORTH: Record<number, number> = { 1: 4, 2: 3, 4: 2, 8: 1, 16: 1, 32: 3, 64: 1.5, 128: 0.7 };

/** For each set of fields the worth of the best. */
const BEST = new Float32Array(256);
for (let mask = 1; mask < 256; mask++)
	for (let bit = 1; bit < 256; bit <<= 1) if (mask & bit) BEST[mask] = Math.max(BEST[mask], WORTH[bit]);

/**
 * Where a word stands: slots, each once, above the eight bits of the fields it stands in there. Most words stand in one
 * place, and that is a number alone: the browser walks through every object there is whenever it tidies its memory.
 */
type Posting = number | number[];

const placesOf = (p: Posting): number[] => (typeof p === 'number' ? [p] : p);
const countOf = (p: Posting): number => (typeof p === 'number' ? 1 : p.length);

/** Words with their fields, of one record. */
export type Words = Map<string, number>;

export interface Wanted {
	text: string;
	fields: number;
	whole: boolean;
}

export class Postings {
	private readonly byWord = new Map<string, Posting>();
	/** All words in order, for prefixes; null when words have come since. */
	private ordered: string[] | null = null;
	private fresh: string[] = [];
	private readonly alive: boolean[] = [];
	private living = 0;

	get size(): number {
		return this.living;
	}
	/** How many slots hold nothing any more. */
	get dead(): number {
		return this.alive.length - this.living;
	}

	/** Enters a record; returns its slot. */
	add(list: Words): number {
		const slot = this.alive.length;
		this.alive.push(true);
		this.living++;
		for (const [word, mask] of list) {
			const place = (slot << 8) | mask;
			const p = this.byWord.get(word);
			if (p === undefined) {
				this.byWord.set(word, place);
				this.fresh.push(word);
			} else if (typeof p === 'number') this.byWord.set(word, [p, place]);
			else p.push(place);
		}
		return slot;
	}

	drop(slot: number): void {
		if (!this.alive[slot]) return;
		this.alive[slot] = false;
		this.living--;
	}

	private words(): string[] {
		if (!this.ordered || this.fresh.length > 2000) this.ordered = [...this.byWord.keys()].sort();
		else
			for (const w of this.fresh) {
				const at = lower(this.ordered, w);
				if (this.ordered[at] !== w) this.ordered.splice(at, 0, w);
			}
		this.fresh = [];
		return this.ordered;
	}

	/** Words that a wanted one may mean, and how near they are (1 the very word). */
	private *near(want: Wanted): Generator<[Posting, number]> {
		const exact = this.byWord.get(want.text);
		if (exact !== undefined) yield [exact, 1];
		if (want.whole) return;
		const all = this.words();
		const { text } = want;
		let found = exact === undefined ? 0 : countOf(exact);
		for (let i = lower(all, text); i < all.length && all[i].startsWith(text); i++) {
			if (all[i] === text) continue;
			const p = this.byWord.get(all[i])!;
			found += countOf(p);
			yield [p, 0.45 + (0.4 * text.length) / all[i].length];
		}
		// a typing error is thought of only where the word leads nowhere, and never in a number
		if (found || text.length < 4 || /\d/.test(text)) return;
		const most = text.length > 6 ? 2 : 1;
		for (const w of all) {
			if (w.length < text.length - most) continue;
			const d = distance(text, w, most);
			if (d <= most) yield [this.byWord.get(w)!, 0.4 - 0.1 * d];
		}
	}

	private total = new Float32Array(0);
	private best = new Float32Array(0);

	/** Calls back for every slot in which all the wanted words stand, with a score; higher is better. */
	find(wanted: Wanted[], hit: (slot: number, score: number) => void): void {
		const n = this.alive.length;
		if (this.total.length < n) {
			this.total = new Float32Array(n * 1.5 + 64);
			this.best = new Float32Array(this.total.length);
		}
		const { total, best } = this;
		let hits: number[] = [];
		wanted.forEach((want, q) => {
			const touched: number[] = [];
			for (const [p, near] of this.near(want)) {
				const places = placesOf(p);
				const rare = near * Math.log(1 + n / places.length);
				for (const place of places) {
					const mask = place & 255 & want.fields;
					const slot = place >> 8;
					if (!mask || (q > 0 && total[slot] === 0)) continue;
					const v = BEST[mask] * rare;
					if (best[slot] === 0) touched.push(slot);
					if (v > best[slot]) best[slot] = v;
				}
			}
			if (q > 0) for (const s of hits) if (best[s] === 0) total[s] = 0;
			for (const s of touched) {
				total[s] += best[s];
				best[s] = 0;
			}
			hits = touched;
		});
		for (const s of hits) {
			if (this.alive[s]) hit(s, total[s]);
			total[s] = 0;
		}
	}
}

/** First place in a sorted list that is not before a word. */
function lower(list: string[], word: string): number {
	let lo = 0;
	let hi = list.length;
	while (lo < hi) {
		const mid = (lo + hi) >> 1;
		if (list[mid] < word) lo = mid + 1;
		else hi = mid;
	}
	return lo;
}

const row = new Uint8Array(64);

/**
 * Letters to be changed, put in, left out or exchanged with a neighbour so that a typed word becomes the beginning of
 * another; more than `most` where it is further.
 */
export function distance(typed: string, word: string, most: number): number {
	const n = Math.min(typed.length, 60);
	// two words in a hundred share both of their first letters by chance: without either, it is another word
	if (typed[0] !== word[0] && typed[1] !== word[1] && typed[0] !== word[1]) return most + 1;
	const m = Math.min(word.length, n + most);
	let before: Uint8Array | null = null;
	for (let j = 0; j <= n; j++) row[j] = j;
	let least = n;
	for (let i = 1; i <= m; i++) {
		const last = row.slice(0, n + 1);
		row[0] = i;
		let low = i;
		for (let j = 1; j <= n; j++) {
			const same = typed[j - 1] === word[i - 1];
			let d = Math.min(last[j] + 1, row[j - 1] + 1, last[j - 1] + (same ? 0 : 1));
			if (before && i > 1 && j > 1 && typed[j - 1] === word[i - 2] && typed[j - 2] === word[i - 1])
				d = Math.min(d, before[j - 2] + 1);
			row[j] = d;
			if (d < low) low = d;
		}
		if (low > most) return Math.min(least, most + 1);
		least = Math.min(i >= n - most ? row[n] : n, least);
		before = last;
	}
	return least;
}
