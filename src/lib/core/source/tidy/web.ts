/** Pages that are no sources, and what web sources lack. */
import type { Item, Name } from '../../csl';
import { caution, textFinding, textOf, type Finding, type TidyContext } from './types';

const WEB = new Set(['webpage', 'post', 'post-weblog']);

/** Whether an address is the answer of a search rather than a page somebody wrote (common practice: N11). */
export function isSearchAddress(url: string): 'search' | 'image' | null {
	let u: URL;
	try {
		u = new URL(url);
	} catch (e) {
		if (!(e instanceof TypeError)) throw e;
		return null;
	}
	const path = u.pathname.toLowerCase();
	const asks = ['q', 'query', 'search_query', 'searchterm', 'text', 'wd', 'p', 's'].some(
		(k) => (u.searchParams.get(k) ?? '') !== ''
	);
	const image =
		/\/(?:imgres|imghp|images?\/search|imagesearch)\b/.test(path) ||
		/^(?:isch|images?)$/.test(
			u.searchParams.get('tbm') ?? u.searchParams.get('udm') ?? u.searchParams.get('ia') ?? ''
		) ||
		(/^images?\./.test(u.hostname) && asks);
	if (image) return 'image';
	if (/(?:^|\/)(?:search|results|suche|recherche|buscar)(?:\.\w+)?\/?$/.test(path) && asks) return 'search';
	if (/^search\./.test(u.hostname) && asks) return 'search';
	if (path === '/' && asks && (u.searchParams.has('q') || u.searchParams.has('query'))) return 'search';
	return null;
}

/** Encyclopaedias that anybody may edit, told by how their addresses are made. */
export const isOpenEdit = (url: string): boolean =>
	/^https?:\/\/(?:[\w-]+\.)*wiki[\w-]*\.|^https?:\/\/[^/]+\/wiki\//i.test(url);

export function address(item: Item): Finding[] {
	const url = textOf(item, 'URL').trim();
	if (!url) return [];
	const kind = isSearchAddress(url);
	if (kind === 'search')
		return [
			caution(
				'search-page',
				'URL',
				'These are the results of a search, not a source. Open the page you mean and take its address',
				url
			)
		];
	if (kind === 'image')
		return [
			caution('search-page', 'URL', 'This is an image search, not where the image stands. Open the page it is on', url)
		];
	const out: Finding[] = [];
	if (isOpenEdit(url))
		out.push(
			caution(
				'open-edit',
				'URL',
				'Anybody may edit this encyclopaedia: many teachers and journals want what it cites instead',
				url
			)
		);
	const shop = /[?&](?:utm_\w+|fbclid|gclid|ref_src)=/.test(url);
	if (shop) {
		const clean = url
			.replace(/([?&])(?:utm_\w+|fbclid|gclid|ref_src)=[^&#]*/g, '$1')
			.replace(/[?&]+(?=#|$)/, '')
			.replace(/([?&])&+/g, '$1');
		out.push(textFinding('tracking', 'URL', 'The address carries tracking', url, clean));
	}
	if (!/^[a-z][a-z\d+.-]*:/i.test(url))
		out.push(textFinding('address-scheme', 'URL', 'The address has no https:// before it', url, `https://${url}`));
	return out;
}

export function page(item: Item, ctx: TidyContext): Finding[] {
	if (!WEB.has(item.type)) return [];
	const out: Finding[] = [];
	const authors = (item.author as Name[] | undefined)?.length;
	if (!authors) out.push(caution('authorless', 'author', 'This page names no author. An organisation can be one'));
	if (!item.issued) out.push(caution('undated', 'issued', 'This page has no date. Styles print “n.d.”'));
	if (!item.accessed && item.URL) {
		const [y, m, d] = ctx.today;
		const iso = `${y}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}`;
		out.push({
			rule: 'no-accessed',
			field: 'accessed',
			message: 'The day it was read is missing',
			present: '',
			proposed: iso,
			change: { accessed: { 'date-parts': [[y, m, d]] } }
		});
	}
	const title = textOf(item, 'title');
	const site = textOf(item, 'container-title');
	if (title && site) {
		const m = /^(.+?)\s+[|–—·-]\s+([^|–—·]+)$/.exec(title);
		if (m && m[2].trim().toLowerCase() === site.trim().toLowerCase())
			out.push(textFinding('site-in-title', 'title', 'The site’s name is part of the page’s title', title, m[1]));
	}
	return out;
}
