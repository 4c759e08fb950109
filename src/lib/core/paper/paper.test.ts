/** The paper: manuscripts there and back without loss, what manuscripts cannot hold, counts. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readDoc, sameDocument, SCHEMA_VERSION } from '../manuscript';
import { countPaper, emptyPaper, fromManuscript, paragraph, rectangular, toManuscript, words } from '.';
import { emptyCell } from './make';
import { randomDoc } from './random-doc';
import type { Block, Inline, Paper } from '.';

const paperOf = (blocks: Block[], more: Partial<Paper> = {}): Paper => ({ ...emptyPaper(), blocks, ...more });
const note = (blocks: Block[]): Inline => ({ t: 'note', id: 'n', kind: 'footnote', blocks, marks: [] });

test('any manuscript comes back from a paper as it was, and the paper is plain data', () => {
	fc.assert(
		fc.property(randomDoc, (content) => {
			const doc = readDoc({ version: SCHEMA_VERSION, content });
			const paper = fromManuscript(doc);
			assert.deepEqual(structuredClone(paper), paper);
			const back = toManuscript(paper);
			assert.deepEqual(back.dropped, []);
			assert.ok(sameDocument(back.doc, doc), `${JSON.stringify(back.doc)}\n${JSON.stringify(doc)}`);
			assert.deepEqual(fromManuscript(back.doc), paper);
		}),
		{ numRuns: 300 }
	);
});

test('what a manuscript has no place for keeps its words, and is listed with its place', () => {
	const list: Block = {
		t: 'list',
		ordered: true,
		start: 3,
		numbers: 'decimal',
		items: [[paragraph(words('three'))], [paragraph(words('four'))]]
	};
	const made = toManuscript(
		paperOf([
			{ t: 'heading', id: '', level: 2, content: words('Methods'), lang: '', align: '' },
			paragraph([
				...words('Said'),
				note([paragraph(words('a')), list, { t: 'code', text: 'x = 1\ny = 2', language: '' }]),
				...words(' old', [{ t: 'strike' }]),
				...words(' new', [{ t: 'strike' }]),
				...words(' there', [{ t: 'link', href: 'ftp://example.org' }])
			]),
			{ t: 'quotation', lang: 'de', blocks: [list] },
			{ t: 'heading', id: '', level: 6, content: words('Deep'), lang: '', align: '' }
		])
	);
	assert.equal(
		made.doc.textBetween(0, made.doc.content.size, '\n', ''),
		'Methods\nSaid\na\n3. three\n4. four\nx = 1\ny = 2 old new there\n3. three\n4. four\nDeep'
	);
	assert.deepEqual(
		made.dropped.map((d) => [d.what, d.where]),
		[
			['a list within a note: its words are kept as paragraphs', 'in “Methods”'],
			['a passage of code within a note: its words are kept as paragraphs', 'in “Methods”'],
			['a line through words (2 times)', 'in “Methods”'],
			['a link to “ftp://example.org”, which is no web or mail address: its words are kept', 'in “Methods”'],
			['a list within a block quotation: its words are kept as paragraphs', 'in “Methods”'],
			['headings below the fifth level: they are of the fifth', 'in “Deep”']
		]
	);
});

test('a note within a note stands in brackets; a citation of nothing is a place that needs a source', () => {
	const made = toManuscript(
		paperOf([
			paragraph([
				note([paragraph([...words('outer'), note([paragraph(words('inner'))])])]),
				{ t: 'citation', id: '', cites: [], raw: '[@lost, p. 3]', marks: [] }
			])
		])
	);
	assert.match(made.doc.textContent, /outer \(inner\)/);
	const hints: unknown[] = [];
	made.doc.descendants((n) => {
		if (n.type.name === 'citation_placeholder') hints.push(n.attrs.hint, Boolean(n.attrs.id));
	});
	assert.deepEqual(hints, ['[@lost, p. 3]', true]);
});

test('title, authors, abstract and keywords stand at the beginning, pictures get their lasting names', () => {
	const bytes = new Uint8Array([1, 2, 3]);
	const made = toManuscript(
		paperOf([{ t: 'figure', id: 'f', asset: 'pictures/quay.png', alt: 'A quay', caption: { content: [], lang: '' } }], {
			assets: { 'pictures/quay.png': { type: 'image/png', bytes } },
			head: {
				title: words('Lamps'),
				authors: [
					{ name: 'Ida Lark', affiliations: ['Port Ennis'], email: '' },
					{ name: 'Per Stone', affiliations: [], email: '' }
				],
				date: '3 May 2024',
				abstract: [paragraph(words('Short.'))],
				keywords: ['gas', 'harbours'],
				thanks: [words('Funded.')]
			}
		})
	);
	assert.deepEqual(made.authors, ['Ida Lark', 'Per Stone']);
	assert.equal(
		made.doc.textBetween(0, made.doc.content.size, '\n'),
		'Lamps\nIda Lark (Port Ennis)\n3 May 2024\nFunded.\nAbstract\nShort.\nKeywords: gas, harbours\n'
	);
	const figure = made.doc.lastChild!;
	assert.match(figure.attrs.asset as string, /^[0-9a-f]{40}$/);
	assert.deepEqual(made.assets[figure.attrs.asset as string].bytes, bytes);
});

test('rows of a table are filled up to the same width, spans counted', () => {
	const cell = (colspan = 1, rowspan = 1) => ({ ...emptyCell(), colspan, rowspan });
	const rows = rectangular([[cell(2, 2), cell()], [cell()], [cell(1, 4)]]);
	assert.deepEqual(
		rows.map((r) => r.map((c) => [c.colspan, c.rowspan])),
		[
			[
				[2, 2],
				[1, 1]
			],
			[[1, 1]],
			[
				[1, 1],
				[1, 1],
				[1, 1]
			]
		]
	);
	// what the schema of tables makes of it has no holes
	const made = toManuscript(paperOf([{ t: 'table', id: '', inner: '', rows, caption: null }]));
	assert.equal(made.doc.firstChild!.childCount, 3);
});

test('counts', () => {
	const cite = { sourceId: 's', locator: null, prefix: '', suffix: '', form: 'parenthetical' as const };
	const c = countPaper(
		paperOf([
			{ t: 'heading', id: '', level: 2, content: words('Two words'), lang: '', align: '' },
			paragraph([
				...words('The keeper’s lamp'),
				note([paragraph(words('One, two.'))]),
				{ t: 'citation', id: '', cites: [cite, cite], marks: [] },
				{ t: 'citation', id: '', cites: [], raw: '@x', marks: [] },
				{ t: 'cross-ref', target: 'x', show: 'label', marks: [] },
				{ t: 'math', tex: 'x', marks: [] }
			]),
			{ t: 'list', ordered: false, start: 1, numbers: 'decimal', items: [[paragraph(words('a'))]] },
			{ t: 'equation', id: '', tex: 'x', numbered: false }
		])
	);
	assert.deepEqual(c, {
		words: 8,
		headings: 1,
		paragraphs: 2,
		lists: 1,
		tables: 0,
		figures: 0,
		equations: 1,
		footnotes: 1,
		endnotes: 0,
		crossReferences: 1,
		citations: 1,
		cites: 2
	});
});
