/** COinS: an OpenURL context object in the title of a span (ANSI/NISO Z39.88-2004, key/encoded-value form). */
import type { Item, Name } from '../csl';
import { bareDoi, readName } from '../source';
import { pageDate } from './page-date';

const GENRES: Record<string, string> = {
	article: 'article-journal',
	proceeding: 'paper-conference',
	conference: 'paper-conference',
	bookitem: 'chapter',
	book: 'book',
	report: 'report',
	dissertation: 'thesis',
	preprint: 'article',
	document: 'document'
};

/** One context object; null where it names no work. */
export function readCoins(title: string): Item | null {
	const q = new URLSearchParams(title.replace(/&amp;/g, '&'));
	const one = (k: string) => q.get(`rft.${k}`)?.replace(/\s+/g, ' ').trim() || undefined;
	const format = /:(journal|book|dissertation|patent|dc)$/.exec(q.get('rft_val_fmt') ?? '')?.[1];
	const type =
		GENRES[one('genre') ?? ''] ??
		{ journal: 'article-journal', book: 'book', dissertation: 'thesis', patent: 'patent' }[format ?? ''] ??
		'webpage';
	const inBook = type === 'chapter' || type === 'paper-conference';
	const own = one('atitle') ?? (inBook ? undefined : (one('btitle') ?? one('title')));
	if (!own) return null;
	const authors: Name[] = q
		.getAll('rft.au')
		.concat(q.getAll('rft.creator'))
		.map(readName)
		.filter((n): n is Name => n !== null);
	const [family, given] = [one('aulast'), one('aufirst') ?? one('auinit')];
	if (family && !authors.some((n) => n.family === family)) authors.unshift(given ? { family, given } : { family });
	const item: Item = { id: '', type, title: own };
	const ids = q.getAll('rft_id');
	const put = (k: string, v: unknown) => {
		if (v !== undefined && v !== '') item[k] = v;
	};
	if (authors.length) item.author = authors;
	put('issued', pageDate(one('date')));
	put('container-title', one('atitle') || inBook ? (one('jtitle') ?? one('btitle') ?? one('title')) : undefined);
	for (const [k, field] of [
		['volume', 'volume'],
		['issue', 'issue'],
		['pub', 'publisher'],
		['publisher', 'publisher'],
		['place', 'publisher-place'],
		['edition', 'edition'],
		['issn', 'ISSN'],
		['isbn', 'ISBN']
	])
		if (item[field] === undefined) put(field, one(k));
	put('page', one('pages') ?? (one('spage') ? [one('spage'), one('epage')].filter(Boolean).join('-') : undefined));
	put('DOI', ids.map((i) => (/doi/i.test(i) ? bareDoi(i) : null)).find(Boolean) ?? undefined);
	put('URL', ids.find((i) => /^https?:/.test(i) && !/doi/i.test(i)) ?? one('identifier'));
	return item;
}
