/** The browser's local storage: it is written within the call, so that what is put there outlives a page that closes at once. */

/** What is needed of `localStorage`. */
export type LocalStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** The browser's local storage, or null where there is none that may be used (switched off, a worker, Node). */
export function localStorageHere(): LocalStorage | null {
	try {
		return typeof window === 'undefined' ? null : window.localStorage;
	} catch {
		return null; // switched off by the person: what is put ahead says so where it matters
	}
}

/** The keys that begin so, sorted. */
export function keysOf(storage: LocalStorage, begin: string): string[] {
	const keys: string[] = [];
	for (let i = 0; i < storage.length; i++) {
		const key = storage.key(i);
		if (key?.startsWith(begin)) keys.push(key);
	}
	return keys.sort();
}
