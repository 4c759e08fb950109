/** Entries to sources. */
import { dateValue, normalDate, type Item, type Name } from '../../csl';
import { fromTex } from '../tex';
import { readKnownWays } from './known-ways';
import { readNames } from './names';
import { MONTHS } from './scan';
import { NAMES, PLAIN, TYPES, VERBATIM } from './tables';

/** What the fields of an entry say. */
export interface Said {
	item: Item;
	tags: string[];
	annotation: string;
}

const ELSEWHERE = new Set(
	'x-csl date year month day urldate origdate eventdate subtitle booksubtitle crossref xdata entrysubtype'.split(' ')
);

/** Reads the fields of one entry; what is not understood is passed over here and kept by keep.ts. */
export function readEntry(type: string, key: string, fields: Map<string, string>): Said {
	const item: Item = { id: key, type: TYPES[type] ?? 'document' };
	let tags: string[] = [];
	for (const [name, raw] of fields) {
		if (ELSEWHERE.has(name)) continue;
		if (NAMES[name]) {
			const list = readNames(raw);
			if (list.length) item[NAMES[name]] = [...((item[NAMES[name]] as Name[]) ?? []), ...list];
		} else if (name === 'keywords' || name === 'keyword')
			tags = fromTex(raw)
				.split(/\s*[,;]\s*/)
				.filter(Boolean);
		else if (PLAIN[name]) {
			const value = VERBATIM.has(name)
				? raw
						.replace(/\$\\sim\$|\\~\{\}|\\textasciitilde(?:\{\})?/g, '~')
						.replace(/\\([_%&#$~])/g, '$1')
						.trim()
				: fromTex(raw, name === 'title' || name === 'booktitle');
			if (value) item[PLAIN[name]] ??= value;
		}
	}
	for (const [sub, of] of [
		['subtitle', 'title'],
		['booksubtitle', 'container-title']
	]) {
		const words = fields.get(sub);
		if (words && typeof item[of] === 'string') item[of] = `${item[of]}: ${fromTex(words, true)}`;
	}
	readDates(fields, item);
	shape(type, fields, item);
	readKnownWays(type, fields, item);
	const rest = fields.get('x-csl');
	if (rest !== undefined) restoreRest(item, rest);
	const annotation = typeof item.annote === 'string' ? item.annote : '';
	delete item.annote;
	return { item, tags, annotation };
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

function shape(type: string, fields: Map<string, string>, item: Item): void {
	// in BibTeX the number of an article is its issue
	if (/^(?:article-|review)/.test(item.type) && item.number !== undefined && item.issue === undefined) {
		item.issue = item.number;
		delete item.number;
	}
	if (['book', 'chapter'].includes(item.type) && item.number !== undefined && item['collection-title']) {
		item['collection-number'] = item.number;
		delete item.number;
	}
	if (item.type === 'thesis' && item.genre === undefined) {
		if (type === 'phdthesis') item.genre = 'PhD thesis';
		if (type === 'mastersthesis') item.genre = 'Master’s thesis';
	}
	if (item.genre === 'phdthesis') item.genre = 'PhD thesis';
	if (item.genre === 'mathesis') item.genre = 'Master’s thesis';
	if (typeof item.page === 'string') item.page = item.page.replace(/\s*[-–—]+\s*/g, '-');
	const sub = fields.get('entrysubtype')?.trim();
	if (item.type === 'article-journal' && (sub === 'newspaper' || sub === 'magazine')) item.type = `article-${sub}`;
}

function readDates(fields: Map<string, string>, item: Item): void {
	const set = (field: string, raw: string | undefined) => {
		if (!raw) return;
		// in a date of the standard's form a tilde says about
		const text = /^[\d/.~?%X-]+$/.test(raw.trim()) && !/~\d/.test(raw) ? raw.trim() : fromTex(raw);
		const d = normalDate(text);
		if (!d) return;
		item[field] = dateValue(d) ?? { literal: text };
	};
	const date = fields.get('date');
	if (date) set('issued', date);
	else {
		const year = fields.get('year');
		const month = fields.get('month');
		const day = fields.get('day');
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
			}
		}
	}
	set('accessed', fields.get('urldate'));
	set('original-date', fields.get('origdate'));
	set('event-date', fields.get('eventdate'));
}
