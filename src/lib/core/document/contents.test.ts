/** Contents and lists of figures and tables: what they list, in every format, and read back as they were. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { cleanPage, contentsNamed, contentsTitle, NO_FIELDS, setupOf } from '../page';
import { contentsTitleIn, docFromText, listedRows, schema } from '../manuscript';
import { fromManuscript, toManuscript, type Block } from '../paper';
import { Listed, ownContents } from './contents';
import { writeDocxBytes } from './docx';
import { toFinal, type FinalBlock, type FinalDoc, type FinalInline } from './final';
import { formattedPaper } from './formatted';
import { writeHtml } from './html';
import { writeOdt } from './odt';
import { writePages } from './pages';
import { readDocument } from './readers';
import { writeLatex } from './writers/latex';
import { writeMarkdown } from './writers/markdown';
import { writeText } from './writers/text';

const t = (text: string): FinalInline => ({ t: 'text', run: { text } });
const heading = (id: string, level: number, ...inlines: FinalInline[]): FinalBlock => ({
	t: 'heading',
	id,
	level,
	inlines
});
const note: FinalInline = { t: 'note', kind: 'footnote', number: 1, paragraphs: [[t('A word on it.')]] };
const contents = (of: 'headings' | 'figures' | 'tables', own = '', levels = 3): FinalBlock => ({
	t: 'contents',
	of,
	title: own || contentsTitle(of, 'en'),
	levels,
	own: own !== ''
});
const table = (number: number, words: string): FinalBlock => ({
	t: 'table',
	id: `t${number}`,
	number,
	rows: [[{ header: false, colspan: 1, rowspan: 1, align: '', paragraphs: [[t('x')]] }]],
	caption: [t(words)]
});
const doc = (lists: FinalBlock[], change: Partial<FinalDoc> = {}): FinalDoc => ({
	title: 'Quays',
	lang: 'en',
	authors: [],
	numbersAnew: false,
	blocks: [
		heading('title', 1, t('Quays')),
		...lists,
		heading('a', 2, t('Gas & '), { t: 'text', run: { text: 'steam', italic: true } }, note),
		{ t: 'paragraph', inlines: [t('Words.')] },
		heading('b', 3, t('Mains')),
		table(1, 'Prices'),
		heading('c', 4, t('Valves')),
		{ t: 'list', ordered: false, start: 1, numbers: 'decimal', items: [[table(2, 'Hours')]] },
		heading('d', 2, t('Oil'))
	],
	...change
});
const setup = setupOf(cleanPage(null), 'en');
const said = (words: FinalInline[]): string => words.map((i) => (i.t === 'text' ? i.run.text : i.t)).join('');
const shown = (l: Listed, of: 'headings' | 'figures' | 'tables', levels = 3) =>
	l.of({ of, levels }).map((r) => `${r.level} ${r.label}${said(r.words)}`);

test('headings down to a level without their notes, with the numbers that the paper gives them; captions with theirs', () => {
	const { blocks } = doc([]);
	const plain = new Listed(blocks.slice(1), doc([]), '');
	assert.deepEqual(shown(plain, 'headings'), ['1 Gas & steam', '2 Mains', '3 Valves', '1 Oil']);
	assert.deepEqual(shown(plain, 'headings', 1), ['1 Gas & steam', '1 Oil']);
	assert.deepEqual(shown(plain, 'tables'), ['1 Table 1. Prices', '1 Table 2. Hours']);
	assert.deepEqual(shown(plain, 'figures'), []);
	assert.deepEqual(shown(new Listed(blocks.slice(1), doc([]), 'decimal'), 'headings', 2), [
		'1 1 Gas & steam',
		'2 1.1 Mains',
		'1 2 Oil'
	]);
	const german = doc([], { lang: 'de', captions: 'ieee' });
	assert.deepEqual(shown(new Listed(german.blocks.slice(1), german, ''), 'tables'), [
		'1 Tabelle I. Prices',
		'1 Tabelle II. Hours'
	]);
});

test('titles by language; contents of a paper’s own stand in for those that its kind has', () => {
	assert.equal(contentsTitle('headings', 'de-AT'), 'Inhaltsverzeichnis');
	assert.equal(contentsTitle('tables', 'nn'), 'Tabeller');
	assert.equal(contentsTitle('figures', 'xx'), 'Figures');
	assert.equal(contentsNamed(' liste des TABLEAUX '), 'tables');
	assert.equal(contentsNamed('What is in it'), null);
	const thesis = { ...setup, contents: 2 as const };
	assert.equal(ownContents(doc([]).blocks, thesis, 'Contents')?.levels, 2);
	assert.equal(ownContents(doc([contents('headings')]).blocks, thesis, 'Contents'), null);
	// a list of tables is not contents
	assert.ok(ownContents(doc([contents('tables')]).blocks, thesis, 'Contents'));
	assert.equal(ownContents(doc([]).blocks, setup, 'Contents'), null);
});

const LISTS = [contents('headings', '', 2), contents('figures'), contents('tables', 'What was counted')];
const WANTED = [
	{ t: 'contents', of: 'headings', title: '', levels: 2 },
	{ t: 'contents', of: 'figures', title: '', levels: 3 },
	{ t: 'contents', of: 'tables', title: 'What was counted', levels: 3 }
];
const read = (name: string, bytes: Uint8Array): Block[] => readDocument(name, bytes, () => null).paper.blocks;
const utf8 = (s: string) => new TextEncoder().encode(s);

test('written and read in every format: the same lists, their rows once and not as text', async () => {
	const final = doc(LISTS);
	const paper = formattedPaper(final, { numbers: 'live' });
	const files: [string, Uint8Array][] = [
		['a.docx', await writeDocxBytes(final)],
		['a.odt', writeOdt(final)],
		['a.html', utf8(writeHtml(final))],
		['a.md', utf8(writeMarkdown(paper, { bibliography: 'a.bib' }).text)],
		['a.tex', utf8(writeLatex(paper, { bibliography: 'a.bib', citing: 'author-date' }).text)]
	];
	for (const [name, bytes] of files) {
		const blocks = read(name, bytes);
		assert.deepEqual(
			blocks.filter((b) => b.t === 'contents'),
			WANTED,
			name
		);
		const words = JSON.stringify(blocks.filter((b) => b.t === 'paragraph'));
		assert.doesNotMatch(words, /Mains|Contents|counted|Prices/, name);
	}
	// plain text says what it lists, and cannot hold more
	assert.match(
		writeText(formattedPaper(final, { numbers: 'words' })).text,
		/Contents\n~+\nGas & steam\n {2}Mains\nOil\n/
	);
});

test('a row leads to what it lists: bookmarks and page fields (ECMA-376-1, 17.16.5.45 and 68), links', async () => {
	const page = { setup, fields: NO_FIELDS, pageNumbers: { 'place-b': '47' } };
	const parts = unzipSync(await writeDocxBytes(doc(LISTS), page));
	const xml = strFromU8(parts['word/document.xml']);
	// what our own pages say stands there until the other program has pages of its own; a sign where they say nothing
	assert.match(
		xml,
		/PAGEREF _Toc\d+ \\h <\/w:instrText><\/w:r><w:r><w:fldChar w:fldCharType="separate"\/><\/w:r><w:r><w:t[^>]*>47</
	);
	assert.match(xml, /<w:t[^>]*>–<\/w:t>/);
	// some programs leave out what stands behind the right indent
	const style = /<w:style [^>]*w:styleId="TOC1".*?<\/w:style>/s.exec(strFromU8(parts['word/styles.xml']))![0];
	assert.match(style, /<w:tab w:val="right"[^>]*w:leader="dot"/);
	assert.doesNotMatch(style, /w:right="[1-9]/);
	for (const field of ['TOC \\\\o "1-2" \\\\h', 'TOC \\\\h \\\\z \\\\c "Figure"', 'TOC \\\\h \\\\z \\\\c "Table"'])
		assert.match(xml.replace(/&quot;/g, '"'), new RegExp(field));
	const named = [...xml.matchAll(/<w:bookmarkStart [^>]*w:name="(_Toc\d+)"/g)].map((m) => m[1]);
	const led = [...xml.matchAll(/w:anchor="(_Toc\d+)"/g)].map((m) => m[1]);
	const paged = [...xml.matchAll(/PAGEREF (_Toc\d+)/g)].map((m) => m[1]);
	assert.deepEqual([...led].sort(), [...paged].sort());
	assert.equal(led.length, 5);
	for (const to of led) assert.ok(named.includes(to), to);
	// every field that begins ends
	const marks = (type: string) => xml.split(`w:fldCharType="${type}"`).length;
	assert.equal(marks('begin'), marks('end'));

	const html = writeHtml(doc(LISTS));
	for (const [, to] of html.matchAll(/<li class="level-\d" dir="auto"><a href="#([^"]+)"/g))
		assert.ok(html.includes(`id="${to}"`), to);
	const pages = writePages(doc([contents('headings', '', 2)]), setup, NO_FIELDS).html;
	assert.equal(pages.match(/data-to="place-/g)?.length, 3);
	assert.equal(pages.match(/A word on it/g)?.length, 1, 'notes stand once');
});

test('in a manuscript: the sheet lists what the file lists; kept whole as a paper', () => {
	const text = docFromText('# Quays\n\n## Gas\n\nWords.\n\n### Mains\n\n{{bibliography Works}}');
	const node = schema.nodes.contents.create({ of: 'headings', title: '', levels: 2 });
	const made = text.copy(text.content.addToStart(node));
	const own = text.type.create(text.attrs, [text.firstChild!, node, ...text.children.slice(1)]);
	own.check();
	assert.deepEqual(
		listedRows(own, 'headings', 2).map((r) => `${r.level} ${r.title}`),
		['1 Gas', '2 Mains', '1 Works']
	);
	assert.equal(contentsTitleIn(own, 'headings', ''), 'Contents');
	const formatted = { citations: new Map(), entries: [], hanging: true, aligned: false, lang: 'fr' };
	const final = toFinal(own, 'Quays', [], 'in-text', formatted);
	const block = final.blocks.find((b) => b.t === 'contents');
	assert.equal(block?.t === 'contents' && block.title, 'Table des matières');
	assert.deepEqual(
		new Listed(final.blocks.slice(1), final, '').of({ of: 'headings', levels: 2 }).map((r) => said(r.words)),
		['Gas', 'Mains', 'Works']
	);
	assert.ok(toManuscript(fromManuscript(own)).doc.eq(own));
	// never within a list: to-manuscript leaves it out and says so
	const paper = fromManuscript(made);
	const [toc, ...rest] = paper.blocks;
	const inList: Block = { t: 'list', ordered: false, start: 1, numbers: 'decimal', items: [[toc]] };
	const { doc: without, dropped } = toManuscript({ ...paper, blocks: [inList, ...rest] });
	assert.ok(!JSON.stringify(without).includes('"contents"'));
	assert.match(JSON.stringify(dropped), /contents within a list/);
});
