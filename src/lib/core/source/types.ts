/** A source as the library keeps it. The CSL-JSON item is the exchange form. */
import type { Item } from '../csl';

export interface Excerpt {
	kind: 'quotation' | 'paraphrase' | 'remark' | 'picture';
	text: string;
	locator?: { label: string; value: string };
}

export interface Source {
	id: string;
	/** The cite key: unique, readable, typed in the cite line. */
	key: string;
	item: Item;
	tags: string[];
	shelves: string[];
	annotation: string;
	excerpts: Excerpt[];
	/** Where the record came from: typed, demo, or the name of a file. */
	origin: string;
	createdAt: number;
	updatedAt: number;
}
