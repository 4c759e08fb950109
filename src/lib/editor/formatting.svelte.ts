/** The formatting worker of a draft: what it was told, what it answered, and starting another when it falls over. */
import {
	sameClusters,
	type ClusterOutput,
	type EntryOutput,
	type HouseRules,
	type Omitted,
	type SessionResult,
	type StyleInfo
} from '$lib/core/citing';
import type { DocStyle, Reading } from '$lib/core/manuscript';
import type { Source } from '$lib/core/source';
import { startFormatWorker, type FormatWorker } from '$lib/workers/format';
import { whenLate } from '$lib/workers/late';
import type { Drawn } from './drawn';

/** What formatting needs of the draft. */
export interface FormatHost {
	readonly reading: Reading;
	readonly uncited: string[];
	readonly docStyle: DocStyle;
	readonly house: HouseRules;
	readonly asNotes: boolean;
	readonly drawn: Drawn;
	source(id: string): Source | undefined;
	/** Something to be said, or taken back. */
	notice(kind: 'style' | 'worker', text: string | null): void;
	/** Results are there. */
	formattedAnew(): void;
}

/** A worker that has not answered after that many milliseconds has fallen over. */
const LATE = 30_000;
/** So many restarts within so many milliseconds are tried. */
const MOST_RESTARTS = 3;
const RESTART_SPAN = 120_000;
/** Milliseconds after the first result until the worker is warmed up. */
const WARM_AFTER = 1200;

export class Formatting {
	list = $state.raw<EntryOutput[] | null>([]);
	style = $state.raw<StyleInfo | null>(null);
	/** Sources that the style keeps out of its list. */
	omitted = $state.raw<Omitted[]>([]);
	/** There was a result. */
	done = $state(false);
	worker: FormatWorker;
	private readonly outputs = new Map<string, ClusterOutput>();
	private serial = 0;
	private loadedStyle = '';
	private drawnAsNotes = false;
	private houseGiven: HouseRules | null = null;
	/** What the worker knows of the library: what is cited, listed, or was looked at. */
	private readonly given = new Map<string, Source | null>();
	private restarts: number[] = [];
	/** What the worker was asked for last. */
	private asked: Reading['clusters'] = [];
	private listedToo = '';

	constructor(private readonly draft: FormatHost) {
		this.worker = this.start();
	}

	output(id: string): ClusterOutput | undefined {
		return this.outputs.get(id);
	}

	/** Whether citations, rules or listed sources are others than those that were asked for. */
	get stale(): boolean {
		const { draft } = this;
		return (
			draft.house !== this.houseGiven ||
			!sameClusters(this.asked, draft.reading.clusters) ||
			draft.uncited.join() !== this.listedToo
		);
	}

	/** The library is another; what changed of what is cited is formatted again at once. */
	async libraryChanged(): Promise<void> {
		const changed = await this.give(this.given.keys());
		if (this.style && (changed || !sameClusters(this.asked, this.draft.reading.clusters))) await this.format();
	}

	/** Gives the worker those sources that it has not, or has otherwise. */
	async give(ids: Iterable<string>): Promise<boolean> {
		const next: Source['item'][] = [];
		const gone: string[] = [];
		for (const id of ids) {
			const s = this.draft.source(id) ?? null;
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
		const { house } = this.draft;
		if (this.houseGiven === house) return;
		this.houseGiven = house;
		await this.worker.face.useHouse($state.snapshot(house));
	}
	private *listed(): Generator<string> {
		for (const c of this.draft.reading.clusters) for (const x of c.cites) yield x.sourceId;
		yield* this.draft.uncited;
	}

	async loadStyle(): Promise<void> {
		const { draft } = this;
		const style = draft.docStyle;
		const key = `${style.id}|${style.locale}`;
		draft.notice('style', null);
		if (key !== this.loadedStyle) {
			const answer = await this.worker.face.useStyle(style.id, style.title, style.locale);
			if (answer.ok) {
				this.loadedStyle = key;
				this.style = answer.style;
			} else {
				draft.notice(
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
		if (draft.asNotes !== this.drawnAsNotes) draft.drawn.redrawAll();
		this.drawnAsNotes = draft.asNotes;
		await this.format();
	}

	private start(): FormatWorker {
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
			this.draft.notice(
				'worker',
				'Formatting stopped and does not start again. Your text is safe and saved; reload to go on.'
			);
			return;
		}
		this.worker = this.start();
		this.given.clear();
		this.houseGiven = null;
		this.loadedStyle = '';
		void this.loadStyle();
	}

	/** Asks the worker; only the newest answer counts. */
	async format(): Promise<void> {
		if (!this.loadedStyle) return;
		const job = await this.ask();
		const { worker } = this;
		const result = await whenLate(worker.face.format(job), LATE, () => this.restart(worker));
		if (result) this.show(result);
	}

	/** All results with runs, for files and copying. */
	async everything(): Promise<SessionResult> {
		const job = await this.ask();
		const result = await this.worker.face.format({ ...job, full: true });
		// it may have overtaken a request of the page, which gets no answer then
		this.show(result!);
		return result!;
	}

	/** Tells the worker what it needs for the text as it is now. */
	private async ask(): Promise<{ clusters: 'told'; uncited: string[]; serial: number }> {
		const { draft } = this;
		const serial = ++this.serial;
		const { clusters } = draft.reading;
		this.asked = clusters;
		this.listedToo = draft.uncited.join();
		await this.give(this.listed());
		await this.giveHouse();
		this.worker.tell(clusters);
		return { clusters: 'told', uncited: draft.uncited, serial };
	}

	private show(r: SessionResult): void {
		for (const c of r.changed) this.outputs.set(c.id, c);
		if (r.bibliography !== undefined) this.list = r.bibliography;
		if (JSON.stringify(r.omitted) !== JSON.stringify(this.omitted)) this.omitted = r.omitted;
		this.draft.drawn.redraw(r.changed);
		this.draft.drawn.redrawLists();
		if (!this.done) setTimeout(() => this.warmUp(), WARM_AFTER);
		this.done = true;
		this.draft.formattedAnew();
	}

	/** Has the worker go once, while nobody waits, through what the first citation will ask of it. */
	private warmUp(): void {
		const [first] = this.asked;
		// whatever is wrong with it is said when it is asked for
		if (first)
			void this.worker.face.preview($state.snapshot(first.cites), first.noteNumber ?? 0).catch(() => undefined);
	}

	/** Makes ready a style that is being looked at; using it then is quick. */
	async prepareStyle(id: string, title: string, lang: string): Promise<void> {
		await this.give(this.listed());
		this.worker.tell(this.draft.reading.clusters);
		await this.worker.face.prepare(id, title, lang, { clusters: 'told', uncited: this.draft.uncited });
	}

	stop(): void {
		this.worker.stop();
	}
}
