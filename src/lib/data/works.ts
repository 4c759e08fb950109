/** Bound works: manuscripts in order, read as one. */
import { bibliographyHeading } from '$lib/core/citing';
import { settingsOf, styleOf, type DocStyle } from '$lib/core/manuscript';
import { joinWork, newWork, takeApart, textsOf, chapterOf, wholeWork, type Making, type Work } from '$lib/core/work';
import type { Node } from 'prosemirror-model';
import { binManuscript, binWork, putBack } from './bin';
import { db, type Database, type Manuscript } from './db';
import { docOf, getManuscript } from './manuscripts';
import { createManuscript } from './desk-manuscripts';
import { idOf, sift, soundManuscripts } from './repair';

/** The words a list is headed by in a style. */
export const listHeading = (s: DocStyle): string => bibliographyHeading(s.id, s.form !== 'in-text');

/** Works that can be used, of some that were read; the others are set aside. */
const soundWorks = (rows: unknown[], base: Database): Work[] => sift('works', rows, wholeWork, idOf, base);

// --- reading --------------------------------------------------------------------------------------------------------

/** A work by its id; undefined for none, or one that had to be set aside. */
export const getWork = async (id: string, base: Database = db): Promise<Work | undefined> =>
	soundWorks([await base.works.get(id)], base)[0];

/** All works, the one changed last first. */
export const listWorks = async (base: Database = db): Promise<Work[]> =>
	// by the key and not by the index: a row without a time of change is not in the index
	soundWorks(await base.works.toArray(), base).sort((a, b) => b.updatedAt - a.updatedAt);

/** The works that a manuscript is bound in. */
export const worksWith = async (manuscript: string, base: Database = db): Promise<Work[]> =>
	(await listWorks(base)).filter((w) => textsOf(w).some((p) => p.manuscript === manuscript));

/** The manuscripts of a work, by their ids; those that are not there are left out. */
export async function chaptersOf(work: Work, base: Database = db): Promise<Map<string, Manuscript>> {
	const rows = await base.manuscripts.bulkGet(textsOf(work).map((p) => p.manuscript));
	return new Map(soundManuscripts(rows, base).map((m) => [m.id, m]));
}

/** Documents of the chapters. @throws ManuscriptError where one cannot be read */
export const docsOf = (chapters: ReadonlyMap<string, Manuscript>): Map<string, Node> =>
	new Map([...chapters].map(([id, m]) => [id, docOf(m)]));

// --- writing --------------------------------------------------------------------------------------------------------

/** Binds manuscripts into a new work, in that order. */
export async function bindWork(title: string, manuscripts: string[], base: Database = db): Promise<Work> {
	return base.transaction('rw', base.works, base.manuscripts, async () => {
		const rows = soundManuscripts(await base.manuscripts.bulkGet(manuscripts), base);
		const made = newWork(
			title,
			rows.map((m) => m.id)
		);
		const work = { ...made, authors: [...new Set(rows.flatMap((m) => m.authors))] };
		await base.works.add(work);
		return work;
	});
}

/** Changes a work as it is now. @returns what it was and what it is, for the way back; undefined where it is gone */
export async function changeWork(
	id: string,
	change: (now: Work) => Work,
	base: Database = db
): Promise<{ before: Work; after: Work } | undefined> {
	return base.transaction('rw', base.works, async () => {
		const before = await getWork(id, base);
		if (!before) return undefined;
		const after = { ...change(before), updatedAt: Math.max(Date.now(), before.updatedAt + 1) };
		await base.works.put(after);
		return { before, after };
	});
}

/** Takes a work off the desk and keeps it in the bin; its manuscripts stay. */
export async function removeWork(id: string, base: Database = db): Promise<boolean> {
	return base.transaction('rw', base.works, base.bin, async () => {
		const work = await getWork(id, base);
		if (!work) return false;
		await base.bin.put(binWork(work));
		await base.works.delete(id);
		return true;
	});
}
export const restoreWork = (id: string, base: Database = db): ReturnType<typeof putBack> =>
	putBack([`work:${id}`], base);

/** Starts a chapter in a work: an empty manuscript of the kind and style that its chapters have. */
export async function addChapter(work: Work, numbered: boolean, base: Database = db): Promise<Manuscript> {
	const m = await createManuscript('Thesis chapter', '', base);
	const part = chapterOf(m.id, numbered);
	await changeWork(
		work.id,
		({ parts, ...w }) => {
			// what has no number stands before the first chapter
			const first = parts.findIndex((p) => p.t === 'part' || p.numbered);
			return { ...w, parts: parts.toSpliced(numbered || first < 0 ? parts.length : first, 0, part) };
		},
		base
	);
	return m;
}

/** What was done and can be taken back as one. */
export interface Turned {
	id: string;
	undo(): Promise<void>;
}

const tables = (base: Database) => [
	base.works,
	base.manuscripts,
	base.versions,
	base.bin,
	base.settings,
	base.sources,
	base.styles
];

/** Puts a manuscript with its earlier states into the bin. */
async function intoBin(m: Manuscript, base: Database): Promise<void> {
	await base.bin.put(binManuscript(m, await base.versions.where('manuscriptId').equals(m.id).toArray()));
	await base.versions.where('manuscriptId').equals(m.id).delete();
	await base.manuscripts.delete(m.id);
}

/** A new manuscript of a document, of the kind that another is. */
async function madeLike(like: Manuscript, doc: Node, base: Database): Promise<Manuscript> {
	const made = await createManuscript(like.kind, '', base, { doc, authors: like.authors, locale: like.locale });
	const m = { ...made, kind: like.kind };
	await base.manuscripts.put(m);
	return m;
}

/**
 * Takes a manuscript apart at its headings into chapters of a new work, in which everything is numbered as it was. The
 * manuscript goes to the bin.
 * @returns null where it has too few headings
 * @throws ManuscriptError where it cannot be read
 */
export async function splitManuscript(id: string, base: Database = db): Promise<Turned | null> {
	const made = await base.transaction('rw', tables(base), async () => {
		const m = await getManuscript(id, base);
		const doc = m && docOf(m);
		const apart = doc && takeApart(doc);
		if (!m || !apart) return null;
		const chapters: Manuscript[] = [];
		for (const p of apart.pieces) chapters.push(await madeLike(m, p.doc, base));
		const numbered = apart.pieces.map((p) => p.numbered);
		const named = apart.pieces.some((p) => /^\s*(?:\d|chapter\b)/i.test(p.title));
		const before = settingsOf(doc).noteNumbers;
		const work: Work = {
			...newWork(apart.title, []),
			authors: m.authors,
			parts: chapters.map((c, i) => chapterOf(c.id, numbered[i])),
			style: styleOf(doc),
			page: apart.page,
			bibliography: apart.bibliography,
			settings: {
				notes: before === 'section' ? 'chapter' : 'work',
				things: 'work',
				full: 'work',
				numbers: 'work',
				list: 'end',
				label: named ? 'none' : 'word'
			}
		};
		await base.works.add(work);
		await intoBin(m, base);
		return { work, chapters };
	});
	if (!made) return null;
	const undo = async () => {
		await base.transaction('rw', tables(base), async () => {
			// what was written in the chapters since is in the bin with them
			for (const c of made.chapters) {
				const now = await getManuscript(c.id, base);
				if (now) await intoBin(now, base);
			}
			await removeWork(made.work.id, base);
			await putBack([`manuscript:${id}`], base);
		});
	};
	return { id: made.work.id, undo };
}

/**
 * Joins the chapters of a work into one manuscript. Work and chapters go to the bin.
 * @returns null where there is nothing to join
 * @throws ManuscriptError where a chapter cannot be read
 */
export async function joinChapters(id: string, numeric: boolean, base: Database = db): Promise<Turned | null> {
	const made = await base.transaction('rw', tables(base), async () => {
		const work = await getWork(id, base);
		const chapters = work && (await chaptersOf(work, base));
		const [first] = chapters?.values() ?? [];
		if (!work || !chapters || !first) return null;
		const making: Making = { listHeading, numeric, plain: true };
		const one = await madeLike({ ...first, authors: work.authors }, joinWork(work, docsOf(chapters), making).doc, base);
		for (const m of chapters.values()) await intoBin(m, base);
		await removeWork(id, base);
		return { one, rows: [`work:${id}`, ...[...chapters.keys()].map((k) => `manuscript:${k}`)] };
	});
	if (!made) return null;
	const undo = async () => {
		await base.transaction('rw', tables(base), async () => {
			const now = await getManuscript(made.one.id, base);
			if (now) await intoBin(now, base);
			await putBack(made.rows, base);
		});
	};
	return { id: made.one.id, undo };
}
