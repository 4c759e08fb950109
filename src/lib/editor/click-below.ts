/** A click on the empty paper below everything: the caret goes to the text, not behind the bibliography that ends it. */
import type { Node } from 'prosemirror-model';
import { Selection } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import { schema } from '$lib/core/manuscript';

/**
 * The end of the text that is written, before the bibliographies and page breaks that end the manuscript. Null where no
 * bibliography ends it, or nothing can be written before it.
 */
export function endOfText(doc: Node): Selection | null {
	const { bibliography, contents, page_break } = schema.nodes;
	if (doc.lastChild?.type !== bibliography) return null;
	let last = doc.childCount;
	let pos = doc.content.size;
	while (last && [bibliography, contents, page_break].includes(doc.child(last - 1).type))
		pos -= doc.child(--last).nodeSize;
	return last ? Selection.findFrom(doc.resolve(pos), -1, true) : null;
}

/** @returns whether it was such a click */
export function clickBelow(view: EditorView, event: MouseEvent): boolean {
	const below = view.dom.lastElementChild?.getBoundingClientRect().bottom ?? Infinity;
	const end = event.clientY > below ? endOfText(view.state.doc) : null;
	if (!end) return false;
	view.dispatch(view.state.tr.setSelection(end).scrollIntoView());
	return true;
}
