/** What a person decides about a paper for reviewers: who is not to be known, which works are theirs, what stays. */
import { all, isObject, isText } from '../guards';
import { mainTitle, ownWorksOf, titleOf } from '../source';
import type { Item } from '../csl';
import type { Who } from './types';

export interface AnonymousChoice {
	/** Null for the writers of the manuscript. */
	names: string[] | null;
	/** Works that the person said are theirs, or are not, by id; of others the names tell. */
	works: Record<string, boolean>;
	/** Places that stay as they are. */
	kept: string[];
}

export const NOTHING_CHOSEN: AnonymousChoice = { names: null, works: {}, kept: [] };

/** A choice from outside, made whole. */
export function cleanChoice(raw: unknown): AnonymousChoice {
	const r = isObject(raw) ? raw : {};
	const works = isObject(r.works) ? Object.entries(r.works).filter(([, v]) => typeof v === 'boolean') : [];
	return {
		names: all(r.names, isText) ? (r.names as string[]) : null,
		works: Object.fromEntries(works) as Record<string, boolean>,
		kept: all(r.kept, isText) ? (r.kept as string[]) : []
	};
}

/** @param writers of the manuscript, and the person at the machine */
export const namesOf = (choice: AnonymousChoice, writers: readonly string[]): string[] => [
	...new Set((choice.names ?? writers).map((n) => n.trim()).filter(Boolean))
];

/** Ids of the works that are theirs. */
export function worksOf(
	choice: AnonymousChoice,
	names: readonly string[],
	sources: { id: string; item: Item }[]
): Set<string> {
	const own = ownWorksOf(names);
	return new Set(sources.filter((s) => choice.works[s.id] ?? own(s.item)).map((s) => s.id));
}

/**
 * What to look for.
 * @param citations with the ids of what they cite
 */
export function whoOf(
	names: readonly string[],
	works: ReadonlySet<string>,
	sources: { id: string; item: Item }[],
	affiliation: string,
	citations: { id: string; sources: string[] }[]
): Who {
	const titles = sources
		.filter((s) => works.has(s.id))
		.flatMap(({ item }) => [titleOf(item), mainTitle(titleOf(item))])
		.filter(Boolean);
	return {
		names,
		titles: [...new Set(titles)],
		institutions: affiliation.split(/\n+|;/).map((a) => a.trim()),
		citations: new Set(citations.filter((c) => c.sources.some((id) => works.has(id))).map((c) => c.id))
	};
}
