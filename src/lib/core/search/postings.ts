/**
 * The index: for every word the records it stands in, with the fields as bits. Our own, as the packages at hand took
 * half a second for one letter over fifty thousand records; here a letter takes a few milliseconds.
 */
import { NONE, placeOf, pushTo, WordTable } from './word-table';

/**
 * A bit for each field: the first name a source is listed under, its other authors, people in other roles, the year,
 * the title, the cite key, what it is of (place of publication, kind, tags, shelves), anything else.
 */
export const FIELD_BITS = { first: 1, author: 2, role: 4, year: 8, title: 16, key: 32, about: 64, note: 128 } as const;
/**
 * What a find is worth. A first or other author found by the beginning of the name comes before people in other roles,
 * names before titles, a whole word before the beginning of one; what a source is otherwise used for only decides
 * between equals.
 */
const WORTH: Record<number, number> = { 1: 100, 2: 92, 4: 62, 8: 60, 16: 48, 32: 70, 64: 20, 128: 6 };
/** Of a word that only begins with what was typed. */
const PREFIX = 0.8;
/** Of a word that is one or two letters off; these are looked for only where nothing else is found. */
const SLIP = [0, 0.3, 0.2];

/** For each set of fields the worth of the best. */
const BEST = new Float32Array(256);
for (let mask = 1; mask < 256; mask++)
	for (let bit = 1; bit < 256; bit <<= 1) if (mask & bit) BEST[mask] = Math.max(BEST[mask], WORTH[bit]);

/** Words with their fields, of one record. */
export type Words = Map<string, number>;

/** Where a word was found, and how near it is to the wanted one. */
interface Found {
	places: ArrayLike<number>;
	more: ArrayLike<number>;
	near: number;
}

export interface Wanted {
	text: string;
	fields: number;
	whole: boolean;
}

export class Postings {
	private ordered = WordTable.empty;
	/** Further places of words that stand in order, by the word's number. */
	private readonly late = new Map<number, number[]>();
	/** Words that have come since the others were put in order. */
	private readonly fresh = new Map<string, number[]>();
	private readonly alive: boolean[] = [];
	private living = 0;

	/** @param loose so many words that have come since are looked through one by one; more are put in order */
	constructor(private readonly loose = 2000) {}

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
			const at = this.ordered.find(word);
			const place = placeOf(slot, mask);
			if (at < 0) pushTo(this.fresh, word, place);
			else pushTo(this.late, at, place);
		}
		return slot;
	}

	drop(slot: number): void {
		if (!this.alive[slot]) return;
		this.alive[slot] = false;
		this.living--;
	}

	/** Puts the words in order where many have come, a little at a time; what comes in between ends it. */
	*settle(): Generator<void> {
		if (this.fresh.size + this.late.size <= this.loose) return;
		const slots = this.alive.length;
		const making = this.ordered.with(this.fresh, this.late);
		for (let step = making.next(); ; step = making.next()) {
			if (this.alive.length !== slots) return;
			if (step.done) {
				this.ordered = step.value;
				break;
			}
			yield;
		}
		this.fresh.clear();
		this.late.clear();
	}

	/** Words that a wanted one may mean, and how near they are (1 the very word). */
	private *near(want: Wanted): Generator<Found> {
		const { ordered, late, fresh } = this;
		const { text } = want;
		const at = (i: number, near: number): Found => ({ places: ordered.places(i), more: late.get(i) ?? NONE, near });
		const loose = (places: number[], near: number): Found => ({ places, more: NONE, near });
		const here = ordered.find(text);
		let found = here >= 0 || fresh.has(text);
		if (here >= 0) yield at(here, 1);
		else if (found) yield loose(fresh.get(text)!, 1);
		if (want.whole) return;
		const part = (length: number): number => PREFIX + (0.04 * text.length) / length;
		for (let i = ordered.lower(text); i < ordered.size && ordered.begins(i, text); i++) {
			if (i === here) continue;
			found = true;
			yield at(i, part(ordered.length(i)));
		}
		for (const [word, places] of fresh) {
			if (word === text || !word.startsWith(text)) continue;
			found = true;
			yield loose(places, part(word.length));
		}
		// a typing error is thought of only where the word leads nowhere, and never in a number
		if (found || text.length < 4 || /\d/.test(text)) return;
		const most = text.length > 6 ? 2 : 1;
		for (let i = 0; i < ordered.size; i++) {
			if (ordered.length(i) < text.length - most || !alike(text, ordered.text, ordered.start(i))) continue;
			const d = distance(text, ordered.word(i), most);
			if (d <= most) yield at(i, SLIP[d]);
		}
		for (const [word, places] of fresh) {
			if (word.length < text.length - most) continue;
			const d = distance(text, word, most);
			if (d <= most) yield loose(places, SLIP[d]);
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
			const enter = (places: ArrayLike<number>, rare: number): void => {
				for (let i = 0; i < places.length; i++) {
					const mask = places[i] & 255 & want.fields;
					const slot = places[i] >> 8;
					if (!mask || (q > 0 && total[slot] === 0)) continue;
					const v = BEST[mask] * rare;
					if (best[slot] === 0) touched.push(slot);
					if (v > best[slot]) best[slot] = v;
				}
			};
			for (const { places, more, near } of this.near(want)) {
				const rare = near * (1 + 0.01 * Math.log(1 + n / (places.length + more.length)));
				enter(places, rare);
				enter(more, rare);
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

/** Two words in a hundred share both of their first letters by chance: without either, it is another word. */
const alike = (typed: string, text: string, at: number): boolean => {
	const [a, b] = [text.charCodeAt(at), text.charCodeAt(at + 1)];
	return typed.charCodeAt(0) === a || typed.charCodeAt(1) === b || typed.charCodeAt(0) === b;
};

const row = new Uint8Array(64);

/**
 * Letters to be changed, put in, left out or exchanged with a neighbour so that a typed word becomes the beginning of
 * another; more than `most` where it is further.
 */
export function distance(typed: string, word: string, most: number): number {
	const n = Math.min(typed.length, 60);
	if (!alike(typed, word, 0)) return most + 1;
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
