/**
 * Sources out of a saved web page: citation_* and Dublin Core meta tags, JSON-LD (schema.org), Open Graph, COinS
 * (OpenURL, ANSI/NISO Z39.88) and, failing all, the page's title. The more exact word wins, field by field. Nothing of
 * the page runs or is kept but text.
 */
import { Parser } from 'htmlparser2';
import type { Item, Name } from '../csl';
import { bareDoi, readName } from '../source';
import { pageDate } from './page-date';
import { readCoins } from './coins';
import { readJsonLd } from './json-ld';

/** Meta tags, links and scripts of a page, as far as they speak of sources. */
interface Page {
	meta: Map<string, string[]>;
	title: string;
	lang: string;
	canonical: string;
	savedFrom: string;
	jsonLd: string[];
	coins: string[];
}

function parse(html: string): Page {
	const page: Page = { meta: new Map(), title: '', lang: '', canonical: '', savedFrom: '', jsonLd: [], coins: [] };
	let inTitle = false;
	let script: string[] | null = null;
	let depth = 0;
	const parser = new Parser({
		onopentag(name, a) {
			depth++;
			if (name === 'html') page.lang = a.lang ?? '';
			else if (name === 'title') inTitle = depth < 4 || !page.title;
			else if (name === 'meta') {
				const key = (a.name ?? a.property ?? a.itemprop ?? '').trim().toLowerCase();
				const content = (a.content ?? '').replace(/\s+/g, ' ').trim();
				if (key && content) page.meta.set(key, [...(page.meta.get(key) ?? []), content]);
			} else if (name === 'link' && /\bcanonical\b/i.test(a.rel ?? '')) page.canonical ||= a.href ?? '';
			else if (name === 'script' && /ld\+json/i.test(a.type ?? '')) script = [];
			else if (name === 'span' && /\bZ3988\b/.test(a.class ?? '') && a.title) page.coins.push(a.title);
		},
		ontext(t) {
			if (script) script.push(t);
			else if (inTitle) page.title += t;
		},
		onclosetag(name) {
			depth--;
			if (name === 'title') inTitle = false;
			if (name === 'script' && script) {
				page.jsonLd.push(script.join(''));
				script = null;
			}
		},
		oncomment(t) {
			page.savedFrom ||= /saved from url=\(\d+\)(\S+)/.exec(t)?.[1] ?? '';
		}
	});
	parser.write(html);
	parser.end();
	page.title = page.title.replace(/\s+/g, ' ').trim();
	return page;
}

const isAddress = (s: string | undefined): s is string => Boolean(s && /^https?:\/\//i.test(s));

const people = (list: string[] | undefined): Name[] =>
	(list ?? [])
		.flatMap((s) => s.split(/\s*;\s*/))
		.map(readName)
		.filter((n): n is Name => n !== null);

/** Takes over what is not there yet. */
function fill(into: Item, from: Record<string, unknown>): void {
	for (const [k, v] of Object.entries(from)) {
		if (v === undefined || v === '' || (Array.isArray(v) && !v.length)) continue;
		into[k] ??= v;
	}
}

/** The tags that publishers of journals use (citation_*; common practice). */
function fromCitation(m: Map<string, string[]>): Record<string, unknown> | null {
	const one = (k: string) => m.get(`citation_${k}`)?.[0];
	if (!one('title')) return null;
	const [from, to] = [one('firstpage'), one('lastpage')];
	const book = one('inbook_title') ?? one('book_title');
	const type = one('dissertation_institution')
		? 'thesis'
		: one('technical_report_institution')
			? 'report'
			: one('conference_title') || one('conference')
				? 'paper-conference'
				: book
					? 'chapter'
					: one('journal_title') || one('journal_abbrev') || one('issn')
						? 'article-journal'
						: one('isbn')
							? 'book'
							: one('patent_number')
								? 'patent'
								: undefined;
	return {
		type,
		title: one('title'),
		author: people(m.get('citation_author') ?? (one('authors') ? [one('authors')!] : undefined)),
		editor: people(m.get('citation_editor')),
		issued: pageDate(one('publication_date') ?? one('date') ?? one('cover_date') ?? one('year') ?? one('online_date')),
		'container-title': one('journal_title') ?? book ?? one('conference_title') ?? one('conference'),
		'container-title-short': one('journal_abbrev'),
		publisher: one('publisher') ?? one('dissertation_institution') ?? one('technical_report_institution'),
		volume: one('volume'),
		issue: one('issue'),
		page: from ? (to && to !== from ? `${from}-${to}` : from) : undefined,
		number: one('technical_report_number') ?? one('patent_number'),
		DOI: one('doi') && (bareDoi(one('doi')!) ?? undefined),
		ISSN: one('issn'),
		ISBN: one('isbn'),
		PMID: one('pmid'),
		language: one('language'),
		abstract: one('abstract'),
		URL: [one('public_url'), one('abstract_html_url'), one('fulltext_html_url')].find(isAddress)
	};
}

const DC_TYPES: [RegExp, string][] = [
	[/thesis|dissertation/i, 'thesis'],
	[/article/i, 'article-journal'],
	[/conference/i, 'paper-conference'],
	[/book/i, 'book'],
	[/report/i, 'report'],
	[/image|photograph/i, 'graphic'],
	[/map/i, 'map'],
	[/dataset/i, 'dataset'],
	[/software/i, 'software']
];

/** Dublin Core (DCMI Metadata Terms; also with the prefix dcterms). */
function fromDublinCore(m: Map<string, string[]>): Record<string, unknown> {
	const list = (k: string) => m.get(`dc.${k}`) ?? m.get(`dcterms.${k}`) ?? m.get(`dc:${k}`);
	const one = (k: string) => list(k)?.[0];
	const ids = list('identifier') ?? [];
	return {
		type: one('type') && DC_TYPES.find(([r]) => r.test(one('type')!))?.[1],
		title: one('title'),
		author: people(list('creator')),
		issued: pageDate(one('date.issued') ?? one('issued') ?? one('date') ?? one('date.created') ?? one('created')),
		publisher: one('publisher'),
		language: one('language'),
		abstract: one('description.abstract') ?? one('description'),
		DOI: ids.map(bareDoi).find(Boolean) ?? undefined,
		URL: ids.find(isAddress)
	};
}

/** Open Graph and what plain pages say of themselves. */
function fromPage(p: Page): Record<string, unknown> {
	const one = (...keys: string[]) => keys.map((k) => p.meta.get(k)?.[0]).find(Boolean);
	const kind = one('og:type');
	const site = one('og:site_name', 'application-name');
	let title = one('og:title', 'twitter:title', 'title') ?? p.title;
	// the page's title apart from its site's (N2)
	const tail = site && title ? title.toLowerCase().lastIndexOf(site.toLowerCase()) : -1;
	if (tail > 0 && tail + site!.length === title.length) title = title.slice(0, tail).replace(/[\s|·:–—-]+$/, '');
	const author = p.meta.get('author') ?? p.meta.get('article:author') ?? p.meta.get('book:author');
	return {
		type: kind === 'book' ? 'book' : undefined,
		title,
		author: people(author?.filter((a) => !isAddress(a))),
		'container-title': site,
		issued: pageDate(
			one(
				'article:published_time',
				'book:release_date',
				'date',
				'pubdate',
				'last-modified',
				'article:modified_time',
				'og:updated_time'
			)
		),
		ISBN: one('book:isbn'),
		language: p.lang || one('og:locale')?.replace('_', '-'),
		abstract: one('og:description', 'description'),
		URL: [p.canonical, one('og:url'), p.savedFrom].find(isAddress)
	};
}

/**
 * Draft sources in a page, the page's own first; empty where it says nothing at all.
 * @param today the day of reading, for pages
 */
export function readHtml(html: string, today: [number, number, number]): Item[] {
	const p = parse(html);
	const item: Item = { id: '', type: '' };
	const cite = fromCitation(p.meta);
	const draft: Record<string, unknown> = {};
	const layers = [cite ?? {}, readJsonLd(p.jsonLd, p.title), fromDublinCore(p.meta)];
	for (const l of layers) fill(draft as Item, l);
	const others = p.coins.map(readCoins).filter((i): i is Item => i !== null);
	if (!draft.title && others.length === 1) fill(draft as Item, others.pop()!);
	const own = fromPage(p);
	const isWork = Boolean(draft.type) && draft.type !== 'webpage';
	// the site is what an article of a journal stands in only where nothing better is known
	fill(draft as Item, isWork ? { ...own, 'container-title': undefined } : own);
	fill(item, draft);
	if (typeof draft.type === 'string') item.type = draft.type;
	else item.type = 'webpage';
	const doi = !item.DOI && item.URL ? bareDoi(String(item.URL)) : null;
	if (doi && /\bdoi\b/i.test(String(item.URL))) item.DOI = doi;
	if (!item.title) return others;
	if (/^(?:webpage|post|post-weblog)$/.test(item.type)) item.accessed ??= { 'date-parts': [today] };
	return [item, ...others.filter((o) => o.title !== item.title)];
}
