/** Shows what was found, in the text and in the notes that are drawn, while the focus is where it was typed. */
import { NodeSelection, TextSelection, type EditorState } from 'prosemirror-state';
import { Decoration, DecorationSet, type EditorView } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';
import type { Found } from './find';
import { elementAt } from './navigation';
import type { Draft } from './draft.svelte';

/** So many places are marked at a time. */
const MARKED = 2000;

export class FoundMarks {
	private found: readonly Found[] = [];
	private now = -1;
	/** The document that the places are of. */
	private doc: Node | null = null;

	constructor(private readonly draft: Draft) {}

	/** @param now which of them the person is at; -1 for none */
	show(found: readonly Found[], now: number): void {
		[this.found, this.now, this.doc] = [found, now, this.draft.view?.state.doc ?? null];
		this.redraw();
	}

	private redraw(): void {
		const { view, noteEditors } = this.draft;
		view?.updateState(view.state);
		for (const inner of noteEditors.drawn()) inner.updateState(inner.state);
	}

	private marks(state: EditorState, offset: number, fits: (f: Found) => boolean): DecorationSet | null {
		if (!this.found.length || this.doc !== this.draft.view?.state.doc) return null;
		// of very many those around the one the person is at are marked
		const first = Math.max(0, this.now - MARKED / 2);
		const list = this.found.slice(first, first + MARKED).flatMap((f, n) =>
			fits(f)
				? [
						Decoration.inline(f.from - offset, f.to - offset, {
							class: n + first === this.now ? 'found now' : 'found'
						})
					]
				: []
		);
		return list.length ? DecorationSet.create(state.doc, list) : null;
	}

	inText(state: EditorState): DecorationSet | null {
		return state.doc === this.doc ? this.marks(state, 0, (f) => f.note === null) : null;
	}

	/** @param view the editor of the note */
	inNote(id: string, view: EditorView | undefined, state: EditorState): DecorationSet | null {
		const start = this.draft.noteEditors.startOf(id);
		return view && start >= 0 ? this.marks(state, start, (f) => f.note === id) : null;
	}

	/** Selects a place and brings it into sight; the focus stays where it is. */
	goTo(f: Found): void {
		const { view, noteEditors } = this.draft;
		if (!view) return;
		const { doc, tr } = view.state;
		if (f.note === null) tr.setSelection(TextSelection.create(doc, f.from, f.to));
		else tr.setSelection(NodeSelection.create(doc, noteEditors.startOf(f.note) - 1));
		view.dispatch(tr.scrollIntoView());
		elementAt(this.draft, tr.selection.from)?.scrollIntoView({ block: 'center' });
	}

	/** Goes on writing at a place. */
	enter(f: Found | undefined): void {
		if (f?.note) this.draft.noteEditors.focus(f.note, f);
		else this.draft.view?.focus();
	}
}
