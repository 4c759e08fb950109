/** Names and acronyms that a library itself knows. */
import { NAME_VARIABLES, type Item, type Name } from '../../csl';
import { bareTitle, isSentence, isShouting } from './shape';
import { hasForeignWords } from './foreign';
import { byFirstWord } from './phrases';

export interface KnownWords {
	/** Words that stand with a capital in titles written as sentences, lower case. */
	names: ReadonlySet<string>;
	/** Those of them that do so in several titles and never otherwise: a common word among them is a name here. */
	sure: ReadonlySet<string>;
	/** Family names and places, lower case; a common word among them is no name in a title. */
	people: ReadonlySet<string>;
	/** Words in capitals throughout. */
	acronyms: ReadonlySet<string>;
	/** Journals and publishers of several words, by their first. */
	phrases: ReadonlyMap<string, readonly string[][]>;
}

/** So many sources tell, in a moment, which words keep their capitals in titles. */
export const WORDS_FROM = 2000;

const letters = (s: string) => s.replace(/[^\p{L}\p{M}\p{N}]/gu, '');
const big = (w: string) => /^[^\p{L}\p{N}]*\p{Lu}/u.test(w);
/** So many titles make a name of a common word. */
const SURE = 3;
const ROMAN = /^[IVXLC]+$/;

const NAME_FIELDS = [...NAME_VARIABLES];
/** A journal or a house that cannot be taken for what it writes about: the Journal of Finance, but not Social Problems. */
const OWN_NAME =
	/\b(?:Journal|Annals|Transactions|Bulletin|Gazette|Press|Publishers|University|Society|Institute|Association)\b/;
const PLACES = ['publisher-place', 'event-place', 'archive-place', 'original-publisher-place'];

const textOf = (item: Item, field: string): string => {
	const v = item[field];
	return typeof v === 'string' ? v : '';
};

function people(item: Item): string[] {
	const families = NAME_FIELDS.flatMap((f) => (Array.isArray(item[f]) ? (item[f] as Name[]) : []))
		.map((n) => n?.family)
		.filter((f) => typeof f === 'string');
	const words = [...families, ...PLACES.map((f) => textOf(item, f))].flatMap((v) => v.split(/[\s,;/-]+/));
	return words.filter((w) => big(w) && letters(w).length > 2).map((w) => letters(w).toLowerCase());
}

function acronymsOf(title: string): string[] {
	return title
		.split(/\s+/)
		.map(letters)
		.filter((l) => l.length > 1 && l.length < 6 && /^[\p{Lu}\d]+$/u.test(l) && /\p{Lu}{2}/u.test(l) && !ROMAN.test(l));
}

/**
 * What the library knows: family names, places, words that stand with a capital in the middle of titles written as
 * sentences, words in capitals in titles that are not in capitals, and names of journals and publishers.
 */
export function knownWords(items: Iterable<Item>): KnownWords {
	const known = {
		names: new Set<string>(),
		sure: new Set<string>(),
		people: new Set<string>(),
		acronyms: new Set<string>()
	};
	const phrases = new Set<string>();
	const low = new Map<string, number>();
	const high = new Map<string, number>();
	for (const item of items) {
		for (const w of people(item)) known.people.add(w);
		for (const name of [textOf(item, 'container-title'), textOf(item, 'publisher')])
			if (OWN_NAME.test(name) && name.trim().split(/\s+/).length > 1) phrases.add(name.trim());
		const title = bareTitle(textOf(item, 'title'));
		if (!title || isShouting(title)) continue;
		for (const a of acronymsOf(title)) known.acronyms.add(a);
		// nouns have capitals in German
		if (!isSentence(title) || hasForeignWords(title)) continue;
		let first = true;
		for (const w of title.split(/\s+/)) {
			const l = letters(w).toLowerCase();
			const counts = big(w) ? high : low;
			if (l.length > 2 && !first) counts.set(l, (counts.get(l) ?? 0) + 1);
			first = /[:?!.—]$/.test(w);
		}
	}
	// a word that stands with a capital and hardly ever without
	for (const [w, n] of high) {
		const without = low.get(w) ?? 0;
		if (n > 4 * without) known.names.add(w);
		if (n >= SURE && without === 0) known.sure.add(w);
	}
	// family names that are words too keep no capitals
	for (const [w] of low) if (!high.has(w)) known.people.delete(w);
	return { ...known, phrases: byFirstWord(phrases) };
}
