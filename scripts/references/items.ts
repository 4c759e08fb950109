/**
 * Invented items for training and measuring the reader of reference lists. Within an item no two numbers and no two texts
 * are alike, so that what a style printed can be found again in its string.
 */
import { random } from '../../bench/corpus';
import type { Item, Name } from '../../src/lib/core/csl';
import * as V from './vocabulary';

/** Kinds that are made, the first twelve are those that are measured. */
export const KINDS_MADE = [
	'article-journal',
	'book',
	'chapter',
	'paper-conference',
	'thesis',
	'report',
	'webpage',
	'article-newspaper',
	'article-magazine',
	'dataset',
	'entry-encyclopedia',
	'motion_picture',
	'article',
	'software',
	'post-weblog'
] as const;
export const KINDS_MEASURED = KINDS_MADE.slice(0, 12);

const cap = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);
const plural = (s: string) =>
	/(?:s|x|ch|sh)$/.test(s) ? `${s}es` : /[^aeiou]y$/.test(s) ? `${s.slice(0, -1)}ies` : `${s}s`;

/** A word that nobody knows: models must not lean on the vocabulary. */
function pseudo(r: () => number): string {
	const on = 'b c d f g h k l m n p r s t v w st tr br gr pl kr th sh'.split(' ');
	const mid = 'a e i o u ai ea ou ie'.split(' ');
	const off = ['', '', 'n', 'r', 's', 'l', 't', 'm', 'nd', 'st', 'ng'];
	const p = (l: string[]) => l[Math.floor(r() * l.length)];
	return Array.from({ length: 1 + Math.floor(r() * 3) }, () => p(on) + p(mid) + p(off)).join('');
}

/** @param journals titles of journals, as the catalogue of styles has them */
export function makeItem(kind: string, seed: number, journals: readonly string[]): Item {
	const r = random(seed);
	const pick = <T>(l: readonly T[]): T => l[Math.floor(r() * l.length)];
	const chance = (p: number) => r() < p;
	const noun = () => (chance(0.25) ? pseudo(r) : pick(V.NOUNS));
	const adj = () => (chance(0.12) ? `${pseudo(r)}${pick(['al', 'ic', 'ive', 'ous'])}` : pick(V.ADJECTIVES));
	const taken = new Set<number>();
	const number = (low: number, high: number): number => {
		for (;;) {
			const n = low + Math.floor(r() * (high - low));
			if (!taken.has(n)) {
				taken.add(n);
				return n;
			}
		}
	};
	const families = new Set<string>();
	const family = (): string => {
		for (;;) {
			const f = chance(0.2) ? cap(pseudo(r)) : pick(V.FAMILIES);
			if (!families.has(f) && f.length > 1) {
				families.add(f);
				return f;
			}
		}
	};
	const person = (): Name => {
		const given = chance(0.25)
			? `${pick(V.GIVENS)[0]}.${chance(0.5) ? ` ${pick(V.GIVENS)[0]}.` : ''}`
			: `${pick(V.GIVENS)}${chance(0.3) ? ` ${pick(V.GIVENS)[0]}.` : chance(0.1) ? ` ${pick(V.GIVENS)}` : ''}`;
		const n: Name = { family: family(), given };
		if (chance(0.06)) n['non-dropping-particle'] = pick(V.PARTICLES);
		else if (chance(0.02)) n.suffix = pick(['Jr.', 'III', 'II']);
		else if (chance(0.03)) n.family += ` ${family()}`;
		return n;
	};
	const people = (most: number) => Array.from({ length: 1 + Math.floor(r() * r() * most) }, person);
	const organisation = (): Name => ({ literal: pick(V.ORGANISATIONS)(cap(pseudo(r)), pick(V.FIELDS)) });

	const phrase = (): string =>
		pick([
			() => `${adj()} ${plural(noun())}`,
			() => `the ${noun()}`,
			() => `the ${adj()} ${noun()}`,
			() => `${noun()} ${noun()}`,
			() => plural(noun()),
			() => `${noun()} in ${pick(V.PLACES_OF_STUDY)}`,
			() => `a ${adj()} ${noun()}`,
			() => `${noun()}-based ${noun()} ${plural(noun())}`
		])();
	const title = (): string => {
		if (chance(0.12)) {
			const t = pick(pick(Object.values(V.FOREIGN)));
			return chance(0.4) ? `${t}: ${pick(pick(Object.values(V.FOREIGN)))}` : t;
		}
		const head = pick([
			() => `${phrase()} and ${phrase()}`,
			() => `${pick(V.VERBINGS)} ${phrase()}`,
			() => `the effect of ${phrase()} on ${phrase()}`,
			() => `${phrase()} of ${phrase()}`,
			() => `on ${phrase()}`,
			() => `towards ${phrase()} for ${phrase()}`,
			() => `who ${pick(['pays', 'speaks', 'cares'])} for ${phrase()}?`,
			() => `${phrase()}, ${phrase()} and ${phrase()}`,
			() => `${phrase()} ${1800 + Math.floor(r() * 100)}–${1901 + Math.floor(r() * 90)}`,
			() => `is ${phrase()} ${adj()}?`,
			() => `${noun()}`,
			() => `${noun()}Net`,
			() => `“${phrase()}” and ${phrase()}`,
			() => `${pick(['CO2', 'DNA', 'COVID-19', 'HIV', 'NMR', '3D', 'X-ray', 'AI'])} ${phrase()}`,
			() =>
				`a ${pick(['study', 'history', 'theory', 'survey', 'model', 'review', 'note'])} of ${phrase()} with ${phrase()}`
		])();
		const tail = chance(0.38)
			? `${pick([': ', ': ', ': ', '—', ' - ', '. '])}${pick([
					() => `a ${adj()} ${pick(['study', 'approach', 'analysis', 'perspective', 'review', 'case study'])}`,
					() => `evidence from ${pick(V.PLACES_OF_STUDY)}`,
					() => phrase(),
					() => `${phrase()} and ${phrase()}, ${1700 + Math.floor(r() * 200)}–${1905 + Math.floor(r() * 90)}`,
					() => `essays on ${phrase()}`,
					() => `from ${noun()} to ${noun()}`
				])()}`
			: '';
		const t = cap(head) + (/^[:]/.test(tail) && chance(0.5) ? tail.slice(0, 2) + cap(tail.slice(2)) : tail);
		return chance(0.3)
			? t.replace(/\b(?!(?:and|of|the|in|on|a|for|to|with|from)\b)(\p{Ll})(?=\p{L}{2})/gu, (c) => c.toUpperCase())
			: t;
	};
	const year = chance(0.75) ? 1980 + Math.floor(r() * 46) : 1850 + Math.floor(r() * 130);
	taken.add(year);
	taken.add(year % 100);
	const date = (parts: number) => ({
		'date-parts': [[year, ...(parts > 1 ? [1 + Math.floor(r() * 12)] : []), ...(parts > 2 ? [number(1, 28)] : [])]]
	});
	const pages = (): string => {
		const from = number(1, pick([60, 400, 2000]));
		const to = from + 1 + Math.floor(r() * 40);
		taken.add(to);
		return chance(0.08) ? String(from) : chance(0.05) ? `e${from + 1000}` : `${from}-${to}`;
	};
	const head = () => (chance(0.4) ? pick(V.PUBLISHER_HEADS) : chance(0.5) ? cap(pseudo(r)) : pick(V.FAMILIES));
	const publisher = () => pick(V.PUBLISHERS_MADE)(head(), head());
	const city = () => (chance(0.2) ? `${pick(V.CITIES)}, ${pick(V.STATES)}` : pick(V.CITIES));
	const body = () => pick(V.BODIES)(cap(pseudo(r)), pick(V.FIELDS));
	const doi = () =>
		`10.${5555 + Math.floor(r() * 9)}/${pick(['j.', '', 's', 'rq-'])}${pseudo(r)}.${year}.${number(100, 9999)}`;
	const url = () =>
		`https://${pick(['www.', '', 'data.'])}${pick(['example.org', 'example.com', 'example.net'])}/${pseudo(r)}${chance(0.5) ? `/${pseudo(r)}-${noun()}` : ''}${chance(0.2) ? '.html' : chance(0.2) ? '/' : ''}`;
	const journal = (): { full: string; short: string } => {
		const full = chance(0.6)
			? pick(journals)
			: pick([
					() => `Journal of ${cap(adj())} ${cap(noun())}`,
					() => `${cap(noun())} Studies`,
					() => `${cap(noun())}`,
					() => `The ${cap(adj())} ${cap(noun())} Review`,
					() => `International Journal of ${cap(noun())} and ${cap(noun())}`,
					() => `Zeitschrift für ${cap(noun())}`,
					() => `Revue ${pick(['française', 'internationale'])} de ${noun()}`,
					() => `Annals of ${cap(noun())}`,
					() => `${cap(noun())} & ${cap(noun())}`,
					() => `Letters in ${cap(adj())} ${cap(noun())}`,
					() => `Proceedings of the ${cap(noun())} Society`,
					() => `${cap(pseudo(r))}`,
					() => `Rivista di ${cap(noun())}`
				])();
		const short = full
			.split(' ')
			.filter((w) => !/^(?:of|the|and|in|for|de|für|&|The)$/.test(w))
			.map((w) => (w.length > 5 ? `${w.slice(0, 3 + Math.floor(r() * 3))}.` : w))
			.join(' ');
		return { full, short };
	};
	const item: Item = { id: `i${seed}`, type: kind };
	const set = (f: string, v: unknown, p = 1) => {
		if (chance(p)) item[f] = v;
	};
	const names = chance(0.05) ? people(40) : people(5);
	item.author = names;
	item.title = title();
	const web = (p: number) => {
		if (!chance(p)) return;
		item.URL = url();
		if (chance(0.7)) {
			const y = Math.max(year, 2005 + Math.floor(r() * 21));
			if (y !== year) item.accessed = { 'date-parts': [[y, 1 + Math.floor(r() * 12), number(1, 28)]] };
		}
	};
	const seriesOf = (p: number) => {
		if (!chance(p)) return;
		item['collection-title'] = pick([
			() => `Studies in ${cap(adj())} ${cap(noun())}`,
			() => `Lecture Notes in ${pick(V.FIELDS)}`,
			() => `${cap(noun())} Series`,
			() => `Beiträge zur ${cap(noun())}`
		])();
		if (chance(0.6)) item['collection-number'] = String(number(2, 400));
	};
	item.issued = date(1);
	switch (kind) {
		case 'article-journal': {
			const j = journal();
			item['container-title'] = j.full;
			set('container-title-short', j.short, 0.8);
			set('volume', String(number(1, 140)), 0.93);
			set('issue', chance(0.1) ? `${number(1, 12)}-${number(13, 20)}` : String(number(1, 40)), 0.7);
			set('page', pages(), 0.93);
			set('DOI', doi(), 0.5);
			item.issued = date(chance(0.6) ? 1 : chance(0.5) ? 2 : 3);
			if (!item.DOI) web(0.12);
			break;
		}
		case 'book':
			if (chance(0.06)) item.author = [organisation()];
			else if (chance(0.12)) {
				item.editor = item.author;
				delete item.author;
			}
			set('publisher', publisher(), 0.96);
			set('publisher-place', city(), 0.8);
			set('edition', chance(0.8) ? String(number(2, 9)) : 'Rev. ed.', 0.2);
			set('volume', String(number(1, 9)), 0.07);
			set('translator', people(2), 0.08);
			seriesOf(0.12);
			set('ISBN', '978-0-00-000037-2', 0.1);
			set('DOI', doi(), 0.08);
			break;
		case 'chapter':
			item['container-title'] = title();
			set('editor', people(4), 0.85);
			set('page', pages(), 0.9);
			set('publisher', publisher(), 0.96);
			set('publisher-place', city(), 0.75);
			set('edition', String(number(2, 9)), 0.08);
			set('volume', String(number(1, 9)), 0.06);
			seriesOf(0.1);
			set('DOI', doi(), 0.15);
			break;
		case 'paper-conference': {
			const name = pick([
				() => `Proceedings of the ${number(2, 60)}th International Conference on ${cap(noun())} ${cap(noun())}`,
				() => `Proceedings of the ${year} Symposium on ${cap(adj())} ${plural(cap(noun()))}`,
				() => `Advances in ${cap(adj())} ${cap(noun())} Systems`,
				() => `${year} IEEE Workshop on ${cap(noun())}`,
				() => `Papers from the Third Meeting on ${cap(adj())} ${cap(noun())}`,
				() => `Actes du colloque ${cap(noun())}`
			])();
			item['container-title'] = name;
			set('page', pages(), 0.85);
			set('publisher', chance(0.5) ? pick(['IEEE', 'ACM', 'Springer', publisher()]) : publisher(), 0.6);
			set('publisher-place', city(), 0.35);
			set('event-title', `${cap(noun())} ${year}`, 0.15);
			set('event-place', pick(V.CITIES), 0.1);
			set('editor', people(3), 0.15);
			seriesOf(0.15);
			set('volume', String(number(1, 90)), 0.15);
			set('DOI', doi(), 0.4);
			break;
		}
		case 'thesis':
			item.author = [person()];
			item.genre = pick([
				'PhD thesis',
				'Doctoral dissertation',
				'Master’s thesis',
				'Dissertation',
				'PhD diss.',
				'Ph.D. thesis',
				'Ph.D. dissertation',
				'Ph. D. Dissertation',
				'Master’s thesis',
				'M.Sc. thesis',
				'Habilitationsschrift',
				'Thèse de doctorat',
				'Masterarbeit',
				'Unpublished doctoral dissertation'
			]);
			item.publisher = body();
			set('publisher-place', city(), 0.3);
			web(0.2);
			break;
		case 'report':
			if (chance(0.5)) item.author = [organisation()];
			item.publisher = chance(0.6) ? body() : String(organisation().literal);
			set(
				'genre',
				pick([
					'Technical report',
					'Tech. Rep.',
					'Research rep.',
					'Working paper',
					'Report',
					'Discussion paper',
					'White paper',
					'Research report'
				]),
				0.7
			);
			set('number', chance(0.5) ? String(number(2, 900)) : `${pick(['TR', 'WP', 'RR'])}-${number(2, 900)}`, 0.6);
			set('publisher-place', city(), 0.35);
			web(0.35);
			break;
		case 'webpage':
		case 'post-weblog':
			if (chance(0.35)) item.author = [organisation()];
			else if (chance(0.15)) delete item.author;
			set('container-title', chance(0.5) ? `${cap(noun())} ${cap(noun())}` : `The ${cap(pseudo(r))} Blog`, 0.6);
			item.URL = url();
			item.issued = date(chance(0.4) ? 3 : 1);
			if (chance(0.12)) delete item.issued;
			if (chance(0.75))
				item.accessed = { 'date-parts': [[year >= 2024 ? 2027 : 2026, 1 + Math.floor(r() * 12), number(1, 28)]] };
			break;
		case 'article-newspaper':
			item['container-title'] = pick([
				() => `The ${cap(pseudo(r))} ${pick(['Times', 'Post', 'Courier', 'Herald', 'Gazette'])}`,
				() => `${cap(pseudo(r))} ${pick(['Daily News', 'Tribune', 'Mail', 'Courier', 'Zeitung'])}`,
				() => `Le ${cap(pseudo(r))}`
			])();
			if (chance(0.2)) delete item.author;
			item.issued = date(chance(0.9) ? 3 : 2);
			set('page', chance(0.5) ? `${pick(['A', 'B', 'C'])}${number(1, 30)}` : String(number(1, 40)), 0.6);
			web(0.35);
			break;
		case 'article-magazine':
			item['container-title'] = pick([
				() => `${cap(noun())} Monthly`,
				() => `The ${cap(pseudo(r))} Magazine`,
				() => `${cap(noun())} Weekly`,
				() => `New ${cap(noun())}`
			])();
			item.issued = date(chance(0.5) ? 2 : 3);
			set('volume', String(number(1, 140)), 0.2);
			set('issue', String(number(1, 60)), 0.25);
			set('page', pages(), 0.7);
			web(0.25);
			break;
		case 'dataset':
			item.publisher = pick([
				() => `${cap(noun())} Data Archive`,
				() => `${cap(pseudo(r))} Repository`,
				() => `${cap(noun())}Bank`
			])();
			if (chance(0.3)) item.author = [organisation()];
			item.genre = pick(['Data set', 'Dataset']);
			set('version', `${number(1, 9)}.${number(10, 20)}`, 0.4);
			if (chance(0.7)) item.DOI = doi();
			else item.URL = url();
			break;
		case 'software':
			item.genre = pick(['Computer software', 'Software']);
			set('version', `${number(1, 9)}.${number(10, 20)}`, 0.7);
			set('publisher', publisher(), 0.4);
			item.URL = url();
			break;
		case 'entry-encyclopedia':
			item['container-title'] = pick([
				() => `Encyclopedia of ${cap(noun())}`,
				() => `The ${cap(pseudo(r))} Encyclopaedia of ${cap(adj())} ${cap(noun())}`,
				() => `Dictionary of ${cap(adj())} ${plural(cap(noun()))}`,
				() => `Handwörterbuch der ${cap(noun())}`,
				() => `Companion to ${cap(noun())}`
			])();
			item.title = cap(chance(0.5) ? noun() : phrase());
			set('editor', people(3), 0.4);
			set('edition', String(number(2, 9)), 0.2);
			set('volume', String(number(1, 12)), 0.3);
			set('page', pages(), 0.6);
			set('publisher', publisher(), 0.85);
			set('publisher-place', city(), 0.5);
			break;
		case 'motion_picture':
			item.director = item.author;
			if (chance(0.5)) delete item.author;
			item.publisher = `${cap(pseudo(r))} ${pick(['Pictures', 'Films', 'Studios', 'Film'])}`;
			set('medium', pick(['Film', 'DVD', 'Motion picture', 'Video']), 0.7);
			set('genre', 'Film', 0.3);
			web(0.2);
			break;
		case 'article':
			item.publisher = pick(['arXiv', 'bioRxiv', 'PsyArXiv', 'SSRN']);
			set(
				'number',
				item.publisher === 'arXiv' ? `arXiv:${1500 + number(100, 990)}.${10000 + number(1000, 9999)}` : '',
				0.8
			);
			if (!item.number) delete item.number;
			if (chance(0.5)) item.DOI = doi();
			else item.URL = url();
			item.genre = 'Preprint';
	}
	return item;
}
