/** Which sources a typed name and year may stand for. */
import { normalDate, stripMarkup, type Item, type Name } from '../csl';
import { bareDoi, creatorsOf, fold, nameKey, words } from '../source';
import type { Candidate, MatchSource, Status } from './types';

interface Known {
	source: MatchSource;
	/** Names by which each creator may be called, folded; the family name first. */
	people: Person[];
	year: string;
	/** Letter behind the year: as a list has it, or by order among works of the same people and year. */
	letter: string;
	letterSaid: boolean;
	title: string[];
	doi: string;
	url: string;
}
interface Person {
	keys: string[];
	initials: string;
	body: boolean;
}

const str = (v: unknown) => (typeof v === 'string' ? v : typeof v === 'number' ? String(v) : '');
/** Names compared without particles as well: “van den Berg” is filed and cited both ways. */
const key = (s: string) => nameKey(s);
const initialsOf = (s: string) =>
	fold(s)
		.split(/[^\p{L}]+/u)
		.filter(Boolean)
		.map((w) => w[0])
		.join('');

/** Initials of the words of a body that are no small words: “Coastal Nature Agency” is CNA. */
export function acronymOf(body: string): string {
	return body
		.split(/[\s-]+/)
		.filter((w) => /^\p{Lu}/u.test(w) && !/^(?:The|Of|For|And)$/.test(w))
		.map((w) => w[0])
		.join('');
}

function personOf(n: Name): Person {
	const family = n.literal ?? n.family ?? n.given ?? '';
	const particle = n['non-dropping-particle'] ?? n['dropping-particle'] ?? '';
	const body = Boolean(n.literal) || n.isInstitution === true || (!n.given && /\s/.test(family));
	const keys = [key(family)];
	if (particle) keys.push(key(`${particle} ${family}`));
	const bare = /^(?:(?:van|von|de|der|den|del|della|di|da|dos|du|la|le|ten|ter|zu|af|el|al)\s+)+(\S.*)$/i.exec(family);
	if (bare) keys.push(key(bare[1]));
	if (body) {
		keys.push(key(family.replace(/^The\s+/i, '')));
		const said = /[([]([\p{Lu}\d-]{2,})[)\]]\s*$/u.exec(family);
		if (said) keys.push(key(said[1]), key(family.slice(0, said.index)));
		const short = acronymOf(family);
		if (short.length > 1) keys.push(key(short));
	}
	return { keys: [...new Set(keys.filter(Boolean))], initials: n.given ? initialsOf(n.given) : '', body };
}

function yearText(item: Item): string {
	const d = normalDate(item.issued);
	return d?.start ? String(d.start.year) : '';
}

/** What was typed: family names or a body or a short title, and a year with its letter. */
export interface Typed {
	names: { family: string; initials: string }[];
	etAl: boolean;
	/** Four digits, or empty for none; `no date` where it says so. */
	year: string;
	letter: string;
	/** Words that may be of the title. */
	title?: string;
}

export class Resolver {
	private readonly byName = new Map<string, Known[]>();
	private readonly byTitle = new Map<string, Known[]>();
	/** By three words in a row at the beginning of the title. */
	private readonly byOpening = new Map<string, Known[]>();
	private readonly byKey = new Map<string, Known>();
	private readonly byDoi = new Map<string, Known>();
	private readonly byUrl = new Map<string, Known>();
	private readonly byNumber = new Map<number, Known>();
	private readonly byYear = new Map<string, Known[]>();
	/** Family names by their first two letters and length, for misspelt ones. */
	private readonly near = new Map<string, Set<string>>();
	/** Abbreviations that the paper itself introduces: “Coastal Nature Agency [CNA]”. */
	private readonly short = new Map<string, string>();
	private readonly excerpts = new Map<string, string[]>();
	readonly size: number;

	excerptsOf(id: string): readonly string[] {
		return this.excerpts.get(id) ?? [];
	}

	/** @param numbers of the entries of the paper's own list, whether they are known or not */
	constructor(
		sources: Iterable<MatchSource>,
		private readonly numbers: ReadonlySet<number> = new Set()
	) {
		const all: Known[] = [];
		for (const source of sources) {
			const { item } = source;
			const people = creatorsOf(item).map(personOf);
			// works of several roles are cited by their editors too
			const url = str(item.URL)
				.replace(/^https?:\/\/(?:www\.)?|\/+$/g, '')
				.toLowerCase();
			const k: Known = {
				source,
				people,
				year: yearText(item),
				letter: source.letter ?? '',
				letterSaid: Boolean(source.letter),
				title: words(stripMarkup(str(item.title))),
				doi: (bareDoi(str(item.DOI)) ?? '').toLowerCase(),
				url
			};
			all.push(k);
			if (source.excerpts?.length) this.excerpts.set(source.id, source.excerpts);
			for (const p of people.slice(0, 1)) for (const n of p.keys) push(this.byName, n, k);
			if (!people.length || people[0].body) for (const head of titleHeads(k.title)) push(this.byTitle, head, k);
			if (k.title.length) push(this.byOpening, opening(k.title, 0), k);
			if (source.key) this.byKey.set(source.key.toLowerCase(), k);
			if (k.doi) this.byDoi.set(k.doi, k);
			if (k.url) this.byUrl.set(k.url, k);
			if (source.number) this.byNumber.set(source.number, k);
			push(this.byYear, k.year, k);
			for (const t of [str(item['container-title'])])
				if (!people.length && t) push(this.byName, key(t.replace(/^The\s+/i, '')), k);
		}
		this.size = all.length;
		giveLetters(all);
		for (const n of this.byName.keys()) {
			if (n.length < 4) continue;
			for (const d of [-1, 0, 1]) {
				const k = `${n[0]}${n.length + d}`;
				let set = this.near.get(k);
				if (!set) this.near.set(k, (set = new Set()));
				set.add(n);
			}
		}
	}

	/** The paper says what a body is called from now on. */
	introduce(short: string, full: string): void {
		this.short.set(key(short), full);
	}

	ofKey(k: string): string | null {
		return this.byKey.get(k.toLowerCase())?.source.id ?? null;
	}
	ofDoi(doi: string): string | null {
		return this.byDoi.get(doi.toLowerCase())?.source.id ?? null;
	}
	ofUrl(url: string): string | null {
		return this.byUrl.get(url.replace(/^https?:\/\/(?:www\.)?|[/.,;)]+$/g, '').toLowerCase())?.source.id ?? null;
	}
	ofNumber(n: number): string | null {
		return this.byNumber.get(n)?.source.id ?? null;
	}
	isListed(n: number): boolean {
		return this.numbers.has(n);
	}
	/** How many entries the paper's own list has. */
	get numbered(): number {
		return this.numbers.size;
	}

	/** Whether somebody of this name is known at all. */
	knows(family: string): boolean {
		return this.byName.has(key(family)) || this.short.has(key(family));
	}

	/** Sources, the likeliest first. */
	find(t: Typed): Candidate[] {
		const first = t.names[0];
		if (!first) return t.title ? this.byTitleWords(t) : [];
		if (ANONYMOUS.test(first.family)) return this.nobodys(t);
		const full = this.short.get(key(first.family));
		const names = [
			{ family: (full ?? first.family).replace(/^The\s+/, ''), initials: first.initials },
			...t.names.slice(1)
		];
		const scores = new Map<Known, Candidate>();
		const look = (family: string, spelt: boolean) => {
			for (const k of this.byName.get(family) ?? []) {
				const c = score(k, { ...t, names }, spelt ? '' : family);
				const before = scores.get(k);
				if (c && (!before || c.score > before.score)) scores.set(k, c);
			}
		};
		const family = key(names[0].family);
		look(family, true);
		const all = names[0].family.split(/\s+/);
		if (all.length > 1) {
			// “Carys Lowe”: a given name before the family name
			const spoken = [{ family: all.at(-1)!, initials: initialsOf(all.slice(0, -1).join(' ')) }, ...names.slice(1)];
			for (const k of this.byName.get(key(all.at(-1)!)) ?? []) {
				const c = score(k, { ...t, names: spoken }, '');
				if (c && !scores.has(k)) scores.set(k, c);
			}
		}
		if (![...scores.values()].some((c) => c.score >= 0.75))
			for (const n of this.near.get(`${family[0]}${family.length}`) ?? [])
				if (n !== family && within1(n, family)) look(n, false);
		if (![...scores.values()].some((c) => c.score >= 0.75))
			for (const c of this.byTitleWords(t)) {
				const k = [...scores.keys()].find((x) => x.source.id === c.sourceId);
				if (!k) scores.set({ source: { id: c.sourceId } } as Known, c);
			}
		return ranked(scores).slice(0, 8);
	}

	/** “Anon. 1924”: works of the year whose author nobody knows. */
	private nobodys(t: Typed): Candidate[] {
		return (this.byYear.get(t.year === 'no date' ? '' : t.year) ?? [])
			.filter((k) => !k.people.length)
			.map((k) => ({ sourceId: k.source.id, score: 0.85, why: 'nobody is named' }));
	}

	/**
	 * A work that is cited by its title in place of an author, where a text begins with it.
	 * @returns the candidate, and how many characters of the text its title takes
	 */
	titleAt(text: string): { candidate: Candidate; length: number; year: string }[] {
		const spans = [...text.matchAll(/[\p{L}\p{N}]+/gu)];
		const w = spans.map((m) => words(m[0]).join(''));
		const out: { candidate: Candidate; length: number; year: string }[] = [];
		for (const n of [3, 2, 1])
			for (const k of this.byOpening.get(w.slice(0, n).join(' ')) ?? []) {
				if (k.people.length || (n < 3 && k.title.length !== n)) continue;
				let same = 0;
				while (same < k.title.length && w[same] === k.title[same]) same++;
				if (same < Math.min(3, k.title.length)) continue;
				const last = spans[same - 1];
				out.push({
					candidate: { sourceId: k.source.id, score: 1, why: '' },
					length: last.index + last[0].length,
					year: k.year
				});
			}
		return out.sort((a, b) => b.length - a.length);
	}

	/** Works that are cited by the beginning of their title, as nobody is named. */
	private byTitleWords(t: Typed): Candidate[] {
		const typed = words(t.title ?? t.names.map((n) => n.family).join(' ')).filter((w) => !/^(?:the|a|an)$/.test(w));
		if (!typed.length) return [];
		const out: Candidate[] = [];
		for (const k of this.byTitle.get(typed[0]) ?? []) {
			const title = k.title.filter((w) => !/^(?:the|a|an)$/.test(w));
			let same = 0;
			while (same < typed.length && typed[same] === title[same]) same++;
			if (same < typed.length || (same < 2 && title.length > 2)) continue;
			if (t.year && t.year !== 'no date' && k.year !== t.year) continue;
			if (t.year === 'no date' && k.year) continue;
			out.push({ sourceId: k.source.id, score: k.people.length ? 0.8 : 1, why: k.people.length ? 'by its title' : '' });
		}
		return out;
	}

	/** Sources of a year whose first name is among these words: for a year whose author stands earlier. */
	ofYearAmong(t: Pick<Typed, 'year' | 'letter'>, text: string): Candidate[] {
		const said = new Set(words(text).map((w) => key(w)));
		return (this.byYear.get(t.year) ?? [])
			.filter((k) => k.people[0]?.keys.some((n) => said.has(n)) && (!t.letter || k.letter === t.letter))
			.map((k) => ({ sourceId: k.source.id, score: 0.8, why: 'the author is named before' }));
	}

	/** The source whose title stands in a text, with or without its author. */
	ofTitleIn(text: string): Candidate[] {
		const w = words(text);
		const out = new Map<Known, Candidate>();
		for (let i = 0; i < w.length; i++) {
			for (const n of [3, 2, 1]) {
				if (i + n > w.length) continue;
				for (const k of this.byOpening.get(w.slice(i, i + n).join(' ')) ?? []) {
					// as many words as the key has: shorter ones are whole titles
					if (out.has(k) || (n < 3 && k.title.length !== n)) continue;
					let same = 0;
					while (same < k.title.length && w[i + same] === k.title[same]) same++;
					const whole = same === k.title.length;
					const person =
						k.people.length === 0 ||
						k.people[0].keys.some((x) =>
							w
								.slice(0, i)
								.some(
									(y, at) =>
										nameKey(y) === x ||
										nameKey(w.slice(at, at + 2).join('')) === x ||
										nameKey(w.slice(at, at + 3).join('')) === x
								)
						);
					const year = k.year !== '' && w.includes(k.year);
					if (!(person || year) && !(whole && same > 4)) continue;
					if (n < 3 && !(person && i > 0)) continue;
					if (!whole && same < 3) continue;
					const score = 0.8 + (whole ? 0.1 : same > 4 ? 0.07 : 0.03) + (person ? 0.08 : 0) + (year ? 0.02 : 0);
					out.set(k, {
						sourceId: k.source.id,
						score: Math.min(1, Math.round(score * 100) / 100),
						why: person ? '' : 'the author is not named'
					});
				}
			}
		}
		return ranked(out);
	}

	/** The source whose family name and words of the title stand in a note, as short titles do. */
	ofShortTitle(text: string): Candidate[] {
		const w = words(text);
		const at = w.slice(0, 8);
		const out = new Map<Known, Candidate>();
		at.forEach((x, i) => {
			// bodies have names of several words
			const names = [1, 2, 3, 4, 5, 6].filter((n) => i === 0 || n < 3).map((n) => key(at.slice(i, i + n).join(' ')));
			for (const n of new Set(names))
				for (const k of this.byName.get(n) ?? []) {
					if (out.has(k)) continue;
					const title = new Set(k.title.filter((y) => y.length > 3));
					const behind = w.slice(i + 1).filter((y) => y.length > 3);
					const same = behind.filter((y) => title.has(y)).length;
					const years = w.filter((y) => y === k.year).length;
					const mine = (this.byName.get(n) ?? []).length;
					if (same >= 2 || (same === 1 && title.size === 1))
						out.set(k, { sourceId: k.source.id, score: Math.min(1, 0.9 + same * 0.03 + years * 0.05), why: '' });
					else if (same === 1) out.set(k, { sourceId: k.source.id, score: 0.85, why: 'one word of the title' });
					else if (mine === 1 && behind.length < 4)
						out.set(k, { sourceId: k.source.id, score: 0.8, why: 'by the name alone' });
				}
		});
		return ranked(out);
	}
}

/** The first three words of a title, or all there are. */
const opening = (title: string[], from: number): string => title.slice(from, from + 3).join(' ');

/** What is in the paper's own list goes before what is not. */
function ranked(scores: Map<Known, Candidate>): Candidate[] {
	const listed = [...scores].some(([k, c]) => k.source.listed && c.score >= 0.6);
	return [...scores]
		.map(([k, c]) =>
			listed && !k.source.listed
				? { ...c, score: Math.round((c.score - 0.15) * 100) / 100, why: c.why || 'it is not in the typed list' }
				: c
		)
		.sort((a, b) => b.score - a.score);
}

function push<K, V>(m: Map<K, V[]>, k: K, v: V): void {
	const l = m.get(k);
	if (!l) m.set(k, [v]);
	else if (l.at(-1) !== v) l.push(v);
}

const titleHeads = (title: string[]): string[] =>
	title.filter((w) => !/^(?:the|a|an|der|die|das|la|le|el)$/.test(w)).slice(0, 1);

/** Works of the same people and year get letters by title, as lists do (APA 7, 8.19); not where a list says them. */
function giveLetters(all: Known[]): void {
	const groups = new Map<string, Known[]>();
	for (const k of all) if (k.year) push(groups, `${k.people.map((p) => p.keys[0]).join('|')} ${k.year}`, k);
	for (const g of groups.values()) {
		if (g.length < 2 || g.some((k) => k.letterSaid)) continue;
		[...g]
			.sort((a, b) => (a.title.join(' ') < b.title.join(' ') ? -1 : 1))
			.forEach((k, i) => (k.letter = String.fromCharCode(97 + i)));
	}
}

/** How well a source fits; null where it does not. */
function score(k: Known, t: Typed, misspelt: string): Candidate | null {
	const why: string[] = [];
	let s = 1;
	const { people } = k;
	if (misspelt) {
		s -= 0.22;
		why.push('the name is spelt differently');
	}
	const given = t.names[0].initials;
	if (given && people[0]?.initials && given[0] !== people[0].initials[0]) s -= 0.5;
	// other words before the name of a body are not its name
	if (given && people[0]?.body) s -= 0.5;
	const more = t.names.slice(1);
	if (t.etAl) {
		if (people.length < 2) {
			s -= 0.25;
			why.push('more authors are written than there are');
		}
	} else if (!people.length) {
		if (more.length) return null;
	} else if (more.length + 1 !== people.length) {
		s -= people.length > more.length + 1 ? (people[0].body ? 0.05 : 0.18) : 0.3;
		why.push(people.length > more.length + 1 ? 'it has more authors' : 'it has fewer authors');
	}
	for (const [i, n] of more.entries()) {
		const other = people[i + 1];
		if (!other) continue;
		const f = key(n.family);
		const l = key(n.family.split(/\s+/).at(-1)!);
		if (other.keys.includes(f) || other.keys.includes(l)) continue;
		if (other.keys.some((x) => within1(x, f))) {
			s -= 0.22;
			why.push('a name is spelt differently');
		} else if (people.some((p) => p.keys.includes(f) || p.keys.includes(l))) {
			s -= 0.1;
			why.push('the authors are in another order');
		} else {
			s -= 0.5;
			why.push('another author is named');
		}
	}
	if (t.year === 'no date') {
		if (k.year) {
			s -= 0.3;
			why.push(`it is of ${k.year}`);
		}
	} else if (t.year) {
		const by = Math.abs(Number(t.year) - Number(k.year || 'x'));
		if (by === 1) {
			s -= 0.24;
			why.push(`it is of ${k.year}`);
		} else if (by > 0 || Number.isNaN(by)) {
			s -= 0.55;
			why.push(k.year ? `it is of ${k.year}` : 'it has no year');
		}
		if (t.letter && by === 0 && k.letter !== t.letter) {
			s -= k.letter ? 0.4 : 0.12;
			why.push(k.letter ? 'the letter is of another work' : 'there is no other work of the year');
		} else if (t.letter && by === 0 && !k.letterSaid) s -= 0.07;
	}
	if (s < 0.3) return null;
	return { sourceId: k.source.id, score: Math.round(s * 100) / 100, why: [...new Set(why)].join('; ') };
}

/** At most one letter is added, lost, changed or swapped with its neighbour. */
export function within1(a: string, b: string): boolean {
	if (a === b) return true;
	if (Math.abs(a.length - b.length) > 1 || Math.min(a.length, b.length) < 4) return false;
	let i = 0;
	while (i < a.length && i < b.length && a[i] === b[i]) i++;
	const rest = (x: string, n: number) => x.slice(n);
	if (a.length === b.length)
		return (
			rest(a, i + 1) === rest(b, i + 1) || (a[i] === b[i + 1] && a[i + 1] === b[i] && rest(a, i + 2) === rest(b, i + 2))
		);
	return a.length > b.length ? rest(a, i + 1) === rest(b, i) : rest(a, i) === rest(b, i + 1);
}

/** What stands in place of an author who is not known (common practice). */
const ANONYMOUS = /^(?:anon\.?|anonymous|anonym(?:us|e)?|an[oó]n\.?|anónimo|anonimo|no author|o\. ?v\.)$/i;

/** Scores from here on are of one source and nothing against it. */
const CERTAIN = 0.95;
const LIKELY = 0.6;

/** What is to be done with candidates. @param unique nothing but the name was given: one work is certain, several are a choice */
export function statusOf(candidates: Candidate[]): Status {
	const [a, b] = candidates;
	if (!a || a.score < 0.45) return 'none';
	if (b && b.score > a.score - 0.08 && b.score >= LIKELY) return 'choose';
	if (a.score >= CERTAIN) return 'certain';
	return a.score >= LIKELY ? 'likely' : b ? 'choose' : 'likely';
}
