/** A bound work as its view has it: read from the store whenever it or a chapter changes, changed in steps with a way back. */
import { liveQuery } from 'dexie';
import { ManuscriptError, styleOf, type DocStyle } from '$lib/core/manuscript';
import type { Work } from '$lib/core/work';
import { storageMessage } from '$lib/data/db';
import { changeWork, chaptersOf, getWork } from '$lib/data/works';
import { FormattingService } from '$lib/services/formatting/index.svelte';
import { library } from '$lib/services/library.svelte';
import { unexpected } from '$lib/services/problems';
import { wholeOf } from '$lib/services/stored-text';
import { factsOfWork, type WorkFacts } from './work-facts';

export class OpenWork {
	work = $state.raw<Work | null>(null);
	facts = $state.raw<WorkFacts | null>(null);
	/** That of all chapters together. */
	style = $state.raw<DocStyle | null>(null);
	/** The style numbers its sources. */
	numeric = $state(false);
	trouble = $state('');
	/** What was done, the last step last, with the state before it. */
	steps = $state.raw<{ what: string; before: Work }[]>([]);
	readonly service = new FormattingService({ item: (id) => library.sources.get(id)?.item });
	private readonly sub: { unsubscribe(): void };
	private reading = 0;

	constructor(readonly id: string) {
		this.sub = liveQuery(async () => {
			const work = await getWork(id);
			return work ? { work, stamps: [...(await chaptersOf(work)).values()].map((m) => m.updatedAt) } : null;
		}).subscribe({
			next: (found) => {
				if (found) void this.read(found.work);
				else
					this.trouble =
						'There is no bound work at this address. It may have been deleted, or belong to another browser.';
			},
			error: (e: unknown) => (this.trouble = storageMessage(e))
		});
	}

	private async read(work: Work): Promise<void> {
		const turn = ++this.reading;
		this.work = work;
		try {
			const whole = await wholeOf(work, this.service);
			if (turn !== this.reading) return;
			this.trouble = '';
			this.facts = factsOfWork(whole, library.resolve);
			this.style = styleOf(whole.joined.doc);
			const { id, title, locale } = this.style!;
			const info = await this.service.styleInfo({ id, title, lang: locale });
			if (turn === this.reading) this.numeric = info.ok && info.value.format === 'numeric';
		} catch (e) {
			if (turn !== this.reading) return;
			this.trouble =
				e instanceof ManuscriptError ? e.message : unexpected(e, 'The chapters of this work could not be read.');
		}
	}

	/** Steps and ways back wait for each other: an undo right behind a step takes that step back. */
	private turn<T>(act: () => Promise<T>): Promise<T> {
		const done = this.last.then(act);
		// what goes wrong is said by whoever asked for it
		this.last = done.catch(() => undefined);
		return done;
	}
	private last: Promise<unknown> = Promise.resolve();

	/** Changes the work, in a step of its own. */
	change(what: string, f: (now: Work) => Work): Promise<void> {
		return this.turn(async () => {
			const before = await changeWork(this.id, f);
			if (before) this.steps = [...this.steps.slice(-49), { what, before }];
		});
	}

	/** Takes the last step back. @returns what it was; empty for none */
	undo(): Promise<string> {
		return this.turn(async () => {
			const last = this.steps.at(-1);
			if (!last) return '';
			await changeWork(this.id, () => last.before);
			this.steps = this.steps.slice(0, -1);
			return last.what;
		});
	}

	stop(): void {
		this.sub.unsubscribe();
		this.service.stop();
	}
}
