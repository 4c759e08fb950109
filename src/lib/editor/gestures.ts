/** What keys do in the text and in notes. */
import { NodeSelection } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import { schema } from '$lib/core/manuscript';
import { preferences } from '$lib/services/preferences.svelte';
import { fillPlaceholder, openCite, openIfCitation } from './cite-target';
import { insertPlaceholder } from './commands';
import type { Draft } from './draft.svelte';
import { step } from './navigation';
import type { Gestures } from './plugins';
import { askToEdit } from './atom';

/** @param inner the note editor that the keys are pressed in; null for the text */
export function gesturesOf(draft: Draft, inner: (() => EditorView | null) | null): Gestures {
	const view = () => (inner ? inner() : draft.view);
	return {
		cite: () => {
			const v = view();
			if (v) openCite(draft, v);
		},
		openSelected: () => {
			const v = view();
			const sel = v?.state.selection;
			if (!v || !(sel instanceof NodeSelection)) return false;
			if (sel.node.type === schema.nodes.citation_placeholder) {
				fillPlaceholder(draft, sel.from, sel.node, v);
				return true;
			}
			if (sel.node.type === schema.nodes.note) {
				draft.noteEditors.focus(sel.node.attrs.id as string);
				return true;
			}
			if (sel.node.type === schema.nodes.equation || sel.node.type === schema.nodes.math)
				return askToEdit(v.dom, 'formula');
			if (sel.node.type === schema.nodes.contents) return askToEdit(v.dom, 'contents');
			return openIfCitation(draft, sel.node, sel.from, v);
		},
		insertNote: (kind) => draft.noteEditors.insert(kind),
		insertPlaceholder: () => draft.run(insertPlaceholder(), view()),
		step: (by) => step(draft, by),
		beside: (side) => {
			const v = inner?.();
			const note = v && draft.noteEditors.idOf(v);
			draft.inNote = v && note ? { id: note, head: v.state.selection.head } : null;
			draft.side = side;
		},
		placement: () => (inner ? 'sentence' : draft.placement),
		quotes: () => draft.facts.quotes,
		shapesMarks: () => preferences.shapeMarks
	};
}
