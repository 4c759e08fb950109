/** The writers' own works, which give them away in a paper for blind review (common practice). */
import { nameKey, readName } from '../source';
import type { Name } from '../csl';
import { nameOfSource } from './names';
import { firstPlaces } from './places';
import type { Checker } from './types';

/** Family name and first initial: what "A. Lowe" and "Ada Lowe" have in common. */
const key = (n: Name | null): string => {
	const family = nameKey(n?.family ?? n?.literal ?? '');
	return family && `${family} ${nameKey(n?.given ?? '').slice(0, 1)}`;
};

export const ownWork: Checker = (f) => {
	const own = new Set(f.authors.map((a) => key(readName(a))).filter(Boolean));
	if (!own.size) return [];
	return [...firstPlaces(f)].flatMap(([id, pos]) => {
		const s = f.source(id);
		const by = (s?.item.author as Name[] | undefined)?.some((n) => own.has(key(n)));
		return s && by
			? [{ check: 'own-work', pos, sourceId: id, what: `${nameOfSource(s)} is by a writer of this text` }]
			: [];
	});
};
