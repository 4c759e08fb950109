/**
 * What a page in the browser hands over: by a bookmark button (a `javascript:` address that a person keeps among the
 * bookmarks), in the fragment of an address of ours, which no server sees; or by the share target of the installed app (Web
 * App Manifest, share_target).
 */
import Joi from 'joi';
import type { Item } from '../csl';
import type { Excerpt } from '../source';
import { readHtml } from './html';

export interface HandOver {
	/** The page's address. */
	url: string;
	/** Its title, meta tags, canonical link, JSON-LD and COinS, as HTML; empty where it gave none. */
	html: string;
	/** The words that were selected in it. */
	words: string;
}

export const HAND_OVER_VERSION = 1;
/** In letters. */
const LONGEST = { html: 60_000, words: 8000, url: 2000 };

const address = Joi.string()
	.uri({ scheme: ['http', 'https'] })
	.max(LONGEST.url)
	// a browser takes fewer hosts than the standard of addresses has
	.custom((url: string, helpers) => (URL.canParse(url) ? url : helpers.error('string.uri')))
	.required();
const schema = Joi.object({
	v: Joi.number().valid(HAND_OVER_VERSION).required(),
	url: address,
	html: Joi.string().allow('').max(LONGEST.html).required(),
	words: Joi.string().allow('').max(LONGEST.words).required()
});

/** @param fragment of an address, with its sign; @returns null for what no bookmark button of ours made */
export function readHandOver(fragment: string): HandOver | null {
	let raw: unknown;
	try {
		raw = JSON.parse(decodeURIComponent(fragment.replace(/^#/, '')));
	} catch (e) {
		if (e instanceof SyntaxError || e instanceof URIError) return null;
		throw e;
	}
	const { error, value } = schema.validate(raw, { convert: false });
	if (error) return null;
	const { url, html, words } = value as HandOver;
	return { url, html, words };
}

/** What another app shared: a title, words and an address, which may stand among the words. @returns null without an address */
export function readShared(query: URLSearchParams): HandOver | null {
	const text = (query.get('text') ?? '').slice(0, LONGEST.words);
	const found = query.get('url') || /https?:\/\/\S+/.exec(text)?.[0] || '';
	const { error } = address.validate(found);
	if (error) return null;
	const title = (query.get('title') ?? '').slice(0, 1000).replace(/[&<]/g, (c) => (c === '&' ? '&amp;' : '&lt;'));
	return { url: found, html: title && `<title>${title}</title>`, words: text.replace(found, '').trim() };
}

/** The draft sources that a page makes: one at least, whatever it says of itself; the selected words are kept with the first. */
export function draftsOf(
	{ url, html, words }: HandOver,
	today: [number, number, number]
): { item: Item; excerpts?: Excerpt[] }[] {
	const [first = { id: '', type: 'webpage', title: url } as Item, ...more] = readHtml(html, today);
	const item: Item = { ...first };
	// a work that has a DOI is not what the page is
	if (!item.DOI) item.URL ??= url;
	if (item.type === 'webpage') item.accessed ??= { 'date-parts': [today] };
	const excerpts: Excerpt[] = words.trim() ? [{ kind: 'quotation', text: words.trim() }] : [];
	return [{ item, ...(excerpts.length ? { excerpts } : {}) }, ...more.map((x) => ({ item: x }))];
}

/**
 * The button's address. It reads the page's title, meta tags, canonical link, JSON-LD, COinS and selection, and opens ours
 * with them; nothing is sent to anybody.
 * @param app address of the app, without a slash at its end
 */
export function bookmarkOf(app: string): string {
	const script = `(()=>{const d=document,l=s=>s.replace(/[&<]/g,c=>c=='&'?'&amp;':'&lt;'),q=s=>[...d.querySelectorAll(s)].map(e=>e.outerHTML).join(''),h='<html lang="'+(d.documentElement.lang||'').replace(/[^\\w-]/g,'')+'"><title>'+l(d.title)+'</title>'+q('meta[name],meta[property],meta[itemprop],link[rel~=canonical],span.Z3988')+q('script[type*="ld+json"]'),t=${JSON.stringify(`${app}/capture#`)}+encodeURIComponent(JSON.stringify({v:${HAND_OVER_VERSION},url:location.href.slice(0,${LONGEST.url}),html:h.slice(0,${LONGEST.html}),words:String(getSelection()||'').slice(0,${LONGEST.words})}));window.open(t,'_blank')||(location.href=t)})()`;
	return `javascript:${encodeURIComponent(script)}`;
}
