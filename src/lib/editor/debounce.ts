/** Debounce with a maximum wait. */
export class Debounce {
	private timer: ReturnType<typeof setTimeout> | null = null;
	private since = 0;

	/**
	 * @param wait milliseconds after the last call
	 * @param longest milliseconds after the first call, at the latest
	 */
	constructor(
		private readonly act: () => void,
		private readonly wait: number,
		private readonly longest: number
	) {}

	/** @param wait another wait, this time */
	call(wait = this.wait): void {
		const now = performance.now();
		if (this.timer) clearTimeout(this.timer);
		else this.since = now;
		const left = this.longest - (now - this.since);
		this.timer = setTimeout(
			() => {
				this.timer = null;
				this.act();
			},
			Math.max(0, Math.min(wait, left))
		);
	}

	/** It is not done any more, unless called again. */
	cancel(): void {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
	}
}
