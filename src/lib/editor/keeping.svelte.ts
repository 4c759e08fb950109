/** Saves a manuscript soon after each change, and says how that stands. */
import { Soon } from './soon';

export type SaveState = 'saved' | 'saving' | 'failed' | 'read-only';

const SAVE_DELAY = 400;
/** Milliseconds of writing without a pause after which it is saved. */
const LONGEST_UNSAVED = 900;

export class Keeping {
	state = $state<SaveState>('saved');
	private readonly soon = new Soon(() => void this.save(true), SAVE_DELAY, LONGEST_UNSAVED);
	private dirty = false;

	/**
	 * @param prepare does what takes a while and can be done before
	 * @param write writes everything down, or throws
	 * @param said is told what writing threw, or null when it went well
	 */
	constructor(
		private readonly prepare: () => void,
		private readonly write: () => Promise<void>,
		private readonly said: (trouble: unknown) => void,
		private readonly readOnly: boolean
	) {
		if (readOnly) this.state = 'read-only';
	}

	/** There is something to save. */
	changed(): void {
		if (this.readOnly) return;
		this.dirty = true;
		this.state = 'saving';
		this.soon.ask();
	}

	/** @param calm a key may come between what a save has to do */
	async save(calm = false): Promise<void> {
		this.soon.stop();
		if (!this.dirty) return;
		try {
			if (calm) {
				this.prepare();
				await new Promise((r) => setTimeout(r));
				// somebody who could not wait has saved meanwhile
				if (!this.dirty) return;
			}
			this.dirty = false;
			await this.write();
			if (!this.dirty) this.state = 'saved';
			this.said(null);
		} catch (e) {
			this.dirty = true;
			this.state = 'failed';
			this.said(e);
		}
	}
}
