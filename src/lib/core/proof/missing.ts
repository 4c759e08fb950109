/** Cited sources that the library does not have. */
import { citedPlaces } from './places';
import type { Checker } from './types';

export const missing: Checker = (f) => {
	// asked a source, not a place: a long text has thousands of these, and hardly ever one that is missing
	const cited = new Set<string>();
	for (const c of f.reading.citations) for (const x of c.cites) cited.add(f.resolve(x.sourceId));
	const lost = new Set<string>();
	for (const id of cited) if (!f.source(id)) lost.add(id);
	if (!lost.size) return [];
	return citedPlaces(f)
		.filter((p) => lost.has(p.sourceId))
		.map((p) => ({ check: 'missing', ...p, what: 'A cited source is not in the library' }));
};
