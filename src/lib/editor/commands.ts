/**
 * What a person does to citations, notes and overrides beyond typing them: plain commands on the editor's state, as in
 * prosemirror-commands. Each says whether it can be done; with `dispatch` it does it, as one transaction with a label.
 */
import { NodeSelection, TextSelection, type Command, type EditorState, type Transaction } from 'prosemirror-state';
import type { Node } from 'prosemirror-model';
import {
	entryOverridesOf,
	insertNoteRef,
	joinCitations,
	moveCite,
	neighbourOf,
	noteToText,
	putPlaceholder,
	replaceSource,
	restoreQuotation,
	keepQuotation,
	schema,
	setDocAttrs,
	splitCitation,
	turnNote,
	type EntryOverrides,
	type NoteTarget,
	type Override,
	type QuotationInfo,
	type QuoteMarks
} from '$lib/core/manuscript';
import type { OverrideState } from '$lib/core/proof/quick';
import { placementIn } from './document-store';
import { positionOf } from './positions';

/** Meta of a transaction: what it did, for the foot line. */
export const LABEL = 'label';

/** A transaction with its label. */
export const labelled = (tr: Transaction, label: string): Transaction => tr.setMeta(LABEL, label);

/** A command on one citation of the text. */
const onCitation =
	(id: string, act: (state: EditorState, at: number) => Transaction | null): Command =>
	(state, dispatch) => {
		const at = positionOf(state.doc, id);
		const tr = at < 0 ? null : act(state, at);
		if (tr) dispatch?.(tr);
		return tr !== null;
	};

/** Makes a citation of its own of one cite of a group in the text. */
export const splitOff = (id: string, index: number): Command =>
	onCitation(id, (state, at) => {
		const { tr } = state;
		splitCitation(tr, at, index, placementIn(state.doc));
		return labelled(tr, 'Citation split');
	});

/** Joins a citation with the one that stands right behind it. */
export const joinWithNext = (id: string): Command =>
	onCitation(id, (state, at) => {
		if (neighbourOf(state.doc, at) < 0) return null;
		const { tr } = state;
		joinCitations(tr, at);
		return labelled(tr, 'Citations joined');
	});

/** Moves one cite of a group into another citation. */
export const moveToCitation = (id: string, index: number, other: string): Command =>
	onCitation(id, (state, from) => {
		const to = positionOf(state.doc, other);
		if (to < 0) return null;
		const { tr } = state;
		const at = moveCite(tr, from, index, to);
		tr.setSelection(NodeSelection.create(tr.doc, at));
		return labelled(tr, 'Moved to another citation');
	});

/** Cites another source in its place, everywhere or in one citation. */
export const replaceCited =
	(from: string, to: string, only?: string): Command =>
	(state, dispatch) => {
		const { tr } = state;
		const count = replaceSource(tr, from, to, only);
		if (count) dispatch?.(labelled(tr, `Source replaced in ${count} ${count === 1 ? 'citation' : 'citations'}`));
		return count > 0;
	};

// --- notes ----------------------------------------------------------------------------------------------------------

/** A command on the note at a position. */
const onNote =
	(pos: number, act: (tr: Transaction) => string): Command =>
	(state, dispatch) => {
		if (pos < 0 || state.doc.nodeAt(pos)?.type !== schema.nodes.note) return false;
		if (dispatch) {
			const { tr } = state;
			dispatch(labelled(tr, act(tr)));
		}
		return true;
	};

/** Makes an endnote of one of the writer's footnotes, and the reverse. */
export const turnOwnNote = (pos: number): Command =>
	onNote(pos, (tr) => {
		turnNote(tr, pos);
		return tr.doc.nodeAt(pos)!.attrs.kind === 'endnote' ? 'Made an endnote' : 'Made a footnote';
	});

/** Puts the words of a note into the text. */
export const takeNoteIn = (pos: number): Command =>
	onNote(pos, (tr) => {
		noteToText(tr, pos);
		return 'Note put into the text';
	});

/** Puts a reference to a note where the caret is. */
export const referTo =
	(target: NoteTarget): Command =>
	(state, dispatch) => {
		const { $head, head } = state.selection;
		if (!$head.parent.inlineContent) return false;
		if (dispatch) {
			const { tr } = state;
			const end = insertNoteRef(tr, head, target);
			dispatch(labelled(tr.setSelection(TextSelection.create(tr.doc, end)), 'Reference to a note added'));
		}
		return true;
	};

/** A visible "source needed" at a position, the caret's where none is given. */
export const insertPlaceholder =
	(hint = '', at?: number): Command =>
	(state, dispatch) => {
		const pos = at ?? state.selection.head;
		if (!state.doc.resolve(pos).parent.inlineContent) return false;
		if (dispatch) {
			const { tr } = state;
			putPlaceholder(tr, pos, hint);
			dispatch(labelled(tr, 'Source needed'));
		}
		return true;
	};

// --- edited by hand -------------------------------------------------------------------------------------------------

/** Edits the wording of a citation by hand; null follows the style again. */
export const overrideCitation = (id: string, override: Override | null): Command =>
	onCitation(id, (state, at) =>
		labelled(
			state.tr.setNodeAttribute(at, 'override', override),
			override ? 'Citation edited by hand' : 'Citation follows the style again'
		)
	);

/** Edits the wording of an entry by hand; null follows the style again. */
export const overrideEntry =
	(sourceId: string, override: Override | null): Command =>
	(state, dispatch) => {
		const next: EntryOverrides = { ...entryOverridesOf(state.doc) };
		if (override) next[sourceId] = override;
		else delete next[sourceId];
		dispatch?.(
			labelled(
				setDocAttrs(state.tr, { entryOverrides: next }),
				override ? 'Entry edited by hand' : 'Entry follows the style again'
			)
		);
		return true;
	};

/** Keeps words edited by hand, now knowing what the style says. */
export const keepOverride = (e: OverrideState): Command => {
	const override = { ...e.hand, basis: e.now };
	return e.kind === 'citation' ? overrideCitation(e.id, override) : overrideEntry(e.id, override);
};

/** Follows the style again. */
export const dropOverride = (e: OverrideState): Command =>
	e.kind === 'citation' ? overrideCitation(e.id, null) : overrideEntry(e.id, null);

// --- quotations -----------------------------------------------------------------------------------------------------

/** Puts the words of the excerpt back. */
export const restoreQuote =
	(q: QuotationInfo, quotes: QuoteMarks): Command =>
	(state, dispatch) => {
		const { tr } = state;
		restoreQuotation(tr, q, quotes);
		if (tr.docChanged) dispatch?.(labelled(tr, 'Quotation as in the excerpt'));
		return tr.docChanged;
	};

/** From now on the quotation is watched against its present words. */
export const keepQuote =
	(q: QuotationInfo): Command =>
	(state, dispatch) => {
		const { tr } = state;
		keepQuotation(tr, q);
		if (tr.docChanged) dispatch?.(labelled(tr, 'Quotation kept as it is'));
		return tr.docChanged;
	};

/** Whether a citation has another right behind it. */
export function hasNeighbour(doc: Node, id: string): boolean {
	const at = positionOf(doc, id);
	return at >= 0 && neighbourOf(doc, at) >= 0;
}
