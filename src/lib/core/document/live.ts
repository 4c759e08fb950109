/** What a live file of a manuscript carries: gathered from the document and from what its citations print. */
import type { Node } from 'prosemirror-model';
import { entryOverridesOf, settingsOf, styleOf, type DocCite, type DocStyle } from '../manuscript';
import type { PaperSource } from '../paper';
import { everyInline, type FinalDoc } from './final';
import { LIVE_FORMAT, LIVE_VERSION, type LiveFile } from './live-data';

export interface LiveFacts {
	/** Id of the manuscript; empty for none. */
	manuscript: string;
	authors: string[];
	/** Cited and listed sources, by the ids that the document has for them or that those were merged into. */
	sources: PaperSource[];
	/** The style it is written in, where the document does not say. */
	style?: DocStyle;
	/** Its rules as a CSL file, where the person brought it. */
	styleFile?: string;
	/** The name under which what is sent is remembered. */
	sent?: string;
	/** The id a source has now, should it have been merged into another. */
	resolve?: (id: string) => string;
}

/**
 * The same for a file that has lost its data in another program: what the citations are that its names speak of, by the
 * manuscript that they are of. What they printed is not known.
 */
export function liveByNames(doc: Node, lang: string, facts: LiveFacts): LiveFile {
	const file = liveOf(doc, { title: '', lang, authors: [], numbersAnew: false, blocks: [] }, facts);
	const citations = Object.entries(file.citations).map(([id, c]) => [id, { ...c, printed: null }] as const);
	return { ...file, citations: Object.fromEntries(citations) };
}

export function liveOf(
	doc: Node,
	final: FinalDoc,
	{ manuscript, authors, sources, style, styleFile, sent, resolve = (id) => id }: LiveFacts
): LiveFile {
	const printed = new Map<string, string>();
	for (const i of everyInline(final.blocks))
		if (i.t === 'text' && i.cite) printed.set(i.cite, (printed.get(i.cite) ?? '') + i.run.text);
	const citations: LiveFile['citations'] = {};
	const bibliographies: LiveFile['bibliographies'] = {};
	doc.descendants((n) => {
		if (n.type.name === 'citation')
			citations[n.attrs.id as string] = {
				cites: (n.attrs.cites as DocCite[]).map((c) => ({ ...c, sourceId: resolve(c.sourceId) })),
				override: n.attrs.override as unknown,
				moved: n.attrs.moved as unknown,
				printed: printed.get(n.attrs.id as string) ?? ''
			};
		if (n.type.name === 'bibliography')
			bibliographies[n.attrs.id as string] = n.attrs.settings as Record<string, unknown>;
	});
	const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
	return plain({
		format: LIVE_FORMAT,
		version: LIVE_VERSION,
		manuscript,
		lang: final.lang,
		authors,
		own: {
			style: styleOf(doc) ?? style ?? null,
			// what became of earlier changes is nobody else's concern
			settings: { ...settingsOf(doc), decided: {} },
			entryOverrides: entryOverridesOf(doc)
		},
		citations,
		bibliographies,
		sources,
		...(styleFile ? { styleFile } : {}),
		...(sent ? { sent } : {})
	} satisfies LiveFile);
}
