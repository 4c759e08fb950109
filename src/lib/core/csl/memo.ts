/** What the processor remembers of citations, cites and entries, together with what each was made from. */
import type { ClusterResult, EntryResult } from './results';
import type { Known } from './known';
import { numberPaths, renumber, type NumberPaths } from './renumber';
import type { Rich } from './rich';
import type { Cluster, Position } from './types';

export interface ClusterMemo {
	cluster: Cluster;
	states: CiteState[];
	result: ClusterResult;
	/** Where its numbers stand; looked up when they first move. */
	paths?: NumberPaths | null;
}

export interface CiteState {
	source: Known;
	stamp: number;
	/** Citation number where citations show it, else 0. */
	number: number;
	position: Position;
	nearNote: boolean;
	firstNote: number;
	noteNumber: number;
	/** The cite begins its citation. */
	first: boolean;
}

/** A cite as the layout wrote it, and as a whole citation where it stood alone. */
export interface Written {
	full: Rich | null;
	names: string;
	output: Rich | null | undefined;
	/** Citation number it was written with, and where it stands in `full`; looked up when it first moves. */
	number: number;
	paths?: NumberPaths | null;
}

export interface EntryMemo {
	stamp: number;
	number: number;
	/** Names of the entry before, where the style compares them. */
	previous: string;
	result: EntryResult | null;
	texts: string[] | null;
	paths?: NumberPaths | null;
}

/** Gives a written cite another number; false where it has to be written again. */
export function renumberWritten(w: Written, number: number): boolean {
	if (w.paths === undefined) w.paths = numberPaths(w.full);
	if (!w.paths) return false;
	if (w.full != null) w.full = renumber(w.full, w.paths, number - w.number);
	w.output = undefined;
	w.number = number;
	return true;
}

/** Whether two clusters say the same. */
export function sameCluster(a: Cluster, b: Cluster): boolean {
	if (a === b) return true;
	if (a.cites.length !== b.cites.length) return false;
	for (let i = 0; i < a.cites.length; i++) {
		const x = a.cites[i];
		const y = b.cites[i];
		if (x === y) continue;
		if (
			x.sourceId !== y.sourceId ||
			(x.prefix ?? '') !== (y.prefix ?? '') ||
			(x.suffix ?? '') !== (y.suffix ?? '') ||
			(x.form ?? '') !== (y.form ?? '')
		)
			return false;
		if ((x.locator?.value ?? '') !== (y.locator?.value ?? '') || (x.locator?.label ?? '') !== (y.locator?.label ?? ''))
			return false;
	}
	return true;
}
