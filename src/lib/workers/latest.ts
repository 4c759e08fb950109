/** Of requests that arrive together only the newest is worked on. */

export interface LatestOnly {
	/**
	 * Waits until everything that has arrived has been counted.
	 * @param serial number of the request; later ones are higher
	 * @returns whether no newer request came in the meantime
	 */
	turn(serial: number): Promise<boolean>;
	/** Whether no newer request has come since. */
	newest(serial: number): boolean;
}

export function latestOnly(): LatestOnly {
	let newest = 0;
	return {
		async turn(serial) {
			newest = Math.max(newest, serial);
			// messages that wait are delivered before the timer
			await new Promise((r) => setTimeout(r, 0));
			return serial >= newest;
		},
		newest: (serial) => serial >= newest
	};
}
