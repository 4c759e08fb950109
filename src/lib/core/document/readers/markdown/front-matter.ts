/** The front matter of a Markdown document: YAML 1.2 between two lines of dashes. */
import { isMap, isScalar, parseDocument, type Document } from 'yaml';
import type { Item } from '../../../csl';
import type { Author, PaperSource } from '../../../paper';
import { DocumentError } from '../types';

export interface FrontMatter {
	title: string;
	authors: Author[];
	date: string;
	/** Markdown. */
	abstract: string;
	keywords: string[];
	lang: string;
	bibliographies: string[];
	uncited: string[];
	/** Sources that are written out in the document itself. */
	sources: PaperSource[];
	/** Heading of the list of references. */
	listTitle: string;
	/** Fields that nothing was made of. */
	others: { name: string; line: number }[];
}

const text = (v: unknown): string =>
	typeof v === 'string'
		? v.trim()
		: typeof v === 'number'
			? String(v)
			: v instanceof Date
				? v.toISOString().slice(0, 10)
				: '';
const list = (v: unknown): unknown[] => (Array.isArray(v) ? v : v === undefined || v === null ? [] : [v]);
const map = (v: unknown): Record<string, unknown> =>
	v && typeof v === 'object' && !Array.isArray(v) ? (v as Record<string, unknown>) : {};

/** Fields that say how a paper is set, which the style and the page set-up decide here; nothing of the text is in them. */
const SETTING = new Set([
	'classoption',
	'colorlinks',
	'csl',
	'documentclass',
	'fontfamily',
	'fontsize',
	'format',
	'geometry',
	'header-includes',
	'indent',
	'layout',
	'linestretch',
	'link-citations',
	'mainfont',
	'numbersections',
	'number-sections',
	'output',
	'papersize',
	'pdf-engine',
	'reference-section-title',
	'suppress-bibliography',
	'toc',
	'toc-depth',
	'linkcolor',
	'urlcolor',
	'citecolor'
]);

/**
 * Reads front matter.
 * @param line the line of the document on which it begins
 * @throws DocumentError where it is no YAML, with the line
 */
export function readFrontMatter(yaml: string, line: number): FrontMatter {
	// no aliases beyond a few: a document of nine lines can name a billion things
	const doc = parseDocument(yaml, { prettyErrors: false, uniqueKeys: false });
	const [error] = doc.errors;
	if (error) {
		const at = line + (yaml.slice(0, error.pos[0]).match(/\n/g)?.length ?? 0);
		throw new DocumentError(`The front matter cannot be read at line ${at}: ${error.message}`);
	}
	let raw: unknown;
	try {
		raw = doc.toJS({ maxAliasCount: 50 });
	} catch (e) {
		throw new DocumentError(`The front matter cannot be read: ${(e as Error).message}`, { cause: e });
	}
	const m = map(raw);
	const affiliations = list(m.affiliations ?? m.affiliation ?? m.institute).map(placeName);
	return {
		title: [text(m.title), text(m.subtitle)].filter(Boolean).join(': '),
		authors: list(m.author ?? m.authors).flatMap((a) => authorOf(a, affiliations)),
		date: text(m.date),
		abstract: text(m.abstract) || text(m.summary),
		keywords: list(m.keywords ?? m.tags)
			.flatMap((k) => text(k).split(/\s*[,;]\s*/))
			.filter(Boolean),
		lang: /^[A-Za-z]{2,3}(?:[-_][A-Za-z0-9]{2,8})*$/.test(text(m.lang ?? m.language))
			? text(m.lang ?? m.language).replaceAll('_', '-')
			: '',
		bibliographies: list(m.bibliography).map(text).filter(Boolean),
		uncited: [...text(m.nocite).matchAll(/@\{?([^\s,;}]+)/g)].map(([, key]) => key),
		sources: list(m.references).flatMap((r) => {
			const item = map(r);
			const id = text(item.id);
			return id ? [{ id, key: id, item: { ...item, id, type: text(item.type) || 'document' } as Item }] : [];
		}),
		listTitle: text(m['reference-section-title']),
		others: namesOf(doc)
			.filter(({ name }) => !KNOWN.has(name) && !SETTING.has(name))
			.map(({ name, pos }) => ({ name, line: line + (yaml.slice(0, pos).match(/\n/g)?.length ?? 0) }))
	};
}

const KNOWN = new Set([
	'title',
	'subtitle',
	'author',
	'authors',
	'date',
	'abstract',
	'summary',
	'keywords',
	'tags',
	'lang',
	'language',
	'bibliography',
	'nocite',
	'references',
	'affiliation',
	'affiliations',
	'institute'
]);

function namesOf(doc: Document): { name: string; pos: number }[] {
	if (!isMap(doc.contents)) return [];
	return doc.contents.items.flatMap(({ key }) =>
		isScalar(key) ? [{ name: String(key.value), pos: key.range?.[0] ?? 0 }] : []
	);
}

const placeName = (v: unknown): { id: string; name: string } => {
	const m = map(v);
	return { id: text(m.index) || text(m.id), name: text(v) || text(m.name) || text(m.organization) };
};

function authorOf(raw: unknown, places: { id: string; name: string }[]): Author[] {
	if (typeof raw === 'string') {
		// several in one field are parted by semicolons, or by “and”
		return raw
			.split(/\s*;\s*|\s+and\s+/)
			.filter(Boolean)
			.map((name) => ({ name: name.trim(), affiliations: [], email: '' }));
	}
	const m = map(raw);
	const parts = [text(m.given) || text(m['given-names']), text(m.family) || text(m.surname)].filter(Boolean).join(' ');
	const named = map(m.name);
	const name =
		text(m.name) || text(named.literal) || [text(named.given), text(named.family)].filter(Boolean).join(' ') || parts;
	if (!name) {
		// a map of one: the name, with what belongs to it
		const entries = Object.entries(m);
		if (entries.length !== 1) return [];
		const [only, more] = entries[0];
		return authorOf({ name: only, ...map(more) }, places);
	}
	const own = list(m.affiliation ?? m.affiliations ?? m.institute).flatMap((a) => {
		const said = text(a) || text(map(a).ref);
		const known = said.split(/\s*,\s*/).map((id) => places.find((p) => p.id && p.id === id)?.name ?? '');
		return known.every(Boolean) && known.length ? known : [placeName(a).name || said];
	});
	return [{ name, affiliations: own.filter(Boolean), email: text(m.email) }];
}
