/** A package is taken in: first it is said what is in it and what is here already, then what was chosen is done. */
import { assetFromData, newId, openDoc, type StoredDoc } from '$lib/core/manuscript';
import { sameContent } from '$lib/core/folder';
import { createMatcher, isEmpty, prepare, type Source } from '$lib/core/source';
import { readBackup, type Backup, type ReadBackup } from '../backup';
import { freeKey } from '../bin';
import { db, type Database, type Manuscript } from '../db';
import { soundSources } from '../repair';
import { enriched, journalOf } from '../sources';
import { PACKAGE_FORMAT } from './make';

/** Whether a text is a package of ours at all. */
export const looksLikePackage = (text: string): boolean =>
	new RegExp(`^\\s*\\{\\s*"format"\\s*:\\s*"${PACKAGE_FORMAT}"`).test(text.replace(/^\uFEFF/, ''));

/** @throws BackupError where it is none */
export const readPackage = (text: string): ReadBackup => readBackup(text, PACKAGE_FORMAT, 'package');

/** What becomes of a source: that of the library is used as it is, or completed; or it is a source of its own. */
export type Fate = 'use' | 'fill' | 'apart';

export interface PackageRow {
	source: Source;
	/** The source of the library that it is, or may be. */
	match: Source | null;
	/** `same`: nothing in it is other than here; `here`: surely the same work; `perhaps`: it may be. */
	state: 'new' | 'same' | 'here' | 'perhaps';
	/** Why it is thought to be that one; empty where both have one identity. */
	reason: string;
	/** Fields in which both say something, and not the same. */
	differs: string[];
	/** What is proposed. */
	fate: Fate;
}

export interface PackagePlan {
	rows: PackageRow[];
	/** Ids of manuscripts that are on the desk already: they come in as others of the same name. */
	here: Set<string>;
	/** Names of styles that are here with other rules, which are used. */
	styles: string[];
}

const times = ({ createdAt: _, updatedAt: __, origin: ___, ...s }: Source): unknown => s;

/** What a source would bring to one that is here: empty fields, excerpts, words of an annotation, tags. */
export function filled(here: Source, came: Source): Source {
	const next = enriched(here, { item: came.item, tags: came.tags });
	const said = here.annotation.includes(came.annotation)
		? here.annotation
		: [here.annotation, came.annotation].filter(Boolean).join('\n\n');
	return {
		...next,
		annotation: said,
		shelves: [...new Set([...here.shelves, ...came.shelves])],
		excerpts: [...here.excerpts, ...came.excerpts.filter((e) => !here.excerpts.some((x) => sameContent(x, e)))]
	};
}

const differing = (here: Source, came: Source): string[] =>
	Object.keys(came.item).filter(
		(k) =>
			k !== 'id' &&
			k !== 'custom' &&
			!isEmpty(came.item[k]) &&
			!isEmpty(here.item[k]) &&
			!sameContent(came.item[k], here.item[k])
	);

export async function planPackage(b: Backup, base: Database = db): Promise<PackagePlan> {
	const all = soundSources(await base.sources.toArray(), base);
	const byId = new Map(all.flatMap((s) => [s.id, ...(s.replaces ?? [])].map((id) => [id, s] as const)));
	const matcher = createMatcher(all);
	const rows = b.sources.map((source): PackageRow => {
		const own = byId.get(source.id);
		// the same id says that both come from one library
		const like = own ? null : matcher.match(prepare(source.item));
		const match = own ?? (like ? (byId.get(like.id) ?? null) : null);
		const row = { source, match, reason: like?.reason ?? '', differs: match ? differing(match, source) : [] };
		if (!match) return { ...row, state: 'new', fate: 'apart' };
		if (sameContent(times(match), times(source)) || sameContent(filled(match, source), match))
			return { ...row, state: own || like?.sure ? 'same' : 'perhaps', fate: own || like?.sure ? 'use' : 'apart' };
		return own || like?.sure ? { ...row, state: 'here', fate: 'fill' } : { ...row, state: 'perhaps', fate: 'apart' };
	});
	const there = await base.manuscripts.bulkGet(b.manuscripts.map((m) => m.id));
	const styles: string[] = [];
	for (const s of b.styles) {
		const mine = await base.styles.get(s.id);
		if (mine && mine.xml !== s.xml) styles.push(mine.title);
	}
	return { rows, here: new Set(there.flatMap((m) => (m ? [m.id] : []))), styles };
}

export interface TakenPackage {
	manuscripts: Manuscript[];
	added: number;
	filled: number;
	/** Takes all of it back; what was changed since stays. @returns how many records stay for that */
	takeBack(): Promise<number>;
}

/** A stored text whose citations have other sources. */
function renamed(doc: StoredDoc, ids: ReadonlyMap<string, string>): StoredDoc {
	const id = (x: unknown): unknown => (typeof x === 'string' ? (ids.get(x) ?? x) : x);
	const walk = (x: unknown, key = ''): unknown => {
		if (Array.isArray(x)) return x.map((v) => (key === 'uncited' ? walkUncited(v) : walk(v)));
		if (typeof x !== 'object' || x === null) return x;
		return Object.fromEntries(
			Object.entries(x).map(([k, v]) => {
				if (k === 'sourceId') return [k, id(v)];
				if (k === 'entryOverrides' && typeof v === 'object' && v !== null)
					return [k, Object.fromEntries(Object.entries(v).map(([s, o]) => [id(s), walk(o)]))];
				return [k, walk(v, k)];
			})
		);
	};
	const walkUncited = (u: unknown): unknown =>
		typeof u === 'object' && u !== null ? { ...u, id: id((u as { id?: unknown }).id) } : id(u);
	const open = openDoc(doc);
	return { ...open, content: walk(open.content) as StoredDoc['content'] };
}

/**
 * @param fates by the place of a source in the plan; what is proposed where none is given
 * @throws what the database says; nothing is taken in then
 */
export async function takePackage(
	b: Backup,
	plan: PackagePlan,
	fates: Readonly<Record<number, Fate>>,
	from: string,
	base: Database = db
): Promise<TakenPackage> {
	const now = Date.now();
	const ids = new Map<string, string>();
	const fresh = new Map<string, Source>();
	const fills = new Map<string, Source[]>();
	for (const [i, row] of plan.rows.entries()) {
		const fate = fates[i] ?? row.fate;
		let to: string;
		if (row.match && fate !== 'apart') {
			to = row.match.id;
			if (fate === 'fill') fills.set(to, [...(fills.get(to) ?? []), row.source]);
		} else {
			to = (await base.sources.get(row.source.id)) ? newId() : row.source.id;
			fresh.set(to, {
				...row.source,
				id: to,
				item: { ...row.source.item, id: to },
				origin: from,
				createdAt: now,
				replaces: undefined
			});
		}
		for (const id of [row.source.id, ...(row.source.replaces ?? [])]) ids.set(id, to);
	}
	const manuscripts = b.manuscripts.map((m): Manuscript => ({
		...m,
		id: plan.here.has(m.id) ? newId() : m.id,
		doc: renamed(m.doc, ids),
		uncited: m.uncited.map((id) => ids.get(id) ?? id),
		createdAt: now,
		updatedAt: now,
		textAt: now,
		undo: undefined,
		saved: undefined
	}));
	const assets = b.assets.flatMap((a) => assetFromData(a.data) ?? []);
	const styles: string[] = [];
	await base.transaction('rw', base.assets, base.styles, async () => {
		await base.assets.bulkPut(assets);
		for (const s of b.styles) {
			if (await base.styles.get(s.id)) continue;
			await base.styles.add(s);
			styles.push(s.id);
		}
	});
	const journal = journalOf(base);
	let added = 0;
	let changed = 0;
	const done = await journal.act(`Imported ${from}`, async () => {
		const taken = new Set((await base.sources.orderBy('key').keys()) as string[]);
		const put: Source[] = [];
		for (const s of fresh.values()) {
			const key = freeKey(s.key, taken);
			taken.add(key);
			put.push({ ...s, key });
		}
		added = put.length;
		for (const [id, list] of fills) {
			const here = await base.sources.get(id);
			if (!here) continue;
			const next = list.reduce(filled, here);
			if (sameContent(next, here)) continue;
			put.push(next);
			changed++;
		}
		return put.length ? { put } : null;
	});
	try {
		await base.transaction('rw', base.manuscripts, async () => {
			// another tab may have taken the same package in
			for (const m of manuscripts) if (await base.manuscripts.get(m.id)) m.id = newId();
			await base.manuscripts.bulkAdd(manuscripts);
		});
	} catch (e) {
		if (done) await journal.undo();
		throw e;
	}
	const takeBack = async (): Promise<number> => {
		let left = 0;
		await base.transaction('rw', base.manuscripts, base.styles, async () => {
			for (const m of manuscripts) {
				const here = await base.manuscripts.get(m.id);
				if (here && here.updatedAt === now) await base.manuscripts.delete(m.id);
				else if (here) left++;
			}
			if (!left) await base.styles.bulkDelete(styles);
		});
		// sources that a manuscript which stays cites stay with it
		if (done && !left) left += (await journal.undo())?.left ?? 0;
		return left;
	};
	return { manuscripts, added, filled: changed, takeBack };
}
