/** What the worker that has the whole library answers, and what it tells by itself. */
import type { Item } from '$lib/core/csl';
import type { ExcerptQuery, ExcerptsFound, FindOptions } from '$lib/core/search';
import type { KnownWords } from '$lib/core/source/sentence-case';

export interface LibraryState {
	/** Sources in the library, and how many of them can be found so far. */
	size: number;
	indexed: number;
	/** What they know of names and acronyms has become another. */
	learned: boolean;
	/** Why it cannot be read; empty when all is well. */
	trouble: string;
}

export interface FinderApi {
	/** Reads the library; from then on the page is told how far it is. */
	start(tell: (state: LibraryState) => void): void;
	/** What was written: it is read again, or is gone. */
	changed(ids: string[]): void;
	/** Something may have been missed. */
	check(): Promise<void>;
	/** When everything that was said to have changed can be found. */
	settled(): Promise<void>;
	/** Ids of at most `limit` sources, best first. */
	findIds(query: string, options: FindOptions): Promise<string[]>;
	/** The source that each record surely is; null for those that are not here. */
	like(items: Item[]): Promise<(string | null)[]>;
	excerpts(query: ExcerptQuery): Promise<ExcerptsFound>;
	/** What the library knows of names and acronyms. */
	words(): Promise<KnownWords>;
	/** All tags and shelves, in order. */
	labels(): Promise<{ tags: string[]; shelves: string[] }>;
	/** Ids of at most so many sources of each kind, those that come first. */
	someOfEachKind(most: number): Promise<string[]>;
}
