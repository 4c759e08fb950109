/**
 * What files of references may have at most: far above any real record, and low enough that no file holds the reader up
 * or exhausts it. What is above is skipped with its line; the records before and behind it are read.
 */

/** Characters of one field, continuation lines joined. */
export const LONGEST_FIELD = 1_000_000;
/** Nesting of braces, objects or elements within one record. */
export const DEEPEST = 100;

export const tooLong = (what: string): string =>
	`${what} has more than ${LONGEST_FIELD.toLocaleString('en')} characters.`;
export const tooDeep = (what: string): string => `${what} nests more than ${DEEPEST} deep.`;

/** Whether plain data nests deeper than so many levels; looks no deeper than that. */
export function deeperThan(x: unknown, most: number): boolean {
	if (typeof x !== 'object' || x === null) return false;
	if (most <= 0) return true;
	return Object.values(x).some((v) => deeperThan(v, most - 1));
}

/** Adds to the list under a key. */
export function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
	const list = map.get(key);
	if (list) list.push(value);
	else map.set(key, [value]);
}
