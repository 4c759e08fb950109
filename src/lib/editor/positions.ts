/** Where things stand in a document. */
import type { Node } from 'prosemirror-model';
import { schema } from '$lib/core/manuscript';

/** Position of a citation by its id, in the text or in a note; -1 for none. */
export function positionOf(doc: Node, id: string): number {
	let at = -1;
	doc.descendants((node, pos) => {
		if (node.type === schema.nodes.citation && node.attrs.id === id) at = pos;
		return at < 0;
	});
	return at;
}
