/** Finding words in a document, wherever they stand: in a long one the page has only a part of it. */
import { elementAt } from './navigation';
import { TextSelection } from 'prosemirror-state';
import type { Node } from 'prosemirror-model';
import type { Draft } from './draft.svelte';

export interface Found {
	from: number;
	to: number;
}

/** All places of some words, capitals and marks of quotation aside; the words of notes are not searched. */
export function findWords(doc: Node, words: string): Found[] {
	const plain = (s: string) => s.toLowerCase().replace(/[“”„]/g, '"').replace(/[‘’]/g, "'");
	const wanted = plain(words);
	const out: Found[] = [];
	if (!wanted.trim()) return out;
	doc.descendants((block, pos) => {
		if (!block.isTextblock) return true;
		let flat = '';
		block.forEach((n) => (flat += n.isText ? n.text! : '\ufffc'.repeat(n.nodeSize)));
		const text = plain(flat);
		// a letter whose small form is longer would move what follows
		if (text.length !== flat.length) return false;
		for (let at = text.indexOf(wanted); at >= 0; at = text.indexOf(wanted, at + 1))
			out.push({ from: pos + 1 + at, to: pos + 1 + at + wanted.length });
		return false;
	});
	return out;
}

/** Selects a place and brings it into sight; the focus stays where it is. */
export function showFound(draft: Draft, f: Found): void {
	const { view } = draft;
	if (!view) return;
	view.dispatch(view.state.tr.setSelection(TextSelection.create(view.state.doc, f.from, f.to)).scrollIntoView());
	elementAt(draft, f.from)?.scrollIntoView({ block: 'center' });
}
