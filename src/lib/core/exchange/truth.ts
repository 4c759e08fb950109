/** When raw fields may stand for a source that somebody may have changed since. */
import type { Item } from '../csl';

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Whether a reading with raw fields is at least as true to the source as one without: every variable in which the two
 * differ is as the source has it.
 */
export function isTrue(
	withRaw: { item: Item; tags: string[] },
	without: { item: Item; tags: string[] },
	source: { item: Item; tags?: string[] }
): boolean {
	for (const k of new Set([...Object.keys(withRaw.item), ...Object.keys(without.item)])) {
		if (k === 'custom' || k === 'id' || same(withRaw.item[k], without.item[k])) continue;
		if (!same(withRaw.item[k], source.item[k])) return false;
	}
	return same(withRaw.tags, without.tags) || same(withRaw.tags, source.tags ?? []);
}
