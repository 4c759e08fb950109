/** One file with everything: library, manuscripts, their earlier states, settings. Open JSON; restoring is previewed. */
import Joi from 'joi';
import { openStrip } from './strip';
import { openDoc, readDoc, type StoredDoc } from '$lib/core/manuscript';
import { sourceFaults } from '$lib/core/source/validate';
import type { Source } from '$lib/core/source';
import { announce } from './changes';
import { db, type Database, type Manuscript, type OwnStyle, type Setting, type Version } from './db';
import { putSetting } from './settings';

const FORMAT = 'rapid-quill-backup';
const VERSION = 1;

export interface Backup {
	format: typeof FORMAT;
	version: number;
	savedAt: string;
	sources: Source[];
	manuscripts: Manuscript[];
	versions: Version[];
	settings: Setting[];
	/** CSL files the person brought; backups of before there were any have none. */
	styles: OwnStyle[];
}

/** Settings that belong to this browser and not to the work. */
const LOCAL = new Set(['begun', 'lastBackup', 'backupLater']);

/** Documents as objects, so that the file can be read by others; one whose text is broken goes into it as it is. */
const opened = <T extends { doc: StoredDoc }>(list: T[]): T[] =>
	list.map((x) => {
		try {
			return { ...x, doc: openDoc(x.doc) };
		} catch {
			return x;
		}
	});

/** Everything, read in one go. */
export async function makeBackup(base: Database = db): Promise<Backup> {
	const tables = [base.sources, base.manuscripts, base.versions, base.settings, base.styles];
	const all = await base.transaction('r', tables, async () => ({
		sources: await base.sources.toArray(),
		manuscripts: await base.manuscripts.toArray(),
		versions: await base.versions.toArray(),
		settings: (await base.settings.toArray()).filter((s) => !LOCAL.has(s.key)),
		styles: await base.styles.toArray()
	}));
	return {
		format: FORMAT,
		version: VERSION,
		savedAt: new Date().toISOString(),
		...all,
		manuscripts: opened(all.manuscripts).map((m) => ({ ...m, strip: openStrip(m.strip) })),
		versions: opened(all.versions)
	};
}

export const noteBackup = (base: Database = db): Promise<void> => putSetting('lastBackup', Date.now(), base);

const manuscript = Joi.object({
	id: Joi.string().required(),
	title: Joi.string().allow('').required(),
	kind: Joi.string().allow('').required(),
	doc: Joi.object({
		version: Joi.number().required(),
		content: Joi.alternatives(Joi.object(), Joi.string()).required()
	}).required(),
	styleId: Joi.string().required(),
	styleTitle: Joi.string().allow('').required(),
	locale: Joi.string().allow('').required(),
	form: Joi.string().valid('in-text', 'footnotes', 'endnotes').required(),
	uncited: Joi.array().items(Joi.string()).required(),
	authors: Joi.array().items(Joi.string().allow('')).required(),
	strip: Joi.object().required(),
	words: Joi.number().required(),
	createdAt: Joi.number().required(),
	updatedAt: Joi.number().required()
}).unknown(true);

const envelope = Joi.object({
	format: Joi.string().valid(FORMAT).required(),
	version: Joi.number().integer().min(1).required(),
	savedAt: Joi.string().isoDate().required(),
	sources: Joi.array().required(),
	manuscripts: Joi.array().required(),
	versions: Joi.array()
		.items(
			Joi.object({
				manuscriptId: Joi.string().required(),
				at: Joi.number().required(),
				doc: Joi.object().required()
			}).unknown(true)
		)
		.required(),
	settings: Joi.array()
		.items(Joi.object({ key: Joi.string().required(), value: Joi.any() }))
		.required(),
	styles: Joi.array().default([])
});

const style = Joi.object({
	id: Joi.string()
		.pattern(/^own-[\w.-]+$/)
		.required(),
	title: Joi.string().required(),
	xml: Joi.string().required(),
	parent: Joi.string().allow('').required(),
	updatedAt: Joi.number().required()
}).unknown(true);

/** A backup that cannot be taken, with words for the person. */
export class BackupError extends Error {
	override name = 'BackupError';
}

export interface ReadBackup {
	backup: Backup;
	/** What in the file could not be read, and is left out. */
	skipped: string[];
}

/** Whether a text is a backup of ours at all. */
export const looksLikeBackup = (text: string): boolean =>
	new RegExp(`^\\s*\\{\\s*"format"\\s*:\\s*"${FORMAT}"`).test(text.replace(/^\uFEFF/, ''));

/** Reads a file; records that are broken are named and left out. @throws BackupError where it is none. */
export function readBackup(text: string): ReadBackup {
	let data: unknown;
	try {
		data = JSON.parse(text.replace(/^\uFEFF/, ''));
	} catch (e) {
		throw new BackupError(`This file breaks off or is no backup: ${(e as Error).message}. Nothing was changed.`);
	}
	const { error } = envelope.validate(data, { convert: false });
	if (error)
		throw new BackupError(
			`This is no backup of Rapid Quill: ${error.message.replace(/"/g, '“')}. Nothing was changed.`
		);
	const b = data as Backup;
	if (b.version > VERSION)
		throw new BackupError(
			'This backup was made by a newer version of Rapid Quill. Nothing was changed. Get that version and try again.'
		);
	const skipped: string[] = [];
	const ids = new Set<string>();
	const sources = b.sources.filter((s, i) => {
		const faults = sourceFaults(s);
		if (faults.length) skipped.push(`Source ${i + 1}: ${faults[0].field}: ${faults[0].message}`);
		else if (ids.has(s.id)) skipped.push(`Source ${i + 1}: there are two with this id.`);
		if (faults.length || ids.has(s.id)) return false;
		ids.add(s.id);
		return true;
	});
	const manuscripts = b.manuscripts.filter((m, i) => {
		const fault = manuscript.validate(m, { convert: false }).error;
		try {
			if (!fault) readDoc(m.doc).check();
		} catch (e) {
			skipped.push(`Manuscript ${i + 1}, “${m.title}”: ${(e as Error).message}`);
			return false;
		}
		if (fault) skipped.push(`Manuscript ${i + 1}: ${fault.message.replace(/"/g, '“')}`);
		return !fault;
	});
	const styles = (b.styles ?? []).filter((s, i) => {
		const { error: fault } = style.validate(s, { convert: false });
		if (fault) skipped.push(`Style ${i + 1}: ${fault.message.replace(/"/g, '“')}`);
		return !fault;
	});
	const there = new Set(manuscripts.map((m) => m.id));
	return {
		backup: { ...b, sources, manuscripts, styles, versions: b.versions.filter((v) => there.has(v.manuscriptId)) },
		skipped
	};
}

/** What restoring would do, counted before anything is done. */
export interface RestorePlan {
	sources: { added: Source[]; replaced: Source[]; same: number; newer: Source[] };
	manuscripts: { added: Manuscript[]; replaced: Manuscript[]; same: number; newer: Manuscript[] };
}

function sort<T extends { id: string; updatedAt: number }>(from: T[], here: T[]) {
	const by = new Map(here.map((x) => [x.id, x]));
	const out = { added: [] as T[], replaced: [] as T[], same: 0, newer: [] as T[] };
	for (const x of from) {
		const mine = by.get(x.id);
		if (!mine) out.added.push(x);
		else if (mine.updatedAt === x.updatedAt) out.same++;
		else if (mine.updatedAt > x.updatedAt) out.newer.push(x);
		else out.replaced.push(x);
	}
	return out;
}

export async function planRestore(b: Backup, base: Database = db): Promise<RestorePlan> {
	return {
		sources: sort(b.sources, await base.sources.toArray()),
		manuscripts: sort(b.manuscripts, await base.manuscripts.toArray())
	};
}

/**
 * Restores: what is new is added, what is older here is replaced; what is newer here is left unless asked for.
 * @returns a function that puts everything back as it was
 */
export async function restore(b: Backup, olderToo: boolean, base: Database = db): Promise<() => Promise<void>> {
	const plan = await planRestore(b, base);
	const sources = [...plan.sources.added, ...plan.sources.replaced, ...(olderToo ? plan.sources.newer : [])];
	const manuscripts = [
		...plan.manuscripts.added,
		...plan.manuscripts.replaced,
		...(olderToo ? plan.manuscripts.newer : [])
	];
	const styles = sort(b.styles, await base.styles.toArray());
	const tables = [base.sources, base.manuscripts, base.versions, base.settings, base.styles] as const;
	let before: [Source[], Manuscript[], Version[], Setting[], OwnStyle[]] = [[], [], [], [], []];
	let written: Source[] = [];
	await base.transaction('rw', tables, async () => {
		before = [
			await base.sources.toArray(),
			await base.manuscripts.toArray(),
			await base.versions.toArray(),
			await base.settings.toArray(),
			await base.styles.toArray()
		];
		const incoming = new Set(sources.map((s) => s.id));
		const taken = new Set(before[0].filter((s) => !incoming.has(s.id)).map((s) => s.key));
		// a key that another source here has is given a number: no source is lost for it
		written = sources.map((s) => {
			let { key } = s;
			for (let n = 2; taken.has(key); n++) key = `${s.key}-${n}`;
			taken.add(key);
			return key === s.key ? s : { ...s, key };
		});
		await base.sources.bulkDelete([...incoming]);
		await base.sources.bulkPut(written);
		await base.manuscripts.bulkPut(manuscripts);
		const ids = new Set(manuscripts.map((m) => m.id));
		await base.versions.bulkAdd(
			b.versions
				.filter((v) => ids.has(v.manuscriptId))
				.map(({ manuscriptId, at, title, doc, styleId }) => ({ manuscriptId, at, title, doc, styleId }))
		);
		await base.settings.bulkPut(b.settings.filter((s) => !LOCAL.has(s.key)));
		await base.styles.bulkPut([...styles.added, ...styles.replaced, ...(olderToo ? styles.newer : [])]);
	});
	announce({ put: written.map((s) => s.id), gone: [] });
	return async () => {
		await base.transaction('rw', tables, async () => {
			await Promise.all(tables.map((t) => t.clear()));
			await base.sources.bulkPut(before[0]);
			await base.manuscripts.bulkPut(before[1]);
			await base.versions.bulkPut(before[2]);
			await base.settings.bulkPut(before[3]);
			await base.styles.bulkPut(before[4]);
		});
		const had = new Set(before[0].map((s) => s.id));
		announce({ put: [...had], gone: written.map((s) => s.id).filter((id) => !had.has(id)) });
	};
}
