/** Where the cite line opens: at the caret, on a citation, in a placeholder. */
import type { EditorView } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';
import type { Transaction } from 'prosemirror-state';
import { schema, type DocCite } from '$lib/core/manuscript';
import { select, type GoingHost } from './navigation';
import { awaitThirdClick } from './paragraph-selection';
import { positionOf } from './positions';

/** Where the cite line hangs and what it works on. */
export interface CiteTarget {
	view: EditorView;
	/** Position in that view's document. */
	pos: number;
	/** The citation being edited; null for a new one. */
	editing: { id: string; cites: DocCite[] } | null;
	inNote: boolean;
	/** A placeholder that the citation will fill. */
	query: string;
	placeholder: boolean;
	/** Sources that are chosen already. */
	chosen?: string[];
	/** How often Enter was pressed since they were chosen and before the line was there. */
	enters?: number;
	/** Its wording is to be edited at once. */
	byHand?: boolean;
}

/** What is needed of the draft in which the cite line opens. */
export interface CiteHost extends GoingHost {
	readonly readOnly: boolean;
	cite: CiteTarget | null;
	/** The editors of the writer's notes, where they are drawn. */
	readonly noteEditors: { get(id: string): EditorView | undefined };
	resolve(id: string): string;
	act(tr: Transaction, what: string, view?: EditorView | null): void;
	closeCite(): void;
}

/** Opens the cite line at the caret, with sources that are chosen already. */
export function openCite(
	draft: CiteHost,
	view: EditorView | null = draft.view,
	ready: Pick<CiteTarget, 'chosen' | 'enters'> = {}
): void {
	if (!view || draft.readOnly) return;
	const head = view.state.selection.$head;
	if (!head.parent.inlineContent) return;
	if (!view.hasFocus()) {
		view.focus();
		view.dispatch(view.state.tr.scrollIntoView());
	}
	draft.cite = {
		view,
		pos: head.pos,
		editing: null,
		inNote: view !== draft.view,
		query: '',
		placeholder: false,
		...ready
	};
}

export function openIfCitation(
	draft: CiteHost,
	node: Node,
	pos: number,
	view: EditorView | null = draft.view
): boolean {
	if (node.type !== schema.nodes.citation || !view || draft.readOnly) return false;
	draft.cite = {
		view,
		pos,
		editing: {
			id: node.attrs.id,
			cites: (node.attrs.cites as DocCite[]).map((c) => ({ ...c, sourceId: draft.resolve(c.sourceId) }))
		},
		inNote: view !== draft.view,
		query: '',
		placeholder: false
	};
	return true;
}

/** The same by a double click, of which a third click makes a choice of the paragraph. */
export function openByDoubleClick(
	draft: CiteHost,
	node: Node,
	pos: number,
	view: EditorView,
	event: MouseEvent
): boolean {
	const open = draft.cite?.editing?.id;
	if (open && open === node.attrs.id) return true;
	if (!openIfCitation(draft, node, pos, view)) return false;
	awaitThirdClick(view, pos, event, () => draft.closeCite());
	return true;
}

/** Opens the cite line on a citation anywhere in the manuscript. */
export function editCitation(draft: CiteHost, id: string, byHand = false): void {
	const info = draft.reading.citations.find((c) => c.id === id);
	if (!info || !draft.view) return;
	if (info.notePos < 0) {
		select(draft, info.pos);
		openIfCitation(draft, draft.view.state.doc.nodeAt(info.pos)!, info.pos);
	} else {
		// in one of the writer's notes: its own editor has it
		const inner = draft.noteEditors.get(draft.reading.notes.find((n) => n.pos === info.notePos)?.id ?? '');
		const at = inner ? positionOf(inner.state.doc, id) : -1;
		if (inner && at >= 0) openIfCitation(draft, inner.state.doc.nodeAt(at)!, at, inner);
	}
	if (byHand && draft.cite) draft.cite = { ...draft.cite, byHand };
}

/** Opens the cite line in a placeholder, with what it asks for as the query. */
export function fillPlaceholder(draft: CiteHost, pos: number, node: Node, view: EditorView | null = draft.view): void {
	if (view)
		draft.cite = { view, pos, editing: null, inNote: view !== draft.view, query: node.attrs.hint, placeholder: true };
}
