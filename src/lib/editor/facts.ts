/** What proof needs to know of an open draft. */
import type { Facts } from '$lib/core/proof/quick';
import type { Draft } from './draft.svelte';

const NONE: ReadonlySet<string> = new Set();

export function factsOf(draft: Draft): Facts {
	return {
		doc: draft.view?.state.doc ?? draft.initial,
		reading: draft.reading,
		quotations: draft.quotations,
		style: draft.style ?? { format: 'author-date' },
		entries: draft.list,
		omitted: draft.formatting.omitted,
		hands: draft.hands,
		further: draft.settings.further,
		authors: [],
		apart: NONE,
		tidy: null,
		said: (id) => draft.output(id)?.text,
		source: (id) => draft.source(id),
		resolve: draft.resolve
	};
}
