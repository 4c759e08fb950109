/** Reads the citations and notes of a document in order, as the processor wants them. */
import type { Node } from 'prosemirror-model';
import type { Cluster } from '../csl';
import type { DocCite } from './schema';

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
	/** Position of the note the citation stands in; -1 for the text. */
	notePos: number;
	/** 0 in the text of an in-text style. */
	noteNumber: number;
	cites: DocCite[];
	pinned: boolean;
}

export interface Reading {
	clusters: Cluster[];
	citations: CitationInfo[];
	notes: NoteInfo[];
	gaps: { id: string; pos: number; hint: string }[];
}

/** Walks a document once. Footnotes and endnotes are numbered in one sequence each. */
export function readCitations(doc: Node, form: CitingForm): Reading {
	const out: Reading = { clusters: [], citations: [], notes: [], gaps: [] };
	const count = { footnote: 0, endnote: 0 };
	let running = 0;
	const citation = (node: Node, pos: number, notePos: number, noteNumber: number) => {
		const cites = node.attrs.cites as DocCite[];
		out.citations.push({ id: node.attrs.id, pos, notePos, noteNumber, cites, pinned: node.attrs.pinned != null });
		out.clusters.push({ id: node.attrs.id, noteNumber, cites });
	};
	doc.descendants((node, pos) => {
		switch (node.type.name) {
			case 'citation': {
				if (form === 'in-text') citation(node, pos, -1, 0);
				else {
					const kind = form === 'endnotes' ? 'endnote' : 'footnote';
					out.notes.push({ id: node.attrs.id, number: ++count[kind], kind, own: false, pos });
					citation(node, pos, -1, ++running);
				}
				return false;
			}
			case 'note': {
				const kind = node.attrs.kind as 'footnote' | 'endnote';
				out.notes.push({ id: node.attrs.id, number: ++count[kind], kind, own: true, pos });
				const number = ++running;
				node.descendants((inner, at) => {
					if (inner.type.name === 'citation') citation(inner, pos + 1 + at, pos, number);
					else if (inner.type.name === 'gap')
						out.gaps.push({ id: inner.attrs.id, pos: pos + 1 + at, hint: inner.attrs.hint });
				});
				return false;
			}
			case 'gap':
				out.gaps.push({ id: node.attrs.id, pos, hint: node.attrs.hint });
				return false;
		}
		return true;
	});
	return out;
}
