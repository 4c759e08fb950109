/** Numbers in text: parsing, roman numerals, page ranges. */

const ROMAN: [number, string][] = [
	[1000, 'm'],
	[900, 'cm'],
	[500, 'd'],
	[400, 'cd'],
	[100, 'c'],
	[90, 'xc'],
	[50, 'l'],
	[40, 'xl'],
	[10, 'x'],
	[9, 'ix'],
	[5, 'v'],
	[4, 'iv'],
	[1, 'i']
];

/** Lower-case roman numerals for 1 to 9999; other numbers come back as digits. */
export function toRoman(n: number): string {
	if (!(n > 0 && n < 10000)) return String(n);
	let s = '';
	for (const [v, r] of ROMAN) {
		while (n >= v) {
			s += r;
			n -= v;
		}
	}
	return s;
}

/** The value of a roman numeral; null where it is none. */
export function fromRoman(s: string): number | null {
	const t = s.toLowerCase();
	if (!/^m*(cm|cd|d?c{0,3})(xc|xl|l?x{0,3})(ix|iv|v?i{0,3})$/.test(t) || !t) return null;
	const value: Record<string, number> = { i: 1, v: 5, x: 10, l: 50, c: 100, d: 500, m: 1000 };
	let total = 0;
	for (let i = 0; i < t.length; i++) {
		const v = value[t[i]];
		total += v < (value[t[i + 1]] ?? 0) ? -v : v;
	}
	return total;
}

/**
 * Whether content counts as numeric (CSL 1.0.2, "choose": numeric content, optionally with prefixes or suffixes,
 * joined by comma, hyphen, ampersand or space): `2`, `D2`, `2b`, `L2d`, `3, 4 & 5`, `2-4`; roman numerals in small
 * letters, as front matter is paged, count as numbers (common practice): `xi-xv`.
 */
const NUMBER =
	'(?:[\\p{L}.]*\\d+[\\p{L}]*|(?=[cdlm]*[ivx])m{0,3}(?:cm|cd|d?c{0,3})(?:xc|xl|l?x{0,3})(?:ix|iv|v?i{0,3}))';
const NUMERIC = new RegExp(`^${NUMBER}(?:\\s*(?:[-–—,&]|\\s)\\s*${NUMBER})*$`, 'u');

export function isNumeric(value: unknown): boolean {
	if (typeof value === 'number') return Number.isFinite(value);
	if (typeof value !== 'string') return false;
	const s = value.trim();
	return NUMERIC.test(s) && !/^\p{L}{2,}\.?\s/u.test(s);
}

export interface NumberPart {
	/** The digits or letters of the number. */
	text: string;
	/** Its value where it is a plain whole number. */
	value: number | null;
	/** What stands between this part and the next, empty for the last. */
	joiner: string;
}

/** Splits `3, 4 & 5-7` into its numbers and joiners. */
export function splitNumbers(s: string): NumberPart[] {
	const parts: NumberPart[] = [];
	const re = /\s*(\\-|[-–—,&]|\band\b|\bet\b|\bund\b)\s*/g;
	let last = 0;
	let m: RegExpExecArray | null;
	while ((m = re.exec(s))) {
		if (m.index === 0) continue;
		const text = s.slice(last, m.index);
		parts.push(part(text, m[1]));
		last = m.index + m[0].length;
	}
	parts.push(part(s.slice(last), ''));
	return parts;
}

function part(text: string, joiner: string): NumberPart {
	const t = text.trim();
	return { text: t, value: /^\d+$/.test(t) ? Number(t) : null, joiner };
}

/** A range begins with a number, in digits or Roman, or with one letter: `EU-297` and `RC-6947` are one number each. */
const RANGE =
	/(?:^|[\s,;&(])(?:[\p{L}.]*\d[\p{L}\d.]*|\p{L}|[ivxlcdm]+)\s*(?:[–—]|-{1,3})\s*(?:[\p{L}.]*\d|\p{L}(?![\p{L}])|[ivxlcdm]+(?!\p{L}))/iu;

/** Whether a number or locator names several things, so that its label is plural (CSL 1.0.2, "label", contextual). */
export function isPlural(value: string): boolean {
	// a place within a place, "2, p. 15", names one thing
	const s = value
		.replace(/\\-/g, '')
		.replace(/^([\p{L}\d]+),\s(?:pp?|ch|para|fig|vol|col|fol|app|eq|no)\.\s.*$/u, '$1');
	return (
		(RANGE.test(s) || /[\d\p{L}](?:\s*[&;]\s*|,\s+)[\d\p{L}]|\s(?:and|et|und|y)\s/u.test(s)) &&
		/\d|^[ivxlcdm\s,&–—-]+$/i.test(s)
	);
}

/** How a style shortens page ranges (CSL 1.0.2, appendix V). */
export type PageFormat = 'expanded' | 'minimal' | 'minimal-two' | 'chicago' | 'chicago-15' | 'chicago-16' | '';

/**
 * Formats every range in a string of pages: `12-4, 101–108`. A range is two numbers with the same prefix, which ends
 * in a letter, or none; what has another shape keeps its hyphen.
 */
export function formatPages(value: string, format: PageFormat, delimiter: string): string {
	const pieces = value.replace(/\\-/g, ESCAPED).split(/(\s*[,;&]\s*|\s+(?:and|et|und|y)\s+)/);
	for (let i = 0; i < pieces.length; i += 2) pieces[i] = formatRange(pieces[i], format, delimiter);
	return pieces.join('').replaceAll(ESCAPED, '-');
}

/** Stands for a hyphen that is none of a range while ranges are looked for. */
const ESCAPED = '\ufdd0';

const HYPHENS = /\s*(?:-{1,3}|–|—|‑)\s*/;

function formatRange(piece: string, format: PageFormat, delimiter: string): string {
	const ends = piece.split(HYPHENS);
	if (ends.length !== 2 || !ends[0] || !ends[1]) return piece;
	const a = /^(\s*(?:[\p{L}\d]*\p{L})?)(\d+)$/u.exec(ends[0]);
	const b = /^((?:[\p{L}\d]*\p{L})?)(\d+)(\s*)$/u.exec(ends[1]);
	if (!a || !b) {
		const simple = /^[\s\p{L}\d]+$/u;
		const plain = /^\s*(?:\d+\p{L}*|[ivxlcdm]+)$/iu;
		if (plain.test(ends[0]) && plain.test(ends[1].trim())) return ends.join(delimiter);
		return simple.test(ends[0]) && simple.test(ends[1]) ? ends.join('-') : piece;
	}
	if (!format) return ends.join(delimiter);
	if (a[1].trim() !== b[1]) return ends.join('-');
	return a[1] + range(a[1].trim(), a[2], b[2], format, delimiter) + b[3];
}

/** The two numbers of a range in the wanted form; the first one's prefix is left to the caller. */
function range(prefix: string, a: string, b: string, format: PageFormat, delimiter: string): string {
	// a shortened second number is first spelled out: 321-8 means 321-328
	const full = b.length < a.length ? a.slice(0, a.length - b.length) + b : b;
	if (Number(full) < Number(a)) return `${a}${delimiter}${prefix}${b}`;
	let end = full;
	if (full.length === a.length) {
		if (format === 'minimal') end = minimal(a, full, 1);
		else if (format === 'minimal-two') end = minimal(a, full, 2);
		else if (format === 'chicago' || format === 'chicago-15') end = chicago(a, full, true);
		else if (format === 'chicago-16') end = chicago(a, full, false);
	}
	return `${a}${delimiter}${format === 'expanded' ? prefix : ''}${end}`;
}

function minimal(a: string, b: string, least: number): string {
	let i = 0;
	while (i < b.length - Math.min(least, b.length) && a[i] === b[i]) i++;
	return b.slice(i);
}

/** The Chicago Manual of Style, 9.60 to 9.62 (15th and 16th editions); table in CSL 1.0.2, appendix V. */
function chicago(a: string, b: string, fifteenth: boolean): string {
	const n = Number(a);
	if (n < 100 || n % 100 === 0) return b;
	const short = n % 100 < 10 ? minimal(a, b, 1) : minimal(a, b, 2);
	if (fifteenth && a.length === 4 && short.length === 3) return b;
	return short;
}
