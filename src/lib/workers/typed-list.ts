/** References typed out, in a text that was pasted or at the end of a paper or a page, as drafts of sources. */
import { DOUBTFUL, linkEntries, listInLines, loadModel, readReferenceList } from '$lib/core/match';
import { passagesOfPaper } from '$lib/core/match/paper';
import { DocumentError, readDocument } from '$lib/core/document/readers';
import type { Draft, Lite } from './read-import';

/**
 * A typed list, an entry a draft.
 * @param here sources that entries may be already
 */
export async function draftsOfList(text: string, here: Lite[]): Promise<Draft[]> {
	const entries = readReferenceList(text, await loadModel());
	const linked = linkEntries(
		entries,
		here.map((s) => ({ id: s.id, key: '', item: s.item }))
	);
	return entries.map(({ item, confidence, text: typed, line }, i): Draft => {
		const { sourceId, why } = linked[i];
		const doubtful = Object.keys(confidence).filter((f) => item[f] !== undefined && confidence[f] < DOUBTFUL);
		return { item, line, typed, doubtful, ...(sourceId && { like: { id: sourceId, reason: why, sure: true } }) };
	});
}

/** What a web page lists. @param title what the page is called */
export async function draftsListedInPage(html: string, here: Lite[], title: string): Promise<Draft[]> {
	let list: string;
	try {
		list = passagesOfPaper(readDocument('page.html', new TextEncoder().encode(html), () => null).paper).list;
	} catch (e) {
		// what it is was read; that it lists something cannot be told
		if (e instanceof DocumentError) return [];
		throw e;
	}
	return listed(list, here, title);
}

/** What a paper lists. @param lines its last pages, as lines, without what told paragraphs apart */
export const draftsListedInPaper = (lines: string, here: Lite[], title: string): Promise<Draft[]> =>
	listed(listInLines(lines), here, title);

async function listed(list: string, here: Lite[], title: string): Promise<Draft[]> {
	return list ? (await draftsOfList(list, here)).map((d) => ({ ...d, listedIn: title })) : [];
}
