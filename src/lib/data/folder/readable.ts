/**
 * Copies for reading: each manuscript as Markdown with cite keys, its sources as BibTeX and its pictures beside it, so that
 * any program and any person can go on from the folder. What somebody has changed in one of them is kept.
 */
import { writePaper } from '$lib/core/document/writers';
import { fileNames } from '$lib/core/folder';
import { assetId, ManuscriptError, readCitations, settingsOf, styleOf } from '$lib/core/manuscript';
import type { Source } from '$lib/core/source';
import type { Database, Manuscript } from '../db';
import { docOf, getManuscript } from '../manuscripts';
import { paperOf } from '../paper-of';
import type { Folder } from './port';
import { readableOf, type Note, type ReadableState } from './state';

const PATH = 'for reading';
/** What was written, by path: its digest. A file that is otherwise was changed by somebody. */
const LIST = `${PATH}/written.json`;
const rowId = (id: string): string => `read:${id}`;
const digest = (bytes: Uint8Array): string => assetId(bytes);

async function written(folder: Folder): Promise<Record<string, string>> {
	const bytes = await folder.read(LIST);
	try {
		const raw: unknown = JSON.parse(bytes ? new TextDecoder().decode(bytes) : '{}');
		return Object.fromEntries(
			Object.entries((raw ?? {}) as object).filter((e): e is [string, string] => typeof e[1] === 'string')
		);
	} catch (e) {
		// half a list: nothing is known to be ours then, and what is otherwise is kept
		if (e instanceof SyntaxError) return {};
		throw e;
	}
}

/**
 * Writes those that are not as the manuscripts are.
 * @param given titles and times of change of the manuscripts
 * @returns what there is to be told
 */
export async function writeReadable(
	folder: Folder,
	base: Database,
	given: ReadonlyMap<string, { title: string | undefined; at: number }>,
	now = Date.now()
): Promise<Note[]> {
	// what has not been exchanged yet is written when it has
	const heads = new Map(
		[...given].flatMap(([id, { title, at }]) => (title === undefined ? [] : [[id, { title, at }] as const]))
	);
	const names = fileNames(new Map([...heads].map(([id, h]) => [id, h.title])));
	const notes: Note[] = [];
	let list: Record<string, string> | null = null;
	const before = new Map<string, ReadableState>();
	for (const id of await base.folder.toCollection().primaryKeys()) {
		if (!id.startsWith(rowId(''))) continue;
		const row = await readableOf(id, base);
		if (row) before.set(id.slice(rowId('').length), row);
	}
	const replaces = await aliases(base, before, heads);
	for (const [id, { at }] of heads) {
		const name = names.get(id)!;
		const had = before.get(id);
		if (had?.name === name && had.sign === (await signOf(at, had.cites, replaces, base))) continue;
		const m = await getManuscript(id, base);
		const made = m && (await readableFiles(m, name, replaces, base));
		if (!made) continue;
		list ??= await written(folder);
		for (const f of made.files) {
			const note = await put(folder, f.path, f.bytes, list, now);
			if (note) notes.push({ ...note, manuscript: id });
		}
		const files = made.files.map((f) => f.path);
		for (const path of had?.files ?? []) if (!files.includes(path)) await takeOut(folder, path, list);
		const sign = await signOf(at, made.cites, replaces, base);
		await base.folder.put({ id: rowId(id), sign, name, cites: made.cites, files });
	}
	for (const [id, had] of before) {
		if (given.has(id)) continue;
		list ??= await written(folder);
		for (const path of had.files) await takeOut(folder, path, list);
		await base.folder.delete(rowId(id));
	}
	if (list) await folder.write(LIST, `${JSON.stringify(list, null, '\t')}\n`);
	return notes;
}

/** Ids of merged sources to those of the sources that took their place; read where something may have to be written. */
async function aliases(
	base: Database,
	before: ReadonlyMap<string, ReadableState>,
	heads: ReadonlyMap<string, { at: number }>
): Promise<Map<string, string>> {
	const out = new Map<string, string>();
	const known = new Set([...before.values()].flatMap((b) => b.cites));
	const here = new Set((await base.sources.bulkGet([...known])).flatMap((s) => (s ? [s.id] : [])));
	const lacks = [...known].some((id) => !here.has(id)) || [...heads.keys()].some((id) => !before.has(id));
	if (lacks) await base.sources.each((s) => s.replaces?.forEach((id) => out.set(id, s.id)));
	return out;
}

async function sourcesOf(cites: string[], replaces: ReadonlyMap<string, string>, base: Database): Promise<Source[]> {
	const ids = [...new Set(cites.map((id) => replaces.get(id) ?? id))];
	return (await base.sources.bulkGet(ids)).filter((s): s is Source => s !== undefined);
}

const signOf = async (
	at: number,
	cites: string[],
	replaces: ReadonlyMap<string, string>,
	base: Database
): Promise<string> => {
	const list = await sourcesOf(cites, replaces, base);
	return `${at} ${list.length} ${list.reduce((n, s) => Math.max(n, s.updatedAt), 0)}`;
};

async function readableFiles(
	m: Manuscript,
	name: string,
	replaces: ReadonlyMap<string, string>,
	base: Database
): Promise<{ files: { path: string; bytes: Uint8Array }[]; cites: string[] } | null> {
	try {
		const doc = docOf(m);
		const cites = [
			...readCitations(doc, m.form).citations.flatMap((c) => c.cites.map((x) => x.sourceId)),
			...settingsOf(doc).uncited.map((u) => u.id)
		];
		const sources = await sourcesOf(cites, replaces, base);
		const paper = await paperOf(
			doc,
			{
				style: styleOf(doc),
				authors: m.authors,
				lang: m.locale,
				sources: sources.map(({ id, key, item }) => ({ id, key, item })),
				resolve: (id) => replaces.get(id) ?? id
			},
			base
		);
		const { text, files } = writePaper(paper, {
			format: 'markdown',
			citing: 'author-date',
			bibliography: `${name}.bib`
		});
		return {
			files: [
				{ path: `${PATH}/${name}/${name}.md`, bytes: new TextEncoder().encode(text) },
				...files.map((f) => ({ path: `${PATH}/${name}/${f.path}`, bytes: f.bytes }))
			],
			cites: [...new Set(cites)]
		};
	} catch (e) {
		// one that cannot be read is said where it is opened; its copy stays as it was
		if (e instanceof ManuscriptError) return null;
		throw e;
	}
}

/** The name of a copy that somebody has changed. */
function asideName(path: string, now: number): string {
	const dot = path.lastIndexOf('.');
	const at = new Date(now).toISOString().slice(0, 16).replace('T', ' ').replace(':', '.');
	return `${path.slice(0, dot)} (changed by hand, ${at})${path.slice(dot)}`;
}

async function put(
	folder: Folder,
	path: string,
	bytes: Uint8Array,
	list: Record<string, string>,
	now: number
): Promise<Note | null> {
	const there = await folder.read(path);
	const mark = digest(bytes);
	let note: Note | null = null;
	if (there && digest(there) !== mark && digest(there) !== list[path]) {
		const aside = asideName(path, now);
		await folder.write(aside, there);
		note = {
			at: now,
			text: `Somebody changed ${path.slice(PATH.length + 1)} in the folder. It is kept as ${aside.split('/').pop()!}; open it on the desk to bring the changes in.`
		};
	}
	if (!there || digest(there) !== mark) await folder.write(path, bytes);
	list[path] = mark;
	return note;
}
async function takeOut(folder: Folder, path: string, list: Record<string, string>): Promise<void> {
	const there = await folder.read(path);
	// what somebody has changed stays
	if (there && digest(there) === list[path]) await folder.remove(path);
	delete list[path];
}
