/** Going to places of an open draft, and what is near the window. */
import { NodeSelection, Selection } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import type { Reading } from '$lib/core/manuscript';
import { blockAt } from './positions';

/** What is needed of the draft that one goes about in. */
export interface GoingHost {
	readonly view: EditorView | null;
	readonly reading: Reading;
	/** The citation or note that the pointer is on, in the text or in the margin. */
	hovered: string | null;
	anchor(id: string): HTMLElement | null;
}

export function goto(draft: GoingHost, pos: number): void {
	const { view } = draft;
	if (!view) return;
	const at = Math.max(0, Math.min(pos + 1, view.state.doc.content.size));
	view.dispatch(view.state.tr.setSelection(Selection.near(view.state.doc.resolve(at))).scrollIntoView());
	const dom = view.domAtPos(at).node;
	(dom instanceof HTMLElement ? dom : dom.parentElement)?.scrollIntoView({ block: 'center' });
	view.focus();
}

/** Goes to a heading, table, figure or formula by its id. */
export function gotoId(draft: GoingHost, id: string): void {
	let at = -1;
	draft.view?.state.doc.descendants((n, pos) => {
		if (at < 0 && n.attrs.id === id && !n.isInline) at = pos;
		return at < 0 && !n.isTextblock;
	});
	if (at >= 0) goto(draft, at);
}

/** Selects what stands at a position as one thing. */
export function select(draft: GoingHost, pos: number): void {
	const { view } = draft;
	if (!view) return;
	view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, pos)).scrollIntoView());
	(view.nodeDOM(pos) as HTMLElement | null)?.scrollIntoView({ block: 'nearest' });
	view.focus();
}

/** Goes to the next citation or gap of the text, or the one before. */
export function step(draft: GoingHost, by: 1 | -1): boolean {
	if (!draft.view) return false;
	const here = draft.view.state.selection.from;
	const stops = [
		...draft.reading.citations.filter((c) => c.notePos < 0).map((c) => c.pos),
		...draft.reading.placeholders.filter((g) => !g.inNote).map((g) => g.pos)
	].sort((a, b) => a - b);
	const at = by > 0 ? stops.find((p) => p > here) : stops.filter((p) => p < here).at(-1);
	if (at === undefined) return false;
	select(draft, at);
	return true;
}

/** The element of the sheet at a position of the text. */
export function elementAt(draft: GoingHost, pos: number): HTMLElement | null {
	if (!draft.view || pos > draft.view.state.doc.content.size) return null;
	const { node } = draft.view.domAtPos(pos);
	const el = node instanceof HTMLElement ? node : node.parentElement;
	if (el?.isConnected) return el;
	// in a paragraph that is not in the page now
	const block = draft.view.nodeDOM(blockAt(draft.view.state.doc, pos));
	return block instanceof HTMLElement ? block : null;
}

/** Shows what in the text and what in the margin belong together. */
export function pair(draft: GoingHost, id: string | null): void {
	if (id === draft.hovered) return;
	if (draft.hovered) draft.anchor(draft.hovered)?.classList.remove('lit');
	draft.hovered = id;
	if (id) draft.anchor(id)?.classList.add('lit');
}

/** What the writing line at the top of the sheet covers, in pixels. */
const UNDER_LINE = 64;

/**
 * Where the text in sight begins, when the caret is out of sight.
 * @returns a position of the text; null where the paragraph of the caret is in sight
 */
export function beginningInSight(draft: GoingHost): number | null {
	const { view } = draft;
	const surface = view?.dom.closest('.surface')?.getBoundingClientRect();
	if (!view || !surface) return null;
	const top = surface.top + UNDER_LINE;
	const caret = elementAt(draft, view.state.selection.head)?.getBoundingClientRect();
	if (!caret || (caret.bottom > top && caret.top < surface.bottom)) return null;
	const sheet = view.dom.getBoundingClientRect();
	return view.posAtCoords({ left: sheet.left + sheet.width / 2, top: Math.max(top, sheet.top + 4) })?.pos ?? null;
}
