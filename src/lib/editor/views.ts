/** How citations, notes, gaps and the bibliography look in the sheet. */
import type { Node } from 'prosemirror-model';
import type { NodeView, NodeViewConstructor } from 'prosemirror-view';
import { cleanHand, handHtml, handText, type NoteTarget } from '$lib/core/manuscript';
import type { Desk } from './desk';
import { ListView } from './list-view';

/** What stands in a line as one thing: selected as a whole, drawn by itself alone. */
abstract class Atom implements NodeView {
	readonly dom: HTMLElement;
	constructor(tag: 'span' | 'sup') {
		this.dom = document.createElement(tag);
	}
	selectNode(): void {
		this.dom.classList.add('selected');
	}
	deselectNode(): void {
		this.dom.classList.remove('selected');
	}
	ignoreMutation(): boolean {
		return true;
	}
}

/** A citation: its text in the sentence, or a note's mark. */
class CitationView extends Atom {
	private shown = '';

	constructor(
		private node: Node,
		private readonly desk: Desk,
		private readonly inNote: boolean
	) {
		super('span');
		this.dom.className = 'cite';
		this.dom.dataset.citation = node.attrs.id;
		desk.drawn.addCitation(node.attrs.id, this);
		this.refresh();
	}

	refresh(): void {
		const id = this.node.attrs.id as string;
		const asMark = !this.inNote && this.desk.asNotes;
		const out = this.desk.output(id);
		let html: string;
		let label: string;
		const hand = cleanHand(this.node.attrs.pinned);
		if (hand && !asMark) {
			html = handHtml(hand);
			label = handText(hand);
		} else if (asMark) {
			const n = this.desk.noteNumber(id);
			html = `${out?.lead ?? ''}<sup class="mark">${n || '·'}</sup>`;
			label = `Note ${n}: ${hand ? handText(hand) : (out?.text ?? '')}`;
		} else {
			html = out ? out.html || out.lead : '<span class="pending">…</span>';
			label = out?.text ?? '';
		}
		const state = `${asMark}|${html}|${label}`;
		if (state === this.shown) return;
		this.shown = state;
		this.dom.classList.toggle('as-mark', asMark);
		this.dom.innerHTML = html;
		this.dom.setAttribute('role', 'button');
		this.dom.setAttribute('aria-label', `Citation: ${label}`);
		this.dom.dataset.sources = (this.node.attrs.cites as { sourceId: string }[]).map((c) => c.sourceId).join(' ');
	}

	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		if (node.attrs.id !== this.node.attrs.id) {
			this.desk.drawn.removeCitation(this.node.attrs.id, this);
			this.desk.drawn.addCitation(node.attrs.id, this);
			this.dom.dataset.citation = node.attrs.id;
		}
		this.node = node;
		this.refresh();
		return true;
	}

	destroy(): void {
		this.desk.drawn.removeCitation(this.node.attrs.id, this);
	}
}

/** One of the writer's own notes: its mark; the words stand in the margin. */
export class NoteView extends Atom {
	constructor(
		public node: Node,
		private readonly desk: Desk
	) {
		super('sup');
		this.dom.className = 'mark own';
		desk.drawn.addNote(node.attrs.id, this);
		this.refresh();
		// it may have changed while its paragraph was not in the page
		desk.noteChanged(node);
	}

	refresh(): void {
		const n = this.desk.noteNumber(this.node.attrs.id);
		this.dom.textContent = String(n || '·');
		this.dom.dataset.note = this.node.attrs.id;
		this.dom.setAttribute('role', 'button');
		this.dom.setAttribute('aria-label', `Your note ${n}`);
	}

	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		if (node.attrs.id !== this.node.attrs.id) {
			this.desk.drawn.removeNote(this.node.attrs.id, this);
			this.desk.drawn.addNote(node.attrs.id, this);
		}
		this.node = node;
		this.refresh();
		this.desk.noteChanged(node);
		return true;
	}

	stopEvent(): boolean {
		return false;
	}
	destroy(): void {
		this.desk.drawn.removeNote(this.node.attrs.id, this);
	}
}

/** The number of another note. */
class NoteRefView extends Atom {
	constructor(
		private node: Node,
		private readonly desk: Desk
	) {
		super('span');
		this.dom.setAttribute('role', 'button');
		desk.drawn.refs.add(this);
		this.refresh();
	}
	refresh(): void {
		const n = this.desk.refNumber(this.node.attrs as NoteTarget);
		const words = n ? String(n) : 'no such note';
		if (this.dom.textContent === words) return;
		this.dom.className = n ? 'note-ref' : 'note-ref gap';
		this.dom.textContent = words;
		this.dom.setAttribute('aria-label', n ? `Reference to note ${n}` : 'Reference to a note that is not there');
	}
	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		this.node = node;
		this.refresh();
		return true;
	}
	destroy(): void {
		this.desk.drawn.refs.delete(this);
	}
}

/** A visible "source needed". */
class GapView extends Atom {
	constructor(private readonly node: Node) {
		super('span');
		this.dom.className = 'gap';
		this.dom.textContent = node.attrs.hint ? `source needed: ${node.attrs.hint}` : 'source needed';
		this.dom.setAttribute('role', 'button');
	}
	update(node: Node): boolean {
		return node.eq(this.node);
	}
}

export function nodeViews(desk: Desk, inNote = false): Record<string, NodeViewConstructor> {
	return {
		citation: (node) => new CitationView(node, desk, inNote),
		note: (node) => new NoteView(node, desk),
		gap: (node) => new GapView(node),
		note_ref: (node) => new NoteRefView(node, desk),
		bibliography: (node, _view, getPos) => new ListView(node, desk, getPos)
	};
}
