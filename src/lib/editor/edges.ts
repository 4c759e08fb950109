/**
 * What Enter, Backspace, Delete and Tab do at the edges of headings, lists, quotations, tables, figures, notes and
 * bibliographies, where what the editor's library does is not what people expect. Each is a command that says whether
 * the key is its own.
 */
import { joinTextblockBackward, joinTextblockForward, lift } from 'prosemirror-commands';
import type { NodeType, ResolvedPos } from 'prosemirror-model';
import { liftListItem } from 'prosemirror-schema-list';
import { NodeSelection, Selection, TextSelection, type Command, type EditorState } from 'prosemirror-state';
import { schema } from '$lib/core/manuscript';

const { nodes } = schema;

/** The key is taken, and nothing is done. */
const nothing: Command = () => true;

/** Where the caret is, at the very start or the very end of its block; null where it is not, or something is selected. */
function caretAt(state: EditorState, edge: 'start' | 'end'): ResolvedPos | null {
	const { $from, empty } = state.selection;
	if (!empty || !$from.parent.inlineContent) return null;
	const offset = edge === 'start' ? 0 : $from.parent.content.size;
	return $from.parentOffset === offset ? $from : null;
}

/** What the caret is in, of some types; 0 for nothing. */
function depthOf($pos: ResolvedPos, ...types: NodeType[]): number {
	for (let d = $pos.depth; d > 0; d--) if (types.includes($pos.node(d).type)) return d;
	return 0;
}

/** The manuscript begins with its title. */
const inTitle = ($pos: ResolvedPos): boolean =>
	$pos.depth === 1 && $pos.index(0) === 0 && $pos.parent.type === nodes.heading && $pos.parent.attrs.level === 1;

/** A caption or the heading of a bibliography: a line that can be neither parted nor joined. */
const isFixedLine = ($pos: ResolvedPos): boolean =>
	$pos.parent.type === nodes.caption || ($pos.depth > 1 && $pos.node(-1).type === nodes.bibliography);

// --- Enter ------------------------------------------------------------------------------------------------------------

/** Enter in the title begins the text: what stood behind the caret is its first paragraph. The title is never doubled. */
export const splitTitle: Command = (state, dispatch) => {
	const { $from, $to } = state.selection;
	if (!inTitle($from)) return false;
	if ($from.parentOffset === 0 && $from.parent.content.size && state.selection.empty) return nothing(state);
	if (!$from.sameParent($to)) return false;
	const next = state.doc.maybeChild(1);
	if ($from.parentOffset === $from.parent.content.size && next?.type === nodes.paragraph && !next.content.size) {
		// the sheet has its first paragraph already
		dispatch?.(state.tr.setSelection(TextSelection.create(state.doc, $from.after() + 1)).scrollIntoView());
		return true;
	}
	const tr = state.tr.deleteSelection();
	tr.split($from.pos, 1, [{ type: nodes.paragraph }]);
	dispatch?.(tr.scrollIntoView());
	return true;
};

/** Enter in a caption goes on in its table, or in the paragraph behind; Enter in a list's heading goes on behind the list. */
export const leaveFixedLine: Command = (state, dispatch) => {
	const { $head } = state.selection;
	if (!isFixedLine($head)) return false;
	const { tr } = state;
	const outer = $head.depth - 1;
	if ($head.node(outer).type === nodes.captioned_table)
		tr.setSelection(Selection.near(tr.doc.resolve($head.after()), 1));
	else {
		const behind = $head.after(outer);
		const next = tr.doc.resolve(behind).nodeAfter;
		if (next?.type !== nodes.paragraph || next.content.size) tr.insert(behind, nodes.paragraph.create());
		tr.setSelection(TextSelection.create(tr.doc, behind + 1));
	}
	dispatch?.(tr.scrollIntoView());
	return true;
};

// --- Backspace --------------------------------------------------------------------------------------------------------

/** In an empty heading, Backspace makes a paragraph of it; the title stays one. */
export const plainHeading: Command = (state, dispatch) => {
	const $caret = caretAt(state, 'start');
	if (!$caret || $caret.parent.type !== nodes.heading || $caret.parent.content.size) return false;
	if (inTitle($caret) || isFixedLine($caret)) return false;
	dispatch?.(state.tr.setBlockType($caret.pos, $caret.pos, nodes.paragraph));
	return true;
};

/** At the start of an item of a list or of a quotation, Backspace takes it out. */
export const liftAtStart: Command = (state, dispatch, view) => {
	const $caret = caretAt(state, 'start');
	if (!$caret || $caret.depth < 2) return false;
	const parent = $caret.node(-1);
	if ($caret.index(-1) > 0) return false;
	if (parent.type === nodes.list_item) return liftListItem(nodes.list_item)(state, dispatch, view);
	return parent.type === nodes.blockquote && lift(state, dispatch);
};

/** At the start of a caption or of a list's heading, Backspace selects what it belongs to; it never leaks out of it. */
export const selectAround: Command = (state, dispatch) => {
	const $caret = caretAt(state, 'start');
	if (!$caret || !isFixedLine($caret)) return false;
	dispatch?.(state.tr.setSelection(NodeSelection.create(state.doc, $caret.before($caret.depth - 1))));
	return true;
};

/** Equations and contents are first selected, then deleted: never lost by one careless key. */
function selectEquation(side: 'before' | 'after'): Command {
	return (state, dispatch) => {
		const $caret = caretAt(state, side === 'before' ? 'start' : 'end');
		if (!$caret || !$caret.depth || !$caret.parent.content.size) return false;
		const $edge = state.doc.resolve(side === 'before' ? $caret.before() : $caret.after());
		const node = side === 'before' ? $edge.nodeBefore : $edge.nodeAfter;
		if (node?.type !== nodes.equation && node?.type !== nodes.contents) return false;
		dispatch?.(
			state.tr.setSelection(NodeSelection.create(state.doc, $edge.pos - (side === 'before' ? node.nodeSize : 0)))
		);
		return true;
	};
}

/** Between an empty paragraph and another block, it is the empty one that goes: a heading stays a heading. */
export const dropEmptyBefore: Command = (state, dispatch) => {
	const $caret = caretAt(state, 'start');
	if (!$caret || $caret.depth !== 1) return false;
	const before = state.doc.resolve($caret.before()).nodeBefore;
	if (before?.type !== nodes.paragraph || before.content.size) return false;
	dispatch?.(state.tr.delete($caret.before() - before.nodeSize, $caret.before()).scrollIntoView());
	return true;
};

export const atBackspace: Command[] = [
	plainHeading,
	liftAtStart,
	selectAround,
	selectEquation('before'),
	dropEmptyBefore,
	joinTextblockBackward
];

// --- Delete -----------------------------------------------------------------------------------------------------------

/** In an empty paragraph Delete takes it out, and what follows stays what it is. */
export const dropEmptyHere: Command = (state, dispatch) => {
	const $caret = caretAt(state, 'end');
	if (!$caret || $caret.depth !== 1 || $caret.parent.type !== nodes.paragraph || $caret.parent.content.size)
		return false;
	if ($caret.indexAfter(0) >= state.doc.childCount) return false;
	const tr = state.tr.delete($caret.before(), $caret.after());
	tr.setSelection(Selection.near(tr.doc.resolve($caret.before()), 1));
	dispatch?.(tr.scrollIntoView());
	return true;
};

/** At the end of a caption or of a list's heading, Delete draws nothing into it. */
export const stayInFixedLine: Command = (state) => {
	const $caret = caretAt(state, 'end');
	return $caret !== null && isFixedLine($caret);
};

export const atDelete: Command[] = [stayInFixedLine, dropEmptyHere, selectEquation('after'), joinTextblockForward];

// --- Tab --------------------------------------------------------------------------------------------------------------

/** Within a list Tab never leaves the text, also where nothing can be moved in further. */
export const stayInList: Command = (state) => depthOf(state.selection.$from, nodes.list_item) > 0;
