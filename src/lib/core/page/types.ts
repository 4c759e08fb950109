/** How the pages of a manuscript are set up: paper, type, headings, what opens it and what stands at head and foot. */

import type { CaptionLook } from './captions';

export type PaperSize = 'a4' | 'letter';
/** The fonts that ship with the app. */
export type FontId = 'times' | 'garamond' | 'literata' | 'sans';

/** Lengths in centimetres. */
export interface Margins {
	top: number;
	right: number;
	bottom: number;
	left: number;
}

/** What stands at one place of a page's head or foot. */
export type Slot = '' | 'page' | 'surname-page' | 'running-head' | 'title';

export interface Slots {
	left: Slot;
	center: Slot;
	right: Slot;
}

export interface HeadingLook {
	align: 'left' | 'center';
	bold: boolean;
	italic: boolean;
	/** Written in small capitals, in capitals, or as typed. */
	caps: '' | 'small' | 'all';
	/** Times the size of the text. */
	size: number;
	/** In lines of text. */
	before: number;
	after: number;
	/** The text goes on in the same line, behind a full stop. */
	runIn: boolean;
	/** Indented like a paragraph. */
	indented: boolean;
}

/**
 * What stands before the text.
 * - `title-page`: a page of its own
 * - `heading-block`: name, instructor, course and date at the left, the title below
 * - `byline`: the title and the authors below it
 * - `title`: the title alone
 */
export type Opening = 'title-page' | 'heading-block' | 'byline' | 'title';

/** What a title page or heading block says beside title and authors. Empty for nothing. */
export interface TitleFields {
	affiliation: string;
	course: string;
	instructor: string;
	/** As it is to be printed. */
	date: string;
	/** Short title for the head of each page. */
	runningHead: string;
	/** Paragraphs are parted by line ends. */
	abstract: string;
	keywords: string;
	authorNote: string;
}

export interface PageSetup {
	paper: PaperSize;
	margins: Margins;
	font: FontId;
	/** Points. */
	size: number;
	/** Distance of lines; 2 is double spacing. */
	lines: number;
	/** First line of paragraphs, in centimetres. */
	indent: number;
	/** Between paragraphs, in points. */
	after: number;
	justify: boolean;
	columns: 1 | 2;
	/** Looks of headings below the title, the highest first. */
	headings: readonly HeadingLook[];
	/** How headings are numbered; empty for not at all. */
	numbering: '' | 'decimal' | 'roman';
	opening: Opening;
	titleBold: boolean;
	/** The title stands once more over the text behind a title page. */
	titleAgain: boolean;
	/** The abstract stands on a page of its own. */
	abstractPage: boolean;
	header: Slots;
	footer: Slots;
	/** Head and foot of the first page are left empty. */
	firstPlain: boolean;
	pageNumbers: 'decimal' | 'roman';
	lineNumbers: boolean;
	/** Size of notes in points, and the distance of their lines. */
	noteSize: number;
	noteLines: number;
	captions: CaptionLook;
	/** Headings of so many levels stand in the contents; 0 for none. */
	contents: number;
}

/** What a manuscript keeps: its kind of paper, and what it has otherwise. */
export interface PageChoice {
	kind: string;
	changes: Partial<PageSetup>;
	fields: TitleFields;
	/** Sections to fill are shown in the sheet. */
	skeleton: boolean;
}

/** A place where a paper departs from its manual. */
export interface Departure {
	what: string;
	/** Manual and section. */
	source: string;
}
