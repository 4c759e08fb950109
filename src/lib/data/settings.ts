/**
 * Small things that are remembered: choices of views, what the person said once and for all.
 *
 * A choice is put ahead into local storage before the database has it: that is written within the call, so a choice
 * outlives a page that is closed in the next moment. What is ahead counts until the database has it.
 */
import { db, type Database } from './db';
import { keysOf, localStorageHere, type LocalStorage } from './local';

export interface Settings {
	/** Pairs of sources that are two works, as pairKey writes them. */
	notDuplicates: string[];
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
	/** Style of new manuscripts; null for what each kind of paper asks for. */
	newStyle: { id: string; title: string; note: boolean } | null;
	/** Language of terms and dates in new manuscripts; empty for the style's own. */
	newLocale: string;
	/** The person's name, for the files that are handed in; empty for none. */
	name: string;
	/** Typed quotation marks and dashes take the shape of the language. */
	shapeMarks: boolean;
	/** All of a long text is in the page, for programs that read the page aloud. */
	wholeText: boolean;
	/** The first manuscript that the guide goes along with; whether it was asked for, is on its way, or over. */
	guide: { state: 'offered' | 'on' | 'over'; manuscript: string; style: string };
	/** What was decided about anonymous files, by manuscript; read with `cleanChoice`. */
	anonymous: Record<string, unknown>;
}

export const DEFAULTS: Settings = {
	notDuplicates: [],
	titles: 'sentence',
	columns: ['author', 'year', 'title', 'place', 'kind', 'cited'],
	sort: { by: 'author', down: false },
	lastBackup: 0,
	backupLater: 0,
	newStyle: null,
	newLocale: '',
	name: '',
	shapeMarks: true,
	wholeText: false,
	guide: { state: 'offered', manuscript: '', style: '' },
	anonymous: {}
};

type Check<T> = (v: unknown) => v is T;
const isTexts = (v: unknown): v is string[] => Array.isArray(v) && v.every((x) => typeof x === 'string');
const isText = (v: unknown): v is string => typeof v === 'string' && v !== '';
const isTime = (v: unknown): v is number => typeof v === 'number' && Number.isFinite(v);

/** What each setting may be; one that is anything else counts as not set. */
const CHECKS: { [K in keyof Settings]: Check<Settings[K]> } = {
	notDuplicates: isTexts,
	titles: (v): v is Settings['titles'] => v === 'sentence' || v === 'headline' || v === 'as-is',
	columns: isTexts,
	sort: (v): v is Settings['sort'] => {
		const s = v as Partial<Settings['sort']> | null;
		return typeof s === 'object' && s !== null && typeof s.by === 'string' && typeof s.down === 'boolean';
	},
	lastBackup: isTime,
	backupLater: isTime,
	newStyle: (v): v is Settings['newStyle'] => {
		const s = v as Partial<NonNullable<Settings['newStyle']>> | null;
		if (s === null) return true;
		return typeof s === 'object' && isText(s.id) && isText(s.title) && typeof s.note === 'boolean';
	},
	newLocale: (v): v is string => typeof v === 'string' && /^(?:[a-z]{2,3}(?:-[A-Z]{2})?)?$/.test(v),
	name: (v): v is string => typeof v === 'string' && v.length <= 200,
	shapeMarks: (v): v is boolean => typeof v === 'boolean',
	wholeText: (v): v is boolean => typeof v === 'boolean',
	anonymous: (v): v is Settings['anonymous'] => typeof v === 'object' && v !== null && !Array.isArray(v),
	guide: (v): v is Settings['guide'] => {
		const g = v as Partial<Settings['guide']> | null;
		if (typeof g !== 'object' || g === null) return false;
		const known = g.state === 'offered' || g.state === 'on' || g.state === 'over';
		return known && typeof g.manuscript === 'string' && typeof g.style === 'string';
	}
};

/** Names that settings had before. */
const OLD_NAMES: Partial<Record<keyof Settings, string>> = { notDuplicates: 'apart' };

/** Whether a stored setting is one that can be used; others belong to newer versions and are left alone. */
export const isSetting = (key: string, value: unknown): boolean =>
	!Object.hasOwn(CHECKS, key) || CHECKS[key as keyof Settings](value);

const AHEAD = 'rapid-quill-setting|';

/** What is ahead of the database for a setting; undefined for nothing that can be used. */
function ahead<K extends keyof Settings>(key: K, storage: LocalStorage | null): Settings[K] | undefined {
	const check: Check<Settings[K]> = CHECKS[key];
	try {
		const value: unknown = JSON.parse(storage?.getItem(AHEAD + key) ?? 'null');
		return value !== null && check((value as { value: unknown }).value)
			? (value as { value: Settings[K] }).value
			: undefined;
	} catch (e) {
		if (e instanceof SyntaxError) return undefined; // written by nobody here: the database has what was chosen
		throw e;
	}
}

export async function getSetting<K extends keyof Settings>(
	key: K,
	base: Database = db,
	storage: LocalStorage | null = localStorageHere()
): Promise<Settings[K]> {
	const first = ahead(key, storage);
	if (first !== undefined) return first;
	const check: Check<Settings[K]> = CHECKS[key];
	for (const name of [key, OLD_NAMES[key]]) {
		const value: unknown = name && (await base.settings.get(name))?.value;
		if (check(value)) return value;
	}
	return DEFAULTS[key];
}

/** Keeps a setting. Where that fails, it is as it was. */
export async function putSetting<K extends keyof Settings>(
	key: K,
	value: Settings[K],
	base: Database = db,
	storage: LocalStorage | null = localStorageHere()
): Promise<void> {
	const text = JSON.stringify({ value });
	try {
		storage?.setItem(AHEAD + key, text);
	} catch {
		storage?.removeItem(AHEAD + key); // no room: the database has it in a moment, or the caller is told
	}
	try {
		await base.settings.put({ key, value });
	} finally {
		// a newer choice that was made meanwhile stays ahead until it is kept itself
		if (storage?.getItem(AHEAD + key) === text) storage.removeItem(AHEAD + key);
	}
}

/** Keeps what was still ahead of the database when the last page was closed. */
export async function keepAhead(base: Database = db, storage: LocalStorage | null = localStorageHere()): Promise<void> {
	if (!storage) return;
	for (const name of keysOf(storage, AHEAD)) {
		const key = name.slice(AHEAD.length) as keyof Settings;
		const value = Object.hasOwn(CHECKS, key) ? ahead(key, storage) : undefined;
		if (value === undefined) storage.removeItem(name);
		else await putSetting(key, value, base, storage);
	}
}
