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

/** Position of a list of sources by its id; -1 for none. Lists stand between blocks, never within one. */
export function bibliographyPosition(doc: Node, id: string): number {
	let at = -1;
	doc.forEach((node, pos) => {
		if (node.type === schema.nodes.bibliography && node.attrs.id === id) at = pos;
	});
	return at;
}

/** First and last block of the text within so many window heights of the window. */
export function blocksNear(text: Element, surface: Element, by: number): [number, number] {
	const box = surface.getBoundingClientRect();
	// what the page puts between blocks is none of the text
	const blocks = [...text.children].filter((el) => !el.classList.contains('ProseMirror-widget'));
	/** The first block that is not wholly before. */
	const firstNot = (before: (bottom: number) => boolean) => {
		let [a, b] = [0, blocks.length - 1];
		while (a < b) {
			const m = (a + b) >> 1;
			if (before(blocks[m].getBoundingClientRect().bottom)) a = m + 1;
			else b = m;
		}
		return a;
	};
	const [top, bottom] = [box.top - box.height * by, box.bottom + box.height * by];
	// one that begins at the very edge still counts
	return [firstNot((y) => y < top), firstNot((y) => y <= bottom)];
}

/** The positions from before the first to behind the last of these blocks. */
export function positionsOf(doc: Node, [first, last]: readonly [number, number]): { from: number; to: number } {
	let from = 0;
	let to = 0;
	doc.forEach((node, pos, i) => {
		if (i === first) from = pos;
		if (i === last) to = pos + node.nodeSize;
	});
	return { from, to };
}

/** The place before the block of the document that a position is in. */
export function blockAt(doc: Node, pos: number): number {
	const $pos = doc.resolve(Math.min(pos, doc.content.size));
	return $pos.depth ? $pos.before(1) : $pos.pos;
}
