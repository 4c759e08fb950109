/**
 * A manuscript being written, as the views of one page share it. The parts do the work, each in its own file: the document
 * store (the text and what derives from it), the formatting service (what citations show), persistence (saving). Data
 * flows one way: a transaction changes the store; what its citations are is asked of the service; what those show is drawn.
 */
import { untrack } from 'svelte';
import { NodeSelection, Selection, type Command, type EditorState, type Transaction } from 'prosemirror-state';
import { EditorView, type DecorationSet } from 'prosemirror-view';
import type { Node } from 'prosemirror-model';
import { closeHistory } from 'prosemirror-history';
import {
	attrValue,
	cleanSettings,
	editFacts,
	factsOfStyle,
	schema,
	sectionAt,
	setDocAttrs,
	type DocAttrs,
	storeDoc,
	type DocSettings,
	type DocStyle,
	type EntryOverrides,
	type NoteTarget,
	type PlacementKind,
	type QuotationInfo,
	type Reading,
	type Section,
	type StyleFacts,
	type WordCount,
	captionNamesOf,
	contentsTitleIn,
	crossRefInSheet,
	listedRows,
	type ContentsAttrs,
	type ListedRow,
	reachableIn,
	type CrossRefShow
} from '$lib/core/manuscript';
import { cleanHouse, type ClusterOutput, type EntryOutput, type HouseRules, type StyleInfo } from '$lib/core/citing';
import { describe, storeStrip, type Described } from '$lib/data/strip';
import { docOf, textChangedAt } from '$lib/data/manuscripts';
import { storageMessage, type Manuscript } from '$lib/data/db';
import type { Source } from '$lib/core/source';
import { FormattingService } from '$lib/services/formatting/index.svelte';
import { Persistence } from '$lib/services/persistence';
import { preferences } from '$lib/services/preferences.svelte';
import { library } from '$lib/services/library.svelte';
import { inBackground, report } from '$lib/services/problems';
import { localStorageHere } from '$lib/data/local';
import { recover } from '$lib/services/write-ahead';
import type { SaveState } from '$lib/services/autosave';
import { AssetViews } from './asset-views';
import { bibliographyPosition, blocksNear, positionsOf } from './positions';
import type { BlockVirtualizer } from './block-virtualizer';
import { LONG, virtualizerFor } from './long-texts';
import { checksOf } from './facts';
import { clipboardOf } from './clipboard';
import { clickBelow, endOfText } from './click-below';
import { lastCaret, rememberCaret } from './last-caret';
import { fillPlaceholder, openByDoubleClick, type CiteTarget } from './cite-target';
import { Debounce } from './debounce';
import { lightUp } from './light-up';
import { beginningInSight, gotoId } from './navigation';
import { DocumentStore, type Change } from './document-store';
import { BIBLIOGRAPHY_MAY_GO, editorPlugins, whenTables, type Gestures } from './plugins';
import { LABEL } from './commands';
import { gesturesOf } from './gestures';
import type { NodeViewContext } from './node-view-context';
import { NodeViewRegistry } from './node-view-registry';
import { conflictNotice, MISFITS, READ_ONLY, type Notice } from './notices';
import { nodeViews } from './views';
import { NoteEditors } from './note-editors';
import { ScrollIdle } from './scroll-idle';
import { FoundMarks } from './found-marks';
import type { TextPlace } from './text-place';
import { WritingFocus } from './writing-focus.svelte';
import { shownBibliography, type ShownBibliography } from './shown-bibliography';

/** Whether two have the same sources under the same ids. */
function sameEntries<V>(a: ReadonlyMap<string, V>, b: ReadonlyMap<string, V>): boolean {
	for (const [k, v] of a) if (!b.has(k) || b.get(k) !== v) return false;
	return a.size === b.size;
}

/** What stands in the margin's place; '' is the margin itself. */
export type Side = '' | 'excerpts' | 'sources' | 'versions' | 'page' | 'note-ref';

/** Meta of a transaction that is not the person's: what it changes is in the database already, or is no edit. */
const NOT_MINE = 'not-mine';

export class Draft implements NodeViewContext {
	readonly id: string;
	readonly kind: string;
	/** As they are printed. */
	readonly authors: readonly string[];
	readonly readOnly: boolean;
	readonly initial: Node;
	view: EditorView | null = null;
	readonly store: DocumentStore;
	readonly formatting: FormattingService;
	readonly persistence: Persistence;
	readonly nodeViews = new NodeViewRegistry();
	readonly noteEditors: NoteEditors = new NoteEditors(this);
	readonly found: FoundMarks = new FoundMarks(this);
	readonly assets = new AssetViews(
		(e) => report(e, 'A picture could not be kept. It stays on the sheet, and is tried again: do not close the page.'),
		(done) => this.inBackground(done, 'A picture could not be kept.')
	);
	/** Where the caret is, in the text or in a note, for the writing line. */
	readonly writing = new WritingFocus(() => this.view);
	/** In a long manuscript only a part of it is in the page at a time; null in others. */
	virtualizer: BlockVirtualizer | null = null;
	/** Runs what can wait until the page is not scrolled. */
	readonly scrollIdle = new ScrollIdle();

	// --- what the store says, as views see it -------------------------------------------------------------------------
	title = $state('');
	docStyle = $state.raw<DocStyle>({ id: 'apa', title: 'APA 7th', form: 'in-text', locale: '', facts: null });
	/** What the manuscript decides over the style. */
	settings = $state.raw<DocSettings>(cleanSettings(null));
	house = $state.raw<HouseRules>(cleanHouse(null));
	/** Entries edited by hand. */
	entryOverrides = $state.raw<EntryOverrides>({});
	outline = $state.raw<Section[]>([]);
	words = $state.raw<WordCount>({ text: 0, notes: 0 });
	quotations = $state.raw<QuotationInfo[]>([]);
	/** Citations and notes as views show them; positions follow typing with a short delay, everything else at once. */
	shown = $state.raw<Reading>({ clusters: [], citations: [], notes: [], placeholders: [], refs: [] });
	/** Grows with every result and every change, for views that measure. */
	revision = $state(0);

	// --- what the page is at ------------------------------------------------------------------------------------------
	saveState = $state<SaveState>('saved');
	notices = $state.raw<Notice[]>([]);
	/** The section that the caret is in; -1 before the first. */
	here = $state(-1);
	/** Where the text in sight begins, when the caret is out of sight. */
	inSight = $state<number | null>(null);
	/** The section that is looked at. */
	get section(): number {
		return this.inSight === null ? this.here : sectionAt(this.outline, this.inSight);
	}
	selectedCitation = $state<string | null>(null);
	/** The citation or note that the pointer is on, in the text or in the margin. */
	hovered = $state<string | null>(null);
	cite = $state.raw<CiteTarget | null>(null);
	entryMenu = $state.raw<{ sourceId: string; anchor: HTMLElement } | null>(null);
	/** The bibliography whose options are open. */
	bibliographyMenu = $state.raw<{ id: string; anchor: HTMLElement } | null>(null);
	side = $state<Side>('');
	/** The note that was written in, and the caret in it, when what stands beside the text was opened from there. */
	inNote = $state.raw<{ id: string; head: number } | null>(null);
	lastChange = $state('');
	/** Typed citations that could become live, as they were counted when the manuscript was opened. */
	typed = $state(0);
	/** The name under which whoever sits here says something. */
	get me(): string {
		return preferences.name || this.authors[0] || 'Me';
	}
	/** Whose copies came back and wait to be looked through. */
	returned = $state.raw<string[]>([]);
	/** When each source was cited last, in steps. */
	readonly recent = new Map<string, number>();

	private sources: ReadonlyMap<string, Source> = new Map();
	/** What of them the text names, as it was taken last. */
	private named: Map<string, Source | undefined> | null = null;
	private describeSoon: Debounce;
	private readonly caretSoon = new Debounce(() => this.keepCaret(), 500, 3000);
	private described: Described | null = null;
	private readonly pending = new Set<Promise<unknown>>();
	private readonly storage = localStorageHere();

	/**
	 * @param whole all of a long text stands in the page, as programs need it that read the page aloud
	 * @throws ManuscriptError where the stored text cannot be read; what is stored is untouched
	 */
	constructor(
		m: Manuscript,
		readOnly = false,
		readonly whole = false
	) {
		this.id = m.id;
		this.kind = m.kind;
		this.authors = m.authors;
		this.readOnly = readOnly;
		const doc = this.assets.named(docOf(m));
		this.initial = doc;
		const plugins = [...editorPlugins(this.gestures(null)), whenTables(() => this.takeTables())];
		this.store = new DocumentStore(doc, m.title, m.undo, plugins);
		this.describeSoon = new Debounce(() => this.takeDescription(), 150, 150);
		if (doc.childCount > LONG && !whole) this.virtualise();
		this.formatting = new FormattingService({
			item: (id) => this.source(id)?.item,
			onShown: (changed) => this.showFormatted(changed)
		});
		const { storage } = this;
		this.persistence = new Persistence({
			row: m,
			readOnly,
			storage,
			snapshot: () => this.snapshot(),
			prepare: () => (this.described = this.describe()),
			adopt: (row, textToo) => this.adopt(row, textToo),
			onState: (state, trouble) => {
				this.saveState = state;
				if (state === 'saved' || trouble) this.notice('storage', trouble ? storageMessage(trouble) : null);
			},
			onConflict: (c) => {
				const said = conflictNotice(c, readOnly, () => this.putBack());
				if (said) this.notice('conflict', said.text, said.action);
			}
		});
		this.saveState = this.persistence.autosave.state;
		this.mirror();
		this.shown = this.store.reading;
		if (readOnly) this.notice('tab', READ_ONLY);
		else this.bringBack(recover(m.id, doc, m.saved, textChangedAt(m), storage));
	}

	// --- the editor ---------------------------------------------------------------------------------------------------

	mount(element: HTMLElement): void {
		this.show(element);
		if (!this.readOnly) this.putCaret();
		this.askFormatting();
		this.describeText();
		// a new manuscript begins with its title
		if (!this.readOnly && this.initial.firstChild?.content.size === 0) this.view?.focus();
	}

	/** Where it was left; else at the end of the text: what is inserted without a click goes there, not into the title. */
	private putCaret(): void {
		const { view } = this;
		if (!view || !this.initial.firstChild?.content.size) return;
		const { doc, tr } = view.state;
		const left = this.storage && lastCaret(this.id, this.storage);
		const place = left !== null && left <= doc.content.size ? Selection.near(doc.resolve(left), -1) : null;
		tr.setSelection(place ?? endOfText(doc) ?? Selection.atEnd(doc));
		view.dispatch(tr);
		// of a long text the beginning is drawn first, and only the caret is put where it was
		if (!place || this.virtualizer) return;
		// without the focus the editor does not scroll
		const { node } = view.domAtPos(place.head);
		(node instanceof Element ? node : node.parentElement)?.scrollIntoView({ block: 'center' });
	}

	/** Before very much is pasted: from now on only a part of the text is in the page at a time. */
	becomeLong(): void {
		const { view } = this;
		if (!view || this.virtualizer || this.whole) return;
		const element = view.dom.parentElement!;
		const focused = view.hasFocus();
		view.destroy();
		this.virtualise();
		this.show(element);
		if (focused) this.view?.focus();
	}

	private virtualise(): void {
		this.virtualizer = virtualizerFor(() => this.noteEditors.positions());
		if (!this.virtualizer) return;
		this.describeSoon.cancel();
		this.describeSoon = new Debounce(() => this.takeDescription(), 400, 2000);
	}

	private show(element: HTMLElement): void {
		const clipboard = clipboardOf(this);
		this.view = new EditorView(element, {
			state: this.store.state,
			editable: () => !this.readOnly,
			decorations: (state) => {
				const found = this.found.inText(state);
				return this.more ? this.more(state, found) : found;
			},
			nodeViews: { ...nodeViews(this), ...this.virtualizer?.views() },
			dispatchTransaction: (tr) => this.dispatch(tr),
			attributes: {
				class: 'sheet-text',
				role: 'textbox',
				'aria-multiline': 'true',
				'aria-label': 'Manuscript text',
				'aria-readonly': String(this.readOnly),
				spellcheck: 'true'
			},
			// the caret is brought out from under the writing line, which stays at the top
			scrollThreshold: 56,
			scrollMargin: 64,
			handleTextInput: (view, _from, _to, text) => this.noteEditors.textBeforeFocus(view, text),
			handleKeyDown: (view, event) => this.noteEditors.keyBeforeFocus(view, event),
			handleClick: (view, _pos, event) => clickBelow(view, event),
			handleDoubleClickOn: (view, _p, node, pos, event) => openByDoubleClick(this, node, pos, view, event),
			handleClickOn: (_v, _p, node, pos, event) => {
				if (node.type !== schema.nodes.citation_placeholder || this.readOnly) return false;
				event.preventDefault();
				fillPlaceholder(this, pos, node);
				return true;
			},
			...clipboard,
			handleDOMEvents: { ...clipboard.handleDOMEvents, focus: (view) => this.writing.entered(view) }
		});
		this.virtualizer?.attach(this.view);
		this.writing.changed(this.view);
	}

	private more: ((state: EditorState, found: DecorationSet | null) => DecorationSet | null) | null = null;
	/** What else is drawn in the sheet from now on. */
	decorate(more: (state: EditorState, found: DecorationSet | null) => DecorationSet | null): void {
		this.more = more;
		this.view?.updateState(this.view.state);
	}

	/** The text has a table: what tables need comes, and writing goes on meanwhile. */
	private takeTables(): void {
		this.inBackground(
			import('./table-plugins').then((m) => {
				this.store.reconfigure(m.withTables);
				this.view?.updateState(this.store.state);
			}),
			'Tables can be read and typed in, but their rows and columns not changed: that part of the page could not be loaded.'
		);
	}

	/** What keys do; `inner` is the note editor they are pressed in. */
	gestures(inner: (() => EditorView | null) | null): Gestures {
		return gesturesOf(this, inner);
	}

	/** Runs a command on the text, or on another editor of it, in a step of its own for undo. @returns whether it could */
	run(command: Command, view: EditorView | null = this.view): boolean {
		if (!view || this.readOnly) return false;
		return command(view.state, (tr) => view.dispatch(closeHistory(tr).scrollIntoView()), view);
	}

	/** Does one thing to the document, in a step of its own for undo, and names it in the foot. */
	act(tr: Transaction, what: string, view: EditorView | null = this.view): void {
		if (!view || this.readOnly || !tr.docChanged) return;
		view.dispatch(closeHistory(tr.setMeta(LABEL, what)).scrollIntoView());
	}

	private dispatch(tr: Transaction): void {
		const { view } = this;
		if (!view) return;
		const title = this.store.title;
		// what is deleted or replaced as a whole comes back as a whole, however fast it was written
		if (tr.docChanged && view.hasFocus() && !view.state.selection.empty) closeHistory(tr);
		const change = this.store.apply(tr);
		this.virtualizer?.wakeFor(tr, change.state);
		view.updateState(change.state);
		this.writing.changed(view);
		this.virtualizer?.shown();
		const label = tr.getMeta(LABEL) as string | undefined;
		if (label) this.lastChange = label;
		if (change.docChanged) {
			this.follow(change);
			if (!tr.getMeta(NOT_MINE)) {
				const steps = change.transactions.flatMap((t) => t.steps);
				this.persistence.changed(steps, this.store.title === title ? undefined : this.store.title);
			}
		}
		if (change.docChanged || !change.state.selection.eq(change.before.selection)) {
			this.inNote = null;
			if (tr.selectionSet || change.typed) this.inSight = null;
			this.look(change.state);
			this.caretSoon.call();
		}
	}

	/** Shows what a change of the document changed beside the text. */
	private follow(change: Change): void {
		this.mirror();
		if (!change.typed) {
			this.shown = this.store.reading;
			this.nodeViews.renumber(change.renumbered);
			this.revision++;
			if (change.styleChanged) this.redrawForStyle(change.before.doc);
			this.askFormatting();
		} else this.nodeViews.retitle();
		this.describeText();
	}

	/** What the store says, for views. */
	private mirror(): void {
		const { store } = this;
		this.title = store.title;
		this.docStyle = store.style;
		this.settings = store.settings;
		this.house = store.house;
		this.entryOverrides = store.entryOverrides;
	}

	/** What the foot line and the outline say; in a long text, when the writer pauses. */
	private describeText(): void {
		this.describeSoon.call(this.outline.length ? undefined : 0);
	}
	private takeDescription(): void {
		if (!this.view) return;
		const { store } = this;
		const opening = !this.outline.length;
		store.describe();
		this.shown = store.reading;
		this.outline = store.outline;
		this.words = store.words;
		this.quotations = store.quotations;
		this.look(store.state);
		if (opening) this.inSight = beginningInSight(this);
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

	// --- what is read of the text -------------------------------------------------------------------------------------

	/** Citations and notes with the positions they have now. */
	get reading(): Reading {
		return this.store.reading;
	}
	get asNotes(): boolean {
		return this.docStyle.form !== 'in-text';
	}
	/** Where citations stand in this manuscript. */
	get placement(): PlacementKind {
		return this.store.placement;
	}
	/** What edits go by; known without the worker. */
	get facts(): StyleFacts {
		return editFacts(this.docStyle);
	}
	get uncited(): string[] {
		return this.store.uncited;
	}
	readonly resolve = (id: string): string => this.store.resolve(id);
	refNumber(target: NoteTarget): number {
		return this.store.refNumber(target);
	}
	crossRef(target: string, show: CrossRefShow): string {
		const { doc } = this.store;
		return crossRefInSheet(reachableIn(doc), target, show, captionNamesOf(doc));
	}
	listed({ of, title, levels }: ContentsAttrs): { heading: string; rows: ListedRow[] } {
		const { doc } = this.store;
		return { heading: contentsTitleIn(doc, of, title), rows: listedRows(doc, of, levels) };
	}
	goTo(id: string): void {
		gotoId(this, id);
	}
	noteNumber(id: string): number {
		return this.store.noteNumber(id);
	}
	bibliographyPos(id: string): number {
		return bibliographyPosition(this.store.doc, id);
	}

	// --- formatting ---------------------------------------------------------------------------------------------------

	output(id: string): ClusterOutput | undefined {
		return this.formatting.output(id);
	}
	get bibliography(): EntryOutput[] | null {
		const { place, formatting, reading, uncited } = this;
		return place ? place.listed(formatting.bibliography, reading, uncited) : formatting.bibliography;
	}
	/** The style that what is shown stands in; null before anything is. */
	get style(): StyleInfo | null {
		return this.formatting.style;
	}
	styleInfo(): StyleInfo | null {
		return this.style;
	}
	entries(): EntryOutput[] | null {
		return this.bibliography;
	}
	bibliographyOf(node: Node, pos: number): ShownBibliography {
		return shownBibliography(this, node, pos);
	}
	bibliographyBasis(): unknown[] {
		return [this.bibliography, this.entryOverrides, this.settings, this.named, this.style];
	}

	/** Asks for the text as it is; nothing, where what is shown is that already. */
	askFormatting(): void {
		const { id, title, locale } = this.docStyle;
		this.formatting.askIfChanged({
			style: { id, title, lang: locale },
			house: this.house,
			clusters: this.place?.among(this.reading.clusters) ?? this.reading.clusters,
			uncited: this.uncited
		});
	}

	private showFormatted(changed: ClusterOutput[]): void {
		this.nodeViews.redraw(changed);
		this.nodeViews.redrawBibliographies();
		this.keepFacts();
		this.revision++;
	}

	/** Keeps with the document what edits need to know of its style, where it is not there yet or not right any more. */
	private keepFacts(): void {
		const { style, docStyle, view } = this;
		if (!view || this.readOnly || style?.id !== docStyle.id) return;
		const facts = factsOfStyle(style);
		if (JSON.stringify(facts) === JSON.stringify(docStyle.facts)) return;
		this.know({ style: { ...docStyle, facts } });
	}

	/** Keeps with the document what was found out about it: no edit of the person's, and nothing for undo. */
	private know(attrs: Partial<DocAttrs>): void {
		const { view } = this;
		if (view) view.dispatch(setDocAttrs(view.state.tr, attrs).setMeta('addToHistory', false).setMeta(NOT_MINE, true));
	}

	/** What the text is in its work, as far as that is known; null for one that stands alone. */
	place = $state.raw<TextPlace | null>(null);
	/** From now on it has the numbers that it has in its work, and its citations follow those of the chapters before. */
	takePlace(place: TextPlace | null): void {
		this.place = place;
		const work = place?.work ?? null;
		if (JSON.stringify(work) !== JSON.stringify(this.settings.work))
			this.know({ settings: { ...this.settings, work } });
		this.askFormatting();
	}

	/** What was shown stays until what comes is there; only marks and citations in the text look different at once. */
	private redrawForStyle(before: Node): void {
		const was = (attrValue(before.attrs.style) as DocStyle | null)?.form ?? 'in-text';
		if ((was !== 'in-text') !== this.asNotes) this.nodeViews.redrawAll();
	}

	/** Gives what is held of the library to the draft; what changed of what is cited is formatted again at once. */
	useLibrary(): void {
		this.sources = library.sources;
		this.store.resolve = library.resolve;
		const named = this.readNamed();
		if (this.named && sameEntries(named, this.named)) return;
		this.named = named;
		// citations of what was merged follow the source that was kept
		this.nodeViews.renumber(this.store.read());
		this.shown = this.store.reading;
		this.revision++;
		if (this.view) this.askFormatting();
	}
	private readNamed(): Map<string, Source | undefined> {
		const named = new Map<string, Source | undefined>();
		const name = (id: string) => {
			if (!named.has(id)) named.set(id, this.sources.get(library.resolve(id)));
		};
		for (const c of this.store.reading.citations) for (const x of c.cites) name(x.sourceId);
		this.uncited.forEach(name);
		return named;
	}
	/** One that is not held yet is asked for, and shown when it comes. */
	source(id: string): Source | undefined {
		untrack(() => library.want(id));
		return this.sources.get(id);
	}

	// --- in the page --------------------------------------------------------------------------------------------------

	/** The element in the sheet that a margin item belongs to. */
	anchor(id: string): HTMLElement | null {
		return this.nodeViews.anchor(id, this.view?.dom);
	}
	noteChanged(node: Node): void {
		this.noteEditors.changed(node);
	}
	openBibliography(id: string, anchor: HTMLElement): void {
		this.bibliographyMenu = { id, anchor };
	}
	openEntry(sourceId: string, anchor: HTMLElement): void {
		this.entryMenu = { sourceId, anchor };
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
		return positionsOf(view.state.doc, this.virtualizer?.near(by) ?? blocksNear(view.dom, surface, by));
	}

	lightUp(sourceId: string | null): void {
		if (this.view) lightUp(this.view.dom, sourceId);
	}

	say(what: string): void {
		this.lastChange = what;
	}
	/** What takes a while and changes the text in the end; where it fails, that is said. */
	inBackground(promise: Promise<unknown>, trouble: string): void {
		const done = promise.finally(() => this.pending.delete(done));
		this.pending.add(done);
		inBackground(done, trouble);
	}
	/** Something was asked for that is not in the text yet, such as much that was pasted. */
	get busy(): boolean {
		return this.pending.size > 0;
	}
	get long(): boolean {
		return this.virtualizer !== null;
	}

	/** Says something above the text, or takes it back. */
	notice(kind: Notice['kind'], text: string | null, action?: Notice['action']): void {
		const others = this.notices.filter((n) => n.kind !== kind);
		if (text || others.length < this.notices.length) this.notices = text ? [...others, { kind, text, action }] : others;
	}

	// --- keeping ------------------------------------------------------------------------------------------------------

	/** Names the manuscript otherwise than its title on the sheet. */
	setTitle(title: string): void {
		if (this.readOnly) return;
		this.store.title = this.title = title;
		this.persistence.changed([], title);
	}

	private describe(): Described {
		const found = this.formatting.done ? checksOf(this) : undefined;
		return describe(this.store.doc, this.docStyle.form, found, this.reading);
	}

	/** Everything that is written down; what the desk shows may be a key older than the text. */
	private snapshot(): Partial<Manuscript> {
		const { words, strip } = this.described ?? this.describe();
		this.described = null;
		const { id, title, form, locale } = this.store.style;
		return {
			title: this.store.title,
			doc: storeDoc(this.store.doc),
			undo: this.store.undoText(),
			// mirrors for the desk
			styleId: id,
			styleTitle: title,
			form,
			locale,
			uncited: this.uncited,
			words,
			strip: storeStrip(strip)
		};
	}

	/** What was written ahead of the last save comes back, as an edit that undo takes back. */
	private bringBack(found: ReturnType<typeof recover>): void {
		if (found.steps.length || found.title !== undefined) {
			const tr = closeHistory(this.store.state.tr);
			for (const s of found.steps) tr.step(s);
			this.store.apply(tr);
			if (found.title !== undefined) this.store.title = found.title;
			this.mirror();
			this.shown = this.store.reading;
		}
		if (found.misfits.length) {
			this.notice('recovered', MISFITS);
		}
		this.persistence.recovered(found);
	}

	/** Takes over what somebody else wrote. */
	private adopt(row: Manuscript, textToo: boolean): void {
		this.store.title = this.title = row.title;
		const { view } = this;
		if (!textToo || !view) return;
		const doc = this.assets.named(docOf(row));
		const { tr } = view.state;
		tr.replaceWith(0, tr.doc.content.size, doc.content);
		for (const name of Object.keys(doc.attrs)) tr.setDocAttribute(name, doc.attrs[name]);
		view.dispatch(closeHistory(tr).setMeta(BIBLIOGRAPHY_MAY_GO, true).setMeta(NOT_MINE, true));
		this.store.title = this.title = row.title;
	}

	/** Back on the desk after it was deleted elsewhere. */
	private putBack(): void {
		this.notice('conflict', null);
		void this.persistence.putBack().catch((e: unknown) => this.notice('conflict', storageMessage(e)));
	}

	private keepCaret(): void {
		if (this.view && this.storage && !this.readOnly)
			rememberCaret(this.id, this.view.state.selection.head, this.storage);
	}

	/** Ends everything after a last save. */
	async destroy(): Promise<void> {
		this.caretSoon.cancel();
		this.writing.end();
		this.keepCaret();
		this.assets.stopTrying();
		await this.persistence.close(Promise.allSettled([...this.pending]));
		this.describeSoon.cancel();
		this.scrollIdle.end();
		this.noteEditors.destroy();
		this.virtualizer?.detach();
		this.view?.destroy();
		this.view = null;
		this.formatting.stop();
		this.assets.end();
	}
}
