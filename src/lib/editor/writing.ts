/**
 * What the writing line says of the caret and does to the text: kinds of block, marks, lists, links. Plain functions on
 * editor state, for the text and for the editor of a note alike.
 */
import { lift, setBlockType, toggleMark, wrapIn } from 'prosemirror-commands';
import type { Mark, MarkType, Node, NodeType } from 'prosemirror-model';
import { liftListItem, wrapInList } from 'prosemirror-schema-list';
import { TextSelection, type Command, type EditorState } from 'prosemirror-state';
import { SAFE_LINK, schema } from '$lib/core/manuscript';

const { marks, nodes } = schema;

export type BlockKind =
	| 'title'
	| 'paragraph'
	| 'heading-1'
	| 'heading-2'
	| 'heading-3'
	| 'heading-4'
	| 'caption'
	| 'legend'
	| 'note'
	| 'other';
export type ListKind = 'bulleted' | 'numbered';
/** Marks that are on or off. */
export const WRITING_MARKS = ['strong', 'em', 'superscript', 'subscript', 'underline', 'small_caps'] as const;
export type WritingMark = (typeof WRITING_MARKS)[number];

export interface WritingState {
	block: BlockKind;
	/** The innermost list around the caret. */
	list: ListKind | null;
	quotation: boolean;
	table: boolean;
	marks: WritingMark[];
	/** Address of the link at the caret. */
	link: string | null;
}

export const EMPTY: WritingState = {
	block: 'paragraph',
	list: null,
	quotation: false,
	table: false,
	marks: [],
	link: null
};

/** The title of the manuscript is the heading of the first level it begins with; sections begin one level below. */
const isTitle = (state: EditorState, depth: number): boolean => {
	const { $from } = state.selection;
	return depth === 1 && $from.index(0) === 0 && $from.parent.attrs.level === 1;
};

function blockOf(state: EditorState): BlockKind {
	const { $from } = state.selection;
	const { type, attrs } = $from.parent;
	if (type === nodes.note_paragraph) return 'note';
	if (type === nodes.paragraph) return attrs.legend ? 'legend' : 'paragraph';
	if (type === nodes.caption) return 'caption';
	if (type !== nodes.heading) return 'other';
	if (isTitle(state, $from.depth)) return 'title';
	return (['heading-1', 'heading-1', 'heading-2', 'heading-3', 'heading-4'] as const)[(attrs.level as number) - 1];
}

/** Whether a mark is on: at the caret what is typed next would carry, in a selection all of its text does. */
function isOn(state: EditorState, type: MarkType): boolean {
	const { empty, $from, from, to } = state.selection;
	if (empty) return Boolean(type.isInSet(state.storedMarks ?? $from.marks()));
	let all = true;
	let any = false;
	state.doc.nodesBetween(from, to, (n) => {
		if (!n.isText) return all;
		any = true;
		all &&= Boolean(type.isInSet(n.marks));
		return false;
	});
	return any && all;
}

/** What the writing line shows for a state of the text or of a note. */
export function writingState(state: EditorState): WritingState {
	const { $from } = state.selection;
	let list: ListKind | null = null;
	let quotation = false;
	let table = false;
	for (let d = $from.depth; d > 0; d--) {
		const { type } = $from.node(d);
		if (!list && type === nodes.bullet_list) list = 'bulleted';
		if (!list && type === nodes.ordered_list) list = 'numbered';
		if (type === nodes.blockquote) quotation = true;
		if (type === nodes.table_row) table = true;
	}
	return {
		block: blockOf(state),
		list,
		quotation,
		table,
		marks: WRITING_MARKS.filter((m) => isOn(state, marks[m])),
		link: (linkAt(state)?.mark.attrs.href as string | undefined) ?? null
	};
}

export const sameWriting = (a: WritingState, b: WritingState): boolean =>
	a.block === b.block &&
	a.list === b.list &&
	a.quotation === b.quotation &&
	a.table === b.table &&
	a.link === b.link &&
	a.marks.join() === b.marks.join();

// --- blocks ---------------------------------------------------------------------------------------------------------

/** The title stays what it is: the manuscript begins with it. */
const notInTitle =
	(command: Command): Command =>
	(state, dispatch, view) =>
		blockOf(state) === 'title' ? false : command(state, dispatch, view);

/** Makes a note below a table or figure of the paragraphs of the selection; it is in the text, not in a list or quotation. */
export const setLegend: Command = notInTitle((state, dispatch, view) =>
	state.selection.$from.depth === 1 ? setBlockType(nodes.paragraph, { legend: true })(state, dispatch, view) : false
);

/** Makes a paragraph or a heading of the blocks of the selection. */
export function setBlock(kind: 'paragraph' | 'heading-1' | 'heading-2' | 'heading-3' | 'heading-4'): Command {
	if (kind === 'paragraph') return notInTitle(setBlockType(nodes.paragraph));
	const level = Number(kind.slice(-1)) + 1;
	// a heading stands by itself, never within a quotation or a list
	return notInTitle((state, dispatch, view) => {
		if (setBlockType(nodes.heading, { level })(state, dispatch, view)) return true;
		return inQuotation(state) ? liftThen(state, dispatch, { level }) : false;
	});
}

const around = (state: EditorState, ...types: NodeType[]): number => {
	const { $from } = state.selection;
	for (let d = $from.depth; d > 0; d--) if (types.includes($from.node(d).type)) return d;
	return 0;
};
const inQuotation = (state: EditorState): boolean => around(state, nodes.blockquote) > 0;

/** Takes the block out of its quotation and makes a heading of it, in one step. */
function liftThen(state: EditorState, dispatch: Parameters<Command>[1], attrs: { level: number }): boolean {
	return lift(state, (tr) => {
		const { $from, $to } = tr.selection;
		tr.setBlockType($from.pos, $to.pos, nodes.heading, attrs);
		dispatch?.(tr);
	});
}

/** Puts the paragraphs of the selection into a block quotation, or takes them out of it. */
export const toggleQuotation: Command = notInTitle((state, dispatch, view) =>
	inQuotation(state) ? lift(state, dispatch) : wrapIn(nodes.blockquote)(state, dispatch, view)
);

/** Makes a list of the selection, takes it out of one of that kind, or turns a list of the other kind. */
export function toggleList(kind: ListKind): Command {
	const type = kind === 'bulleted' ? nodes.bullet_list : nodes.ordered_list;
	return notInTitle((state, dispatch, view) => {
		const depth = around(state, nodes.bullet_list, nodes.ordered_list);
		if (!depth) return wrapInList(type)(state, dispatch, view);
		const { $from } = state.selection;
		if ($from.node(depth).type === type) return liftListItem(nodes.list_item)(state, dispatch, view);
		dispatch?.(state.tr.setNodeMarkup($from.before(depth), type));
		return true;
	});
}

// --- marks ----------------------------------------------------------------------------------------------------------

/** Turns a mark on or off; of a selection of which only a part has it, all gets it. */
export const toggle = (mark: WritingMark): Command => toggleMark(marks[mark], null, { removeWhenPresent: false });

/** Takes bold, italic and the like off the selection; links, languages, comments and quotations stay. */
export const clearFormatting: Command = (state, dispatch) => {
	const { from, to, empty } = state.selection;
	if (empty) {
		if (!WRITING_MARKS.some((m) => isOn(state, marks[m]))) return false;
		const { tr } = state;
		for (const m of WRITING_MARKS) tr.removeStoredMark(marks[m]);
		dispatch?.(tr);
		return true;
	}
	const { tr } = state;
	for (const m of WRITING_MARKS) tr.removeMark(from, to, marks[m]);
	if (tr.docChanged) dispatch?.(tr);
	return tr.docChanged;
};

/** The link that the caret is in, or that the selection begins in, with its whole stretch. */
export function linkAt(state: EditorState): { from: number; to: number; mark: Mark } | null {
	const { $from, empty } = state.selection;
	const { parent } = $from;
	const here = (n: Node | null | undefined): Mark | undefined => n?.marks.find((m) => m.type === marks.link);
	const mark = here($from.nodeAfter) ?? (empty ? here($from.nodeBefore) : undefined);
	if (!mark) return null;
	// from the piece of text at the caret to the last neighbours that carry the same link
	const linked = (i: number) => i >= 0 && i < parent.childCount && mark.isInSet(parent.child(i).marks);
	let first = $from.index();
	if (!linked(first)) first--;
	let last = first;
	while (linked(first - 1)) first--;
	while (linked(last + 1)) last++;
	const from = $from.posAtIndex(first);
	return { from, to: $from.posAtIndex(last + 1), mark };
}

/** An address as people type it: with `https://` in front where nothing else stands there. Null for what is none. */
export function addressOf(typed: string): string | null {
	const text = typed.trim();
	if (!text || /\s/.test(text)) return null;
	if (SAFE_LINK.test(text)) return text;
	if (/^[^@/:]+@[^@/:]+\.[a-z]{2,}$/i.test(text)) return `mailto:${text}`;
	return /^[\w-]+(?:\.[\w-]+)+(?:[:/?#]|$)/.test(text) ? `https://${text}` : null;
}

/** Links the selection, the link that the caret is in anew, or the address itself, typed in. */
export function setLink(href: string): Command {
	return (state, dispatch) => {
		if (!SAFE_LINK.test(href) || !state.selection.$from.parent.inlineContent) return false;
		const { tr } = state;
		const mark = marks.link.create({ href });
		const old = linkAt(state);
		const { from, to, empty } = state.selection;
		if (old && from >= old.from && to <= old.to)
			tr.removeMark(old.from, old.to, marks.link).addMark(old.from, old.to, mark);
		else if (!empty) tr.removeMark(from, to, marks.link).addMark(from, to, mark);
		else {
			const words = href.replace(/^mailto:/, '');
			tr.insert(from, schema.text(words, [...state.selection.$from.marks(), mark]));
			tr.setSelection(TextSelection.create(tr.doc, from + words.length)).removeStoredMark(marks.link);
		}
		dispatch?.(tr);
		return true;
	};
}

/** Takes the link off that the caret is in, or all links off the selection. */
export const removeLink: Command = (state, dispatch) => {
	const { from, to, empty } = state.selection;
	const old = linkAt(state);
	const range = empty ? old : { from: Math.min(from, old?.from ?? from), to: Math.max(to, old?.to ?? to) };
	if (!range) return false;
	const tr = state.tr.removeMark(range.from, range.to, marks.link);
	if (tr.docChanged) dispatch?.(tr);
	return tr.docChanged;
};

/** Puts a page break behind the block that the caret is in, and the caret behind it. */
export const insertPageBreak: Command = notInTitle((state, dispatch) => {
	const { $from } = state.selection;
	if ($from.depth < 1 || $from.node(1).type === nodes.bibliography) return false;
	const at = $from.after(1);
	const { tr } = state;
	tr.insert(at, nodes.page_break.create());
	const next = tr.doc.resolve(at + 1);
	if (!next.nodeAfter?.isTextblock) tr.insert(at + 1, nodes.paragraph.create());
	tr.setSelection(TextSelection.create(tr.doc, at + 2));
	dispatch?.(tr.scrollIntoView());
	return true;
});
