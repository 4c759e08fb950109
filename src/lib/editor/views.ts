/** How citations, notes, gaps and the bibliography look in the sheet. */
import type { Node } from 'prosemirror-model';
import type { NodeView, NodeViewConstructor } from 'prosemirror-view';
import { cleanHand, handHtml, handText, type NoteTarget } from '$lib/core/manuscript';
import type { Desk } from './desk';

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
		desk.register(node.attrs.id, this);
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
			this.desk.unregister(this.node.attrs.id, this);
			this.desk.register(node.attrs.id, this);
			this.dom.dataset.citation = node.attrs.id;
		}
		this.node = node;
		this.refresh();
		return true;
	}

	destroy(): void {
		this.desk.unregister(this.node.attrs.id, this);
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
		desk.registerNote(node.attrs.id, this);
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
			this.desk.unregisterNote(this.node.attrs.id, this);
			this.desk.registerNote(node.attrs.id, this);
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
		this.desk.unregisterNote(this.node.attrs.id, this);
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
		desk.registerRef(this);
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
		this.desk.unregisterRef(this);
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

/** Entries from which on those out of sight are not laid out. */
const MANY = 120;

/** The list: an editable heading and entries nobody can type into. */
class BibliographyView implements NodeView {
	readonly dom: HTMLElement;
	readonly contentDOM: HTMLElement;
	private readonly list: HTMLElement;
	private readonly note: HTMLElement;
	private shown: unknown[] = [];

	constructor(
		private node: Node,
		private readonly desk: Desk,
		private readonly getPos: () => number | undefined
	) {
		this.dom = document.createElement('section');
		this.dom.className = 'bibliography';
		this.contentDOM = document.createElement('div');
		this.contentDOM.className = 'list-heading';
		this.list = document.createElement('div');
		this.list.className = 'entries';
		this.list.contentEditable = 'false';
		this.list.setAttribute('aria-label', 'Bibliography entries');
		this.note = document.createElement('p');
		this.note.className = 'list-note';
		this.note.contentEditable = 'false';
		this.dom.append(this.contentDOM, this.note, this.list);
		if (!desk.readOnly) this.dom.append(this.settings());
		const entryOf = (e: Event) => (e.target as HTMLElement).closest<HTMLElement>('[data-entry]');
		const open = (e: Event) => {
			const entry = entryOf(e);
			if (!entry) return;
			e.preventDefault();
			desk.openEntry(entry.dataset.entry!, entry);
		};
		this.list.addEventListener('click', open);
		this.list.addEventListener('keydown', (e) => {
			if (e.key === 'Enter' || e.key === ' ') open(e);
		});
		this.list.addEventListener('mouseover', (e) => desk.lightUp(entryOf(e)?.dataset.entry ?? null));
		this.list.addEventListener('mouseleave', () => desk.lightUp(null));
		desk.registerList(this);
		this.refresh();
	}

	/** The way to what the list takes in and how it looks. */
	private settings(): HTMLElement {
		const box = document.createElement('div');
		box.className = 'list-set';
		box.contentEditable = 'false';
		const button = document.createElement('button');
		button.type = 'button';
		button.textContent = 'This list…';
		button.addEventListener('mousedown', (e) => e.preventDefault());
		button.addEventListener('click', () => this.desk.openList(this.node.attrs.id as string, button));
		box.append(button);
		return box;
	}

	refresh(): void {
		const { settings, look, groups, why } = this.desk.listOf(this.node, this.getPos() ?? 0);
		const part = settings.takes === 'section' ? (groups ?? []).flatMap((g) => g.entries.map((e) => e.id)) : [];
		const basis = [...this.desk.listBasis(), this.node.attrs.set, [...why.keys(), '', ...part].join()];
		if (basis.length === this.shown.length && basis.every((b, i) => b === this.shown[i])) return;
		this.shown = basis;
		const s = this.desk.styleInfo();
		this.dom.style.cssText = `--hang:${look.hanging}in;--first:${look.firstLine}in;--lines:${look.lines};--after:${look.after}pt;`;
		for (const [name, on] of [
			['looks', settings.look !== 'style'],
			['centred', look.centred],
			['light', !look.bold],
			['own-page', look.ownPage],
			['sans', look.font === 'sans'],
			['many', (this.desk.entries()?.length ?? 0) > MANY]
		] as const)
			this.dom.classList.toggle(name, on);
		this.note.textContent = settings.note;
		this.note.hidden = !settings.note;
		this.list.replaceChildren();
		this.list.classList.toggle('hanging', look.hanging > 0);
		this.list.classList.toggle('aligned', Boolean(s?.secondFieldAlign) && look.numbers === 'column');
		// a list without items is none
		const empty = !groups?.some((g) => g.entries.length);
		this.list.setAttribute('role', empty ? 'group' : 'list');
		const add = (tag: string, className: string, text: string, to: Element = this.list) => {
			const el = document.createElement(tag);
			el.className = className;
			el.textContent = text;
			to.append(el);
			return el;
		};
		if (empty)
			add(
				'p',
				'none',
				groups === null
					? 'This style has no list of sources.'
					: this.desk.entries()?.length
						? 'Nothing of what is cited belongs in this list.'
						: 'The sources you cite will be listed here.'
			);
		for (const g of groups ?? []) {
			if (g.title && g.entries.length) add('p', 'list-group', g.title);
			for (const e of g.entries) {
				const div = add('div', 'entry', '');
				div.dataset.entry = e.id;
				div.setAttribute('role', 'listitem');
				div.tabIndex = 0;
				div.innerHTML = e.html;
				for (const a of div.querySelectorAll('a')) a.tabIndex = -1;
				const reason = why.get(e.id);
				if (reason !== undefined)
					add('small', 'list-why', reason || 'further reading', div).title = 'Listed without being cited';
				for (const p of e.under ? e.under.split(/\n+/) : []) add('p', 'under', p, div);
			}
		}
	}

	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		this.node = node;
		this.refresh();
		return true;
	}
	stopEvent(e: Event): boolean {
		return !this.contentDOM.contains(e.target as globalThis.Node);
	}
	ignoreMutation(m: { type: string; target: globalThis.Node }): boolean {
		return m.type !== 'selection' && !this.contentDOM.contains(m.target);
	}
	destroy(): void {
		this.desk.unregisterList(this);
	}
}

export type ListView = BibliographyView;
export type Refreshable = { refresh(): void; dom: HTMLElement };

export function nodeViews(desk: Desk, inNote = false): Record<string, NodeViewConstructor> {
	return {
		citation: (node) => new CitationView(node, desk, inNote),
		note: (node) => new NoteView(node, desk),
		gap: (node) => new GapView(node),
		note_ref: (node) => new NoteRefView(node, desk),
		bibliography: (node, _view, getPos) => new BibliographyView(node, desk, getPos)
	};
}
