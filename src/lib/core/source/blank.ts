import type { Item } from '../csl';
import type { Source } from './types';

/** A source around CSL-JSON with nothing of the person's own; whoever stores it gives it its key, origin and dates. */
export const blankSource = (item: Item): Source => ({
	id: item.id,
	key: '',
	item,
	tags: [],
	shelves: [],
	annotation: '',
	excerpts: [],
	origin: '',
	createdAt: 0,
	updatedAt: 0
});
