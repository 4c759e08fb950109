/**
 * The library as a table: columns, order, selection, and which rows are drawn (TanStack Virtual). Its Table makes an
 * object of twenty functions for every row; with fifty thousand rows that was half a second and 150 MB.
 */
import { observeWindowOffset, observeWindowRect, Virtualizer, windowScroll } from '@tanstack/virtual-core';
import type { Source } from '$lib/core/source';
import { COLUMNS, type Column } from './columns';

/** Columns that stay in a narrow window. */
const NARROW = new Set(['author', 'year', 'title', 'cited']);

export class LibraryTable {
	/** What is listed; in this order while nothing is sorted. */
	data = $state.raw<Source[]>([]);
	sort = $state.raw<{ by: string; down: boolean } | null>(null);
	/** The data come best first and stay so: the answer to a question. */
	ranked = $state(false);
	/** Ids of columns shown, in order. */
	columns = $state.raw<string[]>([]);
	picked = $state.raw<Record<string, boolean>>({});
	/** Times each source is cited. */
	counts = $state.raw<Map<string, number>>(new Map());

	/** A source as it was when it was opened: it is sorted by what it said then. */
	pinned = $state.raw<Source | null>(null);

	/** Sort keys by column, made once a source. */
	private readonly keys = new Map<string, WeakMap<Source, string | number>>();

	private keyOf(c: Column, now: Source, pinned: Source | null): string | number {
		const s = pinned?.id === now.id ? pinned : now;
		// how often it is cited changes on its own
		if (c.id === 'cited') return this.counts.get(s.id) ?? 0;
		let mine = this.keys.get(c.id);
		if (!mine) this.keys.set(c.id, (mine = new WeakMap()));
		let k = mine.get(s);
		if (k === undefined) mine.set(s, (k = c.key(s, 0)));
		return k;
	}

	/** The window has room for the narrowest columns only. */
	narrow = $state(false);
	readonly shown: Column[] = $derived(
		this.columns
			.map((id) => COLUMNS.find((c) => c.id === id))
			.filter((c): c is Column => Boolean(c) && (!this.narrow || NARROW.has(c!.id)))
	);

	/** The rows in order; equal ones by author, then as they came. */
	readonly rows: Source[] = $derived.by(() => {
		const { data, sort, pinned } = this;
		const column = sort && COLUMNS.find((c) => c.id === sort.by);
		if (!column || this.ranked || data.length < 2) return data;
		const turn = sort.down ? -1 : 1;
		const order = (a: string | number, b: string | number) => (a < b ? -1 : a > b ? 1 : 0);
		return data
			.map((s) => ({ s, key: this.keyOf(column, s, pinned), then: this.keyOf(COLUMNS[0], s, pinned) }))
			.sort((a, b) => turn * order(a.key, b.key) || order(a.then, b.then))
			.map((r) => r.s);
	});
	readonly pickedIds: string[] = $derived(Object.keys(this.picked).filter((id) => this.picked[id]));

	private last = -1;

	/** A click on the box of a row: with Shift all from the row before, otherwise this one. */
	pick(i: number, range: boolean): void {
		const next = { ...this.picked };
		if (range && this.last >= 0) {
			const [a, b] = [Math.min(this.last, i), Math.max(this.last, i)];
			for (const s of this.rows.slice(a, b + 1)) next[s.id] = true;
		} else {
			const { id } = this.rows[i];
			if (next[id]) delete next[id];
			else next[id] = true;
		}
		this.last = i;
		this.picked = next;
	}
	pickAll(): void {
		this.picked = Object.fromEntries(this.rows.map((s) => [s.id, true]));
	}
	clear(): void {
		this.picked = {};
		this.last = -1;
	}
}

/** Rows kept drawn beyond those near the window. */
const SPARE = 3;

/** Height of a row that is not opened, in pixels; SourceRow has the same. */
export const ROW = 39;

export interface Shown {
	index: number;
	start: number;
	/** The drawn row that shows it; drawn rows are used again for what comes into sight. */
	slot: number;
}

/** Which rows are drawn: those near the window, wherever an opened one pushes them. */
export class RowWindow {
	items = $state.raw<Shown[]>([]);
	height = $state(0);
	private drawn: Shown[] = [];
	private v: Virtualizer<Window, HTMLElement> | null = null;
	private stop: (() => void) | undefined;

	/**
	 * @param top where the list begins on the page, in pixels
	 * @param idOf the id of a row, by which its height is remembered
	 */
	mount(count: number, top: number, idOf: (i: number) => string): void {
		const options = {
			count,
			scrollMargin: top,
			estimateSize: () => ROW,
			overscan: 8,
			getItemKey: idOf,
			getScrollElement: (): Window => window,
			observeElementRect: observeWindowRect,
			observeElementOffset: observeWindowOffset,
			scrollToFn: windowScroll,
			initialOffset: () => window.scrollY,
			onChange: () => this.read()
		};
		if (this.v) this.v.setOptions(options);
		else {
			this.v = new Virtualizer<Window, HTMLElement>(options);
			this.stop = this.v._didMount();
		}
		this.v._willUpdate();
		this.read();
	}

	private read(): void {
		const v = this.v!;
		const margin = v.options.scrollMargin;
		const now = v.getVirtualItems();
		// not this.items: whoever calls would be called again by what is set here
		const last = this.drawn.filter((i) => i.index < v.options.count);
		const slots = new Map(last.map((i) => [i.index, i.slot]));
		const seen = new Set(now.map((i) => i.index));
		const free = last.filter((i) => !seen.has(i.index));
		let fresh = Math.max(-1, ...last.map((i) => i.slot));
		const drawn = now.map((i) => ({
			index: i.index,
			start: i.start - margin,
			slot: slots.get(i.index) ?? free.pop()?.slot ?? ++fresh
		}));
		// one more or fewer fits from frame to frame; a few that went out of sight stay drawn for the next
		for (const i of free.slice(0, SPARE)) drawn.push({ ...i, start: v.measurementsCache[i.index].start - margin });
		this.items = this.drawn = drawn;
		this.height = v.getTotalSize();
	}

	/** Measures the opened row, the only one whose height is its own; to be used as an action. */
	readonly measure = (el: HTMLElement, row: { index: number; open: boolean }) => {
		const look = (r: { index: number; open: boolean }) => {
			el.dataset.index = String(r.index);
			if (r.open) this.v?.measureElement(el);
			// a row that was closed is of the common height again
			else if (row.open) this.v?.resizeItem(row.index, ROW);
			row = r;
		};
		look(row);
		return { update: look };
	};

	/** Scrolls so that a row stands near the top, with what is before it in sight. */
	reveal(index: number): void {
		const to = this.v?.getOffsetForIndex(index, 'start');
		if (to) window.scrollTo({ top: Math.max(0, to[0] - 90) });
	}

	destroy(): void {
		this.stop?.();
		this.v = null;
	}
}
