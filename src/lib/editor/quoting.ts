/** Excerpts put into an open draft as quotations and figures, and what is said about quotations there. */
import { TextSelection } from 'prosemirror-state';
import { blockRule, isBlock, type BlockRule } from '$lib/core/citing';
import {
	insertBlock,
	insertFigure,
	insertRunIn,
	insertCitation,
	newId,
	schema,
	type Quoting
} from '$lib/core/manuscript';
import type { Excerpt, Source } from '$lib/core/source';
import type { Draft } from './draft.svelte';

export const quoteRule = (draft: Draft): BlockRule => blockRule(draft.docStyle.id);

/** How an excerpt would go in: by the style's rule for quotations, by its kind otherwise; in a note always in a line. */
export function formOf(draft: Draft, e: Excerpt): 'run-in' | 'block' | 'figure' | 'words' | 'citation' {
	if (draft.inNote && e.kind === 'quotation') return 'run-in';
	if (draft.inNote && e.kind === 'picture') return 'citation';
	if (e.kind === 'picture' && e.image) return 'figure';
	if (e.kind === 'paraphrase') return 'words';
	if (e.kind !== 'quotation') return 'citation';
	return isBlock(quoteRule(draft), e.text) ? 'block' : 'run-in';
}

/** Puts an excerpt where the caret is, with its citation and place, in one step. */
export function putExcerpt(draft: Draft, source: Source, e: Excerpt, form = formOf(draft, e)): boolean {
	const { view, facts } = draft;
	if (!view || draft.readOnly) return false;
	const note = draft.inNote;
	const start = note ? draft.noteEditors.startOf(note.id) : 0;
	if (start < 0) return false;
	const head = note ? start + note.head : view.state.selection.head;
	const $head = view.state.doc.resolve(head);
	if (!$head.parent.inlineContent) return false;
	const q: Quoting = {
		text: e.text,
		cite: { sourceId: source.id, locator: e.locator ?? null, prefix: '', suffix: '', form: 'parenthetical' },
		quotes: facts.quotes,
		placement: note ? 'sentence' : draft.placement,
		punctuationInQuote: facts.punctuationInQuote
	};
	const { tr } = view.state;
	let end: number;
	if (form === 'block') end = insertBlock(tr, head, q);
	else if (form === 'figure') end = insertFigure(tr, head, draft.assets.nameOf(e.image!), q);
	else if (form === 'run-in') end = insertRunIn(tr, head, q, note !== null);
	else {
		let pos = head;
		if (form === 'words') {
			const before = $head.parent.textBetween(0, $head.parentOffset, ' ', '\ufffc');
			const words = `${before && !/\s$/.test(before) ? ' ' : ''}${e.text.trim()}`;
			tr.insert(pos, schema.text(words));
			pos += words.length;
		}
		end = insertCitation(tr, pos, newId(), [q.cite], q.placement, note !== null);
	}
	if (!note) tr.setSelection(TextSelection.near(tr.doc.resolve(end)));
	draft.recent.set(source.id, draft.recent.size + 1);
	draft.act(tr, form === 'figure' ? 'Picture added' : form === 'citation' ? 'Citation added' : 'Quotation added');
	if (note) {
		// back to the note, which stands where the panel was
		draft.side = '';
		draft.noteEditors.focus(note.id);
	} else view.focus();
	return true;
}
