/** Entries of a typed list that are sources at hand already. */
import { stripMarkup, type Item } from '../csl';
import { bareDoi, createMatcher, creatorsOf, nameKey, prepare, words } from '../source';
import type { ReadEntry } from './list';
import type { MatchSource } from './types';

export interface Linked {
	entry: ReadEntry;
	/** The source it is; null where it is new. */
	sourceId: string | null;
	/** In words, how it was recognised. */
	why: string;
	/** Number in front of the entry, or its place in the list. */
	number: number;
	/** Letter behind the year. */
	letter: string;
}

const str = (v: unknown) => (typeof v === 'string' ? v : typeof v === 'number' ? String(v) : '');
const bareUrl = (s: string) => s.replace(/^https?:\/\/(?:www\.)?|[/.,;)]+$/g, '').toLowerCase();
const squash = (s: string) => words(s).join('');

interface Fact {
	s: MatchSource;
	title: string;
	/** Title without its subtitle. */
	head: string;
	people: string[];
	year: string;
	doi: string;
	url: string;
	page: string;
	volume: string;
}

/**
 * Joins a typed list with sources. What an entry says is compared as it stands, so that an entry which was taken apart
 * wrongly is recognised all the same.
 */
export function linkEntries(entries: ReadEntry[], sources: readonly MatchSource[]): Linked[] {
	const facts = sources.map((s): Fact => {
		const people = creatorsOf(s.item).map((n) => nameKey(n.literal || n.family || n.given || ''));
		return {
			s,
			title: squash(stripMarkup(str(s.item.title))),
			head: squash(stripMarkup(str(s.item.title)).split(/[:.?!–—]\s/)[0]),
			people,
			year: /\d{4}/.exec(JSON.stringify(s.item.issued ?? ''))?.[0] ?? '',
			doi: (bareDoi(str(s.item.DOI)) ?? '').toLowerCase(),
			url: bareUrl(str(s.item.URL)),
			page: /^[\p{L}\p{N}]+/u.exec(str(s.item.page))?.[0] ?? '',
			volume: str(s.item.volume)
		};
	});
	const byDoi = new Map(facts.filter((f) => f.doi).map((f) => [f.doi, f]));
	const byUrl = new Map(facts.filter((f) => f.url).map((f) => [f.url, f]));
	const byFamily = new Map<string, Fact[]>();
	for (const f of facts) {
		const k = f.people[0] ?? '';
		byFamily.set(k, [...(byFamily.get(k) ?? []), f]);
	}
	const matcher = createMatcher(sources.map((s) => ({ id: s.id, item: s.item })));
	return entries.map((entry, i) => {
		const low = squash(entry.text);
		const said = runs(words(entry.text));
		const doi = (bareDoi(str(entry.item.DOI)) ?? '').toLowerCase();
		const base = { entry, number: numberOf(entry.text) ?? i + 1, letter: letterOf(entry.text, entry.item) };
		const known = byDoi.get(doi);
		if (doi && known) return { ...base, sourceId: known.s.id, why: 'the same DOI' };
		const page = byUrl.get(bareUrl(str(entry.item.URL)));
		if (page) return { ...base, sourceId: page.s.id, why: 'the same address' };
		// whoever is named in the entry
		const pool = [...said].flatMap((k) => byFamily.get(k) ?? []);
		const near = pool.length ? new Set(pool) : new Set(facts);
		let best: { f: Fact; score: number } | null = null;
		for (const f of near) {
			const whole = f.title.length > 5 && low.includes(f.title);
			const head = !whole && f.head.length > 9 && low.includes(f.head);
			if (!whole && !head) continue;
			const year = f.year !== '' && entry.text.includes(f.year);
			const person = f.people[0] ? said.has(f.people[0]) || low.includes(f.people[0]) : true;
			if (!(f.title.length > 20 || year) || (!person && f.title.length < 30)) continue;
			const score = f.title.length + (year ? 20 : 0) + (person ? 20 : 0) - (head ? 10 : 0);
			if (!best || score > best.score) best = { f, score };
		}
		if (best) return { ...base, sourceId: best.f.s.id, why: 'the same title' };
		const like = matcher.match(prepare(entry.item));
		if (like?.sure) return { ...base, sourceId: like.id, why: like.reason };
		const told = withoutTitle(entry.text, near);
		return told
			? { ...base, sourceId: told.s.id, why: 'the same author, year and place' }
			: { ...base, sourceId: null, why: '' };
	});
}

/** Keys of all runs of up to six words: bodies have names of several. */
function runs(w: string[]): Set<string> {
	const out = new Set<string>();
	for (let i = 0; i < w.length; i++)
		for (let n = 1; n <= 6 && i + n <= w.length; n++) out.add(nameKey(w.slice(i, i + n).join('')));
	return out;
}

/**
 * Some styles print no titles of articles: an entry is told by first author and year with the first page or the volume, or
 * by all of several authors; by author and year alone where it says nothing else. Only where one source fits.
 */
function withoutTitle(text: string, near: Iterable<Fact>): Fact | null {
	const w = new Set(text.match(/[\p{L}\p{N}]+/gu) ?? []);
	const keys = runs(words(text));
	let best: { f: Fact; score: number } | null = null;
	let tie = false;
	for (const f of near) {
		if (!f.year || !text.includes(f.year) || !f.people[0] || !keys.has(f.people[0])) continue;
		const others = f.people.slice(1, 4);
		const all = others.filter((x) => keys.has(x)).length;
		if (others.length && !all && !/\bet al\b/.test(text)) continue;
		const page = f.page !== '' && w.has(f.page);
		const volume = f.volume !== '' && w.has(f.volume);
		const score = (page ? 3 : 0) + (volume ? 2 : 0) + (all >= 1 ? 1 + all : 0) + (text.length < 70 ? 2 : 0);
		if (score < 2) continue;
		if (best && score === best.score) tie = true;
		else if (!best || score > best.score) {
			best = { f, score };
			tie = false;
		}
	}
	return best && !tie ? best.f : null;
}

const numberOf = (text: string): number | null => {
	const m = /^\s*(?:\[(\d{1,4})\]|\((\d{1,4})\)|(\d{1,4})[.)]?(?=\s))/.exec(text);
	return m ? Number(m[1] ?? m[2] ?? m[3]) : null;
};
function letterOf(text: string, item: Item): string {
	const year = /\d{4}/.exec(JSON.stringify(item.issued ?? ''))?.[0];
	return (
		(year && new RegExp(`\\b${year}\\s?([a-z])\\b`).exec(text)?.[1]) ||
		/\b(?:1[4-9]|20)\d\d([a-z])\b/.exec(text.slice(0, 200))?.[1] ||
		(/\bn\.\s?d\.-?\s?([a-z])\b/.exec(text)?.[1] ?? '')
	);
}

/** Sources with what the typed list says of them: that they are in it, their number, their letter. */
export function withList(sources: readonly MatchSource[], linked: readonly Linked[], addNew: boolean): MatchSource[] {
	const said = new Map<string, Linked>();
	for (const l of linked) if (l.sourceId && !said.has(l.sourceId)) said.set(l.sourceId, l);
	const out = sources.map((s): MatchSource => {
		const l = said.get(s.id);
		return l ? { ...s, listed: true, number: l.number, ...(l.letter ? { letter: l.letter } : {}) } : s;
	});
	if (addNew)
		for (const l of linked)
			if (!l.sourceId)
				out.push({
					id: l.entry.item.id,
					key: '',
					item: l.entry.item,
					listed: true,
					number: l.number,
					...(l.letter ? { letter: l.letter } : {})
				});
	return out;
}
