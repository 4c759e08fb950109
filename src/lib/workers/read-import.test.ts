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

const LIST = `Okonjo, A. (2019). Mapping the gaslit quays. Harbour Studies, 3, 1–20.

Lark, I. (2001). Bells over the water. Callow: Saltmarsh Books.

Osei, B. (1931). Wages of the board. Harbour Review, 12(3), 41–48.`;

test('references that were typed: taken apart, known ones recognised, doubtful fields named, with the words they were read from', async () => {
	const r = await readImport([{ name: 'the pasted text', content: LIST }], here, () => {});
	assert.deepEqual(r.files, [{ name: 'the pasted text', format: 'typed references', read: 3, skipped: 0 }]);
	assert.deepEqual(
		r.rows.map((x) => [x.state, x.item.title, x.line, x.like?.id ?? null]),
		[
			['here', 'Mapping the gaslit quays', 1, 'a'],
			['new', 'Bells over the water', 3, null],
			['new', 'Wages of the board', 5, null]
		]
	);
	assert.equal(r.rows[2].item.page, '41-48');
	assert.equal(r.rows[1].typed, 'Lark, I. (2001). Bells over the water. Callow: Saltmarsh Books.');
	for (const row of r.rows) for (const f of row.doubtful!) assert.ok(f in row.item, f);
	const letter = await readImport(
		[{ name: 'a.txt', content: 'Dear Ida, I saw you at the quay. Write soon, Ada.' }],
		[],
		() => {}
	);
	assert.deepEqual([letter.rows.length, letter.files[0].format], [0, 'unknown']);
});

test('what a page or a paper lists comes with it, and says where it stood', async () => {
	const entries = LIST.split('\n\n');
	const page = `<title>Lamps at work</title><meta name="citation_title" content="Lamps at work"><h1>Lamps</h1><p>Text.</p><h2>References</h2>${entries.map((e) => `<p>${e}</p>`).join('')}`;
	const paper = `Lamps at work\n\nWords on lamps that go on for a while, so that it is a paragraph.\n\nReferences\n\n${LIST}`;
	const item = { id: '', type: 'document', title: 'Lamps <i>at</i> work' } as Item;
	const r = await readImport(
		[
			{ name: 'p.html', content: page },
			{ name: 'p.pdf', content: [{ item }], paper },
			{ name: 'q.pdf', content: [{ item: { ...item, title: 'Other' } as Item }], paper: 'Nothing is listed here.' }
		],
		here,
		() => {}
	);
	const of = (file: string) => r.rows.filter((x) => x.file === file);
	assert.deepEqual(
		of('p.html').map((x) => [x.listedIn ?? '', x.state]),
		[
			['', 'new'],
			['Lamps at work', 'here'],
			['Lamps at work', 'new'],
			['Lamps at work', 'new']
		]
	);
	assert.deepEqual(
		of('p.pdf').map((x) => x.listedIn ?? ''),
		['', ...entries.map(() => 'Lamps at work')]
	);
	assert.equal(of('q.pdf').length, 1);
});
