/** What of a list of entries has changed, so that a page need not be told hundreds of them for each. */
import type { EntryOutput } from './session';

/** A list as it is now: the ids of its entries in order, and those entries that say something else than before. */
export interface EntryChange {
	order: string[];
	put: EntryOutput[];
}

const same = (a: EntryOutput | undefined, b: EntryOutput): boolean =>
	a !== undefined &&
	a.html === b.html &&
	a.text === b.text &&
	a.whole?.html === b.whole?.html &&
	a.whole?.text === b.whole?.text;

const byId = (list: readonly EntryOutput[]): Map<string, EntryOutput> => new Map(list.map((e) => [e.id, e]));

/** What makes one list another; runs are not looked at, since no list that is shown has them. */
export function entryChange(before: readonly EntryOutput[], after: readonly EntryOutput[]): EntryChange {
	const had = byId(before);
	return { order: after.map((e) => e.id), put: after.filter((e) => !same(had.get(e.id), e)) };
}

/** A list after a change; entries that say what they said are the same objects. Null where it is a change of another list. */
export function changeEntries(before: readonly EntryOutput[], { order, put }: EntryChange): EntryOutput[] | null {
	const has = byId([...before, ...put]);
	const after = order.map((id) => has.get(id));
	return after.every((e) => e !== undefined) ? after : null;
}
