/** The library: one for all manuscripts. Every write is a transaction and can be taken back (journal.ts). */
import { db, type Database } from './db';
import { journal, Journal } from './journal';
import { makeKey, mergeSources, normalIdentifier, type Source } from '$lib/core/source';
import type { Item } from '$lib/core/csl';
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
}

const count = (n: number, word = 'source') => `${n.toLocaleString('en')} ${word}${n === 1 ? '' : 's'}`;

async function takenKeys(base: Database): Promise<Set<string>> {
	return new Set((await base.sources.orderBy('key').keys()) as string[]);
}

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
	const taken = await takenKeys(base);
	const now = Date.now();
	const added = list.map(({ item, key, tags, shelves, annotation, excerpts }, i): Source => {
		const id = newId();
		const wish = key && /^[^\s;|{}@,]+$/.test(key) && !taken.has(key) ? key : makeKey(item, (k) => taken.has(k));
		taken.add(wish);
		return {
			id,
			key: wish,
			item: { ...item, id },
			tags: tags ?? [],
			shelves: shelves ?? [],
			annotation: annotation ?? '',
			excerpts: excerpts ?? [],
			origin,
			createdAt: now + Math.min(i, 999),
			updatedAt: now
		};
	});
	await journalOf(base).act(what || `Added ${count(added.length)}`, [...added, ...changed], [], !changed.length);
	return added;
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
export async function saveSource(source: Source, base: Database = db, what = 'Changed a source'): Promise<Source> {
	const next = { ...source, item: { ...source.item, id: source.id } };
	const other = await base.sources.where('key').equals(next.key).first();
	if (other && other.id !== next.id) {
		const keys = await takenKeys(base);
		let n = 2;
		while (keys.has(`${next.key}-${n}`)) n++;
		throw new KeyTaken(next.key, `${next.key}-${n}`);
	}
	await journalOf(base).act(what, [next]);
	return next;
}

/** Edits wait for each other: two fields typed one after the other must not undo each other. */
let line: Promise<unknown> = Promise.resolve();

/**
 * Changes a source as it stands when its turn comes.
 * @param change gives the source itself where nothing is to be changed
 * @throws KeyTaken; what `change` throws
 */
export function editSource(
	id: string,
	change: (s: Source) => Source | Promise<Source>,
	what: string,
	base: Database = db
): Promise<Source> {
	const turn = async () => {
		const now = await base.sources.get(id);
		if (!now) throw new Error('This source is no longer in the library.');
		const next = await change(now);
		return next === now ? now : saveSource(next, base, what);
	};
	const mine = line.then(turn, turn);
	line = mine.catch(() => undefined);
	return mine;
}

/** Changes many in one step. */
export async function changeSources(
	ids: string[],
	change: (s: Source) => Source,
	what: string,
	base: Database = db
): Promise<number> {
	const found = (await base.sources.bulkGet(ids)).filter((s): s is Source => Boolean(s));
	const next = found.map(change).filter((s, i) => s !== found[i]);
	if (next.length) await journalOf(base).act(what, next);
	return next.length;
}

/** Takes sources out of the library. */
export async function removeSources(ids: string[], base: Database = db): Promise<Source[]> {
	const gone = (await base.sources.bulkGet(ids)).filter((s): s is Source => Boolean(s));
	await journalOf(base).act(
		`Deleted ${count(gone.length)}`,
		[],
		gone.map((s) => s.id)
	);
	return gone;
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
	const all = (await base.sources.bulkGet([keepId, ...otherIds])).filter((s): s is Source => Boolean(s));
	if (all.length < 2 || all[0].id !== keepId)
		throw new Error('One of these sources is no longer in the library. Nothing was merged.');
	const merged = mergeSources(all, 0, choice);
	await journalOf(base).act(`Merged ${count(all.length)}`, [merged], otherIds);
	return merged;
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
