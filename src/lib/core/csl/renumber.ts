/** Another citation number in output that is otherwise the same: digits take no part in any rule of punctuation. */
import type { Rich, RichNode } from './rich';

const DIGITS = /^\d+$/;

/**
 * The same tree with every citation number moved by `delta`; null where a number is not written in plain digits, so
 * that the whole has to be written again.
 */
export function renumber(r: Rich | null, delta: number): Rich | null | undefined {
	if (r == null || typeof r === 'string') return r;
	if (r.tag === 'number') {
		const [only] = r.kids;
		if (r.kids.length !== 1 || typeof only !== 'string' || !DIGITS.test(only)) return undefined;
		return { ...r, kids: [String(Number(only) + delta)] };
	}
	let kids: Rich[] | null = null;
	for (let i = 0; i < r.kids.length; i++) {
		const k = r.kids[i];
		if (typeof k === 'string') continue;
		const n = renumber(k, delta);
		if (n === undefined || n === null) return undefined;
		if (n !== k) (kids ??= r.kids.slice())[i] = n;
	}
	return kids ? ({ ...r, kids } satisfies RichNode) : r;
}
