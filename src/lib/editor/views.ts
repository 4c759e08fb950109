/** How citations, notes, placeholders and the bibliography look in the sheet. */
import type { Node } from 'prosemirror-model';
import { NodeSelection } from 'prosemirror-state';
import type { EditorView, NodeView, NodeViewConstructor, ViewMutationRecord } from 'prosemirror-view';
import { cleanOverride, overrideHtml, overrideText, type CrossRefShow, type NoteTarget } from '$lib/core/manuscript';
import { askToEdit, Atom } from './atom';
import type { NodeViewContext } from './node-view-context';
import { BibliographyView } from './bibliography-view';
import { ContentsView } from './contents-view';

/** A citation: its text in the sentence, or a note's mark. */
class CitationView extends Atom {
	private shown = '';

	constructor(
		private node: Node,
		private readonly context: NodeViewContext,
		private readonly inNote: boolean
	) {
		super('span');
		this.dom.className = 'cite';
		this.dom.dataset.citation = node.attrs.id;
		context.nodeViews.addCitation(node.attrs.id, this);
		this.refresh();
	}

	refresh(): void {
		const id = this.node.attrs.id as string;
		const asMark = !this.inNote && this.context.asNotes;
		const out = this.context.output(id);
		let html: string;
		let label: string;
		const hand = cleanOverride(this.node.attrs.override);
		if (hand && !asMark) {
			html = overrideHtml(hand);
			label = overrideText(hand);
		} else if (asMark) {
			const n = this.context.noteNumber(id);
			html = `${out?.lead ?? ''}<sup class="mark">${n || '·'}</sup>`;
			label = `Note ${n}: ${hand ? overrideText(hand) : (out?.text ?? '')}`;
		} else {
			html = out ? out.html || out.lead : '<span class="pending">…</span>';
			label = out?.text ?? '';
		}
		this.dom.dataset.sources = (this.node.attrs.cites as { sourceId: string }[]).map((c) => c.sourceId).join(' ');
		const state = `${asMark}|${html}|${label}`;
		if (state === this.shown) return;
		this.shown = state;
		this.dom.classList.toggle('as-mark', asMark);
		this.dom.innerHTML = html;
		this.dom.setAttribute('role', 'button');
		this.dom.setAttribute('aria-label', `Citation: ${label}`);
	}

	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		if (node.attrs.id !== this.node.attrs.id) {
			this.context.nodeViews.removeCitation(this.node.attrs.id, this);
			this.context.nodeViews.addCitation(node.attrs.id, this);
			this.dom.dataset.citation = node.attrs.id;
		}
		this.node = node;
		this.refresh();
		return true;
	}

	destroy(): void {
		this.context.nodeViews.removeCitation(this.node.attrs.id, this);
	}
}

/** One of the writer's own notes: its mark; the words stand in the margin. */
export class NoteView extends Atom {
	constructor(
		public node: Node,
		private readonly context: NodeViewContext
	) {
		super('sup');
		this.dom.className = 'mark own';
		context.nodeViews.addNote(node.attrs.id, this);
		this.refresh();
		// it may have changed while its paragraph was not in the page
		context.noteChanged(node);
	}

	refresh(): void {
		const n = this.context.noteNumber(this.node.attrs.id);
		this.dom.textContent = String(n || '·');
		this.dom.dataset.note = this.node.attrs.id;
		this.dom.setAttribute('role', 'button');
		this.dom.setAttribute('aria-label', `Your note ${n}`);
	}

	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		if (node.attrs.id !== this.node.attrs.id) {
			this.context.nodeViews.removeNote(this.node.attrs.id, this);
			this.context.nodeViews.addNote(node.attrs.id, this);
		}
		this.node = node;
		this.refresh();
		this.context.noteChanged(node);
		return true;
	}

	stopEvent(): boolean {
		return false;
	}
	destroy(): void {
		this.context.nodeViews.removeNote(this.node.attrs.id, this);
	}
}

/** The number of another note. */
class NoteRefView extends Atom {
	constructor(
		private node: Node,
		private readonly context: NodeViewContext
	) {
		super('span');
		this.dom.setAttribute('role', 'button');
		context.nodeViews.refs.add(this);
		this.refresh();
	}
	refresh(): void {
		const n = this.context.refNumber(this.node.attrs as NoteTarget);
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
		this.context.nodeViews.refs.delete(this);
	}
}

/** The number or the words of a heading, table, figure or formula. */
class CrossRefView extends Atom {
	constructor(
		private node: Node,
		private readonly context: NodeViewContext
	) {
		super('span');
		this.dom.className = 'cross-ref';
		context.nodeViews.crossRefs.add(this);
		this.refresh();
	}
	refresh(): void {
		const { target, show } = this.node.attrs as { target: string; show: CrossRefShow };
		const words = this.context.crossRef(target, show);
		if (this.dom.textContent !== words) this.dom.textContent = words;
	}
	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		this.node = node;
		this.refresh();
		return true;
	}
	destroy(): void {
		this.context.nodeViews.crossRefs.delete(this);
	}
}

/** A visible "source needed". */
class PlaceholderView extends Atom {
	constructor(private readonly node: Node) {
		super('span');
		this.dom.className = 'citation_placeholder';
		this.dom.textContent = node.attrs.hint ? `source needed: ${node.attrs.hint}` : 'source needed';
		this.dom.setAttribute('role', 'button');
	}
	update(node: Node): boolean {
		return node.eq(this.node);
	}
}

/** A press on something that is no text selects all of it. */
function selectNode(view: EditorView, getPos: () => number | undefined): void {
	const pos = getPos();
	if (pos !== undefined) view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, pos)));
}

/** “Table 2” before a caption, as references have it. */
function showLabel(dom: HTMLElement, id: unknown, context: NodeViewContext): void {
	const label = id ? context.crossRef(id as string, 'label') : '';
	dom.style.setProperty('--label', JSON.stringify(label && `${label}. `));
}

/** A table with its caption. */
class CaptionedTableView implements NodeView {
	readonly dom = document.createElement('div');
	readonly contentDOM = this.dom;
	constructor(
		private node: Node,
		private readonly context: NodeViewContext
	) {
		this.dom.dataset.rqTable = '';
		context.nodeViews.crossRefs.add(this);
		this.refresh();
	}
	refresh(): void {
		showLabel(this.dom, this.node.attrs.id, this.context);
	}
	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		this.node = node;
		this.refresh();
		return true;
	}
	ignoreMutation(m: ViewMutationRecord): boolean {
		return m.type === 'attributes' && m.target === this.dom;
	}
	destroy(): void {
		this.context.nodeViews.crossRefs.delete(this);
	}
}

/** A formula: as it is typed until what sets it is there. */
class FormulaView extends Atom {
	private readonly set: HTMLElement;
	private readonly number: HTMLElement | null = null;
	constructor(
		private node: Node,
		private readonly context: NodeViewContext
	) {
		super(node.isInline ? 'span' : 'div');
		this.dom.className = 'formula';
		this.set = this.dom.appendChild(document.createElement('span'));
		if (!node.isInline) this.number = this.dom.appendChild(document.createElement('b'));
		this.dom.ondblclick = () => askToEdit(this.dom, 'formula');
		context.nodeViews.crossRefs.add(this);
		this.draw();
	}
	private draw(): void {
		const tex = this.node.attrs.tex as string;
		this.set.textContent = tex;
		this.dom.dataset[this.number ? 'rqEquation' : 'rqMath'] = tex;
		this.refresh();
		this.context.inBackground(
			import('./formula').then((m) => {
				if (this.node.attrs.tex === tex)
					this.dom.classList.toggle('unset', !m.setFormula(this.set, tex, !this.node.isInline));
			}),
			'Formulas stand as they are typed: the part of the page that sets them could not be loaded.'
		);
	}
	refresh(): void {
		if (!this.number) return;
		const n = this.node.attrs.numbered ? this.context.crossRef(this.node.attrs.id as string, 'number') : '';
		this.number.textContent = /^\d+$/.test(n) ? `(${n})` : '';
	}
	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		const before = this.node.attrs.tex as string;
		this.node = node;
		if (before === node.attrs.tex) this.refresh();
		else this.draw();
		return true;
	}
	destroy(): void {
		this.context.nodeViews.crossRefs.delete(this);
	}
}

/** A picture with its caption. */
class FigureView implements NodeView {
	readonly dom = document.createElement('figure');
	readonly contentDOM = document.createElement('figcaption');
	private readonly img = document.createElement('img');

	constructor(
		private node: Node,
		private readonly context: NodeViewContext,
		view: EditorView,
		getPos: () => number | undefined
	) {
		this.img.contentEditable = 'false';
		this.img.draggable = false;
		this.img.onclick = () => selectNode(view, getPos);
		this.img.ondblclick = () => askToEdit(this.dom, 'figure');
		this.dom.append(this.img, this.contentDOM);
		context.nodeViews.crossRefs.add(this);
		this.refresh();
		this.show();
	}
	private show(): void {
		// a document may come without its pictures
		this.dom.classList.toggle('no-picture', !this.node.attrs.asset);
		this.img.alt = this.node.attrs.alt as string;
		this.img.style.width = this.node.attrs.width ? `${this.node.attrs.width as number}%` : '';
		void this.context.assets.show(this.node.attrs.asset as string, this.img);
	}
	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		const before = this.node.attrs;
		this.node = node;
		this.refresh();
		if (['asset', 'alt', 'width'].some((k) => before[k] !== node.attrs[k])) this.show();
		return true;
	}
	refresh(): void {
		showLabel(this.dom, this.node.attrs.id, this.context);
	}
	ignoreMutation(m: ViewMutationRecord): boolean {
		return m.type !== 'selection' && !this.contentDOM.contains(m.target);
	}
	destroy(): void {
		this.context.nodeViews.crossRefs.delete(this);
	}
}

export function nodeViews(context: NodeViewContext, inNote = false): Record<string, NodeViewConstructor> {
	return {
		citation: (node) => new CitationView(node, context, inNote),
		note: (node) => new NoteView(node, context),
		citation_placeholder: (node) => new PlaceholderView(node),
		figure: (node, view, getPos) => new FigureView(node, context, view, getPos),
		captioned_table: (node) => new CaptionedTableView(node, context),
		equation: (node) => new FormulaView(node, context),
		math: (node) => new FormulaView(node, context),
		note_ref: (node) => new NoteRefView(node, context),
		cross_ref: (node) => new CrossRefView(node, context),
		contents: (node, view) => new ContentsView(node, context, view),
		bibliography: (node, _view, getPos) => new BibliographyView(node, context, getPos)
	};
}
