/** A paragraph selected by a triple click: what is cut, copied, dragged or deleted is the paragraph, not only its words. */
import type { Node, ResolvedPos, Slice } from 'prosemirror-model';
import { Plugin, Selection, TextSelection, type Transaction } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import { schema } from '$lib/core/manuscript';

const { nodes } = schema;
const WRAPPERS = [nodes.list_item, nodes.bullet_list, nodes.ordered_list, nodes.blockquote];

/** The paragraph that a position is in, with the item, list or quotation that has nothing else; null where it must stay. */
function wholeAround($pos: ResolvedPos): { from: number; to: number } | null {
	let d = $pos.depth;
	while (d > 1 && WRAPPERS.includes($pos.node(d - 1).type) && $pos.node(d - 1).childCount === 1) d--;
	if (d < 1 || $pos.node(d - 1).childCount < 2) return null;
	const node = $pos.node(d);
	const title = d === 1 && $pos.index(0) === 0 && node.type === nodes.heading && node.attrs.level === 1;
	const parent = $pos.node(d - 1);
	// the first paragraph of an item and a caption are what their parents begin with
	const fits = parent.canReplace($pos.index(d - 1), $pos.index(d - 1) + 1);
	return title || !fits ? null : { from: $pos.before(d), to: $pos.after(d) };
}

export class ParagraphSelection extends TextSelection {
	/** @returns a selection of all of a block's words that takes the block with it */
	static around(doc: Node, pos: number): ParagraphSelection {
		const $pos = doc.resolve(pos);
		return new ParagraphSelection(doc.resolve($pos.start()), doc.resolve($pos.end()));
	}

	override content(): Slice {
		const whole = wholeAround(this.$from);
		return whole ? this.$from.node(0).slice(whole.from, whole.to, true) : super.content();
	}

	override replace(tr: Transaction, content?: Slice): void {
		const whole = content?.size ? null : wholeAround(this.$from);
		if (!whole) {
			super.replace(tr, content);
			return;
		}
		tr.delete(whole.from, whole.to);
		tr.setSelection(Selection.near(tr.doc.resolve(Math.min(whole.from, tr.doc.content.size)), 1));
	}
}

function selectAround(view: EditorView, pos: number): void {
	view.dispatch(view.state.tr.setSelection(ParagraphSelection.around(view.state.doc, pos)).setMeta('pointer', true));
}

/** So far a hand may move between two clicks, in pixels. */
const STILL = 6;

/**
 * What a second click opens takes room, and the text may move from under the pointer: the third click is of the paragraph
 * all the same, whatever it falls on.
 * @param pos where the second click was
 * @param close takes away what it opened
 */
export function awaitThirdClick(view: EditorView, pos: number, second: MouseEvent, close: () => void): void {
	const third = (e: MouseEvent): void => {
		window.removeEventListener('mousedown', third, true);
		const moved = Math.hypot(e.clientX - second.clientX, e.clientY - second.clientY);
		if (e.detail !== 3 || e.button !== 0 || moved > STILL || view.isDestroyed) return;
		e.preventDefault();
		e.stopPropagation();
		close();
		selectAround(view, pos);
	};
	window.addEventListener('mousedown', third, true);
}

/** A triple click selects paragraphs so. */
export function selectParagraphs(): Plugin {
	return new Plugin({
		props: {
			handleTripleClick(view, pos, event) {
				if (event.button !== 0 || !view.state.doc.resolve(pos).parent.inlineContent) return false;
				selectAround(view, pos);
				event.preventDefault();
				return true;
			},
			handleDOMEvents: {
				// the editor counts clicks by the clock; on a busy machine they come too late for it, and the browser has counted
				dblclick(view, event) {
					const at = view.posAtCoords({ left: event.clientX, top: event.clientY });
					const node = at && at.inside >= 0 ? view.state.doc.nodeAt(at.inside) : null;
					if (node) view.someProp('handleDoubleClickOn', (f) => f(view, at!.pos, node, at!.inside, event, true));
					return false;
				},
				click(view, event) {
					if (event.detail !== 3 || view.state.selection instanceof ParagraphSelection) return false;
					const at = view.posAtCoords({ left: event.clientX, top: event.clientY });
					if (at) view.someProp('handleTripleClick', (f) => f(view, at.pos, event));
					return false;
				}
			}
		}
	});
}
