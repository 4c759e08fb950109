/** Rows of one RIS record to a source. */
import { dateValue, normalDate, type Item, type Name } from '../../csl';
import { NAMES, PLAIN, TYPES } from './tables';

/** A tag and what stands behind it. */
export type Row = [tag: string, value: string];

export interface Said {
	key: string;
	item: Item;
	tags: string[];
}

const BOOKS = new Set(['book', 'chapter']);
const NUMBERED = new Set(['report', 'standard', 'patent', 'bill', 'legislation', 'regulation', 'dataset', 'map']);

/** Reads the rows of one record, `TY` first; what is not understood is passed over here and kept by keep.ts. */
export function readRows(rows: Row[]): Said {
	const item: Item = { id: '', type: TYPES[rows[0][1]] ?? 'document' };
	const tags: string[] = [];
	let key = '';
	let start = '';
	let end = '';
	for (const [tag, value] of rows.slice(1)) {
		if (!value) continue;
		if (NAMES[tag]) ((item[NAMES[tag]] ??= []) as Name[]).push(readName(value));
		else if (tag === 'KW') tags.push(value);
		else if (tag === 'ID') key ||= value;
		else if (tag === 'SP') start ||= value;
		else if (tag === 'EP') end ||= value;
		else if (tag === 'PY' || tag === 'Y1' || tag === 'DA') setDate(item, 'issued', value, tag === 'DA');
		else if (tag === 'Y2') setDate(item, 'accessed', value, true);
		else if (tag === 'SN') item[BOOKS.has(item.type) ? 'ISBN' : 'ISSN'] ??= value;
		else if (tag === 'N1') item.note = item.note ? `${item.note as string}\n${value}` : value;
		else if (tag === 'M1' || tag === 'IS') item[NUMBERED.has(item.type) ? 'number' : 'issue'] ??= value;
		else if (tag === 'C2' && /^PMC\d+$/.test(value)) item.PMCID ??= value;
		else if (tag === 'AN' && /^\d{1,8}$/.test(value)) item.PMID ??= value;
		// the second title of a book is its series
		else if (tag === 'T2' && item.type === 'book') item['collection-title'] ??= value;
		else if (PLAIN[tag]) item[PLAIN[tag]] ??= value;
	}
	if (start) item.page = end && end !== start ? `${start}-${end}` : start;
	return { key, item, tags };
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
	if (d) item[field] = dateValue(d) ?? { literal: value };
}
