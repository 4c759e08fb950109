/** A source that was set aside, completed and put back into the library. */
import { freeKey } from './bin';
import { db, type Database, type RepairRow } from './db';
import { completed } from './repair';
import { journalOf } from './sources';

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
