/** The rows a source is written with. */
import { normalDate, type Item, type Name } from '../../csl';
import type { Written } from '../types';
import type { Row } from './read';
import { BACK } from './tables';

/** The type a source is written as. */
export const risType = (item: Item): string => BACK[item.type] ?? 'GEN';

/** Every row of a record, `TY` first, without the end mark. */
export function rowsOf(s: Written, type = risType(s.item)): Row[] {
	const { item } = s;
	const rows: Row[] = [['TY', type]];
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
		['T2', item.type === 'book' ? 'collection-title' : 'container-title'],
		['J2', 'container-title-short'],
		...(item.type === 'book' ? [] : [['T3', 'collection-title']]),
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
		['SV', 'version'],
		['SE', 'section']
	])
		add(tag, item[v]);
	if (typeof item.note === 'string') for (const line of item.note.split(/\n+/)) add('N1', line);
	if (/^\d+$/.test(String(item.PMID ?? ''))) add('AN', item.PMID);
	if (/^PMC\d+$/.test(String(item.PMCID ?? ''))) add('C2', item.PMCID);
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
	return rows;
}
