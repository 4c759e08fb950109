import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Item } from '../../csl';
import { demoLibrary } from '../../../../../scripts/demo-data';
import { itemFaults } from '../validate';
import { loadWords, toSentence } from '../sentence-case';
import { applyChange, findingKey, isSearchAddress, RULE_NAMES, tidy, tidyContext, toHeadline } from './index';

const items = demoLibrary.map((s) => s.item);
const words = await loadWords();
const ctx = tidyContext('sentence', items, words, new Date(2026, 10, 25));
const of = (item: Partial<Item>, rule: string, c = ctx) =>
	tidy({ id: 'x', type: 'book', ...item } as Item, c).filter((f) => f.rule === rule);

/** field, what stands there, the rule, what is proposed (null: nothing can be), and what else changes. */
const TEXTS: [string, string, string, string | null, Record<string, unknown>?, Partial<Item>?][] = [
	['title', 'EELS AND THE LIT CHANNEL: A NET SURVEY', 'capitals', 'Eels and the lit channel: A net survey'],
	['title', 'LAMPLIGHTERS OF PORT ENNIS, 1868-1931', 'capitals', 'Lamplighters of Port Ennis, 1868-1931'],
	['title', 'DNA IN THE HARBOUR: A SURVEY OF ENGLISH EELS', 'capitals', 'DNA in the harbour: A survey of English eels'],
	['title', 'The Lit Estuary and Its Many Shore Counts', 'title-case', 'The lit estuary and its many shore counts'],
	[
		'title',
		'Night Work in Port Ennis: The Lamps of Okafor',
		'title-case',
		'Night work in Port Ennis: The lamps of Okafor'
	],
	[
		'title',
		'Mapping CO2 and DNA Along Quiet Quays in McKay’s Town',
		'title-case',
		'Mapping CO2 and DNA along quiet quays in McKay’s town'
	],
	['title', 'The lit estuary.', 'stop', 'The lit estuary'],
	['publisher', 'Saltmarsh Books,', 'stop', 'Saltmarsh Books'],
	['title', 'The  lit estuary ', 'spaces', 'The lit estuary'],
	['title', 'Tides and eels (1997)', 'year-in-title', 'Tides and eels', { issued: { 'date-parts': [[1997]] } }],
	['edition', '1st edition', 'first-edition', ''],
	['edition', '1', 'first-edition', ''],
	['edition', '2nd ed.', 'edition-words', '2'],
	['edition', 'Third edition', 'edition-words', '3'],
	[
		'publisher',
		'Northfield: Saltmarsh Books',
		'place-in-publisher',
		'Saltmarsh Books',
		{ 'publisher-place': 'Northfield' }
	],
	['publisher', 'Tidemark Publishing Co.', 'publisher-noise', 'Tidemark'],
	['publisher', 'Harrow & Quay, Ltd.', 'publisher-noise', 'Harrow & Quay'],
	['page', '26-11', 'pages-reversed', '11-26'],
	['page', 'pp. 11-26', 'pages-form', '11-26'],
	['page', '11—26', 'pages-form', '11-26'],
	['page', '11-11', 'pages-one', '11'],
	['volume', '4(2)', 'issue-in-volume', '4', { issue: '2' }],
	['volume', 'vol. 4, no. 2', 'issue-in-volume', '4', { issue: '2' }],
	['volume', 'Vol. 4', 'number-words', '4'],
	['issue', 'No. 2', 'number-words', '2'],
	['DOI', 'https://doi.org/10.5555/x', 'doi-address', '10.5555/x'],
	['DOI', 'doi:10.5555/x', 'doi-address', '10.5555/x'],
	['DOI', 'none', 'doi-broken', null],
	['URL', 'https://doi.org/10.5555/x', 'doi-in-url', '', { DOI: '10.5555/x' }],
	['URL', 'https://doi.org/10.5555/x', 'doi-twice', '', {}, { DOI: '10.5555/X' }],
	['URL', 'https://example.org/a?utm_source=x&id=3', 'tracking', 'https://example.org/a?id=3'],
	['URL', 'example.org/a', 'address-scheme', 'https://example.org/a'],
	['URL', 'https://search.example.org/?q=lamps', 'search-page', null],
	['URL', 'https://example.org/search?q=lamps', 'search-page', null],
	['URL', 'https://example.org/imgres?imgurl=x', 'search-page', null],
	['URL', 'https://en.wiki.example.org/wiki/Lamp', 'open-edit', null],
	['ISBN', '978-0-306-40615-8', 'isbn-broken', null],
	['ISSN', '0317-8472', 'issn-broken', null],
	['ISSN', '9780306406157', 'isbn-as-issn', '', { ISBN: '9780306406157' }]
];

test('each rule finds its mess and proposes what is right', () => {
	for (const [field, present, rule, proposed, more = {}, item = {}] of TEXTS) {
		const found = of({ ...item, [field]: present }, rule);
		assert.equal(found.length, 1, `${rule}: ${present}`);
		const [f] = found;
		if (proposed === null) assert.equal(f.change, null, present);
		else {
			assert.equal(f.proposed, proposed, `${rule}: ${present}`);
			assert.deepEqual(f.change, { [field]: proposed || undefined, ...more }, present);
		}
		assert.ok(RULE_NAMES[f.rule], f.rule);
	}
});

test('what is right is left alone', () => {
	const fine: Partial<Item>[] = [
		{ title: 'The lit estuary: A century of shore counts' },
		{ title: 'What did the U.S. see?' },
		{ title: 'Letters from Port Ennis' },
		{ publisher: 'Saltmarsh Books', 'publisher-place': 'Northfield' },
		{ publisher: 'Report Press' },
		{ page: '201-9' },
		{ page: 'e1024' },
		{ page: '11–26' },
		{ page: 'A3-A9' },
		{ volume: '4', issue: '2-3' },
		{ edition: 'Rev. ed.' },
		{ edition: '2' },
		{ URL: 'https://example.org/heritage?p=4' },
		{ URL: 'https://research.example.org/lamps' },
		{
			author: [{ family: 'Okafor', given: 'E.' }, { literal: 'Harbour and Dock Board' }, { family: 'Li', given: 'Bo' }]
		},
		{ author: [{ family: 'Brandt', given: 'Anders' }, { literal: 'others' }] }
	];
	for (const item of fine) {
		const found = tidy({ id: 'x', type: 'book', ...item } as Item, ctx).filter((f) => f.rule !== 'missing');
		assert.deepEqual(found, [], JSON.stringify(item));
	}
});

test('names', () => {
	const cases: [unknown[], string, unknown[]][] = [
		[[{ literal: 'Okafor, Ebele' }], 'name-comma', [{ family: 'Okafor', given: 'Ebele' }]],
		[[{ family: 'Okafor,', given: 'Ebele' }], 'name-comma', [{ family: 'Okafor', given: 'Ebele' }]],
		[[{ family: 'E. M.', given: 'Okafor' }], 'name-swapped', [{ family: 'Okafor', given: 'E. M.' }]],
		[
			[{ literal: 'Ebele Okafor and Anders Sund' }],
			'name-run-together',
			[
				{ family: 'Okafor', given: 'Ebele' },
				{ family: 'Sund', given: 'Anders' }
			]
		],
		[
			[{ literal: 'Okafor, E., Sund, A.' }],
			'name-run-together',
			[
				{ family: 'Okafor', given: 'E.' },
				{ family: 'Sund', given: 'A.' }
			]
		],
		[[{ family: 'Okafor' }, { literal: 'et al.' }], 'name-et-al', [{ family: 'Okafor' }]],
		[[{ family: 'Okafor et al.' }], 'name-et-al', [{ family: 'Okafor' }]],
		[[{ family: 'and Sund', given: 'A.' }], 'name-and', [{ family: 'Sund', given: 'A.' }]],
		[[{ family: 'Okafor', given: 'Dr. Ebele' }], 'name-degree', [{ family: 'Okafor', given: 'Ebele' }]],
		[[{ family: 'OKAFOR', given: 'E.' }], 'name-shouted-name', [{ family: 'Okafor', given: 'E.' }]]
	];
	for (const [author, rule, want] of cases) {
		const [f] = of({ author } as Partial<Item>, rule);
		assert.ok(f, `${rule} ${JSON.stringify(author)}`);
		assert.deepEqual(f.change!.author, want);
	}
});

test('headlines on request, and the way back', () => {
	const known = {
		names: new Set(['ennis', 'port']),
		people: new Set<string>(),
		acronyms: new Set(['GIS']),
		phrases: new Map(),
		sure: new Set<string>()
	};
	const keep = { words, known };
	assert.equal(
		toHeadline('Mapping the gaslit quays: a study in GIS', keep),
		'Mapping the Gaslit Quays: A Study in GIS'
	);
	assert.equal(toSentence('Mapping the Gaslit Quays of Port Ennis', keep), 'Mapping the gaslit quays of Port Ennis');
	assert.equal(
		toSentence('<i>The</i> <span class="nocase">Lit City</span> Rose', keep),
		'<i>The</i> <span class="nocase">Lit City</span> rose'
	);
	assert.equal(
		of({ title: 'The lit estuary and its many counts' }, 'title-case', { ...ctx, titles: 'headline' })[0].proposed,
		'The Lit Estuary and Its Many Counts'
	);
	assert.deepEqual(of({ title: 'The Lit Estuary and Its Many Counts' }, 'title-case', { ...ctx, titles: 'as-is' }), []);
});

test('a long title is offered a short one, its main title; one that has it, or needs none, is left alone', () => {
	const title = 'The round and the rate: How lamps were paid for by the night in Port Ennis';
	const [f] = of({ title }, 'short-title');
	assert.deepEqual(f.change, { 'title-short': 'The round and the rate' });
	for (const item of [
		{ title, 'title-short': 'Round' },
		{ title: 'The round and the rate: Lamps' },
		{ title: title.replace(':', '') }
	])
		assert.deepEqual(of(item, 'short-title'), []);
});

test('pages: author, date, day of reading', () => {
	const found = tidy(
		{
			id: 'x',
			type: 'webpage',
			title: 'Lamps | Heritage',
			'container-title': 'Heritage',
			URL: 'https://example.org/a'
		},
		ctx
	);
	assert.deepEqual(found.map((f) => f.rule).sort(), ['authorless', 'no-accessed', 'site-in-title', 'undated']);
	assert.equal(isSearchAddress('not an address'), null);
});

test('a fixed source is not found again, fixing ends, and what is fixed is valid', () => {
	const bits = [
		'Okafor',
		'et al.',
		'and',
		',',
		'.',
		'E.',
		'; ',
		'THE LIT',
		' 1997',
		'(2)',
		'pp. ',
		'--',
		'12',
		'9',
		'ed.',
		'Ltd.',
		': ',
		'https://doi.org/10.5555/x'
	];
	const messy = fc.array(fc.constantFrom(...bits), { minLength: 1, maxLength: 5 }).map((l) => l.join(''));
	fc.assert(
		fc.property(messy, messy, messy, messy, messy, (title, family, page, volume, DOI) => {
			let item: Item = {
				id: 'x',
				type: 'article-journal',
				title,
				page,
				volume,
				DOI,
				author: [{ family, given: volume }, { literal: title }]
			};
			for (let i = 0; ; i++) {
				assert.ok(i < 40, `fixing ends: ${JSON.stringify(item)}`);
				const f = tidy(item, ctx).find((x) => x.change);
				if (!f) break;
				const next = applyChange(item, f.change!);
				assert.notDeepEqual(next, item, `${f.rule} changes something`);
				item = next;
			}
			assert.deepEqual(itemFaults(item), []);
		}),
		{
			numRuns: Number(process.env.FUZZ ?? 2000),
			examples: [['Okafor; ,; Okafor', 'Okafor', 'Okafor', 'Okafor', 'Okafor']]
		}
	);
});

test('the untidy sources of the demo are found, and an ignored finding stays away', () => {
	const untidy = demoLibrary.filter((s) => s.tags.includes('untidy'));
	for (const s of untidy) assert.ok(tidy({ ...s.item, id: s.key }, ctx).length, s.key);
	const item = untidy[0].item;
	const all = tidy(item, ctx);
	assert.equal(tidy(item, ctx, [findingKey(all[0])]).filter((f) => findingKey(f) === findingKey(all[0])).length, 0);
});
