/** The language of a passage: what the browser's spelling goes by, and what a file says of it. */
import type { Node } from 'prosemirror-model';
import type { Command, EditorState } from 'prosemirror-state';
import { schema } from '$lib/core/manuscript';

const mark = schema.marks.language;
/** Blocks of text have a language of their own. */
const hasLanguage = (n: Node): boolean => n.isTextblock && 'lang' in n.attrs;

/** The language at the caret, or of the first words selected (BCP 47); empty for that of the manuscript. */
export function languageAt(state: EditorState): string {
	const { $from, empty } = state.selection;
	const set = empty ? (state.storedMarks ?? $from.marks()) : ($from.nodeAfter?.marks ?? []);
	const own = mark.isInSet(set)?.attrs.lang as string | undefined;
	if (own) return own;
	for (let d = $from.depth; d >= 0; d--) {
		const lang = $from.node(d).attrs.lang as string | undefined;
		if (lang) return lang;
	}
	return '';
}

/**
 * Says in which language words are: those selected, or without a selection the whole paragraph, heading or note.
 * @param lang BCP 47; empty for the language of the manuscript
 */
export const setLanguage =
	(lang: string): Command =>
	(state, dispatch) => {
		const { from, to, empty, $from } = state.selection;
		const { tr } = state;
		const ofBlock = (block: Node, pos: number) => {
			if (block.attrs.lang !== lang) tr.setNodeAttribute(pos, 'lang', lang);
			tr.removeMark(pos + 1, pos + 1 + block.content.size, mark);
		};
		// the block that the caret is in, where nothing is selected
		const [first, last] = empty ? [$from.start(), $from.end()] : [from, to];
		state.doc.nodesBetween(first, last, (n, pos) => {
			if (!n.isTextblock) return true;
			const [start, end] = [Math.max(first, pos + 1), Math.min(last, pos + 1 + n.content.size)];
			if (hasLanguage(n) && start === pos + 1 && end === pos + 1 + n.content.size) ofBlock(n, pos);
			else {
				tr.removeMark(start, end, mark);
				if (lang) tr.addMark(start, end, mark.create({ lang }));
			}
			return false;
		});
		if (!tr.docChanged) return false;
		dispatch?.(tr);
		return true;
	};
