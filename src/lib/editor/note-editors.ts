/** The writer's own notes: made, taken out, and written in the margin by an editor of their own. */
import { openByDoubleClick, type CiteHost } from './cite-target';
import { EditorState, Selection, TextSelection } from 'prosemirror-state';
import { EditorView } from 'prosemirror-view';
import { closeHistory, redo, undo } from 'prosemirror-history';
import { StepMap } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import { newId, schema, textAround, textToNote } from '$lib/core/manuscript';
import { clipboardOf } from './clipboard';
import type { NodeViewContext } from './node-view-context';
import { labelled } from './commands';
import { editorPlugins, type Gestures } from './plugins';
import { nodeViews } from './views';
import type { FoundMarks } from './found-marks';
import type { WritingFocus } from './writing-focus.svelte';

/** What the notes need of the draft they are in. */
export interface NoteHost extends NodeViewContext, CiteHost {
	gestures(inner: (() => EditorView | null) | null): Gestures;
	/** The note that what stands beside the text was opened from. */
	readonly inNote: { id: string } | null;
	/** Hears where the caret is. */
	readonly writing: Pick<WritingFocus, 'entered' | 'changed' | 'left'>;
	/** What was looked for. */
	readonly found: FoundMarks;
}

export class NoteEditors {
	private readonly open = new Map<string, EditorView>();
	/** The document as it was when a note was just made. */
	private readonly made = new Map<string, Node>();
	/** The note that gets the caret as soon as its editor is drawn; what is typed until then is already its own. */
	private awaited: string | null = null;

	constructor(private readonly draft: NoteHost) {}

	/** Where the notes stand that are being written or drawn. */
	positions(): number[] {
		return [...this.open.keys()].map((id) => this.posOf(id)).filter((pos) => pos >= 0);
	}
	private posOf(id: string): number {
		return this.draft.reading.notes.find((n) => n.own && n.id === id)?.pos ?? -1;
	}

	/** The words of a note, with its citations, before its editor is drawn. */
	words(id: string): string {
		const note = this.draft.view?.state.doc.nodeAt(this.posOf(id));
		const leaf = (n: Node): string => this.draft.output(n.attrs.id)?.text ?? '';
		return note ? note.textBetween(0, note.content.size, ' ', leaf) : '';
	}

	/** The editor of a note, where it is drawn. */
	get(id: string): EditorView | undefined {
		return this.open.get(id);
	}

	/** The note that an editor is of. */
	idOf(view: EditorView): string | undefined {
		return [...this.open].find(([, v]) => v === view)?.[0];
	}
	/** Where the words of a note begin in the text; -1 where it is gone. */
	startOf(id: string): number {
		const at = this.posOf(id);
		return at < 0 ? -1 : at + 1;
	}

	/** Mounts the editor of one of the writer's notes in the margin. */
	mount(id: string, element: HTMLElement): () => void {
		const at = this.posOf(id);
		if (at < 0 || !this.draft.view) return () => {};
		const clipboard = clipboardOf(this.draft, true);
		const inner: EditorView = new EditorView(element, {
			state: EditorState.create({
				doc: this.draft.view.state.doc.nodeAt(at)!,
				plugins: editorPlugins(
					this.draft.gestures(() => this.open.get(id) ?? null),
					{ inNote: true }
				)
			}),
			editable: () => !this.draft.readOnly,
			nodeViews: nodeViews(this.draft, true),
			decorations: (state) => this.draft.found.inNote(id, this.open.get(id), state),
			dispatchTransaction: (tr) => {
				const before = inner.state.selection;
				const { state, transactions } = inner.state.applyTransaction(tr);
				inner.updateState(state);
				this.draft.writing.changed(inner);
				const at = this.posOf(id);
				const first = this.made.has(id);
				if (tr.docChanged) this.made.delete(id);
				if (tr.getMeta('outside') || at < 0 || !this.draft.view) return;
				const up = this.draft.view.state.tr;
				// to make a note is a step of undo, to write in it is another
				if (first || !before.empty) closeHistory(up);
				const offset = StepMap.offset(at + 1);
				for (const t of transactions) for (const step of t.steps) up.step(step.map(offset)!);
				if (up.docChanged) this.draft.view.dispatch(up);
			},
			handleKeyDown: (_v, e) => {
				const mod = e.ctrlKey || e.metaKey;
				if (mod && (e.key === 'z' || e.key === 'y')) {
					e.preventDefault();
					const main = this.draft.view;
					if (main) (e.key === 'y' || e.shiftKey ? redo : undo)(main.state, (t) => main.dispatch(t));
					return true;
				}
				if (e.key === 'Escape') {
					this.draft.view!.focus();
					return true;
				}
				return false;
			},
			handleDoubleClickOn: (v, _p, node, pos, event) => openByDoubleClick(this.draft, node, pos, v, event),
			attributes: {
				class: 'note-text',
				role: 'textbox',
				'aria-label': `Your note ${this.draft.noteNumber(id)}`,
				'aria-multiline': 'true'
			},
			...clipboard,
			handleDOMEvents: {
				...clipboard.handleDOMEvents,
				focus: (v) => this.draft.writing.entered(v),
				blur: (v) => this.removeIfEmpty(id, v)
			}
		});
		this.open.set(id, inner);
		return () => {
			this.draft.writing.left(inner);
			inner.destroy();
			if (this.open.get(id) === inner) this.open.delete(id);
		};
	}

	/** Carries a change of a note in the document into its margin editor. */
	changed(node: Node): void {
		const inner = this.open.get(node.attrs.id);
		if (!inner) return;
		const state = inner.state;
		const start = node.content.findDiffStart(state.doc.content);
		if (start === null) return;
		let { a: endA, b: endB } = node.content.findDiffEnd(state.doc.content)!;
		const overlap = start - Math.min(endA, endB);
		if (overlap > 0) {
			endA += overlap;
			endB += overlap;
		}
		inner.dispatch(state.tr.replace(start, endB, node.slice(start, endA)).setMeta('outside', true));
	}

	insert(kind: 'footnote' | 'endnote'): boolean {
		const view = this.draft.view;
		if (!view || this.draft.readOnly) return false;
		// the editor scrolls to its caret only where it has the focus
		view.focus();
		const { from, to } = view.state.selection;
		if (from !== to) {
			// words that are selected become the note
			const { tr } = view.state;
			const made = textToNote(tr, from, to, kind);
			if (!made) return false;
			this.draft.act(tr, 'Words made a note');
			this.focus(made);
			return true;
		}
		const head = view.state.selection.$head;
		if (!head.parent.inlineContent) return false;
		// a note's mark stands behind the punctuation (Chicago 17, 14.26)
		const { before, after } = textAround(view.state.doc, head.pos);
		const word = /^[\p{L}\p{N}’'-]+/u.exec(after)?.[0] ?? '';
		const middle = word && /[\p{L}\p{N}]$/u.test(before) ? word.length : 0;
		const over = /^[.,;:!?…]+[”’"'»]?/.exec(after.slice(middle))?.[0].length ?? 0;
		const pos = head.pos + middle + over;
		const id = newId();
		const tr = view.state.tr.insert(pos, schema.nodes.note.create({ id, kind }, schema.nodes.note_paragraph.create()));
		tr.setSelection(TextSelection.create(tr.doc, pos + tr.doc.nodeAt(pos)!.nodeSize));
		view.dispatch(closeHistory(labelled(tr, 'Note added')).scrollIntoView());
		this.made.set(id, view.state.doc);
		this.focus(id);
		return true;
	}

	/**
	 * A note that is left with nothing in it leaves no mark, unless what is opened from it has the focus. Undo brings back
	 * one that had words; of one that never had any the making is undone, there is nothing to bring back.
	 */
	private removeIfEmpty(id: string, inner: EditorView): void {
		setTimeout(() => {
			const { view, cite, inNote, readOnly } = this.draft;
			if (!view || readOnly || inner.isDestroyed || inner.hasFocus() || !document.hasFocus()) return;
			const inToolbar = document.activeElement?.closest('[role="toolbar"]') ?? null;
			if (cite?.view !== inner && inNote?.id !== id && !inToolbar) this.removeEmpty(view, id);
		}, 0);
	}

	private removeEmpty(view: EditorView, id: string): void {
		const at = this.posOf(id);
		const node = at < 0 ? null : view.state.doc.nodeAt(at);
		if (!node || node.content.size > schema.nodes.note_paragraph.create().nodeSize) return;
		const REMOVED = 'Empty note removed';
		if (this.made.get(id) === view.state.doc) undo(view.state, (tr) => view.dispatch(labelled(tr, REMOVED)));
		else view.dispatch(closeHistory(labelled(view.state.tr.delete(at, at + node.nodeSize), REMOVED)));
		this.made.delete(id);
	}

	/**
	 * What is typed in the text before the editor of a note just made is drawn: it was meant for the note.
	 * @returns whether it was taken
	 */
	textBeforeFocus(view: EditorView, text: string): boolean {
		const at = this.awaited === null ? -1 : this.posOf(this.awaited);
		const node = at < 0 ? null : view.state.doc.nodeAt(at);
		if (!node) return false;
		const { tr } = view.state;
		if (this.made.delete(node.attrs.id)) closeHistory(tr);
		// behind the last word of the note's last paragraph
		view.dispatch(tr.insertText(text, at + node.nodeSize - 2));
		return true;
	}

	/** A key before the editor of a note just made is drawn: what would break the text is kept from it. */
	keyBeforeFocus(view: EditorView, event: KeyboardEvent): boolean {
		const id = this.awaited;
		if (id === null) return false;
		if (event.ctrlKey || event.metaKey) {
			this.awaited = null;
			return false;
		}
		if (event.key === 'Escape') {
			this.awaited = null;
			this.removeEmpty(view, id);
			return true;
		}
		return ['Enter', 'Backspace', 'Delete', 'Tab'].includes(event.key);
	}

	remove(id: string): void {
		const at = this.posOf(id);
		if (at < 0 || !this.draft.view) return;
		const node = this.draft.view.state.doc.nodeAt(at)!;
		const { tr } = this.draft.view.state;
		this.draft.view.dispatch(closeHistory(labelled(tr.delete(at, at + node.nodeSize), 'Note deleted')));
		this.draft.view.focus();
	}

	/** The editors of the notes that are drawn. */
	drawn(): Iterable<EditorView> {
		return this.open.values();
	}

	/** @param at what to select in it, as positions of the document; else the caret goes to the end */
	focus(id: string, at?: { from: number; to: number }): void {
		// its margin editor mounts with the next drawing
		this.awaited = id;
		const tryFocus = (left: number) => {
			if (this.awaited !== id) return;
			const inner = this.open.get(id);
			if (inner && inner.dom.checkVisibility({ visibilityProperty: true })) {
				inner.focus();
				const { doc, tr } = inner.state;
				const start = this.startOf(id);
				const place = at ? TextSelection.create(doc, at.from - start, at.to - start) : Selection.atEnd(doc);
				inner.dispatch(tr.setSelection(place).setMeta('outside', true));
				this.awaited = null;
			} else if (left > 0) requestAnimationFrame(() => tryFocus(left - 1));
			else this.awaited = null;
		};
		tryFocus(60);
	}

	destroy(): void {
		for (const e of this.open.values()) e.destroy();
	}
}
