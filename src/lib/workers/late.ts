/** Notices that an answer does not come. */

/** Calls back when a promise has not settled after some time; what it gives or throws passes through. */
export function whenLate<T>(promise: Promise<T>, ms: number, late: () => void): Promise<T> {
	const timer = setTimeout(late, ms);
	return promise.finally(() => clearTimeout(timer));
}
