import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { cleanPage, KINDS, kindOf, NO_FIELDS, roman, setupOf } from '../../page';
import type { FinalBlock, FinalDoc, FinalInline } from '../final';
import { HeadingNumbers } from './numbers';
import { nameInOrder, namesInRow, surnameOf } from './opening';
import { cssString } from './style';
import { writePages } from '.';

const text = (s: string): FinalInline[] => [{ t: 'text', run: { text: s } }];
const heading = (level: number, s: string): FinalBlock => ({ t: 'heading', id: '', level, inlines: text(s) });
const paragraph = (...inlines: FinalInline[]): FinalBlock => ({ t: 'paragraph', inlines });
const note = (kind: 'footnote' | 'endnote', number: number, s: string): FinalInline => ({
	t: 'note',
	kind,
	number,
	paragraphs: [text(s)]
});
const doc = (blocks: FinalBlock[], change: Partial<FinalDoc> = {}): FinalDoc => ({
	title: 'The price of a quay',
	lang: 'en',
	authors: ['Ida Lark', 'de Roos, Piet'],
	numbersAnew: false,
	blocks: [heading(1, 'The price of a quay'), ...blocks],
	...change
});
const pages = (kind: string, d: FinalDoc, fields = {}) =>
	writePages(d, setupOf(cleanPage({ kind }), 'en-US'), { ...NO_FIELDS, ...fields });

test('numbers of headings', () => {
	const through = (kind: 'decimal' | 'roman', levels: number[]) => {
		const n = new HeadingNumbers(kind);
		return levels.map((l) => n.next(l).trim());
	};
	assert.deepEqual(through('decimal', [2, 3, 3, 2, 3, 4, 2]), ['1', '1.1', '1.2', '2', '2.1', '2.1.1', '3']);
	assert.deepEqual(through('roman', [2, 3, 3, 4, 2, 3]), ['I.', 'A.', 'B.', '1)', 'II.', 'A.']);
	// a level that is left out counts as its first
	assert.deepEqual(through('decimal', [3, 2]), ['1.1', '2']);
	assert.deepEqual([1, 4, 9, 14, 40, 49, 90, 99].map(roman), ['I', 'IV', 'IX', 'XIV', 'XL', 'XLIX', 'XC', 'XCIX']);
});

test('names as title pages and running heads have them', () => {
	assert.equal(surnameOf('Ida Lark'), 'Lark');
	assert.equal(surnameOf('de Roos, Piet'), 'de Roos');
	assert.equal(surnameOf(''), '');
	assert.equal(nameInOrder('de Roos, Piet'), 'Piet de Roos');
	assert.equal(namesInRow(['A', 'B']), 'A and B');
	assert.equal(namesInRow(['A', 'B', 'C']), 'A, B, and C');
});

test('a string of a style sheet ends where its text ends', () => {
	fc.assert(
		fc.property(fc.string({ unit: 'grapheme' }), (s) => {
			const css = cssString(s);
			// within the quotation marks none stands without its backslash, and no line ends
			assert.match(css, /^"(?:[^"\\\n\r\f]|\\[^\n\r\f])*"$/s);
		})
	);
});

// APA 7, 2.3; MLA 9, 1.3 (from memory)
test('each kind opens as its manual has it', () => {
	const body = [heading(2, 'Introduction'), paragraph(...text('Gas was dear.'))];
	const student = pages('student', doc(body), {
		course: 'HIS 301',
		instructor: 'Mina Abara',
		affiliation: 'Callow',
		date: 'May 2026'
	}).html;
	assert.match(
		student,
		/title-page.*The price of a quay.*Ida Lark and Piet de Roos.*Callow.*HIS 301.*Mina Abara.*May 2026.*<\/section>.*The price of a quay.*Introduction/s
	);
	const essay = pages('essay', doc(body), { course: 'HIS 301', instructor: 'Mina Abara', date: 'May 2026' });
	assert.match(essay.html, /heading-block.*Ida Lark.*Mina Abara.*HIS 301.*May 2026.*<\/section><h1/s);
	assert.equal(essay.html.match(/paper-title/g)?.length, 1);
	assert.match(essay.css, /@top-right \{ content: "Lark " counter\(page\)/);
	assert.match(
		pages('professional', doc(body), { runningHead: 'A quay’s price' }).css,
		/@top-left \{ content: "A QUAY’S PRICE"/
	);
	assert.match(pages('thesis-front', doc(body)).css, /counter\(page, lower-roman\)/);
	assert.match(pages('conference', doc(body)).html, /I\. Introduction/);
});

test('footnotes stand at their marks, endnotes before the list, each once', () => {
	const list: FinalBlock = {
		t: 'bibliography',
		id: '',
		heading: text('Sources'),
		note: '',
		groups: [{ title: '', entries: [{ id: 'a', runs: [{ text: 'Lark, Ida.' }], under: [] }] }],
		look: {
			hanging: 0.5,
			firstLine: 0,
			lines: 1,
			after: 0,
			ownPage: true,
			centred: true,
			bold: true,
			font: '',
			numbers: 'column'
		} as never,
		aligned: false
	};
	const html = pages(
		'plain',
		doc([paragraph(...text('One'), note('footnote', 1, 'At the foot.'), note('endnote', 1, 'At the end.')), list])
	).html;
	assert.match(html, /One<sup>1<\/sup><span class="fn" data-number="1"><span class="p"><sup>1<\/sup> At the foot\./);
	assert.equal(html.match(/At the end\./g)?.length, 1);
	assert.ok(html.indexOf('At the end.') < html.indexOf('Lark, Ida.'));
});

test('headings that run in head the paragraph behind them; alone they are a paragraph', () => {
	const html = pages(
		'student',
		doc([heading(5, 'Lamps'), paragraph(...text('They burned.')), heading(5, 'Oil?')])
	).html;
	assert.match(
		html,
		/<p class="first"[^>]*><span class="run-in-5" id="place-head-1">Lamps\.<\/span> They burned\.<\/p>/
	);
	assert.match(html, /<p class="first"><span class="run-in-5" id="place-head-3">Oil\?<\/span> <\/p>/);
});

test('what was typed is text in pages of every kind, never markup', () => {
	const evil = '<img src=x onerror=alert(1)> & "x" </style><script>';
	for (const { id } of KINDS) {
		const fields = Object.fromEntries(Object.keys(NO_FIELDS).map((k) => [k, evil]));
		const { html, css } = pages(
			id,
			doc([heading(2, evil), paragraph(...text(evil), note('footnote', 1, evil))], { title: evil, authors: [evil] }),
			fields
		);
		assert.doesNotMatch(html, /<img|<script/, id);
		assert.doesNotMatch(css.replace(/"(?:[^"\\]|\\.)*"/g, '""'), /[<>]img|script/, id);
	}
	assert.ok(kindOf('student').fields.length);
});

test('a table with rows of header cells has a head that is repeated', () => {
	const cell = (header: boolean, s: string) => ({
		header,
		colspan: 1,
		rowspan: 1,
		align: '' as const,
		paragraphs: [text(s)]
	});
	const table = (rows: ReturnType<typeof cell>[][]): FinalBlock => ({
		t: 'table',
		id: '',
		rows,
		caption: text('Burning hours'),
		number: 1
	});
	const html = pages('plain', doc([table([[cell(true, 'Year')], [cell(false, '1868')]])])).html;
	assert.match(
		html,
		/<caption>.*<\/caption><thead><tr><th>Year<\/th><\/tr><\/thead><tbody><tr><td>1868<\/td><\/tr><\/tbody><\/table>/
	);
	assert.doesNotMatch(pages('plain', doc([table([[cell(false, '1868')]])])).html, /<thead>/);
});
