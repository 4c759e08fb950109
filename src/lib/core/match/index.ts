/**
 * Public interface of the match module: typed citations and typed lists of a paper, and the sources they may be. Nothing
 * here changes a text. Heavy on long papers: run it in a worker.
 */
import { findCitations } from './find';
import { linkEntries, withList, type Linked } from './link';
import { loadModel, readReferenceList, type Model } from './list';
import { Resolver } from './resolve';
import type { Accepted, MatchSource, Passage, TypedCitation } from './types';

export type { Accepted, Candidate, Habit, MatchSource, Passage, Status, TypedCitation, TypedCite } from './types';
export { linkEntries, type Linked } from './link';
export { compareAnswers, completed, questionsOf, type Compared } from './look-up';
export {
	DOUBTFUL,
	isTypedList,
	listInLines,
	loadModel,
	looksLikeList,
	readReference,
	readReferenceList,
	type Model,
	type ReadEntry
} from './list';

export interface Matched {
	citations: TypedCitation[];
	list: Linked[];
}

/**
 * Looks a paper through.
 * @param list the text of its typed list, empty for none
 * @param model takes the list apart; needed only where there is one (`modelFor`)
 * @param options `addNew`: entries that are no source yet count as sources, by `entry-1` and so on; `accepted`: typed
 * citations of the text that became live before
 */
export function matchPaper(
	passages: Passage[],
	list: string,
	sources: readonly MatchSource[],
	model: Model | null,
	options: { addNew?: boolean; accepted?: Accepted } = {}
): Matched {
	const linked = model && list.trim() ? linkEntries(readReferenceList(list, model), sources) : [];
	const all = withList(sources, linked, options.addNew ?? false);
	const resolver = new Resolver(all, new Set(linked.map((l) => l.number)));
	return { citations: findCitations(passages, resolver, options.accepted), list: linked };
}

/** The model, where there is a list to be read with it. */
export const modelFor = (list: string): Promise<Model | null> => (list.trim() ? loadModel() : Promise.resolve(null));
