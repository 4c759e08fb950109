/** Something that is done when what asks for it pauses, or has asked for long enough. */
export class Soon {
	private timer: ReturnType<typeof setTimeout> | null = null;
	private since = 0;

	/**
	 * @param wait milliseconds after the last time it was asked for
	 * @param longest milliseconds after the first time, at the latest
	 */
	constructor(
		private readonly act: () => void,
		private readonly wait: number,
		private readonly longest: number
	) {}

	/** @param wait another wait, this time */
	ask(wait = this.wait): void {
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

	/** It is not done any more, unless asked for again. */
	stop(): void {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
	}
}
