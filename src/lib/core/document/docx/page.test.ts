/** Pages of the word-processor file: as the kind of paper has them, and read back whole. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { cleanPage, KINDS, NO_FIELDS, setupOf, type PageSetup, type TitleFields } from '../../page';
import { textOf } from '../../paper';
import { readDocument } from '../readers';
import type { FinalBlock, FinalDoc, FinalInline } from '../final';
import { writeDocxBytes } from './index';

const text = (s: string): FinalInline[] => [{ t: 'text', run: { text: s } }];
const heading = (level: number, s: string): FinalBlock => ({ t: 'heading', id: '', level, inlines: text(s) });
const paragraph = (...inlines: FinalInline[]): FinalBlock => ({ t: 'paragraph', inlines });
const DOC: FinalDoc = {
	title: 'The price of a quay',
	lang: 'en-US',
	authors: ['de Roos, Piet', 'Ida Lark'],
	numbersAnew: false,
	blocks: [
		heading(1, 'The price of a quay'),
		heading(2, 'Introduction'),
		paragraph(...text('Gas was dear.'), { t: 'note', kind: 'footnote', number: 1, paragraphs: [text('Very dear.')] }),
		heading(3, 'Oil'),
		paragraph(...text('Oil was dearer.')),
		heading(5, 'Lamps'),
		paragraph(...text('They burned.'))
	]
};
const FIELDS: TitleFields = {
	affiliation: 'University of Callow',
	course: 'HIS 301',
	instructor: 'Mina Abara',
	date: 'May 2026',
	runningHead: 'A quay',
	abstract: 'Gas & oil.',
	keywords: 'gas, oil',
	authorNote: 'Nothing to disclose.'
};

async function parts(kind: string, changes: Partial<PageSetup> = {}, fields = FIELDS) {
	const bytes = await writeDocxBytes(DOC, { setup: { ...setupOf(cleanPage({ kind }), 'en-US'), ...changes }, fields });
	const zip = unzipSync(bytes);
	const xml = (name: string) => {
		const s = strFromU8(zip[name]);
		const p = new SaxesParser();
		p.on('error', (e) => assert.fail(`${name}: ${e.message}`));
		p.write(s).close();
		return s;
	};
	const heads = Object.keys(zip).filter((n) => /^word\/(?:header|footer)\d+\.xml$/.test(n));
	return { bytes, document: xml('word/document.xml'), styles: xml('word/styles.xml'), heads: heads.map(xml), all: zip };
}

// ECMA-376-1, 17.6.11 pgMar, 17.6.13 pgSz, 17.6.4 cols, 17.6.8 lnNumType, 17.10.6 titlePg
test('paper, margins, columns, line numbers and the plain first page are said as the standard has them', async () => {
	const student = await parts('student');
	assert.match(student.document, /<w:pgSz w:w="12240" w:h="15840"/);
	assert.match(student.document, /<w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440"/);
	assert.doesNotMatch(student.document, /<w:titlePg\/>|<w:lnNumType/);
	assert.match((await parts('student', { paper: 'a4' })).document, /<w:pgSz w:w="11906" w:h="16838"/);
	assert.match((await parts('journal')).document, /<w:lnNumType w:countBy="1"[^>]*w:restart="continuous"/);
	const chapter = await parts('thesis-chapter');
	assert.match(chapter.document, /<w:titlePg\/>/);
	assert.equal(chapter.heads.length, 2);
	const conference = await parts('conference');
	assert.equal(conference.document.match(/<w:sectPr>/g)?.length, 2);
	assert.match(conference.document, /<w:type w:val="continuous"\/>.*<w:cols w:space="283" w:num="2"/s);
});

// ECMA-376-1, 17.16.5.45 PAGE
test('page numbers are fields; running heads and surnames stand before them', async () => {
	const field = /<w:instrText[^>]*>PAGE<\/w:instrText>/;
	assert.match((await parts('student')).heads[0], field);
	const professional = (await parts('professional')).heads[0];
	assert.match(professional, /A QUAY.*<w:tab\/>.*PAGE/s);
	assert.match((await parts('essay')).heads[0], /de Roos .*PAGE/s);
	assert.match((await parts('thesis-front')).document, /<w:pgNumType[^>]*w:fmt="lowerRoman"/);
});

test('looks of headings are those of their styles, and of nothing else', async () => {
	const { styles, document } = await parts('student');
	const style = (id: string) => new RegExp(`<w:style [^>]*w:styleId="${id}".*?</w:style>`, 's').exec(styles)?.[0] ?? '';
	assert.match(style('Heading1'), /<w:jc w:val="center"\/>.*<w:b\/>/s);
	assert.match(style('Heading3'), /<w:b\/>.*<w:i\/>/s);
	assert.match(style('BodyText'), /<w:ind w:firstLine="720"\/>/);
	assert.match(styles, /<w:spacing w:after="0" w:line="480"/);
	// a heading that runs in: its paragraph mark is hidden (17.3.2.36 specVanish)
	assert.match(
		document,
		/<w:pStyle w:val="Heading4"\/>.*?<w:rPr><w:vanish\/><w:specVanish\/><\/w:rPr>.*?Lamps.*?\. </s
	);
	assert.match((await parts('lab-report')).document, /<w:pStyle w:val="Heading1"\/>.*?<w:numPr>/s);
});

test('what a kind has a place for stands in the file once, in every kind; and the file is read back whole', async () => {
	for (const { id, fields } of KINDS) {
		const printed = { ...NO_FIELDS, ...Object.fromEntries(fields.map((f) => [f, FIELDS[f]])) };
		const { bytes, document, heads } = await parts(id, {}, printed);
		for (const f of fields.filter((x) => x !== 'runningHead'))
			assert.equal(document.split(FIELDS[f].replace('&', '&amp;')).length - 1, 1, `${id}: ${f}`);
		if (fields.includes('course')) assert.match(document, /Piet de Roos and Ida Lark/, id);
		assert.ok(
			heads.every((h) => !h.includes('undefined')),
			id
		);
		const { paper } = readDocument('a.docx', bytes, () => null);
		const headings = paper.blocks.flatMap((b) => (b.t === 'heading' ? [[b.level, textOf(b.content)]] : []));
		assert.deepEqual(
			headings.filter(([, words]) => ['Introduction', 'Oil'].includes(words as string)).map(([, w]) => w),
			['Introduction', 'Oil'],
			id
		);
		const notes = JSON.stringify(paper).match(/Very dear\./g) ?? [];
		assert.equal(notes.length, 1, id);
	}
});
