/**
 * What a model sees of a reference: for each token, numbers of features in a hashed table. Words themselves are not seen,
 * only their classes and shapes, so that nothing depends on the vocabulary that the model was trained on.
 */
import type { Token } from './tokens';
import { OWN_CLASSES, shapeOf } from './words';

/** Features are hashed into so many rows. */
export const ROWS = 1 << 17;

/** Classes of words by lower-case word: those of styles come from the locales, with the model. */
export type Lexicon = ReadonlyMap<string, string>;

const own = new Map<string, string>();
const kinds = new Map<string, string[]>();
for (const [c, words] of Object.entries(OWN_CLASSES)) {
	for (const w of words) {
		// of several classes the first is the word's own; segments are asked for all
		if (!own.has(w)) own.set(w, c);
		kinds.set(w, [...(kinds.get(w) ?? []), c]);
	}
}
/** Words that say much by themselves. */
const ITSELF = new Set('in of and the by from to at on for a an et und y e de der die le la les van von zu'.split(' '));

const ids = new Map<string, number>();
const idOf = (s: string): number => {
	let n = ids.get(s);
	if (n === undefined) {
		// a number that depends on the string alone (FNV-1a), so that it is the same wherever the model is read
		n = 0x811c9dc5;
		for (let i = 0; i < s.length; i++) n = Math.imul(n ^ s.charCodeAt(i), 0x01000193);
		ids.set(s, n);
	}
	return n;
};
const row = (t: number, a: number, b = 0, c = 0): number => {
	let h = Math.imul(t + 1, 0x9e3779b1) ^ a;
	h = Math.imul(h ^ (h >>> 15), 0x85ebca6b) ^ Math.imul(b, 0xc2b2ae35);
	h = Math.imul(h ^ (h >>> 13), 0x27d4eb2f) ^ Math.imul(c, 0x165667b1);
	h = Math.imul(h ^ (h >>> 16), 0x9e3779b1);
	return (h ^ (h >>> 15)) & (ROWS - 1);
};

/** The class of a token. */
export function classOf(t: Token, lexicon: Lexicon): string {
	if (t.kind === 'word') {
		const low = t.text.toLowerCase();
		const capital = t.text[0] !== low[0] ? '^' : '';
		if (t.text.length > 1 || low === 'a' || low === 'y' || low === 'e') {
			if (ITSELF.has(low)) return `${low}${capital}`;
			const c = lexicon.get(low) ?? own.get(low);
			if (c) return `${c.replace(/-\d+$/, '')}${capital}`;
		}
	}
	return shapeOf(t.text, t.kind);
}

const AREAS = ['journal', 'newspaper', 'publisher', 'body', 'conference', 'genre', 'place'];
const bucket = (n: number) => (n < 4 ? n : n < 7 ? 5 : n < 12 ? 8 : 13);

interface Part {
	from: number;
	to: number;
	/** What the part looks like, in one number. */
	look: number;
	loose: number;
}

/** Parts between marks; `ends` says which token ends one. */
function parts(tokens: Token[], classes: string[], ends: (i: number) => boolean): { of: Int32Array; list: Part[] } {
	const of = new Int32Array(tokens.length);
	const out: Part[] = [];
	let from = 0;
	const close = (to: number) => {
		if (to > from) out.push({ from, to, look: 0, loose: 0 });
		from = to;
	};
	for (let i = 0; i < tokens.length; i++) if (ends(i)) close(i + 1);
	close(tokens.length);
	out.forEach((p, k) => {
		const has = new Set<string>();
		let words = 0;
		let capitals = 0;
		let initials = 0;
		let numbers = 0;
		let year = 0;
		for (let i = p.from; i < p.to; i++) {
			of[i] = k;
			const t = tokens[i];
			if (t.kind === 'word') {
				words++;
				if (t.text.length === 1 || classes[i] === 'XX') initials++;
				else if (/^\p{Lu}/u.test(t.text)) capitals++;
				for (const c of kinds.get(t.text.toLowerCase()) ?? []) if (AREAS.includes(c)) has.add(c);
			} else if (t.kind === 'number') {
				numbers++;
				if (classes[i].startsWith('year')) year = 1;
			}
		}
		const mask = AREAS.reduce((m, a, n) => m | (has.has(a) ? 1 << n : 0), 0);
		const style = words ? (capitals * 3 >= words * 2 ? 2 : capitals > 1 ? 1 : 0) : 3;
		p.look = idOf(`${bucket(words)}|${style}|${Math.min(initials, 2)}|${Math.min(numbers, 2)}|${year}|${mask}`);
		p.loose = idOf(
			`${words > 2 ? 2 : words}|${initials ? 1 : 0}|${numbers ? 1 : 0}|${year}|${classes[p.from]}|${mask & 0b1011}`
		);
	});
	return { of, list: out };
}

/** Rows of the table for each token. */
export function featuresOf(tokens: Token[], lexicon: Lexicon): Int32Array[] {
	const n = tokens.length;
	const classes = tokens.map((t) => classOf(t, lexicon));
	const shapes = tokens.map((t) => idOf(shapeOf(t.text, t.kind)));
	const cls = classes.map(idOf);
	const START = idOf('<start>');
	const END = idOf('<end>');
	const at = (i: number) => (i < 0 ? START : i >= n ? END : cls[i]);
	const shape = (i: number) => (i < 0 ? START : i >= n ? END : shapes[i]);
	const isInitialStop = (i: number) => i > 0 && tokens[i].text === '.' && tokens[i - 1].text.length === 1;
	const small = parts(
		tokens,
		classes,
		(i) => tokens[i].kind === 'mark' && /[.,;:()[\]"“”„«»?!]/.test(tokens[i].text) && !isInitialStop(i)
	);
	// a sentence ends where a capital, a number or a mark follows a full stop that is not that of an initial
	const large = parts(
		tokens,
		classes,
		(i) =>
			(/^[.?!]$/.test(tokens[i].text) &&
				!isInitialStop(i) &&
				i + 1 < n &&
				tokens[i + 1].space &&
				!/^\p{Ll}/u.test(tokens[i + 1].text)) ||
			/^["”“«»]$/.test(tokens[i].text)
	);
	let quotes = 0;
	let depth = 0;
	let years = 0;
	let numbers = 0;
	let first = 0;
	const out: Int32Array[] = [];
	const yearAhead = new Uint8Array(n + 1);
	for (let i = n - 1; i >= 0; i--) yearAhead[i] = yearAhead[i + 1] || (classes[i].startsWith('year') ? 1 : 0);
	for (let i = 0; i < n; i++) {
		const t = tokens[i];
		if (t.text === '(' || t.text === '[') depth = t.text === '(' ? 1 : 2;
		if (/^["“”«»„]$/.test(t.text)) quotes++;
		const w = cls[i];
		const s = small.list[small.of[i]];
		const sk = small.of[i];
		const lk = large.of[i];
		const place = Math.floor((i * 10) / n);
		const state = (quotes ? (quotes & 1 ? 1 : 2) : 0) * 3 + depth;
		const seen = Math.min(years, 2) * 2 + yearAhead[i];
		const inSmall = Math.min(i - s.from, 3);
		const space = t.space ? 1 : 0;
		const spaceNext = i + 1 < n && tokens[i + 1].space ? 1 : 0;
		const look = (k: number, list: Part[]) => (k < 0 ? START : k >= list.length ? END : list[k].look);
		const loose = (k: number, list: Part[]) => (k < 0 ? START : k >= list.length ? END : list[k].loose);
		out.push(
			Int32Array.of(
				row(0, w),
				row(1, at(i - 1), w),
				row(2, w, at(i + 1)),
				row(3, at(i - 1), w, at(i + 1)),
				row(4, at(i - 2), at(i - 1), w),
				row(5, w, at(i + 1), at(i + 2)),
				row(6, at(i - 1)),
				row(7, at(i + 1)),
				row(8, at(i - 2)),
				row(9, at(i + 2)),
				row(10, at(i - 1), at(i + 1)),
				row(11, shape(i - 1), shapes[i], shape(i + 1)),
				row(12, w, place),
				row(13, w, state),
				row(14, w, seen),
				row(15, w, Math.min(lk, 4)),
				row(16, look(sk, small.list), w),
				row(17, look(sk, small.list), inSmall),
				row(18, loose(sk - 1, small.list), loose(sk, small.list)),
				row(19, loose(sk, small.list), loose(sk + 1, small.list)),
				row(20, look(lk, large.list), Math.min(lk, 3)),
				row(21, loose(lk - 1, large.list), look(lk, large.list)),
				row(22, look(lk, large.list), loose(lk + 1, large.list)),
				row(23, s.from > 0 ? cls[s.from - 1] : START, s.to < n ? cls[s.to - 1] : END, loose(sk, small.list)),
				row(24, w, space, spaceNext),
				row(25, Math.min(i, 12), w),
				row(26, Math.min(n - 1 - i, 8), w),
				row(27, state, seen, Math.min(lk, 4)),
				row(28, first, w, Math.min(numbers, 3)),
				row(29, at(i - 3), at(i - 2), at(i - 1)),
				row(30, at(i + 1), at(i + 2), at(i + 3)),
				row(31, w, loose(sk - 1, small.list), s.from > 0 ? cls[s.from - 1] : START)
			)
		);
		if (t.text === ')' || t.text === ']') depth = 0;
		if (classes[i].startsWith('year')) years++;
		else if (t.kind === 'number') numbers++;
		if (i < 2 && t.kind === 'number') first = 1;
	}
	return out;
}
