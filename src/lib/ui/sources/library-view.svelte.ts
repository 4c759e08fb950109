/** What the library view knows: what is asked for, what is found, what wants attention. */
import { liveQuery } from 'dexie';
import { db, isStorage, storageMessage } from '$lib/data/db';
import { journal } from '$lib/data/journal';
import { DEFAULTS, getSetting, putSetting, type Settings } from '$lib/data/settings';
import { allUses, resolved, type Use } from '$lib/data/uses';
import { kindOf, type Group, type Source } from '$lib/core/source';
import { contextFrom, missingFields, withClashes, type Finding, type TidyContext } from '$lib/core/source/tidy';
import { loadWords, type ShippedWords } from '$lib/core/source/sentence-case';
import { runJob, Stopped, type Job } from '$lib/workers/library';
import { areFindings, areGroups, sound } from '$lib/workers/library-answers';
import { inBackground } from '$lib/services/problems';
import { Answers } from '$lib/services/hits.svelte';
import { library } from '$lib/services/library.svelte';
import { toasts } from '$lib/services/toasts.svelte';
import { LibraryTable } from './table.svelte';

/** Larger libraries are looked through when somebody asks, not after every change. */
export const AT_ONCE = 5000;
/** Of the answers to a question, how many are listed: more than anybody goes through. */
const MOST_FOUND = 1000;

export type Panel = '' | 'tidy' | 'duplicates';

export class LibraryView {
	query = $state('');
	kind = $state('');
	shelf = $state('');
	/** '', cited, never, flagged, incomplete, or in:ID of a manuscript. */
	state = $state('');
	open = $state<string | null>(null);
	/** Where in the list the open source stood when it was opened. */
	openAt = -1;
	panel = $state<Panel>('');
	readonly table = new LibraryTable();
	uses = $state.raw<Map<string, Use[]>>(new Map());
	manuscripts = $state.raw<{ id: string; title: string }[]>([]);
	titles = $state<Settings['titles']>('sentence');
	notDuplicates = $state.raw<string[]>([]);
	/** Findings by source; null until the library was looked through. */
	findings = $state.raw<Map<string, Finding[]> | null>(null);
	groups = $state.raw<Group[] | null>(null);
	looking = $state(false);
	undoName = $state('');
	redoName = $state('');
	/** What the person said of titles and duplicates is read: looking before would bring back what is settled. */
	private known = false;
	private job: Job<void> | null = null;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private stops: (() => void)[] = [];
	private stopped = false;

	async start(): Promise<void> {
		await library.start();
		if (library.trouble) return;
		const release = await library.holdAll();
		this.stops.push(release);
		if (this.stopped) return this.stop();
		const words = Promise.all([loadWords(), library.known()]).then(([w]) => (this.words = w));
		inBackground(words, 'The names that titles keep have not arrived; capital letters in titles are not looked at.');
		const uses = liveQuery(() => allUses()).subscribe({ next: (u) => (this.uses = u) });
		const names = liveQuery(() => db.manuscripts.orderBy('updatedAt').reverse().toArray()).subscribe({
			next: (list) => (this.manuscripts = list.map(({ id, title }) => ({ id, title })))
		});
		const follow = () => {
			this.undoName = journal.next.undo;
			this.redoName = journal.next.redo;
		};
		follow();
		this.stops.push(
			() => uses.unsubscribe(),
			() => names.unsubscribe(),
			journal.listen(follow)
		);
		[this.titles, this.notDuplicates, this.table.columns, this.table.sort] = await Promise.all([
			getSetting('titles'),
			getSetting('notDuplicates'),
			getSetting('columns'),
			getSetting('sort')
		]);
		this.known = true;
		this.lookSoon();
	}
	stop(): void {
		this.stopped = true;
		this.stops.splice(0).forEach((f) => f());
		this.job?.stop();
		clearTimeout(this.timer);
	}

	// --- what is listed ------------------------------------------------------------------------------------------------

	/** Everything, once it is held. */
	readonly all: Source[] = $derived(library.whole ? [...library.sources.values()] : []);
	readonly usesNow: Map<string, Use[]> = $derived.by(() => {
		void library.sources;
		return resolved(this.uses, library.resolve);
	});
	readonly counts: Map<string, number> = $derived(new Map([...this.usesNow].map(([id, l]) => [id, l.length])));
	readonly citedCount: number = $derived(this.all.filter((s) => this.counts.has(s.id)).length);
	readonly kinds = $derived(
		[...new Set(this.all.map((s) => s.item.type))].map((t) => kindOf(t)).sort((a, b) => a.name.localeCompare(b.name))
	);
	readonly shelves: string[] = $derived(
		[...new Set(this.all.flatMap((s) => s.shelves))].sort((a, b) => a.localeCompare(b))
	);
	readonly tags: string[] = $derived([...new Set(this.all.flatMap((s) => s.tags))].sort((a, b) => a.localeCompare(b)));
	/** The manuscript worked on last: what "here" means outside of one. */
	readonly here: Set<string> = $derived.by(() => {
		const id = this.manuscripts[0]?.id;
		return new Set([...this.usesNow].filter(([, l]) => l.some((u) => u.manuscriptId === id)).map(([s]) => s));
	});

	private fits(s: Source): boolean {
		if (this.kind && s.item.type !== this.kind) return false;
		if (this.shelf === '-' ? s.shelves.length : this.shelf && !s.shelves.includes(this.shelf)) return false;
		switch (this.state) {
			case '':
				return true;
			case 'cited':
				return this.counts.has(s.id);
			case 'never':
				return !this.counts.has(s.id);
			case 'flagged':
				return Boolean(s.flagged);
			case 'incomplete':
				return missingFields(s.item).length > 0;
			default:
				return (this.usesNow.get(s.id) ?? []).some((u) => `in:${u.manuscriptId}` === this.state);
		}
	}

	/** Asks for what is typed; to be called where a component begins. */
	follow(): void {
		$effect(() => {
			void library.news;
			const q = this.query.trim();
			const about = { here: this.here, cited: new Set(this.counts.keys()) };
			if (q) this.hits.ask(q, () => library.ask().findIds(q, { about, limit: MOST_FOUND }));
			else this.hits.clear();
		});
	}
	/** Ids of what was found, best first. */
	readonly hits = new Answers<string[]>([]);
	/** What is listed is the answer to a question, or to the one before while the next is on its way. */
	readonly ranked: boolean = $derived(this.query.trim() !== '' && this.hits.answered !== null);

	/** What is listed, best first where something is asked for. */
	readonly found: Source[] = $derived.by(() => {
		const list = this.matching;
		// what is being worked on stays, though it may no longer be what was asked for
		const open = this.open ? library.sources.get(this.open) : undefined;
		if (!open || list === this.all || list.includes(open)) return list;
		const at = Math.max(0, Math.min(this.openAt, list.length));
		return [...list.slice(0, at), open, ...list.slice(at)];
	});
	private readonly matching: Source[] = $derived.by(() => {
		const filtered = this.kind || this.shelf || this.state;
		if (!this.ranked) return filtered ? this.all.filter((s) => this.fits(s)) : this.all;
		const list = this.hits.value.flatMap((id) => library.sources.get(id) ?? []);
		return filtered ? list.filter((s) => this.fits(s)) : list;
	});

	sortBy(by: string): void {
		const now = this.table.sort;
		this.table.sort = { by, down: now?.by === by ? !now.down : by === 'cited' || by === 'added' || by === 'changed' };
		void putSetting('sort', this.table.sort);
	}
	setColumns(ids: string[]): void {
		this.table.columns = ids;
		void putSetting('columns', ids);
	}
	resetFilters(): void {
		this.query = '';
		this.kind = '';
		this.shelf = '';
		this.state = '';
	}

	// --- what wants attention --------------------------------------------------------------------------------------------

	/** Looks the library through some time after a change; larger ones only when asked for. */
	lookSoon(): void {
		clearTimeout(this.timer);
		if (!this.known) return;
		if (this.all.length > AT_ONCE && !this.panel) {
			this.findings = null;
			this.groups = null;
			return;
		}
		this.timer = setTimeout(() => void this.look(), this.findings ? 400 : 50);
	}

	async look(): Promise<void> {
		clearTimeout(this.timer);
		// start looks once it can
		if (!this.known) return;
		this.job?.stop();
		this.looking = true;
		const [titles, notDuplicates] = [this.titles, [...this.notDuplicates]];
		const job = runJob(async (api) => {
			const findings = sound(await api.tidyAll(titles), areFindings);
			const groups = sound(await api.duplicates(notDuplicates), areGroups);
			// what is fixed goes by the same names as what was found
			await library.known();
			this.findings = withClashes(new Map(findings.map((f) => [f.id, f.findings])), this.all);
			this.groups = groups;
		});
		this.job = job;
		try {
			await job.result;
		} catch (e) {
			if (!(e instanceof Stopped)) toasts.say(`The library could not be looked through: ${(e as Error).message}`);
		} finally {
			if (this.job === job) {
				this.looking = false;
				this.job = null;
			}
		}
	}

	private words = $state.raw<ShippedWords | null>(null);
	/** What tidying one source has to know of the others. */
	context(): TidyContext {
		const sentence = this.words && library.words && { words: this.words, known: library.words };
		return contextFrom(this.titles, sentence, new Date());
	}

	async setTitles(titles: Settings['titles']): Promise<void> {
		this.titles = titles;
		await putSetting('titles', titles);
		await this.look();
	}
	async setNotDuplicates(pairs: string[]): Promise<void> {
		// kept first: what is shown as settled is so after the page is opened again, too
		await putSetting('notDuplicates', pairs);
		this.notDuplicates = pairs;
		// a look that is under way goes by what was said before, and would bring them back
		if (this.job) void this.look();
	}

	// --- undo --------------------------------------------------------------------------------------------------------------

	async undo(): Promise<void> {
		const r = await journal.undo();
		if (r) toasts.say(`Taken back: ${lower(r.what)}.${left(r.left)}`, { label: 'Do it again', run: () => this.redo() });
	}
	async redo(): Promise<void> {
		const r = await journal.redo();
		if (r) toasts.say(`Done again: ${lower(r.what)}.${left(r.left)}`);
	}
	/** Does something that writes; what stands in the way is said, with what it means for the work. */
	async attempt<T>(f: () => Promise<T>): Promise<T | null> {
		try {
			return await f();
		} catch (e) {
			toasts.say(`Nothing was changed. ${isStorage(e) ? storageMessage(e) : (e as Error).message}`, undefined, 12);
			return null;
		}
	}
	/** Says what was done, with the way back. */
	say(text: string, label = 'Take back'): void {
		toasts.say(text, { label, run: () => this.undo() });
	}
}

const lower = (s: string) => s[0].toLowerCase() + s.slice(1);
const left = (n: number) => (n ? ` ${n} ${n === 1 ? 'source was' : 'sources were'} changed since and stayed.` : '');
export const DEFAULT_COLUMNS = DEFAULTS.columns;
