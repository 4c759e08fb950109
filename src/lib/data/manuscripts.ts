/** Manuscripts and their earlier states. */
import Dexie from 'dexie';
import { bibliographyHeading } from '$lib/core/citing';
import {
	cleanSettings,
	setDocAttrs,
	settingsOf,
	styleOf,
	nameOf,
	newId,
	readDoc,
	schema,
	storeDoc,
	UNTITLED,
	type DocStyle
} from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { binManuscript, putBack } from './bin';
import { db, EMPTY_STRIP, type Database, type Manuscript, type Version } from './db';
import { getSetting } from './settings';
import { soundManuscripts, soundVersions } from './repair';
import { describe, storeStrip } from './strip';

const VERSION_GAP = 5 * 60 * 1000;
const VERSIONS_KEPT = 40;

/** What a manuscript can be started from: a style, and the kind of paper that its pages are (core/page). */
export const PAPERS: { kind: string; page: string; styleId: string; styleTitle: string; note: string }[] = [
	{
		kind: 'Essay',
		page: 'essay',
		styleId: 'modern-language-association',
		styleTitle: 'MLA 9th',
		note: 'MLA, in text'
	},
	{ kind: 'Research paper', page: 'student', styleId: 'apa', styleTitle: 'APA 7th', note: 'APA, in text' },
	{
		kind: 'Thesis chapter',
		page: 'thesis-chapter',
		styleId: 'chicago-fullnote-bibliography',
		styleTitle: 'Chicago 17th, full note',
		note: 'Chicago, footnotes'
	},
	{ kind: 'Lab report', page: 'lab-report', styleId: 'ieee', styleTitle: 'IEEE', note: 'IEEE, numbers' },
	{
		kind: 'Conference paper',
		page: 'conference',
		styleId: 'ieee',
		styleTitle: 'IEEE',
		note: 'IEEE, numbers, two columns'
	},
	{
		kind: 'Journal manuscript',
		page: 'journal',
		styleId: 'apa',
		styleTitle: 'APA 7th',
		note: 'APA, line numbers'
	}
];

// --- reading --------------------------------------------------------------------------------------------------------

/** A manuscript by its id; undefined for none, or one that had to be set aside. */
export const getManuscript = async (id: string, base: Database = db): Promise<Manuscript | undefined> =>
	soundManuscripts([await base.manuscripts.get(id)], base)[0];

/** All manuscripts, the one changed last first. */
export const listManuscripts = async (base: Database = db): Promise<Manuscript[]> =>
	// by the key and not by the index: a row without a time of change is not in the index
	soundManuscripts(await base.manuscripts.toArray(), base).sort((a, b) => b.updatedAt - a.updatedAt);

/**
 * The document of a manuscript. Its attributes own the style and what is listed without being cited; where an older
 * record kept them beside the document, they are taken from there.
 * @throws ManuscriptError where it cannot be read
 */
export function docOf(m: Manuscript): Node {
	const doc = readDoc(m.doc);
	const settings = settingsOf(doc);
	const own = styleOf(doc);
	const beside = m.uncited.filter((id) => !settings.uncited.some((u) => u.id === id)).map((id) => ({ id, why: '' }));
	// from version 2 on the record only mirrors the document
	if (own && (m.doc.version > 1 || !beside.length)) return doc;
	const style: DocStyle = own ?? { id: m.styleId, title: m.styleTitle, form: m.form, locale: m.locale, facts: null };
	return setDocAttrs(new Transform(doc), {
		style,
		settings: { ...settings, uncited: [...settings.uncited, ...beside] }
	}).doc;
}

// --- writing --------------------------------------------------------------------------------------------------------

/** What a new manuscript holds; an empty sheet with its list otherwise. */
export interface Beginning {
	doc: Node;
	authors: string[];
	/** BCP 47; empty for what new manuscripts have. */
	locale: string;
}

export async function createManuscript(
	kind = 'Research paper',
	title = '',
	base: Database = db,
	beginning?: Beginning
): Promise<Manuscript> {
	const paper = PAPERS.find((p) => p.kind === kind) ?? PAPERS[1];
	const now = Date.now();
	const [wish, wished, name] = await Promise.all([
		getSetting('newStyle', base),
		getSetting('newLocale', base),
		getSetting('name', base)
	]);
	const chosen = wish ?? { id: paper.styleId, title: paper.styleTitle, note: paper.styleId.includes('fullnote') };
	// a document of our own comes with the style it was written in
	const style: DocStyle = (beginning && styleOf(beginning.doc)) ?? {
		id: chosen.id,
		title: chosen.title,
		form: chosen.note ? 'footnotes' : 'in-text',
		locale: beginning?.locale || wished,
		facts: null
	};
	const { id: styleId, title: styleTitle, form, locale } = style;
	const doc = beginning
		? setDocAttrs(new Transform(beginning.doc), { style }).doc
		: schema.nodes.doc.create({ style, settings: { ...cleanSettings(null), page: { kind: paper.page } } }, [
				// an empty title is written on the sheet
				schema.nodes.heading.create({ id: newId(), level: 1 }, title ? schema.text(title) : null),
				schema.nodes.paragraph.create(),
				schema.nodes.bibliography.create(
					{ id: newId() },
					schema.nodes.heading.create(
						{ id: newId(), level: 2 },
						schema.text(bibliographyHeading(styleId, form !== 'in-text'))
					)
				)
			]);
	const { strip, words } = beginning ? describe(doc, form) : { strip: EMPTY_STRIP, words: 0 };
	const m: Manuscript = {
		id: newId(),
		title: title || (beginning ? nameOf(doc) : UNTITLED),
		kind: paper.kind,
		doc: storeDoc(doc),
		styleId,
		styleTitle,
		locale,
		form,
		uncited: settingsOf(doc).uncited.map((u) => u.id),
		authors: beginning?.authors.length ? beginning.authors : name.trim() ? [name.trim()] : [],
		strip: beginning ? storeStrip(strip) : strip,
		words,
		createdAt: now,
		updatedAt: now
	};
	await base.manuscripts.add(m);
	return m;
}

/** Times of change grow with every write, so that they tell states apart. */
const after = (before: number): number => Math.max(Date.now(), before + 1);

/** Writes a manuscript down; its state before is kept as a version when the last one is some minutes old. */
async function write(before: Manuscript, change: Partial<Manuscript>, base: Database): Promise<Manuscript> {
	const now = after(before.updatedAt);
	if (change.doc) {
		const { id } = before;
		// keys alone: the states themselves are long texts
		const of = base.versions.where('[manuscriptId+at]').between([id, 0], [id, Infinity]);
		const at = (await of.keys()) as unknown as [string, number][];
		if (now - (at.at(-1)?.[1] ?? -Infinity) > VERSION_GAP) {
			const v: Version = { manuscriptId: id, at: now, title: before.title, doc: before.doc, styleId: before.styleId };
			await base.versions.add(v);
			const all = (await base.versions.where('manuscriptId').equals(id).primaryKeys()) as number[];
			if (all.length > VERSIONS_KEPT) await base.versions.bulkDelete(all.slice(0, all.length - VERSIONS_KEPT));
		}
	}
	const next = { ...before, ...change, updatedAt: now, ...(change.doc ? { textAt: now } : {}) };
	await base.manuscripts.put(next);
	return next;
}

/** Saves a change of a manuscript that is not open here; nothing, where it is gone. */
export async function saveManuscript(id: string, change: Partial<Manuscript>, base: Database = db): Promise<void> {
	await base.transaction('rw', base.manuscripts, base.versions, async () => {
		const before = await getManuscript(id, base);
		if (before) await write(before, change, base);
	});
}

/**
 * What a save of an open manuscript came to:
 * - `saved`: it is written; `row` has what others changed beside the text meanwhile
 * - `gone`: it was deleted; nothing is written
 * - `changed`: its text was changed by somebody else; nothing is written, `row` is what is there now
 */
export type SaveOutcome = { kind: 'saved' | 'changed'; row: Manuscript } | { kind: 'gone' };

const sameDoc = (a: Manuscript, b: Manuscript): boolean =>
	a.doc.version === b.doc.version &&
	(a.doc.content === b.doc.content || JSON.stringify(a.doc.content) === JSON.stringify(b.doc.content));

/** When the text of a manuscript was changed last. */
export const textChangedAt = (m: Manuscript): number => m.textAt ?? m.createdAt;

/** Writes an open manuscript time and again, and notices when somebody else has written it. */
export class ManuscriptWriter {
	/** The record as this writer knows it. */
	last: Manuscript;

	constructor(
		opened: Manuscript,
		private readonly base: Database = db
	) {
		this.last = opened;
	}

	/**
	 * Saves a change. A long text is not read for that while nobody else has changed it: it is as it was saved last.
	 * A field beside the text that somebody else changed, and this change does not mean to, stays as they have it.
	 */
	async save(change: Partial<Manuscript>): Promise<SaveOutcome> {
		const { base, last } = this;
		const outcome = await base.transaction('rw', base.manuscripts, base.versions, async (): Promise<SaveOutcome> => {
			const { id, updatedAt } = last;
			const same = (await base.manuscripts.where('updatedAt').equals(updatedAt).primaryKeys()).includes(id);
			if (same) return { kind: 'saved', row: await write(last, change, base) };
			const now = await base.manuscripts.get(id);
			if (!now) return { kind: 'gone' };
			if (!sameDoc(now, last)) return { kind: 'changed', row: now };
			const mine = Object.fromEntries(
				Object.entries(change).filter(([k, v]) => k !== 'title' || v !== last.title)
			) as Partial<Manuscript>;
			return { kind: 'saved', row: await write(now, mine, base) };
		});
		if (outcome.kind === 'saved') this.last = outcome.row;
		return outcome;
	}

	/** Puts the manuscript back where it was deleted, with a change. */
	async putBack(change: Partial<Manuscript>): Promise<Manuscript> {
		const now = after(this.last.updatedAt);
		const row = { ...this.last, ...change, updatedAt: now, textAt: now };
		await this.base.transaction('rw', this.base.manuscripts, this.base.versions, this.base.bin, async () => {
			const kept = await this.base.bin.get(`manuscript:${row.id}`);
			if (kept?.kind === 'manuscript') await this.base.versions.bulkPut(kept.versions);
			await this.base.bin.delete(`manuscript:${row.id}`);
			await this.base.manuscripts.put(row);
		});
		this.last = row;
		return row;
	}

	/** Writes over what somebody else has written, which is kept as a manuscript of its own. */
	async keepBoth(theirs: Manuscript, change: Partial<Manuscript>): Promise<{ row: Manuscript; copy: Manuscript }> {
		const now = Date.now();
		const copy: Manuscript = {
			...theirs,
			id: newId(),
			title: `${theirs.title} (the other version)`,
			undo: undefined,
			saved: undefined,
			createdAt: now,
			updatedAt: now
		};
		const at = after(theirs.updatedAt);
		const row = { ...theirs, ...change, updatedAt: at, textAt: at };
		await this.base.transaction('rw', this.base.manuscripts, async () => {
			await this.base.manuscripts.add(copy);
			await this.base.manuscripts.put(row);
		});
		this.last = row;
		return { row, copy };
	}

	/** What somebody else wrote is taken over: it is what the next save starts from. */
	accept(row: Manuscript): void {
		this.last = row;
	}
}

// --- versions -------------------------------------------------------------------------------------------------------

/** Earlier versions of a manuscript, the latest first. */
export const versionsOf = async (id: string, base: Database = db): Promise<Version[]> =>
	soundVersions(
		await base.versions.where('[manuscriptId+at]').between([id, Dexie.minKey], [id, Dexie.maxKey]).reverse().toArray(),
		base
	);

/** Keeps a state as a version of its own, whatever the time since the last one. */
export async function keepVersion(v: Version, base: Database = db): Promise<void> {
	await base.versions.add(v);
}

// --- on the desk ----------------------------------------------------------------------------------------------------

export async function duplicateManuscript(id: string, base: Database = db): Promise<Manuscript | null> {
	return base.transaction('rw', base.manuscripts, async () => {
		const m = await getManuscript(id, base);
		if (!m) return null;
		const now = Date.now();
		const copy = { ...m, id: newId(), title: `${m.title} (copy)`, createdAt: now, updatedAt: now };
		await base.manuscripts.add(copy);
		return copy;
	});
}

/** Takes a manuscript off the desk and keeps it in the bin. @returns whether it was there */
export async function removeManuscript(id: string, base: Database = db): Promise<boolean> {
	return base.transaction('rw', base.manuscripts, base.versions, base.bin, async () => {
		const manuscript = await getManuscript(id, base);
		if (!manuscript) return false;
		const versions = await base.versions.where('manuscriptId').equals(id).toArray();
		await base.bin.put(binManuscript(manuscript, versions));
		await base.versions.where('manuscriptId').equals(id).delete();
		await base.manuscripts.delete(id);
		return true;
	});
}

/** Brings a manuscript back from the bin, with the sources it cites that are there too. */
export const restoreManuscript = (id: string, base: Database = db): ReturnType<typeof putBack> =>
	putBack([`manuscript:${id}`], base);
