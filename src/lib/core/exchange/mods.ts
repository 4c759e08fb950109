/** MODS XML (Metadata Object Description Schema, version 3, Library of Congress; elements from memory). */
import { SaxesParser } from 'saxes';
import { dateValue, normalDate, type Item, type Name } from '../csl';
import { DEEPEST, tooDeep } from './limits';
import type { ReadRecord, ReadResult, Skipped } from './types';

interface El {
	name: string;
	attrs: Record<string, string>;
	kids: El[];
	text: string;
	line: number;
}

const local = (n: string) => n.replace(/^.*:/, '');

/** Where records begin, and where one ends. */
const BEGIN = /<(?:[\w.-]+:)?mods(?=[\s>/])/g;
const END = /<\/(?:[\w.-]+:)?mods\s*>/g;

/**
 * Reads every `mods` element on its own: what is broken in one record costs the others nothing.
 * A record that does not end before the next one begins is skipped.
 */
export function readMods(text: string): ReadResult {
	const records: ReadRecord[] = [];
	const skipped: Skipped[] = [];
	const whole = text.replace(/^\uFEFF/, '');
	const starts = [...whole.matchAll(BEGIN)];
	const ends = [...whole.matchAll(END)].map((m) => m.index + m[0].length);
	let passed = 0;
	let line = 1;
	let counted = 0;
	const lineAt = (at: number): number => {
		for (let i = whole.indexOf('\n', counted); i >= 0 && i < at; i = whole.indexOf('\n', counted)) {
			line++;
			counted = i + 1;
		}
		return line;
	};
	starts.forEach((m, i) => {
		const next = starts[i + 1]?.index ?? whole.length;
		while (passed < ends.length && ends[passed] <= m.index) passed++;
		const at = lineAt(m.index);
		const part = whole.slice(m.index, Math.min(ends[passed] ?? next, next));
		const what = part.slice(0, 60).split('\n')[0];
		const r = readOne(part, at);
		if ('why' in r) skipped.push({ what, ...r });
		else {
			const rec = toRecord(r.el);
			if (rec) records.push(rec);
			else skipped.push({ line: at, what, why: 'The record has neither a title nor a name.' });
		}
	});
	if (!starts.length && whole.trim())
		skipped.push({ line: 1, what: whole.trim().slice(0, 60).split('\n')[0], why: 'There is no MODS record in it.' });
	return { format: 'mods', records, skipped };
}

/** One record as a tree; what is wrong with it and where otherwise. */
function readOne(xml: string, at: number): { el: El } | { line: number; why: string } {
	const parser = new SaxesParser({ position: true });
	const stack: El[] = [];
	let root: El | null = null;
	let fault: { line: number; why: string } | null = null;
	const fail = (why: string) => (fault ??= { line: at + parser.line - 1, why });
	parser.on('opentag', (t) => {
		const el: El = {
			name: local(t.name),
			attrs: t.attributes as Record<string, string>,
			kids: [],
			text: '',
			line: at + parser.line - 1
		};
		root ??= el;
		stack[stack.length - 1]?.kids.push(el);
		if (stack.push(el) > DEEPEST) fail(tooDeep('The record'));
	});
	const text = (s: string) => {
		const el = stack[stack.length - 1];
		if (el) el.text += s;
	};
	parser.on('text', text);
	parser.on('cdata', text);
	parser.on('closetag', () => void stack.pop());
	parser.on('error', (e) => fail(`The XML is broken here: ${e.message.replace(/^\d+:\d+: /, '')}`));
	// in slices, so that what is too deep is not read to its end
	for (let i = 0; i < xml.length && !fault; i += 65_536) parser.write(xml.slice(i, i + 65_536));
	if (!fault) parser.close();
	return fault ?? (root ? { el: root } : { line: at, why: 'The record is empty.' });
}

const all = (el: El, name: string) => el.kids.filter((k) => k.name === name);
const first = (el: El | undefined, ...path: string[]): El | undefined =>
	path.reduce<El | undefined>((e, n) => e?.kids.find((k) => k.name === n), el);
const say = (el: El | undefined): string => (el?.text ?? '').replace(/\s+/g, ' ').trim();

const ROLES: Record<string, string> = {
	aut: 'author',
	author: 'author',
	cre: 'author',
	creator: 'author',
	edt: 'editor',
	editor: 'editor',
	trl: 'translator',
	translator: 'translator',
	drt: 'director',
	director: 'director',
	cmp: 'composer',
	composer: 'composer',
	ill: 'illustrator',
	illustrator: 'illustrator',
	ive: 'interviewee',
	ivr: 'interviewer',
	interviewer: 'interviewer',
	prf: 'performer',
	performer: 'performer',
	rcp: 'recipient',
	pbl: 'publisher'
};

/** Genres of the MARC genre list and common words for them. */
const GENRES: [RegExp, string][] = [
	[/thesis|dissertation/i, 'thesis'],
	[/conference|proceeding/i, 'paper-conference'],
	[/journal article|^article$|academic journal/i, 'article-journal'],
	[/newspaper/i, 'article-newspaper'],
	[/magazine/i, 'article-magazine'],
	[/book chapter|^chapter/i, 'chapter'],
	[/encyclop/i, 'entry-encyclopedia'],
	[/dictionary/i, 'entry-dictionary'],
	[/technical report|^report/i, 'report'],
	[/review/i, 'review'],
	[/web ?(?:page|site)/i, 'webpage'],
	[/patent/i, 'patent'],
	[/map|atlas/i, 'map'],
	[/interview/i, 'interview'],
	[/letter|correspondence/i, 'personal_communication'],
	[/photograph|picture|painting|print/i, 'graphic'],
	[/film|motion picture|video/i, 'motion_picture'],
	[/legislation|law|statute/i, 'legislation'],
	[/standard/i, 'standard'],
	[/data ?set/i, 'dataset'],
	[/software|computer program/i, 'software'],
	[/speech|lecture/i, 'speech'],
	[/manuscript/i, 'manuscript'],
	[/book|monograph/i, 'book']
];
const RESOURCES: [RegExp, string][] = [
	[/cartographic/i, 'map'],
	[/still image/i, 'graphic'],
	[/moving image/i, 'motion_picture'],
	[/sound recording|notated music/i, 'song'],
	[/software/i, 'software']
];

function titleIn(el: El): string {
	const info = all(el, 'titleInfo').find((t) => !t.attrs.type) ?? first(el, 'titleInfo');
	if (!info) return '';
	const non = say(first(info, 'nonSort'));
	const main = `${non && !/[’'-]$/.test(non) ? `${non} ` : non}${say(first(info, 'title'))}`;
	const sub = say(first(info, 'subTitle'));
	const part = [say(first(info, 'partNumber')), say(first(info, 'partName'))].filter(Boolean).join(', ');
	return [main + (sub ? `: ${sub}` : ''), part].filter(Boolean).join('. ');
}

function nameIn(el: El): Name | null {
	const part = (type: string) =>
		all(el, 'namePart')
			.filter((p) => p.attrs.type === type)
			.map(say)
			.join(' ');
	const plain = all(el, 'namePart')
		.filter((p) => !p.attrs.type)
		.map(say)
		.filter(Boolean);
	if (el.attrs.type === 'corporate' || el.attrs.type === 'conference')
		return plain.length ? { literal: plain.join('. ') } : null;
	const [family, given, suffix] = [part('family'), part('given'), part('termsOfAddress')];
	if (family || given)
		return {
			...(family ? { family } : {}),
			...(given ? { given } : {}),
			...(/^(?:Jr|Sr|I{2,3}|IV)\b/.test(suffix) ? { suffix } : {})
		};
	if (!plain.length) return null;
	const [a, b] = plain[0].split(/\s*,\s*/);
	return b ? { family: a, given: b } : { literal: plain[0] };
}

function namesIn(el: El, into: Item, as: (role: string) => string): void {
	for (const n of all(el, 'name')) {
		const roles = all(n, 'role').flatMap((r) => all(r, 'roleTerm').map((t) => say(t).toLowerCase()));
		const role = roles.map((r) => ROLES[r]).find(Boolean) ?? 'author';
		const name = nameIn(n);
		if (!name) continue;
		if (role === 'publisher') into.publisher ??= name.literal ?? [name.given, name.family].filter(Boolean).join(' ');
		else {
			const variable = as(role === 'interviewee' ? 'author' : role);
			((into[variable] ??= []) as Name[]).push(name);
		}
	}
}

function originIn(el: El, item: Item): void {
	for (const o of all(el, 'originInfo')) {
		const publisher = say(first(o, 'publisher'));
		if (publisher) item.publisher ??= publisher;
		const place = all(o, 'place')
			.flatMap((p) => all(p, 'placeTerm'))
			.find((p) => p.attrs.type !== 'code');
		if (place) item['publisher-place'] ??= say(place);
		const edition = say(first(o, 'edition'));
		if (edition) item.edition ??= edition;
		const date =
			all(o, 'dateIssued').find((d) => d.attrs.encoding) ??
			first(o, 'dateIssued') ??
			first(o, 'copyrightDate') ??
			first(o, 'dateCreated');
		const end = all(o, 'dateIssued').find((d) => d.attrs.point === 'end');
		setDate(item, 'issued', say(date), end && end !== date ? say(end) : '');
	}
}

function setDate(item: Item, field: string, text: string, end = ''): void {
	const s = text.replace(/^(\d{4})(\d{2})(\d{2})$/, '$1-$2-$3').replace(/^[[(©cp]+|[\])]+$/g, '');
	if (!s || item[field]) return;
	item[field] = dateValue(normalDate(end ? `${s}/${end}` : s)) ?? { literal: text };
}

const IDS: Record<string, string> = {
	doi: 'DOI',
	isbn: 'ISBN',
	issn: 'ISSN',
	pmid: 'PMID',
	pmcid: 'PMCID',
	pmc: 'PMCID'
};

function toRecord(el: El): ReadRecord | null {
	const title = titleIn(el);
	const host = all(el, 'relatedItem').find((r) => r.attrs.type === 'host');
	const series = all(el, 'relatedItem').find((r) => r.attrs.type === 'series');
	const genres = [...all(el, 'genre'), ...(host ? all(host, 'genre') : [])].map(say);
	const resource = all(el, 'typeOfResource').map(say).join(' ');
	const hostIssue = host && first(host, 'part');
	const type =
		GENRES.find(([r]) => genres.slice(0, all(el, 'genre').length).some((g) => r.test(g)))?.[1] ??
		RESOURCES.find(([r]) => r.test(resource))?.[1] ??
		(host
			? hostIssue && all(hostIssue, 'detail').length
				? 'article-journal'
				: 'chapter'
			: title
				? 'book'
				: 'document');
	const item: Item = { id: '', type };
	if (title) item.title = title;
	namesIn(el, item, (r) => r);
	originIn(el, item);
	const known = new Set(
		'titleInfo name typeOfResource genre originInfo language physicalDescription abstract note subject relatedItem identifier location part recordInfo'.split(
			' '
		)
	);
	const rest = el.kids.filter((k) => !known.has(k.name)).map((k) => [k.name, say(k)]);
	for (const id of [...all(el, 'identifier'), ...(host ? all(host, 'identifier') : [])]) {
		const field = IDS[(id.attrs.type ?? '').toLowerCase()];
		if (field && id.attrs.invalid !== 'yes') item[field] ??= say(id);
		else if (say(id)) rest.push([`identifier ${id.attrs.type ?? ''}`.trim(), say(id)]);
	}
	if (host) {
		const name = titleIn(host);
		if (name) item['container-title'] = name;
		namesIn(host, item, (r) => (r === 'author' ? 'container-author' : r));
		originIn(host, item);
	}
	if (series) {
		const name = titleIn(series);
		if (name) item['collection-title'] = name;
		const number =
			all(series, 'part')
				.flatMap((p) => all(p, 'detail'))
				.map((d) => say(first(d, 'number')))[0] ?? say(first(series, 'titleInfo', 'partNumber'));
		if (number) item['collection-number'] = number;
	}
	for (const p of [...all(el, 'part'), ...(host ? all(host, 'part') : [])]) {
		for (const d of all(p, 'detail')) {
			const kind = { volume: 'volume', issue: 'issue', number: 'issue', chapter: 'chapter-number', section: 'section' }[
				d.attrs.type ?? ''
			];
			const n = say(first(d, 'number')) || say(first(d, 'caption'));
			if (kind && n) item[kind] ??= n;
		}
		for (const x of all(p, 'extent')) {
			const [a, b] = [say(first(x, 'start')), say(first(x, 'end'))];
			const pages = a ? (b && b !== a ? `${a}-${b}` : a) : say(first(x, 'list'));
			if (pages) item.page ??= pages;
		}
		setDate(item, 'issued', say(first(p, 'date')));
	}
	const abstract = say(first(el, 'abstract'));
	if (abstract) item.abstract = abstract;
	const notes = all(el, 'note').map(say).filter(Boolean);
	if (notes.length) item.note = notes.join('\n');
	const lang = all(el, 'language')
		.flatMap((l) => all(l, 'languageTerm'))
		.map(say)[0];
	if (lang) item.language = lang;
	const extent = /(\d+)\s*(?:p|pages|S)\b/.exec(say(first(el, 'physicalDescription', 'extent')));
	if (extent && type === 'book') item['number-of-pages'] = extent[1];
	for (const l of all(el, 'location')) {
		const url = first(l, 'url');
		if (url) {
			item.URL ??= say(url);
			setDate(item, 'accessed', url.attrs.dateLastAccessed ?? '');
		}
		if (first(l, 'physicalLocation')) item.archive ??= say(first(l, 'physicalLocation'));
		if (first(l, 'shelfLocator')) item.archive_location ??= say(first(l, 'shelfLocator'));
	}
	const tags = all(el, 'subject')
		.flatMap((s) => s.kids)
		.filter((k) => /^(?:topic|geographic|temporal)$/.test(k.name))
		.map(say)
		.filter(Boolean);
	if (rest.length) item.custom = { mods: rest };
	if (!title && !item.author && !item.editor) return null;
	return { item, key: el.attrs.ID ?? '', line: el.line, notes: [], tags: [...new Set(tags)], annotation: '' };
}
