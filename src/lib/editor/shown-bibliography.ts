/** What a list of sources shows in an open draft. */
import type { EditorView } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';
import type { EntryOutput, BibliographyWords, StyleInfo } from '$lib/core/citing';
import {
	arrangeBibliography,
	citedInSection,
	cleanBibliography,
	applyEntryOverride,
	layoutOf,
	type DocSettings,
	type EntryOverrides,
	type BibliographySource,
	type Reading
} from '$lib/core/manuscript';

/** What a list needs of the draft it is in. */
export interface BibliographyHost {
	readonly view: EditorView | null;
	readonly settings: DocSettings;
	readonly style: StyleInfo | null;
	readonly bibliography: EntryOutput[] | null;
	readonly entryOverrides: EntryOverrides;
	readonly reading: Reading;
	resolve(id: string): string;
	source(id: string): BibliographySource | undefined;
}

export interface ShownBibliography extends BibliographyWords {
	/** Why sources stand in the list that nobody cites, by id. */
	why: Map<string, string>;
}

/** What a list shows. @param pos position of its node */
export function shownBibliography(draft: BibliographyHost, node: Node, pos: number): ShownBibliography {
	const settings = cleanBibliography(node.attrs.settings);
	const look = layoutOf(settings, Boolean(draft.style?.hangingIndent));
	const cited = new Set(draft.reading.clusters.flatMap((c) => c.cites.map((x) => x.sourceId)));
	const why = new Map(
		draft.settings.uncited.map((f) => [draft.resolve(f.id), f.why] as const).filter(([id]) => !cited.has(id))
	);
	const doc = draft.view?.state.doc;
	if (!draft.bibliography || !doc) return { settings, look, groups: draft.bibliography === null ? null : [], why };
	const here = settings.takes === 'section' ? citedInSection(doc, pos, draft.resolve) : new Set<string>();
	const entries = draft.bibliography.map((e) => applyEntryOverride(e, draft.entryOverrides));
	return { settings, look, groups: arrangeBibliography(settings, entries, (id) => draft.source(id), here), why };
}
