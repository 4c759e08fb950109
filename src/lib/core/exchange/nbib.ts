/** MEDLINE as PubMed gives it out (NBIB; field tags of the MEDLINE display format, from memory). */
import { dateValue, normalDate, type Item, type Name } from '../csl';
import { LONGEST_FIELD, tooLong } from './limits';
import type { ReadRecord, ReadResult, Skipped } from './types';

const LINE = /^([A-Z]{2,4}|[A-Z]{1,3}\d?) {0,3}- ?(.*)$/;

/** Publication types to kinds; the first that is known counts. */
const TYPES: [RegExp, string][] = [
	[/book review/i, 'review-book'],
	[/preprint/i, 'article'],
	[/^books?$|monograph/i, 'book'],
	[/book chapter|^chapter/i, 'chapter'],
	[/dissertation|thesis/i, 'thesis'],
	[/newspaper article|news/i, 'article-newspaper'],
	[/dataset/i, 'dataset'],
	[/technical report/i, 'report'],
	[/congress|conference/i, 'paper-conference'],
	[/./, 'article-journal']
];

const PLAIN: Record<string, string> = {
	TI: 'title',
	JT: 'container-title',
	TA: 'container-title-short',
	VI: 'volume',
	IP: 'issue',
	AB: 'abstract',
	PMID: 'PMID',
	PMC: 'PMCID',
	LA: 'language',
	PB: 'publisher',
	PL: 'publisher-place',
	EN: 'edition',
	BTI: 'container-title',
	CTI: 'collection-title'
};

/** Reads MEDLINE text: one record after an empty line, tags of four letters, wrapped lines indented. */
export function readNbib(text: string): ReadResult {
	const records: ReadRecord[] = [];
	const skipped: Skipped[] = [];
	/** Rows of the record that is being read; wrapped lines wait in a list of their own until it ends. */
	let open: [tag: string, lines: string[]][] = [];
	let hasPmid = false;
	let start = 0;
	const flush = () => {
		const rows = open.map(([tag, lines]): [string, string] => [tag, lines.join(' ').trim()]);
		open = [];
		hasPmid = false;
		if (!rows.length) return;
		const what = `${rows[0][0]}- ${rows[0][1]}`.slice(0, 60);
		const long = rows.find(([, value]) => value.length > LONGEST_FIELD);
		if (long) skipped.push({ line: start, what, why: tooLong(`The field ${long[0]}`) });
		else if (rows.some(([t]) => t === 'TI' || t === 'BTI' || t === 'PMID')) records.push(toRecord(rows, start));
		else skipped.push({ line: start, what, why: 'The record has neither a title nor a PMID.' });
	};
	text
		.replace(/^\uFEFF/, '')
		.split(/\r\n|\r|\n/)
		.forEach((raw, i) => {
			if (!raw.trim()) return flush();
			const m = LINE.exec(raw);
			if (m) {
				// a PMID line begins a record even where the empty line is missing
				if (m[1] === 'PMID' && hasPmid) flush();
				if (!open.length) start = i + 1;
				if (m[1] === 'PMID') hasPmid = true;
				open.push([m[1], [m[2].trim()]]);
			} else if (/^\s/.test(raw) && open.length) open[open.length - 1][1].push(raw.trim());
			else skipped.push({ line: i + 1, what: raw.slice(0, 60), why: 'This line is not MEDLINE.' });
		});
	flush();
	return { format: 'nbib', records, skipped };
}

function toRecord(rows: [string, string][], line: number): ReadRecord {
	const types = rows.filter(([t]) => t === 'PT').map(([, v]) => v);
	const type = TYPES.find(([r]) => types.some((t) => r.test(t)))?.[1] ?? 'article-journal';
	const item: Item = { id: '', type };
	const tags: string[] = [];
	const rest: [string, string][] = [];
	const full = rows.some(([t]) => t === 'FAU');
	const fullEditors = rows.some(([t]) => t === 'FED');
	const authors: Name[] = [];
	const editors: Name[] = [];
	for (const [tag, value] of rows) {
		if (!value) continue;
		if (tag === 'FAU' || (tag === 'AU' && !full)) authors.push(readName(value));
		else if (tag === 'CN') authors.push({ literal: value });
		else if (tag === 'FED' || (tag === 'ED' && !fullEditors)) editors.push(readName(value));
		else if (tag === 'OT' || tag === 'MH') tags.push(value.replace(/^\*|\/\*/g, (s) => (s === '*' ? '' : '/')));
		else if (tag === 'PG') item.page = wholeRange(value);
		else if (tag === 'DP') setDate(item, value);
		else if (tag === 'LID' || tag === 'AID') {
			const m = /^(\S+)\s*\[(doi|pii)\]$/i.exec(value);
			if (m?.[1] && m[2].toLowerCase() === 'doi') item.DOI ??= m[1];
			else rest.push([tag, value]);
		} else if (tag === 'IS') item.ISSN ??= value.replace(/\s*\(.*\)$/, '');
		else if (tag === 'ISBN') item.ISBN ??= value.replace(/\s*\(.*\)$/, '');
		else if (tag === 'PT' || tag === 'AU' || tag === 'ED') rest.push([tag, value]);
		else if (PLAIN[tag]) {
			if (item[PLAIN[tag]] === undefined) item[PLAIN[tag]] = tag === 'TI' ? cleanTitle(value) : value;
			else rest.push([tag, value]);
		} else rest.push([tag, value]);
	}
	if (authors.length) item.author = authors;
	if (editors.length) item.editor = editors;
	if (!item.title && item['container-title']) {
		item.title = item['container-title'];
		delete item['container-title'];
	}
	if (rest.length) item.custom = { nbib: rest };
	return { item, key: '', line, notes: [], tags, annotation: '' };
}

/** Titles end in a full stop there, and translated ones stand in square brackets. */
const cleanTitle = (s: string) => s.replace(/^\[(.*)\]\.?$/s, '$1').replace(/(?<!\b\p{L})\.$/u, '');

/** `201-9` is `201-209` there. */
function wholeRange(s: string): string {
	const m = /^(\d+)-(\d+)$/.exec(s.trim());
	return m && m[2].length < m[1].length ? `${m[1]}-${m[1].slice(0, m[1].length - m[2].length)}${m[2]}` : s;
}

function setDate(item: Item, value: string): void {
	// "2019 May 3", "2019 May-Jun", "2019 Spring"
	const m = /^(\d{4})(?:\s+([A-Za-z]+)(?:-([A-Za-z]+))?(?:\s+(\d{1,2}))?)?$/.exec(value);
	const d = m ? normalDate([m[4], m[2], m[1]].filter(Boolean).join(' ')) : normalDate(value);
	const end = m?.[3] ? normalDate(`${m[3]} ${m[1]}`) : null;
	item.issued = dateValue(d && { ...d, end: end?.start ?? d.end }) ?? { literal: value };
}

/** "Okafor, Ebele M" in full; "Okafor EM" short. */
function readName(value: string): Name {
	const comma = /^([^,]+),\s*(.+?)(?:,?\s+(Jr|Sr|2nd|3rd|I{2,3})\.?)?$/.exec(value);
	if (comma) return { family: comma[1], given: comma[2], ...(comma[3] ? { suffix: comma[3] } : {}) };
	const short = /^(.+?)\s+(\p{Lu}{1,4})(?:\s+(Jr|Sr|2nd|3rd))?$/u.exec(value);
	if (short) return { family: short[1], given: [...short[2]].join(' '), ...(short[3] ? { suffix: short[3] } : {}) };
	return { literal: value };
}
