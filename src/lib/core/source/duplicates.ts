/**
 * Likely duplicates: records of one work told by identifiers, or by title, year, names and pages together. Pairs are
 * looked for only among records that share something rare, so that tens of thousands take a moment.
 */
import { normalDate, stripMarkup, type Item, type Name } from '../csl';
import { fold, nameKey, words } from './fold';
import { bareDoi, readIsbn, toIsbn13 } from './identifiers';
import { creatorsOf } from './show';

interface Mark {
	id: string;
	item: Item;
	doi: string;
	/** Other identifiers that name this very work. */
	names: string[];
	isbns: string[];
	title: string;
	/** Title without its subtitle. */
	head: string;
	tokens: Set<string>;
	family: string;
	families: Set<string>;
	year: number;
	pageFrom: string;
	place: string;
	/** Keys by which it is found, but for those of rare words. */
	keys: string[];
}

const str = (v: unknown) => (typeof v === 'string' ? v : typeof v === 'number' ? String(v) : '');
const squash = (s: string) => words(s).join('');

function mark(id: string, item: Item): Mark {
	const title = stripMarkup(str(item.title));
	const people = creatorsOf(item);
	const families = people.map((n: Name) => nameKey(n.literal || n.family || n.given || '')).filter(Boolean);
	const d = normalDate(item.issued);
	const url = str(item.URL);
	const names = [
		item.PMID && `pmid:${str(item.PMID).replace(/\D/g, '')}`,
		item.PMCID && `pmcid:${str(item.PMCID).replace(/\D/g, '')}`
	].filter((x): x is string => Boolean(x) && /\d$/.test(String(x)));
	const m = {
		id,
		item,
		doi: (bareDoi(str(item.DOI)) ?? (/\bdoi\b/i.test(url) ? bareDoi(url) : null) ?? '').toLowerCase(),
		names,
		isbns: str(item.ISBN)
			.split(/[,;]\s*|\s+(?=97[89])/)
			.map((s) => readIsbn(s))
			.filter((r) => r && !r.fault)
			.map((r) => toIsbn13(r!.value)),
		title: squash(title),
		head: squash(title.split(/[:.?!–—]\s/)[0]),
		tokens: new Set(words(title).filter((w) => w.length > 2)),
		family: families[0] ?? '',
		families: new Set(families),
		year: d?.start?.year ?? 0,
		pageFrom: /^\w+/.exec(str(item.page))?.[0] ?? '',
		place: squash(str(item['container-title']))
	};
	return { ...m, keys: fixedKeys(m) };
}

const PARTS = new Set(['chapter', 'entry', 'entry-encyclopedia', 'entry-dictionary', 'paper-conference', 'figure']);
const REVIEWS = new Set(['review', 'review-book']);

/** Share of words two titles have in common, 0 to 1 (Dice). */
function likeness(a: Set<string>, b: Set<string>): number {
	if (!a.size || !b.size) return 0;
	let both = 0;
	for (const w of a) if (b.has(w)) both++;
	return (2 * both) / (a.size + b.size);
}

export interface Likeness {
	/** In words: "the same DOI", "the same title, year and author". */
	reason: string;
	/** Certain enough to be taken for one without asking at import. */
	sure: boolean;
}

/** Whether two records speak of one work, and why. */
function compare(a: Mark, b: Mark): Likeness | null {
	if (REVIEWS.has(a.item.type) !== REVIEWS.has(b.item.type)) return null;
	// what rules most pairs out is looked at first
	if (a.doi && b.doi && a.doi !== b.doi) return null;
	const alike = a.title === b.title && a.title ? 1 : likeness(a.tokens, b.tokens);
	if (a.doi && b.doi) return { reason: 'the same DOI', sure: alike > 0.3 || !a.title || !b.title };
	if (a.names.some((n) => b.names.includes(n))) return { reason: 'the same PubMed number', sure: alike > 0.3 };
	const differ = (f: string) => str(a.item[f]) && str(b.item[f]) && fold(str(a.item[f])) !== fold(str(b.item[f]));
	if (differ('edition') || differ('volume') || differ('number') || differ('part-number')) return null;
	const shareIsbn = a.isbns.some((n) => b.isbns.includes(n));
	if (shareIsbn && !PARTS.has(a.item.type) && !PARTS.has(b.item.type) && (alike > 0.4 || head(a, b, 12)))
		return { reason: 'the same ISBN', sure: true };
	if (a.year && b.year && Math.abs(a.year - b.year) > 1) return null;
	const people =
		!a.family || !b.family ? 0 : a.family === b.family ? 1 : [...a.families].some((f) => b.families.has(f)) ? 0.5 : -1;
	if (people < 0) return null;
	const pages = a.pageFrom && b.pageFrom ? (a.pageFrom === b.pageFrom ? 1 : -1) : 0;
	if (pages < 0 && (a.place !== b.place || a.title.length < 30)) return null;
	if (differ('issue') && pages <= 0) return null;
	const sameYear = Boolean(a.year) && a.year === b.year;
	const generic = a.tokens.size < 3;
	if (alike === 1 && a.title) {
		if (generic && !(people === 1 && sameYear) && pages !== 1) return null;
		if (!people && !sameYear && pages !== 1) return null;
		const why = ['title', sameYear && 'year', people === 1 && 'author', pages === 1 && 'pages'].filter(
			Boolean
		) as string[];
		return { reason: `the same ${list(why)}`, sure: people === 1 && sameYear && pages >= 0 };
	}
	if (people <= 0) return null;
	// a short title needs the very year
	if (head(a, b, people === 1 && sameYear ? 6 : 12))
		return { reason: 'the same title but for the subtitle, the same author', sure: false };
	if (generic || b.tokens.size < 3) return null;
	if (alike >= 0.8 && sameYear) return { reason: 'nearly the same title, the same author and year', sure: false };
	if (pages === 1 && sameYear && a.place && a.place === b.place && people === 1)
		return { reason: 'the same author, year, journal and page', sure: false };
	return null;
}

/** One is the other's title without its subtitle. */
const head = (a: Mark, b: Mark, least: number) =>
	a.head.length >= least && a.head === b.head && (a.head === a.title || b.head === b.title);
const list = (l: string[]) => (l.length < 2 ? l.join('') : `${l.slice(0, -1).join(', ')} and ${l[l.length - 1]}`);

/** Buckets that are larger say nothing. */
const MOST = 40;

/** What two records of one work have in common, whatever else is known. */
function fixedKeys(m: Omit<Mark, 'keys'>): string[] {
	const out = [...m.names, ...m.isbns.map((n) => `isbn:${n}`)];
	if (m.doi) out.push(`doi:${m.doi}`);
	if (m.title) out.push(`t:${m.title.slice(0, 30)}`, `h:${m.head.slice(0, 30)}`);
	if (m.family && m.year) for (const y of [m.year, m.year + 1]) out.push(`a:${m.family}${y}`);
	return out;
}

/** The keys of a record, with pairs of the three rarest words of its title. */
function keysOf(m: Mark, rare: (w: string) => number): string[] {
	const out = [...m.keys];
	const before = (x: { w: string; n: number }, y: { w: string; n: number }) =>
		x.n !== y.n ? x.n - y.n : x.w < y.w ? -1 : 1;
	const scarce: { w: string; n: number }[] = [];
	for (const w of m.tokens) {
		const word = { w, n: rare(w) };
		if (scarce.length === 3 && before(word, scarce[2]) > 0) continue;
		scarce.push(word);
		scarce.sort(before);
		scarce.length = Math.min(scarce.length, 3);
	}
	for (let i = 0; i < scarce.length; i++)
		for (let j = i + 1; j < scarce.length; j++) {
			const [a, b] = [scarce[i].w, scarce[j].w];
			out.push(`w:${a < b ? `${a} ${b}` : `${b} ${a}`}`);
		}
	return out;
}

export interface Group extends Likeness {
	ids: string[];
}

/** A record made ready for comparing; it can be given to several matchers. */
export type Prepared = { readonly item: Item };

/** Makes a record ready for comparing. */
export const prepare = (item: Item): Prepared => mark('', item);

/** Knows records and says which of them a new one is like. */
export interface Matcher {
	add(id: string, record: Prepared): void;
	/** The likest record, or null. */
	match(record: Prepared): (Likeness & { id: string }) | null;
}

export function createMatcher(records: Iterable<{ id: string; item: Item }> = []): Matcher {
	const marks: Mark[] = [];
	const frequency = new Map<string, number>();
	const buckets = new Map<string, Mark[]>();
	const rare = (w: string) => frequency.get(w) ?? 0;
	const enter = (m: Mark) => {
		for (const w of m.tokens) frequency.set(w, rare(w) + 1);
		for (const k of keysOf(m, rare)) {
			const b = buckets.get(k);
			if (!b) buckets.set(k, [m]);
			else if (b.length < MOST) b.push(m);
		}
	};
	for (const r of records) marks.push(mark(r.id, r.item));
	marks.forEach(enter);
	return {
		add(id, record) {
			const m = { ...(record as Mark), id };
			marks.push(m);
			enter(m);
		},
		match(record) {
			const m = record as Mark;
			let best: (Likeness & { id: string }) | null = null;
			if (!marks.length) return best;
			const seen = new Set<Mark>();
			for (const k of keysOf(m, rare))
				for (const other of buckets.get(k) ?? []) {
					if (seen.has(other)) continue;
					seen.add(other);
					const l = compare(m, other);
					if (l && (!best || (l.sure && !best.sure))) best = { ...l, id: other.id };
				}
			return best;
		}
	};
}

/**
 * All groups of records that seem to be one work.
 * @param notDuplicates pairs of ids, in order and joined by a space, that the person said are two
 */
export function findDuplicates(
	records: Iterable<{ id: string; item: Item }>,
	notDuplicates: ReadonlySet<string> = new Set()
): Group[] {
	const marks = [...records].map((r) => mark(r.id, r.item));
	const frequency = new Map<string, number>();
	for (const m of marks) for (const w of m.tokens) frequency.set(w, (frequency.get(w) ?? 0) + 1);
	const buckets = new Map<string, number[]>();
	marks.forEach((m, i) => {
		for (const k of keysOf(m, (w) => frequency.get(w) ?? 0)) {
			const b = buckets.get(k);
			if (b) b.push(i);
			else buckets.set(k, [i]);
		}
	});
	const parent = marks.map((_, i) => i);
	const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i])));
	const why = new Map<number, Likeness>();
	const done = new Set<number>();
	for (const [k, b] of buckets) {
		if (b.length < 2 || (b.length > MOST && !/^(?:doi|isbn|pm)/.test(k))) continue;
		for (let x = 0; x < b.length; x++)
			for (let y = x + 1; y < b.length; y++) {
				const pair = b[x] * marks.length + b[y];
				if (done.has(pair)) continue;
				done.add(pair);
				if (notDuplicates.has(pairKey(marks[b[x]].id, marks[b[y]].id))) continue;
				const l = compare(marks[b[x]], marks[b[y]]);
				if (!l) continue;
				const [p, q] = [root(b[x]), root(b[y])];
				const before = why.get(p) ?? why.get(q);
				why.delete(q);
				parent[q] = p;
				why.set(p, before && !(l.sure && !before.sure) ? before : l);
			}
	}
	const groups = new Map<number, string[]>();
	marks.forEach((m, i) => {
		const r = root(i);
		groups.set(r, [...(groups.get(r) ?? []), m.id]);
	});
	return [...groups].filter(([, ids]) => ids.length > 1).map(([r, ids]) => ({ ids, ...why.get(r)! }));
}

/** How a pair that is none is remembered. */
export const pairKey = (a: string, b: string): string => (a < b ? `${a} ${b}` : `${b} ${a}`);
