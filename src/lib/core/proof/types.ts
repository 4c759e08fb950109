/** What a manuscript is checked for, and what checking needs to know. */
import type { Node } from 'prosemirror-model';
import type { Omitted, StyleInfo } from '../citing';
import type { EntryOverrides, QuotationInfo, Reading } from '../manuscript';
import type { Source } from '../source';
import type { TidyContext } from '../source/tidy';

export type CheckName =
	| 'citation_placeholder'
	| 'missing'
	| 'note-ref'
	| 'cross-ref'
	| 'undescribed'
	| 'unlisted'
	| 'override'
	| 'departs'
	| 'missing-locator'
	| 'incomplete'
	| 'untidy'
	| 'duplicates'
	| 'kept-out'
	| 'uncited'
	| 'own-work';

/** How much it matters: the reader would meet it; the writer should look; the writer should know. */
export type Weight = 'fault' | 'look' | 'know';

export interface Finding {
	check: CheckName;
	/** Position in the document; -1 where it is of no one place. */
	pos: number;
	/** What is the matter, in a sentence without a full stop. */
	what: string;
	/** The source it is about. */
	sourceId?: string;
}

/** A manuscript with what its style makes of it. */
export interface Facts {
	doc: Node;
	reading: Reading;
	quotations: QuotationInfo[];
	style: Pick<StyleInfo, 'format'>;
	/** What the style lists, in its order; null where it has no list. */
	entries: { id: string; text: string }[] | null;
	omitted: Omitted[];
	entryOverrides: EntryOverrides;
	/** Sources listed without being cited, with the reason. */
	uncited: { id: string; why: string }[];
	/** Pairs of sources that the person said are two (see pairKey). */
	notDuplicates: ReadonlySet<string>;
	/** What tidying goes by; null where sources are not looked through. */
	tidy: TidyContext | null;
	/** Who wrote it, as they are to be printed. */
	authors: string[];
	/** The text of a citation as the style has it; undefined before it is formatted. */
	said(citationId: string): string | undefined;
	/** The source of an id that was resolved. */
	source(id: string): Source | undefined;
	/** The id a source has now, should it have been merged into another. */
	resolve(id: string): string;
}

export type Checker = (f: Facts) => Finding[];
