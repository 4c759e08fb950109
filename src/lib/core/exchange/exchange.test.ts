import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
	detectFormat,
	fromTex,
	readBibtex,
	readCslJson,
	readReferences,
	readRis,
	toTex,
	writeBibtex,
	writeCslJson,
	writeRis
} from './index';
import { demoLibrary } from '../../../../scripts/demo-data';

test('BibTeX as it comes from databases', () => {
	const r = readBibtex(`% a comment line
@comment{ignored @article{no}}
@string{hs = "Harbour Studies"}
@string{ext = hs # ": New Series"}
@article{okonjo2019,
  author = {Okonjo, Adaeze and Lise M. Brandt and de Vries, Pieter and {Harbour Board} and others},
  title = {Mapping the {Gaslit} Quays: {DNA} of a city},
  journal = ext, year = 2019, month = may, volume = 12, number = {3}, pages = {201--219},
  doi = {10.5555/hs_2019}, keywords = {gas, maps}, file = {a.pdf}, unknownfield = {kept}
}
@Book(marlowe, title = "A \\"{o}ld {\\'e}t\\'{e} by S{\\o}ren {\\L}ukasz", author = "Marlowe, Jr., Judith", date = {1989-05/1990}, publisher = {Harrow \\& Quay})
@inproceedings{child, crossref = {parent}, title = {Ledgers}, author = {Brandt, L.}}
@proceedings{parent, title = {Proceedings of the Third Meeting}, year = {2012}, publisher = {Callow}}`);
	assert.deepEqual(r.skipped, []);
	const [a, b, c] = r.records;
	assert.deepEqual(a.item.author, [
		{ family: 'Okonjo', given: 'Adaeze' },
		{ given: 'Lise M.', family: 'Brandt' },
		{ 'non-dropping-particle': 'de', family: 'Vries', given: 'Pieter' },
		{ literal: 'Harbour Board' },
		{ literal: 'others' }
	]);
	assert.equal(a.item.title, 'Mapping the <span class="nocase">Gaslit</span> Quays: DNA of a city');
	assert.equal(a.item['container-title'], 'Harbour Studies: New Series');
	assert.deepEqual(a.item.issued, { 'date-parts': [[2019, 5]] });
	assert.equal(a.item.issue, '3');
	assert.equal(a.item.page, '201-219');
	assert.equal(a.item.DOI, '10.5555/hs_2019');
	assert.deepEqual(a.tags, ['gas', 'maps']);
	const kept = (a.item.custom as { bibtex: { fields: Record<string, string> } }).bibtex.fields;
	assert.deepEqual([kept.file, kept.unknownfield], ['a.pdf', 'kept']);
	assert.equal(b.item.title, 'A öld été by Søren Łukasz');
	assert.deepEqual(b.item.author, [{ family: 'Marlowe', suffix: 'Jr.', given: 'Judith' }]);
	assert.deepEqual(b.item.issued, { 'date-parts': [[1989, 5], [1990]] });
	assert.equal(b.item.publisher, 'Harrow & Quay');
	assert.equal(c.item['container-title'], 'Proceedings of the Third Meeting');
	assert.equal(c.line, 12);
});

test('one broken entry costs the others nothing, and says where and why', () => {
	const r = readBibtex(
		'@article{a, title={One}}\n@book{broken, title={No end\n@book{b, title={Two}}\n@misc{c title={x}}\n@misc{d, title={Three}}'
	);
	assert.deepEqual(
		r.records.map((x) => x.key),
		['a', 'b', 'd']
	);
	assert.deepEqual(
		r.skipped.map((s) => s.line),
		[2, 4]
	);
	assert.match(r.skipped[0].why, /never closed/);
	assert.match(r.skipped[1].why, /comma is missing behind the key/);
});

test('RIS with repeated tags, wrapped lines and any line ends', () => {
	const r = readRis(
		'\uFEFFTY  - JOUR\r\nAU  - Okafor, Ebele\r\nAU  - Sund, Anders, Jr.\r\nTI  - Eels and the lit\r\n  channel\r\nJO  - Letters\r\nPY  - 1997/03/04/\r\nVL  - 4\r\nSP  - 11\r\nEP  - 26\r\nKW  - eels\r\nKW  - light\r\nX9  - odd\r\nER  - \r\n\r\nTY  - BOOK\r\nTI  - No end'
	);
	assert.equal(r.records.length, 2);
	const a = r.records[0].item;
	assert.deepEqual(a.author, [
		{ family: 'Okafor', given: 'Ebele' },
		{ family: 'Sund', given: 'Anders', suffix: 'Jr.' }
	]);
	assert.equal(a.title, 'Eels and the lit channel');
	assert.equal(a.page, '11-26');
	assert.deepEqual(a.issued, { 'date-parts': [[1997, 3, 4]] });
	assert.deepEqual(r.records[0].tags, ['eels', 'light']);
	assert.ok((a.custom as { ris: { rows: string[][] } }).ris.rows.some(([t, v]) => t === 'X9' && v === 'odd'));
	assert.match(r.records[1].notes.join(' '), /end mark ER is missing/);
	assert.match(readRis('AU  - x\nnonsense').skipped[0].why, /TY is missing/);
});

test('CSL-JSON: one bad item does not cost the others', () => {
	const r = readCslJson(
		'[\n{"id":"a","type":"book","title":"A"},\n{"id":"b"},\n7,\n{"id":"d","type":"blog","author":"Sund","issued":"2019"}]'
	);
	assert.deepEqual(
		r.records.map((x) => x.key),
		['a', 'd']
	);
	assert.equal(r.skipped.length, 2);
	assert.equal(r.skipped[0].line, 3);
	assert.deepEqual(r.records[1].item.author, [{ literal: 'Sund' }]);
	assert.match(readCslJson('{"id":').skipped[0].why, /not JSON/);
});

test('formats are told by their contents', () => {
	assert.equal(detectFormat('\n@book{a,'), 'bibtex');
	assert.equal(detectFormat('TY  - BOOK'), 'ris');
	assert.equal(detectFormat(' [{"id": 1}]'), 'csl-json');
	assert.equal(detectFormat('Dear reader'), null);
});

const known = demoLibrary.filter((s) =>
	['book', 'article-journal', 'chapter', 'thesis', 'report', 'webpage'].includes(s.item.type)
);

test('what is written as BibTeX is read again without loss', () => {
	for (const s of known) {
		const item = { ...s.item };
		const r = readBibtex(writeBibtex([{ key: s.key, item, tags: s.tags, annotation: s.annotation }]));
		assert.deepEqual(r.skipped, [], s.key);
		const back = r.records[0];
		for (const [k, v] of Object.entries(item)) {
			if (k === 'id' || k === 'custom') continue;
			if (k === 'page')
				assert.equal(String(back.item[k]).replace(/–/g, '-'), String(v).replace(/-+|–/g, '-'), `${s.key} ${k}`);
			else if (k === 'title')
				assert.equal(String(back.item[k]).replace(/\s+/g, ' '), String(v).replace(/\s+/g, ' ').trim(), `${s.key} ${k}`);
			else assert.deepEqual(back.item[k], v, `${s.key} ${k}`);
		}
		assert.deepEqual(back.tags, s.tags);
		assert.equal(back.annotation, s.annotation);
	}
});

test('what was read from BibTeX comes out again with its unknown fields', () => {
	const r = readBibtex('@article{x, title={A}, mystery={kept \\& safe}, file={x.pdf}}');
	assert.match(writeBibtex([{ key: 'x', item: r.records[0].item }]), /mystery = \{kept \\& safe\}/);
});

test('RIS and CSL-JSON round trips', () => {
	for (const s of known) {
		const ris = readRis(writeRis([{ key: s.key, item: s.item, tags: s.tags }])).records[0];
		assert.equal(ris.item.type, s.item.type);
		assert.equal(ris.item.title, String(s.item.title).replace(/\s+$/, ''), s.key);
		assert.deepEqual(
			ris.item.author,
			(s.item.author as Record<string, string>[] | undefined)?.map((n) =>
				'non-dropping-particle' in n ? { family: `${n['non-dropping-particle']} ${n.family}`, given: n.given } : n
			)
		);
		const json = readCslJson(writeCslJson([{ key: s.key, item: s.item }])).records[0];
		assert.deepEqual({ ...json.item, 'citation-key': undefined }, { ...s.item, id: s.key, 'citation-key': undefined });
	}
});

test('TeX text goes to Unicode and back', () => {
	assert.equal(
		fromTex("H\\'el\\`ene \\c{C}a\\u{g}r{\\i}, \\emph{night} 5\\% \\& more---or less"),
		'Hélène Çağrı, <i>night</i> 5% & more—or less'
	);
	assert.equal(fromTex('CO$_2$ and x$^{2}$'), 'CO<sub>2</sub> and x<sup>2</sup>');
	fc.assert(
		fc.property(fc.string({ unit: fc.constantFrom('a', 'B', '&', '%', '_', '#', '$', '{', '}', ' ', 'é') }), (s) => {
			const clean = s.replace(/\s+/g, ' ').trim();
			assert.equal(fromTex(toTex(clean)), clean);
		})
	);
});

test('any bytes give records or reasons, never an exception', () => {
	const bits = [
		'@article{',
		'@book(',
		'a,',
		'title',
		'=',
		'{',
		'}',
		'"',
		'\n',
		'TY  - ',
		'ER  - ',
		'AU  - x',
		'[',
		']',
		'"id":1',
		',',
		'\\',
		'#',
		'%',
		'\u0000',
		'é'
	];
	fc.assert(
		fc.property(
			fc.array(fc.constantFrom(...bits), { maxLength: 60 }),
			fc.constantFrom('bibtex' as const, 'ris' as const, 'csl-json' as const),
			(list, format) => {
				const r = readReferences(list.join(''), format)!;
				assert.ok(Array.isArray(r.records) && Array.isArray(r.skipped));
			}
		),
		{ numRuns: 3000 }
	);
});
