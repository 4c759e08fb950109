/** Requests in line: when a newer one is there, an older one that has not begun gives way. */

export interface Line {
	/**
	 * Waits until everything that has arrived has been counted.
	 * @param serial number of the request; later ones are higher
	 * @returns whether no newer request came in the meantime
	 */
	turn(serial: number): Promise<boolean>;
}

export function createLine(): Line {
	let newest = 0;
	return {
		async turn(serial) {
			newest = Math.max(newest, serial);
			// messages that wait are delivered before the timer
			await new Promise((r) => setTimeout(r, 0));
			return serial >= newest;
		}
	};
}
