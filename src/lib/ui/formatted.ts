/** A stored manuscript, formatted whole: for handing in and for proof. */
import { cleanHouse, type SessionResult } from '$lib/core/citing';
import {
	cleanEntryHands,
	cleanSettings,
	readCitations,
	readDoc,
	type DocSettings,
	type DocStyle,
	type EntryHands,
	type Reading
} from '$lib/core/manuscript';
import type { Source } from '$lib/core/source';
import { db, type Manuscript } from '$lib/data/db';
import { startFormatWorker } from '$lib/workers/format';
import { library } from './library.svelte';

export interface Formatted {
	manuscript: Manuscript;
	doc: ReturnType<typeof readDoc>;
	style: DocStyle;
	reading: Reading;
	/** Sources listed without being cited, with the reason. */
	further: DocSettings['further'];
	hands: EntryHands;
	result: SessionResult;
	/** Cited and listed sources that the library has. */
	sources: Source[];
	/** The style could not be used, and another stands in; '' where it could. */
	instead: string;
}

/**
 * Reads and formats a manuscript.
 * @returns null where there is none by that id, or nothing can be read from the store
 * @throws ManuscriptError where it cannot be read
 */
export async function formatStored(id: string): Promise<Formatted | null> {
	await library.start();
	const manuscript = library.trouble ? undefined : await db.manuscripts.get(id);
	if (!manuscript) return null;
	const doc = readDoc(manuscript.doc);
	const { styleId, styleTitle, form, locale } = manuscript;
	const style: DocStyle = doc.attrs.style ?? { id: styleId, title: styleTitle, form, locale };
	const reading = readCitations(doc, style.form, library.resolve);
	const settings = cleanSettings(doc.attrs.set);
	// sources listed without being cited were kept beside the document once
	const older = manuscript.uncited.filter((x) => !settings.further.some((f) => f.id === x));
	const further = [...settings.further, ...older.map((x) => ({ id: x, why: '' }))];
	const uncited = [...new Set(further.map((f) => library.resolve(f.id)))];
	const ids = new Set([...reading.citations.flatMap((c) => c.cites.map((x) => x.sourceId)), ...uncited]);
	const sources = [...ids].flatMap((x) => library.sources.get(x) ?? []);
	const worker = startFormatWorker();
	try {
		const plain = JSON.parse(JSON.stringify(sources.map((s) => s.item))) as Source['item'][];
		await worker.face.putSources(plain, []);
		await worker.face.useHouse(cleanHouse(settings.house));
		let answer = await worker.face.useStyle(style.id, style.title, style.locale);
		const instead = answer.ok ? '' : answer.message;
		if (!answer.ok) answer = await worker.face.useStyle('apa', 'APA 7th', '');
		if (!answer.ok) throw new Error(answer.message);
		const result = await worker.face.format({ clusters: reading.clusters, uncited, serial: 1, full: true });
		if (!result) throw new Error('The text could not be formatted. Reload to try again.');
		const hands = cleanEntryHands(doc.attrs.hand);
		return { manuscript, doc, style, reading, further, hands, result, sources, instead };
	} finally {
		worker.stop();
	}
}
