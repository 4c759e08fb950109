/** The writers' own works, which give them away in a paper for blind review (common practice). */
import { ownWorksOf } from '../source';
import { nameOfSource } from './names';
import { firstPlaces } from './places';
import type { Checker } from './types';

export const ownWork: Checker = (f) => {
	const own = ownWorksOf(f.authors);
	return [...firstPlaces(f)].flatMap(([id, pos]) => {
		const s = f.source(id);
		return s && own(s.item)
			? [{ check: 'own-work', pos, sourceId: id, what: `${nameOfSource(s)} is by a writer of this text` }]
			: [];
	});
};
