/** Autosave: writes soon after each change, says how that stands, and tries again what failed. */

/**
 * - `saved`: everything is in the database
 * - `saving`: a change waits for its save, or is being saved
 * - `failed`: the last save failed; it is tried again by itself
 * - `stopped`: nothing is saved any more (another tab writes, or the manuscript is gone)
 */
export type SaveState = 'saved' | 'saving' | 'failed' | 'stopped';

export interface AutosaveOptions {
	/** Does beforehand what takes a while. */
	prepare?: () => void;
	/** Writes everything down. @throws what stands in the way */
	write(): Promise<void>;
	onState(state: SaveState, trouble: unknown): void;
	/** Milliseconds after a change, and after the first of changes without a pause. */
	delay?: number;
	longest?: number;
	/** Milliseconds after which what failed is tried again. */
	retry?: number;
}

export class Autosave {
	state: SaveState = 'saved';
	private dirty = false;
	private timer: ReturnType<typeof setTimeout> | null = null;
	private since = 0;
	/** The save that is going on; saves wait for each other. */
	private running: Promise<void> = Promise.resolve();

	constructor(private readonly o: AutosaveOptions) {}

	/** There is something that is not in the database. */
	get unsaved(): boolean {
		return this.dirty || this.state === 'saving' || this.state === 'failed';
	}

	/** There is something to save. */
	changed(): void {
		if (this.state === 'stopped') return;
		this.dirty = true;
		if (this.state !== 'failed') this.set('saving', null);
		this.schedule(this.o.delay ?? 400);
	}

	/** Nothing is saved from now on, or again. */
	stop(stopped: boolean): void {
		if (stopped) {
			this.cancel();
			this.dirty = false;
			this.set('stopped', null);
		} else if (this.state === 'stopped') this.set('saved', null);
	}

	/**
	 * Saves what there is to save, now.
	 * @param calm a key may come between what a save has to do
	 * @returns whether everything is saved
	 */
	async save(calm = false): Promise<boolean> {
		this.cancel();
		// one after the other: a later save has what an earlier one has, and must not be overtaken by it
		const mine = this.running.then(() => this.once(calm));
		this.running = mine;
		await mine;
		return !this.unsaved;
	}

	private async once(calm: boolean): Promise<void> {
		if (!this.dirty || this.state === 'stopped') return;
		try {
			if (calm) {
				this.o.prepare?.();
				await new Promise((r) => setTimeout(r));
				if (!this.dirty) return;
			}
			this.dirty = false;
			await this.o.write();
			// written meanwhile: there is a timer for it
			if (!this.dirty && (this.state as SaveState) !== 'stopped') this.set('saved', null);
		} catch (e) {
			this.dirty = true;
			this.set('failed', e);
			this.schedule(this.o.retry ?? 5000);
		}
	}

	private schedule(wait: number): void {
		const now = performance.now();
		if (this.timer) clearTimeout(this.timer);
		else this.since = now;
		const longest = Math.max(wait, this.o.longest ?? 900);
		this.timer = setTimeout(
			() => {
				this.timer = null;
				void this.save(true);
			},
			Math.max(0, Math.min(wait, longest - (now - this.since)))
		);
	}

	private cancel(): void {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
	}

	private set(state: SaveState, trouble: unknown): void {
		this.state = state;
		this.o.onState(state, trouble);
	}
}
