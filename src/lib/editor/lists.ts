/** Lists of sources in an open draft: putting one in, changing it, taking it out (needs N35 to N39). */
import { TextSelection } from 'prosemirror-state';
import type { Node } from 'prosemirror-model';
import { listHeading } from '$lib/core/citing';
import { cleanList, listAdjusted, newId, schema, type FurtherSource, type ListSettings } from '$lib/core/manuscript';
import type { Draft } from './draft.svelte';
import { FREE_LISTS } from './plugins';

/** Where a list may be put. */
export type ListPlace = 'caret' | 'end' | 'page';

/** Puts a list in; where the caret is: behind its paragraph. @returns its id, or null where it cannot be */
export function insertList(draft: Draft, place: ListPlace, set: Partial<ListSettings> = {}, title = ''): string | null {
	const { view } = draft;
	if (!view || draft.readOnly) return null;
	const { tr } = view.state;
	const id = newId();
	const heading = title || listHeading(draft.docStyle.id, draft.asNotes);
	const list = schema.nodes.bibliography.create(
		{ id, set },
		schema.nodes.heading.create({ level: 2 }, schema.text(heading))
	);
	const { $head } = view.state.selection;
	const pos = place === 'caret' && $head.depth ? $head.after(1) : tr.doc.content.size;
	tr.insert(pos, place === 'page' ? [schema.nodes.page_break.create(), list] : list);
	const at = tr.doc.nodeAt(pos)!.type === schema.nodes.bibliography ? pos : pos + 1;
	if (place === 'caret' && !tr.doc.resolve(at + list.nodeSize).nodeAfter)
		tr.insert(at + list.nodeSize, schema.nodes.paragraph.create());
	tr.setSelection(TextSelection.create(tr.doc, at + 2, at + 2 + heading.length));
	draft.act(tr, 'List added');
	view.focus();
	return id;
}

/** The node of a list, and where it stands. */
export function listAt(draft: Draft, id: string): { node: Node; pos: number } | null {
	const pos = draft.listPos(id);
	return pos < 0 ? null : { node: draft.view!.state.doc.nodeAt(pos)!, pos };
}

export function setList(draft: Draft, id: string, change: Partial<ListSettings>): void {
	const at = listAt(draft, id);
	if (!at || draft.readOnly) return;
	const set = { ...cleanList(at.node.attrs.set), ...change };
	draft.act(draft.view!.state.tr.setNodeAttribute(at.pos, 'set', set), 'List changed');
}

/** Whether a list is ordered or looks otherwise than the style has it. */
export function anyListAdjusted(draft: Draft): boolean {
	let found = false;
	draft.view?.state.doc.forEach((n) => {
		found ||= n.type === schema.nodes.bibliography && listAdjusted(cleanList(n.attrs.set));
	});
	return found;
}

/** Takes a list out; nothing else goes with it. */
export function removeList(draft: Draft, id: string): void {
	const at = listAt(draft, id);
	if (!at || draft.readOnly) return;
	const { tr } = draft.view!.state;
	tr.delete(at.pos, at.pos + at.node.nodeSize);
	if (!tr.doc.content.size) tr.insert(0, schema.nodes.paragraph.create());
	draft.act(tr.setMeta(FREE_LISTS, true), 'List removed');
	draft.view!.focus();
}

/** Lists a source that nobody cites, or with null no longer. */
export function listFurther(draft: Draft, id: string, why: string | null): void {
	const others = draft.settings.further.filter((f: FurtherSource) => draft.resolve(f.id) !== id);
	draft.setSettings({ further: why === null ? others : [...others, { id, why }] });
}
