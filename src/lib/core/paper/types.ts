/**
 * The format-neutral paper: what readers of document formats make, writers take, and manuscripts are turned into and
 * made from (manuscript.ts). Plain data, so that it can go between threads.
 */
import type { Item } from '../csl';
import type { ContentsOf } from '../page';

/** Formatting of words. Several stand in the order of the schema; no two of a kind but comments. */
export type Mark =
	| { t: 'em' | 'strong' | 'underline' | 'small-caps' | 'superscript' | 'subscript' | 'strike' | 'code' }
	| { t: 'link'; href: string }
	/** BCP 47. */
	| { t: 'language'; lang: string }
	/** What a comment is about; its words are in `Paper.own.comments`. */
	| { t: 'comment'; id: string }
	/** Words taken from a kept excerpt. */
	| { t: 'quoted'; id: string; sourceId: string; text: string };

/** One source within a citation; `sourceId` is the `id` of one of the paper's sources. */
export interface PaperCite {
	sourceId: string;
	/** Label: one of CSL's kinds of locators. */
	locator: { label: string; value: string } | null;
	prefix: string;
	suffix: string;
	form: 'parenthetical' | 'narrative' | 'author-only' | 'year-only';
}

export type Inline = { marks: Mark[] } & (
	| { t: 'text'; text: string }
	| { t: 'break' }
	| {
			t: 'citation';
			id: string;
			cites: PaperCite[];
			/** As it stood in the file, for what cannot be resolved. */
			raw?: string;
			override?: unknown;
			moved?: unknown;
	  }
	| { t: 'note'; id: string; kind: 'footnote' | 'endnote'; blocks: Block[] }
	/** The number of a note, or of the first that cites a source. */
	| { t: 'note-ref'; note: string; source: string }
	| { t: 'cross-ref'; target: string; show: 'label' | 'number' | 'title' | 'page' }
	/** TeX. */
	| { t: 'math'; tex: string }
	/** A place where a source is needed. */
	| { t: 'placeholder'; id: string; hint: string }
);

/** Empty for what the block stands in says. */
export type Align = '' | 'left' | 'center' | 'right' | 'justify';

export interface Cell {
	header: boolean;
	colspan: number;
	rowspan: number;
	/** In pixels, one a column; null for none. */
	widths: number[] | null;
	align: Align;
	blocks: Block[];
}

/** CSS Lists 3, counter styles. */
export type ListNumbers = 'decimal' | 'lower-alpha' | 'upper-alpha' | 'lower-roman' | 'upper-roman';

export interface Caption {
	content: Inline[];
	lang: string;
}

export type Heading = { t: 'heading'; id: string; level: number; content: Inline[]; lang: string; align: Align };

export type Block =
	/**
	 * `hanging` is that of an entry of a formatted bibliography: all its lines but the first are indented; `legend` a note
	 * below the table or figure that it stands behind.
	 */
	| { t: 'paragraph'; content: Inline[]; lang: string; align: Align; hanging?: true; legend?: true }
	/** Level 1 is the paper's title, 2 a section. */
	| Heading
	| { t: 'list'; ordered: boolean; start: number; numbers: ListNumbers; items: Block[][] }
	| { t: 'quotation'; blocks: Block[]; lang: string }
	/** `id` is that of the numbered table; `inner` that of the grid. Without a caption a table has no number. */
	| { t: 'table'; id: string; inner: string; rows: Cell[][]; caption: Caption | null }
	/** `asset` names one of the paper's assets; empty where the picture did not come. `width` in per cent of the text's. */
	| { t: 'figure'; id: string; asset: string; alt: string; caption: Caption; width?: number }
	| { t: 'equation'; id: string; tex: string; numbered: boolean }
	| { t: 'code'; text: string; language: string }
	| { t: 'page-break' }
	/** Made anew from what is there; an empty title is that of the language. */
	| { t: 'contents'; of: ContentsOf; title: string; levels: number }
	| { t: 'bibliography'; id: string; settings: Record<string, unknown>; heading: Heading };

export interface Author {
	name: string;
	affiliations: string[];
	email: string;
}

/** What stands before the text in formats that keep it apart. */
export interface TitleBlock {
	title: Inline[];
	authors: Author[];
	date: string;
	abstract: Block[];
	keywords: string[];
	/** Thanks and remarks that belong to the title. */
	thanks: Inline[][];
}

export interface PaperSource {
	id: string;
	/** Cite key; empty for none. */
	key: string;
	item: Item;
}

export interface PaperAsset {
	/** image/png, image/jpeg, image/gif or image/webp. */
	type: string;
	bytes: Uint8Array;
}

export interface Paper {
	head: TitleBlock;
	/** BCP 47; empty where the file does not say. */
	lang: string;
	blocks: Block[];
	sources: PaperSource[];
	assets: Record<string, PaperAsset>;
	/** What only manuscripts of ours have: the document's own attributes, as they are stored. */
	own: Record<string, unknown>;
}

/** Something that could not be kept, in words for the person, with its place: a line, a heading, a file. */
export interface Dropped {
	what: string;
	where: string;
}

export const emptyPaper = (): Paper => ({
	head: { title: [], authors: [], date: '', abstract: [], keywords: [], thanks: [] },
	lang: '',
	blocks: [],
	sources: [],
	assets: {},
	own: {}
});
