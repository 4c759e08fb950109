/** Contents, and lists of figures and tables, as they stand in the sheet: always what is there now. */
import type { Node } from 'prosemirror-model';
import { NodeSelection } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import type { ContentsAttrs } from '$lib/core/manuscript';
import { askToEdit, Atom } from './atom';
import type { NodeViewContext } from './node-view-context';

const NOTHING: Record<ContentsAttrs['of'], string> = {
	headings: 'Headings are listed here as soon as there are some.',
	figures: 'Figures are listed here as soon as there are some.',
	tables: 'Tables are listed here as soon as there are some.'
};

export class ContentsView extends Atom {
	private shown = '';
	private readonly title = document.createElement('b');
	private readonly list = document.createElement('ul');

	constructor(
		private node: Node,
		private readonly context: NodeViewContext,
		private readonly view: EditorView
	) {
		super('nav');
		this.dom.className = 'contents-list';
		const change = document.createElement('button');
		change.type = 'button';
		change.textContent = 'Contents options…';
		change.onclick = () => this.edit();
		this.dom.append(this.title, this.list, change);
		this.dom.ondblclick = () => this.edit();
		this.list.onclick = (e) => {
			const row = (e.target as Element).closest<HTMLElement>('[data-to]');
			if (row) this.context.goTo(row.dataset.to!);
		};
		context.nodeViews.crossRefs.add(this);
		this.refresh();
	}

	/** Opens its form, with it selected. */
	private edit(): void {
		if (this.context.readOnly) return;
		const pos = this.view.posAtDOM(this.dom, 0);
		this.view.dispatch(this.view.state.tr.setSelection(NodeSelection.create(this.view.state.doc, pos)));
		askToEdit(this.dom, 'contents');
	}

	refresh(): void {
		const { of } = this.node.attrs as ContentsAttrs;
		const { heading, rows } = this.context.listed(this.node.attrs as ContentsAttrs);
		const state = JSON.stringify([of, heading, rows]);
		if (state === this.shown) return;
		this.shown = state;
		this.title.textContent = heading;
		this.dom.setAttribute('aria-label', heading);
		this.list.replaceChildren(
			...rows.map((r) => {
				const li = document.createElement('li');
				const to = document.createElement('span');
				li.style.setProperty('--level', String(r.level - 1));
				to.dataset.to = r.id;
				to.dir = 'auto';
				to.textContent = r.label + (r.title || 'without words');
				li.append(to);
				return li;
			})
		);
		this.list.dataset.nothing = rows.length ? '' : NOTHING[of];
	}

	update(node: Node): boolean {
		if (node.type !== this.node.type) return false;
		this.node = node;
		this.refresh();
		return true;
	}
	stopEvent(e: Event): boolean {
		return (e.target as Element).closest('button') !== null;
	}
	destroy(): void {
		this.context.nodeViews.crossRefs.delete(this);
	}
}
