/** The look-up stand-in: answers as services do, slowly now and then, with several candidates or none, and sometimes not at all. */
import type { Item } from '$lib/core/csl';
import { createIndex } from '$lib/core/search';
import { blankSource, recognise, toIsbn13, type Identifier } from '$lib/core/source';
import demo from '$demo/library.json';
import { makeCatalogue } from './catalogue';

/** What is asked and cannot be answered, with the status of HTTP for it. */
export class LookupError extends Error {
	constructor(
		readonly status: 400 | 404 | 502 | 503,
		message: string
	) {
		super(message);
	}
}

interface Shelf {
	all: Item[];
	byId: Map<string, Item[]>;
	index: ReturnType<typeof createIndex>;
}

let shelf: Shelf | null = null;

const key = (id: { kind: string; value: string }) =>
	`${id.kind}:${id.kind === 'ISBN' ? toIsbn13(id.value) : id.value.toLowerCase()}`;

function open(): Shelf {
	if (shelf) return shelf;
	const all: Item[] = [
		...makeCatalogue(),
		...(demo as unknown as { key: string; item: Item }[]).map((s) => ({ ...s.item, id: s.key }))
	];
	const byId = new Map<string, Item[]>();
	const put = (kind: string, value: unknown, item: Item) => {
		if (typeof value !== 'string' || !value) return;
		const k = key({ kind, value: value.replace(/^https:\/\/doi\.org\//, '') });
		byId.set(k, [...(byId.get(k) ?? []), item]);
	};
	for (const item of all) {
		for (const f of ['DOI', 'PMID', 'PMCID', 'URL']) put(f, item[f], item);
		put('ISBN', String(item.ISBN ?? '').replace(/-/g, ''), item);
		const arxiv = /^arXiv:(\S+)$/.exec(String(item.number ?? ''));
		if (arxiv) put('arXiv', arxiv[1], item);
	}
	const index = createIndex();
	index.set(all.map(blankSource));
	return (shelf = { all, byId, index });
}

/** How many records there are to find. */
export const catalogueSize = (): number => open().all.length;

/** A number between 0 and 1 that is the same for the same text (FNV-1a). */
function seeded(text: string): number {
	let h = 0x811c9dc5;
	for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
	return (h >>> 0) / 4294967296;
}

/** Milliseconds a question takes: most are quick, one in eight is slow. */
export const delayOf = (q: string): number => {
	const x = seeded(q);
	return Math.round(x > 0.875 ? 900 + 4000 * (x - 0.875) : 60 + 300 * x);
};

const MOST = 6;

/** Answers one question at once. @throws LookupError with what is wrong, in words. */
export function answer(q: string): Item[] {
	const text = q.trim();
	if (!text) throw new LookupError(400, 'Nothing was asked.');
	const id = recognise(text);
	if (id?.fault) throw new LookupError(400, id.fault);
	if (id) return byIdentifier(id);
	if (/^doi\s*:/i.test(text))
		throw new LookupError(400, `“${text.slice(4).trim().slice(0, 80)}” is no DOI: one begins with 10. and a number.`);
	const found = open().index.find(text, { limit: MOST });
	if (!found.length) throw new LookupError(404, `Nothing was found for “${text}”.`);
	return found.map((f) => open().all.find((i) => i.id === f)!);
}

/** A DOI under 10.5555/fail. stands for a service that is down. */
function byIdentifier(id: Identifier): Item[] {
	if (id.kind === 'DOI' && /^10\.5555\/fail\b/i.test(id.value))
		throw new LookupError(503, 'The service that knows this does not answer at the moment.');
	const found = open().byId.get(key(id));
	if (!found) throw new LookupError(404, `Nobody knows the ${id.kind} ${id.value}.`);
	return found;
}
