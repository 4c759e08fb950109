/** Reads a document and tells which of its sources are here already. */
import { readStyleFile, type StyleFile } from '$lib/core/citing';
import { StyleError, type Item } from '$lib/core/csl';
import { parseXml } from '$lib/core/csl/xml';
import type { LiveFile } from '$lib/core/document/live-data';
import { DocumentError, readDocument } from '$lib/core/document/readers';
import { decodeText, readReferences } from '$lib/core/exchange';
import { matchPaper, modelFor } from '$lib/core/match';
import { passagesOfPaper } from '$lib/core/match/paper';
import {
	countPaper,
	type Dropped,
	type Paper,
	type PaperCount,
	type PaperSource,
	type Sender,
	type TrackedChange
} from '$lib/core/paper';
import { createMatcher, prepare, titleOf, words, yearOf } from '$lib/core/source';

export interface DocumentFile {
	/** With its folders, parted by slashes. */
	path: string;
	bytes: Uint8Array;
}

export interface ReadDocument {
	paper: Paper;
	count: PaperCount;
	unresolved: string[];
	dropped: { what: string; where: string }[];
	/** Sources of the paper that are in the library, by their ids there; what is only likely is none. */
	here: Record<string, string>;
	/** Typed citations, and entries of a typed list, that can become live. */
	typed: { citations: number; entries: number };
	/** A style that came along, as it is kept. */
	style: { file: StyleFile; xml: string } | null;
	/** Citations that names in the file speak of, where what they are did not come along. */
	named: string[];
	/** The manuscript a live file is of, and the name under which what was sent is remembered. */
	from: { manuscript: string; sent: string } | null;
	/** Who saved it last, and the changes it keeps a record of. */
	sender: Sender;
	tracked: TrackedChange[];
}

/** What became of a file: what was read, or why it could not be, in a sentence. */
export type DocumentAnswer = { kind: 'read'; read: ReadDocument } | { kind: 'trouble'; message: string };

/** Endings of files that hold sources. */
const SOURCES = /\.(?:bib|ris|json|nbib|xml)$/i;

export async function readDocumentFile(
	path: string,
	files: DocumentFile[],
	here: { id: string; item: Item; key?: string }[],
	live: LiveFile | null = null
): Promise<DocumentAnswer> {
	const file = files.find((f) => f.path === path);
	if (!file) return { kind: 'trouble', message: `${path} is not among the files.` };
	const folder = path.includes('/') ? path.slice(0, path.lastIndexOf('/') + 1) : '';
	const beside = (name: string): Uint8Array | null => {
		const wanted = normal(folder + name);
		const found = files.find((f) => f.path === wanted);
		if (found) return found.bytes;
		// files that were picked one by one have lost their folders
		const last = wanted.slice(wanted.lastIndexOf('/') + 1);
		const alike = files.filter((f) => f.path === last);
		return alike.length === 1 ? alike[0].bytes : null;
	};
	try {
		const { paper, unresolved, headingMade, dropped, styleFile, named, from, sender, tracked } = readDocument(
			path,
			file.bytes,
			beside,
			given(files),
			live
		);
		const style = styleFile ? styleIn(styleFile, dropped) : null;
		const known = sourcesHere(paper.sources, here);
		const count = countPaper(paper);
		// the headings that the document has
		if (headingMade) count.headings--;
		const { passages, list } = passagesOfPaper(paper);
		const all = [...here.map((s) => ({ ...s, key: s.key ?? '' })), ...paper.sources];
		const matched = matchPaper(passages, list, all, await modelFor(list), { addNew: true });
		const typed = { citations: matched.citations.length, entries: matched.list.length };
		return {
			kind: 'read',
			read: { paper, count, unresolved, dropped, here: known, typed, style, named, from, sender, tracked }
		};
	} catch (e) {
		if (e instanceof DocumentError) return { kind: 'trouble', message: e.message };
		throw e;
	}
}

/** A style that came along; one that cannot be read is listed as lost. */
function styleIn(xml: string, dropped: Dropped[]): ReadDocument['style'] {
	try {
		return { file: readStyleFile(parseXml(xml)), xml };
	} catch (e) {
		if (!(e instanceof StyleError)) throw e;
		dropped.push({ what: `the style that came along: ${e.message}`, where: `line ${e.line}` });
		return null;
	}
}

/** Sources of a paper that are here: by what they say, or by the cite key that a work of that title and year has here. */
function sourcesHere(
	sources: readonly PaperSource[],
	here: { id: string; item: Item; key?: string }[]
): Record<string, string> {
	const matcher = createMatcher(here);
	const byKey = new Map(here.map((s) => [s.key, s]));
	const said = (item: Item) => `${words(titleOf(item)).join(' ')} ${yearOf(item)}`;
	const known: Record<string, string> = {};
	for (const s of sources) {
		const named = s.key ? byKey.get(s.key) : undefined;
		const m = matcher.match(prepare(s.item));
		if (named && said(named.item) === said(s.item)) known[s.id] = named.id;
		else if (m?.sure) known[s.id] = m.id;
	}
	return known;
}

/** Sources in the files that were picked with the document, whether it names them or not. */
function given(files: DocumentFile[]): PaperSource[] {
	return files.flatMap((f) => {
		if (!SOURCES.test(f.path)) return [];
		const refs = readReferences(decodeText(f.bytes));
		return (refs?.records ?? []).flatMap((r) =>
			r.key ? [{ id: r.key, key: r.key, item: { ...r.item, id: r.key } }] : []
		);
	});
}

/** A path without `.` and `..`. */
function normal(path: string): string {
	const out: string[] = [];
	for (const part of path.split('/')) {
		if (part === '..') out.pop();
		else if (part && part !== '.') out.push(part);
	}
	return out.join('/');
}
