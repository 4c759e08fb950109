/** How a name may stand in a text: in order or turned round, with given names or initials, in capitals, with or without its accents. */
import { readName } from '../source';

const CLOSE = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}]/u;
const UMLAUT: Record<string, string> = { ä: 'ae', ö: 'oe', ü: 'ue', å: 'aa', ø: 'oe', ß: 'ss', æ: 'ae' };

const escaped = (s: string): string => s.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');

/** A letter as it is, decomposed, without its accent, or written out. */
function letter(c: string): string {
	const plain = c.normalize('NFD').replace(/\p{M}/gu, '');
	const out = UMLAUT[c.toLowerCase()];
	const ways = [c, c.normalize('NFD'), plain];
	if (out) ways.push(c === c.toLowerCase() ? out : out[0].toUpperCase() + out.slice(1), out.toUpperCase());
	const all = [...new Set(ways)].sort((a, b) => b.length - a.length).map(escaped);
	return all.length > 1 ? `(?:${all.join('|')})` : all[0];
}

/** Words of a name as a pattern: any space, hyphen and apostrophe; as typed or in capitals. */
function wordsPattern(text: string): string {
	const typed = text.normalize('NFC').trim();
	const one = (s: string): string =>
		[...s]
			.map((c) => (/\s/.test(c) ? '\\s+' : /[-‐‑–]/.test(c) ? '[-‐‑–]' : /['’ʼ]/.test(c) ? "['’ʼ]" : letter(c)))
			.join('')
			.replace(/(?:\\s\+)+/g, '\\s+');
	const capitals = typed.toUpperCase();
	return capitals === typed ? one(typed) : `(?:${one(typed)}|${one(capitals)})`;
}

/** One of the given names: whole, or its initial. */
function givenPattern(word: string): string {
	const initial = `${letter(word[0].toUpperCase())}\\.?`;
	return /^\p{Lu}\.?$/u.test(word) ? initial : `(?:${wordsPattern(word)}|${initial})`;
}

const whole = (pattern: string, text: string): string =>
	CLOSE.test(text) ? pattern : `(?<![\\p{L}\\p{N}])(?:${pattern})(?![\\p{L}\\p{N}])`;

/** The pattern of a name in all its forms, the longest first; null for a name without letters. */
export function namePattern(name: string): string | null {
	const n = readName(name);
	const family = [n?.['non-dropping-particle'], n?.family].filter(Boolean).join(' ');
	if (!n || !/\p{L}/u.test(n.family ?? '')) return null;
	const bare = wordsPattern(n.family!);
	const last = family === n.family ? bare : `(?:${wordsPattern(family)}|${bare})`;
	const given = (n.given ?? '').split(/[\s.]+/).filter(Boolean);
	if (!given.length) return whole(last, family);
	const [first, ...others] = given.map(givenPattern);
	const between = '[\\s\\u00a0-]*';
	const more = [...others.map((o) => `(?:${between}${o})?`), `(?:${between}\\p{Lu}\\.?(?![\\p{L}]))*`].join('');
	const front = `${first}${more}`;
	return whole(`${front}\\s*${last}|${last},?\\s+${front}|${last}`, family);
}

/** A title, an institution: the words as they are, in any case and with any spaces. */
export const phrasePattern = (text: string): string =>
	whole(
		text
			.normalize('NFC')
			.trim()
			.split(/\s+/)
			.map((w) => [...w].map((c) => (/['’ʼ]/.test(c) ? "['’ʼ]" : /[-‐‑–]/.test(c) ? '[-‐‑–]' : letter(c))).join(''))
			.join('\\s+'),
		text
	);

/** Addresses with the family name in them; null for a name too short to be told from parts of words. */
export function addressPattern(name: string): string | null {
	const family = (readName(name)?.family ?? '').normalize('NFD').replace(/[^\p{L}]/gu, '');
	if (family.length < 4) return null;
	// an address begins where a run of its letters does, and has an end: else long runs of letters are gone through again and again
	const inside = `[\\w.+/%~-]{0,200}${escaped(family)}`;
	return `(?<![\\w.+-])(?:${inside}[\\w.+-]*@[\\w.-]+|[\\w.+-]+@${inside}[\\w.-]*|(?:https?:\\/\\/|www\\.)${inside}[\\w.+/%~#?=&-]*)`;
}
