/**
 * A package: manuscripts with the sources they cite, their excerpts and annotations, pictures and styles; or a choice of
 * sources. Open JSON in the form of a backup (docs/package-file.md), for somebody else or another library.
 */
import { inLines } from '$lib/core/folder';
import { openDoc, readCitations, settingsOf } from '$lib/core/manuscript';
import type { Source } from '$lib/core/source';
import { assetToData } from '$lib/core/manuscript';
import { getAssets } from '../assets';
import { emptyBackup } from '../backup';
import { db, type Database, type Manuscript } from '../db';
import { picturesIn } from '../folder/pictures';
import { docOf, getManuscript } from '../manuscripts';
import { soundSources, soundStyles } from '../repair';
import { openStrip } from '../strip';

export const PACKAGE_FORMAT = 'rapid-quill-package';

/** Ids of the sources that a manuscript cites or lists, as its text has them. @throws ManuscriptError */
export function citedIn(m: Manuscript): string[] {
	const doc = docOf(m);
	const cited = readCitations(doc, m.form).citations.flatMap((c) => c.cites.map((x) => x.sourceId));
	return [...new Set([...cited, ...settingsOf(doc).uncited.map((u) => u.id)])];
}

/**
 * @param sourceIds of sources that go with it whether they are cited or not
 * @returns the text of the file @throws ManuscriptError where a manuscript cannot be read
 */
export async function makePackage(manuscriptIds: string[], sourceIds: string[], base: Database = db): Promise<string> {
	const manuscripts: Manuscript[] = [];
	for (const id of manuscriptIds) {
		const m = await getManuscript(id, base);
		if (m) manuscripts.push(m);
	}
	const wanted = new Set([...sourceIds, ...manuscripts.flatMap(citedIn)]);
	const found = new Map(soundSources(await base.sources.bulkGet([...wanted]), base).map((s) => [s.id, s]));
	// citations of sources that were merged into others
	if ([...wanted].some((id) => !found.has(id)))
		await base.sources
			.filter((s: Source) => (s.replaces ?? []).some((id) => wanted.has(id)))
			.each((s) => found.set(s.id, s));
	const pictures = await getAssets(new Set(manuscripts.flatMap(picturesIn)), base);
	const used = new Set(manuscripts.map((m) => m.styleId));
	const styles = soundStyles(await base.styles.bulkGet([...used]), base);
	return inLines(
		{
			...emptyBackup(),
			format: PACKAGE_FORMAT,
			sources: [...found.values()].map(({ ignored: _, flagged: __, clashes: ___, ...s }) => s),
			manuscripts: manuscripts.map(({ undo: _, saved: __, ...m }) => ({
				...m,
				doc: openDoc(m.doc),
				strip: openStrip(m.strip)
			})),
			styles,
			assets: pictures.map((a) => ({ id: a.id, data: assetToData(a) }))
		},
		2
	);
}
