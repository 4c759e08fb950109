/** All sources of the library, read a part at a time: what reads them can do something else in between. */
import type { Source } from '$lib/core/source';
import { db, openDatabase, type Database } from './db';
import { soundSources } from './repair';

/** Sources read at once. */
const PART = 1500;

/** Parts of the library in the order of ids; rows that cannot be used are set aside. */
export async function* readLibrary(base: Database = db): AsyncGenerator<Source[]> {
	for (let last = ''; ;) {
		const rows: unknown[] = await base.sources.where('id').above(last).limit(PART).toArray();
		yield soundSources(rows, base);
		if (rows.length < PART) return;
		// the key of the table is the id of each row, sound or not
		last = (rows[rows.length - 1] as Source).id;
	}
}

/** The library as a worker needs it, which reads it by itself. @throws what stands in the way */
export async function libraryFor<T>(part: (s: Source) => T, base: Database = db): Promise<T[]> {
	await openDatabase(base);
	const out: T[] = [];
	for await (const list of readLibrary(base)) for (const s of list) out.push(part(s));
	return out;
}

/**
 * Sources by ids, or by the ids of what was merged into them.
 * @returns each once; what is not in the library is missing
 */
export async function sourcesByIds(ids: Iterable<string>, base: Database = db): Promise<Source[]> {
	const wanted = [...new Set(ids)];
	const found = soundSources(await base.sources.bulkGet(wanted), base);
	const have = new Set(found.map((s) => s.id));
	const missing = wanted.filter((id) => !have.has(id));
	if (!missing.length) return found;
	const merged = soundSources(await base.sources.where('replaces').anyOf(missing).distinct().toArray(), base);
	return [...found, ...merged.filter((s) => !have.has(s.id))];
}
