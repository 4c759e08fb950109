/** Cited sources that the library does not have. */
import { citedPlaces } from './places';
import type { Checker } from './types';

export const missing: Checker = (f) =>
	citedPlaces(f)
		.filter((p) => !f.source(p.sourceId))
		.map((p) => ({ check: 'missing', ...p, what: 'A cited source is not in the library' }));
