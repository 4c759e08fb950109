/** A formatted manuscript as a paper: with the sources that it names, and its pictures. */
import { assetsIn, placeCitations, placementOfStyle } from '$lib/core/manuscript';
import { fromManuscript, mapLines, type Inline, type Paper } from '$lib/core/paper';
import { getAssets } from '$lib/data/assets';
import type { FormattedManuscript } from './format-stored';
import { library } from './library.svelte';

export async function paperOfStored(f: FormattedManuscript): Promise<Paper> {
	// citations stand within their sentences, wherever the style of the manuscript has put them
	const from = placementOfStyle(f.style);
	const inQuote = f.style.facts?.punctuationInQuote ?? true;
	const doc = from === 'sentence' ? f.doc : placeCitations(f.doc, 'sentence', inQuote, undefined, from).doc;
	const paper = fromManuscript(doc);
	const line = (l: Inline[]): Inline[] =>
		l.map((i) =>
			i.t === 'citation' ? { ...i, cites: i.cites.map((c) => ({ ...c, sourceId: library.resolve(c.sourceId) })) } : i
		);
	return {
		...paper,
		head: { ...paper.head, authors: f.manuscript.authors.map((name) => ({ name, affiliations: [], email: '' })) },
		lang: f.style.locale || f.result.style.lang,
		blocks: mapLines(paper.blocks, line),
		sources: f.sources.map(({ id, key, item }) => ({ id, key, item })),
		assets: Object.fromEntries((await getAssets(assetsIn(doc))).map((a) => [a.id, { type: a.type, bytes: a.bytes }]))
	};
}
