/** The formatting service as views see it: the state machine (machine.ts) with reactive state. */
import { untrack } from 'svelte';
import type { ClusterOutput, EntryOutput, Omitted, StyleInfo } from '$lib/core/citing';
import type { Item } from '$lib/core/csl';
import { startFormatWorker } from '$lib/workers/format';
import { library } from '../library.svelte';
import { inBackground } from '../problems';
import { FormattingMachine, type FormatRequest, type FormattingState } from './machine';

export type { FormatRequest, FormattingState, Outcome } from './machine';

export interface FormattingOptions {
	/** A source's item by its resolved id. */
	item(id: string): Item | undefined;
	/** Called with the citations that show something else now. */
	onShown?(changed: ClusterOutput[]): void;
}

export class FormattingService {
	state = $state.raw<FormattingState>({ phase: 'idle' });
	/** The style that what is shown is in; null before the first. */
	style = $state.raw<StyleInfo | null>(null);
	/** Entries in the style's order; null where it has no bibliography. */
	bibliography = $state.raw<EntryOutput[] | null>([]);
	/** Sources that the style keeps out of its bibliography. */
	omitted = $state.raw<Omitted[]>([]);
	/** Something has been formatted. */
	done = $state(false);
	private readonly machine: FormattingMachine;
	private readonly unwatch: () => void;
	private readonly online = () => this.machine.tryAgain();

	constructor(options: FormattingOptions) {
		this.machine = new FormattingMachine({
			startWorker: startFormatWorker,
			item: (id) => options.item(id),
			known: () => untrack(() => library.words),
			whenKnown: () => library.known(),
			plain: (x) => $state.snapshot(x) as typeof x,
			onState: (state) => (this.state = state),
			onShown: (shown, changed) => {
				this.style = shown.style;
				this.bibliography = shown.bibliography;
				this.omitted = shown.omitted;
				this.done = true;
				options.onShown?.(changed);
			}
		});
		window.addEventListener('online', this.online);
		// what the library knows of names comes when it has been read
		this.unwatch = $effect.root(() => {
			$effect(() => {
				if (library.words) untrack(() => this.machine.knownChanged());
			});
		});
		inBackground(
			library.start(),
			'The library was not looked through for names; titles in sentence case may miss some.'
		);
	}

	/** What a citation shows now. */
	output(id: string): ClusterOutput | undefined {
		return this.machine.output(id);
	}
	ask(request: FormatRequest): void {
		this.machine.ask(request);
	}
	askIfChanged(request: FormatRequest): void {
		this.machine.askIfChanged(request);
	}
	tryAgain(): void {
		this.machine.tryAgain();
	}
	everything(): ReturnType<FormattingMachine['everything']> {
		return this.machine.everything();
	}
	once(request: FormatRequest): ReturnType<FormattingMachine['once']> {
		return this.machine.once(request);
	}
	preview(...args: Parameters<FormattingMachine['preview']>): ReturnType<FormattingMachine['preview']> {
		return this.machine.preview(...args);
	}
	styleInfo(...args: Parameters<FormattingMachine['styleInfo']>): ReturnType<FormattingMachine['styleInfo']> {
		return this.machine.styleInfo(...args);
	}
	anatomy(...args: Parameters<FormattingMachine['anatomy']>): ReturnType<FormattingMachine['anatomy']> {
		return this.machine.anatomy(...args);
	}
	checkStyle(...args: Parameters<FormattingMachine['checkStyle']>): ReturnType<FormattingMachine['checkStyle']> {
		return this.machine.checkStyle(...args);
	}
	checkFile(...args: Parameters<FormattingMachine['checkFile']>): ReturnType<FormattingMachine['checkFile']> {
		return this.machine.checkFile(...args);
	}
	keepReady(ids: string[]): Promise<void> {
		return this.machine.keepReady(ids);
	}
	prepare(style: FormatRequest['style']): Promise<void> {
		return this.machine.prepare(style);
	}

	/** What went wrong, with what was kept and what happens next; '' while nothing did. */
	get trouble(): string {
		const { state } = this;
		if (state.phase !== 'failed') return '';
		const { failure, standIn, retrying } = state;
		const shown = standIn
			? ` Citations are shown in ${standIn} until then; your text is not changed.`
			: ' Citations show what they showed last; your text is not changed.';
		return `${failure.message}${shown}${retrying ? ' It is tried again by itself.' : ''}`;
	}

	stop(): void {
		this.unwatch();
		window.removeEventListener('online', this.online);
		this.machine.stop();
	}
}
