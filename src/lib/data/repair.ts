/** Rows that cannot be used are set aside: kept as they were, named, and out of everybody's way. */
import { isSource, isVersion, wholeManuscript, wholeStyle } from './rows';
import { db, type Database, type Manuscript, type OwnStyle, type RepairRow, type Version } from './db';
import type { Source } from '$lib/core/source';

type Tabled = 'sources' | 'manuscripts' | 'versions' | 'styles' | 'works';

/** Moves a row out of its table; the row itself is not changed. */
async function setAside(table: Tabled, key: unknown, raw: unknown, base: Database): Promise<void> {
	const { rowFault } = await import('./row-schemas');
	const fault = rowFault(table, raw) || 'It could not be read.';
	await base.transaction('rw', base.table(table), base.repair, async () => {
		// another tab may have been quicker
		if ((await base.table(table).get(key as string)) === undefined) return;
		await base.repair.put({ id: `${table}:${String(key)}`, from: table, fault, at: Date.now(), raw });
		await base.table(table).delete(key as string);
	});
}

/** The sound ones of some rows; the others are set aside, after whatever reads them now. */
export function sift<T>(
	table: Tabled,
	rows: unknown[],
	whole: (x: unknown) => T | null,
	keyOf: (x: unknown) => unknown,
	base: Database
): T[] {
	const out: T[] = [];
	for (const row of rows) {
		if (row === undefined) continue;
		const sound = whole(row);
		if (sound !== null) out.push(sound);
		// not within a transaction or a live query that may only read
		else setTimeout(() => void setAside(table, keyOf(row), row, base).catch(() => undefined)); // it is found again the next time
	}
	return out;
}

export const idOf = (x: unknown): unknown => (x as { id?: unknown } | null)?.id;

/** Sources that can be used, of some that were read. */
export const soundSources = (rows: unknown[], base: Database = db): Source[] =>
	sift('sources', rows, (x) => (isSource(x) ? x : null), idOf, base);
export const soundManuscripts = (rows: unknown[], base: Database = db): Manuscript[] =>
	sift('manuscripts', rows, wholeManuscript, idOf, base);
export const soundVersions = (rows: unknown[], base: Database = db): Version[] =>
	sift('versions', rows, (x) => (isVersion(x) ? x : null), idOf, base);
export const soundStyles = (rows: unknown[], base: Database = db): OwnStyle[] =>
	sift('styles', rows, wholeStyle, idOf, base);

/** Sets something aside that is no row of a table: what was written ahead and does not fit any more. */
export async function keepForRepair(row: Omit<RepairRow, 'at'>, base: Database = db): Promise<void> {
	await base.repair.put({ ...row, at: Date.now() });
}
