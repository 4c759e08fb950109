/**
 * Match-up of one manuscript: its typed citations with the sources they may be, its typed list with the entries found in
 * it. Nothing in the text changes until it is accepted; each acceptance is one step for undo.
 */
import type { Fragment, Node } from 'prosemirror-model';
import { redo, undo } from 'prosemirror-history';
import { Decoration, DecorationSet } from 'prosemirror-view';
import type { Item } from '$lib/core/csl';
import { readCitations, setDocAttrs, settingsOf } from '$lib/core/manuscript';
import type { Compared, Linked, TypedCitation, TypedCite } from '$lib/core/match';
import { acceptCitation, acceptList, docCites } from '$lib/core/match/accept';
import type { TypedList } from '$lib/core/match/document';
import { addSources } from '$lib/data/sources';
import { LABEL } from '$lib/editor/commands';
import { library } from '$lib/services/library.svelte';
import { inBackground, unexpected } from '$lib/services/problems';
import { Stopped, type Job } from '$lib/workers/library';
import { HeldDraft } from '../parts/held-draft.svelte';
import { findTyped, type FoundHere, type TypedHere } from './find-typed';

/** A typed citation in the text as it is now. */
export interface Typed extends TypedHere {
	key: string;
	/** As they were chosen. */
	cites: TypedCite[];
}

/** An entry of the typed list, as it is reviewed. */
export interface ReviewedEntry extends Linked {
	item: Item;
	/** It becomes a source. */
	add: boolean;
	/** What the look-up has of it; null where it has nothing. */
	compared?: Compared | null;
}

export class MatchUp {
	private readonly held: HeldDraft;
	/** Looking the text through. */
	busy = $state(true);
	typed = $state.raw<Typed[]>([]);
	entries = $state.raw<ReviewedEntry[]>([]);
	/** Key of the citation that is looked at. */
	current = $state('');
	/** How many were accepted since the view was opened. */
	accepted = $state(0);
	reviewing = $state(false);
	private list: TypedList | null = null;
	/** Sources that entries of the list became. */
	private readonly sourceOfEntry = new Map<string, string>();
	private job: Job<FoundHere> | null = null;
	private serial = 0;

	constructor(readonly id: string) {
		this.held = new HeldDraft(id);
	}
	get draft() {
		return this.held.draft;
	}
	get trouble() {
		return this.held.trouble;
	}

	readonly counts = $derived.by(() => {
		const of = (s: TypedCitation['status']) => this.typed.filter((t) => statusOf(t) === s).length;
		return { all: this.typed.length, certain: of('certain'), choose: of('choose') + of('likely'), none: of('none') };
	});
	/** Citations by number that point at the typed list, and say nothing without it. */
	readonly pointing = $derived(
		this.typed.filter((t) => t.found.habit === 'number' && t.cites.some((c) => c.sourceId)).length
	);
	readonly listed = $derived({
		all: this.entries.length,
		here: this.entries.filter((e) => e.sourceId).length,
		fresh: this.entries.filter((e) => !e.sourceId).length
	});

	/** @param sheet gives the element of the sheet once the view stands */
	async open(sheet: () => HTMLElement | null): Promise<void> {
		if (await this.held.open('match up', sheet, () => this.decorations())) await this.look();
	}

	/** Looks the text through, as it is now: anew, where it changed meanwhile. */
	async look(): Promise<void> {
		const view = this.draft?.view;
		if (!view) return;
		this.job?.stop();
		this.busy = true;
		const { doc } = view.state;
		const job = findTyped(doc);
		this.job = job;
		try {
			const { typed, list, linked } = await job.result;
			if (this.job !== job) return;
			if (!view.state.doc.eq(doc)) return await this.look();
			this.list = list;
			this.entries = linked.map((l) => ({ ...l, item: l.entry.item, add: !l.sourceId }));
			this.typed = typed.map((t) => ({ ...t, key: `t${++this.serial}`, cites: t.found.cites }));
			this.current = this.typed[0]?.key ?? '';
			this.redraw();
		} catch (e) {
			if (!(e instanceof Stopped)) this.held.trouble = unexpected(e, 'The text could not be looked through.');
		} finally {
			if (this.job === job) {
				this.busy = false;
				this.job = null;
			}
		}
	}

	source(id: string): { item: Item; here: boolean } | undefined {
		const known = library.sources.get(this.sourceOfEntry.get(id) ?? id);
		if (known) return { item: known.item, here: true };
		const entry = this.entries.find((e) => e.item.id === id);
		return entry && { item: entry.item, here: false };
	}

	// --- going about --------------------------------------------------------------------------------------------------

	go(key: string): void {
		this.current = key;
		this.redraw();
		const t = this.typed.find((x) => x.key === key);
		const span = this.draft?.view?.dom.querySelector(`[data-typed="${key}"]`);
		(span ?? (t && this.draft?.anchor(t.note)))?.scrollIntoView({ block: 'nearest' });
	}
	step(by: 1 | -1): void {
		const at = this.typed.findIndex((t) => t.key === this.current);
		const next = this.typed[Math.max(0, Math.min(this.typed.length - 1, at + by))];
		if (next) this.go(next.key);
	}

	/** Takes another source for a cite. */
	choose(key: string, cite: number, sourceId: string): void {
		this.typed = this.typed.map((t) =>
			t.key === key
				? { ...t, cites: t.cites.map((c, i) => (i === cite ? { ...c, sourceId, status: 'certain' } : c)) }
				: t
		);
		this.redraw();
	}

	// --- what changes the text ----------------------------------------------------------------------------------------

	accept(key: string): Promise<void> {
		return this.inTurn(() => this.acceptAll(this.typed.filter((t) => t.key === key)));
	}
	acceptCertain(): Promise<void> {
		return this.inTurn(() => this.acceptAll(this.typed.filter((t) => statusOf(t) === 'certain')));
	}
	/** The entries that are ticked become sources, and the list a live bibliography. */
	takeList(): Promise<void> {
		return this.inTurn(() => this.makeListLive());
	}

	/** What writes to the library takes turns: an entry that two acts stand for becomes one source. */
	private inTurn(act: () => Promise<void>): Promise<void> {
		const next = this.turn.then(act);
		// one that failed, which its caller is told, does not hold up the next
		this.turn = next.catch(() => undefined);
		return next;
	}
	private turn: Promise<void> = Promise.resolve();

	private async acceptAll(list: Typed[]): Promise<void> {
		const whole = list.filter((t) => t.cites.every((c) => c.sourceId));
		const { draft } = this;
		if (!whole.length || !draft?.view) return;
		const next = this.typed[this.typed.findIndex((t) => t.key === whole.at(-1)!.key) + 1]?.key ?? '';
		await this.addEntries(whole.flatMap((t) => t.cites.map((c) => c.sourceId)));
		const { tr } = draft.view.state;
		const settings = settingsOf(tr.doc);
		const accepted = { ...settings.accepted };
		const done = new Set<string>();
		for (const t of [...whole].sort((a, b) => b.from - a.from)) {
			// what is not there any more as it was found is left alone
			if (t.to > tr.doc.content.size || tr.doc.textBetween(t.from, t.to, '', leafText) !== t.found.text) continue;
			const cites = docCites(
				t.cites.map((c) => ({ ...c, sourceId: this.sourceOfEntry.get(c.sourceId) ?? c.sourceId }))
			);
			acceptCitation(tr, t.from, t.to, cites, draft.placement, t.note !== '');
			accepted[t.found.habit] = (accepted[t.found.habit] ?? 0) + 1;
			done.add(t.key);
		}
		// the text is another than it was
		if (!done.size) return this.look();
		const { mapping } = tr;
		setDocAttrs(tr, { settings: { ...settings, accepted } });
		draft.act(tr, done.size === 1 ? 'Accepted a citation' : `Accepted ${done.size} citations`);
		this.accepted += done.size;
		if (this.list) this.list = { ...this.list, from: mapping.map(this.list.from), to: mapping.map(this.list.to, -1) };
		this.typed = this.typed
			.filter((t) => !done.has(t.key))
			.map((t) => ({ ...t, from: mapping.map(t.from), to: mapping.map(t.to, -1) }));
		this.current = this.typed.some((t) => t.key === next) ? next : (this.typed[0]?.key ?? '');
		this.redraw();
	}

	/** Entries that citations stand for become sources, each once. */
	private async addEntries(ids: string[]): Promise<void> {
		const fresh = this.entries.filter(
			(e) => !e.sourceId && ids.includes(e.item.id) && !this.sourceOfEntry.has(e.item.id)
		);
		if (!fresh.length) return;
		const added = await addSources(
			fresh.map((e) => ({ item: cleanItem(e.item) })),
			`found in ${this.draft?.title ?? 'a manuscript'}`
		);
		fresh.forEach((e, i) => this.sourceOfEntry.set(e.item.id, added[i].id));
		this.entries = this.entries.map((e) =>
			this.sourceOfEntry.has(e.item.id) && !e.sourceId
				? { ...e, sourceId: this.sourceOfEntry.get(e.item.id)!, why: 'added just now', add: false }
				: e
		);
		await library.settled();
		await library.hold(added.map((s) => s.id));
	}

	/** It is no citation, now and when the text is looked through again. */
	ignore(key: string): void {
		const t = this.typed.find((x) => x.key === key);
		const { draft } = this;
		if (!t || !draft?.view) return;
		const at = this.typed.indexOf(t);
		const settings = settingsOf(draft.view.state.doc);
		const tr = setDocAttrs(draft.view.state.tr, {
			settings: { ...settings, notCitations: [...settings.notCitations, t.place] }
		});
		draft.act(tr, 'Not a citation');
		this.typed = this.typed.filter((x) => x.key !== key);
		this.current = (this.typed[at] ?? this.typed.at(-1))?.key ?? '';
		this.redraw();
	}

	private async makeListLive(): Promise<void> {
		const { draft, list } = this;
		if (!draft?.view || !list) return;
		await this.addEntries(this.entries.filter((e) => e.add).map((e) => e.item.id));
		const { doc, tr } = draft.view.state;
		const cited = new Set(readCitations(doc, 'in-text').citations.flatMap((c) => c.cites.map((x) => x.sourceId)));
		const waiting = new Set(
			this.typed.flatMap((t) => t.cites.map((c) => this.sourceOfEntry.get(c.sourceId) ?? c.sourceId))
		);
		const settings = settingsOf(doc);
		const listed = new Set(settings.uncited.map((u) => u.id));
		// what the list names and the text does not stays in the list
		const more = [...new Set(this.entries.flatMap((e) => e.sourceId ?? []))].filter(
			(id) => !cited.has(id) && !waiting.has(id) && !listed.has(id)
		);
		const kept = this.entries.filter((e) => !e.sourceId).map((e) => e.entry.text);
		acceptList(tr, list.from, list.to, list.heading, kept);
		const { mapping } = tr;
		if (more.length)
			setDocAttrs(tr, {
				settings: { ...settings, uncited: [...settings.uncited, ...more.map((id) => ({ id, why: '' }))] }
			});
		draft.act(tr.setMeta(LABEL, 'The typed list became a bibliography'), 'The typed list became a bibliography');
		this.list = null;
		this.entries = [];
		this.reviewing = false;
		this.typed = this.typed.map((t) => ({ ...t, from: mapping.map(t.from), to: mapping.map(t.to, -1) }));
		this.redraw();
	}

	undo(): void {
		if (this.draft?.run(undo)) inBackground(this.look(), 'The text could not be looked through.');
	}
	redo(): void {
		if (this.draft?.run(redo)) inBackground(this.look(), 'The text could not be looked through.');
	}

	// --- in the sheet -------------------------------------------------------------------------------------------------

	private decorations(): DecorationSet | null {
		const doc = this.draft?.view?.state.doc;
		if (!doc) return null;
		return DecorationSet.create(
			doc,
			this.typed
				.filter((t) => !t.note && t.to <= doc.content.size)
				.map((t) =>
					Decoration.inline(t.from, t.to, {
						class: `typed ${statusOf(t)}${t.key === this.current ? ' on' : ''}`,
						'data-typed': t.key
					})
				)
		);
	}
	private redraw(): void {
		const view = this.draft?.view;
		if (!view) return;
		this.seen = view.state.doc.content;
		view.updateState(view.state);
	}
	/** The text that what is shown was found in. */
	private seen: Fragment | null = null;
	/** The text may have been changed elsewhere, by a restored backup for example: it is looked through again then. */
	follow(): void {
		if (this.seen && !this.busy && this.draft?.view?.state.doc.content !== this.seen)
			inBackground(this.look(), 'The text could not be looked through.');
	}

	async close(): Promise<void> {
		this.job?.stop();
		await this.held.close();
	}
}

/** What the choices made of it: a source that was chosen is certain. */
export function statusOf(t: Typed): TypedCitation['status'] {
	const order = ['none', 'choose', 'likely', 'certain'] as const;
	return t.cites.map((c) => c.status).reduce((a, b) => (order.indexOf(a) < order.indexOf(b) ? a : b));
}

const leafText = (n: Node): string => (n.type.name === 'hard_break' ? ' ' : '\uFFFC');

/** Without what only the reading knows. */
function cleanItem(item: Item): Item {
	const out = structuredClone($state.snapshot(item)) as Item;
	delete out.custom;
	return out;
}
