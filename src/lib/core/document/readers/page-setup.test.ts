/**
 * Paper, margins, type, head and foot of word-processor files (ECMA-376-1, 17.6; OpenDocument 1.3, Part 3, 16.5): those that
 * we write come back for every kind of paper, and those of others are read as they say.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { strToU8, unzipSync, zipSync, strFromU8 } from 'fflate';
import { cleanPage, KINDS, NO_FIELDS, setupOf, type PageSetup } from '../../page';
import { type Block } from '../../paper';
import type { FinalBlock, FinalDoc, FinalInline } from '../final';
import { writeDocxBytes } from '../docx';
import { writeHtml } from '../html';
import { writeOdt } from '../odt';
import { readDocument } from '.';

const text = (s: string): FinalInline[] => [{ t: 'text', run: { text: s } }];
// a PNG of 200 by 100 pixels, of which only the size is read
const PNG = (width: number): string => {
	const bytes = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52];
	bytes.push(0, 0, width >> 8, width & 255, 0, 0, 0, 100, 8, 6, 0, 0, 0, 0, 0, 0, 0);
	return `data:image/png;base64,${btoa(String.fromCharCode(...bytes))}`;
};
const DOC: FinalDoc = {
	title: 'Lamps',
	lang: 'en-GB',
	authors: ['Ida Lark'],
	numbersAnew: false,
	blocks: [
		{ t: 'heading', id: '', level: 1, inlines: text('Lamps') },
		{ t: 'heading', id: '', level: 2, inlines: text('Oil') },
		{ t: 'paragraph', inlines: text('They burned all night, and the whole of the town saw them.') }
	]
};
type Write = (doc: FinalDoc, setup: PageSetup) => Promise<Uint8Array>;
const WRITERS: Record<string, Write> = {
	docx: (doc, setup) => writeDocxBytes(doc, { setup, fields: NO_FIELDS }),
	odt: (doc, setup) => Promise.resolve(writeOdt(doc, { setup, fields: NO_FIELDS }))
};
const read = (ending: string, bytes: Uint8Array) => readDocument(`a.${ending}`, bytes, () => null);
const pageOf = (own: Record<string, unknown>): PageSetup =>
	setupOf(cleanPage((own.settings as { page?: unknown } | undefined)?.page), 'en-GB');
const measures = ({ paper, margins, font, size, lines, indent, after, justify, columns, lineNumbers }: PageSetup) => ({
	paper,
	margins: Object.fromEntries(Object.entries(margins).map(([k, v]) => [k, v.toFixed(1)])),
	font,
	size,
	lines: lines.toFixed(2),
	indent: indent.toFixed(1),
	after: after.toFixed(0),
	justify,
	columns,
	lineNumbers
});
/** Without the running head: nobody typed one here. */
const edges = ({ header, footer, pageNumbers }: PageSetup) =>
	JSON.stringify({ header, footer, pageNumbers }).replace(/"(?:running-head|title)"/g, '""');

for (const [ending, write] of Object.entries(WRITERS)) {
	test(`${ending}: the pages of every kind of paper come back`, async () => {
		for (const { id } of KINDS) {
			const setup = setupOf(cleanPage({ kind: id }), 'en-GB');
			const { paper, dropped } = read(ending, await write(DOC, setup));
			assert.deepEqual(measures(pageOf(paper.own)), measures(setup), id);
			assert.equal(edges(pageOf(paper.own)), edges(setup), id);
			assert.deepEqual(dropped, [], id);
		}
	});

	test(`${ending}: any paper, margins and type come back`, async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.record({
					paper: fc.constantFrom('a4' as const, 'letter' as const),
					margins: fc.record({
						top: fc.integer({ min: 15, max: 50 }).map((n) => n / 10),
						right: fc.integer({ min: 10, max: 50 }).map((n) => n / 10),
						bottom: fc.integer({ min: 15, max: 50 }).map((n) => n / 10),
						left: fc.integer({ min: 10, max: 50 }).map((n) => n / 10)
					}),
					font: fc.constantFrom('times' as const, 'garamond' as const, 'literata' as const, 'sans' as const),
					size: fc.constantFrom(9, 10.5, 11, 12, 14),
					lines: fc.constantFrom(1, 1.15, 1.5, 2),
					indent: fc.constantFrom(0, 0.5, 1.3),
					after: fc.constantFrom(0, 6, 10),
					justify: fc.boolean()
				}),
				fc.constantFrom(...KINDS.map((k) => k.id)),
				async (changes, kind) => {
					const setup = { ...setupOf(cleanPage({ kind }), 'en-GB'), ...changes };
					const { paper } = read(ending, await write(DOC, setup));
					assert.deepEqual(measures(pageOf(paper.own)), measures(setup));
				}
			),
			{ numRuns: 25 }
		);
	});

	test(`${ending}: widths of pictures and columns come back, and what has none gets none`, async () => {
		const setup = setupOf(cleanPage({ kind: 'student' }), 'en-GB');
		const figure = (width: number | undefined, pixels: number): FinalBlock => ({
			t: 'figure',
			id: '',
			src: PNG(pixels),
			alt: '',
			caption: text('A quay'),
			number: 1,
			width
		});
		const row = () =>
			['a', 'b', 'c'].map((s) => ({
				header: false,
				colspan: 1,
				rowspan: 1,
				align: '' as const,
				paragraphs: [text(s)]
			}));
		const table = (columns?: number[]): FinalBlock => ({
			t: 'table',
			id: '',
			rows: [row(), row()],
			caption: text('Prices'),
			number: 1,
			columns
		});
		const blocks = [
			figure(undefined, 200),
			figure(undefined, 3000),
			figure(0.4, 200),
			figure(1, 200),
			table(),
			table([0.5, 0.3, 0.2])
		];
		const { paper } = read(ending, await write({ ...DOC, blocks: [...DOC.blocks, ...blocks] }, setup));
		const widths = paper.blocks.flatMap((b: Block) => (b.t === 'figure' ? [b.width] : []));
		assert.deepEqual(widths, [undefined, undefined, 40, 100]);
		const columns = paper.blocks.flatMap((b) =>
			b.t === 'table' ? [b.rows.map((r) => r.map((c) => c.widths?.[0] ?? null))] : []
		);
		assert.deepEqual(columns[0].flat(), Array(6).fill(null));
		for (const r of columns[1]) {
			const sum = r.reduce<number>((a, b) => a + (b ?? 0), 0);
			assert.deepEqual(
				r.map((w) => ((w ?? 0) / sum).toFixed(2)),
				['0.50', '0.30', '0.20']
			);
		}
	});

	test(`${ending}: notes below tables and figures come back as such, without the word that the page puts before them`, async () => {
		const setup = setupOf(cleanPage({ kind: 'student' }), 'en-GB');
		const legend = (s: string, lead: string): FinalBlock => ({ t: 'paragraph', inlines: text(s), legend: lead });
		const figure: FinalBlock = { t: 'figure', id: '', src: PNG(200), alt: '', caption: text('A quay'), number: 1 };
		const blocks = [...DOC.blocks, figure, legend('From the board.', 'Note.'), legend('Notes are dear.', '')];
		const { paper } = read(ending, await write({ ...DOC, blocks }, setup));
		const legends = paper.blocks.flatMap((b) =>
			b.t === 'paragraph' && b.legend ? [b.content.map((i) => (i.t === 'text' ? i.text : '')).join('')] : []
		);
		assert.deepEqual(legends, ['From the board.', 'Notes are dear.']);
	});
}

test('html: widths of pictures and columns, and notes below them, come back', () => {
	const blocks: FinalBlock[] = [
		{ t: 'figure', id: '', src: PNG(200), alt: '', caption: text('A quay'), number: 1, width: 0.4 },
		{ t: 'paragraph', inlines: text('From the board.'), legend: 'Note.' }
	];
	const { paper } = read('html', strToU8(writeHtml({ ...DOC, blocks })));
	assert.deepEqual(
		paper.blocks.map((b) => (b.t === 'figure' ? b.width : b.t === 'paragraph' ? b.legend : b.t)),
		[40, true]
	);
});

// 17.10.1 headers and footers; 17.6.13 pgSz: paper that we do not have, words that stand at the head of every page
test('docx: what a page has and ours cannot have is said', async () => {
	const zip = unzipSync(await writeDocxBytes(DOC));
	const part = Object.keys(zip).find((n) => /document\.xml$/.test(n))!;
	const changed = strFromU8(zip[part]).replace(/<w:pgSz [^>]*>/, '<w:pgSz w:w="9638" w:h="13606"/>');
	const foot = Object.keys(zip).find((n) => /word\/footer\d*\.xml$/.test(n));
	if (foot) zip[foot] = strToU8(strFromU8(zip[foot]).replace('<w:p>', '<w:p><w:r><w:t>Draft of May</w:t></w:r>'));
	const { paper, dropped } = read('docx', zipSync({ ...zip, [part]: strToU8(changed) }));
	const said = dropped.map((d) => d.what).join('; ');
	assert.match(said, /the paper of 17 × 24 cm/);
	if (foot) assert.match(said, /words at the foot of the pages: “Draft of May/);
	assert.equal(pageOf(paper.own).paper, 'a4');
});
