/**
 * Style, rules and words by hand are attributes of the document, so that undo takes them back. The editor's library
 * takes a document with other attributes for another document and draws all of it anew, which takes a second in a long
 * manuscript. Attributes of the document do not show in the page, so what is drawn can stay.
 */
import type { EditorView } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';

/** The part of the library's own description of the drawn document that is relied on (prosemirror-view 1.x). */
interface DrawnDoc {
	node: Node;
	dirty: number;
	update(node: Node, outer: unknown, inner: unknown, view: EditorView): boolean;
	updateInner?(node: Node, outer: unknown, inner: unknown, view: EditorView): void;
}
const ANEW = 3;

export function keepDrawn(view: EditorView): void {
	const { docView } = view as unknown as { docView?: DrawnDoc };
	// a version of the library without this draws anew, as it always does
	if (!docView?.updateInner) return;
	docView.update = function (node, outer, inner, v) {
		if (this.dirty === ANEW || node.type !== this.node.type) return false;
		this.updateInner!(node, outer, inner, v);
		return true;
	};
}
