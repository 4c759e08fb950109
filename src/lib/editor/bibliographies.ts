/** Bibliographies in a manuscript: commands that put one in, change it, take it out. */
import { TextSelection, type Command } from 'prosemirror-state';
import type { Node } from 'prosemirror-model';
import { bibliographyHeading } from '$lib/core/citing';
import {
	bibliographyAdjusted,
	cleanBibliography,
	newId,
	schema,
	styleOf,
	type BibliographySettings
} from '$lib/core/manuscript';
import { labelled } from './commands';
import { BIBLIOGRAPHY_MAY_GO } from './plugins';
import { bibliographyPosition } from './positions';

/** Where a bibliography may be put. */
export type BibliographyPlace = 'caret' | 'end' | 'page';

/** Puts one in; where the caret is: behind its block. */
export const insertBibliography =
	(place: BibliographyPlace, settings: Partial<BibliographySettings> = {}, title = ''): Command =>
	(state, dispatch) => {
		if (!dispatch) return true;
		const { tr } = state;
		const style = styleOf(state.doc);
		const heading = title || bibliographyHeading(style?.id ?? '', (style?.form ?? 'in-text') !== 'in-text');
		const node = schema.nodes.bibliography.create(
			{ id: newId(), settings },
			schema.nodes.heading.create({ id: newId(), level: 2 }, schema.text(heading))
		);
		const { $head } = state.selection;
		const pos = place === 'caret' && $head.depth ? $head.after(1) : tr.doc.content.size;
		tr.insert(pos, place === 'page' ? [schema.nodes.page_break.create(), node] : node);
		const at = tr.doc.nodeAt(pos)!.type === schema.nodes.bibliography ? pos : pos + 1;
		if (place === 'caret' && !tr.doc.resolve(at + node.nodeSize).nodeAfter)
			tr.insert(at + node.nodeSize, schema.nodes.paragraph.create());
		tr.setSelection(TextSelection.create(tr.doc, at + 2, at + 2 + heading.length));
		dispatch(labelled(tr, 'Bibliography added'));
		return true;
	};

/** The node of a bibliography, and where it stands. */
export function bibliographyAt(doc: Node, id: string): { node: Node; pos: number } | null {
	const pos = bibliographyPosition(doc, id);
	return pos < 0 ? null : { node: doc.nodeAt(pos)!, pos };
}

export const setBibliography =
	(id: string, change: Partial<BibliographySettings>): Command =>
	(state, dispatch) => {
		const at = bibliographyAt(state.doc, id);
		if (!at) return false;
		const settings = { ...cleanBibliography(at.node.attrs.settings), ...change };
		dispatch?.(labelled(state.tr.setNodeAttribute(at.pos, 'settings', settings), 'Bibliography changed'));
		return true;
	};

/** Whether a bibliography is ordered or looks otherwise than the style has it. */
export function anyBibliographyAdjusted(doc: Node): boolean {
	let found = false;
	doc.forEach((n) => {
		found ||= n.type === schema.nodes.bibliography && bibliographyAdjusted(cleanBibliography(n.attrs.settings));
	});
	return found;
}

/** Takes a bibliography out; nothing else goes with it. */
export const removeBibliography =
	(id: string): Command =>
	(state, dispatch) => {
		const at = bibliographyAt(state.doc, id);
		if (!at) return false;
		if (dispatch) {
			const { tr } = state;
			tr.delete(at.pos, at.pos + at.node.nodeSize);
			if (!tr.doc.content.size) tr.insert(0, schema.nodes.paragraph.create());
			dispatch(labelled(tr.setMeta(BIBLIOGRAPHY_MAY_GO, true), 'Bibliography removed'));
		}
		return true;
	};
