/** What takes room here and can go: what is in the bin, and earlier states from long ago. */
import { db, type Database } from './db';
import type { StorageState } from './persist';

const DAY = 86_400_000;
/** Earlier states older than that can go at once. */
export const OLD_DAYS = 30;
/** From here on it is said that room is running out. */
const FULL = 0.8;

/** Whether little room is left. */
export const nearlyFull = ({ used, quota }: StorageState): boolean =>
	used !== null && quota !== null && quota > 0 && used / quota >= FULL;

export interface Room {
	/** Things in the bin. */
	binned: number;
	/** Earlier states that are older than thirty days. */
	old: number;
}

const oldStates = async (base: Database, now: number): Promise<number[]> => {
	const ids: number[] = [];
	await base.versions.each((v, cursor) => {
		// somebody may still have what was sent
		if (v.at < now - OLD_DAYS * DAY && !v.sent && !v.returned) ids.push(cursor.primaryKey);
	});
	return ids;
};

export const roomToMake = async (base: Database = db, now = Date.now()): Promise<Room> => ({
	binned: await base.bin.count(),
	old: (await oldStates(base, now)).length
});

/** Empties the bin for good. */
export const emptyBin = (base: Database = db): Promise<void> => base.bin.clear();

/** Takes earlier states from long ago out for good. */
export async function forgetOldStates(base: Database = db, now = Date.now()): Promise<void> {
	await base.versions.bulkDelete(await oldStates(base, now));
}
