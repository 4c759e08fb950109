/**
 * A manuscript being written: the editor, its worker, what everything shows, and saving.
 * Data flows one way: editor state → clusters → worker → what citations, notes and entries show.
 */
import { NodeSelection, Selection, type EditorState, type Transaction } from 'prosemirror-state';
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
	putGap,
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
	type DocCite,
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
	sameClusters,
	type ClusterOutput,
	type EntryOutput,
	type HouseRules,
	type Omitted,
	type SessionResult,
	type StyleInfo
} from '$lib/core/citing';
import { describe } from '$lib/data/strip';
import { saveManuscript } from '$lib/data/manuscripts';
import { storageMessage, type Manuscript } from '$lib/data/db';
import { startFormatWorker, type FormatWorker } from '$lib/workers/format';
import { whenLate } from '$lib/workers/late';
import type { Source } from '$lib/core/source';
import type { Desk } from './desk';
import { editorPlugins, type Gestures } from './plugins';
import { clipboardOf } from './clipboard';
import { NoteEditors } from './note-editors';
import { keepDrawn } from './keep-drawn';
import { blockAt, blocksNear, listPosition, positionOf } from './positions';
import { shownList, type ShownList } from './shown-list';
import { Sleep } from './sleep';
import { inSlices } from './slices';
import { UndoJournal, type KeptUndo } from './undo-journal';
import type { ListView } from './list-view';
import { nodeViews, type NoteView, type Refreshable } from './views';

export type SaveState = 'saved' | 'saving' | 'failed' | 'read-only';

/** What stands in the margin's place; '' is the margin itself. */
export type Side = '' | 'excerpts' | 'sources' | 'versions' | 'note-ref';

export interface Notice {
	kind: 'style' | 'storage' | 'tab' | 'worker';
	text: string;
}

/** Where the cite line hangs and what it works on. */
export interface CiteTarget {
	view: EditorView;
	/** Position in that view's document. */
	pos: number;
	/** The citation being edited; null for a new one. */
	editing: { id: string; cites: DocCite[] } | null;
	inNote: boolean;
	/** A gap that the citation will fill. */
	query: string;
	gap: boolean;
	/** Sources that are chosen already. */
	chosen?: string[];
	/** Words by hand are wanted at once. */
	byHand?: boolean;
}

const SAVE_DELAY = 400;
/** Milliseconds of writing without a pause after which it is saved. */
const LONGEST_UNSAVED = 900;
/** A worker that has not answered after that many milliseconds has fallen over. */
const LATE = 30_000;
/** So many restarts within so many milliseconds are tried. */
const MOST_RESTARTS = 3;
const RESTART_SPAN = 120_000;
/** Blocks of a long manuscript. */
const LONG = 150;

export class Draft implements Desk {
	id: string;
	title = $state('');
	kind = $state('');
	saveState = $state<SaveState>('saved');
	notices = $state<Notice[]>([]);
	outline = $state.raw<Section[]>([]);
	/** Citations and notes as views show them; positions follow typing with a short delay, everything else at once. */
	shown = $state.raw<Reading>({ clusters: [], citations: [], notes: [], gaps: [], refs: [] });
	private fresh: Reading = this.shown;
	/** The document whose positions `fresh` does not have yet. */
	private moved: Node | null = null;
	words = $state.raw<WordCount>({ text: 0, notes: 0 });
	list = $state.raw<EntryOutput[] | null>([]);
	style = $state.raw<StyleInfo | null>(null);
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
	/** Sources that the style keeps out of its list. */
	omitted = $state.raw<Omitted[]>([]);
	missing = $state.raw<Set<string>>(new Set());
	side = $state<Side>('');
	/** The note that was written in, and the caret in it, when what stands beside the text was opened from there. */
	inNote = $state.raw<{ id: string; head: number } | null>(null);
	lastChange = $state('');
	formatted = $state(false);
	/** So long that only a part of it is in the page at a time (sleep.ts). */
	readonly long: boolean;
	private readonly sleep: Sleep | null;

	view: EditorView | null = null;
	worker: FormatWorker;
	private outputs = new Map<string, ClusterOutput>();
	private numbers = new Map<string, number>();
	private views = new Map<string, Set<Refreshable>>();
	/** Marks of the writer's own notes in the sheet. */
	readonly notes = new Map<string, NoteView>();
	readonly noteEditors = new NoteEditors(this);
	private lists = new Set<ListView>();
	private refs = new Set<Refreshable>();
	private sources = new Map<string, Source>();
	private serial = 0;
	private saveTimer: ReturnType<typeof setTimeout> | null = null;
	private statsTimer: ReturnType<typeof setTimeout> | null = null;
	private dirty = false;
	private unsavedSince = 0;
	private loadedStyle = '';
	private drawnAsNotes = false;
	/** When each source was cited last, in steps. */
	readonly recent = new Map<string, number>();
	readonly initial: Node;
	readonly readOnly: boolean;
	/** What the manuscript decides over the style. */
	settings = $state.raw<DocSettings>(cleanSettings(null));
	/** House rules over the style. */
	house = $state.raw<HouseRules>(cleanHouse(null));
	private houseGiven: HouseRules | null = null;
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
		this.worker = this.startWorker();
		if (readOnly) {
			this.saveState = 'read-only';
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
			handleDoubleClickOn: (_v, _p, node, pos) => this.openIfCitation(node, pos),
			handleClickOn: (_v, _p, node, pos, event) => {
				if (node.type !== schema.nodes.gap) return false;
				event.preventDefault();
				this.fillGap(pos, node);
				return true;
			},
			...clipboardOf(this)
		});
		keepDrawn(this.view);
		this.sleep?.attach(this.view);
		void this.loadStyle(this.docStyle);
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
				if (v) this.openCite(v);
			},
			openSelected: () => {
				const v = view();
				const sel = v?.state.selection;
				if (!v || !(sel instanceof NodeSelection)) return false;
				if (sel.node.type === schema.nodes.gap) {
					this.fillGap(sel.from, sel.node, v);
					return true;
				}
				if (sel.node.type === schema.nodes.note) {
					this.noteEditors.focus(sel.node.attrs.id);
					return true;
				}
				return this.openIfCitation(sel.node, sel.from, v);
			},
			insertNote: (kind) => this.noteEditors.insert(kind),
			insertGap: () => this.insertGap(),
			step: (by) => this.step(by),
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
			this.dirty = true;
			this.title = followTitle(this.title, before.doc, state.doc);
			// whoever types words moves what stands behind them, and changes nothing else about it
			const typed = sameSpots(before.doc, state.doc);
			if (typed) this.moved = state.doc;
			else this.read(state.doc);
			if (state.doc.attrs.style !== before.doc.attrs.style) {
				this.docStyle = state.doc.attrs.style as DocStyle;
				void this.loadStyle(this.docStyle);
			} else if (
				!typed &&
				(this.house !== this.houseGiven ||
					!sameClusters(this.asked, this.reading.clusters) ||
					this.uncited.join() !== this.listedToo)
			)
				void this.format();
			this.stats();
			this.scheduleSave();
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
		for (const id of changed) {
			for (const v of this.views.get(id) ?? []) v.refresh();
			this.notes.get(id)?.refresh();
		}
		for (const r of this.refs) r.refresh();
		for (const l of this.lists) l.refresh();
		this.revision++;
	}

	private docForm(doc: Node): CitingForm {
		const form = (doc.attrs.style as DocStyle | null)?.form ?? 'in-text';
		return form;
	}

	/** What the foot line and the outline say. */
	private stats(): void {
		if (this.statsTimer) return;
		const run = () => {
			this.statsTimer = null;
			if (!this.view) return;
			const doc = this.view.state.doc;
			// somebody may have asked in between: what counts is what the views have
			this.shown = this.reading;
			this.outline = readOutline(doc);
			this.words = countDoc(doc);
			this.quotations = readQuotations(doc);
			this.look(this.view.state);
			this.revision++;
		};
		this.statsTimer = setTimeout(run, this.outline.length ? 150 : 0);
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
		return this.outputs.get(id);
	}
	refNumber(target: NoteTarget): number {
		return noteRefNumber(this.reading, { ...target, source: target.source && this.resolve(target.source) });
	}
	registerRef(v: Refreshable): void {
		this.refs.add(v);
	}
	unregisterRef(v: Refreshable): void {
		this.refs.delete(v);
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

	/** What the worker knows of the library: what is cited, listed, or was looked at. */
	private readonly given = new Map<string, Source | null>();

	/** Gives the library to the draft; what changed of what is cited is formatted again at once. */
	async useLibrary(sources: Map<string, Source>, resolve: (id: string) => string = (id) => id): Promise<void> {
		this.sources = sources;
		this.resolve = resolve;
		// citations of what was merged follow the source that was kept
		if (this.view) this.read(this.view.state.doc);
		const changed = await this.give(this.given.keys());
		if (this.style && (changed || !sameClusters(this.asked, this.reading.clusters))) await this.format();
	}

	/** Gives the worker those sources that it has not, or has otherwise. */
	async give(ids: Iterable<string>): Promise<boolean> {
		const next: Source['item'][] = [];
		const gone: string[] = [];
		for (const id of ids) {
			const s = this.sources.get(id) ?? null;
			if (this.given.get(id) === s) continue;
			if (s) next.push($state.snapshot(s.item) as Source['item']);
			else if (this.given.get(id)) gone.push(id);
			this.given.set(id, s);
		}
		if (!next.length && !gone.length) return false;
		await this.worker.face.putSources(next, gone);
		return true;
	}
	/** Tells the worker the house rules, once they are others. */
	private async giveHouse(): Promise<void> {
		if (this.houseGiven === this.house) return;
		this.houseGiven = this.house;
		await this.worker.face.useHouse($state.snapshot(this.house));
	}
	private *listed(): Generator<string> {
		for (const c of this.reading.clusters) for (const x of c.cites) yield x.sourceId;
		yield* this.uncited;
	}

	source(id: string): Source | undefined {
		return this.sources.get(id);
	}

	private async loadStyle(style: DocStyle): Promise<void> {
		const key = `${style.id}|${style.locale}`;
		this.notices = this.notices.filter((n) => n.kind !== 'style');
		if (key !== this.loadedStyle) {
			const answer = await this.worker.face.useStyle(style.id, style.title, style.locale);
			if (answer.ok) {
				this.loadedStyle = key;
				this.style = answer.style;
			} else {
				this.notice(
					'style',
					`${answer.message} The text is shown in APA 7th until you choose another; nothing was changed.`
				);
				const fallback = await this.worker.face.useStyle('apa', 'APA 7th', '');
				if (fallback.ok) {
					this.loadedStyle = 'apa|';
					this.style = fallback.style;
				}
			}
		}
		// what was there stays until what comes is there; only marks and citations in the text look different at once
		if (this.asNotes !== this.drawnAsNotes) for (const set of this.views.values()) for (const v of set) v.refresh();
		this.drawnAsNotes = this.asNotes;
		await this.format();
	}

	private restarts: number[] = [];
	private startWorker(): FormatWorker {
		const worker: FormatWorker = startFormatWorker(() => this.restart(worker));
		return worker;
	}

	/** A worker that fell over is replaced, and told again all that it knew; the text is not touched by any of this. */
	private restart(fallen: FormatWorker): void {
		if (fallen !== this.worker) return;
		fallen.stop();
		const now = Date.now();
		this.restarts = [...this.restarts.filter((t) => now - t < RESTART_SPAN), now];
		if (this.restarts.length > MOST_RESTARTS) {
			this.notice(
				'worker',
				'Formatting stopped and does not start again. Your text is safe and saved; reload to go on.'
			);
			return;
		}
		this.worker = this.startWorker();
		this.given.clear();
		this.houseGiven = null;
		this.loadedStyle = '';
		void this.loadStyle(this.docStyle);
	}

	/** What the worker was asked for last. */
	private asked: Reading['clusters'] = [];
	private listedToo = '';

	/** Asks the worker; only the newest answer counts. */
	async format(): Promise<void> {
		if (!this.loadedStyle) return;
		const serial = ++this.serial;
		const clusters = this.reading.clusters;
		this.asked = clusters;
		this.listedToo = this.uncited.join();
		await this.give(this.listed());
		await this.giveHouse();
		const { worker } = this;
		worker.tell(clusters);
		const result = await whenLate(worker.face.format({ clusters: 'told', uncited: this.uncited, serial }), LATE, () =>
			this.restart(worker)
		);
		if (result) this.show(result);
	}

	private show(r: SessionResult): void {
		for (const c of r.changed) this.outputs.set(c.id, c);
		if (r.bibliography !== undefined) this.list = r.bibliography;
		if (JSON.stringify(r.omitted) !== JSON.stringify(this.omitted)) this.omitted = r.omitted;
		this.missing = new Set(r.warnings.flatMap((w) => (w.itemId && !w.field ? [w.itemId] : [])));
		this.redraw(r.changed);
		for (const l of this.lists) l.refresh();
		this.formatted = true;
		this.revision++;
	}

	/** Draws citations anew: those in the page at once, what sleeps (sleep.ts) after that. */
	private redraw(changed: ClusterOutput[]): void {
		const later: Refreshable[] = [];
		for (const c of changed)
			for (const v of this.views.get(c.id) ?? []) {
				if (v.dom.isConnected) v.refresh();
				else later.push(v);
			}
		// whatever was still to be drawn is drawn from what holds then
		inSlices(later, (v) => v.refresh());
	}

	/** All results with runs, for files and copying. */
	async everything(): Promise<SessionResult> {
		const serial = ++this.serial;
		const clusters = this.reading.clusters;
		await this.give(this.listed());
		await this.giveHouse();
		this.asked = clusters;
		this.worker.tell(clusters);
		const result = await this.worker.face.format({
			clusters: 'told',
			uncited: this.uncited,
			serial,
			full: true
		});
		// it may have overtaken a request of the page, which gets no answer then
		this.show(result!);
		return result!;
	}

	register(id: string, v: Refreshable): void {
		const set = this.views.get(id) ?? new Set();
		set.add(v);
		this.views.set(id, set);
	}
	unregister(id: string, v: Refreshable): void {
		const set = this.views.get(id);
		set?.delete(v);
		if (set && !set.size) this.views.delete(id);
	}
	registerNote(id: string, v: NoteView): void {
		this.notes.set(id, v);
	}
	unregisterNote(id: string, v: NoteView): void {
		if (this.notes.get(id) === v) this.notes.delete(id);
	}
	registerList(v: ListView): void {
		this.lists.add(v);
	}
	unregisterList(v: ListView): void {
		this.lists.delete(v);
	}

	/** The element in the sheet that a margin item belongs to. */
	anchor(id: string): HTMLElement | null {
		for (const v of this.views.get(id) ?? []) if (this.view?.dom.contains(v.dom)) return v.dom;
		return this.notes.get(id)?.dom ?? null;
	}

	noteChanged(node: Node): void {
		this.noteEditors.changed(node);
	}

	// --- citing -----------------------------------------------------------------------------------------------------

	openCite(view: EditorView | null = this.view, chosen?: string[]): void {
		if (!view || this.readOnly) return;
		const head = view.state.selection.$head;
		if (!head.parent.inlineContent) return;
		this.cite = { view, pos: head.pos, editing: null, inNote: view !== this.view, query: '', gap: false, chosen };
	}

	openIfCitation(node: Node, pos: number, view: EditorView | null = this.view): boolean {
		if (node.type !== schema.nodes.citation || !view || this.readOnly) return false;
		this.cite = {
			view,
			pos,
			editing: {
				id: node.attrs.id,
				cites: (node.attrs.cites as DocCite[]).map((c) => ({ ...c, sourceId: this.resolve(c.sourceId) }))
			},
			inNote: view !== this.view,
			query: '',
			gap: false
		};
		return true;
	}

	/** Opens the cite line on a citation anywhere in the manuscript. */
	editCitation(id: string, byHand = false): void {
		const info = this.reading.citations.find((c) => c.id === id);
		if (!info || !this.view) return;
		if (info.notePos < 0) {
			this.select(info.pos);
			this.openIfCitation(this.view.state.doc.nodeAt(info.pos)!, info.pos);
		} else {
			// in one of the writer's notes: its own editor has it
			const inner = this.noteEditors.get(this.reading.notes.find((n) => n.pos === info.notePos)?.id ?? '');
			const at = inner ? positionOf(inner.state.doc, id) : -1;
			if (inner && at >= 0) this.openIfCitation(inner.state.doc.nodeAt(at)!, at, inner);
		}
		if (byHand && this.cite) this.cite = { ...this.cite, byHand };
	}

	private fillGap(pos: number, node: Node, view: EditorView | null = this.view): void {
		if (view) this.cite = { view, pos, editing: null, inNote: view !== this.view, query: node.attrs.hint, gap: true };
	}

	/** A visible "source needed" at the caret, or where the cite line hangs. */
	insertGap(hint = '', target?: CiteTarget): boolean {
		const view = target?.view ?? this.view;
		if (!view || this.readOnly) return false;
		const pos = target?.pos ?? view.state.selection.head;
		if (!view.state.doc.resolve(pos).parent.inlineContent) return false;
		const { tr } = view.state;
		putGap(tr, pos, hint);
		this.act(tr, 'Source needed', view);
		return true;
	}

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

	/** The element of the sheet at a position of the text. */
	elementAt(pos: number): HTMLElement | null {
		if (!this.view || pos > this.view.state.doc.content.size) return null;
		const { node } = this.view.domAtPos(pos);
		const el = node instanceof HTMLElement ? node : node.parentElement;
		if (el?.isConnected) return el;
		// in a paragraph that is not in the page now
		const block = this.view.nodeDOM(blockAt(this.view.state.doc, pos));
		return block instanceof HTMLElement ? block : null;
	}

	// --- going places -----------------------------------------------------------------------------------------------

	goto(pos: number): void {
		const view = this.view;
		if (!view) return;
		const at = Math.max(0, Math.min(pos + 1, view.state.doc.content.size));
		view.dispatch(view.state.tr.setSelection(Selection.near(view.state.doc.resolve(at))).scrollIntoView());
		const dom = view.domAtPos(at).node;
		(dom instanceof HTMLElement ? dom : dom.parentElement)?.scrollIntoView({ block: 'center' });
		view.focus();
	}

	select(pos: number): void {
		const view = this.view;
		if (!view) return;
		view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, pos)).scrollIntoView());
		(view.nodeDOM(pos) as HTMLElement | null)?.scrollIntoView({ block: 'nearest' });
		view.focus();
	}

	/** Goes to the next citation or gap of the text, or the one before. */
	step(by: 1 | -1): boolean {
		if (!this.view) return false;
		const here = this.view.state.selection.from;
		const stops = [
			...this.reading.citations.filter((c) => c.notePos < 0).map((c) => c.pos),
			...this.reading.gaps.filter((g) => !g.inNote).map((g) => g.pos)
		].sort((a, b) => a - b);
		const at = by > 0 ? stops.find((p) => p > here) : stops.filter((p) => p < here).at(-1);
		if (at === undefined) return false;
		this.select(at);
		return true;
	}

	openEntry(sourceId: string, anchor: HTMLElement): void {
		this.entryMenu = { sourceId, anchor };
	}

	/** Shows what in the text and what in the margin belong together. */
	pair(id: string | null): void {
		if (id === this.hovered) return;
		if (this.hovered) this.anchor(this.hovered)?.classList.remove('lit');
		this.hovered = id;
		if (id) this.anchor(id)?.classList.add('lit');
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

	/** Makes ready a style that is being looked at; using it then is quick. */
	async prepareStyle(id: string, title: string, lang: string): Promise<void> {
		const { clusters } = this.reading;
		await this.give(this.listed());
		this.worker.tell(clusters);
		await this.worker.face.prepare(id, title, lang, { clusters: 'told', uncited: this.uncited });
	}

	setTitle(title: string): void {
		this.title = title;
		this.dirty = true;
		this.scheduleSave();
	}

	// --- keeping ----------------------------------------------------------------------------------------------------

	private scheduleSave(): void {
		if (this.readOnly) return;
		this.saveState = 'saving';
		const now = performance.now();
		if (this.saveTimer) clearTimeout(this.saveTimer);
		else this.unsavedSince = now;
		// who writes without a pause is saved all the same
		const longest = LONGEST_UNSAVED - (now - this.unsavedSince);
		this.saveTimer = setTimeout(() => void this.save(), Math.max(0, Math.min(SAVE_DELAY, longest)));
	}

	async save(): Promise<void> {
		if (this.saveTimer) clearTimeout(this.saveTimer);
		this.saveTimer = null;
		if (!this.dirty || !this.view || this.readOnly) return;
		this.dirty = false;
		const doc = this.view.state.doc;
		try {
			await saveManuscript(this.id, {
				title: this.title,
				doc: storeDoc(doc),
				undo: this.journal.toJSON(),
				styleId: this.docStyle.id,
				styleTitle: this.docStyle.title,
				form: this.docStyle.form,
				locale: this.docStyle.locale,
				uncited: this.uncited,
				...describe(doc, this.docStyle.form)
			});
			if (!this.dirty) this.saveState = 'saved';
			this.notices = this.notices.filter((n) => n.kind !== 'storage');
		} catch (e) {
			this.dirty = true;
			this.saveState = 'failed';
			this.notice('storage', storageMessage(e));
		}
	}

	private notice(kind: Notice['kind'], text: string): void {
		this.notices = [...this.notices.filter((n) => n.kind !== kind), { kind, text }];
	}

	async destroy(): Promise<void> {
		await this.save();
		if (this.statsTimer) clearTimeout(this.statsTimer);
		this.noteEditors.destroy();
		this.sleep?.detach();
		this.view?.destroy();
		this.view = null;
		this.worker.stop();
	}
}
