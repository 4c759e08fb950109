/** Style and locale data from outside, looked through before anything is made of it. */
import type { CompactTree } from '../csl';

/** Deepest nesting of elements; the catalogue's deepest style has 15. */
const DEEPEST = 200;
/** Most elements of a style; the catalogue's largest has 1,256. */
const MOST = 100_000;

/** Whether JSON is a style's or a locale's tree (`{ n, a, c }`), of a size that can be compiled. */
export function isCompactTree(raw: unknown): raw is CompactTree {
	let count = 0;
	const sound = (x: unknown, depth: number): boolean => {
		if (!x || typeof x !== 'object' || depth > DEEPEST || ++count > MOST) return false;
		const { n, a, c } = x as { n?: unknown; a?: unknown; c?: unknown };
		if (typeof n !== 'string' || !n) return false;
		if (a !== undefined && (typeof a !== 'object' || !Object.values(a ?? {}).every((v) => typeof v === 'string')))
			return false;
		return c === undefined || (Array.isArray(c) && c.every((k) => typeof k === 'string' || sound(k, depth + 1)));
	};
	return sound(raw, 0);
}
