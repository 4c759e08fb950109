/** Lists of sources in what is handed in: their look, groups, annotations (ECMA-376-1, 17.3.1). */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { schema, type BibliographySettings } from '../manuscript';
import { toFinal, writeHtml } from './index';
import { writeDocxBytes } from './docx';
import { writeOdt } from './odt';

const { nodes } = schema;
const sources = {
	a: { item: { id: 'a', type: 'book', title: 'A' }, tags: [], shelves: [], annotation: 'Read it <again>.\nAll of it.' },
	b: { item: { id: 'b', type: 'webpage', title: 'B' }, tags: [], shelves: [], annotation: '' }
};
const final = (set: Partial<BibliographySettings>, aligned = false) =>
	toFinal(
		nodes.doc.create(null, [
			nodes.heading.create({ level: 1 }, schema.text('T')),
			nodes.bibliography.create(
				{ id: 'l', settings: set },
				nodes.heading.create({ level: 2 }, schema.text('Works Cited'))
			)
		]),
		'T',
		[],
		'in-text',
		{
			citations: new Map(),
			entries: [
				{ id: 'a', runs: [{ text: '[1]\tAbara' }] },
				{ id: 'b', runs: [{ text: '[2]\t———' }], whole: { runs: [{ text: '[2]\tAbara whole' }] } }
			],
			hanging: true,
			aligned,
			lang: 'en-US',
			source: (id) => sources[id as keyof typeof sources]
		}
	);
const docx = async (set: Partial<BibliographySettings>, aligned = false) =>
	strFromU8(unzipSync(await writeDocxBytes(final(set, aligned)))['word/document.xml']);
/** The style of entries of a list, as the file has it. */
const entryStyle = async (set: Partial<BibliographySettings>, aligned = false) =>
	/<w:style [^>]*w:styleId="Bibliography".*?<\/w:style>/s.exec(
		strFromU8(unzipSync(await writeDocxBytes(final(set, aligned)))['word/styles.xml'])
	)![0];
/** Paragraphs of the document, from the list's heading on. */
const paragraphs = (xml: string) => {
	const all = xml.match(/<w:p>[\s\S]*?<\/w:p>/g)!;
	return all.slice(all.findIndex((p) => p.includes('Works Cited')));
};

test('the MLA look (MLA 9, 1.6): centred heading on a new page, double spaced, hanging half an inch', async () => {
	const [heading, first] = paragraphs(await docx({ look: 'mla' }));
	assert.match(heading, /<w:pageBreakBefore\/>/);
	assert.match(heading, /<w:jc w:val="center"\/>/);
	assert.match(heading, /<w:b w:val="false"\/>/);
	// of the style and not of the paragraph: a person changes it at one place
	assert.match(first, /<w:pStyle w:val="Bibliography"\/>/);
	assert.doesNotMatch(first, /<w:ind |<w:spacing /);
	const style = await entryStyle({ look: 'mla' });
	assert.match(style, /<w:spacing w:after="0" w:line="480" w:lineRule="auto"\/>/);
	assert.match(style, /<w:ind w:left="720" w:hanging="720"\/>/);
	const html = writeHtml(final({ look: 'mla' }));
	assert.match(
		html,
		/<section id="[^"]+" role="doc-bibliography" class="own-page"><h2 style="text-align: center; font-weight: normal;">/
	);
	assert.match(html, /line-height: 2\.4; padding-left: 0\.5in; text-indent: -0\.5in;/);
});

test('a look of one’s own: first line, font, numbers in the line; numbers in a column otherwise', async () => {
	const own = {
		hanging: 0,
		firstLine: 0.25,
		lines: 1,
		after: 3,
		font: 'sans',
		numbers: 'line'
	} as BibliographySettings['own'];
	const [, first] = paragraphs(await docx({ look: 'own', own }, true));
	const style = await entryStyle({ look: 'own', own }, true);
	assert.match(style, /<w:ind w:left="0" w:firstLine="360"\/>/);
	assert.match(style, /w:ascii="Arial"/);
	assert.doesNotMatch(first, /<w:tab\/>|<w:tabs>/);
	assert.match(await entryStyle({}, true), /<w:tabs>/);
	assert.match(writeHtml(final({}, true)), /class="entries aligned"/);
});

test('two lists of another look have styles of their own, and what stands below entries has one', async () => {
	const one = final({ look: 'mla', under: 'annotation' });
	const two = final({ look: 'chicago' });
	const doc = { ...one, blocks: [...one.blocks, ...two.blocks.filter((b) => b.t === 'bibliography'), ...one.blocks] };
	const parts = unzipSync(await writeDocxBytes(doc));
	const used = (strFromU8(parts['word/document.xml']).match(/w:pStyle w:val="Bibliography\w*"/g) ?? []).map(
		(m) => /"(\w+)"/.exec(m)![1]
	);
	assert.deepEqual([...new Set(used)], ['Bibliography', 'BibliographyAnnotation', 'Bibliography2']);
	const styles = strFromU8(parts['word/styles.xml']);
	for (const id of used) assert.ok(styles.includes(`w:styleId="${id}"`), id);
	const odt = unzipSync(writeOdt(doc));
	const named = strFromU8(odt['styles.xml']);
	for (const name of ['Bibliography_20_1', 'Bibliography_20_2', 'Bibliography_20_1_20_annotation']) {
		assert.ok(named.includes(`style:name="${name}"`), name);
		assert.ok(strFromU8(odt['content.xml']).includes(`text:style-name="${name}"`), name);
	}
	assert.match(named, /style:name="Bibliography_20_1".*?fo:margin-left="1.27cm" fo:text-indent="-1.27cm"/s);
});

test('groups, a paragraph before them, annotations below; a substitute for the author only behind that author', async () => {
	const set = { order: 'kind', under: 'annotation', note: 'As read & kept.' } as const;
	const html = writeHtml(final(set));
	assert.match(html, /<p>As read &amp; kept\.<\/p>\n<h3>Printed sources<\/h3>/);
	assert.match(html, /<p class="under">Read it &lt;again&gt;\.<\/p><p class="under">All of it\.<\/p>/);
	assert.match(html, /Abara whole/);
	assert.doesNotMatch(html, /———/);
	const texts = paragraphs(await docx(set)).map((p) => p.replace(/<[^>]+>/g, ''));
	assert.deepEqual(texts.slice(1, 6), [
		'As read &amp; kept.',
		'Printed sources',
		'[1] Abara',
		'Read it &lt;again&gt;.',
		'All of it.'
	]);
	assert.match(writeHtml(final({})), /———/);
});
