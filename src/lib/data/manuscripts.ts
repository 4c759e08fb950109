/** Manuscripts and their earlier states. */
import { newId, readDoc, setDocAttrs, settingsOf, styleOf, type DocStyle } from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { db, type Database, type Manuscript, type Version } from './db';
import { soundManuscripts } from './repair';

const VERSION_GAP = 5 * 60 * 1000;
const VERSIONS_KEPT = 40;

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

/** Times of change grow with every write, so that they tell states apart. */
const after = (before: number): number => Math.max(Date.now(), before + 1);

/** Those of earlier states that nobody waits for: what was sent out, and what came back, stays. */
export async function passing(ids: readonly number[], base: Database): Promise<number[]> {
	const kept = new Set<number>();
	// so few that they are looked at one by one
	for (const id of ids) {
		const v = await base.versions.get(id);
		if (v?.sent || v?.returned) kept.add(id);
	}
	return ids.filter((id) => !kept.has(id));
}

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
			if (all.length > VERSIONS_KEPT)
				await base.versions.bulkDelete(await passing(all.slice(0, all.length - VERSIONS_KEPT), base));
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
