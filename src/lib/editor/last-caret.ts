/** Where the caret was left in each manuscript, for this browser. */

const KEY = 'rq-carets';
/** Manuscripts that are remembered, the last ones. */
const MOST = 40;

type Store = Pick<Storage, 'getItem' | 'setItem'>;

/** What is stored, without what is no position; anything else than that is nothing. */
function read(store: Store): [string, number][] {
	try {
		const raw: unknown = JSON.parse(store.getItem(KEY) ?? '[]');
		if (!Array.isArray(raw)) return [];
		return raw.filter(
			(e): e is [string, number] =>
				Array.isArray(e) && typeof e[0] === 'string' && Number.isSafeInteger(e[1]) && (e[1] as number) >= 0
		);
	} catch {
		return []; // a convenience: where it cannot be read, the caret is at the end of the text
	}
}

/** Position of the caret when the manuscript was left; null where that is not known. */
export function lastCaret(id: string, store: Store): number | null {
	return read(store).find(([m]) => m === id)?.[1] ?? null;
}

/** Remembers the position of the caret. */
export function rememberCaret(id: string, pos: number, store: Store): void {
	const others = read(store).filter(([m]) => m !== id);
	try {
		store.setItem(KEY, JSON.stringify([[id, pos], ...others].slice(0, MOST)));
	} catch {
		return; // storage is full: nothing is lost but the place
	}
}
