/** Typed citations: what is looked through, what is found, what it may stand for. */
import type { Item } from '../csl';

/** One run of text: a paragraph, a note, a caption, a cell of a table. Objects within it stand as U+FFFC. */
export interface Passage {
	text: string;
	kind: 'body' | 'note' | 'caption' | 'cell';
	/** Heading of the section. */
	section: string;
	/** Raised characters, from and to. */
	raised?: [number, number][];
	/** Citations that are live already: what “ibid.” behind them means. In order. */
	live?: LiveCitation[];
}

export interface LiveCitation {
	/** Its character in the passage; -1 before the passage begins, as for notes that a style makes. */
	at: number;
	cites: Pick<TypedCite, 'sourceId' | 'locator'>[];
}

/** How many typed citations of a text became live, by how they were written: those that are left are read by them. */
export type Accepted = Partial<Record<Habit, number>>;

export interface MatchSource {
	id: string;
	key: string;
	item: Item;
	/** It stands in the paper's own typed list: what is cited there is likelier, and bare numbers are places in it. */
	listed?: boolean;
	/** Number in the typed list. */
	number?: number;
	/** Letter behind the year, as the typed list has it. */
	letter?: string;
	/** Words that were excerpted from it: a quotation before a citation may be among them. */
	excerpts?: string[];
}

/**
 * - `certain`: one source, nothing against it
 * - `likely`: one source, something differs, which is said
 * - `choose`: several fit
 * - `none`: nothing fits
 */
export type Status = 'certain' | 'likely' | 'choose' | 'none';

export interface Candidate {
	sourceId: string;
	/** 0 to 1. */
	score: number;
	/** What differs, in words; empty for nothing. */
	why: string;
}

export interface TypedCite {
	/** The likeliest source; empty for none. */
	sourceId: string;
	candidates: Candidate[];
	status: Status;
	locator: { label: string; value: string } | null;
	prefix: string;
	suffix: string;
	form: 'parenthetical' | 'narrative' | 'author-only' | 'year-only';
	/** What was read as the name of the source: for looking it up. */
	names: string[];
	year: string;
}

/** How the citation is written. */
export type Habit = 'author-date' | 'author-page' | 'author' | 'number' | 'key' | 'identifier' | 'note' | 'repeated';

export interface TypedCitation {
	passage: number;
	/** Characters of the passage that become the citation. */
	from: number;
	to: number;
	text: string;
	section: string;
	habit: Habit;
	status: Status;
	/** One sentence for the person: why it is not certain; empty for certain ones. */
	why: string;
	cites: TypedCite[];
}
