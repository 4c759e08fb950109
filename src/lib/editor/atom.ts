/** What stands in the sheet as one thing. */
import type { NodeView } from 'prosemirror-view';

/** What stands in a line as one thing: selected as a whole, drawn by itself alone. */
export abstract class Atom implements NodeView {
	readonly dom: HTMLElement;
	constructor(tag: 'span' | 'sup' | 'div' | 'nav') {
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

/** Tells the page that something is to be edited in a form of its own. */
export const askToEdit = (dom: HTMLElement, what: 'formula' | 'figure' | 'contents'): boolean =>
	dom.dispatchEvent(new CustomEvent('rq-edit', { bubbles: true, detail: what }));
