/** Records for tests: no person's, and no program's. */
import type { Item } from '../src/lib/core/csl';
import type { Source } from '../src/lib/core/source';

/** A source with nothing but its CSL-JSON. */
export const plainSource = (id: string, item: Omit<Item, 'id'>): Source => ({
	id,
	key: id,
	item: { ...item, id } as Item,
	tags: [],
	shelves: [],
	annotation: '',
	excerpts: [],
	origin: 'typed',
	createdAt: 1,
	updatedAt: 1
});
