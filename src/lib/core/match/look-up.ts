/** Entries of a typed list beside what a look-up answers: which answer is the same work, what it adds, where it differs. */
import type { Item, Name } from '../csl';
import { bareDoi, fold, mainTitle, nameKey, words } from '../source';
import { linkEntries } from './link';
import type { ReadEntry } from './list';

export interface Compared {
	/** The answer. */
	item: Item;
	/** In words, how it was recognised. */
	why: string;
	/** Fields that the entry does not have. */
	adds: string[];
	/** Fields that say something else than the entry. */
	differs: string[];
}

const str = (v: unknown) => (typeof v === 'string' ? v : typeof v === 'number' ? String(v) : '');

/** What to ask, the most telling first: its DOI or ISBN, then who and what. Nothing for an entry that says neither. */
export function questionsOf(item: Item): string[] {
	const out: string[] = [];
	const doi = bareDoi(str(item.DOI));
	if (doi) out.push(doi);
	else if (item.ISBN) out.push(str(item.ISBN));
	const [first] = (item.author ?? item.editor ?? []) as Name[];
	const title = words(mainTitle(str(item.title))).slice(0, 8);
	if (title.length) out.push([first?.family ?? first?.literal ?? '', ...title].filter(Boolean).join(' '));
	return out;
}

/** Fields that say nothing of which work it is, or that no list prints. */
const NOT_COMPARED = new Set(['id', 'type', 'custom', 'abstract', 'language', 'source', 'keyword', 'note', 'accessed']);

const squash = (v: unknown) => words(str(v)).join('');
const year = (v: unknown) => /-?\d{3,4}/.exec(JSON.stringify(v ?? ''))?.[0] ?? '';
const families = (v: unknown) => (v as Name[]).map((n) => nameKey(n.family ?? n.literal ?? n.given ?? ''));

/** “41–8” as “41–48”. */
function wholeRange(v: unknown): string {
	const m = /^\s*(\p{L}*)(\d+)\s*[-–—]+\s*\1(\d+)\s*$/u.exec(str(v));
	if (!m) return squash(v);
	const [, letters, from, to] = m;
	return `${letters}${from}-${from.slice(0, Math.max(0, from.length - to.length))}${to}`;
}

/** One is the other shortened: “J. Lamp Stud.”, or a title without what follows its colon. */
function shortened(a: unknown, b: unknown): boolean {
	const [x, y] = [words(fold(str(a))), words(fold(str(b)))].sort((p, q) => p.join('').length - q.join('').length);
	if (y.join('').startsWith(x.join(''))) return true;
	let at = 0;
	return x.every((w) => {
		while (at < y.length && !y[at].startsWith(w)) at++;
		return at++ < y.length;
	});
}

function same(field: string, a: unknown, b: unknown): boolean {
	if (Array.isArray(a) && Array.isArray(b)) {
		const [x, y] = [families(a), families(b)].sort((p, q) => p.length - q.length);
		// “et al.” leaves the rest out
		return x.every((f, i) => f === y[i]);
	}
	if (typeof a === 'object' || typeof b === 'object') return year(a) === year(b);
	if (field === 'DOI') return bareDoi(str(a))?.toLowerCase() === bareDoi(str(b))?.toLowerCase();
	if (field === 'page') return wholeRange(a) === wholeRange(b);
	if (/title|publisher/.test(field)) return shortened(a, b);
	return squash(a) === squash(b);
}

/** The answer that is the work of an entry; null where none is. */
export function compareAnswers(entry: ReadEntry, answers: readonly Item[]): Compared | null {
	const [{ sourceId, why }] = linkEntries(
		[entry],
		answers.map((item, i) => ({ id: String(i), key: '', item }))
	);
	if (sourceId === null) return null;
	const item = answers[Number(sourceId)];
	const adds: string[] = [];
	const differs: string[] = [];
	for (const [field, value] of Object.entries(item)) {
		if (NOT_COMPARED.has(field) || value === undefined || value === '') continue;
		const own = entry.item[field];
		if (own === undefined) adds.push(field);
		else if (!same(field, own, value)) differs.push(field);
	}
	return { item, why, adds, differs };
}

/** The entry's item with what an answer adds; what it says itself stays. */
export function completed(item: Item, { item: answer, adds }: Compared): Item {
	return { ...item, ...Object.fromEntries(adds.map((f) => [f, answer[f]])) };
}
