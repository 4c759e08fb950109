/** Saves a manuscript soon after each change, and says how that stands. */

export type SaveState = 'saved' | 'saving' | 'failed' | 'read-only';

const SAVE_DELAY = 400;
/** Milliseconds of writing without a pause after which it is saved. */
const LONGEST_UNSAVED = 900;

export class Keeping {
	state = $state<SaveState>('saved');
	private timer: ReturnType<typeof setTimeout> | null = null;
	private dirty = false;
	private unsavedSince = 0;

	/**
	 * @param write writes everything down, or throws
	 * @param said is told what writing threw, or null when it went well
	 */
	constructor(
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
		const now = performance.now();
		if (this.timer) clearTimeout(this.timer);
		else this.unsavedSince = now;
		// who writes without a pause is saved all the same
		const longest = LONGEST_UNSAVED - (now - this.unsavedSince);
		this.timer = setTimeout(() => void this.save(), Math.max(0, Math.min(SAVE_DELAY, longest)));
	}

	async save(): Promise<void> {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
		if (!this.dirty) return;
		this.dirty = false;
		try {
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
