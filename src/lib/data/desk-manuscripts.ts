/** What is done with manuscripts on the desk: begun, copied, taken off it and put back. */
import { bibliographyHeading } from '$lib/core/citing';
import {
	cleanSettings,
	nameOf,
	newId,
	schema,
	setDocAttrs,
	settingsOf,
	storeDoc,
	styleOf,
	UNTITLED,
	type DocStyle
} from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { binManuscript, putBack } from './bin';
import { db, EMPTY_STRIP, type Database, type Manuscript } from './db';
import { getManuscript } from './manuscripts';
import { getSetting } from './settings';
import { describe, storeStrip } from './strip';

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
