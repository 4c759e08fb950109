/** Styles used lately and favourite ones: kept in this browser's local storage. */

/** Reads a list from local storage; what is no such list, or cannot be read, counts as empty. */
function readStored<T>(key: string, is: (x: unknown) => x is T): T[] {
	try {
		const list = JSON.parse(localStorage.getItem(key) ?? '[]') as unknown;
		return Array.isArray(list) ? list.filter(is) : [];
	} catch {
		return []; // storage that is switched off, or half a list: choices begin anew
	}
}
function write(key: string, value: unknown): void {
	try {
		localStorage.setItem(key, JSON.stringify(value));
	} catch {
		// no room: the list stays as it was; nothing else rests on it
	}
}

export interface UsedStyle {
	id: string;
	title: string;
}
const isUsed = (x: unknown): x is UsedStyle => {
	const s = x as Partial<UsedStyle> | null;
	return typeof s === 'object' && s !== null && typeof s.id === 'string' && typeof s.title === 'string';
};
const isText = (x: unknown): x is string => typeof x === 'string';

const USED = 'styles-lately';
/** The latest first. */
export const usedLately = (): UsedStyle[] => readStored(USED, isUsed);
export const noteUsed = (id: string, title: string): void =>
	write(USED, [{ id, title }, ...usedLately().filter((s) => s.id !== id)].slice(0, 5));

const FAVOURITES = 'styles-marked';
export const favouriteStyles = (): string[] => readStored(FAVOURITES, isText);
/** @returns the favourites after it */
export function setFavourite(id: string, on: boolean): string[] {
	const list = [...(on ? [id] : []), ...favouriteStyles().filter((s) => s !== id)];
	write(FAVOURITES, list);
	return list;
}
