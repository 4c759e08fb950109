/** Documents in as a whole: sources beside them, keys that are nowhere, lists, files that are none, our own files. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readDoc, sameDocument, SCHEMA_VERSION, ManuscriptError } from '../../manuscript';
import { emptyPaper, everyLine, fromManuscript, textOf, toManuscript, type Inline } from '../../paper';
import { randomDoc } from '../../paper/random-doc';
import { readOwn, writeOwn } from '../own';
import { DocumentError, documentFormat, readDocument } from '.';

const bytes = (s: string) => new TextEncoder().encode(s);
const open = (name: string, text: string, files: Record<string, string> = {}) =>
	readDocument(name, bytes(text), (path) => (Object.hasOwn(files, path) ? bytes(files[path]) : null));
const BIB =
	'@book{Lark2001, author={Lark, Ida}, title={Bells}, year=2001}\n@book{stone1988, author={Stone, Per}, title={Quays}, year=1988}\n@book{broken, title={';
const inlines = (r: { paper: Parameters<typeof everyLine>[0] }): Inline[] =>
	[...everyLine(r.paper)].flatMap((l) => l.line);

test('keys find their sources in files beside the document; what is not found stays to be seen', () => {
	const r = open(
		'a.md',
		'---\nbibliography: [refs.bib, none.bib]\n---\n\nA [@lark2001; @nobody, p. 3] b [@gone] c @Stone1988 d @somebody.',
		{
			'refs.bib': BIB
		}
	);
	const cites = inlines(r).flatMap((i) => (i.t === 'citation' ? i.cites.map((c) => c.sourceId) : []));
	assert.deepEqual(cites, ['Lark2001', 'stone1988']);
	assert.deepEqual(
		inlines(r).flatMap((i) => (i.t === 'placeholder' ? [i.hint] : [])),
		['nobody', '[@gone]']
	);
	assert.match(textOf(inlines(r)), /d @somebody\./);
	assert.deepEqual(r.unresolved, ['nobody', '[@gone]', '@somebody']);
	assert.deepEqual(
		r.paper.sources.map((s) => s.key),
		['Lark2001', 'stone1988']
	);
	assert.deepEqual(
		r.dropped.map((d) => d.where),
		['refs.bib, line 3', 'none.bib']
	);
});

test('the list of references: under its heading, where it is said, at the end; a typed one is left', () => {
	const shape = (text: string) => {
		const r = open('a.md', `---\nbibliography: refs.bib\n---\n\nA @lark2001.\n\n${text}`, { 'refs.bib': BIB });
		return [
			r.paper.blocks.map((b) => (b.t === 'bibliography' ? `list ${textOf(b.heading.content)}` : b.t)).join(', '),
			r.headingMade
		];
	};
	assert.deepEqual(shape(''), ['paragraph, list References', true]);
	assert.deepEqual(shape('# Works cited'), ['paragraph, list Works cited', false]);
	assert.deepEqual(shape('# Literatur\n\n::: {#refs}\n:::\n\n# More'), ['paragraph, list Literatur, heading', false]);
	assert.deepEqual(shape('::: {#refs}\n:::\n\n# More'), ['paragraph, list References, heading', true]);
	assert.deepEqual(shape('# References\n\nLark, I. (2001). Bells.'), ['paragraph, heading, paragraph', false]);
	assert.equal(open('a.md', 'No citation.').paper.blocks.length, 1);
});

test('sources listed without being cited', () => {
	const uncited = (nocite: string) =>
		open('a.tex', String.raw`\begin{document}\cite{stone1988}\nocite{${nocite}}\bibliography{refs}\end{document}`, {
			'refs.bib': BIB
		}).paper.own.settings;
	assert.deepEqual(uncited('Lark2001'), { uncited: [{ id: 'Lark2001', why: '' }] });
	assert.deepEqual(uncited('*'), { uncited: [{ id: 'Lark2001', why: '' }] });
	assert.equal(uncited('stone1988'), undefined);
});

test('what is no document is an error with a sentence', () => {
	assert.equal(documentFormat('paper.TEX'), 'tex');
	assert.equal(documentFormat('paper.exe'), null);
	assert.throws(() => open('a.exe', 'x'), DocumentError);
	assert.throws(() => readDocument('a.md', new Uint8Array([0x50, 0x4b, 3, 4, 0, 0]), () => null), /holds no text/);
	// other encodings than UTF-8 are read as what they are
	assert.match(
		textOf(inlines({ paper: readDocument('a.md', new Uint8Array([0x4e, 0x61, 0xef, 0x76]), () => null).paper })),
		/Naïv/
	);
});

test('a manuscript of ours as a file comes back as it was; a file that is none, or newer, is refused', () => {
	fc.assert(
		fc.property(randomDoc, (content) => {
			const doc = readDoc({ version: SCHEMA_VERSION, content });
			const item = { id: 's', type: 'book', title: 'Bells' };
			const paper = fromManuscript(doc, {
				authors: ['Ida Lark'],
				lang: 'de',
				sources: [{ id: 's', key: 'lark', item }],
				assets: { ['ab'.repeat(20)]: { type: 'image/png', bytes: new Uint8Array([1, 2]) } }
			});
			const back = readOwn(writeOwn(paper).text);
			assert.ok(sameDocument(toManuscript(back).doc, doc));
			assert.deepEqual(back, paper);
		}),
		{ numRuns: 60 }
	);
	const own = writeOwn(emptyPaper()).text;
	for (const bad of [
		'',
		'[]',
		'{"format":"other"}',
		own.replace('"version": 1', '"version": 99'),
		own.replace('"doc": {', '"doc": { "x": 1, ')
	])
		assert.throws(() => readOwn(bad), ManuscriptError);
});
