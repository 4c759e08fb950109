/** What was deleted is kept for thirty days, and comes back with what it needs. */
import { openDoc } from '$lib/core/manuscript';
import { announce } from './changes';
import { db, type BinRow, type Database, type Manuscript, type OwnStyle, type Version } from './db';
import { titleOf, type Source } from '$lib/core/source';
import type { Work } from '$lib/core/work';

const DAY = 86_400_000;
export const DAYS_KEPT = 30;

export const binSource = (source: Source, at = Date.now()): BinRow => ({
	id: `source:${source.id}`,
	at,
	title: titleOf(source.item) || source.key,
	kind: 'source',
	source
});
export const binManuscript = (manuscript: Manuscript, versions: Version[], at = Date.now()): BinRow => ({
	id: `manuscript:${manuscript.id}`,
	at,
	title: manuscript.title,
	kind: 'manuscript',
	manuscript,
	versions
});
export const binStyle = (style: OwnStyle, at = Date.now()): BinRow => ({
	id: `style:${style.id}`,
	at,
	title: style.title,
	kind: 'style',
	style
});

export const binWork = (work: Work, at = Date.now()): BinRow => ({
	id: `work:${work.id}`,
	at,
	title: work.title,
	kind: 'work',
	work
});

/** What is in the bin, the latest first. */
export const binned = (base: Database = db): Promise<BinRow[]> => base.bin.orderBy('at').reverse().toArray();

/** Takes out what has been in the bin for longer than thirty days. @returns how many that were */
export const emptyOldBin = (base: Database = db, now = Date.now()): Promise<number> =>
	base.bin
		.where('at')
		.below(now - DAYS_KEPT * DAY)
		.delete();

/** A key that no source has, nearest to the one that is wished. */
export function freeKey(wish: string, taken: ReadonlySet<string>): string {
	let key = wish;
	for (let n = 2; taken.has(key); n++) key = `${wish}-${n}`;
	return key;
}

/** Ids of the sources that a stored manuscript cites or lists; none where its text cannot be read. */
function citedBy(m: Manuscript): Set<string> {
	const ids = new Set<string>(m.uncited);
	const walk = (n: unknown): void => {
		if (typeof n !== 'object' || n === null) return;
		if (Array.isArray(n)) return n.forEach(walk);
		for (const [k, v] of Object.entries(n)) {
			if (k === 'sourceId' && typeof v === 'string') ids.add(v);
			else walk(v);
		}
	};
	try {
		walk(openDoc(m.doc).content);
	} catch {
		// it comes back as it is; what it cites can be put back one by one
		return ids;
	}
	return ids;
}

export interface PutBack {
	sources: number;
	manuscripts: number;
	styles: number;
	works: number;
	/** Titles of what is here under the same identity, and was left as it is. */
	here: string[];
}

/**
 * Puts rows of the bin back. With a manuscript come the sources it cites that are in the bin too. What is here again
 * under the same identity stays as it is.
 */
export async function putBack(ids: string[], base: Database = db): Promise<PutBack> {
	const out: PutBack = { sources: 0, manuscripts: 0, styles: 0, works: 0, here: [] };
	const put: Source[] = [];
	await base.transaction(
		'rw',
		[base.bin, base.sources, base.manuscripts, base.versions, base.styles, base.works],
		async () => {
			const rows = (await base.bin.bulkGet(ids)).filter((r): r is BinRow => r !== undefined);
			const also = new Set<string>();
			for (const r of rows)
				if (r.kind === 'manuscript') for (const id of citedBy(r.manuscript)) also.add(`source:${id}`);
			for (const r of rows) also.delete(r.id);
			rows.push(...(await base.bin.bulkGet([...also])).filter((r): r is BinRow => r !== undefined));
			const taken = new Set((await base.sources.orderBy('key').keys()) as string[]);
			for (const r of rows) {
				switch (r.kind) {
					case 'source': {
						if (await base.sources.get(r.source.id)) out.here.push(r.title);
						else {
							const source = { ...r.source, key: freeKey(r.source.key, taken), updatedAt: Date.now() };
							taken.add(source.key);
							await base.sources.add(source);
							put.push(source);
							out.sources++;
						}
						break;
					}
					case 'manuscript':
						if (await base.manuscripts.get(r.manuscript.id)) out.here.push(r.title);
						else {
							await base.manuscripts.add(r.manuscript);
							await base.versions.bulkPut(r.versions);
							out.manuscripts++;
						}
						break;
					case 'work':
						if (await base.works.get(r.work.id)) out.here.push(r.title);
						else {
							await base.works.add(r.work);
							out.works++;
						}
						break;
					case 'style':
						if (await base.styles.get(r.style.id)) out.here.push(r.title);
						else {
							await base.styles.add(r.style);
							out.styles++;
						}
						break;
				}
				await base.bin.delete(r.id);
			}
		}
	);
	announce({ put: put.map((s) => s.id), gone: [] }, put);
	return out;
}

/** Takes rows out of the bin for good. */
export const forget = (ids: string[], base: Database = db): Promise<void> => base.bin.bulkDelete(ids);
