/** What a rendering closure knows while it writes one cite or entry. */
import { letterFor } from './letters';
import type { Locale } from './locale';
import type { Rich } from './rich';
import type { Cite, Item, Name, Position } from './types';

/** How far a source has been told apart from others (CSL 1.0.2, "Disambiguation"). */
export interface Distinction {
	/** Least number of names shown, per names list in order of appearance. */
	shown: number[];
	/** Given-name level per name: 0 as the style says, 1 initials, 2 in full. */
	given: number[][];
	/** How many `disambiguate="true"` conditions hold, in order of appearance. */
	condition: number;
}

export const PLAIN_DISTINCTION: Distinction = { shown: [], given: [], condition: 0 };

/** A names list that was rendered, recorded for disambiguation. */
export interface NamesRecord {
	names: Name[];
	/** Names the style shows without help. */
	base: number;
	/** The style makes initials here; where it makes none, a given name is shown in full or not at all. */
	initials: boolean;
}

export interface Context {
	item: Item;
	locale: Locale;
	cite: Cite | null;
	position: Position;
	nearNote: boolean;
	noteNumber: number;
	/** Number of the note where the source was cited first; 0 none. */
	firstNote: number;
	citationNumber: number;
	/** Letter behind the year, empty for none. */
	yearSuffix: string;
	yearSuffixUsed: boolean;
	distinction: Distinction;
	inBibliography: boolean;
	/** A sort key is being made. */
	sorting: boolean;
	/** What is written is compared with other cites, to find those that read alike. */
	comparing: boolean;
	/** et-al settings of a sort key: names-min, names-use-first, names-use-last. */
	sortNames: { min?: number; useFirst?: number; useLast?: boolean } | null;
	/** Variables that a substitution has used up. */
	suppressed: Set<string> | null;
	called: number;
	filled: number;
	/** Variables that gave something, recorded while a substitution is tried; null when nobody asks. */
	used: string[] | null;
	/** A substitution is being tried: names that were written are used up at once. */
	substituting: boolean;
	/** Nothing has been written yet, and what begins here begins a sentence: a term takes a capital. */
	atStart: boolean;
	/** How many `disambiguate` conditions were met so far. */
	conditionsSeen: number;
	/** Index of the next names list. */
	namesIndex: number;
	/** Where names lists are recorded; null when nobody asks. */
	records: NamesRecord[] | null;
	/** The first names are left out: year-only and narrative forms. */
	dropNames: boolean;
	namesDropped: boolean;
	/** In the sentence: "and" is a word, never a sign (APA 7, 8.17). */
	wordAnd: boolean;
	/** First names as rendered. */
	firstNames: Rich | null;
	/** The text that takes the place of the names in a list where the previous entry has the same ones. */
	authorSubstitute: { text: string; rule: string; previous: string[] | null } | null;
	/** Rendered names of the first list, one by one, for the next entry's comparison. */
	nameTexts: string[] | null;
	style: StyleFacts;
}

/** Facts of the style that rendering asks for. */
export interface StyleFacts {
	english: boolean;
	pageRangeFormat: string;
	demote: 'never' | 'sort-only' | 'display-and-sort';
	initializeWithHyphen: boolean;
	/** The style puts the year suffix itself. */
	explicitYearSuffix: { citation: boolean; bibliography: boolean };
	abbreviate?: (category: string, text: string) => string | undefined;
}

export type Eval = (c: Context) => Rich | null;

/** A context for a style; it is used again and again. */
export function createContext(locale: Locale, style: StyleFacts): Context {
	return {
		item: { id: '', type: '' },
		locale,
		style,
		cite: null,
		position: 0,
		nearNote: false,
		noteNumber: 0,
		firstNote: 0,
		citationNumber: 0,
		yearSuffix: '',
		yearSuffixUsed: false,
		distinction: PLAIN_DISTINCTION,
		inBibliography: false,
		sorting: false,
		comparing: false,
		sortNames: null,
		suppressed: null,
		called: 0,
		filled: 0,
		used: null,
		substituting: false,
		atStart: false,
		conditionsSeen: 0,
		namesIndex: 0,
		records: null,
		dropNames: false,
		namesDropped: false,
		wordAnd: false,
		firstNames: null,
		authorSubstitute: null,
		nameTexts: null
	};
}

/** Makes a context ready for a source, as a first cite in the text. */
export function resetContext(
	c: Context,
	source: { item: Item; number: number; letter: number; distinction: Distinction }
): Context {
	c.item = source.item;
	c.cite = null;
	c.position = 0;
	c.nearNote = false;
	c.comparing = false;
	c.noteNumber = 0;
	c.firstNote = 0;
	c.citationNumber = source.number;
	c.yearSuffix = source.letter >= 0 ? letterFor(source.letter) : '';
	c.yearSuffixUsed = false;
	c.distinction = source.distinction;
	c.inBibliography = false;
	c.suppressed = null;
	c.called = 0;
	c.filled = 0;
	c.used = null;
	c.substituting = false;
	c.atStart = false;
	c.conditionsSeen = 0;
	c.namesIndex = 0;
	c.records = null;
	c.dropNames = false;
	c.namesDropped = false;
	c.wordAnd = false;
	c.firstNames = null;
	c.authorSubstitute = null;
	c.nameTexts = null;
	return c;
}
