/** What a list of sources shows in an open draft. */
import type { EditorView } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';
import type { EntryOutput, ListWords, StyleInfo } from '$lib/core/citing';
import {
	arrangeList,
	citedInSection,
	cleanList,
	entryInHand,
	lookOf,
	type DocSettings,
	type EntryHands,
	type ListSource,
	type Reading
} from '$lib/core/manuscript';

/** What a list needs of the draft it is in. */
export interface ListHost {
	readonly view: EditorView | null;
	readonly settings: DocSettings;
	readonly style: StyleInfo | null;
	readonly list: EntryOutput[] | null;
	readonly hands: EntryHands;
	readonly reading: Reading;
	resolve(id: string): string;
	source(id: string): ListSource | undefined;
}

export interface ShownList extends ListWords {
	/** Why sources stand in the list that nobody cites, by id. */
	why: Map<string, string>;
}

/** What a list shows. @param pos position of its node */
export function shownList(draft: ListHost, node: Node, pos: number): ShownList {
	const settings = cleanList(node.attrs.set);
	const look = lookOf(settings, Boolean(draft.style?.hangingIndent));
	const cited = new Set(draft.reading.clusters.flatMap((c) => c.cites.map((x) => x.sourceId)));
	const why = new Map(
		draft.settings.further.map((f) => [draft.resolve(f.id), f.why] as const).filter(([id]) => !cited.has(id))
	);
	const doc = draft.view?.state.doc;
	if (!draft.list || !doc) return { settings, look, groups: draft.list === null ? null : [], why };
	const here = settings.takes === 'section' ? citedInSection(doc, pos, draft.resolve) : new Set<string>();
	const entries = draft.list.map((e) => entryInHand(e, draft.hands));
	return { settings, look, groups: arrangeList(settings, entries, (id) => draft.source(id), here), why };
}
