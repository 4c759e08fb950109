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
	for (const format of FORMATS)
		fc.assert(
			fc.property(junk, (text) => {
				const r = readReferences(text, format)!;
				for (const s of r.skipped) assert.ok(s.line >= 1 && s.why);
				const list = r.records.map((x, i) => ({ key: `k${i}`, item: x.item, tags: x.tags, annotation: x.annotation }));
				for (const w of Object.values(WRITERS)) assert.equal(typeof w.write(list), 'string');
			}),
			{ numRuns: RUNS }
		);
});

// a reader that goes back and forth in such a text takes minutes; the runner ends it then
test('half a megabyte of the worst, whatever the reader, comes to an end', { timeout: 180_000 }, () => {
	const size = 500_000;
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
			const r = readReferences(fill(w), format)!;
			assert.ok(r.records.length >= 0 && r.skipped.length >= 0);
		}
});
