import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Item } from '../core/csl';
import { readImport, type ImportRow } from './read-import';

const item = (more: Partial<Item>): Item => ({ id: '', type: 'book', ...more }) as Item;
const here = [
	{
		id: 'a',
		item: item({
			title: 'Mapping the gaslit quays',
			DOI: '10.5555/hs.1',
			author: [{ family: 'Okonjo' }],
			issued: { 'date-parts': [[2019]] }
		})
	},
	{
		id: 'b',
		item: item({
			title: 'Night work: Lamps, labour and the harbour board',
			author: [{ family: 'Tarrow' }],
			issued: { 'date-parts': [[2004]] }
		})
	}
];
const BIB = `@article{one, title={Mapping the Gaslit Quays.}, doi={https://doi.org/10.5555/HS.1}}
@book{two, title={Night Work}, author={Tarrow, Ivo}, year=2004}
@book{three, title={Bells over the water}, author={Lark, Ida}, year=2001}
@book{four, title={Bells over the water}, author={Lark, I.}, year=2001}
@book{five, title={broken`;

test('each record is told: new, here, perhaps here, twice; skipped ones with file and line', async () => {
	const r = await readImport([{ name: 'x.bib', content: BIB }], here, () => {});
	assert.deepEqual(
		r.rows.map((x) => [x.key, x.state, x.like?.id ?? null]),
		[
			['one', 'here', 'a'],
			['two', 'perhaps', 'b'],
			['three', 'new', null],
			['four', 'repeated', '2']
		]
	);
	assert.deepEqual(r.files, [{ name: 'x.bib', format: 'BibTeX', read: 4, skipped: 1 }]);
	assert.deepEqual([r.skipped[0].file, r.skipped[0].line], ['x.bib', 5]);
});

test('several files: doubles across them are found, one that is no source costs the others nothing', async () => {
	const bytes = (s: string) => new TextEncoder().encode(s).buffer as ArrayBuffer;
	const r = await readImport(
		[
			{
				name: 'a.ris',
				content: bytes('TY  - BOOK\nTI  - Bells over the water\nAU  - Lark, Ida\nPY  - 2001\nER  - \n')
			},
			{ name: 'b.txt', content: bytes('Dear reader') },
			{ name: 'c.txt', content: bytes('') },
			{ name: 'd.bib', content: bytes('@book{x, title={Bells over the water}, author={Lark, Ida}, year=2001}') },
			{ name: 'e.html', content: bytes('<title>Bells on a page</title>') },
			{
				name: 'drafts',
				content: [{ item: item({ title: 'From a paper' }), note: 'Look.', excerpts: [{ kind: 'remark', text: 'r' }] }]
			}
		],
		[],
		() => {}
	);
	assert.deepEqual(
		r.rows.map((x) => [x.file, x.state]),
		[
			['a.ris', 'new'],
			['d.bib', 'repeated'],
			['e.html', 'new'],
			['drafts', 'new']
		]
	);
	assert.deepEqual(
		r.skipped.map((s) => [s.file, /no format|empty/.test(s.why)]),
		[
			['b.txt', true],
			['c.txt', true]
		]
	);
	assert.deepEqual([r.rows[3].notes, r.rows[3].excerpts], [['Look.'], [{ kind: 'remark', text: 'r' }]]);
});

test('rows are delivered in slices, all of them and in order, and progress never goes back', async () => {
	const bib = Array.from({ length: 1700 }, (_, i) => `@book{k${i}, title={Light ${i} over quay ${i * 7}}}`).join('\n');
	const rows: ImportRow[] = [];
	const sizes: number[] = [];
	const shares: number[] = [];
	const r = await readImport(
		[{ name: 'x.bib', content: bib }],
		[],
		(s) => shares.push(s),
		async (part) => {
			sizes.push(part.length);
			rows.push(...part);
		}
	);
	assert.deepEqual(
		rows.map((x) => x.key),
		Array.from({ length: 1700 }, (_, i) => `k${i}`)
	);
	assert.equal(r.rows.length, 0);
	assert.ok(sizes.length > 2 && Math.max(...sizes) <= 600);
	assert.deepEqual(
		shares,
		[...shares].sort((a, b) => a - b)
	);
	assert.ok(shares.at(-1)! <= 1);
});
