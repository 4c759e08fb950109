/** Any bytes into every reader: records or reasons, never an exception, never long. FUZZ=n for a longer run. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { decodeText, readReferences, WRITERS, type Format } from './index';

const RUNS = Number(process.env.FUZZ ?? 1500);
const FORMATS: Format[] = ['bibtex', 'ris', 'nbib', 'csl-json', 'mods'];
const BITS = [
	'@article{',
	'@book(',
	'@string{',
	'@comment',
	'a,',
	'title',
	'=',
	'{',
	'}',
	'"',
	'#',
	'\n',
	'TY  - ',
	'ER  - ',
	'AU  - x',
	'PMID- 1',
	'TI  - ',
	'DP  - 2019',
	'[',
	']',
	'"id":1',
	'"type":"book"',
	',',
	'\\',
	'\\"',
	'$',
	'%',
	'\u0000',
	'é',
	'<mods>',
	'</mods>',
	'<titleInfo><title>',
	'</title>',
	'&amp;',
	'<!DOCTYPE x [<!ENTITY a "aa">]>',
	'&a;',
	'crossref={a}',
	'xdata={a}',
	'1997/03',
	'-',
	'–'
];

const junk = fc.oneof(
	fc.array(fc.constantFrom(...BITS), { maxLength: 60 }).map((l) => l.join('')),
	fc.uint8Array({ maxLength: 400 }).map(decodeText),
	fc.string({ unit: 'grapheme', maxLength: 200 })
);

test('every reader takes any bytes, and every writer what it made of them', () => {
	let longest = 0;
	for (const format of FORMATS)
		fc.assert(
			fc.property(junk, (text) => {
				const begun = performance.now();
				const r = readReferences(text, format)!;
				longest = Math.max(longest, performance.now() - begun);
				for (const s of r.skipped) assert.ok(s.line >= 1 && s.why);
				const list = r.records.map((x, i) => ({ key: `k${i}`, item: x.item, tags: x.tags, annotation: x.annotation }));
				for (const w of Object.values(WRITERS)) assert.equal(typeof w.write(list), 'string');
			}),
			{ numRuns: RUNS }
		);
	assert.ok(longest < 1000, `${longest} ms`);
});

test('a hundred kilobytes of the worst take no second', () => {
	const size = 100_000;
	const fill = (s: string) => s.repeat(Math.ceil(size / s.length)).slice(0, size);
	const worst = [
		'{',
		'@',
		'@a{',
		'@a{b,c={',
		'@a{b,c="',
		'@string{a=a#',
		'(',
		'@a{x,author={a and ',
		'\\',
		'$',
		'<mods>',
		'<',
		'<a b="',
		'[',
		'[{"a":',
		'TY  - \n',
		'AU  - x\n',
		'PMID- 1\n ',
		' ',
		'@a{b,t={x\n',
		"@a{b,t={{\\'{",
		',',
		'TI  - , , ',
		'\n@a{b,',
		'@a{b,x={a,\n@'
	];
	for (const format of FORMATS)
		for (const w of worst) {
			const begun = performance.now();
			readReferences(fill(w), format);
			const took = performance.now() - begun;
			assert.ok(took < 1000, `${format} ${JSON.stringify(w)}: ${took.toFixed(0)} ms`);
		}
});
