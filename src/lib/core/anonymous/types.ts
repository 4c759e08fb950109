/** Who is to stay unknown, what was found of them, and what the person decided. */

export interface Who {
	/** Names as they are typed. */
	names: readonly string[];
	/** Titles of their own works. */
	titles: readonly string[];
	/** Where they are at home. */
	institutions: readonly string[];
	/** Citations of their own works, by id: what is printed for these is theirs as well. */
	citations: ReadonlySet<string>;
}

/**
 * - `name`, `title`, `institution`, `address`: covered
 * - `section`: acknowledgements and the like, taken out
 * - `hint`: words that point to the writers; only said, since they must be written otherwise
 */
export type PlaceKind = 'name' | 'title' | 'institution' | 'address' | 'section' | 'hint';

export interface Place {
	/** The same while its words and those around it are. */
	key: string;
	kind: PlaceKind;
	/** Heading of its section; empty before the first. */
	where: string;
	before: string;
	found: string;
	after: string;
	/** What is written in its place; empty for a hint. */
	instead: string;
}
