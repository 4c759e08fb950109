/** A step taken back while others have gone on: what it changed becomes what it was, and nothing else does. */
import { isObject } from '../guards';
import type { Work } from './types';

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
/** Times are of the record and no decision. */
const TIMES = new Set(['createdAt', 'updatedAt']);

/**
 * What a step changed, put back to what it was before, field by field, within records too. A field that somebody has
 * changed since stays as they have it.
 * @param before what the work was before the step
 * @param after what it was behind it
 * @returns the work, and whether anything stays
 */
export function takenBack(before: Work, after: Work, now: Work): { work: Work; left: boolean } {
	let left = false;
	const back = (was: object, became: object, is: object): object => {
		const [a, b, out] = [was, became, { ...is }] as Record<string, unknown>[];
		for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
			if (TIMES.has(key) || same(a[key], b[key])) continue;
			if (same(out[key], b[key])) out[key] = a[key];
			else if (isObject(a[key]) && isObject(b[key]) && isObject(out[key])) out[key] = back(a[key], b[key], out[key]);
			else left = true;
		}
		return out;
	};
	return { work: back(before, after, now) as Work, left };
}
