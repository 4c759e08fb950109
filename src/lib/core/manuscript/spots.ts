/** Walking a document by its text blocks. Blocks are never changed but replaced, so each is looked through once. */
import type { Node } from 'prosemirror-model';

export interface Spot {
	node: Node;
	/** Where it stands, from the beginning of the block's content. */
	at: number;
}

const KINDS = new Set(['citation', 'note', 'citation_placeholder', 'note_ref']);
const known = new WeakMap<Node, Spot[]>();
const NONE: Spot[] = [];

/** Citations, notes, placeholders and references of a text block in order; what stands within a note is not among them. */
export function spotsOf(block: Node): Spot[] {
	let list = known.get(block);
	if (!list) {
		list = NONE;
		block.forEach((node, at) => {
			if (KINDS.has(node.type.name)) (list = list === NONE ? [] : list)!.push({ node, at });
		});
		known.set(block, list);
	}
	return list;
}

/** Calls back for every text block outside notes, in order. */
export function textBlocks(doc: Node, f: (block: Node, pos: number, parent: Node | null) => void): void {
	doc.descendants((node, pos, parent) => {
		if (!node.isTextblock) return true;
		f(node, pos, parent);
		return false;
	});
}

/**
 * Whether two states of a document differ in words alone: the same blocks, with the very same citations, notes, placeholders and
 * references in the same order. May say no where they are the same, never yes where they are not.
 */
export function sameSpots(before: Node, now: Node): boolean {
	if (before.attrs !== now.attrs || before.childCount !== now.childCount) return false;
	for (let i = 0; i < now.childCount; i++) {
		const [a, b] = [before.child(i), now.child(i)];
		if (a === b) continue;
		if (!a.sameMarkup(b) || !a.isTextblock || a.type.name === 'heading') return false;
		const [x, y] = [spotsOf(a), spotsOf(b)];
		if (x.length !== y.length || x.some((s, k) => s.node !== y[k].node)) return false;
	}
	return true;
}
