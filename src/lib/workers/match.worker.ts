/** The worker that finds typed citations and reads typed lists: it ends with its job. */
import * as Comlink from 'comlink';
import { matchPaper, modelFor, type Accepted, type Matched, type MatchSource, type Passage } from '$lib/core/match';
import { libraryFor } from '$lib/data/read-library';
import type { Source } from '$lib/core/source';

const toMatch = ({ id, key, item, excerpts }: Source): MatchSource => ({
	id,
	key,
	item,
	excerpts: excerpts.map((e) => e.text)
});
const api = {
	/** @param list the text of the typed list; its entries that are no sources yet count as such */
	match: async (passages: Passage[], list: string, accepted: Accepted): Promise<Matched> =>
		matchPaper(passages, list, await libraryFor(toMatch), await modelFor(list), { addNew: true, accepted })
};

export type MatchApi = typeof api;
Comlink.expose(api);
