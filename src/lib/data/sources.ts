/** The library: one for all manuscripts. Every write is a transaction and can be taken back (journal.ts). */
import { db, type Database } from './db';
import { journal, Journal } from './journal';
import { makeKey, normalIdentifier, withBareDoi, type Source } from '$lib/core/source';
import type { Item } from '$lib/core/csl';
import { freeKey } from './bin';
import { newId } from '$lib/core/manuscript';

const journals = new WeakMap<Database, Journal>([[db, journal]]);
/** The journal of a database; tests have databases of their own. */
export function journalOf(base: Database): Journal {
	let j = journals.get(base);
	if (!j) journals.set(base, (j = new Journal(base)));
	return j;
}

export interface NewSource {
	item: Item;
	key?: string;
	tags?: string[];
	shelves?: string[];
	annotation?: string;
	excerpts?: Source['excerpts'];
	/** Where it comes from, where that is another place than that of the rest. */
	origin?: string;
}

const count = (n: number, word = 'source') => `${n.toLocaleString('en')} ${word}${n === 1 ? '' : 's'}`;

async function takenKeys(base: Database): Promise<Set<string>> {
	return new Set((await base.sources.orderBy('key').keys()) as string[]);
}

/** A key that can be typed in the cite line: no spaces and none of its marks. */
const TYPABLE = /^[^\s;|{}@,]+$/;

/**
 * New sources around items; a key is made from author and year unless a free one is wished.
 * @param changed sources that are here already and change in the same step
 */
export async function addSources(
	list: NewSource[],
	origin: string,
	base: Database = db,
	what = '',
	changed: Source[] = []
): Promise<Source[]> {
	let added: Source[] = [];
	const done = await journalOf(base).act(what || `Added ${count(list.length)}`, async () => {
		const taken = await takenKeys(base);
		const now = Date.now();
		const here = new Map((await base.sources.bulkGet(changed.map((s) => s.id))).flatMap((s) => (s ? [[s.id, s]] : [])));
		added = list.map(({ item: given, key, tags, shelves, annotation, excerpts, origin: own }, i): Source => {
			const id = newId();
			const item = withBareDoi(given, true);
			const wish = key && TYPABLE.test(key) && !taken.has(key) ? key : makeKey(item, (k) => taken.has(k));
			taken.add(wish);
			return {
				id,
				key: wish,
				item: { ...item, id },
				tags: tags ?? [],
				shelves: shelves ?? [],
				annotation: annotation ?? '',
				excerpts: excerpts ?? [],
				origin: own ?? origin,
				createdAt: now + Math.min(i, 999),
				updatedAt: now
			};
		});
		return { put: [...added, ...changed.map((s) => asStored(s, here.get(s.id)))], fresh: !changed.length };
	});
	return done!.written.slice(0, added.length);
}

/** A changed source in the form it is stored in; what was not changed stays, for clean-up to speak of. */
function asStored(s: Source, before: Source | undefined): Source {
	const item = s.item.DOI === before?.item.DOI ? s.item : withBareDoi(s.item);
	return item === s.item ? s : { ...s, item };
}

export class KeyTaken extends Error {
	override name = 'KeyTaken';
	constructor(
		readonly key: string,
		readonly proposal: string
	) {
		super(`The key “${key}” belongs to another source. “${proposal}” is free.`);
	}
}

/** Within a transaction: that a source's key is no other's. @throws KeyTaken */
async function checkKey(s: Source, base: Database): Promise<void> {
	const other = await base.sources.where('key').equals(s.key).first();
	if (other && other.id !== s.id) throw new KeyTaken(s.key, freeKey(s.key, await takenKeys(base)));
}

/** Saves a changed source. @throws KeyTaken where another source has its key. */
export async function saveSource(source: Source, base: Database = db, what = 'Changed a source'): Promise<Source> {
	const done = await journalOf(base).act(what, async () => {
		const given = { ...source, item: { ...source.item, id: source.id } };
		const next = asStored(given, await base.sources.get(source.id));
		await checkKey(next, base);
		return { put: [next] };
	});
	return done!.written[0];
}

/**
 * Changes a source as it stands when its turn comes: two fields typed one after the other do not undo each other.
 * @param change gives the source itself where nothing is to be changed
 * @throws KeyTaken; what `change` throws
 */
export async function editSource(
	id: string,
	change: (s: Source) => Source,
	what: string,
	base: Database = db
): Promise<Source> {
	let now: Source | undefined;
	const done = await journalOf(base).act(what, async () => {
		now = await base.sources.get(id);
		if (!now) throw new Error('This source is no longer in the library.');
		const next = change(now);
		if (next === now) return null;
		await checkKey(next, base);
		return { put: [asStored({ ...next, item: { ...next.item, id } }, now)] };
	});
	return done ? done.written[0] : now!;
}

/** Changes many in one step. @returns how many were changed */
export async function changeSources(
	ids: string[],
	change: (s: Source) => Source,
	what: string,
	base: Database = db
): Promise<number> {
	const done = await journalOf(base).act(what, async () => {
		const found = (await base.sources.bulkGet(ids)).filter((s): s is Source => Boolean(s));
		const put = found.flatMap((s) => {
			const next = change(s);
			return next === s ? [] : [asStored(next, s)];
		});
		return put.length ? { put } : null;
	});
	return done?.written.length ?? 0;
}

/** Takes sources out of the library; they are kept in the bin. */
export async function removeSources(ids: string[], base: Database = db): Promise<Source[]> {
	const done = await journalOf(base).act(
		(a) => `Deleted ${count(a.gone!.length)}`,
		async () => {
			const gone = (await base.sources.bulkGet(ids)).flatMap((s) => (s ? [s.id] : []));
			return gone.length ? { put: [], gone } : null;
		}
	);
	return done?.step.before ?? [];
}

/**
 * Makes one source of several. Citations of the others follow it in every manuscript, open ones at once, because it
 * answers to their ids too.
 */
export async function mergeInto(
	keepId: string,
	otherIds: string[],
	choice: Record<string, number>,
	base: Database = db
): Promise<Source> {
	// before the transaction, which would not wait for it
	const { mergeSources } = await import('$lib/core/source/merge');
	const done = await journalOf(base).act(`Merged ${count(otherIds.length + 1)}`, async () => {
		const all = (await base.sources.bulkGet([keepId, ...otherIds])).filter((s): s is Source => Boolean(s));
		if (all.length < 2 || all[0].id !== keepId)
			throw new Error('One of these sources is no longer in the library. Nothing was merged.');
		return { put: [asStored(mergeSources(all, 0, choice), all[0])], gone: otherIds };
	});
	return done!.written[0];
}

/** Adds what an imported record knows to a source that is here already: fields that are empty here. */
export function enriched(source: Source, record: NewSource): Source {
	const item = { ...source.item };
	for (const [k, v] of Object.entries(record.item)) {
		if (k === 'id' || k === 'type' || k === 'custom' || v === '' || v === undefined) continue;
		item[k] ??= typeof v === 'string' ? normalIdentifier(k, v) : v;
	}
	if (record.item.custom) item.custom = { ...(record.item.custom as object), ...(item.custom as object | undefined) };
	return { ...source, item, tags: [...new Set([...source.tags, ...(record.tags ?? [])])] };
}
