/**
 * Ways in which real files say what BibTeX has no field for: addresses in `howpublished` and `note`, preprint numbers,
 * editions in words, software and web pages as `@misc`. Each is common practice; the raw fields are kept beside (keep.ts).
 */
import { dateValue, normalDate, type Item } from '../../csl';
import { fromTex } from '../tex';

type Fields = Map<string, string>;

const ADDRESS =
	/\\(?:url|nolinkurl|path)\s*\{([^{}]+)\}|\\href\s*\{([^{}]+)\}\s*(?:\{[^{}]*\})?|\bhttps?:\/\/[^\s{},"]+/i;
const LEAD =
	/^(?:(?:available|online|on-line|retrieved|accessed|published|electronic|www|web ?site|web|url|link|see|also|at|from|on)\b[\s.,:;]*)+$/i;
const READ =
	/[[(]?\b(?:last\s+)?(?:accessed|retrieved|visited|viewed|abgerufen|zugriff|consulté|consultado|checked)(?:\s+(?:on|am|le|el|em))?\s*:?\s*([^;)\]]+?)[\])]?\s*[.;]?$/i;

/** An address that stands in words: the words without it, and the day it was read where they say one. */
export function takeAddress(raw: string): { url: string; rest: string; accessed: string } | null {
	const m = ADDRESS.exec(raw);
	if (!m) return null;
	const url = (m[1] ?? m[2] ?? m[0])
		.replace(/\\([_%&#$~])/g, '$1')
		.replace(/[.,;]+$/, '')
		.trim();
	if (!/^(?:https?:\/\/|ftp:\/\/|www\.)\S+$/i.test(url)) return null;
	let rest = fromTex(`${raw.slice(0, m.index)} ${raw.slice(m.index + m[0].length)}`);
	const read = READ.exec(rest);
	let accessed = '';
	if (read && normalDate(read[1].trim())?.start) {
		accessed = read[1].trim();
		rest = rest.slice(0, read.index);
	}
	rest = rest.replace(/^[\s.,:;()[\]]+|[\s,:;([]+$/g, '');
	if (LEAD.test(rest) || !/\p{L}/u.test(rest)) rest = '';
	return { url: url.startsWith('www.') ? `https://${url}` : url, rest, accessed };
}

/** Addresses in fields of words become the address of the source. */
function addresses(fields: Fields, item: Item): void {
	for (const [field, variable] of [
		['howpublished', 'medium'],
		['note', 'note']
	] as const) {
		const raw = fields.get(field);
		const found = raw === undefined ? null : takeAddress(raw);
		// a note with words of its own is left as it is
		if (!found || (field === 'note' && found.rest)) continue;
		const own = typeof item.URL === 'string' && item.URL !== '' && item.URL !== found.url;
		if (own && field === 'note') continue;
		if (!own) item.URL = found.url;
		if (found.rest) item[variable] = found.rest;
		else delete item[variable];
		if (found.accessed && !item.accessed) {
			const d = normalDate(found.accessed);
			if (d) item.accessed = dateValue(d) ?? undefined;
		}
	}
}

const ARXIV = /^(?:arxiv\s*:\s*)?(\d{4}\.\d{4,5}(?:v\d+)?|[a-z-]+(?:\.[A-Z]{2})?\/\d{7}(?:v\d+)?)$/i;

/** The address that the number of a preprint or of a copy stands for (BibLaTeX manual, "Electronic Publishing Information"). */
export function eprintAddress(field: (name: string) => string | undefined): string {
	const id = field('eprint')?.trim() ?? '';
	const of = (field('eprinttype') ?? field('archiveprefix') ?? '').trim().toLowerCase();
	const arxiv = ARXIV.exec(id);
	if (arxiv && (of === '' || of === 'arxiv')) return `https://arxiv.org/abs/${arxiv[1]}`;
	if (!id || of === 'pubmed') return '';
	if (of === 'hdl') return `https://hdl.handle.net/${id}`;
	if (of === 'jstor') return `https://www.jstor.org/stable/${id}`;
	return /^https?:\/\/\S+$/i.test(id) ? id : '';
}

function eprint(fields: Fields, item: Item): void {
	const url = eprintAddress((name) => fields.get(name));
	if (url && !item.URL && !item.DOI) item.URL = url;
	const id = fields.get('eprint')?.trim() ?? '';
	if (fields.get('eprinttype')?.trim().toLowerCase() === 'pubmed' && /^\d+$/.test(id)) item.PMID ??= id;
	// what is nowhere else is a preprint
	const alone = !item['container-title'] && !item.publisher;
	if (
		url.startsWith('https://arxiv.org/') &&
		alone &&
		/^(?:document|webpage|manuscript|article-journal)$/.test(item.type)
	) {
		item.type = 'article';
		item.publisher = 'arXiv';
		item.number ??= `arXiv:${id.replace(/^arxiv\s*:\s*/i, '')}`;
	}
}

const ORDINALS =
	'first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth thirteenth fourteenth fifteenth sixteenth seventeenth eighteenth nineteenth twentieth'.split(
		' '
	);

/** `Third` and `3rd` are numbers; what has other words too stays. */
export function editionNumber(text: string): string {
	const word = ORDINALS.indexOf(text.trim().toLowerCase());
	if (word >= 0) return String(word + 1);
	const n = /^(\d{1,3})(?:st|nd|rd|th|\.|e|er|ère|ª|º)?$/iu.exec(text.trim());
	return n ? String(Number(n[1])) : text;
}

/** What an entry without a kind of its own is, by its fields. */
function kindOf(type: string, fields: Fields, item: Item): void {
	const said = (name: string) => fields.get(name) ?? '';
	const pack = /^R package version\s+(\S+?)\.?$/i.exec(fromTex(said('note')).trim());
	if (pack && (type === 'manual' || type === 'misc')) {
		item.type = 'software';
		item.version ??= pack[1];
		item.genre ??= 'R package';
		delete item.note;
		return;
	}
	if (type !== 'misc' || item.type !== 'document') return;
	const words = `${said('type')} ${said('howpublished')} ${said('note')}`;
	if (/\b(?:data ?set|data base|database)\b/i.test(words)) item.type = 'dataset';
	else if (/\b(?:software|computer program|source code|package version|app)\b/i.test(words) || item.version)
		item.type = 'software';
	else if (/\bpreprint\b/i.test(words)) item.type = 'article';
	else if (item.URL) item.type = 'webpage';
}

/** Reads an entry the way real files mean it. */
export function readKnownWays(type: string, fields: Fields, item: Item): void {
	addresses(fields, item);
	eprint(fields, item);
	if (typeof item.edition === 'string') item.edition = editionNumber(item.edition);
	kindOf(type, fields, item);
}

const NAMES: Record<string, string> = {
	webpage: 'a web page',
	software: 'software',
	dataset: 'a data set',
	article: 'a preprint'
};
/** What the report says of an entry whose kind was told by its fields; empty where there is nothing to say. */
export const kindInWords = (type: string, item: Item): string =>
	(type === 'misc' || type === 'manual' || type === 'unpublished') && NAMES[item.type]
		? `By its fields this was taken for ${NAMES[item.type]}.`
		: '';
