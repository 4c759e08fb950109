/** Strings of references with their labels: what styles print for invented items, what typesetters' lists look like, noise. */
import { createHash } from 'node:crypto';
import { random } from '../../bench/corpus';
import { compileStyle, createProcessor, toPlain, type Item, type Name } from '../../src/lib/core/csl';
import type { Lexicon } from '../../src/lib/core/match/list/features';
import { localeTree, styleIndex, styleTree } from '../catalogue';
import { align, type Aligned } from './align';
import { KINDS_MADE, makeItem } from './items';

export interface Example extends Aligned {
	item: Item;
	text: string;
	style: string;
}

const hash = (s: string) => createHash('sha256').update(s).digest('hex');

/** Styles with a list, in an order that only their names decide: the first hundred are never trained on. */
export function stylesInOrder(): string[] {
	return styleIndex()
		.map((s) => s.id)
		.sort((a, b) => (hash(`references ${a}`) < hash(`references ${b}`) ? -1 : 1));
}

/** Titles of journals: those that styles are named for. */
export const journalTitles = (): string[] =>
	styleIndex()
		.map((s) => s.title.replace(/\s*\(.*$/, ''))
		.filter((t) => !/style|universit|edition|harvard|thesis|author-date|note|guide|manual/i.test(t) && t.length < 70);

/** What a style prints for items; nothing where it has no list or fails. */
export function printed(styleId: string, items: Item[]): { item: Item; text: string }[] {
	const tree = styleTree(styleId);
	if (!tree) return [];
	try {
		const style = compileStyle(tree, { locales: localeTree });
		const byId = new Map(items.map((i) => [i.id, i]));
		const p = createProcessor({ style, getItem: (id) => byId.get(id) });
		const { bibliography } = p.format({ clusters: [], uncited: items.map((i) => i.id) });
		return (bibliography ?? []).flatMap((e) => {
			const text = toPlain(e.whole ?? e.output)
				.replace(/\s+/g, ' ')
				.trim();
			return text.length > 20 ? [{ item: byId.get(e.id)!, text }] : [];
		});
	} catch {
		// a style that needs what is not here has nothing to teach
		return [];
	}
}

/** Reference lists as typesetting systems print them by their standard styles (common practice, from memory). */
export function typeset(item: Item, r: () => number, n: number): string {
	const pick = <T>(l: readonly T[]): T => l[Math.floor(r() * l.length)];
	const chance = (p: number) => r() < p;
	const s = (f: string) => (item[f] as string | undefined) ?? '';
	const abbreviated = chance(0.5);
	const inverted = chance(0.3);
	const one = (x: Name): string => {
		if (x.literal) return x.literal;
		const given = abbreviated
			? (x.given ?? '')
					.split(/[\s.]+/)
					.filter(Boolean)
					.map(
						(w) =>
							`${w
								.split('-')
								.map((y) => y[0])
								.join('.-')}.`
					)
					.join(chance(0.5) ? ' ' : '')
			: (x.given ?? '');
		const family = [x['non-dropping-particle'], x.family].filter(Boolean).join(' ');
		return inverted ? `${family}, ${given}` : `${given} ${family}${x.suffix ? `, ${x.suffix}` : ''}`;
	};
	const and = pick([' and ', ' and ', ', and ', ' & ', ', ']);
	const people = (l: unknown): string => {
		const names = ((l ?? []) as Name[]).map(one);
		if (names.length > 8 && chance(0.5)) return `${names.slice(0, 3).join(', ')}, et al.`;
		return names.length > 1 ? `${names.slice(0, -1).join(', ')}${and}${names.at(-1)}` : (names[0] ?? '');
	};
	const parts = (item.issued as { 'date-parts': number[][] } | undefined)?.['date-parts'][0] ?? [];
	const months = 'January February March April May June July August September October November December'.split(' ');
	const month = parts[1] ? `${chance(0.5) ? months[parts[1] - 1] : `${months[parts[1] - 1].slice(0, 3)}.`} ` : '';
	const year = parts[0] ? `${month}${parts[0]}` : '';
	const behind = chance(0.4);
	const [from, to] = s('page').split('-');
	const range = to ? `${from}${pick(['–', '-', '--'])}${to}` : from;
	const pages = range && `${to ? pick(['pages', 'pp.', 'pages']) : pick(['page', 'p.', 'page'])} ${range}`;
	const yearBehind = behind && parts[0] ? ` (${parts[0]})` : '';
	const quote = pick(['', '', '“', '"']);
	const title = quote
		? `${quote}${s('title')}${pick(['.', ','])}${quote === '“' ? '”' : '"'}`
		: `${s('title')}${/[?!.]$/.test(s('title')) ? '' : '.'}`;
	const who = people(item.author ?? item.director ?? item.editor);
	const editors = item.editor ? `${people(item.editor)}${pick([', editors', ', eds.', ' (eds.)', ', editors'])}` : '';
	const whole = s('container-title');
	const end = behind ? '' : `, ${year}`;
	const place = s('publisher-place');
	const house = [s('publisher'), place].filter(Boolean);
	const publisher = (chance(0.5) ? house.join(', ') : house.reverse().join(': ')) || '';
	const edition = s('edition')
		? ` ${/^\d$/.test(s('edition')) ? ['', '', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth', 'Ninth'][Number(s('edition'))] : s('edition')} edition,`
		: '';
	let tail: string;
	switch (item.type) {
		case 'article-journal': {
			const name = chance(0.4) && s('container-title-short') ? s('container-title-short') : whole;
			const volume = s('volume');
			tail = chance(0.6)
				? `${name}${volume ? `, ${volume}` : ''}${s('issue') ? `(${s('issue')})` : ''}${range ? `:${chance(0.5) ? '' : ' '}${range}` : ''}${end}.`
				: `${name}${volume ? `, vol. ${volume}` : ''}${s('issue') ? `, no. ${s('issue')}` : ''}${pages ? `, ${pages}` : ''}${end}.`;
			break;
		}
		case 'chapter':
		case 'entry-encyclopedia':
		case 'paper-conference':
			tail = `In ${chance(0.6) && editors ? `${editors}, ` : ''}${whole}${s('collection-title') ? `, volume ${s('collection-number') || s('volume') || ''} of ${s('collection-title')}`.replace('volume  of', '') : ''}${pages ? `, ${pages}` : ''}${publisher ? `${pick(['. ', ', '])}${publisher}` : ''}${end}.`;
			break;
		case 'thesis':
			tail = `${s('genre')}, ${s('publisher')}${place ? `, ${place}` : ''}${end}.`;
			break;
		case 'report':
			tail = `${s('genre') || 'Technical Report'}${s('number') ? ` ${s('number')}` : ''}, ${publisher}${end}.`;
			break;
		case 'article':
			tail = `${s('number') ? `arXiv preprint ${s('number').startsWith('arXiv') ? s('number') : `arXiv:${s('number')}`}` : s('publisher')}${end}.`;
			break;
		case 'webpage':
		case 'post-weblog':
			tail = `${whole ? `${whole}, ` : ''}${year ? `${year}. ` : ''}${pick(['URL ', 'Available at: ', 'Online: ', ''])}${s('URL')}.`;
			break;
		default:
			tail = `${whole ? `${whole}, ` : ''}${publisher}${publisher ? ',' : ''}${edition}${end.slice(1)}.`.trim();
	}
	const links = `${s('DOI') && chance(0.6) ? ` ${pick(['doi:', 'doi: ', 'https://doi.org/', 'DOI '])}${s('DOI')}${pick(['', '.'])}` : ''}${s('URL') && !tail.includes(s('URL')) && chance(0.7) ? ` URL ${s('URL')}.` : ''}`;
	const mark = pick(['', '', `[${n}] `, `${n}. `]);
	const stop = /\.$/.test(who) ? '' : pick(['.', '.', ',', ':']);
	return `${mark}${who}${yearBehind && who ? `${yearBehind}${pick(['.', ',', ':', ''])}` : stop} ${title} ${tail}${links}`
		.replace(/\s+/g, ' ')
		.replace(/,\s*,/g, ',')
		.replace(/^\W*(?=\p{L})/u, mark)
		.replace(/\. ,/g, '.,')
		.trim();
}

/** Slips of recognition and of typing, with the labels taken along. */
export function withNoise(e: Example, r: () => number, lexicon: Lexicon): Example {
	let text = e.text;
	const chance = (p: number) => r() < p;
	if (chance(0.25)) text = text.replace(/–/g, '-');
	if (chance(0.2)) text = text.replace(/[“”]/g, '"').replace(/[‘’]/g, "'");
	if (chance(0.1)) text = text.replace(/[“”"]/g, '');
	if (chance(0.06)) text = text.normalize('NFD').replace(/\p{M}/gu, '').normalize('NFC');
	if (chance(0.06)) text = text.replace(/\.(?=\s|$)/g, (m) => (chance(0.4) ? '' : m));
	if (chance(0.06)) text = text.replace(/[,;:]/g, (m) => (chance(0.25) ? '' : m));
	if (chance(0.05)) text = text.replace(/(\.)\s(?=\p{Lu})/gu, (m, stop: string) => (chance(0.3) ? stop : m));
	if (chance(0.05)) text = text.replace(/\p{Ll}{6,}/gu, (w) => (chance(0.06) ? `${w.slice(0, 3)}${w.slice(4)}` : w));
	if (chance(0.03)) text = text.toUpperCase();
	if (text === e.text) return e;
	// found again: what the noise has spoilt is not learned from
	return { ...e, text, ...align(text, e.item, lexicon) };
}

/** Examples of styles, so many items each of kinds in turn. */
export function examples(
	styles: string[],
	each: number,
	seed: number,
	lexicon: Lexicon,
	kinds: readonly string[] = KINDS_MADE
): Example[] {
	const journals = journalTitles();
	const out: Example[] = [];
	styles.forEach((style, k) => {
		const items = Array.from({ length: each }, (_, i) =>
			makeItem(kinds[i % kinds.length], seed + k * 1009 + i * 7, journals)
		);
		for (const { item, text } of printed(style, items)) out.push({ item, text, style, ...align(text, item, lexicon) });
	});
	return out;
}

export function typesetExamples(count: number, seed: number, lexicon: Lexicon): Example[] {
	const journals = journalTitles();
	const r = random(seed);
	return Array.from({ length: count }, (_, i) => {
		const item = makeItem(KINDS_MADE[i % KINDS_MADE.length], seed + 500_000 + i * 13, journals);
		const text = typeset(item, r, 1 + (i % 60));
		return { item, text, style: 'typeset', ...align(text, item, lexicon) };
	});
}
