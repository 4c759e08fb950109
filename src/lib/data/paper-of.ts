/** A manuscript's document as a paper: with its authors, the sources that it names and its pictures. */
import { assetsIn, placeCitations, placementOfStyle, type DocStyle } from '$lib/core/manuscript';
import { fromManuscript, mapLines, type Inline, type Paper, type PaperSource } from '$lib/core/paper';
import type { Node } from 'prosemirror-model';
import { getAssets } from './assets';
import { db, type Database } from './db';

export interface PaperParts {
	style: DocStyle | null;
	authors: string[];
	/** BCP 47; empty for none. */
	lang: string;
	sources: PaperSource[];
	/** The id a source has now. */
	resolve(id: string): string;
}

export async function paperOf(
	given: Node,
	{ style, authors, lang, sources, resolve }: PaperParts,
	base: Database = db
): Promise<Paper> {
	// citations stand within their sentences, wherever the style of the manuscript has put them
	const from = style ? placementOfStyle(style) : 'sentence';
	const inQuote = style?.facts?.punctuationInQuote ?? true;
	const doc = from === 'sentence' ? given : placeCitations(given, 'sentence', inQuote, undefined, from).doc;
	const paper = fromManuscript(doc);
	const line = (l: Inline[]): Inline[] =>
		l.map((i) =>
			i.t === 'citation' ? { ...i, cites: i.cites.map((c) => ({ ...c, sourceId: resolve(c.sourceId) })) } : i
		);
	return {
		...paper,
		head: { ...paper.head, authors: authors.map((name) => ({ name, affiliations: [], email: '' })) },
		lang,
		blocks: mapLines(paper.blocks, line),
		sources,
		assets: Object.fromEntries(
			(await getAssets(assetsIn(doc), base)).map((a) => [a.id, { type: a.type, bytes: a.bytes }])
		)
	};
}
