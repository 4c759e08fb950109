/**
 * A manuscript being written: the editor, its worker, what everything shows, and saving.
 * Data flows one way: editor state → clusters → worker → what citations, notes and entries show.
 */
import { NodeSelection, type EditorState, type Transaction } from 'prosemirror-state';
import { EditorView } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';
import { closeHistory } from 'prosemirror-history';
import type { Transform } from 'prosemirror-transform';
import {
	countDoc,
	followTitle,
	cleanSettings,
	noteRefNumber,
	placeCitations,
	placementOf,
	cleanEntryHands,
	readCitations,
	readDoc,
	readOutline,
	readQuotations,
	sameSpots,
	renameLists,
	schema,
	sectionAt,
	storeDoc,
	type CitingForm,
	type DocSettings,
	type DocStyle,
	type EntryHands,
	type NoteTarget,
	type PlacementKind,
	type QuotationInfo,
	type Reading,
	type Section,
	type WordCount
} from '$lib/core/manuscript';
import {
	cleanHouse,
	listHeading,
	type ClusterOutput,
	type EntryOutput,
	type HouseRules,
	type StyleInfo
} from '$lib/core/citing';
import { describe, storeStrip, type Described } from '$lib/data/strip';
import { manuscriptSaver } from '$lib/data/manuscripts';
import { storageMessage, type Manuscript } from '$lib/data/db';
import type { Source } from '$lib/core/source';
import type { Desk } from './desk';
import { editorPlugins, type Gestures } from './plugins';
import { clipboardOf } from './clipboard';
import { Drawn } from './drawn';
import { Formatting } from './formatting.svelte';
import { step } from './going';
import { Keeping } from './keeping.svelte';
import { NoteEditors } from './note-editors';
import { fillGap, insertGap, openCite, openIfCitation, type CiteTarget } from './opening';
import { keepDrawn } from './keep-drawn';
import { checksOf } from './facts';
import { AtRest } from './at-rest';
import { blocksNear, listPosition } from './positions';
import { shownList, type ShownList } from './shown-list';
import { Sleep } from './sleep';
import { Soon } from './soon';
import { UndoJournal, type KeptUndo } from './undo-journal';
import { nodeViews } from './views';

/** What stands in the margin's place; '' is the margin itself. */
export type Side = '' | 'excerpts' | 'sources' | 'versions' | 'note-ref';

export interface Notice {
	kind: 'style' | 'storage' | 'tab' | 'worker';
	text: string;
}

/** Blocks of a long manuscript. */
const LONG = 150;

export class Draft implements Desk {
	id: string;
	title = $state('');
	kind = $state('');
	notices = $state<Notice[]>([]);
	outline = $state.raw<Section[]>([]);
	/** Citations and notes as views show them; positions follow typing with a short delay, everything else at once. */
	shown = $state.raw<Reading>({ clusters: [], citations: [], notes: [], gaps: [], refs: [] });
	private fresh: Reading = this.shown;
	/** The document whose positions `fresh` does not have yet. */
	private moved: Node | null = null;
	words = $state.raw<WordCount>({ text: 0, notes: 0 });
	docStyle = $state.raw<DocStyle>({ id: 'apa', title: 'APA 7th', form: 'in-text', locale: '' });
	/** Grows with every result and every change, for views that measure. */
	revision = $state(0);
	here = $state(-1);
	selectedCitation = $state<string | null>(null);
	/** The citation or note that the pointer is on, in the text or in the margin. */
	hovered = $state<string | null>(null);
	cite = $state.raw<CiteTarget | null>(null);
	entryMenu = $state.raw<{ sourceId: string; anchor: HTMLElement } | null>(null);
	/** The list whose settings are open. */
	listMenu = $state.raw<{ id: string; anchor: HTMLElement } | null>(null);
	side = $state<Side>('');
	/** The note that was written in, and the caret in it, when what stands beside the text was opened from there. */
	inNote = $state.raw<{ id: string; head: number } | null>(null);
	lastChange = $state('');
	/** So long that only a part of it is in the page at a time (sleep.ts). */
	readonly long: boolean;
	readonly sleep: Sleep | null;
	/** What waits until the page is not scrolled. */
	readonly rest = new AtRest();

	view: EditorView | null = null;
	readonly drawn = new Drawn();
	readonly formatting: Formatting;
	readonly keeping: Keeping;
	private numbers = new Map<string, number>();
	readonly noteEditors: NoteEditors = new NoteEditors(this);
	private sources = new Map<string, Source>();
	private readonly statsSoon: Soon;
	private readonly saver: ReturnType<typeof manuscriptSaver>;
	private described: Described | null = null;
	/** When each source was cited last, in steps. */
	readonly recent = new Map<string, number>();
	readonly initial: Node;
	readonly readOnly: boolean;
	/** What the manuscript decides over the style. */
	settings = $state.raw<DocSettings>(cleanSettings(null));
	/** House rules over the style. */
	house = $state.raw<HouseRules>(cleanHouse(null));
	/** Quotations of the text, kept and typed. */
	quotations = $state.raw<QuotationInfo[]>([]);
	/** Entries said by hand. */
	hands = $state.raw<EntryHands>({});
	private readonly journal = new UndoJournal();
	private readonly keptUndo: KeptUndo | undefined;
	private handsRead: unknown = null;
	private setRead: unknown = null;

	constructor(m: Manuscript, readOnly = false) {
		this.id = m.id;
		this.title = m.title;
		this.kind = m.kind;
		this.readOnly = readOnly;
		this.keptUndo = m.undo;
		const read = readDoc(m.doc);
		// sources listed without being cited were kept beside the document once
		const set = cleanSettings(read.attrs.set);
		const further = m.uncited.filter((id) => !set.further.some((f) => f.id === id)).map((id) => ({ id, why: '' }));
		const doc = further.length
			? schema.nodes.doc.create({ ...read.attrs, set: { ...set, further: [...set.further, ...further] } }, read.content)
			: read;
		this.settings = cleanSettings(doc.attrs.set);
		const style: DocStyle = doc.attrs.style ?? { id: m.styleId, title: m.styleTitle, form: m.form, locale: m.locale };
		this.initial = doc.attrs.style ? doc : schema.nodes.doc.create({ ...doc.attrs, style }, doc.content);
		this.docStyle = style;
		this.long = doc.childCount > LONG;
		this.sleep = this.long ? new Sleep(() => this.noteEditors.positions()) : null;
		this.statsSoon = new Soon(() => this.takeStats(), this.long ? 400 : 150, this.long ? 2000 : 150);
		this.formatting = new Formatting(this);
		this.saver = manuscriptSaver(m);
		this.keeping = new Keeping(
			() => (this.described = this.describe()),
			() => this.write(),
			(e) => this.notice('storage', e ? storageMessage(e) : null),
			readOnly
		);
		if (readOnly) {
			this.notice(
				'tab',
				'This manuscript is open in another tab. Here it can only be read, so that neither tab overwrites the other.'
			);
		}
	}

	/** Sources listed without being cited. */
	get uncited(): string[] {
		return [...new Set(this.settings.further.map((f) => this.resolve(f.id)))];
	}

	// --- the editor -------------------------------------------------------------------------------------------------

	mount(element: HTMLElement): void {
		const state = this.journal.restore(this.initial, this.keptUndo, editorPlugins(this.gestures(null)));
		this.read(state.doc);
		this.view = new EditorView(element, {
			state,
			editable: () => !this.readOnly,
			nodeViews: { ...nodeViews(this), ...this.sleep?.views() },
			dispatchTransaction: (tr) => this.dispatch(tr),
			attributes: {
				class: 'sheet-text',
				role: 'textbox',
				'aria-multiline': 'true',
				'aria-label': 'Manuscript text',
				spellcheck: 'true'
			},
			handleDoubleClickOn: (_v, _p, node, pos) => openIfCitation(this, node, pos),
			handleClickOn: (_v, _p, node, pos, event) => {
				if (node.type !== schema.nodes.gap) return false;
				event.preventDefault();
				fillGap(this, pos, node);
				return true;
			},
			...clipboardOf(this)
		});
		keepDrawn(this.view);
		this.sleep?.attach(this.view);
		void this.formatting.loadStyle();
		this.stats();
		// a new manuscript begins with its title
		if (!this.readOnly && this.initial.firstChild?.content.size === 0) this.view.focus();
	}

	/** What keys do; `inner` is the note editor they are pressed in. */
	gestures(inner: (() => EditorView | null) | null): Gestures {
		const view = () => (inner ? inner() : this.view);
		return {
			cite: () => {
				const v = view();
				if (v) openCite(this, v);
			},
			openSelected: () => {
				const v = view();
				const sel = v?.state.selection;
				if (!v || !(sel instanceof NodeSelection)) return false;
				if (sel.node.type === schema.nodes.gap) {
					fillGap(this, sel.from, sel.node, v);
					return true;
				}
				if (sel.node.type === schema.nodes.note) {
					this.noteEditors.focus(sel.node.attrs.id);
					return true;
				}
				return openIfCitation(this, sel.node, sel.from, v);
			},
			insertNote: (kind) => this.noteEditors.insert(kind),
			insertGap: () => insertGap(this),
			step: (by) => step(this, by),
			beside: (side) => {
				const v = inner?.();
				const note = v && this.noteEditors.idOf(v);
				this.inNote = v && note ? { id: note, head: v.state.selection.head } : null;
				this.side = side;
			},
			placement: () => (inner ? 'sentence' : this.placement),
			quotes: () => this.style?.quotes ?? null
		};
	}

	/** Citations and notes with the positions they have now. */
	get reading(): Reading {
		if (this.moved) {
			this.fresh = readCitations(this.moved, this.docForm(this.moved), this.resolve);
			this.moved = null;
		}
		return this.fresh;
	}

	private dispatch(tr: Transaction): void {
		const view = this.view!;
		const before = view.state;
		const { state, transactions } = before.applyTransaction(tr);
		this.sleep?.wakeFor(tr, state);
		view.updateState(state);
		if (tr.docChanged) {
			this.journal.follow(transactions, before, state);
			this.title = followTitle(this.title, before.doc, state.doc);
			// whoever types words moves what stands behind them, and changes nothing else about it
			const typed = sameSpots(before.doc, state.doc);
			if (typed) this.moved = state.doc;
			else this.read(state.doc);
			if (state.doc.attrs.style !== before.doc.attrs.style) {
				this.docStyle = state.doc.attrs.style as DocStyle;
				void this.formatting.loadStyle();
			} else if (!typed && this.formatting.stale) void this.formatting.format();
			this.stats();
			this.keeping.changed();
		}
		if (!state.selection.eq(before.selection) || tr.docChanged) {
			this.inNote = null;
			this.look(state);
		}
	}

	/** Does one thing to the document, in a step of its own for undo, and names it in the foot. */
	act(tr: Transaction, what: string, view: EditorView | null = this.view): void {
		if (!view || this.readOnly || !tr.docChanged) return;
		view.dispatch(closeHistory(tr).scrollIntoView());
		this.lastChange = what;
	}

	/** Reads citations and notes; numbers are right at once, before anything is formatted. */
	private read(doc: Node): void {
		const reading = readCitations(doc, this.docForm(doc), this.resolve);
		this.moved = null;
		this.fresh = this.shown = reading;
		const numbers = new Map<string, number>();
		for (const n of reading.notes) numbers.set(n.id, n.number);
		const changed: string[] = [];
		for (const [id, n] of numbers) if (this.numbers.get(id) !== n) changed.push(id);
		this.numbers = numbers;
		if (doc.attrs.set !== this.setRead) {
			this.setRead = doc.attrs.set;
			this.settings = cleanSettings(doc.attrs.set);
			this.house = cleanHouse(this.settings.house);
		}
		if (doc.attrs.hand !== this.handsRead) {
			this.handsRead = doc.attrs.hand;
			this.hands = cleanEntryHands(doc.attrs.hand);
		}
		this.drawn.renumber(changed);
		this.revision++;
	}

	private docForm(doc: Node): CitingForm {
		const form = (doc.attrs.style as DocStyle | null)?.form ?? 'in-text';
		return form;
	}

	/** What the foot line and the outline say; in a long text, when the writer pauses. */
	private stats(): void {
		this.statsSoon.ask(this.outline.length ? undefined : 0);
	}
	private takeStats(): void {
		if (!this.view) return;
		const doc = this.view.state.doc;
		// somebody may have asked in between: what counts is what the views have
		this.shown = this.reading;
		this.outline = readOutline(doc);
		this.words = countDoc(doc);
		this.quotations = readQuotations(doc);
		this.look(this.view.state);
		this.revision++;
	}

	private look(state: EditorState): void {
		const sel = state.selection;
		this.here = sectionAt(this.outline, sel.from);
		const id =
			sel instanceof NodeSelection && (sel.node.type === schema.nodes.citation || sel.node.type === schema.nodes.note)
				? (sel.node.attrs.id as string)
				: null;
		if (id !== this.selectedCitation) this.selectedCitation = id;
	}

	// --- formatting -------------------------------------------------------------------------------------------------

	get asNotes(): boolean {
		return this.docStyle.form !== 'in-text';
	}
	output(id: string): ClusterOutput | undefined {
		return this.formatting.output(id);
	}
	refNumber(target: NoteTarget): number {
		return noteRefNumber(this.reading, { ...target, source: target.source && this.resolve(target.source) });
	}
	noteNumber(id: string): number {
		return this.numbers.get(id) ?? 0;
	}
	entries(): EntryOutput[] | null {
		return this.list;
	}
	listOf(node: Node, pos: number): ShownList {
		return shownList(this, node, pos);
	}
	get list(): EntryOutput[] | null {
		return this.formatting.list;
	}
	get style(): StyleInfo | null {
		return this.formatting.style;
	}
	listBasis(): unknown[] {
		return [this.list, this.hands, this.settings, this.sources, this.style];
	}
	listPos(id: string): number {
		return this.view ? listPosition(this.view.state.doc, id) : -1;
	}
	openList(id: string, anchor: HTMLElement): void {
		this.listMenu = { id, anchor };
	}
	styleInfo(): StyleInfo | null {
		return this.style;
	}

	/** The id a source has now, should it have been merged into another. */
	resolve: (id: string) => string = (id) => id;

	/** Gives the library to the draft; what changed of what is cited is formatted again at once. */
	async useLibrary(sources: Map<string, Source>, resolve: (id: string) => string = (id) => id): Promise<void> {
		this.sources = sources;
		this.resolve = resolve;
		// citations of what was merged follow the source that was kept
		if (this.view) this.read(this.view.state.doc);
		await this.formatting.libraryChanged();
	}

	source(id: string): Source | undefined {
		return this.sources.get(id);
	}

	formattedAnew(): void {
		this.revision++;
	}

	/** The element in the sheet that a margin item belongs to. */
	anchor(id: string): HTMLElement | null {
		return this.drawn.anchor(id, this.view?.dom);
	}

	noteChanged(node: Node): void {
		this.noteEditors.changed(node);
	}

	// --- citing -----------------------------------------------------------------------------------------------------

	closeCite(): void {
		const view = this.cite?.view;
		this.cite = null;
		view?.focus();
	}

	/** Positions of the text within so many window heights of the window. */
	near(by: number): { from: number; to: number } | null {
		const { view } = this;
		const surface = view?.dom.closest('.surface');
		if (!view || !surface) return null;
		const [first, last] = this.sleep?.near(by) ?? blocksNear(view.dom, surface, by);
		let from = 0;
		let to = 0;
		view.state.doc.forEach((node, pos, i) => {
			if (i === first) from = pos;
			if (i === last) to = pos + node.nodeSize;
		});
		return { from, to };
	}

	openEntry(sourceId: string, anchor: HTMLElement): void {
		this.entryMenu = { sourceId, anchor };
	}

	lightUp(sourceId: string | null): void {
		for (const el of this.view?.dom.querySelectorAll('.cite.lit') ?? []) el.classList.remove('lit');
		if (!sourceId) return;
		for (const el of this.view?.dom.querySelectorAll<HTMLElement>('.cite[data-sources]') ?? []) {
			if (el.dataset.sources!.split(' ').includes(sourceId)) el.classList.add('lit');
		}
	}

	// --- style ------------------------------------------------------------------------------------------------------

	/** Where citations stand in this manuscript. */
	get placement(): PlacementKind {
		return placementOf(this.style?.placement ?? 'sentence', this.settings);
	}

	/** Changes what the manuscript decides over the style; citations move where that is about their place. */
	setSettings(change: Partial<DocSettings>): void {
		const view = this.view;
		if (!view || this.readOnly || !this.style) return;
		const next = { ...this.settings, ...change };
		const tr = view.state.tr.setDocAttribute('set', next);
		const to = placementOf(this.style.placement, next);
		placeCitations(tr.doc, to, this.style.american, tr as unknown as Transform, this.placement);
		this.act(tr, 'Setting changed');
	}

	/** Switches the style: marks move over punctuation, all in one step that undo takes back. */
	applyStyle(info: StyleInfo, locale = '', wanted: CitingForm = this.docStyle.form): void {
		const view = this.view;
		if (!view || this.readOnly) return;
		const form: CitingForm = info.class === 'note' ? (wanted === 'endnotes' ? 'endnotes' : 'footnotes') : 'in-text';
		const style: DocStyle = { id: info.id, title: info.title, form, locale };
		const tr = view.state.tr;
		const to = placementOf(info.placement, this.settings);
		placeCitations(tr.doc, to, info.american, tr as unknown as Transform, this.style ? this.placement : undefined);
		renameLists(tr, listHeading(this.docStyle.id, this.asNotes), listHeading(info.id, form !== 'in-text'));
		tr.setDocAttribute('style', style);
		view.dispatch(closeHistory(tr));
		this.lastChange = `Style changed to ${info.title}`;
	}

	setTitle(title: string): void {
		this.title = title;
		this.keeping.changed();
	}

	// --- keeping ----------------------------------------------------------------------------------------------------

	private describe(): Described | null {
		const found = this.formatting.done ? checksOf(this) : undefined;
		return this.view && describe(this.view.state.doc, this.docStyle.form, found);
	}
	/** Writes everything down; what the desk shows may be a key older than the text. */
	private async write(): Promise<void> {
		const described = this.described ?? this.describe();
		this.described = null;
		if (!this.view || !described) return;
		await this.saver({
			title: this.title,
			doc: storeDoc(this.view.state.doc),
			undo: this.journal.toText(),
			styleId: this.docStyle.id,
			styleTitle: this.docStyle.title,
			form: this.docStyle.form,
			locale: this.docStyle.locale,
			uncited: this.uncited,
			words: described.words,
			strip: storeStrip(described.strip)
		});
	}

	/** Says something above the text, or takes it back. */
	notice(kind: Notice['kind'], text: string | null): void {
		const others = this.notices.filter((n) => n.kind !== kind);
		if (text || others.length < this.notices.length) this.notices = text ? [...others, { kind, text }] : others;
	}

	async destroy(): Promise<void> {
		await this.keeping.save();
		this.statsSoon.stop();
		this.rest.end();
		this.noteEditors.destroy();
		this.sleep?.detach();
		this.view?.destroy();
		this.view = null;
		this.formatting.stop();
	}
}
