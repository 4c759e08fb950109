/** What came in goes out again: in the same format nothing is lost, fields unknown to us included. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readBibtex, readCslJson, readRis, writeBibtex, writeCslJson, writeRis, type Written } from './index';
import { demoLibrary } from '../../../../scripts/demo-data';

const again = (r: ReturnType<typeof readBibtex>): Written[] =>
	r.records.map((x) => ({ key: x.key, item: x.item, tags: x.tags, annotation: x.annotation }));
/** Fields of every entry, white space evened out. */
const fieldsOf = (bib: string) =>
	[...bib.matchAll(/^\s*([\w+-]+)\s*=\s*\{([\s\S]*?)\},?$/gm)]
		.map((m) => `${m[1]}=${m[2].replace(/\s+/g, ' ')}`)
		.sort();

const GOLDEN_BIB = `@article{brandt,
  author = {Brandt, L{\\'i}se and {Harbour \\& Dock Board} and others},
  title = {{Lamps} at the $\\alpha$-quay: {DNA} \\& light},
  journal = {Port Ennis Studies},
  year = {2012},
  month = {9},
  pages = {S12--S19},
  keywords = {lamp; gas},
  file = {a.pdf:PDF},
  x-colour = {blue},
  eprint = {2101.00001},
  archiveprefix = {arXiv}
}

@thesis{hallam,
  author = {von Hallam, Rosa},
  title = {Night tolls},
  subtitle = {A ledger},
  type = {phdthesis},
  institution = {University of Callow},
  date = {1998~},
  note = {Two volumes},
  note = {Second copy}
}
`;

test('golden: a BibTeX file comes back field by field as it was', () => {
	const r = readBibtex(GOLDEN_BIB);
	for (const [i, flavour] of (['bibtex', 'biblatex'] as const).entries()) {
		const out = writeBibtex([again(r)[i]], flavour);
		const want = GOLDEN_BIB.split('\n\n')[i];
		assert.deepEqual(fieldsOf(out), fieldsOf(want));
		assert.equal(out.slice(0, out.indexOf(',')), want.slice(0, want.indexOf(',')));
	}
});

test('a field that was changed comes out changed, its neighbours as they were', () => {
	const [s] = again(readBibtex(GOLDEN_BIB));
	const out = writeBibtex(
		[{ ...s, item: { ...s.item, title: 'Other', issued: { 'date-parts': [[2013]] } } }],
		'bibtex'
	);
	assert.match(out, /title = \{Other\}/);
	assert.match(out, /year = \{2013\}/);
	assert.doesNotMatch(out, /2012|month/);
	assert.match(out, /Brandt, L\{\\'i\}se/);
	assert.match(out, /x-colour = \{blue\}/);
});

test('in the other dialect the source is written anew, and nothing unknown is lost', () => {
	const [s] = again(readBibtex(GOLDEN_BIB));
	const out = writeBibtex([s], 'biblatex');
	assert.match(out, /journaltitle = \{Port Ennis Studies\}/);
	assert.match(out, /date = \{2012-09\}/);
	assert.match(out, /x-colour = \{blue\}/);
});

const GOLDEN_RIS = [
	'TY  - EJOUR',
	'A1  - Okafor, Ebele M.',
	'T1  - Eels and the lit channel',
	'JF  - Letters',
	'JO  - Lett.',
	'Y1  - 1997/03/04/Spring',
	'SP  - 11',
	'EP  - 26',
	'N1  - one',
	'N1  - two',
	'UR  - https://example.org/1',
	'UR  - https://example.org/2',
	'L1  - file.pdf',
	'U1  - shelf 3',
	'KW  - eels',
	'ID  - okafor',
	'ER  - ',
	''
].join('\r\n');

test('golden: a RIS record comes back row by row as it was', () => {
	const r = readRis(GOLDEN_RIS);
	const rows = (s: string) => s.split('\r\n').filter(Boolean).sort();
	assert.deepEqual(rows(writeRis(again(r))), rows(GOLDEN_RIS));
	const [s] = again(r);
	const changed = writeRis([{ ...s, item: { ...s.item, title: 'Other' } }]);
	assert.match(changed, /TI {2}- Other/);
	assert.doesNotMatch(changed, /T1 {2}-/);
	assert.match(changed, /U1 {2}- shelf 3/);
});

test('golden: CSL-JSON keeps every field, ours or not', () => {
	const data = [
		{
			id: 'a',
			type: 'book',
			title: 'A',
			'x-shelf': 3,
			custom: { deep: [1, { two: 2 }] },
			author: [{ family: 'S', 'x-role': 'y' }],
			'citation-key': 'a'
		}
	];
	assert.deepEqual(JSON.parse(writeCslJson(again(readCslJson(JSON.stringify(data))))), data);
});

test('every kind of the demo survives BibTeX, both dialects', () => {
	for (const flavour of ['bibtex', 'biblatex'] as const)
		for (const s of demoLibrary) {
			const [back] = readBibtex(
				writeBibtex([{ key: s.key, item: s.item, tags: s.tags, annotation: s.annotation }], flavour)
			).records;
			for (const [k, v] of Object.entries(s.item)) {
				if (k === 'id' || k === 'custom') continue;
				const even = (x: unknown) => (typeof x === 'string' ? x.replace(/\s+/g, ' ').trim().replace(/-+|–/g, '-') : x);
				assert.deepEqual(even(back.item[k]), even(v), `${flavour} ${s.key} ${k}`);
			}
			assert.deepEqual([back.tags, back.annotation], [s.tags, s.annotation]);
		}
});

const word = fc.constantFrom(
	'Lamp',
	'quay',
	'{DNA}',
	'\\"o',
	'\\&',
	'$x^2$',
	'---',
	'é',
	'\\emph{night}',
	'2012',
	'and',
	'~',
	'{\\ss}',
	'<i>x</i>',
	':'
);
const value = fc.array(word, { minLength: 1, maxLength: 5 }).map((l) => l.join(' '));
const name = fc.constantFrom(
	'title',
	'subtitle',
	'journal',
	'journaltitle',
	'author',
	'editor',
	'year',
	'date',
	'month',
	'pages',
	'note',
	'keywords',
	'publisher',
	'school',
	'address',
	'location',
	'doi',
	'url',
	'x-one',
	'file',
	'editora',
	'number',
	'issue',
	'series',
	'type',
	'abstract',
	'annote',
	'crossref',
	'langid',
	'language'
);

test('property: any entry, read and written in its dialect, reads the same again and keeps its fields', () => {
	fc.assert(
		fc.property(
			fc.constantFrom('article', 'book', 'misc', 'phdthesis', 'online', 'odd'),
			fc.uniqueArray(fc.tuple(name, value), { minLength: 1, maxLength: 9, selector: ([n]) => n }),
			(type, rows) => {
				const bib = `@${type}{k,\n${rows.map(([n, v]) => `  ${n} = {${v}}`).join(',\n')}\n}\n`;
				const one = readBibtex(bib);
				assert.deepEqual(one.skipped, []);
				const [rec] = one.records;
				const kept = (rec.item.custom as { bibtex?: { flavour?: 'biblatex' } } | undefined)?.bibtex;
				const flavour =
					kept?.flavour ??
					(rows.some(([n]) => ['date', 'journaltitle', 'location', 'langid', 'subtitle'].includes(n)) ||
					type === 'online'
						? 'biblatex'
						: 'bibtex');
				const out = writeBibtex(again(one), flavour);
				const two = readBibtex(out);
				assert.deepEqual({ ...two.records[0].item, custom: 0 }, { ...rec.item, custom: 0 }, out);
				for (const f of fieldsOf(bib.replace(/\}\n\}/, '},\n}'))) assert.ok(fieldsOf(out).includes(f), `${f}\n${out}`);
			}
		),
		{ numRuns: 1500 }
	);
});
