/**
 * The formatting service, without its interface: one state machine for everything that shows citations.
 *
 * What is wanted is a value (`FormatRequest`): text, style and rules together. Whoever changes any of them asks again with
 * all of it; the newest request wins, and an answer to an older one is dropped. So text, style button and what is shown
 * agree in the end, whatever the order in which answers come. Failures are states: a style that does not arrive is tried
 * again by itself, a worker that dies is replaced, and citations keep their last text meanwhile.
 */
import type {
	ClusterOutput,
	EntryOutput,
	HouseRules,
	Omitted,
	PreviewOutput,
	SessionResult,
	StyleFile,
	StyleInfo,
	Trait
} from '$lib/core/citing';
import type { Cluster, Item, Warning } from '$lib/core/csl';
import type { StyleCheck } from '$lib/core/citing/style-check';
import type { KnownWords } from '$lib/core/source/sentence-case';
import { asksSentences, changeEntries, sameClusters } from '$lib/core/citing';
import { failure, type Failure, type FormatAnswer, type FormatJob, type StyleRef } from '$lib/workers/format-api';
import {
	isAnatomyAnswer,
	isCheckAnswer,
	isFileAnswer,
	isFormatAnswer,
	isInfoAnswer,
	isPreviewAnswer
} from '$lib/workers/answers';
import type { FormatWorker } from '$lib/workers/format';

export interface FormatRequest {
	style: StyleRef;
	house: HouseRules;
	clusters: Cluster[];
	uncited: string[];
}

export type FormattingState =
	| { phase: 'idle' }
	| { phase: 'loading style'; title: string }
	| { phase: 'formatting' }
	| { phase: 'ready' }
	| {
			phase: 'failed';
			failure: Failure;
			/** Title of the style that what is shown stands in, where it is not the one asked for; '' for none. */
			standIn: string;
			/** It is tried again by itself. */
			retrying: boolean;
	  };

/** What is shown now. */
export interface Shown {
	style: StyleInfo | null;
	/** Null where the style has no bibliography. */
	bibliography: EntryOutput[] | null;
	omitted: Omitted[];
}

export type Outcome<T> = { ok: true; value: T } | Failure;

export interface MachineOptions {
	startWorker(onCrash: (message: string) => void): FormatWorker;
	/** A source's item by its resolved id, as it can be sent to a worker. */
	item(id: string): Item | undefined;
	/** What the library knows of names, as far as it was read; the same object while nothing has changed. */
	known?: () => KnownWords | null;
	/** When the library was read. @throws where it cannot be */
	whenKnown?: () => Promise<void>;
	/** Whatever it is, in a form that can be sent to a worker. */
	plain?: <T>(value: T) => T;
	onState(state: FormattingState): void;
	/** Called with what shows something else now. */
	onShown(shown: Shown, changed: ClusterOutput[]): void;
	/** Timers, replaced in tests. */
	setTimer?: (f: () => void, ms: number) => unknown;
	clearTimer?: (timer: unknown) => void;
	now?: () => number;
}

/** Milliseconds after which a worker that has not answered is taken for dead; a style has 15 seconds to arrive. */
const TIMEOUT = 45_000;
/** Milliseconds until a style that could not be loaded is asked for again: the last over and over. */
const RETRIES = [1_000, 3_000, 10_000, 30_000];
/** So many restarts of the worker within so many milliseconds are tried. */
const MOST_RESTARTS = 3;
const RESTART_SPAN = 120_000;
/** Shown where the style that is asked for cannot be had and nothing else is shown yet. */
const STAND_IN: StyleRef = { id: 'apa', title: 'APA 7th', lang: '' };

export class FormattingMachine {
	state: FormattingState = { phase: 'idle' };
	shown: Shown = { style: null, bibliography: [], omitted: [] };
	private readonly outputs = new Map<string, ClusterOutput>();
	private worker: FormatWorker | null = null;
	private wanted: FormatRequest | null = null;
	private serial = 0;
	/** Number of the session's answer that is shown; 0 where the worker has none that is. */
	private have = 0;
	private everShown = false;
	/** Style that what is shown is in. */
	private shownStyle = '';
	private attempts = 0;
	private retry: unknown = null;
	private restarts: number[] = [];
	private stopped = false;
	/** Ends the waiting for answers of a worker that died. */
	private readonly waiting = new Set<() => void>();
	/** What the worker knows of the library. */
	private readonly sentSources = new Map<string, Item | null>();
	private sentKnown: KnownWords | null = null;
	private readonly plain: <T>(value: T) => T;

	constructor(private readonly o: MachineOptions) {
		this.plain = o.plain ?? ((x) => x);
	}

	/** What a citation shows now. */
	output(id: string): ClusterOutput | undefined {
		return this.outputs.get(id);
	}

	/** Whether something has been formatted. */
	get done(): boolean {
		return this.everShown;
	}

	/** What was asked for last. */
	get request(): FormatRequest | null {
		return this.wanted;
	}

	/** Asks for a text in a style; whatever was asked for before is not waited for any more. */
	ask(request: FormatRequest): void {
		if (this.stopped) return;
		this.wanted = request;
		this.attempts = 0;
		this.send();
	}

	/** Asks again where another text, other rules or other sources would show something else; nothing otherwise. */
	askIfChanged(request: FormatRequest): void {
		const now = this.wanted;
		const same =
			now !== null &&
			now.style.id === request.style.id &&
			now.style.lang === request.style.lang &&
			now.house === request.house &&
			sameClusters(now.clusters, request.clusters) &&
			now.uncited.join('\n') === request.uncited.join('\n') &&
			!this.sourcesChanged(request);
		if (!same) this.ask(request);
	}

	/** What the library knows has become more: titles that go by it are formatted again. */
	knownChanged(): void {
		const now = this.wanted;
		if (now && this.everShown && asksSentences(now.house, now.style.id)) this.send();
	}

	/** Tries again at once what failed: when there is a connection again, or the person asks for it. */
	tryAgain(): void {
		if (this.state.phase === 'failed' && this.wanted) this.send();
	}

	/** The text as it was asked for last, whole and with runs: for files and copying. */
	everything(): Promise<Outcome<SessionResult>> {
		return this.wanted ? this.once(this.wanted) : Promise.resolve(failure('processor', 'Nothing is open.'));
	}

	/** Formats something once, whole and with runs; what is shown is not touched. */
	async once(request: FormatRequest): Promise<Outcome<SessionResult>> {
		const answer = await this.run({ ...this.job(request), full: true }, request);
		if (answer.ok === true) return { ok: true, value: answer.result };
		return answer.ok === 'superseded' ? failure('worker', 'Formatting was interrupted. Try again.') : answer;
	}

	/** Cites as they would stand in the text as it is shown. */
	preview(cites: Cluster['cites'], noteNumber: number): Promise<Outcome<PreviewOutput>> {
		return this.question(
			async (w) => {
				await this.sendSources(
					w,
					cites.map((c) => c.sourceId)
				);
				return w.api.preview(this.plain(cites), noteNumber);
			},
			isPreviewAnswer,
			(a) => a.preview
		);
	}

	/** Facts of a style, without using it. */
	styleInfo(style: StyleRef): Promise<Outcome<StyleInfo>> {
		return this.question(
			(w) => w.api.styleInfo(style),
			isInfoAnswer,
			(a) => a.info
		);
	}

	/** What a style does, in plain words. */
	anatomy(id: string): Promise<Outcome<{ traits: Trait[]; licence: string }>> {
		return this.question(
			(w) => w.api.anatomy(id),
			isAnatomyAnswer,
			({ traits, licence }) => ({ traits, licence })
		);
	}

	/** Holds a style against itself and against sources. */
	checkStyle(id: string, items: Item[]): Promise<Outcome<StyleCheck>> {
		return this.question(
			(w) => w.api.checkStyle(id, this.plain(items)),
			isCheckAnswer,
			(a) => a.check
		);
	}

	/** Looks a CSL file through. */
	checkFile(xml: string): Promise<Outcome<{ file: StyleFile; warnings: Warning[] }>> {
		return this.question(
			(w) => w.api.checkFile(xml),
			isFileAnswer,
			({ file, warnings }) => ({ file, warnings })
		);
	}

	/** Fetches styles that shall be there without a connection; what does not arrive now is fetched when it is used. */
	async keepReady(ids: string[]): Promise<void> {
		await this.living()
			?.api.keepReady(ids)
			.catch(() => undefined);
	}

	/** Asks the worker something that changes nothing there. */
	private async question<A extends { ok: true }, T>(
		ask: (w: FormatWorker) => Promise<A | Failure>,
		sound: (answer: unknown) => boolean,
		value: (a: A) => T
	): Promise<Outcome<T>> {
		const worker = this.living();
		if (!worker) return failure('worker', 'Formatting has stopped.');
		try {
			const answer = await this.inTime(worker, ask(worker));
			if (answer === null)
				return failure('worker', 'Formatting did not start or does not answer; is there a connection? Try again.');
			if (!sound(answer)) return failure('worker', UNSOUND);
			return answer.ok ? { ok: true, value: value(answer) } : answer;
		} catch (e) {
			return failure('worker', words(e));
		}
	}

	/** Makes a style ready that may be used next, so that using it is quick. */
	async prepare(style: StyleRef): Promise<void> {
		const worker = this.living();
		if (!worker || !this.wanted) return;
		try {
			await this.sendSources(worker, sourcesOf(this.wanted));
			await worker.api.prepare({ ...this.job(this.wanted), style });
		} catch {
			// it is only a head start: whatever is wrong is said when the style is used
		}
	}

	/** Ends the worker; nothing is shown or asked any more. */
	stop(): void {
		this.stopped = true;
		this.serial++;
		this.clearRetry();
		this.worker?.stop();
		this.worker = null;
		for (const abandon of [...this.waiting]) abandon();
	}

	// --- inside -------------------------------------------------------------------------------------------------------

	private set(state: FormattingState): void {
		this.state = state;
		this.o.onState(state);
	}

	private living(): FormatWorker | null {
		if (this.stopped) return null;
		if (!this.worker) {
			this.sentSources.clear();
			this.sentKnown = null;
			const worker: FormatWorker = this.o.startWorker((message) => this.crashed(worker, message));
			this.worker = worker;
		}
		return this.worker;
	}

	private job(request: FormatRequest): FormatJob {
		const { style, house, uncited } = request;
		return { serial: this.serial, style, house: this.plain(house), clusters: 'sent', uncited: this.plain(uncited) };
	}

	private sourcesChanged(request: FormatRequest): boolean {
		for (const id of sourcesOf(request)) if (this.sentSources.get(id) !== (this.o.item(id) ?? null)) return true;
		return false;
	}

	/** Sends what the library knows, where the worker has it otherwise. */
	private async sendKnown(worker: FormatWorker): Promise<void> {
		const known = this.o.known?.() ?? null;
		if (known === this.sentKnown) return;
		this.sentKnown = known;
		if (known) await worker.api.putKnown(known);
	}

	/** Sends those sources that the worker has not, or has otherwise. */
	private async sendSources(worker: FormatWorker, ids: Iterable<string>): Promise<void> {
		const next: Item[] = [];
		const gone: string[] = [];
		for (const id of ids) {
			const item = this.o.item(id) ?? null;
			const before = this.sentSources.get(id);
			if (before === item) continue;
			if (item) next.push(this.plain(item));
			else if (before) gone.push(id);
			this.sentSources.set(id, item);
		}
		if (next.length || gone.length) await worker.api.putSources(next, gone);
	}

	private send(): void {
		const request = this.wanted!;
		this.clearRetry();
		this.serial++;
		const key = styleKey(request.style);
		// a style that failed stays said until there is an answer
		if (this.state.phase !== 'failed')
			this.set(
				key === this.shownStyle ? { phase: 'formatting' } : { phase: 'loading style', title: request.style.title }
			);
		void this.answerTo(request, this.serial);
	}

	/** Runs one request; nothing is thrown. */
	private async answerTo(request: FormatRequest, serial: number): Promise<void> {
		const answer = await this.run({ ...this.job(request), serial, have: this.have }, request);
		if (this.stopped || serial !== this.serial) return;
		if (answer.ok === true) {
			if (!this.show(answer.result, styleKey(request.style)))
				return this.fail(failure('worker', UNSOUND), request, serial);
			this.attempts = 0;
			this.set({ phase: 'ready' });
		} else if (answer.ok === false) await this.fail(answer, request, serial);
	}

	/** Sends a job with what it needs. @returns the worker's answer; a failure where there is none */
	private async run(job: FormatJob, request: FormatRequest): Promise<FormatAnswer> {
		try {
			// who is writing does not wait for a look through the library; what goes into a file has all that it knows
			if (job.full) await this.o.whenKnown?.();
			const worker = this.living();
			if (!worker) return failure('worker', 'Formatting has stopped.');
			// messages arrive in the order in which they are sent, so nothing is waited for in between
			const before = [
				this.sendKnown(worker),
				this.sendSources(worker, sourcesOf(request)),
				worker.updateClusters(request.clusters, this.plain)
			];
			const [answer] = await Promise.all([this.inTime(worker, worker.api.format(job)), ...before]);
			if (answer === null) return failure('worker', 'Formatting did not answer and was started again.');
			return isFormatAnswer(answer) ? answer : failure('worker', UNSOUND);
		} catch (e) {
			return failure('worker', words(e));
		}
	}

	/** An answer, or null where it does not come in time or the worker dies; the worker is replaced then. */
	private async inTime<T>(worker: FormatWorker, promise: Promise<T>): Promise<T | null> {
		const set = this.o.setTimer ?? setTimeout;
		const clear = this.o.clearTimer ?? ((t) => clearTimeout(t as number));
		let abandon = () => {};
		const abandoned = new Promise<null>((resolve) => (abandon = () => resolve(null)));
		const timer = set(() => this.crashed(worker, 'it does not answer'), TIMEOUT);
		this.waiting.add(abandon);
		try {
			return await Promise.race([promise, abandoned]);
		} finally {
			this.waiting.delete(abandon);
			clear(timer);
		}
	}

	/** Shows an answer. @returns false, and shows nothing, where its list is told as a change of another */
	private show(r: SessionResult, key: string): boolean {
		const before = this.shown.bibliography;
		const changed = r.entries && changeEntries(before ?? [], r.entries);
		if (changed === null) {
			// everything is told anew with the next answer
			this.have = 0;
			return false;
		}
		const bibliography = changed ?? (r.bibliography === undefined ? before : r.bibliography);
		for (const c of r.changed) this.outputs.set(c.id, c);
		this.have = r.answer;
		this.everShown = true;
		this.shownStyle = key;
		this.shown = {
			style: r.style,
			bibliography,
			omitted: JSON.stringify(r.omitted) === JSON.stringify(this.shown.omitted) ? this.shown.omitted : r.omitted
		};
		this.o.onShown(this.shown, r.changed);
		return true;
	}

	private async fail(f: Failure, request: FormatRequest, serial: number): Promise<void> {
		const retrying = f.kind === 'network' || (f.kind === 'worker' && this.mayRestart());
		const failed = (standIn: string) => this.set({ phase: 'failed', failure: f, standIn, retrying });
		if (retrying) {
			const first = f.kind === 'worker' && this.attempts === 0;
			const wait = first ? 0 : RETRIES[Math.min(this.attempts, RETRIES.length - 1)];
			this.attempts++;
			this.retry = (this.o.setTimer ?? setTimeout)(() => {
				this.retry = null;
				if (!this.stopped) this.send();
			}, wait);
		}
		const before = this.state.phase === 'failed' ? this.state.standIn : '';
		if (this.done || request.style.id === STAND_IN.id || f.kind === 'processor' || f.kind === 'worker')
			return failed(this.done && styleKey(request.style) !== this.shownStyle ? before || this.shownTitle() : before);
		// nothing is shown yet: better in another style than not at all
		failed('');
		const answer = await this.run({ ...this.job(request), style: STAND_IN, serial, have: this.have }, request);
		if (this.stopped || serial !== this.serial || answer.ok !== true) return;
		if (this.show(answer.result, styleKey(STAND_IN))) failed(STAND_IN.title);
	}

	private shownTitle(): string {
		return this.shown.style?.title ?? '';
	}

	private mayRestart(): boolean {
		const now = (this.o.now ?? Date.now)();
		return this.restarts.filter((t) => now - t < RESTART_SPAN).length <= MOST_RESTARTS;
	}

	/** A worker that died is replaced with the next request; it is told again all that it knew. */
	private crashed(worker: FormatWorker, message: string): void {
		if (worker !== this.worker || this.stopped) return;
		const now = (this.o.now ?? Date.now)();
		this.restarts = [...this.restarts.filter((t) => now - t < RESTART_SPAN), now];
		worker.stop();
		this.worker = null;
		for (const abandon of [...this.waiting]) abandon();
		this.sentSources.clear();
		this.have = 0;
		// whatever was being waited for has no answer any more
		const serial = ++this.serial;
		const request = this.wanted;
		if (!request) return;
		void this.fail(
			failure(
				'worker',
				this.mayRestart()
					? `Formatting stopped (${message}) and is started again.`
					: 'Formatting stopped and does not start again. Your text is safe and saved; reload to go on.'
			),
			request,
			serial
		);
	}

	private clearRetry(): void {
		if (this.retry !== null) (this.o.clearTimer ?? ((t) => clearTimeout(t as number)))(this.retry);
		this.retry = null;
	}
}

const UNSOUND = 'Formatting answered with something that cannot be shown.';

const styleKey = (s: StyleRef): string => `${s.id}|${s.lang}`;

const words = (e: unknown): string => (e instanceof Error ? e.message : String(e));

/** Ids of the sources that a request needs, each once. */
function sourcesOf(r: FormatRequest): Set<string> {
	const ids = new Set<string>();
	for (const c of r.clusters) for (const x of c.cites) ids.add(x.sourceId);
	for (const id of r.uncited) ids.add(id);
	return ids;
}
