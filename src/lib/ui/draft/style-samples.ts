/** Places of a text that say most of a style. */
import { sampleCitations, type SessionResult } from '$lib/core/citing';
import type { Draft } from '$lib/editor/draft.svelte';

export interface Sample {
	id: string;
	/** A few words before the citation. */
	words: string;
	/** The number of its note, where the style has notes: they are counted from the first that is shown. */
	n: number;
	html: string;
	lead: string;
	notes: boolean;
}

/** Identities of those citations: the first, one with a place, one again, one of several. */
export function tellingCitations(draft: Draft): Set<string> {
	const own = new Set(draft.shown.citations.filter((c) => c.notePos < 0).map((c) => c.id));
	return new Set(sampleCitations(draft.shown.clusters.filter((c) => own.has(c.id))));
}

/** Those citations as a result has them. */
export function samplesOf(draft: Draft, telling: Set<string>, r: SessionResult | null, notes: boolean): Sample[] {
	if (!r || !draft.view) return [];
	const { doc } = draft.view.state;
	const out = new Map(r.changed.map((c) => [c.id, c]));
	return draft.shown.citations
		.filter((c) => c.notePos < 0 && telling.has(c.id))
		.map((c, i) => {
			const at = doc.resolve(c.pos);
			const words = at.parent
				.textBetween(0, at.parentOffset, ' ', ' ')
				.replace(/[.,;:\s]+$/, '')
				.split(/\s+/)
				.slice(-4)
				.join(' ');
			const o = out.get(c.id);
			return { id: c.id, words, n: i + 1, html: o?.html ?? '', lead: o?.lead ?? '', notes };
		});
}
