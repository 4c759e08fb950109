/** RIS (tag list as published for the format by its originators; repeated tags, wrapped lines, any line ends). */
import { normalDate, type Item, type Name } from '../csl';
import type { ReadRecord, ReadResult, Skipped } from './types';

const TYPES: Record<string, string> = {
	JOUR: 'article-journal',
	JFULL: 'periodical',
	EJOUR: 'article-journal',
	MGZN: 'article-magazine',
	NEWS: 'article-newspaper',
	BOOK: 'book',
	EBOOK: 'book',
	EDBOOK: 'book',
	CHAP: 'chapter',
	ECHAP: 'chapter',
	CONF: 'paper-conference',
	CPAPER: 'paper-conference',
	THES: 'thesis',
	RPRT: 'report',
	GOVDOC: 'report',
	ELEC: 'webpage',
	WEB: 'webpage',
	BLOG: 'post-weblog',
	DATA: 'dataset',
	COMP: 'software',
	PAT: 'patent',
	STAND: 'standard',
	MAP: 'map',
	ART: 'graphic',
	FIGURE: 'figure',
	VIDEO: 'motion_picture',
	MPCT: 'motion_picture',
	SOUND: 'song',
	MUSIC: 'musical_score',
	PAMP: 'pamphlet',
	PCOMM: 'personal_communication',
	UNPB: 'manuscript',
	MANSCPT: 'manuscript',
	STAT: 'legislation',
	CASE: 'legal_case',
	BILL: 'bill',
	HEAR: 'hearing',
	ENCYC: 'entry-encyclopedia',
	DICT: 'entry-dictionary',
	UNBILL: 'bill',
	LEGAL: 'regulation',
	ANCIENT: 'classic',
	CLSWK: 'classic',
	GEN: 'document',
	INPR: 'article',
	MULTI: 'webpage',
	SER: 'book',
	SLIDE: 'speech',
	CTLG: 'book',
	ADVS: 'motion_picture'
};
const BACK: Record<string, string> = {};
for (const [ris, csl] of Object.entries(TYPES)) BACK[csl] ??= ris;
Object.assign(BACK, {
	interview: 'PCOMM',
	broadcast: 'VIDEO',
	treaty: 'LEGAL',
	speech: 'SLIDE',
	performance: 'GEN',
	review: 'JOUR',
	'review-book': 'JOUR',
	post: 'BLOG',
	collection: 'GEN',
	'article-journal': 'JOUR'
});

const NAMES: Record<string, string> = {
	AU: 'author',
	A1: 'author',
	A2: 'editor',
	ED: 'editor',
	A3: 'collection-editor',
	A4: 'translator'
};
const PLAIN: Record<string, string> = {
	TI: 'title',
	T1: 'title',
	CT: 'title',
	ST: 'title-short',
	T2: 'container-title',
	JO: 'container-title',
	JF: 'container-title',
	BT: 'container-title',
	J2: 'container-title-short',
	JA: 'container-title-short',
	T3: 'collection-title',
	VL: 'volume',
	IS: 'issue',
	ET: 'edition',
	PB: 'publisher',
	CY: 'publisher-place',
	PP: 'publisher-place',
	DO: 'DOI',
	UR: 'URL',
	AB: 'abstract',
	N2: 'abstract',
	LA: 'language',
	M3: 'genre',
	NV: 'number-of-volumes',
	C2: 'PMCID',
	AN: 'PMID',
	SV: 'version'
};

const LINE = /^([A-Z][A-Z0-9])\s{1,2}-(?:\s(.*))?$/;

/** Reads RIS text; a record without its end mark is read up to the next one and said so. */
export function readRis(text: string): ReadResult {
	const records: ReadRecord[] = [];
	const skipped: Skipped[] = [];
	let tags: [string, string][] | null = null;
	let start = 0;
	let notes: string[] = [];
	const flush = (ended: boolean) => {
		if (!tags) return;
		if (!ended) notes.push('The end mark ER is missing.');
		const useful = tags.filter(([t]) => t !== 'TY');
		if (!useful.length) skipped.push({ line: start, what: 'TY  - ' + tags[0][1], why: 'The record is empty.' });
		else records.push(toRecord(tags, start, notes));
		tags = null;
		notes = [];
	};
	text
		.replace(/^\uFEFF/, '')
		.split(/\r\n|\r|\n/)
		.forEach((raw, i) => {
			const m = LINE.exec(raw.trimEnd());
			if (m) {
				const [, tag, value = ''] = m;
				if (tag === 'TY') {
					flush(false);
					tags = [['TY', value.trim()]];
					start = i + 1;
				} else if (tag === 'ER') {
					if (!tags) skipped.push({ line: i + 1, what: raw, why: 'An end mark without a beginning.' });
					flush(true);
				} else if (tags) tags.push([tag, value.trim()]);
				else
					skipped.push({
						line: i + 1,
						what: raw.slice(0, 60),
						why: 'A field before the first record: the type line TY is missing.'
					});
			} else if (raw.trim() && tags) {
				// a wrapped line goes on with the field before it
				const last = tags[tags.length - 1];
				last[1] = `${last[1]} ${raw.trim()}`.trim();
			} else if (raw.trim()) skipped.push({ line: i + 1, what: raw.slice(0, 60), why: 'This line is not RIS.' });
		});
	flush(false);
	return { format: 'ris', records, skipped };
}

function toRecord(tags: [string, string][], line: number, notes: string[]): ReadRecord {
	const item: Item = { id: '', type: TYPES[tags[0][1]] ?? 'document' };
	if (!TYPES[tags[0][1]]) notes.push(`The type “${tags[0][1]}” is not known; it was read as a document.`);
	const custom: Record<string, string[]> = {};
	const keywords: string[] = [];
	let key = '';
	let start = '';
	let end = '';
	const keep = (t: string, v: string) => (custom[t] ??= []).push(v);
	for (const [tag, value] of tags.slice(1)) {
		if (!value) continue;
		if (NAMES[tag]) item[NAMES[tag]] = [...((item[NAMES[tag]] as Name[]) ?? []), readName(value)];
		else if (tag === 'KW') keywords.push(value);
		else if (tag === 'ID') key = value;
		else if (tag === 'SP') start = value;
		else if (tag === 'EP') end = value;
		else if (tag === 'PY' || tag === 'Y1' || tag === 'DA') setDate(item, 'issued', value, tag === 'DA');
		else if (tag === 'Y2') setDate(item, 'accessed', value, true);
		else if (tag === 'SN') item[['book', 'chapter'].includes(item.type) ? 'ISBN' : 'ISSN'] ??= value;
		else if (tag === 'N1') item.note = item.note ? `${item.note}\n${value}` : value;
		else if (tag === 'M1') item[item.type === 'report' ? 'number' : 'issue'] ??= value;
		else if (PLAIN[tag]) {
			if (item[PLAIN[tag]] === undefined) item[PLAIN[tag]] = value;
			else if (item[PLAIN[tag]] !== value) keep(tag, value);
		} else keep(tag, value);
	}
	if (start) item.page = end && end !== start ? `${start}-${end}` : start;
	else if (end) keep('EP', end);
	if (
		['report', 'standard', 'patent', 'bill', 'legislation'].includes(item.type) &&
		item.issue !== undefined &&
		item.number === undefined
	) {
		item.number = item.issue;
		delete item.issue;
	}
	if (Object.keys(custom).length) item.custom = { ris: custom };
	return { item, key, line, notes, tags: keywords, annotation: '' };
}

function readName(value: string): Name {
	const parts = value.split(/\s*,\s*/);
	if (parts.length === 1) return { literal: value };
	const n: Name = { family: parts[0], given: parts[1] };
	if (parts[2]) n.suffix = parts[2];
	return n;
}

/** `2019/05/03/other` as well as `2019`, `2019-05-03`, `May 2019`. */
function setDate(item: Item, field: string, value: string, finer: boolean): void {
	const m = /^(\d{4})(?:\/(\d{0,2}))?(?:\/(\d{0,2}))?(?:\/(.*))?$/.exec(value);
	if (m) {
		const parts = [Number(m[1]), Number(m[2] || 0), Number(m[3] || 0)];
		while (parts.length > 1 && !parts[parts.length - 1]) parts.pop();
		const before = item[field] as { 'date-parts'?: number[][] } | undefined;
		if (!before || (finer && parts.length > (before['date-parts']?.[0].length ?? 0)))
			item[field] = { 'date-parts': [parts] };
		return;
	}
	if (item[field]) return;
	const d = normalDate(value);
	if (d?.start) {
		const p = d.start;
		item[field] = { 'date-parts': [p.day ? [p.year, p.month, p.day] : p.month ? [p.year, p.month] : [p.year]] };
	} else if (d) item[field] = { literal: value };
}

/** Writes RIS. */
export function writeRis(list: { key: string; item: Item; tags?: string[]; annotation?: string }[]): string {
	return list.map(writeRecord).join('\r\n');
}

function writeRecord(s: { key: string; item: Item; tags?: string[] }): string {
	const { item } = s;
	const rows: [string, string][] = [['TY', BACK[item.type] ?? 'GEN']];
	const add = (tag: string, v: unknown) => {
		if ((typeof v === 'string' && v) || typeof v === 'number') rows.push([tag, String(v).replace(/\s*\n\s*/g, ' ')]);
	};
	for (const [tag, variable] of [
		['AU', 'author'],
		['A2', 'editor'],
		['A3', 'collection-editor'],
		['A4', 'translator']
	]) {
		for (const n of (item[variable] as Name[] | undefined) ?? []) {
			const family = [n['non-dropping-particle'] ?? n['dropping-particle'], n.family].filter(Boolean).join(' ');
			add(tag, n.literal ?? [family, n.given, n.suffix].filter(Boolean).join(', '));
		}
	}
	for (const [tag, v] of [
		['TI', 'title'],
		['ST', 'title-short'],
		['T2', 'container-title'],
		['J2', 'container-title-short'],
		['T3', 'collection-title'],
		['VL', 'volume'],
		['ET', 'edition'],
		['PB', 'publisher'],
		['CY', 'publisher-place'],
		['DO', 'DOI'],
		['UR', 'URL'],
		['AB', 'abstract'],
		['LA', 'language'],
		['M3', 'genre'],
		['NV', 'number-of-volumes'],
		['N1', 'note'],
		['SV', 'version']
	])
		add(tag, item[v]);
	add('IS', item.issue);
	if (item.issue === undefined) add('IS', item.number);
	add('SN', item.ISBN ?? item.ISSN);
	const pages = typeof item.page === 'string' ? /^([^-–]+)[-–](.+)$/.exec(item.page) : null;
	if (pages) {
		add('SP', pages[1].trim());
		add('EP', pages[2].trim());
	} else add('SP', item.page);
	for (const [tag, field] of [
		['PY', 'issued'],
		['Y2', 'accessed']
	]) {
		const d = normalDate(item[field]);
		if (d?.start) {
			const p = d.start;
			const two = (n: number) => (n ? String(n).padStart(2, '0') : '');
			add(tag === 'PY' && !p.month ? 'PY' : tag, p.month ? `${p.year}/${two(p.month)}/${two(p.day)}` : String(p.year));
		} else if (d) add(tag, d.literal);
	}
	for (const t of s.tags ?? []) add('KW', t);
	add('ID', s.key);
	const custom = (item.custom as { ris?: Record<string, string[]> } | undefined)?.ris ?? {};
	for (const [tag, values] of Object.entries(custom)) for (const v of values) add(tag, v);
	return rows.map(([t, v]) => `${t}  - ${v}`).join('\r\n') + '\r\nER  - \r\n';
}
