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
	type DocCite
} from '$lib/core/manuscript';
import type { UseOf } from '$lib/core/search';
import type { Draft } from './draft.svelte';
import type { CiteTarget } from './opening';
import { positionOf } from './positions';

/** Ids of all sources that the manuscript speaks of. */
export function citedIds(draft: Draft): Set<string> {
	const ids = new Set(draft.uncited);
	draft.initial.descendants((n) => {
		if (n.type === schema.nodes.citation) for (const c of n.attrs.cites as DocCite[]) ids.add(c.sourceId);
	});
	return ids;
}

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
		draft.lastChange = cites.length ? 'Citation changed' : 'Citation deleted';
	} else if (cites.length) {
		let pos = target.pos;
		if (target.gap) {
			tr.delete(pos, pos + 1);
		} else pos = Math.min(pos, tr.doc.content.size);
		const end = insertCitation(tr, pos, newId(), cites, draft.placement, target.inNote);
		if (!target.gap) {
			// go on where one was: behind the citation, and behind the mark that now follows it
			const mapped = tr.mapping.map(target.pos);
			tr.setSelection(TextSelection.near(tr.doc.resolve(Math.max(end, mapped))));
		}
		draft.lastChange = 'Citation added';
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
		if (target.gap) tr.delete(target.pos, target.pos + 1);
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
