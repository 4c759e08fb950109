/**
 * What came back from a colleague: compared with what was sent, placed in what is here. Nothing in the text changes until
 * a change is accepted; what became of each is kept with the document, so that undo takes back both.
 */
import { redo, undo } from 'prosemirror-history';
import type { Node } from 'prosemirror-model';
import type { DecorationSet } from 'prosemirror-view';
import { readDoc, setDocAttrs, settingsOf, sourcesNamedIn } from '$lib/core/manuscript';
import { commentsIn } from '$lib/core/paper';
import {
	changesOf,
	commentsHere,
	compare,
	plan,
	saidOf,
	take,
	theirSentence,
	withComments,
	wordsWithin,
	type Change,
	type Comparison,
	type Planned,
	type Said,
	type Taking
} from '$lib/core/returned';
import { schema } from '$lib/core/manuscript';
import { storageMessage, type Version } from '$lib/data/db';
import { closeReturned, returnedOf, sentAs } from '$lib/data/sent';
import { placedComments, type PlacedComment } from '$lib/editor/comments';
import type { Draft } from '$lib/editor/draft.svelte';
import { library } from '$lib/services/library.svelte';
import { inBackground, unexpected } from '$lib/services/problems';
import { HeldDraft } from '../parts/held-draft.svelte';
import { many } from '../parts/many';
import { drawChanges } from './draw';
import { nameAtom } from './label';

/** A change that is not decided yet, as it is shown. */
export interface Shown {
	key: string;
	planned: Planned;
	said: Said[];
	by: string;
	at: string;
	/** What both wrote, where both changed the same words. */
	sides: { mine: string; theirs: string } | null;
}

export class Returned {
	private readonly held: HeldDraft;
	/** What came back and when it was sent; null before it is known. */
	file = $state.raw<{ row: Version; sentAt: number } | null>(null);
	/** Nothing of this manuscript is waiting. */
	none = $state(false);
	busy = $state(true);
	shown = $state.raw<Shown[]>([]);
	comments = $state.raw<PlacedComment[]>([]);
	/** Changes in all, decided ones among them. */
	total = $state(0);
	/** Citations that were sent, and how many of them came back live. */
	citations = $state.raw({ sent: 0, live: 0 });
	/** Whose changes are shown; empty for all. */
	person = $state('');
	current = $state('');
	private theirs: Comparison | null = null;
	private here: Comparison | null = null;
	private changes: Change[] = [];
	private base: Node | null = null;

	constructor(readonly id: string) {
		this.held = new HeldDraft(id);
	}
	get draft(): Draft | null {
		return this.held.draft;
	}
	get trouble(): string {
		return this.held.trouble;
	}

	readonly people = $derived([...new Set(this.shown.map((s) => s.by))]);
	readonly listed = $derived(this.person ? this.shown.filter((s) => s.by === this.person) : this.shown);
	/** Changes of the person that is looked at which meet nothing that was written here. */
	readonly easy = $derived(this.listed.filter((s) => !s.planned.meets));

	async open(sheet: () => HTMLElement | null): Promise<void> {
		const draft = await this.held.open('look through what came back', sheet, () => this.decorations());
		if (!draft) return;
		try {
			const [row] = await returnedOf(this.id);
			const sent = row?.returned ? await sentAs(this.id, row.returned.of) : null;
			if (!row?.returned || !sent?.sent) {
				this.none = true;
				return;
			}
			this.base = readDoc(sent.sent.back);
			const came = readDoc(row.doc);
			await library.hold([...sourcesNamedIn(this.base), ...sourcesNamedIn(came)]);
			this.theirs = compare(this.base, came);
			this.changes = changesOf(this.theirs, row.returned.tracked, row.returned.sender);
			this.citations = count(this.theirs);
			this.file = { row, sentAt: sent.at };
			this.takeComments(draft);
			this.look();
		} catch (e) {
			this.held.trouble = storageMessageOr(e);
		} finally {
			this.busy = false;
		}
	}

	/** Name of a change in the settings of the document. */
	private nameOf = (id: string): string => `${this.file?.row.at ?? 0}:${id}`;

	/** Places the changes in the text as it is now. */
	private look(): void {
		const { draft, theirs, base } = this;
		const doc = draft?.view?.state.doc;
		if (!doc || !theirs || !base) return;
		this.here = compare(base, doc);
		const { decided } = settingsOf(doc);
		const all = plan(this.changes, theirs, this.here);
		this.total = all.length;
		const at = this.shown.findIndex((s) => s.key === this.current);
		this.shown = all
			.filter((p) => !p.there && !p.ids.every((id) => decided[this.nameOf(id)]))
			.map((planned) => this.showing(planned, doc, theirs))
			.sort((a, b) => a.planned.mine.from - b.planned.mine.from);
		this.comments = placedComments(doc).filter((c) => !c.comment.done);
		if (this.person && !this.people.includes(this.person)) this.person = '';
		if (!this.listed.some((s) => s.key === this.current))
			this.current = (this.listed[Math.max(0, Math.min(at, this.listed.length - 1))] ?? this.listed[0])?.key ?? '';
		this.redraw();
	}

	private showing(planned: Planned, doc: Node, theirs: Comparison): Shown {
		const [change] = planned.changes;
		return {
			key: planned.ids[0],
			planned,
			said: planned.changes.flatMap((c) => saidOf(c, theirs, nameAtom)),
			by: change.by || 'Somebody',
			at: change.at,
			sides: planned.meets
				? {
						mine: wordsAt(doc, planned.mine.from, planned.mine.to),
						theirs: theirWords(planned, theirs)
					}
				: null
		};
	}

	/** Comments of the file become comments here: one step for undo, and nothing of the text. */
	private takeComments(draft: Draft): void {
		const state = draft.view?.state;
		const back = this.file?.row.returned;
		if (!state || !back || !this.theirs || !this.base) return;
		const known = commentsIn(state.doc);
		const { decided } = settingsOf(state.doc);
		if (decided[this.nameOf('comments')]) return;
		const came = commentsHere(back.comments, this.theirs, compare(this.base, state.doc));
		const { comments, fresh } = withComments(known, came);
		if (JSON.stringify(comments) === JSON.stringify(known)) return;
		const { tr } = state;
		for (const c of fresh) tr.addMark(c.from, c.to, schema.mark('comment', { id: c.id }));
		setDocAttrs(tr, { comments });
		this.decide(tr, ['comments'], 'taken');
		draft.act(tr, fresh.length ? `${many(fresh.length, 'comment')} came with the file` : 'Replies came with the file');
	}

	private decide(tr: Parameters<typeof setDocAttrs>[0], ids: string[], how: 'taken' | 'left'): void {
		const settings = settingsOf(tr.doc);
		const decided = { ...settings.decided };
		for (const id of ids) decided[this.nameOf(id)] = how;
		setDocAttrs(tr, { settings: { ...settings, decided } });
	}

	// --- deciding -----------------------------------------------------------------------------------------------------

	accept(key: string, taking: Taking = 'instead'): void {
		const s = this.shown.find((x) => x.key === key);
		if (s) this.takeIn([s], taking, taking === 'beside' ? 'Kept both' : 'Accepted a change');
	}
	/** All of whoever is looked at, but those that meet what was written here: these are decided one by one. */
	acceptAll(): void {
		this.takeIn(this.easy, 'instead', `Accepted ${many(this.easy.length, 'change')}`);
	}
	reject(key: string): void {
		const s = this.shown.find((x) => x.key === key);
		if (s) this.leave([s], s.planned.meets ? 'Kept mine' : 'Rejected a change');
	}
	/** What is here stays as it is, whatever is not decided yet. */
	keepMine(): void {
		this.leave(this.listed, `Rejected ${many(this.listed.length, 'change')}`);
	}

	private takeIn(list: Shown[], taking: Taking, what: string): void {
		const { draft, theirs, here } = this;
		if (!list.length || !draft?.view || !theirs || !here) return;
		const { tr } = draft.view.state;
		take(
			tr,
			list.map(({ planned }) => ({ planned, taking })),
			theirs,
			here
		);
		this.decide(
			tr,
			list.flatMap((s) => s.planned.ids),
			'taken'
		);
		draft.act(tr, what);
		this.look();
	}
	private leave(list: Shown[], what: string): void {
		const { draft } = this;
		if (!list.length || !draft?.view) return;
		const { tr } = draft.view.state;
		this.decide(
			tr,
			list.flatMap((s) => s.planned.ids),
			'left'
		);
		draft.act(tr, what);
		this.look();
	}

	undo(): void {
		if (this.draft?.run(undo)) this.look();
	}
	redo(): void {
		if (this.draft?.run(redo)) this.look();
	}
	/** Something else changed the text, a comment for example. */
	follow(): void {
		if (this.here && this.draft?.view && this.here.after !== this.draft.view.state.doc) this.look();
	}

	/** What came back is done with. */
	async done(): Promise<void> {
		const id = this.file?.row.id;
		if (id !== undefined) await closeReturned(id, true);
	}

	// --- going about --------------------------------------------------------------------------------------------------

	/** Names of what stands in the margin, in the order of the text. */
	readonly keys = $derived(
		[
			...this.listed.map((s) => ({ key: s.key, at: s.planned.mine.from })),
			...this.comments.map((c) => ({ key: `m-${c.id}`, at: c.from }))
		]
			.sort((a, b) => a.at - b.at)
			.map((x) => x.key)
	);
	go(key: string): void {
		this.current = key;
		this.redraw();
		this.element(key)?.scrollIntoView({ block: 'nearest' });
	}
	step(by: 1 | -1): void {
		const next = this.keys[Math.max(0, Math.min(this.keys.length - 1, this.keys.indexOf(this.current) + by))];
		if (next) this.go(next);
	}
	element(key: string): Element | null {
		return this.draft?.view?.dom.querySelector(`[data-change~="${key}"]`) ?? null;
	}

	private decorations(): DecorationSet | null {
		const doc = this.draft?.view?.state.doc;
		if (!doc || !this.theirs || this.here?.after !== doc) return null;
		return drawChanges(doc, this.listed, this.comments, this.theirs, this.current);
	}
	private redraw(): void {
		const view = this.draft?.view;
		if (view) view.updateState(view.state);
	}

	close(): void {
		inBackground(this.held.close(), 'The manuscript could not be closed.');
	}
}

const wordsAt = (doc: Node, from: number, to: number): string => wordsWithin(doc, from, to, nameAtom).trim();

function theirWords(p: Planned, theirs: Comparison): string {
	const spans = p.changes.map((c) => theirSentence(c, theirs));
	return wordsAt(theirs.after, Math.min(...spans.map((s) => s.from)), Math.max(...spans.map((s) => s.to)));
}

function count({ before, after }: Comparison): { sent: number; live: number } {
	const ids = (doc: Node): Set<string> => {
		const out = new Set<string>();
		doc.descendants((n) => {
			if (n.type.name === 'citation') out.add(n.attrs.id as string);
			return true;
		});
		return out;
	};
	const [sent, back] = [ids(before), ids(after)];
	return { sent: sent.size, live: [...sent].filter((id) => back.has(id)).length };
}

const storageMessageOr = (e: unknown): string =>
	(e as Error).name === 'ManuscriptError'
		? (e as Error).message
		: `${unexpected(e, 'What came back could not be read.')} ${/Quota|Version/.test((e as Error).name) ? storageMessage(e) : ''}`.trim();
