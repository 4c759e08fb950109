/**
 * Titles in sentence case, a house rule: styles print titles as they are stored, and many manuals ask for sentence case.
 * The record stays as it is; what is changed is listed, and any word can be made an exception.
 */
import type { Item } from '../csl';
import { askedOf, BY_APA } from './sentence-manuals';
import {
	isHeadline,
	isShouting,
	lowersUnknown,
	seemsForeign,
	toSentence,
	type KnownWords,
	type SentenceRules,
	type ShippedWords
} from '../source/sentence-case';

/** Words that ship, and words the library knows. */
export interface TitleWords {
	words: ShippedWords;
	known: KnownWords;
}

/** What bears a name rather than a title, or is called as its makers call it. */
const NAMED = new Set(
	'bill collection dataset event hearing legal_case legislation patent performance periodical regulation software standard treaty'.split(
		' '
	)
);
const PARTS = /^(?:article|chapter$|paper-conference$|entry|review)/;
/** Parts of books: what they are in has a title of its own, as a book has. */
const IN_BOOKS = new Set(['chapter', 'paper-conference', 'entry-dictionary', 'entry-encyclopedia']);

export interface Retitled {
	id: string;
	before: string;
	after: string;
}

export interface SentenceTitles {
	/** An item with its titles in sentence case; the same item where nothing changes, the same result for the same item. */
	item(item: Item): Item;
	/** What changes in the title of an item; null for nothing. */
	change(item: Item): Retitled | null;
}

/**
 * @param styleId decides what the manual wants; where it asks for nothing, everything is changed as APA has it
 * @param exceptions words as they are to stand in titles
 */
export function sentenceTitles(
	styleId: string,
	{ words, known }: TitleWords,
	exceptions: readonly string[]
): SentenceTitles {
	const asked = askedOf(styleId) ?? BY_APA;
	const rules: SentenceRules = {
		words,
		known,
		exceptions: new Map(exceptions.map((w) => [w.toLowerCase(), w])),
		capitalAfterColon: asked.capitalAfterColon
	};
	const isEnglish = (item: Item, title: string): boolean =>
		item.language ? /^en\b/i.test(String(item.language)) : !seemsForeign(title, words);
	const made = new WeakMap<Item, Item>();
	const changed = (item: Item, field: 'title' | 'container-title'): string | null => {
		const t = item[field];
		if (typeof t !== 'string' || !(isHeadline(t, 1) || isShouting(t)) || !isEnglish(item, t)) return null;
		const next = toSentence(t, rules);
		// “Port Ennis” may be a place, “Printing Types” is none
		const short = !isHeadline(t) && !isShouting(t);
		return next === t || (short && lowersUnknown(t, next, words)) ? null : next;
	};
	const own = (item: Item): string | null =>
		NAMED.has(item.type) || (asked.of === 'parts' && !PARTS.test(item.type)) ? null : changed(item, 'title');
	return {
		item(item) {
			const known = made.get(item);
			if (known) return known;
			const title = own(item);
			const book = asked.of === 'everything' && IN_BOOKS.has(item.type) ? changed(item, 'container-title') : null;
			const next =
				title || book ? { ...item, ...(title ? { title } : {}), ...(book ? { 'container-title': book } : {}) } : item;
			made.set(item, next);
			return next;
		},
		change(item) {
			const after = own(item);
			return after ? { id: String(item.id), before: String(item.title), after } : null;
		}
	};
}
