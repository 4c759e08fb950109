/** What proof needs to know of an open draft. */
import type { ClusterOutput, EntryOutput, Omitted, StyleInfo } from '$lib/core/citing';
import type { DocSettings, EntryOverrides, QuotationInfo, Reading } from '$lib/core/manuscript';
import { quickCheck, type Facts, type Finding } from '$lib/core/proof/quick';
import type { Source } from '$lib/core/source';
import type { Node } from 'prosemirror-model';

const NONE: ReadonlySet<string> = new Set();

/** The draft, as far as it is checked. */
export interface CheckedDraft {
	readonly view: { readonly state: { readonly doc: Node } } | null;
	readonly initial: Node;
	readonly reading: Reading;
	readonly quotations: QuotationInfo[];
	readonly style: StyleInfo | null;
	readonly bibliography: EntryOutput[] | null;
	readonly formatting: { readonly omitted: Omitted[]; readonly done: boolean };
	readonly entryOverrides: EntryOverrides;
	readonly settings: DocSettings;
	readonly resolve: (id: string) => string;
	output(id: string): ClusterOutput | undefined;
	source(id: string): Source | undefined;
}

export function factsOf(draft: CheckedDraft): Facts {
	return {
		doc: draft.view?.state.doc ?? draft.initial,
		reading: draft.reading,
		quotations: draft.quotations,
		style: draft.style ?? { format: 'author-date' },
		entries: draft.bibliography,
		omitted: draft.formatting.omitted,
		entryOverrides: draft.entryOverrides,
		uncited: draft.settings.uncited,
		authors: [],
		notDuplicates: NONE,
		tidy: null,
		said: (id) => draft.output(id)?.text,
		source: (id) => draft.source(id),
		resolve: draft.resolve
	};
}

/** What there is to check while it is written; nothing before it is formatted, as all sources would be missing. */
export const checksOf = (draft: CheckedDraft): Finding[] => (draft.formatting.done ? quickCheck(factsOf(draft)) : []);
