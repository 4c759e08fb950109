/** Comma-separated values (RFC 4180) for tables elsewhere: a row a source, every field a column that any of them has. */
import { DATE_VARIABLES, NAME_VARIABLES, normalDate, stripMarkup, type Name } from '../csl';
import type { Written } from './types';

const FIRST = [
	'type',
	'author',
	'title',
	'issued',
	'container-title',
	'publisher',
	'volume',
	'issue',
	'page',
	'DOI',
	'URL'
];

/** A field that a spreadsheet would take for a formula is led by an apostrophe, so that text from outside stays text. */
const cell = (s: string) => {
	const safe = /^[=@\t\r]|^[+-](?!\d+(?:\.\d+)?$)/.test(s) ? `'${s}` : s;
	return /[",\n\r]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
};

function show(field: string, v: unknown): string {
	if (v === undefined || v === null) return '';
	if (NAME_VARIABLES.has(field) && Array.isArray(v))
		return (v as Name[])
			.map(
				(n) =>
					n.literal ??
					[[n['non-dropping-particle'], n.family].filter(Boolean).join(' '), n.given, n.suffix]
						.filter(Boolean)
						.join(', ')
			)
			.join('; ');
	if (DATE_VARIABLES.has(field)) {
		const d = normalDate(v);
		if (!d) return '';
		if (!d.start) return d.literal;
		const two = (n: number) => String(n).padStart(2, '0');
		const one = (p: { year: number; month: number; day: number }) =>
			[String(p.year), ...(p.month ? [two(p.month)] : []), ...(p.day ? [two(p.day)] : [])].join('-');
		return d.end ? `${one(d.start)}/${one(d.end)}` : one(d.start);
	}
	return typeof v === 'object' ? JSON.stringify(v) : stripMarkup(String(v));
}

/** Writes a table with a line of headings, CRLF line ends as the standard has them. */
export function writeCsv(list: Written[]): string {
	const fields = new Set(list.flatMap((s) => Object.keys(s.item)));
	for (const k of ['id', 'custom', 'citation-key']) fields.delete(k);
	const columns = [...FIRST.filter((f) => fields.has(f)), ...[...fields].filter((f) => !FIRST.includes(f)).sort()];
	const rows = [['key', ...columns, 'tags', 'annotation']];
	for (const s of list)
		rows.push([s.key, ...columns.map((c) => show(c, s.item[c])), (s.tags ?? []).join('; '), s.annotation ?? '']);
	return rows.map((r) => r.map(cell).join(',')).join('\r\n') + '\r\n';
}
