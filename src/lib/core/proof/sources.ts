/** Sources of the text that lack something, that would be printed with slips, or that seem to be one and the same. */
import { firstWords } from '../manuscript';
import { findDuplicates, labelOf } from '../source';
import { missingFields, tidy } from '../source/tidy';
import { nameOfSource } from './names';
import { firstPlaces } from './places';
import type { Checker, Facts } from './types';

/** All sources that the text speaks of, with the first place of each; -1 for those that are only listed. */
function spokenOf(f: Facts): Map<string, number> {
	const out = firstPlaces(f);
	for (const { id } of f.uncited) if (!out.has(f.resolve(id))) out.set(f.resolve(id), -1);
	return out;
}

export const incomplete: Checker = (f) =>
	[...spokenOf(f)].flatMap(([id, pos]) => {
		const s = f.source(id);
		const lacks = s ? missingFields(s.item) : [];
		if (!s || !lacks.length) return [];
		const words = lacks.map((any) => any.map((x) => labelOf(s.item.type, x).toLowerCase()).join(' or ')).join(', ');
		return [{ check: 'incomplete', pos, sourceId: id, what: `${nameOfSource(s)} has no ${words}` }];
	});

/** What tidying says of a source that is cited or listed: it would be seen in print. What it lacks is said already. */
export const untidy: Checker = (f) => {
	const ctx = f.tidy;
	if (!ctx) return [];
	return [...spokenOf(f)].flatMap(([id, pos]) => {
		const s = f.source(id);
		const said = s ? tidy(s.item, ctx, s.ignored).filter((x) => x.rule !== 'missing') : [];
		return said.map(({ field, present, message }) => {
			const where = field ? `, ${begunLow(labelOf(s!.item.type, field))}` : '';
			const now = present ? ` “${firstWords(present, 40)}”` : '';
			return { check: 'untidy', pos, sourceId: id, what: `${nameOfSource(s)}${where}${now}: ${begunLow(message)}` };
		});
	});
};

/** A message within a sentence; abbreviations keep their capitals. */
const begunLow = (message: string): string =>
	message.replace(/^\p{Lu}(?=\p{Ll}|\s)/u, (c) => c.toLowerCase()).replace(/\.$/, '');

export const twice: Checker = (f) => {
	const places = spokenOf(f);
	const there = [...places.keys()].flatMap((id) => f.source(id) ?? []);
	return findDuplicates(there, f.notDuplicates).map(({ ids, reason }) => ({
		check: 'duplicates',
		pos: Math.max(...ids.map((id) => places.get(id)!)),
		sourceId: ids[1],
		what: `${ids.map((id) => nameOfSource(f.source(id))).join(' and ')} may be one source (${reason})`
	}));
};
