/** What is live in a file that has lost its data: found in the manuscript here that its citations are of. */
import type { Node } from 'prosemirror-model';
import { liveByNames } from '$lib/core/document/live';
import type { LiveFile } from '$lib/core/document/live-data';
import { ManuscriptError, readCitations, styleOf } from '$lib/core/manuscript';
import { db, type Database, type Manuscript } from './db';
import { docOf, listManuscripts } from './manuscripts';
import { sourcesByIds } from './read-library';

/**
 * @param named ids of citations, as names in the file have them
 * @returns null where no manuscript here has any of them
 */
export async function liveHere(named: readonly string[], base: Database = db): Promise<LiveFile | null> {
	const count = (text: string) => named.reduce((n, id) => n + (text.includes(JSON.stringify(id)) ? 1 : 0), 0);
	const ranked = (await listManuscripts(base))
		.map((m) => ({ m, count: count(String(m.doc.content)) }))
		.filter((x) => x.count)
		.sort((a, b) => b.count - a.count || b.m.updatedAt - a.m.updatedAt);
	const found = ranked.map(({ m }) => ({ best: m, doc: readable(m) })).find((x) => x.doc);
	if (!found?.doc) return null;
	const { best, doc } = found;
	const style = styleOf(doc);
	const cited = new Set(
		readCitations(doc, style?.form ?? best.form).citations.flatMap((c) => c.cites.map((x) => x.sourceId))
	);
	return liveByNames(doc, best.locale, {
		manuscript: best.id,
		authors: best.authors,
		style: style ?? undefined,
		sources: (await sourcesByIds(cited, base)).flatMap((s) =>
			[s.id, ...(s.replaces ?? [])].filter((id) => cited.has(id)).map((id) => ({ id, key: s.key, item: s.item }))
		)
	});
}

/** One that cannot be read is said where it is opened; a file is not refused for it. */
function readable(m: Manuscript): Node | null {
	try {
		return docOf(m);
	} catch (e) {
		if (e instanceof ManuscriptError) return null;
		throw e;
	}
}
