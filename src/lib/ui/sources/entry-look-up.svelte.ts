/** Asks the look-up about entries of a typed list, several at once. */
import { compareAnswers, questionsOf, type Compared, type ReadEntry } from '$lib/core/match';
import { LookUps } from './look-ups.svelte';

export class EntryLookUp {
	busy = $state(false);
	/** Entries that were answered, of all that were asked about. */
	done = $state(0);
	all = $state(0);
	/** Entries that the look-up gave no answer for. */
	failed = $state(0);
	private lookUps: LookUps | null = null;

	/**
	 * @param onAnswer gets what the look-up has of an entry, by its place among those given; null where it has nothing. It is not
	 * called for an entry that was not answered
	 */
	async ask(entries: ReadEntry[], onAnswer: (entry: number, answer: Compared | null) => void): Promise<void> {
		this.lookUps?.stop();
		const lookUps = (this.lookUps = new LookUps());
		[this.busy, this.done, this.all, this.failed] = [true, 0, entries.length, 0];
		let waiting = entries.map((e, entry) => ({ entry, questions: questionsOf(e.item), failed: false }));
		while (waiting.length && this.lookUps === lookUps) {
			const next: typeof waiting = [];
			await Promise.all(
				waiting.map(async ({ entry, questions: [question, ...rest], failed }) => {
					if (!question) {
						this.done++;
						if (failed) this.failed++;
						else onAnswer(entry, null);
						return;
					}
					const l = await lookUps.about(question);
					if (this.lookUps !== lookUps) return;
					const answer = compareAnswers(entries[entry], l.items);
					if (answer) {
						this.done++;
						onAnswer(entry, answer);
					} else next.push({ entry, questions: rest, failed: failed || l.state === 'failed' });
				})
			);
			waiting = next;
		}
		if (this.lookUps === lookUps) this.busy = false;
	}

	stop(): void {
		this.lookUps?.stop();
		this.lookUps = null;
		this.busy = false;
	}
}
