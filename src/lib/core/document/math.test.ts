/** Formulas in HTML, in pages and in word-processor files. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import fc from 'fast-check';
import { cleanPage, NO_FIELDS, setupOf } from '../page';
import { readDocument } from './readers';
import type { FinalDoc } from './final';
import { writeDocxBytes } from './docx';
import { mathml, omml } from './math';
import { writeHtml, writePages } from '.';

const TEX = '\\sum_{i=1}^n \\frac{x_i}{2} \\le \\sqrt{a}';
const doc = (tex: string): FinalDoc => ({
	title: 'T',
	lang: 'en',
	authors: [],
	numbersAnew: false,
	blocks: [
		{
			t: 'paragraph',
			inlines: [
				{ t: 'text', run: { text: 'where ' } },
				{ t: 'math', tex },
				{ t: 'text', run: { text: ' holds' } }
			]
		},
		{ t: 'equation', id: '', tex, number: 2 },
		{ t: 'equation', id: '', tex, number: 0 }
	]
});

test('HTML and pages have MathML, and what is no TeX as it was typed', () => {
	for (const html of [writeHtml(doc(TEX)), writePages(doc(TEX), setupOf(cleanPage(null), 'en'), NO_FIELDS).html]) {
		assert.equal(html.match(/<math/g)?.length, 3);
		assert.equal(html.match(/<mfrac>/g)?.length, 3);
		assert.match(html, /where <math.*<\/math> holds/);
		assert.match(html, /<span>\(2\)<\/span>/);
	}
	assert.match(writeHtml(doc('\\frac{1<b>')), /where <code>\\frac\{1&lt;b&gt;<\/code> holds/);
});

// ECMA-376-1, 22.1.2.77 oMath
test('DOCX has Office Math that is read back as the same formula; what is no TeX is words', async () => {
	const bytes = await writeDocxBytes(doc(TEX));
	const xml = strFromU8(unzipSync(bytes)['word/document.xml']);
	assert.equal(xml.match(/<m:oMath[ >]/g)?.length, 3);
	assert.doesNotMatch(xml, /<m:e\/>/);
	const { paper } = readDocument('a.docx', bytes, () => null);
	const text = JSON.stringify(paper.blocks);
	for (const part of ['\\\\frac{{x}_{i}}{2}', '\\\\sqrt{a', '\\\\sum'])
		assert.ok(text.includes(part), `${part} in ${text}`);
	assert.equal(text.match(/frac/g)?.length, 3);
	const typed = strFromU8(unzipSync(await writeDocxBytes(doc('\\frac{1')))['word/document.xml']);
	assert.doesNotMatch(typed, /oMath/);
	assert.equal(typed.match(/\\frac\{1/g)?.length, 3);
});

test('whatever is typed as TeX, the answer is sound XML or nothing', () => {
	const piece = fc.constantFrom(
		'\\frac{a}{b}',
		'x^2',
		'\\alpha',
		'<script>',
		'&',
		'{',
		'}',
		'\\text{a < b & c}',
		'\\href{javascript:alert(1)}{x}',
		'\\def\\a{\\a\\a}\\a',
		'_',
		'\\begin{matrix}1&2\\end{matrix}',
		'"'
	);
	fc.assert(
		fc.property(fc.array(piece, { maxLength: 6 }), (pieces) => {
			const tex = pieces.join(' ');
			for (const xml of [mathml(tex, true), omml(tex)]) {
				if (xml === null) continue;
				const p = new SaxesParser();
				p.on('error', (e) => assert.fail(`${tex}: ${e.message}`));
				p.write(xml).close();
				assert.doesNotMatch(xml, /<script|javascript:/);
			}
		}),
		{ numRuns: 300 }
	);
});
