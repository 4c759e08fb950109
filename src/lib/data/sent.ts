/** Live files that were sent out, and what came back of them: kept among the earlier states of their manuscript. */
import { storeDoc } from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';
import { db, type Database, type Manuscript, type ReturnedFile, type Version } from './db';
import { getManuscript } from './manuscripts';
import { packedDoc, statesOf, unpacked } from './versions';

const stateOf = async (m: Pick<Manuscript, 'id' | 'title' | 'styleId'>, doc: Node): Promise<Version> => ({
	manuscriptId: m.id,
	at: Date.now(),
	title: m.title,
	doc: await packedDoc(storeDoc(doc)),
	styleId: m.styleId
});

/** So many of what was sent are kept for a manuscript. */
const SENT_KEPT = 12;

/**
 * Remembers what goes out.
 * @param doc the text as it is here @param back as it is read from the file
 */
export async function rememberSent(
	m: Pick<Manuscript, 'id' | 'title' | 'styleId'>,
	doc: Node,
	back: Node,
	file: { id: string; name: string },
	base: Database = db
): Promise<void> {
	const row: Version = {
		...(await stateOf(m, doc)),
		sent: { id: file.id, file: file.name, back: await packedDoc(storeDoc(back)) }
	};
	await base.transaction('rw', base.versions, async () => {
		await base.versions.add(row);
		const all = (await base.versions.where('manuscriptId').equals(m.id).toArray()).filter((v) => v.sent);
		await base.versions.bulkDelete(all.slice(0, Math.max(0, all.length - SENT_KEPT)).map((v) => v.id!));
	});
}

/**
 * What was sent in a file, by the name that the file carries; the last that went out, where it carries none.
 * @returns null where nothing is remembered
 */
export async function sentAs(manuscript: string, name: string, base: Database = db): Promise<Version | null> {
	const all = (await statesOf(manuscript, base)).filter((v) => v.sent);
	const found = all.find((v) => v.sent?.id === name) ?? (name ? undefined : all[0]);
	return found ? unpacked(found) : null;
}

/** A manuscript that a file is a copy of, and what was sent of it. */
export interface Origin {
	id: string;
	title: string;
	styleId: string;
	/** The name of what was sent. */
	of: string;
	sentAt: number;
}

/** What a live file is a copy of. @returns null where that is not here, or is not remembered */
export async function sentFrom(
	from: { manuscript: string; sent: string },
	base: Database = db
): Promise<Origin | null> {
	const m = await getManuscript(from.manuscript, base);
	const sent = m && (await sentAs(m.id, from.sent, base));
	return m && sent?.sent ? { id: m.id, title: m.title, styleId: m.styleId, of: sent.sent.id, sentAt: sent.at } : null;
}

/** Keeps what came back. @returns its row */
export async function keepReturned(
	m: Pick<Manuscript, 'id' | 'title' | 'styleId'>,
	doc: Node,
	returned: ReturnedFile,
	base: Database = db
): Promise<number> {
	const row: Version = {
		...(await stateOf(m, doc)),
		returned
	};
	return base.transaction('rw', base.versions, async () => {
		// the same file opened again
		const before = (await base.versions.where('manuscriptId').equals(m.id).toArray()).filter(
			({ returned: r }) =>
				r && !r.closed && r.of === returned.of && r.file === returned.file && r.sender.at === returned.sender.at
		);
		await base.versions.bulkDelete(before.map((v) => v.id!));
		return base.versions.add(row);
	});
}

/** What came back of a manuscript and is not decided yet, the latest first. */
export const returnedOf = async (manuscript: string, base: Database = db): Promise<Version[]> =>
	Promise.all((await statesOf(manuscript, base)).filter((v) => v.returned && !v.returned.closed).map(unpacked));

/** Everything in it is decided, or is not any more. */
export async function closeReturned(id: number, closed: boolean, base: Database = db): Promise<void> {
	await base.transaction('rw', base.versions, async () => {
		const v = await base.versions.get(id);
		if (v?.returned) await base.versions.update(id, { returned: { ...v.returned, closed } });
	});
}
