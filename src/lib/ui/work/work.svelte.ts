/** A bound work as its view has it: read from the store whenever it or a chapter changes, changed in steps with a way back. */
import { liveQuery } from 'dexie';
import { ManuscriptError, styleOf, type DocStyle } from '$lib/core/manuscript';
import { takenBack, type Work } from '$lib/core/work';
import { storageMessage } from '$lib/data/db';
import { changeWork, chaptersOf, getWork } from '$lib/data/works';
import { FormattingService } from '$lib/services/formatting/index.svelte';
import { library } from '$lib/services/library.svelte';
import { unexpected } from '$lib/services/problems';
import { wholeOf } from '$lib/services/stored-text';
import { factsOfWork, type WorkFacts } from './work-facts';

/** What was done to a work, with what it was before and behind it. */
export interface Step {
	what: string;
	before: Work;
	after: Work;
}

export class OpenWork {
	work = $state.raw<Work | null>(null);
	facts = $state.raw<WorkFacts | null>(null);
	/** That of all chapters together. */
	style = $state.raw<DocStyle | null>(null);
	/** The style numbers its sources. */
	numeric = $state(false);
	trouble = $state('');
	/** What was done, the last step last, with the states before and behind it. */
	steps = $state.raw<Step[]>([]);
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

	/** Changes the work, in a step of its own. @returns the step; undefined where the work is gone */
	change(what: string, f: (now: Work) => Work): Promise<Step | undefined> {
		return this.turn(async () => {
			const done = await changeWork(this.id, f);
			const step = done && { what, ...done };
			if (step) this.steps = [...this.steps.slice(-49), step];
			return step;
		});
	}

	/**
	 * Takes a step back, the last one where none is named.
	 * @returns what came of it, in words; empty where there was nothing to take back
	 */
	undo(wanted?: Step): Promise<string> {
		return this.turn(async () => {
			const step = wanted ?? this.steps.at(-1);
			if (!step || !this.steps.includes(step)) return '';
			let left = false;
			await changeWork(this.id, (now) => {
				const back = takenBack(step.before, step.after, now);
				({ left } = back);
				return back.work;
			});
			this.steps = this.steps.filter((s) => s !== step);
			return left
				? `Not all of it was taken back, as it was changed since: ${step.what}.`
				: `Taken back: ${step.what}.`;
		});
	}

	stop(): void {
		this.sub.unsubscribe();
		this.service.stop();
	}
}
