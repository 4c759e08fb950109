/** A chapter that is written alone: what its work knows of it. */
import type { EntryOutput } from '$lib/core/citing';
import type { Cluster } from '$lib/core/csl';
import type { InWork, Numbered, Reading } from '$lib/core/manuscript';

export interface TextPlace {
	/** The work, and what it is called. */
	id: string;
	title: string;
	work: InWork;
	/** What is formatted: the citations of the text, among those of its work. */
	among(own: Cluster[]): Cluster[];
	/** Entries of what the text itself cites or lists; the same list as long as it has the same entries. */
	listed(all: EntryOutput[] | null, reading: Reading, uncited: string[]): EntryOutput[] | null;
	/** What other chapters have that can be referred to. */
	targets: { id: string; chapter: string; numbered: Numbered }[];
}
