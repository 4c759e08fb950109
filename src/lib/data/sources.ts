/** The library: one for all manuscripts. Every write is a transaction. */
import { db, type Database } from './db';
import type { Source } from '$lib/core/source';
import { makeKey } from '$lib/core/source';
import type { Item } from '$lib/core/csl';
import { newId } from '$lib/core/manuscript';

/** A new source around an item; the key is made from author and year unless a free one is wished. */
export async function addSources(
	list: { item: Item; key?: string; tags?: string[]; annotation?: string }[],
	origin: string,
	base: Database = db
): Promise<Source[]> {
	return base.transaction('rw', base.sources, async () => {
		const taken = new Set<string>((await base.sources.orderBy('key').keys()) as string[]);
		const now = Date.now();
		const added = list.map(({ item, key, tags, annotation }, i): Source => {
			const id = newId();
			const wish = key && /^[^\s;|{}@,]+$/.test(key) && !taken.has(key) ? key : makeKey(item, (k) => taken.has(k));
			taken.add(wish);
			return {
				id,
				key: wish,
				item: { ...item, id },
				tags: tags ?? [],
				shelves: [],
				annotation: annotation ?? '',
				excerpts: [],
				origin,
				createdAt: now + i,
				updatedAt: now + i
			};
		});
		await base.sources.bulkAdd(added);
		return added;
	});
}

export class KeyTaken extends Error {
	constructor(
		readonly key: string,
		readonly proposal: string
	) {
		super(`The key “${key}” belongs to another source. “${proposal}” is free.`);
	}
}

/** Saves a changed source. @throws KeyTaken where another source has its key. */
export async function saveSource(source: Source, base: Database = db): Promise<Source> {
	const next = { ...source, item: { ...source.item, id: source.id }, updatedAt: Date.now() };
	await base.transaction('rw', base.sources, async () => {
		const other = await base.sources.where('key').equals(next.key).first();
		if (other && other.id !== next.id) {
			const keys = new Set((await base.sources.orderBy('key').keys()) as string[]);
			let n = 2;
			while (keys.has(`${next.key}-${n}`)) n++;
			throw new KeyTaken(next.key, `${next.key}-${n}`);
		}
		await base.sources.put(next);
	});
	return next;
}

/** Takes sources out of the library; what is returned can be given to putBack. */
export async function removeSources(ids: string[], base: Database = db): Promise<Source[]> {
	return base.transaction('rw', base.sources, async () => {
		const gone = (await base.sources.bulkGet(ids)).filter((s): s is Source => Boolean(s));
		await base.sources.bulkDelete(ids);
		return gone;
	});
}

export async function putBack(sources: Source[], base: Database = db): Promise<void> {
	await base.sources.bulkPut(sources);
}
