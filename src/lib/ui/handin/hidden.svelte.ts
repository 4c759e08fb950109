/** A manuscript as reviewers may see it: what was decided of it, kept at once, and made ready anew after each decision. */
import { cleanChoice, NOTHING_CHOSEN, type AnonymousChoice } from '$lib/core/anonymous';
import { getSetting, putSetting } from '$lib/data/settings';
import { unexpected } from '$lib/services/problems';
import { toasts } from '$lib/services/toasts.svelte';
import { makeReady, type Ready } from './make-ready';

export class Hidden {
	ready = $state.raw<Ready | null>(null);
	/** The newest decision, which `ready` may still be behind. */
	choice = $state.raw(NOTHING_CHOSEN);
	/** What was decided is being done: until then nothing is saved or printed. */
	working = $state.raw<Promise<void> | null>(null);
	/** What was decided of every manuscript. */
	private decided: Record<string, unknown> = {};
	private serial = 0;

	/** @param onmade called when pages that are shown are of what was before */
	constructor(
		private readonly id: string,
		private readonly onmade: () => void
	) {}

	/** Reads what was decided, also what another tab has kept since. */
	async recall(): Promise<void> {
		this.decided = await getSetting('anonymous');
	}

	async begin(): Promise<void> {
		if (this.ready || this.working) return;
		await this.recall();
		this.choice = cleanChoice(this.decided[this.id]);
		await this.make();
	}

	/** Something was decided: it is kept within this call, so that it outlives a page that goes in the next moment. */
	async decide(choice: AnonymousChoice): Promise<void> {
		this.choice = choice;
		this.decided = { ...this.decided, [this.id]: choice };
		void this.make();
		try {
			await putSetting('anonymous', this.decided);
		} catch (e) {
			toasts.say(unexpected(e, 'This holds until you leave, but could not be kept for the next time.'));
		}
	}

	/** Waits until all that was decided is done, also what is decided meanwhile. */
	async settled(): Promise<void> {
		while (this.working) await this.working;
	}

	/** Makes it ready; what was made stays until the new one is there. */
	private make(): Promise<void> {
		const mine = ++this.serial;
		const work = async () => {
			let made: Ready | null = null;
			try {
				const r = await makeReady(this.id, this.choice);
				if (r.kind === 'ready') made = r;
				else toasts.say(r.message);
			} catch (e) {
				toasts.say(unexpected(e, 'The file for reviewers could not be made ready. Choose it again.'));
			}
			if (mine !== this.serial) return;
			this.ready = made;
			this.onmade();
			this.working = null;
		};
		return (this.working = work());
	}
}
