/** Reads the citations and notes of a document in order, as the processor wants them. */
import type { Node } from 'prosemirror-model';
import type { Cluster } from '../csl';
import { cleanOverride, type Override } from './override';
import { sectionLevel } from './outline';
import type { DocCite, NoteTarget } from './cites';
import { settingsOf } from './doc-attrs';
import { spotsOf, textBlocks } from './spots';

/** How citations made in the running text are shown. */
export type CitingForm = 'in-text' | 'footnotes' | 'endnotes';

/** A note as it is numbered: one of the writer's own, or one that a citation in the text turns into. */
export interface NoteInfo {
	id: string;
	number: number;
	kind: 'footnote' | 'endnote';
	own: boolean;
	/** Position of the mark's node in the document. */
	pos: number;
}

export interface CitationInfo {
	id: string;
	pos: number;
	/** Position of the block of text it stands in. */
	block: number;
	/** Position of the note the citation stands in; -1 for the text. */
	notePos: number;
	/** 0 in the text of an in-text style. */
	noteNumber: number;
	cites: DocCite[];
	/** Words edited by hand in place of the style's. */
	override: Override | null;
}

export interface Reading {
	clusters: Cluster[];
	citations: CitationInfo[];
	notes: NoteInfo[];
	placeholders: { id: string; pos: number; hint: string; inNote: boolean }[];
	/** References to notes by number. */
	refs: { pos: number; target: NoteTarget }[];
}

const followed = new WeakMap<DocCite[], DocCite[]>();

/** Cites under the ids that their sources have now; the same list where none has another, and the same again later. */
function follow(cites: DocCite[], resolve: (id: string) => string): DocCite[] {
	if (cites.every((c) => resolve(c.sourceId) === c.sourceId)) return cites;
	const next = cites.map((c) => ({ ...c, sourceId: resolve(c.sourceId) }));
	const before = followed.get(cites);
	if (before?.every((c, i) => c.sourceId === next[i].sourceId)) return before;
	followed.set(cites, next);
	return next;
}

/**
 * Walks a document once. Footnotes and endnotes are numbered in one sequence each, through the document or from section
 * to section as it is set; the processor is given one sequence of all, and the printed number beside it.
 * In a bound work numbers go on from those of the chapters before.
 * @param resolve gives for the id of a source that was merged into another the id of that
 */
export function readCitations(doc: Node, form: CitingForm, resolve: (id: string) => string = (id) => id): Reading {
	const out: Reading = { clusters: [], citations: [], notes: [], placeholders: [], refs: [] };
	const { noteNumbers, work } = settingsOf(doc);
	// in a work its chapters are what numbers begin anew with, and a chapter alone is one of them
	const anew = noteNumbers === 'section' && !work ? sectionLevel(doc) : 0;
	const begins = new Set(work?.begins);
	const count = { footnote: work?.before.footnote ?? 0, endnote: work?.before.endnote ?? 0 };
	let running = work?.before.notes ?? 0;
	/** A chapter has begun, and no citation was met in it yet. */
	let opening = work !== null;
	let block = -1;
	const citation = (node: Node, pos: number, notePos: number, noteNumber: number, printed: number) => {
		const cites = follow(node.attrs.cites as DocCite[], resolve);
		out.citations.push({
			id: node.attrs.id,
			pos,
			block,
			notePos,
			noteNumber,
			cites,
			override: cleanOverride(node.attrs.override)
		});
		out.clusters.push({
			id: node.attrs.id,
			noteNumber,
			...(printed !== noteNumber ? { noteLabel: printed } : {}),
			...(opening && work ? { forgets: work.full === 'chapter' ? ('all' as const) : ('before' as const) } : {}),
			cites
		});
		opening = false;
	};
	const spot = (node: Node, pos: number): void => {
		switch (node.type.name) {
			case 'citation': {
				if (form === 'in-text') citation(node, pos, -1, 0, 0);
				else {
					const kind = form === 'endnotes' ? 'endnote' : 'footnote';
					out.notes.push({ id: node.attrs.id, number: ++count[kind], kind, own: false, pos });
					citation(node, pos, -1, ++running, count[kind]);
				}
				return;
			}
			case 'note': {
				const kind = node.attrs.kind as 'footnote' | 'endnote';
				out.notes.push({ id: node.attrs.id, number: ++count[kind], kind, own: true, pos });
				const number = ++running;
				textBlocks(node, (inner, start) => {
					for (const s of spotsOf(inner)) {
						const at = pos + 2 + start + s.at;
						if (s.node.type.name === 'citation') citation(s.node, at, pos, number, count[kind]);
						else if (s.node.type.name === 'citation_placeholder') gap(s.node, at, true);
						else if (s.node.type.name === 'note_ref') out.refs.push({ pos: at, target: s.node.attrs as NoteTarget });
					}
				});
				return;
			}
			case 'note_ref':
				out.refs.push({ pos, target: node.attrs as NoteTarget });
				return;
			case 'citation_placeholder':
				gap(node, pos, false);
		}
	};
	const gap = (node: Node, pos: number, inNote: boolean): void => {
		out.placeholders.push({ id: node.attrs.id, pos, hint: node.attrs.hint, inNote });
	};
	textBlocks(doc, (node, pos) => {
		block = pos;
		if (node.type.name === 'heading') {
			if (anew && node.attrs.level <= anew) count.footnote = count.endnote = 0;
			if (begins.has(node.attrs.id as string)) {
				opening = true;
				if (noteNumbers === 'section') count.footnote = count.endnote = 0;
			}
		}
		for (const s of spotsOf(node)) spot(s.node, pos + 1 + s.at);
	});
	return out;
}
