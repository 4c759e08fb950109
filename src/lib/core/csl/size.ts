/** How much a style asks for: elements with every macro spelled out, and how deep they nest. */
import { StyleError } from './errors';
import { elements, type Tree } from './tree';

/**
 * Elements of one area, macros spelled out. Macros that call others twice each, thirty deep, would be a thousand million;
 * the largest style of the catalogue has 33,686 (measured over all of it).
 */
export const MOST_ELEMENTS = 200_000;
/** Nesting with macros spelled out; the deepest style of the catalogue has 51. */
export const DEEPEST = 300;

interface Size {
	elements: number;
	depth: number;
}

/**
 * Counts what evaluating a tree visits at most, each macro once only.
 * A macro that calls itself is counted as one element: compiling says what is wrong with it.
 */
export function sizeOf(tree: Tree, macros: Map<string, Tree>): Size {
	const known = new Map<string, Size>();
	const open = new Set<string>();
	const macro = (name: string): Size => {
		let size = known.get(name);
		if (size) return size;
		const m = macros.get(name);
		if (!m || open.has(name)) return { elements: 1, depth: 1 };
		open.add(name);
		size = of(m);
		open.delete(name);
		known.set(name, size);
		return size;
	};
	const of = (t: Tree): Size => {
		let count = 1;
		let depth = 0;
		const add = (s: Size) => {
			count += s.elements;
			depth = Math.max(depth, s.depth);
		};
		for (const e of elements(t)) add(of(e));
		if (t.attrs.macro) add(macro(t.attrs.macro));
		return { elements: count, depth: depth + 1 };
	};
	return of(tree);
}

/** @throws StyleError where an area of a style asks for more than any style needs, with the place of the area */
export function checkSize(area: Tree, macros: Map<string, Tree>): void {
	const { elements: count, depth } = sizeOf(area, macros);
	const at = [area.line ?? 0, area.column ?? 0] as const;
	if (count > MOST_ELEMENTS)
		throw new StyleError(
			`With its macros spelled out, <${area.name}> has more than ${MOST_ELEMENTS.toLocaleString('en')} elements; formatting would not end.`,
			...at
		);
	if (depth > DEEPEST)
		throw new StyleError(`With its macros spelled out, <${area.name}> nests more than ${DEEPEST} deep.`, ...at);
}
