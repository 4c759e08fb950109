/** Where sources are cited across manuscripts, read off the stored documents. */
import type { Node } from 'prosemirror-model';
import { firstWords, lastWords, ManuscriptError, readCitations, readOutline, sectionAt } from '$lib/core/manuscript';
import { db, type Database, type Manuscript } from './db';
import { docOf, listManuscripts } from './manuscripts';

export interface Use {
	manuscriptId: string;
	title: string;
	/** Heading of the section; empty before the first. */
	section: string;
	/** The sentence around the citation: words before it and words after it. */
	words: string;
	after: string;
	/** Position in the document, for going there. */
	pos: number;
}

/** The words before and after a position within its block; other citations and notes are no words. */
function around(doc: Node, pos: number): { before: string; after: string } {
	const $pos = doc.resolve(pos);
	const parent = $pos.parent;
	const at = $pos.parentOffset;
	const text = (from: number, to: number) =>
		parent.textBetween(from, to, '', (n) => (n.type.name === 'hard_break' ? ' ' : '')).replace(/\s+(?=[,.;:])/g, '');
	return { before: text(0, at), after: text(Math.min(at + 1, parent.content.size), parent.content.size) };
}

/** From the last end of a sentence to the next. */
const sentence = ({ before, after }: { before: string; after: string }) => ({
	words: lastWords(before.replace(/^.*[.!?]\s+(?=\S[^.!?]*$)/s, '').trim(), 110),
	after: firstWords((/^.*?[.!?](?=\s|$)/s.exec(after)?.[0] ?? after).trimEnd(), 60)
});

/** Every citation of one stored manuscript with its place. */
export function usesIn(m: Manuscript): Map<string, Use[]> {
	const out = new Map<string, Use[]>();
	const doc = docOf(m);
	const outline = readOutline(doc);
	for (const c of readCitations(doc, m.form).citations) {
		const where = c.notePos >= 0 ? c.notePos : c.pos;
		const section = outline[sectionAt(outline, where)]?.title ?? '';
		const said = sentence(around(doc, c.pos));
		for (const { sourceId } of c.cites) {
			const list = out.get(sourceId) ?? [];
			list.push({ manuscriptId: m.id, title: m.title, section, ...said, pos: where });
			out.set(sourceId, list);
		}
	}
	return out;
}

/** The same; none where the manuscript cannot be read, which is said where it is opened. */
function readableUses(m: Manuscript): Map<string, Use[]> {
	try {
		return usesIn(m);
	} catch (e) {
		if (e instanceof ManuscriptError) return new Map();
		throw e;
	}
}

const read = new Map<string, { at: number; uses: Map<string, Use[]> }>();

/** Uses of every source in all manuscripts; a manuscript is read again only when it was saved. */
export async function allUses(base: Database = db): Promise<Map<string, Use[]>> {
	const out = new Map<string, Use[]>();
	for (const m of await listManuscripts(base)) {
		const key = `${base.name}/${m.id}`;
		let known = read.get(key);
		if (known?.at !== m.updatedAt) read.set(key, (known = { at: m.updatedAt, uses: readableUses(m) }));
		for (const [id, list] of known.uses) out.set(id, [...(out.get(id) ?? []), ...list]);
	}
	return out;
}

/** The same with merged sources under the id of the one that was kept. */
export function resolved(uses: Map<string, Use[]>, resolve: (id: string) => string): Map<string, Use[]> {
	const out = new Map<string, Use[]>();
	for (const [id, list] of uses) {
		const to = resolve(id);
		out.set(to, [...(out.get(to) ?? []), ...list]);
	}
	return out;
}
