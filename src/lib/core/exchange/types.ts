/** What every reader and writer of a reference format gives and takes. */
import type { Item } from '../csl';

export interface ReadRecord {
	item: Item;
	/** The record's own key, where the format has one. */
	key: string;
	/** 1-based line where the record begins. */
	line: number;
	notes: string[];
	tags: string[];
	/** Kept words beside the record: annotation of the person. */
	annotation: string;
}

export interface Skipped {
	line: number;
	/** The beginning of what could not be read. */
	what: string;
	why: string;
}

export interface ReadResult {
	format: Format;
	/** All formats that were found, where there are several. */
	formats?: Format[];
	records: ReadRecord[];
	skipped: Skipped[];
	/** What is to be said of the file as a whole. */
	remarks?: string[];
}

/** A source as the writers take it. */
export interface Written {
	key: string;
	item: Item;
	tags?: string[];
	annotation?: string;
}

export type Format = 'bibtex' | 'biblatex' | 'ris' | 'nbib' | 'csl-json' | 'mods' | 'csv';

export const FORMAT_NAMES: Record<Format, string> = {
	bibtex: 'BibTeX',
	biblatex: 'BibLaTeX',
	ris: 'RIS',
	nbib: 'MEDLINE',
	'csl-json': 'CSL-JSON',
	mods: 'MODS',
	csv: 'CSV'
};
