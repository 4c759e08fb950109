/** The worker that finds typed citations and reads typed lists: it ends with its job. */
import * as Comlink from 'comlink';
import { matchPaper, modelFor, type Accepted, type Matched, type MatchSource, type Passage } from '$lib/core/match';

const here: MatchSource[] = [];
const api = {
	/** Tells a part of the library; the parts come one by one so that no message holds the page up. */
	know(part: MatchSource[]): void {
		here.push(...part);
	},
	/** @param list the text of the typed list; its entries that are no sources yet count as such */
	match: async (passages: Passage[], list: string, accepted: Accepted): Promise<Matched> =>
		matchPaper(passages, list, here, await modelFor(list), { addNew: true, accepted })
};

export type MatchApi = typeof api;
Comlink.expose(api);
