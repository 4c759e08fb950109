/** What was set aside, and a source among it completed and put back into the library. */
import { freeKey } from './bin';
import { db, type Database, type RepairRow } from './db';
import { isSource } from './rows';
import { journalOf } from './sources';
import type { Source } from '$lib/core/source';

/** What was set aside, the latest first. */
export const toRepair = (base: Database = db): Promise<RepairRow[]> => base.repair.orderBy('at').reverse().toArray();

/** A source with what is missing left empty; null where there is too little to make one. */
export function completed(raw: unknown): Source | null {
	if (typeof raw !== 'object' || raw === null) return null;
	const r = raw as Partial<Source>;
	const texts = (x: unknown): string[] => (Array.isArray(x) ? x.filter((t) => typeof t === 'string') : []);
	const now = Date.now();
	const made = {
		...r,
		tags: texts(r.tags),
		shelves: texts(r.shelves),
		annotation: typeof r.annotation === 'string' ? r.annotation : '',
		excerpts: Array.isArray(r.excerpts)
			? r.excerpts.filter((e) => e && typeof e.kind === 'string' && typeof e.text === 'string')
			: [],
		origin: typeof r.origin === 'string' ? r.origin : 'repaired',
		createdAt: Number.isFinite(r.createdAt) ? r.createdAt! : now,
		updatedAt: now,
		ignored: texts(r.ignored),
		replaces: texts(r.replaces)
	};
	return isSource(made) ? made : null;
}

/** @returns the key it has now; '' where too little of it is there */
export async function repairSource(row: RepairRow, base: Database = db): Promise<string> {
	const source = completed(row.raw);
	if (row.from !== 'sources' || !source) return '';
	const done = await journalOf(base).act('Repaired a source', async () => {
		const taken = new Set((await base.sources.orderBy('key').keys()) as string[]);
		return { put: [{ ...source, key: freeKey(source.key, taken) }] };
	});
	await base.repair.delete(row.id);
	return done!.written[0].key;
}

/** What was set aside leaves the list for good. */
export const discardRepair = (id: string, base: Database = db): Promise<void> => base.repair.delete(id);
