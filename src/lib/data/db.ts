/** The browser's database: tables and versions. Everything else goes through the repositories. */
import Dexie, { type Table } from 'dexie';
import type { Source } from '$lib/core/source';
import type { Asset, CitingForm, StoredDoc } from '$lib/core/manuscript';
import type { Comments, Sender, TrackedChange } from '$lib/core/paper';
import type { Work } from '$lib/core/work';
import type { FolderRow } from './folder/state';

export interface Manuscript {
	id: string;
	title: string;
	/** Kind of paper, in words: Chapter, Article, Essay. */
	kind: string;
	doc: StoredDoc;
	/** What undo takes back after a reload; checked against the document when it is opened. */
	undo?: string | { steps: unknown[]; inverted: unknown[] }[];
	/** When the text was changed last; `updatedAt` grows with any change. */
	textAt?: number;
	/** How far what was written ahead (write-ahead.ts) is in `doc`. */
	saved?: { session: string; step: number };
	/** Mirrors of what the document's attributes say, for the Desk; the document is the owner of all of them. */
	styleId: string;
	styleTitle: string;
	locale: string;
	form: CitingForm;
	uncited: string[];
	authors: string[];
	/** For the desk: sections, citations and placeholders as fractions of the length; read it with `openStrip`. */
	strip: EvidenceStrip | string;
	words: number;
	createdAt: number;
	updatedAt: number;
}

export interface EvidenceStrip {
	/** Where sections begin, 0 to 1. */
	sections: { at: number; title: string }[];
	/** Citations with their number of sources. */
	ticks: { at: number; size: number; pos: number }[];
	/** Things to check. */
	checks: { at: number; pos: number; what: string }[];
}

export interface Version {
	id?: number;
	manuscriptId: string;
	at: number;
	title: string;
	doc: StoredDoc;
	styleId: string;
	/** It went out in a live file. */
	sent?: SentFile;
	/** It is a live file that came back. */
	returned?: ReturnedFile;
}

/** What went out in a live file: to be compared with what comes back. */
export interface SentFile {
	/** The name that the file carries. */
	id: string;
	file: string;
	/** The text as it is read from that file, since no format holds everything. */
	back: StoredDoc;
}

export interface ReturnedFile {
	/** The name of what was sent; empty where the file has lost it. */
	of: string;
	/** Its name; empty for what was written on another machine of the same person (folder/). */
	file: string;
	/** Who saved it last, and when (ISO 8601). */
	sender: Sender;
	tracked: TrackedChange[];
	comments: Comments;
	/** Everything in it is decided. */
	closed: boolean;
}

/** A CSL file that the person brought. */
export interface OwnStyle {
	/** `own-` and the style's own name: never an id of the catalogue. */
	id: string;
	title: string;
	/** The file as it came. */
	xml: string;
	/** Style of the catalogue whose rules it uses; empty for one with rules of its own. */
	parent: string;
	kind: string;
	note: boolean;
	fields: string[];
	language: string;
	licence: string;
	/** When the style says it was changed. */
	changed: string;
	createdAt: number;
	updatedAt: number;
}

export interface Setting {
	key: string;
	value: unknown;
}

/** Something that was deleted, kept for a while (bin.ts). */
export type BinRow = { id: string; at: number; title: string } & (
	| { kind: 'source'; source: Source }
	| { kind: 'manuscript'; manuscript: Manuscript; versions: Version[] }
	| { kind: 'style'; style: OwnStyle }
	| { kind: 'work'; work: Work }
);

/** A record that could not be used, set aside so that everything else works (repair.ts). */
export interface RepairRow {
	id: string;
	/** The table it is from, or `ahead` for what was written ahead of a save. */
	from: 'sources' | 'manuscripts' | 'versions' | 'styles' | 'works' | 'settings' | 'ahead';
	/** What is wrong with it, in words. */
	fault: string;
	at: number;
	/** The record as it was. */
	raw: unknown;
}

export const EMPTY_STRIP: EvidenceStrip = { sections: [], ticks: [], checks: [] };

/** Version of the tables; IndexedDB has it times ten (Dexie's way). */
const TABLES = 6;

export class Database extends Dexie {
	sources!: Table<Source, string>;
	manuscripts!: Table<Manuscript, string>;
	versions!: Table<Version, number>;
	settings!: Table<Setting, string>;
	styles!: Table<OwnStyle, string>;
	assets!: Table<Asset, string>;
	works!: Table<Work, string>;
	bin!: Table<BinRow, string>;
	repair!: Table<RepairRow, string>;
	/** What is known of the folder with copies (folder/state.ts). */
	folder!: Table<FolderRow, string>;

	constructor(name = 'rapid-quill') {
		super(name);
		// each version says what is new in it; data of older ones is carried over
		this.version(1).stores({
			sources: 'id, &key, updatedAt',
			manuscripts: 'id, updatedAt',
			versions: '++id, manuscriptId, [manuscriptId+at]',
			settings: 'key'
		});
		this.version(2).stores({ styles: 'id, updatedAt' });
		this.version(3).stores({ assets: 'id', bin: 'id, at', repair: 'id, at' });
		this.version(4).stores({ works: 'id, updatedAt' });
		this.version(5).stores({ folder: 'id' });
		// what a source was merged from leads to it
		this.version(TABLES).stores({ sources: 'id, &key, updatedAt, *replaces' });
	}
}

/** Opens the database, but not one of a newer version: what that keeps is not known here. @throws VersionError */
export async function openDatabase(base: Database = db): Promise<void> {
	await base.open();
	if (base.backendDB().version <= TABLES * 10) return;
	base.close();
	throw new Dexie.VersionError('The tables are of a newer version.');
}

/** Storage that cannot be used, with words for the person. */
export class StorageError extends Error {
	constructor(
		message: string,
		readonly cause?: unknown
	) {
		super(message);
		this.name = 'StorageError';
	}
}

/** Whether something went wrong with keeping, and not with what was to be kept. */
export const isStorage = (e: unknown): boolean => {
	const { name = '', inner } = (e ?? {}) as { name?: string; inner?: { name?: string } };
	return /Quota|Version|OpenFailed|MissingAPI|InvalidState|DatabaseClosed|UnknownError/.test(
		name + (inner?.name ?? '')
	);
};

/** Says in words what stands in the way of keeping things in this browser. */
export function storageMessage(e: unknown): string {
	const name = (e as { name?: string } | null)?.name ?? '';
	const inner = (e as { inner?: { name?: string } } | null)?.inner?.name ?? '';
	if (/Quota/.test(name + inner))
		return 'This browser has no room left. What you see is kept in this tab only: hand in or copy it, make room, then go on.';
	if (/Version/.test(name + inner))
		return 'The data here was written by a newer version of Rapid Quill. Nothing was changed. Reload to get that version.';
	return 'This browser does not let Rapid Quill keep anything here (a private window, or storage is switched off). You can look around, but nothing will be there later.';
}

export const db = new Database();
