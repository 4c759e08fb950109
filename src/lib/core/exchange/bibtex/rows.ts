/** The rows an entry is written with. */
import { normalDate, type Item, type Name } from '../../csl';
import { toTex } from '../tex';
import type { Written } from '../types';
import { writeName } from './names';
import { BACK, CLASSIC, MODERN_ONLY, TYPES, VERBATIM } from './tables';

/** The two dialects: fields as the original styles know them, or as BibLaTeX does. */
export type Flavour = 'bibtex' | 'biblatex';

const NAME_ROWS = [
	['author', 'author'],
	['editor', 'editor'],
	['translator', 'translator'],
	['bookauthor', 'container-author'],
	['director', 'director']
];
const DATE_ROWS = [
	['date', 'issued'],
	['urldate', 'accessed'],
	['origdate', 'original-date'],
	['eventdate', 'event-date']
];

/** The entry type a source is written as. */
export function entryType(item: Item, flavour: Flavour): string {
	const type = BACK[item.type] ?? 'misc';
	if (flavour === 'biblatex') return type;
	if (type === 'thesis')
		return /master|m\.?\s?a\.?|m\.?\s?sc/i.test(String(item.genre ?? '')) ? 'mastersthesis' : 'phdthesis';
	return MODERN_ONLY[type] ?? type;
}

/**
 * Every row of an entry, in order.
 * @param type the entry type, which decides what some fields are called
 */
export function rowsOf(s: Written, type: string, flavour: Flavour): Map<string, string> {
	const { item } = s;
	const rows = new Map<string, string>();
	const done = new Set(['id', 'type', 'custom']);
	const put = (field: string, text: string) => {
		rows.set(flavour === 'bibtex' ? (CLASSIC[field] ?? field) : field, text);
	};
	for (const [field, variable] of NAME_ROWS) {
		const names = item[variable];
		if (!Array.isArray(names) || !names.length) continue;
		done.add(variable);
		put(field, (names as Name[]).map(writeName).join(' and '));
	}
	const article = /^(article|review)/.test(item.type);
	const house =
		type === 'report' || type === 'techreport'
			? 'institution'
			: type.endsWith('thesis')
				? flavour === 'bibtex'
					? 'school'
					: 'institution'
				: 'publisher';
	const plain: [string, string][] = [
		['title', 'title'],
		['shorttitle', 'title-short'],
		[article ? 'journaltitle' : 'booktitle', 'container-title'],
		['shortjournal', 'container-title-short'],
		['series', 'collection-title'],
		['volume', 'volume'],
		[
			'number',
			article
				? 'issue'
				: item['collection-number'] !== undefined && item['collection-title']
					? 'collection-number'
					: 'number'
		],
		['pages', 'page'],
		['edition', 'edition'],
		['chapter', 'chapter-number'],
		[house, 'publisher'],
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
		if (v === undefined || v === '' || v === null || typeof v === 'object') continue;
		done.add(variable);
		const text = String(v);
		put(field, VERBATIM.has(field) ? text : toTex(variable === 'page' ? text.replace(/-/g, '--') : text));
	}
	for (const [field, variable] of DATE_ROWS) {
		const d = writeDate(item[variable]);
		if (!d) continue;
		done.add(variable);
		const simple = /^(\d{4})(?:-(\d\d))?$/.exec(d);
		if (field !== 'date' || flavour === 'biblatex') put(field, d);
		else if (simple) {
			rows.set('year', simple[1]);
			if (simple[2]) rows.set('month', String(Number(simple[2])));
		} else {
			// the original styles print the year; readers of BibLaTeX take the whole date
			const year = normalDate(item.issued)?.start?.year;
			if (year) rows.set('year', String(year));
			rows.set('date', d);
		}
	}
	if (s.tags?.length) put('keywords', toTex(s.tags.join(', ')));
	if (s.annotation) put('annotation', toTex(s.annotation));
	// what BibTeX has no field for is kept as one that readers pass over
	const rest = Object.fromEntries(Object.entries(item).filter(([k, v]) => !done.has(k) && v !== undefined && v !== ''));
	if (article && (item.type === 'article-newspaper' || item.type === 'article-magazine'))
		rows.set('entrysubtype', item.type.slice(8));
	else if ((TYPES[type] ?? 'document') !== item.type) rest.type = item.type;
	if (Object.keys(rest).length) rows.set('x-csl', toTex(JSON.stringify(rest)));
	return rows;
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
