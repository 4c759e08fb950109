/**
 * What a person types to find sources: words, "words together", -words that must not be there, and field words:
 * `author:okafor`, `title:`, `in:`, `year:1890-1900`, `tag:"night work"`, `shelf:`, `kind:book`, `key:`, `note:`,
 * `cited:here`, `cited:yes`, `cited:no`, `has:doi`, `no:pages`, `flagged`.
 */
import { normalDate } from '../csl';
import { fold, isEmpty, kindOf, recognise, toIsbn13, words, type Source } from '../source';
import { FIELD_BITS } from './postings';
import { PLACES } from './places';

/** A word to look for in the index. */
export interface Term {
	text: string;
	/** Bits of the fields it has to stand in; all where nobody says. */
	fields: number;
	/** The word is complete: no prefix of a longer one. */
	whole: boolean;
}

/** Something that is looked at source by source. */
export type Condition = (s: Source, about: About) => boolean;

/** What is known of a source beside the source. */
export interface About {
	/** Ids cited in the manuscript the person works on. */
	here: ReadonlySet<string>;
	/** Ids cited anywhere. */
	cited: ReadonlySet<string>;
}

export interface Query {
	terms: Term[];
	conditions: Condition[];
	/** Field words that are none, as typed. */
	unknown: string[];
}

const PEOPLE = FIELD_BITS.first | FIELD_BITS.author | FIELD_BITS.role;
const FIELD_NAMES: Record<string, number> = {
	author: PEOPLE,
	by: PEOPLE,
	title: FIELD_BITS.title,
	in: FIELD_BITS.about,
	key: FIELD_BITS.key,
	note: FIELD_BITS.note
};

/** Variables by the words people have for them. */
const VARIABLES: Record<string, string> = {
	doi: 'DOI',
	isbn: 'ISBN',
	issn: 'ISSN',
	url: 'URL',
	address: 'URL',
	pages: 'page',
	page: 'page',
	date: 'issued',
	year: 'issued',
	author: 'author',
	title: 'title',
	abstract: 'abstract',
	publisher: 'publisher',
	place: 'publisher-place',
	volume: 'volume',
	issue: 'issue'
};

const YEARS = /^(\d{1,4})?(?:(-|–|\.\.)(\d{1,4})?)?$/;

function yearCondition(value: string): Condition | null {
	const m = YEARS.exec(value);
	if (!m || (!m[1] && !m[3])) return null;
	// 189 is the decade that is being typed
	const low = m[1] ? Number(m[1].padEnd(4, '0')) : -Infinity;
	const high = m[2] ? (m[3] ? Number(m[3].padEnd(4, '9')) : Infinity) : Number((m[1] ?? '').padEnd(4, '9'));
	return (s) => {
		const d = normalDate(s.item.issued);
		if (!d?.start) return false;
		return d.start.year <= high && (d.end ?? d.start).year >= low;
	};
}

/** A year stands in the date, in a title, or in what a source is called. */
const YEAR_WORDS = 255 & ~(FIELD_BITS.note | FIELD_BITS.role);

/** Whether a source is published or kept in what the words begin. */
function isIn(s: Source, list: readonly string[]): boolean {
	const places = Object.entries(s.item).flatMap(([k, v]) => (PLACES.test(k) && typeof v === 'string' ? words(v) : []));
	return list.every((w) => places.some((p) => p.startsWith(w)));
}

const has = (list: readonly string[], value: string) => {
	const v = fold(value);
	return list.some((x) => fold(x).includes(v));
};

function condition(field: string, value: string): Condition | null {
	const v = fold(value);
	if (field === 'year') return yearCondition(value);
	if (field === 'tag') return (s) => has(s.tags, value);
	if (field === 'shelf') return (s) => has(s.shelves, value);
	if (field === 'kind') return (s) => fold(kindOf(s.item.type).name).includes(v) || s.item.type.startsWith(v);
	if (field === 'cited') {
		if ('here'.startsWith(v)) return (s, a) => a.here.has(s.id);
		if (/^(?:no|never)$/.test(v)) return (s, a) => !a.cited.has(s.id);
		return (s, a) => a.cited.has(s.id);
	}
	if (field === 'has' || field === 'no') {
		const wants = field === 'has';
		if (/^excerpts?$/.test(v)) return (s) => s.excerpts.length > 0 === wants;
		if (/^(?:annotation|note)$/.test(v)) return (s) => Boolean(s.annotation) === wants;
		if (/^tags?$/.test(v)) return (s) => s.tags.length > 0 === wants;
		const variable = VARIABLES[v];
		return variable ? (s) => !isEmpty(s.item[variable]) === wants : null;
	}
	return null;
}

function textOf(s: Source): string {
	const parts: string[] = [s.annotation, ...s.tags, ...s.excerpts.map((e) => e.text)];
	const walk = (v: unknown) => {
		if (typeof v === 'string') parts.push(v);
		else if (Array.isArray(v)) v.forEach(walk);
		else if (v && typeof v === 'object') Object.values(v).forEach(walk);
	};
	walk({ ...s.item, custom: undefined });
	return ` ${words(parts.join(' ')).join(' ')} `;
}

const TOKEN = /(-)?(?:([a-z]+):)?(?:"([^"]*)"?|(\S+))/giu;

/** Reads what was typed. The last word counts as unfinished, unless a space follows. */
export function readQuery(text: string): Query {
	const q: Query = { terms: [], conditions: [], unknown: [] };
	// an identifier in any dress is looked for in its one form
	const id = recognise(text);
	if (id && !id.fault && id.kind !== 'PMID') {
		const value = id.kind === 'ISBN' ? toIsbn13(id.value) : id.value;
		q.terms = words(value).map((w) => ({ text: w, fields: 255, whole: false }));
		return q;
	}
	for (const m of text.matchAll(TOKEN)) {
		const [whole, minus, name, quoted, plain] = m;
		const value = quoted ?? plain ?? '';
		const field = name?.toLowerCase();
		if (!value) continue;
		const not = Boolean(minus);
		const put = (c: Condition) => q.conditions.push(not ? (s, a) => !c(s, a) : c);
		if (!field && /^flagged$/i.test(value)) put((s) => Boolean(s.flagged));
		else if (field && FIELD_NAMES[field] === undefined) {
			const c = condition(field, value);
			if (c) put(c);
			// an address or an identifier has colons too
			else if (/^(?:https?|doi|isbn|pmid|arxiv)$/.test(field))
				for (const w of words(value)) q.terms.push({ text: w, fields: 255, whole: false });
			else q.unknown.push(whole.trim());
		} else if (not) {
			const v = ` ${words(value).join(' ')}`;
			q.conditions.push((s) => !textOf(s).includes(v));
		} else {
			const list = words(value);
			const fields = field ? FIELD_NAMES[field] : 255;
			for (const w of list) q.terms.push({ text: w, fields, whole: quoted !== undefined });
			if (field === 'in') put((s) => isIn(s, list));
			if (quoted !== undefined && list.length > 1) {
				const v = ` ${list.join(' ')} `;
				q.conditions.push((s) => textOf(s).includes(v));
			}
		}
	}
	// beside other words a year is the year, and no page or number
	if (q.terms.length > 1)
		for (const t of q.terms) if (/^(?:1[0-9]|20)\d\d$/.test(t.text) && t.fields === 255) t.fields = YEAR_WORDS;
	return q;
}
