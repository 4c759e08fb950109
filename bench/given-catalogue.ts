/** Stands in for scripts/catalogue.ts where there is no disk: the trees are given. */
import { expandTree, type CompactTree, type Tree } from '../src/lib/core/csl';

export interface Trees {
	styles: Record<string, CompactTree>;
	locales: Record<string, CompactTree>;
}

let given: Trees = { styles: {}, locales: {} };
const trees = new Map<CompactTree, Tree>();

export function giveTrees(t: Trees): void {
	given = t;
}

function read(t: CompactTree | undefined): Tree | null {
	if (!t) return null;
	if (!trees.has(t)) trees.set(t, expandTree(t));
	return trees.get(t)!;
}

export const styleTree = (id: string): Tree | null => read(given.styles[id]);
export const localeTree = (lang: string): Tree | null => read(given.locales[lang]);
