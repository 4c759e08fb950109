/**
 * BibTeX and BibLaTeX. Own reader: the packages at hand fail a whole file for one broken entry and drop the fields
 * they do not know; here each entry stands alone and unknown fields are kept under `custom`.
 */
import { normalDate, type Item, type Name } from '../csl';
import type { ReadRecord, ReadResult, Skipped } from './types';
import { fromTex, toTex } from './tex';

interface Entry {
	type: string;
	key: string;
	fields: Map<string, string>;
	line: number;
}

class BrokenEntry extends Error {
	constructor(
		message: string,
		readonly line: number
	) {
		super(message);
	}
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Reads a whole file; broken entries are skipped with their line and reason. */
export function readBibtex(text: string): ReadResult {
	const strings = new Map<string, string>(MONTHS.map((m, i) => [m, String(i + 1)]));
	const entries: Entry[] = [];
	const skipped: Skipped[] = [];
	const lineAt = lineCounter(text);
	const starts = [...text.matchAll(/@\s*([a-zA-Z]+)\s*([{(])/g)];
	let end = 0;
	for (const m of starts) {
		const at = m.index;
		if (at < end) continue;
		const line = lineAt(at);
		const type = m[1].toLowerCase();
		const close = m[2] === '{' ? '}' : ')';
		const bodyAt = at + m[0].length;
		if (type === 'comment' || type === 'preamble') {
			end = matching(text, bodyAt, close) ?? bodyAt;
			continue;
		}
		try {
			const s = new Scanner(text, bodyAt, close, strings, lineAt);
			if (type === 'string') {
				const [name, value] = s.field();
				strings.set(name, value);
			} else entries.push(s.entry(type, line));
			end = s.at;
		} catch (e) {
			if (!(e instanceof BrokenEntry)) throw e;
			skipped.push({ line, what: text.slice(at, at + 60).split('\n')[0], why: e.message });
			// the next entry begins at the next @ that starts a line
			const next = /\n\s*@/.exec(text.slice(bodyAt));
			end = next ? bodyAt + next.index : text.length;
		}
	}
	inherit(entries);
	return { format: 'bibtex', records: entries.map(toRecord), skipped };
}

function lineCounter(text: string): (at: number) => number {
	const starts: number[] = [0];
	for (let i = text.indexOf('\n'); i >= 0; i = text.indexOf('\n', i + 1)) starts.push(i + 1);
	return (at) => {
		let lo = 0;
		let hi = starts.length - 1;
		while (lo < hi) {
			const mid = (lo + hi + 1) >> 1;
			if (starts[mid] <= at) lo = mid;
			else hi = mid - 1;
		}
		return lo + 1;
	};
}

function matching(text: string, from: number, close: string): number | null {
	let depth = 1;
	for (let i = from; i < text.length; i++) {
		if (text[i] === '{' || (close === ')' && text[i] === '(')) depth++;
		else if (text[i] === '}' || (close === ')' && text[i] === ')')) depth--;
		if (depth === 0) return i + 1;
	}
	return null;
}

class Scanner {
	constructor(
		private readonly text: string,
		public at: number,
		private readonly close: string,
		private readonly strings: Map<string, string>,
		private readonly lineAt: (at: number) => number
	) {}

	private fail(message: string): never {
		throw new BrokenEntry(
			`${message} (line ${this.lineAt(Math.min(this.at, this.text.length - 1))})`,
			this.lineAt(this.at)
		);
	}

	private space(): void {
		while (this.at < this.text.length && /[\s%]/.test(this.text[this.at])) {
			if (this.text[this.at] === '%') while (this.at < this.text.length && this.text[this.at] !== '\n') this.at++;
			else this.at++;
		}
	}

	entry(type: string, line: number): Entry {
		this.space();
		const key = /^[^\s,{}()=]*/.exec(this.text.slice(this.at, this.at + 400))![0];
		this.at += key.length;
		this.space();
		const fields = new Map<string, string>();
		if (this.text[this.at] === this.close) {
			this.at++;
			return { type, key, fields, line };
		}
		if (this.text[this.at] !== ',') this.fail('A comma is missing behind the key');
		this.at++;
		for (;;) {
			this.space();
			if (this.at >= this.text.length) this.fail('The entry does not end: a closing brace is missing');
			if (this.text[this.at] === this.close) {
				this.at++;
				return { type, key, fields, line };
			}
			if (this.text[this.at] === ',') {
				this.at++;
				continue;
			}
			const [name, value] = this.field();
			if (!fields.has(name)) fields.set(name, value);
		}
	}

	field(): [string, string] {
		this.space();
		const name = /^[^\s=,{}()"]+/.exec(this.text.slice(this.at, this.at + 200))?.[0];
		if (!name) this.fail('A field name was expected');
		this.at += name.length;
		this.space();
		if (this.text[this.at] !== '=') this.fail(`The field “${name}” has no equals sign`);
		this.at++;
		let value = this.value();
		this.space();
		while (this.text[this.at] === '#') {
			this.at++;
			value += this.value();
			this.space();
		}
		const c = this.text[this.at];
		if (c !== ',' && c !== this.close && c !== undefined) this.fail(`A comma is missing behind the field “${name}”`);
		if (c === undefined) this.fail('The entry does not end: a closing brace is missing');
		return [name.toLowerCase(), value];
	}

	private value(): string {
		this.space();
		const c = this.text[this.at];
		if (c === '{') {
			const end = matching(this.text, this.at + 1, '}');
			if (end === null) this.fail('A brace is opened and never closed');
			const inner = this.text.slice(this.at + 1, end - 1);
			if (/\n\s*@\w+\s*\{[^\n]*,\s*\n/.test(inner)) this.fail('A brace is opened and not closed before the next entry');
			this.at = end;
			return inner;
		}
		if (c === '"') {
			let depth = 0;
			for (let i = this.at + 1; i < this.text.length; i++) {
				const d = this.text[i];
				if (d === '\\') i++;
				else if (d === '{') depth++;
				else if (d === '}') depth--;
				else if (d === '"' && depth <= 0) {
					const inner = this.text.slice(this.at + 1, i);
					this.at = i + 1;
					return inner;
				}
			}
			this.fail('A quotation mark is opened and never closed');
		}
		const word = /^[^\s,{}()#"=]+/.exec(this.text.slice(this.at, this.at + 200))?.[0];
		if (!word) this.fail('A value was expected');
		this.at += word.length;
		return /^\d+$/.test(word) ? word : (this.strings.get(word.toLowerCase()) ?? word);
	}
}

/** crossref and xdata: what an entry lacks comes from the one it names. */
function inherit(entries: Entry[]): void {
	const byKey = new Map(entries.map((e) => [e.key, e]));
	for (const e of entries) {
		for (const link of ['xdata', 'crossref']) {
			for (const key of (e.fields.get(link) ?? '').split(',').map((k) => k.trim())) {
				const parent = byKey.get(key);
				if (!parent || parent === e) continue;
				for (const [name, value] of parent.fields) {
					if (name === 'crossref' || name === 'xdata') continue;
					const as = link === 'crossref' && name === 'title' && e.fields.has('title') ? 'booktitle' : name;
					if (!e.fields.has(as)) e.fields.set(as, value);
				}
			}
		}
	}
}

const TYPES: Record<string, string> = {
	article: 'article-journal',
	book: 'book',
	mvbook: 'book',
	booklet: 'pamphlet',
	collection: 'book',
	inbook: 'chapter',
	incollection: 'chapter',
	suppbook: 'chapter',
	inproceedings: 'paper-conference',
	conference: 'paper-conference',
	proceedings: 'book',
	manual: 'report',
	mastersthesis: 'thesis',
	phdthesis: 'thesis',
	thesis: 'thesis',
	techreport: 'report',
	report: 'report',
	online: 'webpage',
	electronic: 'webpage',
	www: 'webpage',
	unpublished: 'manuscript',
	misc: 'document',
	dataset: 'dataset',
	software: 'software',
	patent: 'patent',
	periodical: 'periodical',
	reference: 'book',
	inreference: 'entry-encyclopedia',
	letter: 'personal_communication',
	movie: 'motion_picture',
	video: 'motion_picture',
	audio: 'song',
	music: 'song',
	artwork: 'graphic',
	image: 'graphic',
	legislation: 'legislation',
	jurisdiction: 'legal_case',
	standard: 'standard',
	review: 'review',
	performance: 'performance'
};

const PLAIN: Record<string, string> = {
	title: 'title',
	shorttitle: 'title-short',
	booktitle: 'container-title',
	journaltitle: 'container-title',
	journal: 'container-title',
	shortjournal: 'container-title-short',
	volume: 'volume',
	number: 'number',
	issue: 'issue',
	pages: 'page',
	edition: 'edition',
	publisher: 'publisher',
	address: 'publisher-place',
	location: 'publisher-place',
	series: 'collection-title',
	chapter: 'chapter-number',
	doi: 'DOI',
	url: 'URL',
	isbn: 'ISBN',
	issn: 'ISSN',
	abstract: 'abstract',
	note: 'note',
	type: 'genre',
	version: 'version',
	language: 'language',
	langid: 'language',
	school: 'publisher',
	institution: 'publisher',
	organization: 'publisher',
	eventtitle: 'event-title',
	venue: 'event-place',
	pagetotal: 'number-of-pages',
	volumes: 'number-of-volumes',
	howpublished: 'medium',
	pmid: 'PMID',
	pmcid: 'PMCID',
	titleaddon: 'title-addon',
	annotation: 'annote',
	annote: 'annote',
	library: 'archive',
	part: 'part-number'
};
const VERBATIM = new Set(['doi', 'url', 'isbn', 'issn', 'file', 'eprint', 'pmid', 'pmcid']);
const NAMES: Record<string, string> = {
	author: 'author',
	editor: 'editor',
	translator: 'translator',
	bookauthor: 'container-author',
	director: 'director',
	commentator: 'contributor',
	holder: 'author',
	introduction: 'contributor'
};

function toRecord(e: Entry): ReadRecord {
	const item: Item = { id: e.key, type: TYPES[e.type] ?? 'document' };
	const custom: Record<string, unknown> = {};
	const notes: string[] = [];
	let tags: string[] = [];
	const get = (n: string) => e.fields.get(n);
	for (const [name, raw] of e.fields) {
		if (name === 'x-csl') restoreRest(item, raw);
		else if (NAMES[name]) {
			const list = readNames(raw);
			if (list.length) item[NAMES[name]] = [...((item[NAMES[name]] as Name[]) ?? []), ...list];
		} else if (name === 'keywords' || name === 'keyword')
			tags = fromTex(raw)
				.split(/\s*[,;]\s*/)
				.filter(Boolean);
		else if (PLAIN[name]) {
			const value = VERBATIM.has(name)
				? raw.replace(/\\([_%&#$])/g, '$1').trim()
				: fromTex(raw, name === 'title' || name === 'booktitle');
			const target = PLAIN[name];
			if (value && item[target] === undefined) item[target] = value;
			else if (value && item[target] !== value) custom[name] = value;
		} else if (
			![
				'date',
				'year',
				'month',
				'day',
				'urldate',
				'origdate',
				'eventdate',
				'subtitle',
				'booksubtitle',
				'crossref',
				'xdata'
			].includes(name)
		)
			custom[name] = raw;
	}
	const subtitle = get('subtitle');
	if (subtitle && typeof item.title === 'string') item.title = `${item.title}: ${fromTex(subtitle, true)}`;
	const bookSub = get('booksubtitle');
	if (bookSub && typeof item['container-title'] === 'string')
		item['container-title'] = `${item['container-title']}: ${fromTex(bookSub, true)}`;
	readDates(e, item, custom);
	shape(e, item);
	const annotation = typeof item.annote === 'string' ? item.annote : '';
	delete item.annote;
	if (!TYPES[e.type]) {
		notes.push(`The entry type “${e.type}” is not known; it was read as a document.`);
		custom.bibtexType = e.type;
	} else if (BACK[item.type] !== e.type) custom.bibtexType = e.type;
	if (Object.keys(custom).length) item.custom = { bibtex: custom };
	return { item, key: e.key, line: e.line, notes, tags, annotation };
}

/** Fields that BibTeX has no place for, as writeBibtex kept them. */
function restoreRest(item: Item, raw: string): void {
	try {
		Object.assign(item, JSON.parse(fromTex(raw)));
	} catch (e) {
		if (!(e instanceof SyntaxError)) throw e;
		item.note = fromTex(raw);
	}
}

function shape(e: Entry, item: Item): void {
	// in BibTeX the number of an article is its issue
	if (
		(item.type === 'article-journal' || item.type === 'article-magazine') &&
		item.number !== undefined &&
		item.issue === undefined
	) {
		item.issue = item.number;
		delete item.number;
	}
	if (['book', 'chapter'].includes(item.type) && item.number !== undefined && item['collection-title']) {
		item['collection-number'] = item.number;
		delete item.number;
	}
	if (item.type === 'thesis' && item.genre === undefined) {
		if (e.type === 'phdthesis') item.genre = 'PhD thesis';
		if (e.type === 'mastersthesis') item.genre = 'Master’s thesis';
	}
	if (item.genre === 'phdthesis') item.genre = 'PhD thesis';
	if (item.genre === 'mathesis') item.genre = 'Master’s thesis';
	if (typeof item.page === 'string') item.page = item.page.replace(/\s*[-–—]+\s*/g, '-');
	if (e.type === 'misc' && item.URL) item.type = 'webpage';
}

function readDates(e: Entry, item: Item, custom: Record<string, unknown>): void {
	const set = (field: string, raw: string | undefined) => {
		if (!raw) return;
		const text = fromTex(raw);
		const d = normalDate(text);
		if (!d) return;
		if (!d.start) item[field] = { literal: text };
		else {
			const parts = (p: { year: number; month: number; day: number }) =>
				p.day ? [p.year, p.month, p.day] : p.month ? [p.year, p.month] : [p.year];
			item[field] = {
				'date-parts': d.end ? [parts(d.start), parts(d.end)] : d.open ? [parts(d.start), [0]] : [parts(d.start)],
				...(d.start.season ? { season: d.start.season } : {}),
				...(d.circa ? { circa: true } : {})
			};
		}
	};
	const date = e.fields.get('date');
	if (date) set('issued', date);
	else {
		const year = e.fields.get('year');
		const month = e.fields.get('month');
		const day = e.fields.get('day');
		if (year) {
			const m = month ? fromTex(month).trim() : '';
			const n = /^\d+$/.test(m) ? Number(m) : MONTHS.indexOf(m.slice(0, 3).toLowerCase()) + 1;
			const y = fromTex(year).trim();
			if (/^-?\d{1,4}$/.test(y) && n >= 1 && n <= 12) {
				item.issued = {
					'date-parts': [day && /^\d+$/.test(day.trim()) ? [Number(y), n, Number(day)] : [Number(y), n]]
				};
			} else {
				set('issued', year);
				if (month && !(n >= 1 && n <= 12)) custom.month = month;
			}
		} else if (month) custom.month = month;
	}
	set('accessed', e.fields.get('urldate'));
	set('original-date', e.fields.get('origdate'));
	set('event-date', e.fields.get('eventdate'));
}

/** Splits at "and" outside braces; `others` becomes nothing but a remark that there are more. */
function readNames(raw: string): Name[] {
	const parts: string[] = [];
	let depth = 0;
	let cur = '';
	for (const word of raw.replace(/\s+/g, ' ').trim().split(' ')) {
		if (depth === 0 && word.toLowerCase() === 'and') {
			parts.push(cur.trim());
			cur = '';
			continue;
		}
		cur += ` ${word}`;
		depth += (word.match(/\{/g) ?? []).length - (word.match(/\}/g) ?? []).length;
	}
	parts.push(cur.trim());
	return parts
		.filter(Boolean)
		.map(readName)
		.filter((n): n is Name => n !== null);
}

function readName(raw: string): Name | null {
	if (raw === 'others') return { literal: 'others' };
	if (/^\{[^{}]*\}$/.test(raw) || /^\{.*\}$/s.test(raw)) return { literal: fromTex(raw) };
	const parts = splitOutside(raw, ',').map((p) => p.trim());
	const clean = (s: string) => fromTex(s);
	if (parts.length === 1) {
		const words = splitOutside(raw, ' ').filter(Boolean);
		if (words.length === 1) return { family: clean(raw) };
		const from = words.findIndex((w, i) => i > 0 && i < words.length - 1 && /^\p{Ll}/u.test(w));
		if (from < 0) return { given: clean(words.slice(0, -1).join(' ')), family: clean(words[words.length - 1]) };
		let to = words.length - 1;
		while (to > from && !/^\p{Ll}/u.test(words[to - 1])) to--;
		const given = clean(words.slice(0, from).join(' '));
		const particle = clean(words.slice(from, to).join(' '));
		return { given, 'non-dropping-particle': particle, family: clean(words.slice(to).join(' ')) };
	}
	const [last, ...rest] = parts;
	const m = /^((?:\p{Ll}[\p{L}’']*\s+)+)(\S.*)$/u.exec(last);
	const n: Name = m ? { 'non-dropping-particle': clean(m[1]), family: clean(m[2]) } : { family: clean(last) };
	if (rest.length >= 2) {
		n.suffix = clean(rest[0]);
		n.given = clean(rest.slice(1).join(', '));
	} else n.given = clean(rest[0]);
	return n;
}

function splitOutside(s: string, by: string): string[] {
	const out: string[] = [];
	let depth = 0;
	let cur = '';
	for (const c of s) {
		if (c === '{') depth++;
		if (c === '}') depth--;
		if (c === by && depth === 0) {
			out.push(cur);
			cur = '';
		} else cur += c;
	}
	out.push(cur);
	return out;
}

const BACK: Record<string, string> = {
	'article-journal': 'article',
	'article-magazine': 'article',
	'article-newspaper': 'article',
	book: 'book',
	chapter: 'incollection',
	'paper-conference': 'inproceedings',
	thesis: 'thesis',
	report: 'report',
	webpage: 'online',
	'post-weblog': 'online',
	post: 'online',
	manuscript: 'unpublished',
	dataset: 'dataset',
	software: 'software',
	patent: 'patent',
	'entry-encyclopedia': 'inreference',
	'entry-dictionary': 'inreference',
	personal_communication: 'letter',
	motion_picture: 'movie',
	song: 'audio',
	graphic: 'artwork',
	legislation: 'legislation',
	legal_case: 'jurisdiction',
	standard: 'standard',
	review: 'review',
	'review-book': 'review',
	performance: 'performance',
	pamphlet: 'booklet',
	periodical: 'periodical',
	document: 'misc'
};

/** Writes sources as BibLaTeX-flavoured BibTeX; what was read from BibTeX and is not ours comes back as it was. */
export function writeBibtex(list: { key: string; item: Item; tags?: string[]; annotation?: string }[]): string {
	return list.map(writeEntry).join('\n');
}

function writeEntry(s: { key: string; item: Item; tags?: string[]; annotation?: string }): string {
	const { item } = s;
	const custom = { ...((item.custom as { bibtex?: Record<string, unknown> } | undefined)?.bibtex ?? {}) };
	const type = (custom.bibtexType as string) ?? BACK[item.type] ?? 'misc';
	delete custom.bibtexType;
	const rows: [string, string][] = [];
	const done = new Set(['id', 'type', 'custom']);
	for (const [field, variable] of [
		['author', 'author'],
		['editor', 'editor'],
		['translator', 'translator'],
		['bookauthor', 'container-author'],
		['director', 'director']
	]) {
		done.add(variable);
		const names = item[variable];
		if (Array.isArray(names) && names.length) rows.push([field, (names as Name[]).map(writeName).join(' and ')]);
	}
	const plain: [string, string][] = [
		['title', 'title'],
		['shorttitle', 'title-short'],
		[/^(article|review)/.test(item.type) ? 'journaltitle' : 'booktitle', 'container-title'],
		['shortjournal', 'container-title-short'],
		['series', 'collection-title'],
		['volume', 'volume'],
		[
			'number',
			/^(article|review)/.test(item.type)
				? 'issue'
				: item['collection-number'] !== undefined
					? 'collection-number'
					: 'number'
		],
		['pages', 'page'],
		['edition', 'edition'],
		['chapter', 'chapter-number'],
		[type === 'thesis' || type === 'report' || type.endsWith('thesis') ? 'institution' : 'publisher', 'publisher'],
		['location', 'publisher-place'],
		['type', 'genre'],
		['version', 'version'],
		['eventtitle', 'event-title'],
		['venue', 'event-place'],
		['pagetotal', 'number-of-pages'],
		['volumes', 'number-of-volumes'],
		['howpublished', 'medium'],
		['library', 'archive'],
		['langid', 'language'],
		['doi', 'DOI'],
		['isbn', 'ISBN'],
		['issn', 'ISSN'],
		['pmid', 'PMID'],
		['pmcid', 'PMCID'],
		['url', 'URL'],
		['abstract', 'abstract'],
		['note', 'note'],
		['part', 'part-number']
	];
	for (const [field, variable] of plain) {
		const v = item[variable];
		if (v === undefined || v === '' || typeof v === 'object') continue;
		done.add(variable);
		const text = String(v);
		rows.push([field, VERBATIM.has(field) ? text : toTex(variable === 'page' ? text.replace(/-/g, '--') : text)]);
	}
	for (const [field, variable] of [
		['date', 'issued'],
		['urldate', 'accessed'],
		['origdate', 'original-date'],
		['eventdate', 'event-date']
	]) {
		done.add(variable);
		const d = writeDate(item[variable]);
		if (d) rows.push([field, d]);
	}
	if (s.tags?.length) rows.push(['keywords', toTex(s.tags.join(', '))]);
	if (s.annotation) rows.push(['annotation', toTex(s.annotation)]);
	for (const [k, v] of Object.entries(custom)) if (!rows.some(([r]) => r === k)) rows.push([k, String(v)]);
	// what BibTeX has no field for is kept as one that readers pass over
	const rest = Object.fromEntries(Object.entries(item).filter(([k, v]) => !done.has(k) && v !== undefined && v !== ''));
	if (Object.keys(rest).length) rows.push(['x-csl', toTex(JSON.stringify(rest))]);
	return `@${type}{${s.key},\n${rows.map(([k, v]) => `  ${k} = {${v}},`).join('\n')}\n}\n`;
}

function writeName(n: Name): string {
	if (n.literal) return n.literal === 'others' ? 'others' : `{${toTex(n.literal)}}`;
	const family = [n['non-dropping-particle'] ?? n['dropping-particle'], n.family].filter(Boolean).join(' ');
	const safe = (s: string) => (/\band\b/.test(s) ? `{${toTex(s)}}` : toTex(s));
	return [safe(family), n.suffix && toTex(n.suffix), n.given && safe(n.given)].filter(Boolean).join(', ');
}

function writeDate(v: unknown): string {
	const d = normalDate(v);
	if (!d) return '';
	if (!d.start) return toTex(d.literal);
	const one = (p: { year: number; month: number; day: number; season: number }) =>
		String(p.year).padStart(4, '0') +
		(p.season
			? `-${20 + p.season}`
			: p.month
				? `-${String(p.month).padStart(2, '0')}${p.day ? `-${String(p.day).padStart(2, '0')}` : ''}`
				: '') +
		(d.circa ? '~' : '');
	return d.end ? `${one(d.start)}/${one(d.end)}` : d.open ? `${one(d.start)}/` : one(d.start);
}
