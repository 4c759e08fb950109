/** Where a person writes: in the text, or in one of their notes; and what the caret there is in. */
import type { EditorView } from 'prosemirror-view';
import { countDoc } from '$lib/core/manuscript';
import { Debounce } from './debounce';
import { EMPTY, sameWriting, writingState, type WritingState } from './writing';

export class WritingFocus {
	/** What the writing line shows. */
	state = $state.raw<WritingState>(EMPTY);
	/** Words of what is selected; 0 where nothing is. */
	selected = $state(0);
	private readonly countSoon = new Debounce(() => this.count(), 120, 600);
	/** The editor of a note that was written in last; null for the text. */
	private note: EditorView | null = null;

	/** @param main the editor of the text */
	constructor(private readonly main: () => EditorView | null) {}

	/** The editor that the writing line acts on. */
	get view(): EditorView | null {
		return this.note ?? this.main();
	}

	/** The caret went into an editor. */
	entered(view: EditorView): void {
		this.note = view === this.main() ? null : view;
		this.update();
	}

	/** The text or the selection of an editor changed. */
	changed(view: EditorView): void {
		if (view === this.view) this.update();
	}

	/** The editor of a note went away. */
	left(view: EditorView): void {
		if (view !== this.note) return;
		this.note = null;
		this.update();
	}

	private update(): void {
		const { view } = this;
		if (!view) return;
		const next = writingState(view.state);
		if (!sameWriting(next, this.state)) this.state = next;
		if (view.state.selection.empty) this.selected = 0;
		else this.countSoon.call();
	}

	private count(): void {
		const { view } = this;
		if (!view || view.isDestroyed) return;
		const { doc, selection } = view.state;
		this.selected = selection.empty ? 0 : countDoc(doc.cut(selection.from, selection.to)).text;
	}

	end(): void {
		this.countSoon.cancel();
	}
}
