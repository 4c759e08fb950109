/**
 * In a long manuscript the page holds only what is near the window. Blocks far away are "asleep": not displayed, and
 * room for them is left before and behind what is. The document is whole at any time; typing, citing, searching and
 * copying work on that.
 *
 * Where a block stands is reckoned from heights, measured for what was awake once and guessed for the rest; when a guess
 * was wrong, the page is scrolled so that what is in sight stays where it is.
 */
import { Selection, TextSelection, type EditorState, type Transaction } from 'prosemirror-state';
import type { EditorView, NodeView } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';
import { blockDom } from '$lib/core/manuscript';
import { blockAt } from './positions';

/** New blocks in one change from which only those near the window are laid out. */
const BULK = 60;

/** Window heights around the window that are awake, and beyond which what is awake goes to sleep. */
const WAKE = 1.2;
const SLEEP = 2.4;

/** Height of a block from its words: the sheet is about 66 characters wide, a line 28 pixels high, 14 between blocks. */
const guess = (node: Node): number => Math.ceil(Math.max(1, node.content.size) / 66) * 28 + 14;

class VirtualBlock implements NodeView {
	readonly dom = document.createElement('div');
	asleep = true;
	/** With the room up to the next block; while awake, what it was the last time. */
	height: number;

	constructor(
		readonly node: Node,
		readonly contentDOM: HTMLElement
	) {
		this.height = guess(node);
		this.dom.style.display = 'none';
	}
	show(awake: boolean): void {
		// what is awake is not put in anew: moved in the page, it would lose the caret that stands in it
		if (awake !== this.asleep) return;
		this.asleep = !awake;
		this.dom.style.display = awake ? '' : 'none';
		// words that nobody sees are not even in the page: the browser walks through all there is when a key is pressed
		if (awake) this.dom.append(this.contentDOM);
		else this.contentDOM.remove();
	}
	/** Going to sleep and waking is none of the editor's business; where the caret is always is. */
	ignoreMutation(m: { type: string; target: globalThis.Node }): boolean {
		return m.type !== 'selection' && m.target === this.dom;
	}
}

/** The end of the text that a key goes to: the browser knows only what is in the page. */
function endOf(e: KeyboardEvent): 'start' | 'end' | null {
	const { key } = e;
	if (!e.altKey && ((e.ctrlKey && key === 'Home') || (e.metaKey && key === 'ArrowUp'))) return 'start';
	if (!e.altKey && ((e.ctrlKey && key === 'End') || (e.metaKey && key === 'ArrowDown'))) return 'end';
	return null;
}
function goToEnd(view: EditorView, end: 'start' | 'end', extend: boolean): void {
	const { state } = view;
	const { doc, selection } = state;
	const to = end === 'start' ? Selection.atStart(doc) : Selection.atEnd(doc);
	view.dispatch(
		state.tr.setSelection(extend ? TextSelection.between(selection.$anchor, to.$head) : to).scrollIntoView()
	);
}

type MakeView = (node: Node, view: EditorView) => NodeView;

/** Wakes what comes near the window and lets sleep what is far. */
export class BlockVirtualizer {
	private readonly byDom = new WeakMap<Element, VirtualBlock>();
	private view: EditorView | null = null;
	private surface: Element | null = null;
	private scheduled = 0;
	private at = -Infinity;
	/** The frame of the last pass. */
	private frame = 0;
	private listed: { doc: Node; list: { el: HTMLElement; s: VirtualBlock | undefined }[] } | null = null;
	/** The blocks of the document as it was asked about last. */
	private tops: { doc: Node; blocks: ReadonlySet<Node> } | null = null;
	/** First and last block that are awake for being near. */
	private region: [number, number] = [0, -1];
	private passes = 0;
	/** The change that is being shown brings very many blocks. */
	private bulk = false;
	private answered: { asked: string; near: [number, number] } | null = null;
	private release = () => {};

	/** @param kept positions in blocks that must stay awake, such as that of a note being written */
	constructor(private readonly kept: () => number[]) {}

	/** Node views of the blocks that can sleep. */
	views(): Record<string, MakeView> {
		const make =
			(tag: (node: Node) => string): MakeView =>
			(node, view) => {
				const dom = document.createElement(tag(node));
				for (const [name, value] of Object.entries(blockDom(node))) dom.setAttribute(name, value);
				// within a list, a table or a quotation a paragraph is not asleep on its own
				if (!this.isTop(view.state.doc, node)) return { dom, contentDOM: dom };
				const s = new VirtualBlock(node, dom);
				this.byDom.set(s.dom, s);
				// what is new in the page is where the person is; of very much, what the caret is in
				const { $from, $to } = view.state.selection;
				if (this.view && (!this.bulk || $from.node(1) === node || $to.node(1) === node)) s.show(true);
				this.schedule();
				return s;
			};
		return {
			paragraph: make(() => 'p'),
			blockquote: make(() => 'blockquote'),
			heading: make((n) => `h${n.attrs.level}`)
		};
	}

	/** Whether a node stands right in the document; asking for its position would walk through all before it. */
	private isTop(doc: Node, node: Node): boolean {
		if (this.tops?.doc !== doc) this.tops = { doc, blocks: new Set(doc.children) };
		return this.tops.blocks.has(node);
	}

	attach(view: EditorView): void {
		this.view = view;
		this.surface = view.dom.closest('.surface');
		const surface = this.surface!;
		const scrolled = () => {
			if (Math.abs(surface.scrollTop - this.at) > surface.clientHeight / 2) this.schedule();
		};
		const all = () => this.pass(true);
		const resized = () => this.schedule();
		const keys = (e: KeyboardEvent) => {
			const end = endOf(e);
			if (end) {
				e.preventDefault();
				goToEnd(view, end, e.shiftKey);
				return;
			}
			const moves = /^(?:Enter|Backspace|Delete|Arrow)/.test(e.key);
			if (moves || (e.key.length === 1 && !e.ctrlKey && !e.metaKey)) this.bring(view.state.selection.head);
		};
		surface.addEventListener('scroll', scrolled, { passive: true });
		view.dom.addEventListener('keydown', keys, true);
		window.addEventListener('beforeprint', all);
		window.addEventListener('afterprint', resized);
		window.addEventListener('resize', resized);
		this.release = () => {
			surface.removeEventListener('scroll', scrolled);
			view.dom.removeEventListener('keydown', keys, true);
			window.removeEventListener('beforeprint', all);
			window.removeEventListener('afterprint', resized);
			window.removeEventListener('resize', resized);
			cancelAnimationFrame(this.scheduled);
		};
		this.pass();
	}
	detach(): void {
		this.release();
		this.view = null;
	}

	/**
	 * Wakes the blocks that the selection of a new state ends in, before the view shows that state: a caret can only stand
	 * in what is displayed. Where the state is to be scrolled to, the page goes there.
	 */
	wakeFor(tr: Transaction, state: EditorState): void {
		const { view } = this;
		if (!view) return;
		this.bulk = state.doc.childCount - view.state.doc.childCount > BULK;
		const back = tr.docChanged ? tr.mapping.invert() : null;
		const old = (pos: number): number => (back ? back.map(pos) : pos);
		if (tr.scrolledIntoView) this.bring(old(state.selection.head));
		for (const pos of [state.selection.from, state.selection.to]) this.sleeperAt(old(pos))?.show(true);
	}

	/** To be called once the state that `wakeFor` was told of is shown: lays out what is near, after a change of very much. */
	shown(): void {
		const { view } = this;
		if (!view || !this.bulk) return;
		this.bulk = false;
		this.region = [0, -1];
		// leaves room for what is not laid out, so that there is somewhere to scroll to
		this.pass();
		this.bring(view.state.selection.head);
	}

	/** Whether blocks wake or woke in a frame. */
	busy(frame: number): boolean {
		return this.scheduled !== 0 || this.frame === frame;
	}

	/** First and last block within so many window heights of the window. */
	near(by: number): [number, number] {
		const top = Math.round(this.top());
		const asked = `${by} ${top} ${this.view!.dom.childElementCount} ${this.passes}`;
		if (this.answered?.asked !== asked) this.answered = { asked, near: this.within(this.blocks(), top, by) };
		return this.answered.near;
	}

	/** @param top how far the window's upper edge is below the beginning of the text */
	private within(blocks: { height: number }[], top: number, by: number): [number, number] {
		const height = this.surface!.clientHeight;
		let first = -1;
		let last = 0;
		let y = 0;
		blocks.forEach((b, i) => {
			const end = y + b.height;
			if (first < 0 && end >= top - height * by) first = i;
			if (y <= top + height * (1 + by)) last = i;
			y = end;
		});
		return [Math.max(0, first), last];
	}

	private sleeperAt(pos: number): VirtualBlock | undefined {
		const dom = this.view!.nodeDOM(blockAt(this.view!.state.doc, pos));
		return dom instanceof Element ? this.byDom.get(dom) : undefined;
	}

	/** How far the window's upper edge is below the beginning of the text. */
	private top(): number {
		return this.surface!.getBoundingClientRect().top - this.view!.dom.getBoundingClientRect().top;
	}

	/** All blocks with their heights. */
	private blocks(): { el: HTMLElement; s: VirtualBlock | undefined; height: number }[] {
		return this.elements().map(({ el, s }) => ({ el, s, height: s ? s.height : el.offsetHeight + 14 }));
	}

	/** The blocks' elements; the same as long as the text is. */
	private elements(): { el: HTMLElement; s: VirtualBlock | undefined }[] {
		const { dom, state } = this.view!;
		const { listed } = this;
		const holds =
			listed?.doc === state.doc &&
			listed.list.length === dom.childElementCount &&
			listed.list.every(({ el }) => el.parentNode === dom);
		if (holds) return listed!.list;
		const list = ([...dom.children] as HTMLElement[]).map((el) => ({ el, s: this.byDom.get(el) }));
		this.listed = { doc: state.doc, list };
		return list;
	}

	/** Scrolls to a position whose block is not near the window. */
	private bring(pos: number): void {
		const { view, surface } = this;
		if (!view || !surface) return;
		const { doc } = view.state;
		const index = doc.resolve(Math.min(pos, doc.content.size)).index(0);
		if (index >= this.region[0] && index <= this.region[1]) return;
		const blocks = this.blocks();
		let y = 0;
		for (let i = 0; i < index; i++) y += blocks[i].height;
		surface.scrollTop += y - this.top() - surface.clientHeight / 3;
		this.pass();
	}

	private schedule(): void {
		if (!this.scheduled && this.view)
			this.scheduled = requestAnimationFrame((time) => {
				this.scheduled = 0;
				this.frame = time;
				this.pass();
			});
	}

	private pass(everything = false): void {
		const { view, surface } = this;
		if (!surface || !view || view.composing) return;
		this.passes++;
		this.measure();
		const blocks = this.blocks();
		const top = this.top();
		const [wakeFrom, wakeTo] = everything ? [0, blocks.length] : this.within(blocks, top, WAKE);
		const [keepFrom, keepTo] = everything ? [0, blocks.length] : this.within(blocks, top, SLEEP);
		const { doc, selection } = view.state;
		const held = new Set([selection.from, selection.to, ...this.kept()].map((pos) => view.nodeDOM(blockAt(doc, pos))));
		const edge = surface.getBoundingClientRect().top;
		// what is at the upper edge stays where it is
		const fixed = blocks.find(
			({ el, s }, i) => s && !s.asleep && i >= wakeFrom && i <= wakeTo && el.getBoundingClientRect().bottom > edge
		)?.el;
		const before = fixed?.getBoundingClientRect().top ?? 0;
		let [above, below] = [0, 0];
		let first = -1;
		let last = -1;
		blocks.forEach(({ el, s }, i) => {
			if (!s) return;
			const inside = i >= wakeFrom && i <= wakeTo;
			const stays = !s.asleep && i >= keepFrom && i <= keepTo;
			// a text that begins with what is not displayed is searched by the browser at every focus
			const awake = inside || stays || i === 0 || held.has(el);
			if (awake === s.asleep) s.show(awake);
			if (inside || stays) {
				if (first < 0) first = i;
				last = i;
			}
			if (!awake) {
				if (i < wakeFrom) above += s.height;
				else below += s.height;
			}
		});
		this.region = [first, last];
		view.dom.style.paddingTop = `${above}px`;
		view.dom.style.paddingBottom = `${below}px`;
		if (fixed) {
			const moved = fixed.getBoundingClientRect().top - before;
			if (Math.abs(moved) > 0.5) surface.scrollTop += moved;
		}
		this.at = surface.scrollTop;
	}

	/** Learns the heights of what is awake in its place. */
	private measure(): void {
		const els = this.elements();
		const [first, last] = this.region;
		for (let i = Math.max(0, first); i <= last && i < els.length; i++) {
			const { el, s } = els[i];
			if (!s || s.asleep) continue;
			const box = el.getBoundingClientRect();
			const next = els[i + 1] && i < last ? els[i + 1].el.getBoundingClientRect() : null;
			s.height = next?.height ? next.top - box.top : box.height + 14;
		}
	}
}
