/** What this browser knows of the folder: the folder itself, which state of each file it had last, what happened. */
import { isNumber, isObject, isText, optional, texts } from '$lib/core/guards';
import type { Database } from '../db';
import { gunzipText, gzipText } from '../versions';

/** The folder that was chosen. */
export interface Chosen {
	id: 'folder';
	handle: FileSystemDirectoryHandle;
	/** Its name, and what this machine is called in it. */
	name: string;
	by: string;
	/** Of this browser, never changed. */
	machine: string;
	since: number;
}

/** Something to be told. */
export interface Note {
	at: number;
	text: string;
	/** The manuscript to look at. */
	manuscript?: string;
	/** Something waits to be decided. */
	open?: boolean;
}

export interface FolderState {
	id: 'state';
	/** When everything was in the folder last; 0 for never. */
	at: number;
	/** Why not; empty when all is well. */
	trouble: string;
	/** The person has to allow it anew. */
	asks: boolean;
	/** What waits, in words: a manuscript with edits that were not saved. */
	waits: string[];
	/** The latest first. */
	notes: Note[];
	/** Pictures that were named and not there. */
	lacking: string[];
}

/** A state of a file as it was had last. */
export interface Had {
	stamp: string;
	line: string[];
	savedAt: string;
	/** Packed. */
	text: Uint8Array;
}

export interface Known extends Had {
	id: string;
	/** The file as it was seen last. */
	size: number;
	at: number;
	/** What was here then. */
	sign: string;
	/** The state before: for two who write at the same moment. */
	before?: Had;
}

/** A copy for reading. */
export interface ReadableState {
	id: string;
	sign: string;
	name: string;
	cites: string[];
	files: string[];
}

/** Manuscripts that were deleted. */
export interface GoneRow {
	id: 'gone';
	list: { id: string; at: number }[];
}

/** What was seen of each file and of what is here, in little: a look in which nothing is new reads nothing else. */
export interface SeenRow {
	id: 'seen';
	files: Record<string, Seen>;
}
export interface Seen {
	/** Of what is here. */
	sign: string;
	/** Of the file. */
	size: number;
	at: number;
	/** Of a manuscript. */
	title?: string;
}

export type FolderRow = Chosen | FolderState | Known | ReadableState | GoneRow | SeenRow;

export async function seenFiles(base: Database): Promise<Record<string, Seen>> {
	const row: unknown = await base.folder.get('seen');
	if (!isObject(row) || !isObject(row.files)) return {};
	return Object.fromEntries(
		Object.entries(row.files).filter(
			(e): e is [string, Seen] =>
				isObject(e[1]) && isText(e[1].sign) && isNumber(e[1].size) && isNumber(e[1].at) && optional(e[1].title, isText)
		)
	);
}

const NOTES = 40;
export const EMPTY_STATE: FolderState = {
	id: 'state',
	at: 0,
	trouble: '',
	asks: false,
	waits: [],
	notes: [],
	lacking: []
};

const isHad = (x: unknown): boolean =>
	isObject(x) && isText(x.stamp) && texts(x.line) && isText(x.savedAt) && x.text instanceof Uint8Array;
const isKnown = (x: unknown): x is Known =>
	isHad(x) && isObject(x) && isNumber(x.size) && isNumber(x.at) && isText(x.sign) && optional(x.before, isHad);

/** What is known of a file; undefined for nothing that can be used: it is as at the first time then. */
export async function knownOf(id: string, base: Database): Promise<Known | undefined> {
	const row: unknown = await base.folder.get(id);
	return isKnown(row) ? row : undefined;
}

export async function readableOf(id: string, base: Database): Promise<ReadableState | undefined> {
	const row: unknown = await base.folder.get(id);
	return isObject(row) && isText(row.sign) && isText(row.name) && texts(row.cites) && texts(row.files)
		? (row as unknown as ReadableState)
		: undefined;
}

/** The folder that was chosen; undefined for none. */
export async function chosenFolder(base: Database): Promise<Chosen | undefined> {
	const row: unknown = await base.folder.get('folder');
	return isObject(row) && isObject(row.handle) && isText(row.name) && isText(row.by) && isText(row.machine)
		? (row as unknown as Chosen)
		: undefined;
}

export async function folderState(base: Database): Promise<FolderState> {
	const row: unknown = await base.folder.get('state');
	const sound =
		isObject(row) && isNumber(row.at) && isText(row.trouble) && Array.isArray(row.notes) && texts(row.waits);
	return sound ? { ...EMPTY_STATE, ...(row as Partial<FolderState>) } : EMPTY_STATE;
}

/** Notes down how it went; what there is to be told comes first. */
export async function noteState(change: Partial<FolderState>, base: Database): Promise<void> {
	await base.transaction('rw', base.folder, async () => {
		const now = await folderState(base);
		const notes = [...(change.notes ?? []), ...now.notes].slice(0, NOTES);
		await base.folder.put({ ...now, ...change, notes });
	});
}

export const had = async (x: Omit<Had, 'text'>, text: string): Promise<Had> => ({
	stamp: x.stamp,
	line: x.line,
	savedAt: x.savedAt,
	text: await gzipText(text)
});
export const textOfHad = (h: Had): Promise<string> => gunzipText(h.text);

/** The folder is not used any more; what is in it stays. */
export const forgetFolder = (base: Database): Promise<void> => base.folder.clear();
