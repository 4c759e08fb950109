/** A source as the library keeps it. The CSL-JSON item is the exchange form. */
import type { Item } from '../csl';

export interface Excerpt {
	kind: 'quotation' | 'paraphrase' | 'remark' | 'picture';
	text: string;
	locator?: { label: string; value: string };
	/** The part of the work it is kept for: a word or two. */
	section?: string;
	/** Of a picture: its data address (image/png, image/jpeg, image/gif, image/webp). */
	image?: string;
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
	/** Marked by the person to come back to. */
	flagged?: boolean;
	/** Findings of tidying that are not to be shown again (see findingKey). */
	ignored?: string[];
	/** Ids of sources that were merged into this one: citations of them are citations of this. */
	replaces?: string[];
	/** Fields that were changed on two machines at once and wait to be decided. */
	clashes?: Clash[];
}

/** What another machine has in a field that was changed here as well. */
export interface Clash {
	/** A variable of the item, `key` or `annotation`. */
	field: string;
	/** What it has; null where it has taken the field out. */
	theirs: unknown;
	/** The machine, as its person calls it. */
	by: string;
	/** When it was seen, in milliseconds. */
	at: number;
}
