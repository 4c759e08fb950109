/** Citing in an open draft: what the cite line puts into the text, what it previews, and where sources are cited. */
import { TextSelection } from 'prosemirror-state';
import { closeHistory } from 'prosemirror-history';
import { Transform } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import {
	firstWords,
	insertCitation,
	lastWords,
	newId,
	removeCitation,
	schema,
	sectionAt,
	type DocCite,
	type NoteInfo
} from '$lib/core/manuscript';
import type { UseOf } from '$lib/core/search';
import type { Draft } from './draft.svelte';
import type { CiteTarget } from './cite-target';
import { labelled } from './commands';
import { positionOf } from './positions';

/** Puts the cites of the cite line into the text; an empty list takes the citation out. */
export function commitCite(draft: Draft, target: CiteTarget, cites: DocCite[]): void {
	const { view } = target;
	const tr = view.state.tr;
	if (target.editing) {
		const at = positionOf(view.state.doc, target.editing.id);
		if (at < 0) return draft.closeCite();
		if (!cites.length) removeCitation(tr, at);
		else {
			tr.setNodeAttribute(at, 'cites', cites);
			tr.setSelection(TextSelection.create(tr.doc, at + 1));
		}
		labelled(tr, cites.length ? 'Citation changed' : 'Citation deleted');
	} else if (cites.length) {
		let pos = target.pos;
		if (target.placeholder) {
			tr.delete(pos, pos + 1);
		} else pos = Math.min(pos, tr.doc.content.size);
		const end = insertCitation(tr, pos, newId(), cites, draft.placement, target.inNote);
		if (!target.placeholder) {
			// go on where one was: behind the citation, and behind the mark that now follows it
			const mapped = tr.mapping.map(target.pos);
			tr.setSelection(TextSelection.near(tr.doc.resolve(Math.max(end, mapped))));
		}
		labelled(tr, 'Citation added');
	}
	for (const c of cites) draft.recent.set(c.sourceId, draft.recent.size + 1);
	draft.closeCite();
	if (tr.docChanged) view.dispatch(closeHistory(tr).scrollIntoView());
}

/** The words of the paragraph before the place of a new citation. */
export function wordsBefore(draft: Draft, target: CiteTarget): string {
	const { doc } = target.view.state;
	const at = doc.resolve(Math.min(target.pos, doc.content.size));
	return at.parent.textBetween(0, at.parentOffset, ' ', '\ufffc');
}

/** The words around a citation as the sentence would have it, for the preview. */
export function sentenceWith(draft: Draft, target: CiteTarget, cites: DocCite[]): { before: string; after: string } {
	const doc = target.view.state.doc;
	const tr = new Transform(doc);
	let at: number;
	if (target.editing) at = positionOf(doc, target.editing.id);
	else {
		if (target.placeholder) tr.delete(target.pos, target.pos + 1);
		const pos = Math.min(target.pos, tr.doc.content.size);
		at = insertCitation(tr, pos, 'preview', cites, draft.placement, target.inNote) - 1;
	}
	if (at < 0) return { before: '', after: '' };
	const place = tr.doc.resolve(at);
	const leaf = (n: Node) =>
		n.type === schema.nodes.citation && !draft.asNotes ? (draft.output(n.attrs.id)?.text ?? '') : '';
	const before = place.parent.textBetween(0, place.parentOffset, ' ', leaf);
	const after = place.parent.textBetween(place.parentOffset + 1, place.parent.content.size, ' ', leaf);
	return { before: lastWords(before, 46), after: firstWords(after, 24) };
}

/** How each source is used: for ranking. */
export function uses(draft: Draft): Map<string, UseOf> {
	const out = new Map<string, UseOf>();
	const section = draft.here;
	for (const c of draft.reading.citations) {
		const inSection = sectionAt(draft.outline, c.notePos >= 0 ? c.notePos : c.pos) === section;
		for (const cite of c.cites) {
			const u = out.get(cite.sourceId) ?? { here: 0, section: 0, last: draft.recent.get(cite.sourceId) ?? 0 };
			u.here++;
			if (inSection) u.section++;
			out.set(cite.sourceId, u);
		}
	}
	return out;
}

/** Where a source is cited, in order, with words around it. */
export function places(draft: Draft, sourceId: string): { id: string; pos: number; section: string; words: string }[] {
	if (!draft.view) return [];
	const doc = draft.view.state.doc;
	return draft.reading.citations
		.filter((c) => c.cites.some((x) => x.sourceId === sourceId))
		.map((c) => {
			const pos = c.notePos >= 0 ? c.notePos : c.pos;
			const at = doc.resolve(pos);
			const before = at.parent.textBetween(0, at.parentOffset, ' ', '').trim();
			return {
				id: c.id,
				pos,
				section: draft.outline[sectionAt(draft.outline, pos)]?.title ?? draft.title,
				words: lastWords(before, 60)
			};
		});
}

/** The citation before or behind one, in the order of the text and the notes; undefined for none. */
export function citationBeside(draft: Draft, id: string, by: 1 | -1): string | undefined {
	const all = draft.reading.citations;
	return all[all.findIndex((c) => c.id === id) + by]?.id;
}

/** What a note says, in short. */
export function noteWords(draft: Draft, n: NoteInfo): string {
	if (!n.own) return draft.output(n.id)?.text ?? '';
	const node = draft.store.doc.nodeAt(n.pos);
	const leaf = (k: Node): string =>
		k.type.name === 'citation' ? (draft.output(k.attrs.id as string)?.text ?? '') : '';
	return node?.textBetween(0, node.content.size, ' ', leaf) ?? '';
}

/** Where one of the writer's notes stands; -1 where it is gone. */
export const notePosition = (draft: Draft, id: string): number =>
	draft.reading.notes.find((n) => n.own && n.id === id)?.pos ?? -1;
