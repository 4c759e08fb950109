/** A document that was read goes into the text that is open. */
import { Slice, type Node } from 'prosemirror-model';
import { Selection, type EditorState, type Transaction } from 'prosemirror-state';
import { placementOfStyle, schema, styleOf, type PlacementKind, type StyleFacts } from '$lib/core/manuscript';
import { LONG } from './long-texts';
import { placeSlice } from './clipboard';
import type { Draft } from './draft.svelte';

/**
 * Where blocks go: behind the block that the caret is in, in its place where that is empty, and before a bibliography that
 * the caret is in.
 * @returns positions between top-level blocks
 */
export function placeForBlocks(state: EditorState): { from: number; to: number } {
	const { $head } = state.selection;
	if (!$head.depth) return { from: $head.pos, to: $head.pos };
	const block = $head.node(1);
	const [before, after] = [$head.before(1), $head.after(1)];
	if (block.type === schema.nodes.bibliography) return { from: before, to: before };
	const empty = block.type === schema.nodes.paragraph && !block.content.size;
	return { from: empty ? before : after, to: after };
}

/**
 * Its blocks in the text, as one step. Citations stand as the style of the manuscript has them; a bibliography comes along
 * only where the text has none.
 */
export function insertBlocks(
	state: EditorState,
	doc: Node,
	to: { placement: PlacementKind; facts: StyleFacts }
): Transaction {
	const { bibliography } = schema.nodes;
	const listed = state.doc.children.some((b) => b.type === bibliography);
	const blocks = doc.children.filter((b) => !listed || b.type !== bibliography);
	const from = placementOfStyle(styleOf(doc));
	const whole = new Slice(schema.nodes.doc.create(null, blocks).content, 0, 0);
	const { content } = from === to.placement ? whole : placeSlice(whole, from, to);
	const place = placeForBlocks(state);
	const tr = state.tr.replaceWith(place.from, place.to, content);
	// what is written or inserted next goes behind it
	return tr.setSelection(Selection.near(tr.doc.resolve(place.from + content.size), -1));
}

/** Puts the blocks of a document where the caret is; undo takes them out again. @param name the file's, for what is said */
export function insertDocument(draft: Draft, doc: Node, name: string): void {
	if (!draft.view || draft.readOnly) throw new Error('This manuscript cannot be changed here.');
	// laying all of it out would hold the page up
	if (doc.childCount > LONG) draft.becomeLong();
	draft.act(insertBlocks(draft.view.state, doc, draft), `${name} is in the text`);
	draft.view.focus();
}
