/** What can wait while the page is scrolled: done once it rests, a thing at a time between which the page is drawn. */

/** Milliseconds without a movement after which the page rests. */
const REST = 120;

export class ScrollIdle {
	private readonly waiting = new Set<() => void>();
	private timer: ReturnType<typeof setTimeout> | undefined;

	/** Whether the page was moved a moment ago, or has still to do what had to wait. */
	get moving(): boolean {
		return this.timer !== undefined;
	}

	/** The page moves. */
	moved(): void {
		clearTimeout(this.timer);
		this.timer = setTimeout(() => this.next(), REST);
	}

	/**
	 * Does something at rest; at once, where the page rests.
	 * @returns takes it back, where it has not been done
	 */
	runWhenScrollIdle(act: () => void): () => void {
		if (!this.moving) {
			act();
			return () => {};
		}
		this.waiting.add(act);
		return () => this.waiting.delete(act);
	}

	private next(): void {
		this.timer = undefined;
		for (const act of this.waiting) {
			this.waiting.delete(act);
			if (this.waiting.size) this.timer = setTimeout(() => this.next());
			act();
			return;
		}
	}

	/** Nothing is done any more. */
	end(): void {
		clearTimeout(this.timer);
		this.timer = undefined;
		this.waiting.clear();
	}
}
