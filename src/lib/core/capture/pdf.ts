/** A draft source out of a PDF: a DOI or other identifier in its first pages, XMP (ISO 16684-1), document information. */
import { SaxesParser } from 'saxes';
import type { Item, Name } from '../csl';
import { bareDoi, readIsbn, readName } from '../source';
import { pageDate } from './page-date';

/** What a reader of PDF gives of a file. */
export interface PdfFacts {
	/** Document information: Title, Author, Subject, CreationDate … */
	info: Record<string, unknown>;
	/** The XMP packet as XML, where there is one. */
	xmp: string;
	/** Text of the first pages, a string each, lines parted by line breaks; large type first where known. */
	pages: string[];
	/** The line in the largest type on the first page. */
	heading: string;
	/** Text of the last pages, in which its list stands. */
	ending: string;
}

/** Values of an XMP packet by element name without its prefix; broken XML gives what came before the break. */
function readXmp(xml: string): Map<string, string[]> {
	const out = new Map<string, string[]>();
	const stack: string[] = [];
	const parser = new SaxesParser();
	let stop = false;
	const put = (name: string, v: string) => {
		if (v.trim()) out.set(name, [...(out.get(name) ?? []), v.trim()]);
	};
	parser.on('opentag', (t) => {
		stack.push(t.name);
		if (t.name === 'rdf:Description')
			for (const [k, v] of Object.entries(t.attributes as Record<string, string>))
				put(k.replace(/^.*:/, '').toLowerCase(), v);
	});
	parser.on('text', (s) => {
		const name = [...stack].reverse().find((n) => !n.startsWith('rdf:'));
		if (!stop && name && s.trim()) put(name.replace(/^.*:/, '').toLowerCase(), s);
	});
	parser.on('closetag', () => void stack.pop());
	parser.on('error', () => (stop = true));
	if (xml) parser.write(xml.replace(/^[^<]*/, '').replace(/<\?xpacket[^>]*\?>/g, '')).close();
	return out;
}

/** Titles that programs put there, not people. */
const NO_TITLE = /^(?:microsoft word\b|untitled|document\d*$|.*\.(?:docx?|tex|dvi|indd|pdf|qxd)$|\s*$)/i;
const NO_AUTHOR = /^(?:user|admin(?:istrator)?|author|owner|root|\w+\d{3,}|)$/i;

/** Why a PDF gives no draft, and what to do instead. */
export function noDraftFrom(f: PdfFacts): string {
	if (!f.pages.some((p) => /\p{L}{2}/u.test(p)))
		return 'Its pages are pictures without text, as a scan makes them, and it does not say its title. Enter it by hand, or look it up by its title or DOI.';
	return 'It has neither a title nor a DOI that could be told from its text. Enter it by hand, or look it up by its title or DOI.';
}

/** The draft, and how sure it is of each thing; null where the file says nothing (`noDraftFrom` says why). */
export function readPdf(f: PdfFacts): Item | null {
	const xmp = readXmp(f.xmp);
	const one = (k: string) => xmp.get(k)?.[0];
	const info = (k: string) => (typeof f.info[k] === 'string' ? (f.info[k] as string).trim() : '');
	const text = f.pages.join('\n');
	// a DOI broken over two lines is one DOI
	const joined = text.replace(/(10\.\d{4,9}\/[^\s]*[-._/])\n\s*(?=\S)/g, '$1');
	const inText = /\b(?:doi\s*[:.]?\s*|doi\.org\/)?(10\.\d{4,9}\/[^\s"<>]+)/i.exec(joined);
	const doi =
		[one('doi'), one('identifier'), info('doi'), info('Subject')].map((v) => (v ? bareDoi(v) : null)).find(Boolean) ??
		(inText ? bareDoi(inText[1]) : null);
	const arxiv = /\barXiv:(\d{4}\.\d{4,5}(?:v\d+)?)/i.exec(text)?.[1];
	const isbn = /\bISBN(?:-1[03])?:?\s*([\dXx][\d\s-]{8,16}[\dXx])/.exec(text);
	const told = [one('title'), info('Title')].find((t) => t && !NO_TITLE.test(t));
	const title = told ?? (f.heading.length > 8 ? f.heading : '');
	const names = (xmp.get('creator') ?? (NO_AUTHOR.test(info('Author')) ? [] : [info('Author')]))
		.flatMap((s) => s.split(/\s*;\s*|\s+and\s+|\s*&\s*/))
		.flatMap((s) => (s.split(',').length > 2 || /^[^,\s]+ [^,]+, [^,\s]+ /.test(s) ? s.split(/\s*,\s*/) : [s]))
		.map(readName)
		.filter((n): n is Name => n !== null);
	if (!title && !doi) return null;
	const journal = one('publicationname');
	const item: Item = {
		id: '',
		type: journal || doi ? 'article-journal' : arxiv ? 'article' : isbn ? 'book' : 'document'
	};
	const put = (k: string, v: unknown) => {
		if (v !== undefined && v !== '' && v !== null) item[k] = v;
	};
	put('title', title);
	if (names.length) item.author = names;
	const made = /^D:(\d{4})(\d\d)?(\d\d)?/.exec(info('CreationDate'));
	put(
		'issued',
		pageDate(one('coverdate') ?? one('publicationdate') ?? one('date')) ??
			(made ? { 'date-parts': [[Number(made[1])]] } : undefined)
	);
	put('container-title', journal);
	put('publisher', one('publisher'));
	put('volume', one('volume'));
	put('issue', one('number') ?? one('issueidentifier'));
	const [from, to] = [one('startingpage'), one('endingpage')];
	put('page', one('pagerange') ?? (from ? (to ? `${from}-${to}` : from) : undefined));
	put('DOI', doi);
	put('ISSN', one('issn'));
	if (isbn && item.type === 'book') put('ISBN', readIsbn(isbn[1])?.value);
	if (arxiv) {
		put('number', `arXiv:${arxiv}`);
		if (!doi) item.publisher ??= 'arXiv';
	}
	return item;
}
