/** Small things that are remembered: choices of views, what the person said once and for all. */
import { db, type Database } from './db';

export interface Settings {
	/** Pairs of sources that are two works, as pairKey writes them. */
	apart: string[];
	/** How titles are kept. */
	titles: 'sentence' | 'headline' | 'as-is';
	/** Columns of the library, in order. */
	columns: string[];
	/** How the library is sorted. */
	sort: { by: string; down: boolean };
	/** When the last backup was saved; 0 for never. */
	lastBackup: number;
	/** When the reminder of a backup was put off. */
	backupLater: number;
}

export const DEFAULTS: Settings = {
	apart: [],
	titles: 'sentence',
	columns: ['author', 'year', 'title', 'place', 'kind', 'cited'],
	sort: { by: 'author', down: false },
	lastBackup: 0,
	backupLater: 0
};

export async function getSetting<K extends keyof Settings>(key: K, base: Database = db): Promise<Settings[K]> {
	return ((await base.settings.get(key))?.value as Settings[K] | undefined) ?? DEFAULTS[key];
}

export async function putSetting<K extends keyof Settings>(
	key: K,
	value: Settings[K],
	base: Database = db
): Promise<void> {
	await base.settings.put({ key, value });
}
