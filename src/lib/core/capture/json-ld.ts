/** JSON-LD of a page (schema.org vocabulary), as far as it speaks of a work. */
import type { Name } from '../csl';
import { bareDoi, readName } from '../source';
import { pageDate } from './page-date';

type Json = Record<string, unknown>;

const TYPES: Record<string, string> = {
	ScholarlyArticle: 'article-journal',
	MedicalScholarlyArticle: 'article-journal',
	NewsArticle: 'article-newspaper',
	ReportageNewsArticle: 'article-newspaper',
	OpinionNewsArticle: 'article-newspaper',
	Article: 'webpage',
	BlogPosting: 'post-weblog',
	SocialMediaPosting: 'post',
	Book: 'book',
	Chapter: 'chapter',
	Thesis: 'thesis',
	Report: 'report',
	Dataset: 'dataset',
	SoftwareApplication: 'software',
	SoftwareSourceCode: 'software',
	VideoObject: 'motion_picture',
	Movie: 'motion_picture',
	PodcastEpisode: 'song',
	MusicRecording: 'song',
	Map: 'map',
	Photograph: 'graphic',
	VisualArtwork: 'graphic',
	Legislation: 'legislation',
	Review: 'review',
	WebPage: 'webpage',
	AboutPage: 'webpage'
};

const isObject = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v);
const list = (v: unknown): unknown[] => (Array.isArray(v) ? v : v === undefined || v === null ? [] : [v]);
const text = (v: unknown): string | undefined => {
	const x = list(v)[0];
	if (typeof x === 'string') return x.replace(/\s+/g, ' ').trim() || undefined;
	if (typeof x === 'number') return String(x);
	return isObject(x) ? text(x.name ?? x['@value']) : undefined;
};

function person(v: unknown): Name | null {
	if (typeof v === 'string') return readName(v);
	if (!isObject(v)) return null;
	const [family, given] = [text(v.familyName), text(v.givenName)];
	if (family) return given ? { family, given } : { family };
	const name = text(v.name);
	if (!name) return null;
	return /Organization|Corporation/i.test(String(v['@type'])) ? { literal: name } : readName(name);
}
const people = (v: unknown) =>
	list(v)
		.map(person)
		.filter((n): n is Name => n !== null);

function nodes(v: unknown, depth = 0): Json[] {
	if (depth > 6) return [];
	if (Array.isArray(v)) return v.flatMap((x) => nodes(x, depth + 1));
	if (!isObject(v)) return [];
	return [v, ...nodes(v['@graph'], depth + 1), ...nodes(v.mainEntity, depth + 1)];
}

/** Climbs from an article to its issue, volume and journal. */
function inside(n: Json): Json {
	const out: Json = {};
	let at: unknown = n.isPartOf;
	for (let i = 0; i < 4 && isObject(list(at)[0]); i++) {
		const o = list(at)[0] as Json;
		const type = String(o['@type']);
		if (/PublicationIssue/.test(type)) out.issue ??= text(o.issueNumber);
		else if (/PublicationVolume/.test(type)) out.volume ??= text(o.volumeNumber);
		else {
			out['container-title'] ??= text(o.name);
			out.ISSN ??= text(o.issn);
		}
		at = o.isPartOf;
	}
	return out;
}

/** What the best node of a page's scripts says; broken JSON says nothing. */
export function readJsonLd(scripts: string[], title: string): Record<string, unknown> {
	const all: Json[] = [];
	for (const s of scripts) {
		try {
			all.push(...nodes(JSON.parse(s)));
		} catch (e) {
			if (!(e instanceof SyntaxError)) throw e;
		}
	}
	const typeOf = (n: Json) =>
		list(n['@type'])
			.map((t) => TYPES[String(t)])
			.find(Boolean);
	const works = all.filter(typeOf);
	const rank = (n: Json) => (typeOf(n) === 'webpage' ? 0 : 2) + (text(n.headline ?? n.name) === title ? 1 : 0);
	const n = works.sort((a, b) => rank(b) - rank(a))[0];
	if (!n) return {};
	const [from, to] = [text(n.pageStart), text(n.pageEnd)];
	const ids = [n.sameAs, n.identifier, n['@id'], n.url]
		.flatMap(list)
		.map((v) => (isObject(v) ? text(v.value) : text(v)));
	const url = text(n.url) ?? text(n['@id']);
	return {
		type: typeOf(n),
		title: text(n.headline) ?? text(n.name),
		author: people(n.author ?? n.creator),
		editor: people(n.editor),
		issued: pageDate(text(n.datePublished) ?? text(n.dateCreated)),
		publisher: text(n.publisher),
		...inside(n),
		page: from ? (to ? `${from}-${to}` : from) : text(n.pagination),
		edition: text(n.bookEdition),
		ISBN: text(n.isbn),
		DOI: ids.map((v) => (v ? bareDoi(v) : null)).find(Boolean) ?? undefined,
		abstract: text(n.abstract) ?? text(n.description),
		language: text(n.inLanguage),
		URL: url && /^https?:/.test(url) ? url : undefined
	};
}
