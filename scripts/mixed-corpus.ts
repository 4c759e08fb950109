/** A seeded corpus of everything that data can hold: every type, every date form, every kind of name. */
import { ITEM_TYPES, type Cite, type Cluster, type Item } from '../src/lib/core/csl';
import { random } from '../bench/corpus';

const FAMILY = [
	'Okafor',
	'Lindqvist',
	'Brandt',
	'O’Dell',
	'Sund',
	'Silva',
	'Nakagawa',
	'Marlowe',
	'Æsir',
	'Şahin',
	'Novák',
	'Quill'
];
const GIVEN = ['Ebele', 'Jean-Luc', 'M. R.', 'Ida', 'Tunde', 'Ægir', 'Lise M.', 'Zoë', 'A.', 'Per Olof'];
const WORDS =
	'lamp quay harbour tide eel moth light gas ledger round night bell shore estuary wage board map burner'.split(' ');

const capital = (w: string) => w[0].toUpperCase() + w.slice(1);

type Pick = <T>(list: readonly T[]) => T;

/** The shapes of names that CSL-JSON knows. */
function name(pick: Pick, r: () => number): Record<string, unknown> {
	const x = r();
	if (x < 0.03)
		return { family: pick(FAMILY), given: pick(GIVEN), 'non-dropping-particle': pick(['van der', 'de', 'von']) };
	if (x < 0.05) return { family: pick(FAMILY), given: pick(GIVEN), 'dropping-particle': pick(['de', 'von']) };
	if (x < 0.08) return { family: pick(FAMILY), given: pick(GIVEN), suffix: pick(['Jr.', 'III']) };
	if (x < 0.1) return { family: '田中', given: '太郎' };
	if (x < 0.12) return { family: 'Иванова', given: 'Мария Петровна' };
	if (x < 0.14) return { family: pick(FAMILY) };
	return { family: pick(FAMILY), given: pick(GIVEN) };
}

/** The forms of dates that CSL-JSON knows; a range over two months is left to a test of its own (docs/conformance.md). */
function date(pick: Pick, r: () => number): Record<string, unknown> {
	const year = 1850 + Math.floor(r() * 170);
	return pick([
		{ 'date-parts': [[year]] },
		{ 'date-parts': [[year]] },
		{ 'date-parts': [[year, 5]] },
		{ 'date-parts': [[year, 11, 3]] },
		{ 'date-parts': [[year], [year + 2]] },
		{
			'date-parts': [
				[year, 5, 3],
				[year, 5, 9]
			]
		},
		{ 'date-parts': [[year]], circa: true },
		{ 'date-parts': [[year]], season: 2 },
		{ 'date-parts': [[String(year), '7', '1']] },
		{ literal: 'in the year of the great frost' },
		{ raw: '3 May 1901' }
	]);
}

const TITLES = [
	(w: string) => `${w}: A history of the lamp`,
	(w: string) => `Who paid for the “${w}”?`,
	(w: string) => `The <i>${w}</i> and the tide`,
	(w: string) => `On ${w}s, in 2 parts`,
	(w: string) => `${w} & co.`,
	(w: string) => `A study of ${w} in the UK`
];

/** Items: each type in turn, each with most of the fields its type can use. */
export function mixedItems(count: number, seed = 3): Item[] {
	const r = random(seed);
	const pick: Pick = (list) => list[Math.floor(r() * list.length)];
	return Array.from({ length: count }, (_, i): Item => {
		const type = ITEM_TYPES[i % ITEM_TYPES.length];
		const w = pick(WORDS);
		const item: Item = { id: `i${i}`, type };
		const maybe = (chance: number, field: string, value: () => unknown) => {
			if (r() < chance) item[field] = value();
		};
		const people = (most: number) => Array.from({ length: 1 + Math.floor(r() * r() * most) }, () => name(pick, r));
		maybe(0.88, 'author', () =>
			r() < 0.08
				? [{ literal: `Harbour Board of ${pick(['Port Ennis', 'Callow', 'Northfield'])}` }]
				: people(i % 37 === 0 ? 30 : 5)
		);
		maybe(0.97, 'title', () => pick(TITLES)(capital(w)));
		maybe(0.9, 'issued', () => date(pick, r));
		maybe(0.6, 'container-title', () => `Journal of ${pick(WORDS)} studies`);
		maybe(0.2, 'container-title-short', () => `J. ${capital(pick(WORDS))} Stud.`);
		maybe(0.6, 'volume', () => String(1 + Math.floor(r() * 40)));
		maybe(0.5, 'issue', () => pick(['3', '1-2', 'S1']));
		maybe(0.7, 'page', () => pick(['101-108', '3-10', '71', 'e1804', 'xi-xv', '1103-1104', '12, 14']));
		maybe(0.5, 'publisher', () => pick(['Saltmarsh Books', 'Tidemark Press', 'University of Callow']));
		maybe(0.4, 'publisher-place', () => pick(['Northfield', 'Callow']));
		maybe(0.2, 'edition', () => pick(['2', '3', 'Rev. ed.']));
		maybe(0.4, 'DOI', () => `10.5555/mixed.${i}`);
		maybe(0.4, 'URL', () => `https://example.org/${i}`);
		maybe(0.3, 'accessed', () => ({ 'date-parts': [[2026, 10, 2]] }));
		maybe(0.25, 'editor', () => people(3));
		maybe(0.15, 'translator', () => people(2));
		maybe(0.15, 'genre', () => pick(['PhD thesis', 'Working paper']));
		maybe(0.15, 'number', () => String(1 + Math.floor(r() * 99)));
		maybe(0.1, 'collection-title', () => `Studies in ${pick(WORDS)}`);
		maybe(0.1, 'event-title', () => 'Third Meeting on Urban Night');
		maybe(0.1, 'archive', () => 'Port Ennis Municipal Archive');
		maybe(0.1, 'archive_location', () => 'HB/3');
		maybe(0.1, 'original-date', () => ({ 'date-parts': [[1842]] }));
		maybe(0.05, 'language', () => pick(['de', 'fr', 'en-GB']));
		maybe(0.1, 'title-short', () => w);
		return item;
	});
}

/** Clusters with one to three cites, locators of many kinds, words around, notes numbered in order. */
export function mixedClusters(items: Item[], count: number, notes: boolean, seed = 5): Cluster[] {
	const r = random(seed);
	const pick: Pick = (list) => list[Math.floor(r() * list.length)];
	let last = items[0].id;
	return Array.from({ length: count }, (_, i): Cluster => {
		const cites = Array.from({ length: r() < 0.75 ? 1 : 2 + Math.floor(r() * 2) }, (): Cite => {
			// citing the same source again is what ibid is for
			const sourceId = r() < 0.15 ? last : pick(items).id;
			last = sourceId;
			const cite: Cite = { sourceId };
			if (r() < 0.35)
				cite.locator = {
					label: pick(['page', 'page', 'page', 'chapter', 'section', 'figure']),
					value: pick(['12', '12-14', '3', '101-108', 'iv'])
				};
			if (r() < 0.08) cite.prefix = 'see';
			if (r() < 0.08) cite.suffix = ', emphasis added';
			return cite;
		});
		const seen = new Set<string>();
		return {
			id: `c${i}`,
			noteNumber: notes ? i + 1 : 0,
			cites: cites.filter((c) => !seen.has(c.sourceId) && seen.add(c.sourceId))
		};
	});
}
