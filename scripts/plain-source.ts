/** Records for tests: no person's, and no program's. */
import type { Item } from '../src/lib/core/csl';
import { blankSource, type Source } from '../src/lib/core/source';

/** A source with nothing but its CSL-JSON. */
export const plainSource = (id: string, item: Omit<Item, 'id'>): Source => ({
	...blankSource({ ...item, id } as Item),
	key: id,
	origin: 'typed',
	createdAt: 1,
	updatedAt: 1
});
