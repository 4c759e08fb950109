/** Puts a paper that was read on the desk: its new sources in the library, its pictures, and a manuscript. */
import { toManuscript, mapLines, type Inline, type Made, type Paper } from '$lib/core/paper';
import { putAsset } from './assets';
import { db, type Database, type Manuscript } from './db';
import { createManuscript } from './desk-manuscripts';
import { addSources } from './sources';

export interface Opened {
	manuscript: Manuscript;
	/** Sources that are new in the library. */
	added: number;
	/** What a manuscript has no place for. */
	dropped: { what: string; where: string }[];
}

/** A paper whose sources and pictures are kept, as the document that it makes. */
export interface ImportedPaper extends Omit<Made, 'assets'> {
	/** Sources that are new in the library. */
	added: number;
}

/**
 * Keeps the new sources and the pictures of a paper.
 * @param here sources of the paper that are in the library, by their ids there
 * @param name what it is called where something is said of it
 * @param origin where new sources come from
 * @param tracked whether marks of tracked changes stay
 */
export async function importPaper(
	paper: Paper,
	here: Record<string, string>,
	name: string,
	origin: string,
	base: Database = db,
	tracked = false
): Promise<ImportedPaper> {
	// what cannot become a manuscript is found before anything is written
	const { assets } = toManuscript(paper);
	// pictures first: where there is no room for them, no source has come in yet
	for (const [id, a] of Object.entries(assets)) await putAsset({ ...a, id, createdAt: Date.now() }, base);
	const fresh = paper.sources.filter((s) => !Object.hasOwn(here, s.id));
	const added = fresh.length
		? await addSources(
				fresh.map((s) => ({ item: s.item, key: s.key })),
				origin,
				base,
				`Added ${fresh.length === 1 ? 'a source' : `${fresh.length} sources`} of ${name}`
			)
		: [];
	const ids = new Map([...Object.entries(here), ...fresh.map((s, i): [string, string] => [s.id, added[i].id])]);
	const { doc, authors, dropped } = toManuscript(withSources(paper, ids), tracked);
	return { doc, authors, dropped, added: added.length };
}

/** A paper as a manuscript of its own. @param name what it is called where it has no title; else as of {@link importPaper} */
export async function openPaper(
	paper: Paper,
	here: Record<string, string>,
	name: string,
	origin: string,
	base: Database = db
): Promise<Opened> {
	const { doc, authors, added, dropped } = await importPaper(paper, here, name, origin, base);
	const first = doc.firstChild;
	const titled = first?.type.name === 'heading' && first.attrs.level === 1 && first.textContent.trim() !== '';
	const manuscript = await createManuscript('Research paper', titled ? '' : name, base, {
		doc,
		authors,
		locale: paper.lang
	});
	return { manuscript, added, dropped };
}

/** The same paper with its sources under other ids. */
function withSources(paper: Paper, ids: Map<string, string>): Paper {
	const id = (old: string): string => ids.get(old) ?? old;
	const line = (l: Inline[]): Inline[] =>
		l.map((i) => (i.t === 'citation' ? { ...i, cites: i.cites.map((c) => ({ ...c, sourceId: id(c.sourceId) })) } : i));
	const settings = paper.own.settings as { uncited?: { id: string; why: string }[] } | undefined;
	const byHand = Object.entries((paper.own.entryOverrides ?? {}) as Record<string, unknown>);
	return {
		...paper,
		head: { ...paper.head, title: line(paper.head.title), abstract: mapLines(paper.head.abstract, line) },
		blocks: mapLines(paper.blocks, line),
		own: {
			...paper.own,
			...(byHand.length ? { entryOverrides: Object.fromEntries(byHand.map(([k, v]) => [id(k), v])) } : {}),
			...(settings?.uncited
				? { settings: { ...settings, uncited: settings.uncited.map((u) => ({ ...u, id: id(u.id) })) } }
				: {})
		}
	};
}
