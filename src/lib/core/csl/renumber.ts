/** Another citation number in output that is otherwise the same: digits take no part in any rule of punctuation. */
import { lookOf, type Rich, type RichNode } from './rich';

const DIGITS = /^\d+$/;

/** Where the citation numbers of a tree stand, as ways down through `kids`. */
export type NumberPaths = number[][];

/** Finds the numbers; null where one is not written in plain digits, so that the whole has to be written again. */
export function numberPaths(r: Rich | null): NumberPaths | null {
	const paths: NumberPaths = [];
	return r == null || find(r, [], paths) ? paths : null;
}

function find(r: Rich, path: number[], paths: NumberPaths): boolean {
	if (typeof r === 'string') return true;
	if (r.tag === 'number') {
		const [only] = r.kids;
		if (r.kids.length !== 1 || typeof only !== 'string' || !DIGITS.test(only)) return false;
		paths.push(path);
		return true;
	}
	for (let i = 0; i < r.kids.length; i++) {
		if (typeof r.kids[i] !== 'string' && !find(r.kids[i], [...path, i], paths)) return false;
	}
	return true;
}

/** The number that stands at a place. */
export function numberAt(r: Rich, path: number[]): number {
	let n = r as RichNode;
	for (const i of path) n = n.kids[i] as RichNode;
	return Number(n.kids[0]);
}

/**
 * The same tree with the numbers at those places moved; only the ways down to them are made anew.
 * @param delta by how much, for all or for each
 */
export function renumber(r: Rich, paths: NumberPaths, delta: number | number[]): Rich {
	for (let i = 0; i < paths.length; i++) {
		const d = typeof delta === 'number' ? delta : delta[i];
		if (d) r = moved(r as RichNode, paths[i], 0, d);
	}
	return r;
}

function moved(r: RichNode, path: number[], at: number, delta: number): RichNode {
	if (at === path.length) {
		const n = Number(r.kids[0]) + delta;
		return isPlain(r) ? plainNumber(n) : lookOf(r, [String(n)]);
	}
	const kids = r.kids.slice();
	kids[path[at]] = moved(kids[path[at]] as RichNode, path, at + 1, delta);
	return lookOf(r, kids);
}

/** Nothing but a number. */
const isPlain = (r: RichNode) => !r.format && !r.display && !r.link && !r.flip && !r.quote && !r.field;

/** Numbers without a look of their own, which all who show them share. */
const plainNumbers: RichNode[] = [];
const plainNumber = (n: number): RichNode => (plainNumbers[n] ??= { kids: [String(n)], tag: 'number' });
