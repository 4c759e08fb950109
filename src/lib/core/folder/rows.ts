/** Lists of records of two machines, brought together by what both had before (three-way merge by identity). */
import { sameContent } from './same';

export interface RowMerge<T> {
	/** Both changed it since; `base` is undefined where both made it, or where nothing is known of before. */
	both(base: T | undefined, mine: T, theirs: T): T;
	/** Whether two are the same; all but the times, where none is given. */
	same?(a: T, b: T): boolean;
}

export interface Merged<T> {
	/** All that both have now, in the order of what is here; what is new from there behind. */
	rows: T[];
	/** What came or changed by what the other machine did. */
	put: T[];
	/** What goes here because it was deleted there. */
	gone: T[];
	/** Deleted on one machine and changed on the other: it stays. */
	kept: T[];
	/** Changed on both. */
	both: T[];
}

/**
 * @param base what both had; undefined where nothing is known of it: nothing counts as deleted then
 * @param idOf what a record is known by
 */
export function mergeRows<T>(
	base: readonly T[] | undefined,
	mine: readonly T[],
	theirs: readonly T[],
	idOf: (x: T) => string,
	{ both, same = sameContent }: RowMerge<T>
): Merged<T> {
	const out: Merged<T> = { rows: [], put: [], gone: [], kept: [], both: [] };
	const before = new Map((base ?? []).map((x) => [idOf(x), x]));
	const there = new Map(theirs.map((x) => [idOf(x), x]));
	const here = new Set(mine.map(idOf));
	for (const m of mine) {
		const id = idOf(m);
		const [b, t] = [before.get(id), there.get(id)];
		if (t === undefined) {
			// new here, or deleted there
			if (b === undefined) out.rows.push(m);
			else if (same(b, m)) out.gone.push(m);
			else {
				out.rows.push(m);
				out.kept.push(m);
			}
		} else if (same(m, t) || (b !== undefined && same(b, t))) out.rows.push(m);
		else {
			const next = b !== undefined && same(b, m) ? t : both(b, m, t);
			out.rows.push(next);
			if (next !== m) out.put.push(next);
			if (next !== t) out.both.push(next);
		}
	}
	for (const t of theirs) {
		const id = idOf(t);
		if (here.has(id)) continue;
		const b = before.get(id);
		// deleted here, and nothing was changed there
		if (b !== undefined && same(b, t)) continue;
		out.rows.push(t);
		out.put.push(t);
		if (b !== undefined) out.kept.push(t);
	}
	return out;
}
