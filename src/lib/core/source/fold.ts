/** Text made comparable: case, accents and scripts folded. For finding and comparing only, never for printing. */

const LETTERS: Record<string, string> = {
	ß: 'ss',
	æ: 'ae',
	œ: 'oe',
	ø: 'o',
	ł: 'l',
	đ: 'd',
	ð: 'd',
	þ: 'th',
	ı: 'i',
	ŋ: 'n'
};
/** Cyrillic by ISO 9:1995 without its marks, with the common English digraphs; Greek by ISO 843, likewise (from memory). */
const CYRILLIC: Record<string, string> = {};
const pairs = (from: string, to: string) => [...from].forEach((c, i) => (CYRILLIC[c] = to.split(' ')[i]));
pairs(
	'абвгдежзийклмнопрстуфхцчшщъыьэюяіїєґ',
	'a b v g d e zh z i i k l m n o p r s t u f kh ts ch sh shch  y  e yu ya i i e g'
);
pairs('αβγδεζηθικλμνξοπρσςτυφχψω', 'a v g d e z i th i k l m n x o p r s s t y f ch ps o');

/** Lower case without accents, in Latin letters where a letter has them. */
export function fold(s: string): string {
	if (ASCII.test(s)) return s.toLowerCase();
	const plain = s.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
	return ASCII.test(plain) ? plain : plain.replace(OTHER, (c) => LETTERS[c] ?? CYRILLIC[c] ?? c);
}
/* eslint-disable no-control-regex -- the range of ASCII begins with them */
const ASCII = /^[\x00-\x7f]*$/;
const OTHER = /[^\x00-\x7f]/g;
/* eslint-enable no-control-regex */

/** Words of a folded text. */
export function words(s: string): string[] {
	const f = fold(s);
	return f.match(ASCII.test(f) ? /[a-z0-9]+/g : /[\p{L}\p{N}]+/gu) ?? [];
}

/** A name for comparing: Müller, Mueller and Muller are one. */
export const nameKey = (s: string): string =>
	fold(s)
		.replace(/[^\p{L}\p{N}]/gu, '')
		.replace(/([aou])e/g, '$1');
