/** The data that goes into the processor: CSL-JSON items (CSL 1.0.2, appendices III and IV) and clusters. */

export interface Name {
	family?: string;
	given?: string;
	'dropping-particle'?: string;
	'non-dropping-particle'?: string;
	suffix?: string;
	'comma-suffix'?: boolean | string | number;
	'static-ordering'?: boolean | string | number;
	literal?: string;
	'parse-names'?: boolean | string | number;
	isInstitution?: boolean | string | number;
}

export interface DateValue {
	'date-parts'?: (number | string)[][];
	season?: number | string;
	circa?: boolean | string | number;
	literal?: string;
	raw?: string;
	edtf?: string;
}

/** A CSL-JSON item. Fields are read defensively: data from outside is often of another type than it says. */
export interface Item {
	id: string;
	type: string;
	[variable: string]: unknown;
}

/**
 * How a cite is put into the sentence.
 * - `parenthetical`: everything where the style puts it (brackets, note, raised number)
 * - `narrative`: the author in the sentence, the rest where the style puts it
 * - `author-only`, `year-only`: the author alone; everything but the author (the standard's suppress-author)
 */
export type CiteForm = 'parenthetical' | 'narrative' | 'author-only' | 'year-only';

export interface Locator {
	/** One of the standard's locator kinds: page, chapter, figure … */
	label: string;
	value: string;
}

export interface Cite {
	sourceId: string;
	locator?: Locator | null;
	prefix?: string;
	suffix?: string;
	form?: CiteForm;
}

export interface Cluster {
	id: string;
	/** 1-based number of the note the cluster stands in; absent or 0 for the running text. */
	noteNumber?: number;
	/** The number printed at that note, where numbering begins anew in places or footnotes and endnotes are counted apart. */
	noteLabel?: number;
	/**
	 * What is no longer remembered from here on: `before`, the citation right before, so that no ibid refers to it; `all`, that
	 * anything was cited before. A chapter begins.
	 */
	forgets?: 'before' | 'all';
	cites: Cite[];
}

export type Area = 'citation' | 'bibliography';

/** Numeric positions grow more specific; a test for a position is true for all that are at least as specific. */
export const enum Position {
	First = 0,
	Subsequent = 1,
	Ibid = 2,
	IbidWithLocator = 3
}
