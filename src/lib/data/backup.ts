/** One file with everything: library, manuscripts, their earlier states and pictures, settings. Open JSON; restoring is previewed. */
import Joi from 'joi';
import { assetFromData, assetToData, openDoc, readDoc, type Asset, type StoredDoc } from '$lib/core/manuscript';
import { sourceFaults } from '$lib/core/source/validate';
import type { Source } from '$lib/core/source';
import { wholeWork, type Work } from '$lib/core/work';
import { freeKey } from './bin';
import { announce } from './changes';
import { db, type Database, type Manuscript, type OwnStyle, type Setting, type Version } from './db';
import { rowFault } from './row-schemas';
import { isVersion, wholeManuscript, wholeStyle } from './rows';
import { isSetting, putSetting } from './settings';
import { unpacked } from './versions';
import { openStrip } from './strip';

const FORMAT = 'rapid-quill-backup';
const VERSION = 1;

export interface Backup {
	format: string;
	version: number;
	savedAt: string;
	sources: Source[];
	manuscripts: Manuscript[];
	versions: Version[];
	settings: Setting[];
	/** CSL files the person brought; backups of before there were any have none. */
	styles: OwnStyle[];
	/** Pictures by their names, as data addresses; backups of before have theirs in the documents. */
	assets: { id: string; data: string }[];
	/** Bound works; backups of before there were any have none. */
	works: Work[];
	/** What a file in a folder says of itself, read with `cleanHead` (core/folder). */
	folder?: unknown;
}

/** Settings that belong to this browser and not to the work. */
export const LOCAL = new Set(['begun', 'lastBackup', 'backupLater']);

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
	const tables = [base.sources, base.manuscripts, base.versions, base.settings, base.styles, base.assets, base.works];
	const all = await base.transaction('r', tables, async () => ({
		sources: await base.sources.toArray(),
		manuscripts: await base.manuscripts.toArray(),
		versions: await base.versions.toArray(),
		settings: (await base.settings.toArray()).filter((s) => !LOCAL.has(s.key)),
		styles: await base.styles.toArray(),
		assets: await base.assets.toArray(),
		works: await base.works.toArray()
	}));
	return {
		...emptyBackup(),
		...all,
		manuscripts: opened(all.manuscripts).map((m) => ({ ...m, strip: openStrip(m.strip) })),
		versions: opened(await Promise.all(all.versions.map(unpacked))),
		assets: all.assets.map((a) => ({ id: a.id, data: assetToData(a) }))
	};
}

export const emptyBackup = (): Backup => ({
	format: FORMAT,
	version: VERSION,
	savedAt: new Date().toISOString(),
	sources: [],
	manuscripts: [],
	versions: [],
	settings: [],
	styles: [],
	assets: [],
	works: []
});

export const noteBackup = (base: Database = db): Promise<void> => putSetting('lastBackup', Date.now(), base);

const envelope = Joi.object({
	format: Joi.string().required(),
	version: Joi.number().integer().min(1).required(),
	savedAt: Joi.string().isoDate().required(),
	sources: Joi.array().required(),
	manuscripts: Joi.array().required(),
	versions: Joi.array().required(),
	settings: Joi.array().required(),
	styles: Joi.array().default([]),
	assets: Joi.array().default([]),
	works: Joi.array().default([]),
	folder: Joi.object().unknown(true)
});
const setting = Joi.object({ key: Joi.string().required(), value: Joi.any() });

/** A backup that cannot be taken, with words for the person. */
export class BackupError extends Error {
	override name = 'BackupError';
	constructor(
		message: string,
		/** A newer version has written it. */
		readonly newer = false
	) {
		super(message);
	}
}

export interface ReadBackup {
	backup: Backup;
	/** What in the file could not be read, and is left out. */
	skipped: string[];
}

/** Whether a text is a backup of ours at all. */
export const looksLikeBackup = (text: string): boolean =>
	new RegExp(`^\\s*\\{\\s*"format"\\s*:\\s*"${FORMAT}"`).test(text.replace(/^\uFEFF/, ''));

/**
 * Reads a file; records that are broken are named and left out.
 * @param format of a file that has the same form and another purpose, with its name in words
 * @throws BackupError where it is none
 */
export function readBackup(text: string, format: string = FORMAT, what = 'backup'): ReadBackup {
	let data: unknown;
	try {
		data = JSON.parse(text.replace(/^\uFEFF/, ''));
	} catch (e) {
		throw new BackupError(`This file breaks off or is no ${what}: ${(e as Error).message}. Nothing was changed.`);
	}
	const { error } =
		(data as Backup | null)?.format === format
			? envelope.validate(data, { convert: false })
			: { error: new Error('it says of itself that it is something else') };
	if (error)
		throw new BackupError(
			`This is no ${what} of Rapid Quill: ${error.message.replace(/"/g, '“')}. Nothing was changed.`
		);
	const b = data as Backup;
	if (b.version > VERSION)
		throw new BackupError(
			`This ${what} was made by a newer version of Rapid Quill. Nothing was changed. Get that version and try again.`,
			true
		);
	const skipped: string[] = [];
	const ids = new Set<string>();
	/** Those of a list that can be used; for the others it is said which and why. */
	const sift = <T>(
		name: string,
		list: unknown[],
		fault: (x: unknown) => string,
		whole: (x: unknown) => T | null
	): T[] =>
		list.flatMap((x, i) => {
			const why = fault(x);
			const out = why ? null : whole(x);
			if (out !== null) return [out];
			const { title } = (x ?? {}) as { title?: unknown };
			skipped.push(
				`${name} ${i + 1}${typeof title === 'string' && title ? `, “${title}”` : ''}: ${why || 'it cannot be read.'}`
			);
			return [];
		});
	const sources = sift(
		'Source',
		b.sources,
		(s) => {
			const [f] = sourceFaults(s);
			if (f) return `${f.field}: ${f.message}`;
			const { id } = s as Source;
			if (ids.has(id)) return 'there are two with this id.';
			ids.add(id);
			return '';
		},
		(s) => s as Source
	);
	const documentFault = (m: unknown): string => {
		try {
			readDoc((m as Manuscript).doc);
			return '';
		} catch (e) {
			return (e as Error).message;
		}
	};
	const manuscripts = sift(
		'Manuscript',
		b.manuscripts,
		(m) => rowFault('manuscripts', m) || documentFault(m),
		wholeManuscript
	);
	const styles = sift('Style', b.styles ?? [], (s) => rowFault('styles', s), wholeStyle);
	const works = sift('Bound work', b.works ?? [], (w) => rowFault('works', w), wholeWork);
	const there = new Set(manuscripts.map((m) => m.id));
	const versions = sift(
		'Earlier state',
		b.versions,
		(v) => rowFault('versions', v) || documentFault(v),
		(v) => (isVersion(v) ? v : null)
	);
	const settings = sift(
		'Setting',
		b.settings,
		(s) => setting.validate(s).error?.message ?? '',
		(s) => (isSetting((s as Setting).key, (s as Setting).value) ? (s as Setting) : null)
	);
	const assets = sift(
		'Picture',
		b.assets ?? [],
		(a) =>
			assetFromData(String((a as { data?: unknown } | null)?.data))?.id === (a as { id?: unknown } | null)?.id
				? ''
				: 'its data is not what its name says.',
		(a) => a as Backup['assets'][number]
	);
	return {
		backup: {
			...b,
			sources,
			manuscripts,
			styles,
			settings,
			assets,
			works,
			versions: versions.filter((v) => there.has(v.manuscriptId))
		},
		skipped
	};
}

/** What restoring would do, counted before anything is done. */
export interface RestorePlan {
	sources: { added: Source[]; replaced: Source[]; same: number; newer: Source[] };
	manuscripts: { added: Manuscript[]; replaced: Manuscript[]; same: number; newer: Manuscript[] };
	works: { added: Work[]; replaced: Work[]; same: number; newer: Work[] };
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
		manuscripts: sort(b.manuscripts, await base.manuscripts.toArray()),
		works: sort(b.works, await base.works.toArray())
	};
}

export interface Restored {
	/**
	 * Puts back what was there before. What was changed since the restore stays as it is.
	 * @returns how many records stay for that
	 */
	takeBack(): Promise<number>;
}

/** What a table held before, by key; null for what was new. */
type Before<T> = Map<string, T | null>;

/**
 * Restores: what is new is added, what is older here is replaced; what is newer here is left unless asked for. A
 * manuscript that is replaced leaves its present state as a version.
 */
export async function restore(b: Backup, olderToo: boolean, base: Database = db): Promise<Restored> {
	const assets = b.assets.map((a) => assetFromData(a.data)).filter((a): a is Asset => a !== null);
	const tables = [
		base.sources,
		base.manuscripts,
		base.versions,
		base.settings,
		base.styles,
		base.assets,
		base.works
	] as const;
	const sources: Before<Source> = new Map();
	const manuscripts: Before<Manuscript> = new Map();
	const styles: Before<OwnStyle> = new Map();
	const settings: Before<Setting> = new Map();
	const works: Before<Work> = new Map();
	let written: Source[] = [];
	let stamps = new Map<string, number>();
	let versions: number[] = [];
	const kept: number[] = [];
	await base.transaction('rw', tables, async () => {
		// within the transaction, so that nothing that is written meanwhile counts as older
		const plan = await planRestore(b, base);
		const pick = <T>(p: { added: T[]; replaced: T[]; newer: T[] }): T[] => [
			...p.added,
			...p.replaced,
			...(olderToo ? p.newer : [])
		];
		const here = await base.sources.toArray();
		const incoming = pick(plan.sources);
		const ids = new Set(incoming.map((s) => s.id));
		for (const s of incoming) sources.set(s.id, null);
		for (const s of here) if (ids.has(s.id)) sources.set(s.id, s);
		const taken = new Set(here.filter((s) => !ids.has(s.id)).map((s) => s.key));
		// a key that another source here has is given a number: no source is lost for it
		written = incoming.map((s) => {
			const key = freeKey(s.key, taken);
			taken.add(key);
			return key === s.key ? s : { ...s, key };
		});
		await base.sources.bulkDelete([...ids]);
		await base.sources.bulkPut(written);
		const texts = pick(plan.manuscripts);
		for (const m of texts) {
			const now = await base.manuscripts.get(m.id);
			manuscripts.set(m.id, now ?? null);
			// a time of its own: it is another state than any this browser has seen, open tabs notice it
			const at = Math.max(m.updatedAt, (now?.updatedAt ?? 0) + 1);
			const next = { ...m, updatedAt: at, textAt: at };
			if (now) {
				const v: Version = { manuscriptId: m.id, at: Date.now(), title: now.title, doc: now.doc, styleId: now.styleId };
				kept.push(await base.versions.add(v));
			}
			await base.manuscripts.put(next);
			stamps.set(m.id, next.updatedAt);
		}
		versions = (await base.versions.bulkAdd(
			b.versions
				.filter((v) => manuscripts.has(v.manuscriptId))
				// under numbers of their own
				.map(({ id: _, ...v }) => v),
			{ allKeys: true }
		)) as number[];
		for (const s of b.settings.filter((x) => !LOCAL.has(x.key))) {
			settings.set(s.key, (await base.settings.get(s.key)) ?? null);
			await base.settings.put(s);
		}
		for (const s of pick(sort(b.styles, await base.styles.toArray()))) {
			styles.set(s.id, (await base.styles.get(s.id)) ?? null);
			await base.styles.put(s);
		}
		for (const w of pick(plan.works)) {
			const now = await base.works.get(w.id);
			works.set(w.id, now ?? null);
			const next = { ...w, updatedAt: Math.max(w.updatedAt, (now?.updatedAt ?? 0) + 1) };
			await base.works.put(next);
			stamps.set(w.id, next.updatedAt);
		}
		// pictures are named by what they are: what is here is the same, and needs no way back
		await base.assets.bulkPut(assets);
	});
	announce({ put: written.map((s) => s.id), gone: [] }, written);
	stamps = new Map([...stamps, ...written.map((s) => [s.id, s.updatedAt] as const)]);

	const takeBack = async (): Promise<number> => {
		let left = 0;
		const put: Source[] = [];
		const gone: string[] = [];
		await base.transaction('rw', tables, async () => {
			left = 0;
			for (const [id, before] of sources) {
				const now = await base.sources.get(id);
				if (now?.updatedAt !== stamps.get(id)) {
					left++;
					continue;
				}
				await base.sources.delete(id);
				if (before) put.push(before);
				else gone.push(id);
			}
			const taken = new Set((await base.sources.orderBy('key').keys()) as string[]);
			for (const [i, s] of put.entries()) {
				put[i] = { ...s, key: freeKey(s.key, taken) };
				taken.add(put[i].key);
			}
			await base.sources.bulkPut(put);
			for (const [id, before] of manuscripts) {
				const now = await base.manuscripts.get(id);
				if (now?.updatedAt !== stamps.get(id)) left++;
				else if (before)
					await base.manuscripts.put({ ...before, updatedAt: now!.updatedAt + 1, textAt: now!.updatedAt + 1 });
				else await base.manuscripts.delete(id);
			}
			for (const [id, before] of works) {
				const now = await base.works.get(id);
				if (now?.updatedAt !== stamps.get(id)) left++;
				else if (before) await base.works.put({ ...before, updatedAt: now!.updatedAt + 1 });
				else await base.works.delete(id);
			}
			await base.versions.bulkDelete([...versions, ...kept]);
			for (const [key, before] of settings) await (before ? base.settings.put(before) : base.settings.delete(key));
			for (const [id, before] of styles) await (before ? base.styles.put(before) : base.styles.delete(id));
		});
		announce({ put: put.map((s) => s.id), gone }, put);
		return left;
	};
	return { takeBack };
}
