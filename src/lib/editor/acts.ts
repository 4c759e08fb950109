/** What a person does to citations beyond typing them: taking apart, joining, replacing, saying by hand. */
import { NodeSelection, TextSelection } from 'prosemirror-state';
import {
	cleanEntryHands,
	insertNoteRef,
	joinCitations,
	moveCite,
	neighbourOf,
	noteToText,
	replaceSource,
	splitCitation,
	turnNote,
	type EntryHands,
	type Hand,
	type NoteInfo,
	type NoteTarget
} from '$lib/core/manuscript';
import type { HandEdit } from '$lib/core/proof/quick';
import type { Node } from 'prosemirror-model';
import type { Draft } from './draft.svelte';
import { positionOf } from './positions';

const where = (draft: Draft, id: string): number => (draft.view ? positionOf(draft.view.state.doc, id) : -1);

/** Makes a citation of its own of one cite of a group in the text. */
export function splitOff(draft: Draft, id: string, index: number): void {
	const at = where(draft, id);
	if (at < 0) return;
	const tr = draft.view!.state.tr;
	splitCitation(tr, at, index, draft.placement);
	draft.act(tr, 'Citation taken apart');
}

export function hasNeighbour(draft: Draft, id: string): boolean {
	const at = where(draft, id);
	return at >= 0 && neighbourOf(draft.view!.state.doc, at) >= 0;
}

/** Joins a citation with the one that stands right behind it. */
export function joinWithNext(draft: Draft, id: string): void {
	draft.closeCite();
	const at = where(draft, id);
	if (at < 0) return;
	const tr = draft.view!.state.tr;
	joinCitations(tr, at);
	draft.act(tr, 'Citations joined');
}

/** The citation before or behind one, in the order of the text and the notes; undefined for none. */
export function citationBeside(draft: Draft, id: string, by: 1 | -1): string | undefined {
	const all = draft.reading.citations;
	return all[all.findIndex((c) => c.id === id) + by]?.id;
}

/** Moves one cite of a group into the citation before it or behind it. */
export function moveToCitation(draft: Draft, id: string, index: number, by: 1 | -1): void {
	const other = citationBeside(draft, id, by);
	draft.closeCite();
	const [from, to] = [where(draft, id), other ? where(draft, other) : -1];
	if (from < 0 || to < 0) return;
	const { tr } = draft.view!.state;
	const at = moveCite(tr, from, index, to);
	tr.setSelection(NodeSelection.create(tr.doc, at));
	draft.act(tr, 'Moved to another citation');
}

/** Cites another source in its place, everywhere or in one citation; says how often. */
export function replaceCited(draft: Draft, from: string, to: string, only?: string): number {
	if (!draft.view || draft.readOnly) return 0;
	const tr = draft.view.state.tr;
	const count = replaceSource(tr, from, to, only);
	if (count) draft.act(tr, `Source replaced in ${count} ${count === 1 ? 'citation' : 'citations'}`);
	return count;
}

// --- notes ----------------------------------------------------------------------------------------------------------

const noteAt = (draft: Draft, id: string): number => draft.reading.notes.find((n) => n.own && n.id === id)?.pos ?? -1;

/** Makes an endnote of one of the writer's footnotes, and the reverse. */
export function turnOwnNote(draft: Draft, id: string): void {
	const at = noteAt(draft, id);
	if (at < 0 || !draft.view) return;
	const { tr } = draft.view.state;
	turnNote(tr, at);
	draft.act(tr, tr.doc.nodeAt(at)!.attrs.kind === 'endnote' ? 'Made an endnote' : 'Made a footnote');
}

/** Puts the words of a note into the text. */
export function takeNoteIn(draft: Draft, id: string): void {
	const at = noteAt(draft, id);
	if (at < 0 || !draft.view) return;
	const { tr } = draft.view.state;
	noteToText(tr, at);
	draft.act(tr, 'Note put into the text');
	draft.view.focus();
}

/** What a note says, in short. */
export function noteWords(draft: Draft, n: NoteInfo): string {
	if (!n.own) return draft.output(n.id)?.text ?? '';
	const node = draft.view?.state.doc.nodeAt(n.pos);
	const leaf = (k: Node): string => (k.type.name === 'citation' ? (draft.output(k.attrs.id)?.text ?? '') : '');
	return node?.textBetween(0, node.content.size, ' ', leaf) ?? '';
}

/** Puts a reference to a note where the caret is. */
export function referTo(draft: Draft, target: NoteTarget): void {
	const { view } = draft;
	if (!view) return;
	const { $head, head } = view.state.selection;
	if (!$head.parent.inlineContent) return;
	const { tr } = view.state;
	const end = insertNoteRef(tr, head, target);
	tr.setSelection(TextSelection.create(tr.doc, end));
	draft.act(tr, 'Reference to a note added');
	view.focus();
}

// --- by hand --------------------------------------------------------------------------------------------------------

/** Says a citation by hand; null follows the style again. */
export function sayCitation(draft: Draft, id: string, hand: Hand | null): void {
	const at = where(draft, id);
	if (at < 0 || draft.readOnly) return;
	draft.act(
		draft.view!.state.tr.setNodeAttribute(at, 'pinned', hand),
		hand ? 'Citation said by hand' : 'Citation follows the style again'
	);
}

/** Says an entry of the list by hand; null follows the style again. */
export function sayEntry(draft: Draft, sourceId: string, hand: Hand | null): void {
	if (!draft.view || draft.readOnly) return;
	const next: EntryHands = { ...cleanEntryHands(draft.view.state.doc.attrs.hand) };
	if (hand) next[sourceId] = hand;
	else delete next[sourceId];
	draft.act(
		draft.view.state.tr.setDocAttribute('hand', next),
		hand ? 'Entry said by hand' : 'Entry follows the style again'
	);
}

/** Keeps words by hand, now knowing what the style says. */
export function keepByHand(draft: Draft, e: HandEdit): void {
	const hand = { ...e.hand, basis: e.now };
	if (e.kind === 'citation') sayCitation(draft, e.id, hand);
	else sayEntry(draft, e.id, hand);
	draft.view?.focus();
}
export function restoreStyle(draft: Draft, e: HandEdit): void {
	if (e.kind === 'citation') sayCitation(draft, e.id, null);
	else sayEntry(draft, e.id, null);
	draft.view?.focus();
}
