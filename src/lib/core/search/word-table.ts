/**
 * Words in order, each with the places it stands in. All words are one text and all places one array: as strings and
 * lists of their own, the words of fifty thousand records were what the browser spent most of its time with whenever it
 * tidied its memory, while the person scrolled or wrote.
 */

/** A place: the slot of a record, above eight bits for the fields in which the word stands there. */
export const placeOf = (slot: number, mask: number): number => (slot << 8) | mask;

export function pushTo<K>(map: Map<K, number[]>, key: K, place: number): void {
	const list = map.get(key);
	if (list) list.push(place);
	else map.set(key, [place]);
}

/** So many words between two looks at what else there is to do. */
const SOME = 1500;
export const NONE: ArrayLike<number> = [];

export class WordTable {
	private constructor(
		/** The words, one behind the other. */
		readonly text: string,
		/** Where each begins, and where the last ends. */
		private readonly starts: Uint32Array,
		/** Where the places of each begin, and where those of the last end. */
		private readonly heads: Uint32Array,
		private readonly all: Uint32Array
	) {}

	static readonly empty = new WordTable('', new Uint32Array(1), new Uint32Array(1), new Uint32Array(0));

	get size(): number {
		return this.starts.length - 1;
	}
	start(i: number): number {
		return this.starts[i];
	}
	length(i: number): number {
		return this.starts[i + 1] - this.starts[i];
	}
	word(i: number): string {
		return this.text.slice(this.starts[i], this.starts[i + 1]);
	}
	places(i: number): Uint32Array {
		return this.all.subarray(this.heads[i], this.heads[i + 1]);
	}
	begins(i: number, prefix: string): boolean {
		return this.length(i) >= prefix.length && this.text.startsWith(prefix, this.starts[i]);
	}

	/** Number of the first word that is not before another. */
	lower(word: string): number {
		let lo = 0;
		let hi = this.size;
		while (lo < hi) {
			const mid = (lo + hi) >> 1;
			if (this.compare(mid, word) < 0) lo = mid + 1;
			else hi = mid;
		}
		return lo;
	}

	/** Number of a word, or -1. */
	find(word: string): number {
		const i = this.lower(word);
		return i < this.size && this.compare(i, word) === 0 ? i : -1;
	}

	/** As JavaScript orders strings: by their code units. */
	private compare(i: number, word: string): number {
		const start = this.starts[i];
		const n = Math.min(this.length(i), word.length);
		for (let k = 0; k < n; k++) {
			const d = this.text.charCodeAt(start + k) - word.charCodeAt(k);
			if (d) return d;
		}
		return this.length(i) - word.length;
	}

	/**
	 * A table with further words and places; made a little at a time, as that of a large library takes a while.
	 * @param fresh places of words that are not in this one
	 * @param late further places of words that are, by their number
	 */
	*with(fresh: ReadonlyMap<string, number[]>, late: ReadonlyMap<number, number[]>): Generator<void, WordTable> {
		// by their first code units, so that no sorting is long
		const begun = new Map<number, string[]>();
		let count = this.all.length;
		for (const list of late.values()) count += list.length;
		let n = 0;
		for (const [word, list] of fresh) {
			count += list.length;
			const first = word.charCodeAt(0);
			const same = begun.get(first);
			if (same) same.push(word);
			else begun.set(first, [word]);
			if (++n % SOME === 0) yield;
		}

		const size = this.size + fresh.size;
		const starts = new Uint32Array(size + 1);
		const heads = new Uint32Array(size + 1);
		const all = new Uint32Array(count);
		const texts: string[] = [];
		let part: string[] = [];
		n = 0;
		const put = (word: string, places: ArrayLike<number>, more: ArrayLike<number>): void => {
			part.push(word);
			all.set(places, heads[n]);
			all.set(more, heads[n] + places.length);
			starts[n + 1] = starts[n] + word.length;
			heads[n + 1] = heads[n] + places.length + more.length;
			n++;
		};
		const close = (): void => {
			texts.push(part.join(''));
			part = [];
		};
		const mine = (i: number): void => put(this.word(i), this.places(i), late.get(i) ?? NONE);
		let i = 0;
		for (const first of [...begun.keys()].sort((a, b) => a - b))
			for (const word of begun.get(first)!.sort()) {
				for (; i < this.size && this.compare(i, word) < 0; i++) {
					mine(i);
					if (n % SOME === 0) yield close();
				}
				put(word, fresh.get(word)!, NONE);
				if (n % SOME === 0) yield close();
			}
		for (; i < this.size; i++) {
			mine(i);
			if (n % SOME === 0) yield close();
		}
		close();
		return new WordTable(texts.join(''), starts, heads, all);
	}
}
