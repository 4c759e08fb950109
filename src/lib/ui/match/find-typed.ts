/** The typed citations of a text with their places in it, and its typed list, found off the page. */
import type { Node } from 'prosemirror-model';
import { settingsOf } from '$lib/core/manuscript';
import type { Linked, Matched, TypedCitation } from '$lib/core/match';
import { passagesOfDoc, placeOfTyped, positionIn, type TypedList } from '$lib/core/match/document';
import { library } from '$lib/services/library.svelte';
import { runMatchJob, type Job } from '$lib/workers/library';
import { sound } from '$lib/workers/library-answers';
import { isMatched } from '$lib/workers/match-answers';

/** A typed citation, and where it stands in the document that was looked through. */
export interface TypedHere {
	from: number;
	to: number;
	/** The note it stands in; empty in the text. */
	note: string;
	/** Words and those before them, by which it is remembered as no citation. */
	place: string;
	found: TypedCitation;
}

export interface FoundHere {
	typed: TypedHere[];
	list: TypedList | null;
	/** Entries of the list. */
	linked: Linked[];
}

/** Without what the person said is no citation. The library is there. */
export function findTyped(doc: Node): Job<FoundHere> {
	const { passages, at, notes, list } = passagesOfDoc(doc, library.resolve);
	const { notCitations, accepted } = settingsOf(doc);
	const none = new Set(notCitations);
	const job = runMatchJob((api) => api.match(passages, list?.text ?? '', accepted) as Promise<Matched>);
	const result = job.result.then(async (answer): Promise<FoundHere> => {
		const { citations, list: linked } = sound(answer, isMatched);
		// what they are is shown beside them
		const cites = citations.flatMap((c) => c.cites);
		const ids = [
			...cites.flatMap((c) => [c.sourceId, ...c.candidates.map((k) => k.sourceId)]),
			...linked.map((l) => l.sourceId)
		];
		await library.hold(ids.filter((id): id is string => Boolean(id)));
		const typed = citations.map((found) => ({
			from: positionIn(at[found.passage], found.from),
			to: positionIn(at[found.passage], found.to),
			note: notes[found.passage],
			place: placeOfTyped(passages[found.passage], found.from, found.to),
			found
		}));
		return { typed: typed.filter((t) => !none.has(t.place)), list, linked };
	});
	return { result, stop: job.stop };
}
