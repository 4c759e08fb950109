/** Citations taken apart, joined and turned to another source. */
import type { Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { newId } from './ids';
import { removeCitation } from './insert';
import { inSentence, type PlacementKind } from './placement';
import { type DocCite } from './cites';
import { schema } from './schema';

const citesAt = (doc: Node, pos: number): DocCite[] => doc.nodeAt(pos)!.attrs.cites as DocCite[];

/** Puts citations next to each other, with the space that stands between two in the sentence. */
function beside(kind: PlacementKind, first: DocCite[], second: DocCite[]): boolean {
	return kind === 'sentence' || inSentence(first) || inSentence(second);
}

/** Makes a citation of its own, right behind the group, of one of its cites. */
export function splitCitation(tr: Transform, pos: number, index: number, kind: PlacementKind): void {
	const cites = citesAt(tr.doc, pos);
	if (cites.length < 2 || !cites[index]) return;
	const rest = cites.filter((_, i) => i !== index);
	const own = [cites[index]];
	tr.setNodeAttribute(pos, 'cites', rest);
	const node = schema.nodes.citation.create({ id: newId(), cites: own, moved: tr.doc.nodeAt(pos)!.attrs.moved });
	tr.insert(pos + 1, beside(kind, rest, own) ? [schema.text(' '), node] : node);
}

/** The citation behind this one with nothing but space between; -1 for none. */
export function neighbourOf(doc: Node, pos: number): number {
	const $end = doc.resolve(pos + 1);
	let at = pos + 1;
	let next = $end.nodeAfter;
	if (next?.isText && /^\s+$/.test(next.text!)) {
		at += next.nodeSize;
		next = doc.resolve(at).nodeAfter;
	}
	return next?.type === schema.nodes.citation ? at : -1;
}

/** Joins a citation with the one behind it, the space between them goes. */
export function joinCitations(tr: Transform, pos: number): void {
	const next = neighbourOf(tr.doc, pos);
	if (next < 0) return;
	const cites = [...citesAt(tr.doc, pos), ...citesAt(tr.doc, next)];
	tr.delete(pos + 1, next + 1);
	tr.setNodeAttribute(pos, 'cites', cites);
}

/**
 * Moves a cite from one citation to the end of another; a citation that is left without any goes.
 * @returns the position of the one it came to
 */
export function moveCite(tr: Transform, from: number, index: number, to: number): number {
	const cites = citesAt(tr.doc, from);
	const moved = cites[index];
	if (!moved || from === to) return to;
	tr.setNodeAttribute(to, 'cites', [...citesAt(tr.doc, to), moved]);
	if (cites.length > 1) {
		tr.setNodeAttribute(
			from,
			'cites',
			cites.filter((_, i) => i !== index)
		);
		return to;
	}
	const steps = tr.steps.length;
	removeCitation(tr, from);
	return tr.mapping.slice(steps).map(to);
}

/**
 * Cites another source wherever one is cited, notes included; places go with it.
 * @param only the one citation that changes; all of them without it
 * @returns how many citations changed
 */
export function replaceSource(tr: Transform, from: string, to: string, only?: string): number {
	let count = 0;
	tr.doc.descendants((node, pos) => {
		if (node.type !== schema.nodes.citation || (only && node.attrs.id !== only)) return true;
		const cites = node.attrs.cites as DocCite[];
		if (!cites.some((c) => c.sourceId === from)) return false;
		tr.setNodeAttribute(
			pos,
			'cites',
			cites.map((c) => (c.sourceId === from ? { ...c, sourceId: to } : c))
		);
		count++;
		return false;
	});
	return count;
}
