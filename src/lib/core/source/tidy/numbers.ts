/** What is odd about editions, publishers, numbers, pages and identifiers. */
import type { Item } from '../../csl';
import { bareDoi, readIsbn, readIssn } from '../identifiers';
import { caution, textFinding, textOf, type Finding } from './types';

const ORDINALS = 'first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth'.split(' ');

/** First editions are not named (APA 7 §9.19, MLA 9 §5.50, Chicago 17 §14.113; from memory); others by their number. */
export function edition(item: Item): Finding[] {
	const t = textOf(item, 'edition');
	if (!t) return [];
	const m =
		/^(?:the\s+)?(?:(\d+)(?:st|nd|rd|th|\.)?|(\p{L}+))?\s*(revised|rev\.?)?\s*(?:ed(?:ition|n|\.)?\.?)?$/iu.exec(
			t.trim()
		);
	const n = m ? (m[1] ? Number(m[1]) : m[2] ? ORDINALS.indexOf(m[2].toLowerCase()) + 1 : 0) : 0;
	if (!n || m?.[3]) return [];
	if (n === 1) return [textFinding('first-edition', 'edition', 'A first edition is not named', t, '')];
	if (t !== String(n))
		return [textFinding('edition-words', 'edition', 'The number alone; the style adds the words', t, String(n))];
	return [];
}

/** Forms of companies are left out (APA 7 §9.29, Chicago 17 §14.133; from memory). */
const NOISE =
	/(?:,?\s+(?:(?:&|and)\s+(?:Co|Sons)\.?|Inc\.?|Ltd\.?|Limited|LLC|PLC|GmbH|AG|S\.A\.?|B\.V\.?|Pty\.?|Co\.|Corp\.?|Corporation|Publishing\s+Co(?:mpany)?\.?))+$/;

export function publisher(item: Item): Finding[] {
	const t = textOf(item, 'publisher');
	if (!t) return [];
	const out: Finding[] = [];
	const place = textOf(item, 'publisher-place');
	let rest = t;
	const colon = /^(\p{Lu}[\p{L} .,'’-]{2,40}?)\s*:\s+(\S.+)$/u.exec(t);
	if (colon && (!place || place.toLowerCase() === colon[1].toLowerCase())) {
		rest = colon[2];
		out.push(
			textFinding('place-in-publisher', 'publisher', 'The place is part of the publisher', t, rest, {
				'publisher-place': colon[1]
			})
		);
	} else if (place && t.toLowerCase().endsWith(`, ${place.toLowerCase()}`)) {
		rest = t.slice(0, -place.length - 2);
		out.push(textFinding('place-in-publisher', 'publisher', 'The place is part of the publisher', t, rest));
	}
	const clean = rest.replace(NOISE, '');
	if (!out.length && clean !== rest && clean.length > 2)
		out.push(textFinding('publisher-noise', 'publisher', 'The company’s form is left out', t, clean));
	return out;
}

export function pages(item: Item): Finding[] {
	const t = textOf(item, 'page');
	if (!t) return [];
	let clean = t
		.trim()
		.replace(/^(?:pp?|pages?|S|Seiten?)\.?\s*(?=\d|[ivxlc]+\b)/i, '')
		.replace(/\s*(?:-{2,}|[\u2010-\u2015\u2212]|\s-\s)\s*/g, '-')
		.replace(/\s+-\s*|\s*-\s+/g, '-')
		.replace(/\s*[.,;]$/, '');
	const out: Finding[] = [];
	const m = /^(\d+)-(\d+)$/.exec(clean);
	if (m && m[1].length <= m[2].length && Number(m[2]) < Number(m[1])) {
		clean = `${m[2]}-${m[1]}`;
		out.push(textFinding('pages-reversed', 'page', 'The last page comes before the first', t, clean));
	} else if (m && Number(m[1]) === Number(m[2]))
		out.push(textFinding('pages-one', 'page', 'One page, given twice', t, m[1]));
	else if (clean !== t) {
		// a typographic dash between two pages prints alike: only its odd cousins are worth a word
		const plain = t.replace(/[\u2010-\u2013]/g, '-').replace(/--/g, '-');
		if (plain !== clean)
			out.push(textFinding('pages-form', 'page', 'The pages alone; the style adds the rest', t, clean));
	}
	return out;
}

export function volume(item: Item): Finding[] {
	const t = textOf(item, 'volume').trim();
	const out: Finding[] = [];
	const both =
		/^(?:vol(?:ume)?\.?\s*)?(\d+)\s*(?:\(\s*([\w/-]+)\s*\)|[,;:]\s*(?:no|nr|issue)\.?\s*([\w/-]+)|\s+no\.?\s*([\w/-]+))$/i.exec(
			t
		);
	if (both) {
		const issue = both[2] ?? both[3] ?? both[4];
		const had = textOf(item, 'issue');
		if (!had || had === issue)
			out.push(textFinding('issue-in-volume', 'volume', 'The issue is part of the volume', t, both[1], { issue }));
	} else {
		const m = /^vol(?:ume)?s?\.?\s*([\divxlc]+)$/i.exec(t);
		if (m) out.push(textFinding('number-words', 'volume', 'The number alone; the style adds the words', t, m[1]));
	}
	for (const [field, words] of [
		['issue', /^(?:no|nr|n°|issue|number)\.?\s*([\w/-]+)$/i],
		['number', /^(?:no|nr|n°|number)\.?\s*([\w/.-]+)$/i],
		['chapter-number', /^(?:ch|chap|chapter)\.?\s*([\divxlc]+)$/i],
		['number-of-pages', /^(\d+)\s*(?:p|pp|pages|S)\.?$/i]
	] as const) {
		const v = textOf(item, field).trim();
		const m = words.exec(v);
		if (m) out.push(textFinding('number-words', field, 'The number alone; the style adds the words', v, m[1]));
	}
	return out;
}

const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

export function doi(item: Item): Finding[] {
	const t = textOf(item, 'DOI').trim();
	const url = textOf(item, 'URL').trim();
	const inUrl = /\bdoi\b[\w.]*\//i.test(url) ? bareDoi(url) : null;
	const out: Finding[] = [];
	if (t) {
		const bare = bareDoi(t);
		if (!bare) out.push(caution('doi-broken', 'DOI', 'This is no DOI: one is written 10.1234/suffix', t));
		else if (bare !== t)
			out.push(
				textFinding(
					'doi-address',
					'DOI',
					/^https?:|^www/i.test(t) ? 'DOI given as an address' : 'DOI with more than the DOI',
					t,
					bare
				)
			);
		if (inUrl && bare && same(inUrl, bare))
			out.push(textFinding('doi-twice', 'URL', 'The address is the DOI again', url, ''));
	} else if (inUrl) out.push(textFinding('doi-in-url', 'URL', 'The address is a DOI', url, '', { DOI: inUrl }));
	return out;
}

export function bookNumbers(item: Item): Finding[] {
	const out: Finding[] = [];
	const isbns = textOf(item, 'ISBN').trim();
	if (isbns) {
		const parts = isbns.split(/[,;]\s*|\s+(?=97[89])|\s*\([^)]*\)\s*/).filter(Boolean);
		const bad = parts.map((p) => ({ p, r: readIsbn(p) })).find((x) => !x.r || x.r.fault);
		if (bad)
			out.push(
				caution('isbn-broken', 'ISBN', bad.r?.fault ?? 'This is no ISBN: one has ten or thirteen digits', bad.p)
			);
	}
	const issns = textOf(item, 'ISSN').trim();
	if (issns) {
		const bad = issns
			.split(/[,;]\s*|\s+/)
			.filter(Boolean)
			.map((p) => ({ p, r: readIssn(p) }))
			.find((x) => !x.r || x.r.fault);
		if (bad) {
			const isbn = readIsbn(issns);
			if (isbn && !isbn.fault && !item.ISBN)
				out.push(textFinding('isbn-as-issn', 'ISSN', 'This is an ISBN', issns, '', { ISBN: isbn.value }));
			else out.push(caution('issn-broken', 'ISSN', bad.r?.fault ?? 'This is no ISSN: one is written 1234-5678', bad.p));
		}
	}
	return out;
}
