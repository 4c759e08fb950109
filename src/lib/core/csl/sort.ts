/** Sort keys and their comparison (CSL 1.0.2, "Sorting"): empty values last, locale collation, case folded. */
import type { SortKey } from './compile';
import type { Context } from './context';
import { plainOf } from './rich';

export type KeyValue = string | null;

/** Evaluates the keys of a source or cite. */
export function keysFor(sort: SortKey[], c: Context, reset: (c: Context) => void): KeyValue[] {
	return sort.map((k) => {
		reset(c);
		c.sorting = true;
		// letters follow the order; they do not make it
		c.yearSuffix = '';
		c.sortNames =
			k.min || k.useFirst || k.useLast !== undefined ? { min: k.min, useFirst: k.useFirst, useLast: k.useLast } : null;
		const r = k.run(c);
		c.sorting = false;
		c.sortNames = null;
		const s = plainOf(r).trim();
		return s === '' ? null : clean(s);
	});
}

/**
 * Punctuation does not count: quotation marks, question and exclamation marks of either end, hyphens between letters; only
 * an apostrophe within a word does (letter-by-letter and word-by-word orders alike ignore marks: Chicago 17, 16.58–61, from
 * memory).
 */
const clean = (s: string) =>
	s
		.replace(/["“”«»„‹›[\](){}.,;:!?¡¿]+/g, '')
		.replace(/(?<=\p{L})[-‐‑](?=\p{L})/gu, '')
		.replace(/(?<!\p{L})['‘’‚]+|['‘’]+(?!\p{L})/gu, '')
		.replace(/[’']/g, '’')
		.replace(/\s+/g, ' ')
		.trim() || s;

export type Compare = (a: KeyValue[], b: KeyValue[]) => number;

/** A comparison over key lists: a total preorder, ties are for the caller to break. */
export function makeCompare(sort: SortKey[], lang: string): Compare {
	let collator: Intl.Collator;
	try {
		collator = new Intl.Collator(lang, { sensitivity: 'base', ignorePunctuation: false, numeric: true });
	} catch {
		collator = new Intl.Collator('en-US', { sensitivity: 'base', ignorePunctuation: false, numeric: true });
	}
	return (a, b) => {
		for (let i = 0; i < sort.length; i++) {
			const x = a[i];
			const y = b[i];
			if (x === y) continue;
			if (x === null) return 1;
			if (y === null) return -1;
			const d = collator.compare(x, y);
			if (d) return sort[i].descending ? -d : d;
		}
		return 0;
	};
}
