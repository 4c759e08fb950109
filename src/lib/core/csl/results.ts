/** What goes into formatting, and what comes out. */
import type { Warning } from './errors';
import type { Rich } from './rich';
import type { Cluster } from './types';

export interface FormatInput {
	clusters: Cluster[];
	/** Sources in the list that no cluster cites. */
	uncited?: string[];
	/** Sources that count as met before the first cluster, in this order. */
	known?: string[];
}

export interface ClusterResult {
	id: string;
	/** The citation: in the text for in-text styles, in the note for note styles. */
	output: Rich | null;
	/** Note styles, narrative form: the words that stand in the sentence. */
	lead: Rich | null;
}

export interface EntryResult {
	id: string;
	output: Rich;
	/** The entry as it is where no entry of the same author stands before it; only where `output` has a substitute. */
	whole?: Rich;
}

export interface FormatResult {
	clusters: ClusterResult[];
	/** Null where the style has no bibliography. */
	bibliography: EntryResult[] | null;
	/** Sources for which the style prints no entry, each with the index it would have had. */
	omitted: { id: string; at: number }[];
	warnings: Warning[];
}
