/** Manuscripts and their earlier states. */
import { db, EMPTY_STRIP, type Database, type Manuscript, type Version } from './db';
import { listHeading } from '$lib/core/citing';
import { newId, schema, storeDoc, UNTITLED } from '$lib/core/manuscript';

const VERSION_GAP = 5 * 60 * 1000;
const VERSIONS_KEPT = 40;

export const PAPERS: { kind: string; styleId: string; styleTitle: string; note: string }[] = [
	{
		kind: 'Essay',
		styleId: 'modern-language-association',
		styleTitle: 'MLA 9th',
		note: 'MLA, in text'
	},
	{ kind: 'Research paper', styleId: 'apa', styleTitle: 'APA 7th', note: 'APA, in text' },
	{
		kind: 'Thesis chapter',
		styleId: 'chicago-fullnote-bibliography',
		styleTitle: 'Chicago 17th, full note',
		note: 'Chicago, footnotes'
	},
	{ kind: 'Lab report', styleId: 'ieee', styleTitle: 'IEEE', note: 'IEEE, numbers' }
];

export async function createManuscript(kind = 'Research paper', title = '', base: Database = db): Promise<Manuscript> {
	const paper = PAPERS.find((p) => p.kind === kind) ?? PAPERS[1];
	const now = Date.now();
	const form = paper.styleId.includes('fullnote') ? 'footnotes' : 'in-text';
	const doc = schema.nodes.doc.create({ style: { id: paper.styleId, title: paper.styleTitle, form, locale: '' } }, [
		// an empty title is written on the sheet
		schema.nodes.heading.create({ level: 1 }, title ? schema.text(title) : null),
		schema.nodes.paragraph.create(),
		schema.nodes.bibliography.create(
			{ id: newId() },
			schema.nodes.heading.create({ level: 2 }, schema.text(listHeading(paper.styleId, form !== 'in-text')))
		)
	]);
	const m: Manuscript = {
		id: newId(),
		title: title || UNTITLED,
		kind: paper.kind,
		doc: storeDoc(doc),
		styleId: paper.styleId,
		styleTitle: paper.styleTitle,
		locale: '',
		form,
		uncited: [],
		authors: [],
		strip: EMPTY_STRIP,
		words: 0,
		createdAt: now,
		updatedAt: now
	};
	await base.manuscripts.add(m);
	return m;
}

/** Writes a manuscript down; its state before is kept as a version when the last one is some minutes old. */
async function write(before: Manuscript, change: Partial<Manuscript>, base: Database): Promise<Manuscript> {
	const now = Date.now();
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
	const after = { ...before, ...change, updatedAt: now };
	await base.manuscripts.put(after);
	return after;
}

/** Saves a change of a manuscript; nothing, where it is gone. */
export async function saveManuscript(id: string, change: Partial<Manuscript>, base: Database = db): Promise<void> {
	await base.transaction('rw', base.manuscripts, base.versions, async () => {
		const before = await base.manuscripts.get(id);
		if (before) await write(before, change, base);
	});
}

/**
 * Saves an open manuscript time and again. A long one is not read for that while nobody else has changed it: it is as it
 * was saved last. Nothing is saved where it was deleted meanwhile.
 */
export function manuscriptSaver(
	opened: Manuscript,
	base: Database = db
): (change: Partial<Manuscript>) => Promise<void> {
	let last = opened;
	return async (change) => {
		const saved = await base.transaction('rw', base.manuscripts, base.versions, async () => {
			const { id, updatedAt } = last;
			const same = (await base.manuscripts.where('updatedAt').equals(updatedAt).primaryKeys()).includes(id);
			const before = same ? last : await base.manuscripts.get(id);
			return before && write(before, change, base);
		});
		last = saved ?? last;
	};
}

/** Earlier states of a manuscript, the latest first. */
export const versionsOf = (id: string, base: Database = db): Promise<Version[]> =>
	base.versions.where('[manuscriptId+at]').between([id, 0], [id, Infinity]).reverse().toArray();

/** Keeps a state as a version of its own, whatever the time since the last one. */
export async function keepVersion(v: Version, base: Database = db): Promise<void> {
	await base.versions.add(v);
}

export async function duplicateManuscript(id: string, base: Database = db): Promise<Manuscript | null> {
	return base.transaction('rw', base.manuscripts, async () => {
		const m = await base.manuscripts.get(id);
		if (!m) return null;
		const now = Date.now();
		const copy = { ...m, id: newId(), title: `${m.title} (copy)`, createdAt: now, updatedAt: now };
		await base.manuscripts.add(copy);
		return copy;
	});
}

/** Takes a manuscript off the desk; give what is returned to `restoreManuscript` to undo. */
export async function removeManuscript(
	id: string,
	base: Database = db
): Promise<{ manuscript: Manuscript; versions: Version[] } | null> {
	return base.transaction('rw', base.manuscripts, base.versions, async () => {
		const manuscript = await base.manuscripts.get(id);
		if (!manuscript) return null;
		const versions = await base.versions.where('manuscriptId').equals(id).toArray();
		await base.versions.where('manuscriptId').equals(id).delete();
		await base.manuscripts.delete(id);
		return { manuscript, versions };
	});
}

export async function restoreManuscript(
	kept: { manuscript: Manuscript; versions: Version[] },
	base: Database = db
): Promise<void> {
	await base.transaction('rw', base.manuscripts, base.versions, async () => {
		await base.manuscripts.put(kept.manuscript);
		await base.versions.bulkPut(kept.versions);
	});
}
