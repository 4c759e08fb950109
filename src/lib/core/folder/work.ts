/** A bound work that was changed on two machines. */
import type { Work } from '../work';
import { sameContent } from './same';

/**
 * Field by field. Where both changed one field, or both changed which chapters there are and in what order, nothing can
 * be put together: what is here stays, and the other is to be kept as a work of its own.
 * @returns the work, and whether the other is to be kept
 */
export function mergeWork(base: Work | undefined, mine: Work, theirs: Work): { work: Work; clash: boolean } {
	let clash = false;
	const out: Record<string, unknown> = { ...mine };
	for (const name of new Set([...Object.keys(mine), ...Object.keys(theirs)]) as Set<keyof Work>) {
		if (name === 'id' || name === 'createdAt' || name === 'updatedAt') continue;
		const [b, m, t] = [base?.[name], mine[name], theirs[name]];
		if (sameContent(m, t) || (base && sameContent(b, t))) continue;
		if (base && sameContent(b, m)) out[name] = t;
		else clash = true;
	}
	return { work: { ...(out as unknown as Work), updatedAt: Math.max(mine.updatedAt, theirs.updatedAt) + 1 }, clash };
}
