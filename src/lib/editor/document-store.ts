/**
 * An open manuscript: the state of the editor, the only truth about the text, and what derives from it. It knows no page;
 * views are told what changed and show it.
 */
import { EditorState, type Plugin, type Transaction } from 'prosemirror-state';
import type { Node } from 'prosemirror-model';
import { cleanHouse, type HouseRules } from '$lib/core/citing';
import {
	countDoc,
	entryOverridesOf,
	followTitle,
	noteRefNumber,
	placementOf,
	placementOfStyle,
	readCitations,
	readOutline,
	readQuotations,
	sameSpots,
	settingsOf,
	styleOf,
	type DocSettings,
	type DocStyle,
	type EntryOverrides,
	type NoteTarget,
	type PlacementKind,
	type QuotationInfo,
	type Reading,
	type Section,
	type WordCount
} from '$lib/core/manuscript';
import { UndoJournal, type KeptUndo } from './undo-journal';

/** What a transaction changed. */
export interface Change {
	before: EditorState;
	state: EditorState;
	/** The transaction with those that plugins added. */
	transactions: readonly Transaction[];
	docChanged: boolean;
	/** Words alone changed: the same citations, notes and placeholders stand in the same order. */
	typed: boolean;
	styleChanged: boolean;
	/** Ids of notes that have another number now. */
	renumbered: string[];
}

const NO_STYLE: DocStyle = { id: 'apa', title: 'APA 7th', form: 'in-text', locale: '', facts: null };
const NOTHING: Reading = { clusters: [], citations: [], notes: [], placeholders: [], refs: [] };

export class DocumentStore {
	state: EditorState;
	title: string;
	/** Sections, words and quotations as of the last `describe`; reading them walks the whole text. */
	outline: Section[] = [];
	words: WordCount = { text: 0, notes: 0 };
	quotations: QuotationInfo[] = [];
	/** The id a source has now, should it have been merged into another. */
	resolve: (id: string) => string = (id) => id;
	private readonly journal = new UndoJournal();
	private lastReading: Reading = NOTHING;
	/** The document whose positions `lastReading` does not have yet. */
	private moved: Node | null = null;
	private numbers = new Map<string, number>();

	constructor(doc: Node, title: string, undo: KeptUndo | undefined, plugins: Plugin[]) {
		this.title = title;
		this.state = this.journal.restore(doc, undo, plugins);
		this.read();
	}

	get doc(): Node {
		return this.state.doc;
	}
	get style(): DocStyle {
		return styleOf(this.doc) ?? NO_STYLE;
	}
	/** What the manuscript decides over the style. */
	get settings(): DocSettings {
		return settingsOf(this.doc);
	}
	get house(): HouseRules {
		return houseOf(this.settings);
	}
	/** Entries edited by hand. */
	get entryOverrides(): EntryOverrides {
		return entryOverridesOf(this.doc);
	}
	/** Where citations stand in this manuscript. */
	get placement(): PlacementKind {
		return placementIn(this.doc);
	}
	/** Sources listed without being cited. */
	get uncited(): string[] {
		return [...new Set(this.settings.uncited.map((u) => this.resolve(u.id)))];
	}

	/** Citations and notes with the positions they have now. */
	get reading(): Reading {
		if (this.moved) {
			this.lastReading = readCitations(this.moved, this.style.form, this.resolve);
			this.moved = null;
		}
		return this.lastReading;
	}

	/** The number of a note; 0 for none. */
	noteNumber(id: string): number {
		return this.numbers.get(id) ?? 0;
	}

	/** The number that a reference to a note prints; 0 for none. */
	refNumber(target: NoteTarget): number {
		return noteRefNumber(this.reading, { ...target, source: target.source && this.resolve(target.source) });
	}

	/** Applies a transaction; what derives from the text is right when this returns. */
	apply(tr: Transaction): Change {
		const before = this.state;
		const { state, transactions } = before.applyTransaction(tr);
		this.state = state;
		const docChanged = state.doc !== before.doc;
		const change: Change = {
			before,
			state,
			transactions,
			docChanged,
			typed: true,
			styleChanged: false,
			renumbered: []
		};
		if (!docChanged) return change;
		this.journal.follow(transactions, before, state);
		this.title = followTitle(this.title, before.doc, state.doc);
		// whoever types words moves what stands behind them, and changes nothing else about it
		change.typed = sameSpots(before.doc, state.doc);
		if (change.typed) this.moved = state.doc;
		else change.renumbered = this.read();
		change.styleChanged = state.doc.attrs.style !== before.doc.attrs.style;
		return change;
	}

	/** Reads citations and notes anew: after an edit, or when sources have other ids. @returns notes with another number */
	read(): string[] {
		this.lastReading = readCitations(this.doc, this.style.form, this.resolve);
		this.moved = null;
		const numbers = new Map<string, number>();
		for (const n of this.lastReading.notes) numbers.set(n.id, n.number);
		const changed: string[] = [];
		for (const [id, n] of numbers) if (this.numbers.get(id) !== n) changed.push(id);
		this.numbers = numbers;
		return changed;
	}

	/** Goes on with other plugins; what those that stay have kept stays. */
	reconfigure(change: (plugins: readonly Plugin[]) => Plugin[]): void {
		this.state = this.state.reconfigure({ plugins: change(this.state.plugins) });
	}

	/** Reads sections, words and quotations. */
	describe(): void {
		this.outline = readOutline(this.doc);
		this.words = countDoc(this.doc);
		this.quotations = readQuotations(this.doc);
	}

	/** What undo takes back, to be kept with the manuscript. */
	undoText(): string {
		return this.journal.toText();
	}
}

const houses = new WeakMap<DocSettings, HouseRules>();
/** House rules out of a manuscript's settings; the same rules for the same settings. */
export function houseOf(settings: DocSettings): HouseRules {
	let house = houses.get(settings);
	if (!house) houses.set(settings, (house = cleanHouse(settings.house)));
	return house;
}

/** Where citations stand in a document: as its style and its own settings have it. */
export const placementIn = (doc: Node): PlacementKind => placementOf(placementOfStyle(styleOf(doc)), settingsOf(doc));
