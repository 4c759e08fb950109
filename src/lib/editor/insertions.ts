/**
 * Tables, figures, formulas and references to them, put into the text and changed there. Commands on editor state; loaded
 * with the forms that ask for them.
 */
import type { Node } from 'prosemirror-model';
import {
	NodeSelection,
	Selection,
	TextSelection,
	type Command,
	type EditorState,
	type Transaction
} from 'prosemirror-state';
import {
	newId,
	schema,
	setDocAttrs,
	settingsOf,
	type ContentsAttrs,
	type CrossRefShow,
	type Numbered
} from '$lib/core/manuscript';

const { nodes } = schema;

/** Most rows and columns that a new table may have; one that is pasted may have more. */
export const LARGEST = 30;

/**
 * Puts a block where the caret is: in place of an empty paragraph, else behind the block that the caret is in; behind the
 * title, never in a list of sources.
 * @returns the position of the block
 */
function placeBlock(tr: Transaction, node: Node): number {
	const { $from } = tr.selection;
	const around = $from.depth ? $from.node(1) : null;
	let at = around ? $from.after(1) : $from.pos;
	if (around?.type === nodes.bibliography) at = $from.before(1);
	else if (around?.type === nodes.paragraph && !around.content.size) {
		at = $from.before(1);
		tr.delete(at, at + around.nodeSize);
	}
	tr.insert(at, node);
	// the text goes on behind it
	const behind = at + node.nodeSize;
	const next = tr.doc.resolve(behind).nodeAfter;
	if (!next || next.type === nodes.bibliography) tr.insert(behind, nodes.paragraph.create());
	return at;
}

/** Whether blocks can be put in where the caret is: not in a note, whose editor has no blocks. */
const takesBlocks = (state: EditorState): boolean => state.doc.type === nodes.doc;

/** A numbered table with an empty caption; the caret goes to its first cell. */
export function insertTable(rows: number, columns: number, header: boolean): Command {
	return (state, dispatch) => {
		if (!takesBlocks(state)) return false;
		const size = (n: number) => Math.min(LARGEST, Math.max(1, Math.round(n) || 1));
		const cell = (head: boolean) =>
			(head ? nodes.table_header : nodes.table_cell).create(null, nodes.paragraph.create());
		const grid = nodes.table.create(
			{ id: newId() },
			Array.from({ length: size(rows) }, (_, r) =>
				nodes.table_row.create(
					null,
					Array.from({ length: size(columns) }, () => cell(header && r === 0))
				)
			)
		);
		const table = nodes.captioned_table.create({ id: newId() }, [nodes.caption.create(), grid]);
		const { tr } = state;
		const at = placeBlock(tr, table);
		// behind the empty caption
		tr.setSelection(Selection.near(tr.doc.resolve(at + 1 + table.firstChild!.nodeSize), 1));
		dispatch?.(tr.scrollIntoView());
		return true;
	};
}

/**
 * A figure with an empty caption, in which the caret then is.
 * @param asset the name of a kept picture
 * @param width per cent of that of the text; 0 for the picture's own
 */
export function insertFigure(asset: string, alt: string, width = 0): Command {
	return (state, dispatch) => {
		if (!takesBlocks(state)) return false;
		const { tr } = state;
		const at = placeBlock(tr, nodes.figure.create({ id: newId(), asset, alt, width }, nodes.caption.create()));
		tr.setSelection(TextSelection.create(tr.doc, at + 2));
		dispatch?.(tr.scrollIntoView());
		return true;
	};
}

/** The figure that is selected or whose caption the caret is in. */
export function figureAt(state: EditorState): { pos: number; node: Node } | null {
	const { selection } = state;
	if (selection instanceof NodeSelection && selection.node.type === nodes.figure)
		return { pos: selection.from, node: selection.node };
	const { $from } = selection;
	for (let d = $from.depth; d > 0; d--)
		if ($from.node(d).type === nodes.figure) return { pos: $from.before(d), node: $from.node(d) };
	return null;
}

/** Another picture, description or width for a figure. */
export function changeFigure(pos: number, change: { asset?: string; alt?: string; width?: number }): Command {
	return (state, dispatch) => {
		const node = state.doc.nodeAt(pos);
		if (node?.type !== nodes.figure) return false;
		dispatch?.(state.tr.setNodeMarkup(pos, undefined, { ...node.attrs, ...change }));
		return true;
	};
}

/** The caret goes to the note below the table or figure it is in; one is made where there is none. */
export const noteBelow: Command = (state, dispatch) => {
	const { $from } = state.selection;
	const figure = figureAt(state);
	let at = figure ? figure.pos + figure.node.nodeSize : -1;
	for (let d = 1; d <= $from.depth && at < 0; d++)
		if ([nodes.captioned_table, nodes.table].includes($from.node(d).type)) at = $from.after(d);
	if (at < 0) return false;
	if (!dispatch) return true;
	const { tr } = state;
	const next = tr.doc.nodeAt(at);
	const there = next?.type === nodes.paragraph && (next.attrs.legend as boolean);
	if (!there) tr.insert(at, nodes.paragraph.create({ legend: true }));
	tr.setSelection(TextSelection.create(tr.doc, at + 1 + (there ? next.content.size : 0)));
	dispatch(tr.scrollIntoView());
	return true;
};

export interface Formula {
	tex: string;
	/** In the line of the text, or on one of its own. */
	inline: boolean;
	/** For one on a line of its own. */
	numbered: boolean;
}

/** The formula that is selected. */
export function formulaAt(state: EditorState): ({ pos: number } & Formula) | null {
	const { selection } = state;
	if (!(selection instanceof NodeSelection)) return null;
	const { node, from: pos } = selection;
	if (node.type !== nodes.equation && node.type !== nodes.math) return null;
	const inline = node.type === nodes.math;
	return { pos, tex: node.attrs.tex as string, inline, numbered: !inline && (node.attrs.numbered as boolean) };
}

/** Puts a formula in, or in the place of the one that is selected. */
export function putFormula({ tex, inline, numbered }: Formula): Command {
	return (state, dispatch) => {
		const old = formulaAt(state);
		const { tr } = state;
		if (old && old.inline === inline) {
			const attrs = state.doc.nodeAt(old.pos)!.attrs;
			tr.setNodeMarkup(old.pos, undefined, inline ? { ...attrs, tex } : { ...attrs, tex, numbered });
			tr.setSelection(NodeSelection.create(tr.doc, old.pos));
			dispatch?.(tr);
			return true;
		}
		if (inline) {
			if (old) {
				// it takes a paragraph of its own
				const node = nodes.paragraph.create(null, nodes.math.create({ tex }));
				tr.replaceWith(old.pos, old.pos + 1, node);
				tr.setSelection(TextSelection.create(tr.doc, old.pos + 2));
			} else {
				if (!state.selection.$from.parent.inlineContent) return false;
				tr.replaceSelectionWith(nodes.math.create({ tex }), false);
			}
			dispatch?.(tr.scrollIntoView());
			return true;
		}
		if (!takesBlocks(state)) return false;
		if (old) tr.deleteSelection();
		const at = placeBlock(tr, nodes.equation.create({ id: newId(), tex, numbered }));
		// the text goes on in a paragraph, not in a heading that follows
		if (tr.doc.resolve(at + 1).nodeAfter?.type !== nodes.paragraph) tr.insert(at + 1, nodes.paragraph.create());
		tr.setSelection(TextSelection.create(tr.doc, at + 2));
		dispatch?.(tr.scrollIntoView());
		return true;
	};
}

/** A reference to something by its id, with a space before it where a word stands there. */
/** @param elsewhere what it refers to, where that stands in another chapter of the work */
export function insertCrossRef(target: string, show: CrossRefShow, elsewhere?: Numbered): Command {
	return (state, dispatch) => {
		const { $from } = state.selection;
		if (!$from.parent.inlineContent) return false;
		const tr = state.tr.deleteSelection();
		const { nodeBefore } = tr.selection.$from;
		const glued = nodeBefore && !(nodeBefore.isText && /[\s([{“‘"'«—–/-]$/.test(nodeBefore.text!));
		if (glued) tr.insertText(' ');
		const settings = settingsOf(state.doc);
		if (elsewhere && settings.work) {
			const work = { ...settings.work, elsewhere: { ...settings.work.elsewhere, [target]: elsewhere } };
			setDocAttrs(tr, { settings: { ...settings, work } });
		}
		tr.replaceSelectionWith(nodes.cross_ref.create({ target, show }), false);
		const { nodeAfter } = tr.selection.$from;
		if (nodeAfter?.isText && /^[\p{L}\p{N}([“‘«]/u.test(nodeAfter.text!)) tr.insertText(' ');
		dispatch?.(tr.scrollIntoView());
		return true;
	};
}

/** The contents, or list of figures or tables, that are selected. */
export function contentsAt(state: EditorState): ({ pos: number } & ContentsAttrs) | null {
	const { selection } = state;
	if (!(selection instanceof NodeSelection) || selection.node.type !== nodes.contents) return null;
	return { pos: selection.from, ...(selection.node.attrs as ContentsAttrs) };
}

/** Puts contents in, or changes those that are selected. */
export function putContents(choice: ContentsAttrs): Command {
	return (state, dispatch) => {
		if (!takesBlocks(state)) return false;
		const { tr } = state;
		const old = contentsAt(state);
		const at = old ? old.pos : placeBlock(tr, nodes.contents.create(choice));
		if (old) tr.setNodeMarkup(at, undefined, choice);
		tr.setSelection(old ? NodeSelection.create(tr.doc, at) : Selection.near(tr.doc.resolve(at + 1), 1));
		dispatch?.(tr.scrollIntoView());
		return true;
	};
}
