/**
 * What real files do that BibTeX has no field for (the ways are those of files in r-cran-bibtex, r-cran-rbibutils and
 * texlive-publishers-doc; the entries here are invented), and commands of TeX (LaTeX Companion, 2nd ed., chs. 7 and 8).
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Item } from '../csl';
import { fromTex, readReferences, toTex, writeBibtex } from './index';

const record = (entry: string) => readReferences(entry)!.records[0];
const item = (entry: string): Item => record(entry).item;

test('commands of TeX are read; what is not known stays and is said', () => {
	for (const [tex, text] of [
		['Polices, {\\TeX} et Cie', 'Polices, TeX et Cie'],
		['The {\\TeX}book', 'The TeXbook'],
		['The \\LaTeX\\ way, \\BibTeX{} too', 'The LaTeX way, BibTeX too'],
		['methodology\\hyphen independent', 'methodology-independent'],
		["{\\a'A}{\\a`o}{\\a=e}", 'Áòē'],
		["X\\'\\ixx and X{\\'\\i}xx", 'Xíxx and Xíxx'],
		['\\v{z}\\v z \\H{o} \\t{oo}', 'žž ő o͡o'],
		['\\noopsort{1973b}1973', '1973'],
		['A {\\bfseries bold} {\\itshape word}', 'A bold word'],
		['An $O(n \\log n / \\! \\log\\log n)$ sorting rule', 'An O(n log n / log log n) sorting rule'],
		['$\\alpha$-decay of $^{235}$U, $x_{ij}^2$', 'α-decay of <sup>235</sup>U, x<sub>ij</sub><sup>2</sup>'],
		['$\\frac{1}{2}$, $\\sqrt{2}$, $\\mathbb{R}^n$, $45^\\circ$', '1/2, √2, ℝ<sup>n</sup>, 45°'],
		['cost: 5\\,\\$ or 3\\,\\%', 'cost: 5 $ or 3 %'],
		['\\href{https://example.org/a}{the page}', 'the page'],
		['\\textcolor{red}{warned}', 'warned'],
		['\\XeThing and \\weird', 'XeThingand \\weird'],
		['a $ b', 'a $ b']
	])
		assert.equal(fromTex(tex), text, tex);
	assert.deepEqual(record('@book{a, title={On \\weird things}}').notes, [
		'Commands of TeX that are not known stand as they came: \\weird.'
	]);
});

test('any text of commands is read to its end, whatever is missing (property)', () => {
	const piece = fc.constantFrom(
		'\\',
		'{',
		'}',
		'$',
		'^',
		'_',
		"'",
		'"',
		' ',
		'a',
		'É',
		'\\frac',
		'\\href',
		'\\a',
		'\\i',
		'[',
		']',
		'(',
		'\\(',
		'~',
		'-',
		'\\ensuremath',
		'\\eqn'
	);
	fc.assert(fc.property(fc.array(piece, { maxLength: 40 }), (parts) => typeof fromTex(parts.join('')) === 'string'));
	fc.assert(
		fc.property(fc.stringMatching(/^[\p{L}\d .,&%$#_{}~-]{0,30}$/u), (s) => {
			const clean = s.replace(/--+/g, '-').replace(/\s+/g, ' ').trim();
			assert.equal(fromTex(toTex(clean)), clean);
		})
	);
});

test('an address in howpublished or note is the address, with the day it was read', () => {
	const faq = item('@misc{a, title={Lamp faq}, howpublished={\\url{http://example.org/~lamp/faq_1}}}');
	assert.deepEqual([faq.type, faq.URL, faq.medium], ['webpage', 'http://example.org/~lamp/faq_1', undefined]);
	const read = item(
		'@misc{a, title={T}, howpublished={Available at: \\href{https://example.org/t}{example.org}, accessed 3 May 2019}}'
	);
	assert.equal(read.URL, 'https://example.org/t');
	assert.deepEqual(read.accessed, { 'date-parts': [[2019, 5, 3]] });
	assert.equal(read.medium, undefined);
	const kept = item('@misc{a, title={T}, howpublished={Handout at the night school, https://example.org/h}}');
	assert.deepEqual([kept.medium, kept.URL], ['Handout at the night school', 'https://example.org/h']);
	const note = item('@book{a, title={T}, note={\\url{https://example.org/n}}}');
	assert.deepEqual([note.URL, note.note], ['https://example.org/n', undefined]);
	const words = item('@book{a, title={T}, note={Read beside \\url{https://example.org/n}}}');
	assert.equal(words.URL, undefined);
});

test('numbers of preprints are links, and what stands nowhere else is a preprint; nothing of it is lost', () => {
	const pre = '@misc{a,\n\ttitle = {Lamps},\n\teprint = {2101.00001},\n\tarchiveprefix = {arXiv}\n}';
	const r = record(pre);
	assert.deepEqual([r.item.type, r.item.publisher, r.item.number], ['article', 'arXiv', 'arXiv:2101.00001']);
	assert.equal(r.item.URL, 'https://arxiv.org/abs/2101.00001');
	assert.deepEqual(r.notes, ['By its fields this was taken for a preprint.']);
	const again = writeBibtex([{ key: 'a', item: r.item }]);
	assert.match(again, /eprint = \{2101\.00001\}/);
	assert.doesNotMatch(again, /abs\/2101/);
	const article = item('@article{a, title={T}, journal={J}, eprint={hep-th/9901001}, doi={10.5555/x}}');
	assert.deepEqual([article.type, article.URL], ['article-journal', undefined]);
	assert.equal(
		item('@article{a, title={T}, journal={J}, eprint={42}, eprinttype={jstor}}').URL,
		'https://www.jstor.org/stable/42'
	);
});

test('editions in words are numbers; others stay', () => {
	for (const [said, number] of [
		['Third', '3'],
		['2nd', '2'],
		['twelfth', '12'],
		['2. Auflage', '2. Auflage'],
		['Silver', 'Silver'],
		['4', '4']
	])
		assert.equal(item(`@book{a, title={T}, edition={${said}}}`).edition, number);
});

test('software, data sets and web pages among @misc and @manual are told by their fields', () => {
	const kind = (rest: string, type = 'misc') => item(`@${type}{a, title={T}, ${rest}}`).type;
	const pack = item('@manual{a, title={lamps: Street light}, note={R package version 1.2-3}}');
	assert.deepEqual([pack.type, pack.version, pack.genre, pack.note], ['software', '1.2-3', 'R package', undefined]);
	assert.equal(kind('howpublished={Computer software}'), 'software');
	assert.equal(kind('note={Data set}'), 'dataset');
	assert.equal(kind('year=1999'), 'document');
	assert.equal(kind('year=1999', 'manual'), 'report');
});

test('an entry of impossible values is skipped with its line, and the others are read', () => {
	const liar =
		'@book{tz, title={Odd}, x-csl={\\{"type":\\{"toString":[]\\},"issued":\\{"toString":[]\\},"author":\\{"toString":[]\\}\\}}}';
	const r = readReferences(`@book{a, title={Before}}\n${liar}\n@book{b, title={Behind}}`)!;
	assert.deepEqual(
		r.records.map((x) => x.key).filter((k) => k !== 'tz'),
		['a', 'b']
	);
	assert.deepEqual(
		r.skipped.map((s) => [s.line, s.what]),
		[[2, '@book{tz,']]
	);
});
