/** Where a person writes: in the text, or in one of their notes; and what the caret there is in. */
import type { EditorView } from 'prosemirror-view';
import { EMPTY, sameWriting, writingState, type WritingState } from './writing';

export class WritingFocus {
	/** What the writing line shows. */
	state = $state.raw<WritingState>(EMPTY);
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
	}
}
