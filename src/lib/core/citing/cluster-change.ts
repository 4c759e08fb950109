/** What of the citations of a manuscript has changed, so that a worker need not be told all of them for each. */
import type { Cluster } from '../csl';

/** From a place on, so many are gone and others stand there. */
export interface ClusterChange {
	from: number;
	gone: number;
	put: Cluster[];
}

/** Whether two ask the processor for the same; cites that are the same list are taken for unchanged, others are not looked into. */
const same = (a: Cluster, b: Cluster): boolean =>
	a.id === b.id &&
	a.noteNumber === b.noteNumber &&
	a.noteLabel === b.noteLabel &&
	a.forgets === b.forgets &&
	a.cites === b.cites;

export const sameClusters = (a: Cluster[], b: Cluster[]): boolean =>
	a.length === b.length && a.every((c, i) => same(c, b[i]));

/** The one change that makes one list of citations another: what both begin with and end with is left out. */
export function clusterChange(before: Cluster[], after: Cluster[]): ClusterChange {
	const least = Math.min(before.length, after.length);
	let from = 0;
	while (from < least && same(before[from], after[from])) from++;
	let end = 0;
	while (end < least - from && same(before[before.length - 1 - end], after[after.length - 1 - end])) end++;
	return { from, gone: before.length - end - from, put: after.slice(from, after.length - end) };
}

/** A list of citations after a change; the list that was given stays as it was. */
export const changeClusters = (before: Cluster[], { from, gone, put }: ClusterChange): Cluster[] =>
	before.toSpliced(from, gone, ...put);
