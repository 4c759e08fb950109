/** OpenDocument text in: a written fixture with everything, and files that mean no good. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { cleanComments, everyLine, textOf, toManuscript, type Block } from '../../../paper';
import { DocumentError, readDocument } from '..';

const PNG = Uint8Array.from(
	atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='),
	(c) => c.charCodeAt(0)
);
const file = (text: string, more: Record<string, Uint8Array> = {}) =>
	zipSync({
		'content.xml': strToU8(
			`<?xml version="1.0"?><office:document-content><office:automatic-styles><style:style style:name="B" style:family="text"><style:text-properties fo:font-weight="bold"/></style:style><style:style style:name="S" style:family="text"><style:text-properties style:text-position="super 58%"/></style:style><style:style style:name="P1" style:family="paragraph" style:parent-style-name="Quotations"/><text:list-style style:name="L1"><text:list-level-style-number text:level="1" style:num-format="i" text:start-value="2"/><text:list-level-style-bullet text:level="2"/></text:list-style></office:automatic-styles><office:body><office:text>${text}</office:text></office:body></office:document-content>`
		),
		'meta.xml': strToU8(
			'<office:document-meta><office:meta><dc:creator>Ida Lark</dc:creator></office:meta></office:document-meta>'
		),
		'Pictures/lamp.png': PNG,
		...more
	});
const open = (text: string, more: Record<string, Uint8Array> = {}) =>
	readDocument('paper.odt', file(text, more), () => null);
const shape = (b: Block): string => {
	if (b.t === 'list')
		return `${b.ordered ? `ol ${b.start} ${b.numbers}` : 'ul'}[${b.items.map((i) => i.map(shape).join('; ')).join(' | ')}]`;
	if (b.t === 'table')
		return `table[${b.rows.map((r) => r.map((c) => `${c.header ? '#' : ''}${c.blocks.map(shape).join(';')}${c.colspan > 1 ? `→${c.colspan}` : ''}${c.rowspan > 1 ? `↓${c.rowspan}` : ''}`).join(',')).join(' / ')}] ${b.caption ? textOf(b.caption.content) : ''}`;
	if (b.t === 'figure') return `figure ${b.asset} “${b.alt}” ${textOf(b.caption.content)}`;
	if (b.t === 'quotation') return `q[${b.blocks.map(shape).join('; ')}]`;
	if (b.t === 'heading') return `h${b.level} ${textOf(b.content)}`;
	return b.t === 'paragraph' ? textOf(b.content) : b.t;
};

const MARK =
	'<text:bibliography-mark text:identifier="Lark01" text:bibliography-type="article" text:author="Lark, Ida; de Roos, Jan" text:title="Bells over water" text:journal="Harbour Studies" text:year="2001" text:volume="3">[Lark01]</text:bibliography-mark>';

test('text, notes, lists, tables, figures, marks of sources and the list of them', () => {
	const { paper, unresolved, dropped } = open(
		`<text:p text:style-name="Title">Lamps</text:p><text:h text:outline-level="1"><text:bookmark-start text:name="b1"/>Night</text:h>
		<text:p>It <text:span text:style-name="B">paid</text:span><text:note text:note-class="endnote"><text:note-citation>1</text:note-citation><text:note-body><text:p>Told<text:s/>so.</text:p></text:note-body></text:note> ${MARK}, see <text:bookmark-ref text:ref-name="b1">Night</text:bookmark-ref> and <text:bookmark-ref text:ref-name="gone">there</text:bookmark-ref>.<office:annotation><text:p>no</text:p></office:annotation></text:p>
		<text:list text:style-name="L1"><text:list-item><text:p>one</text:p><text:list><text:list-item><text:p>inner</text:p></text:list-item></text:list></text:list-item><text:list-item><text:p>two</text:p></text:list-item></text:list>
		<text:p text:style-name="P1">Said</text:p>
		<table:table><table:table-header-rows><table:table-row><table:table-cell><text:p>Year</text:p></table:table-cell><table:table-cell table:number-columns-spanned="2"><text:p>Price</text:p></table:table-cell><table:covered-table-cell/></table:table-row></table:table-header-rows><table:table-row><table:table-cell><text:p>1868</text:p></table:table-cell><table:table-cell><text:p>4</text:p></table:table-cell><table:table-cell><text:p>5</text:p></table:table-cell></table:table-row></table:table>
		<text:p text:style-name="Table">Table <text:sequence text:name="Table" text:ref-name="refTable0">1</text:sequence>: Prices</text:p>
		<text:p><draw:frame><draw:image xlink:href="Pictures/lamp.png"/><svg:desc>A lamp</svg:desc></draw:frame></text:p>
		<text:p>See <text:sequence-ref text:ref-name="refTable0" text:reference-format="category-and-value">Table 1</text:sequence-ref>.</text:p>
		<text:bibliography><text:index-body><text:index-title><text:p>References</text:p></text:index-title><text:p>Lark01: …</text:p></text:index-body></text:bibliography>`
	);
	assert.deepEqual(unresolved, []);
	assert.deepEqual(paper.blocks.map(shape), [
		'h1 Lamps',
		'h2 Night',
		'It paid , see and there.',
		'ol 2 lower-roman[one; ul[inner] | two]',
		'q[Said]',
		'table[#Year,#Price→2 / 1868,4,5] Prices',
		'figure Pictures/lamp.png “A lamp” ',
		'See .',
		'bibliography'
	]);
	const inline = [...everyLine(paper)].flatMap((l) => l.line);
	assert.deepEqual(
		inline.flatMap((i) => (i.t === 'citation' ? i.cites.map((c) => c.sourceId) : [])),
		['Lark01']
	);
	assert.deepEqual(
		paper.sources.map((s) => [s.key, s.item.type, s.item['container-title'], JSON.stringify(s.item.author)]),
		[
			[
				'Lark01',
				'article-journal',
				'Harbour Studies',
				'[{"family":"Lark","given":"Ida"},{"non-dropping-particle":"de","family":"Roos","given":"Jan"}]'
			]
		]
	);
	const refs = inline.flatMap((i) => (i.t === 'cross-ref' ? [i.target] : []));
	const [, heading, , , , table] = paper.blocks;
	assert.ok(heading.t === 'heading' && table.t === 'table');
	assert.deepEqual(refs, [heading.id, table.id]);
	assert.equal(paper.head.authors[0].name, 'Ida Lark');
	assert.deepEqual(
		dropped.map((d) => d.what),
		[]
	);
	assert.deepEqual(
		Object.values(cleanComments(paper.own.comments)).map((c) => c.text),
		['no']
	);
	toManuscript(paper).doc.check();
});

test('comments with their range and replies, tracked changes with who made them', () => {
	const who = '<dc:creator>Vera Lindgate</dc:creator><dc:date>2026-11-24T10:00:00</dc:date>';
	const region = (id: string, what: string) => `<text:changed-region text:id="${id}">${what}</text:changed-region>`;
	const info = `<office:change-info>${who}</office:change-info>`;
	const { paper, tracked } = open(
		`<text:tracked-changes>${region('t1', `<text:insertion>${info}</text:insertion>`)}${region('t2', `<text:deletion>${info}<text:p>always</text:p></text:deletion>`)}</text:tracked-changes><text:p>It <text:change-start text:change-id="t1"/>never <text:change-end text:change-id="t1"/><text:change text:change-id="t2"/><office:annotation office:name="a1" loext:resolved="true">${who}<text:p>Whom?</text:p></office:annotation>paid<office:annotation-end office:name="a1"/>.<office:annotation office:name="a2" loext:parent-name="a1">${who}<text:p>The board.</text:p></office:annotation></text:p>`
	);
	const said = { by: 'Vera Lindgate', at: '2026-11-24T10:00:00' };
	assert.deepEqual(Object.values(cleanComments(paper.own.comments)), [
		{ ...said, text: 'Whom?', replies: [{ ...said, text: 'The board.' }], done: true }
	]);
	assert.deepEqual(
		tracked.map(({ how, by, text }) => [how, by, text]),
		[
			['in', 'Vera Lindgate', 'never '],
			['out', 'Vera Lindgate', 'always']
		]
	);
	const covered = [...everyLine(paper)]
		.flatMap((l) => l.line)
		.flatMap((i) => (i.t === 'text' && i.marks.some((m) => m.t === 'comment') ? [i.text] : []));
	assert.deepEqual(covered, ['never ', 'paid']);
});

test('formulas with their TeX, boxes with a picture and its caption', () => {
	const math =
		'<math><semantics><mrow><mi>x</mi></mrow><annotation encoding="application/x-tex">x^2</annotation></semantics></math>';
	const { paper } = open(
		'<text:p>So <draw:frame><draw:object xlink:href="./Object 1"/></draw:frame>.</text:p><text:p><draw:frame><draw:text-box><text:p><draw:frame><draw:image xlink:href="Pictures/lamp.png"/></draw:frame>Figure <text:sequence text:name="Figure">1</text:sequence>: The quay</text:p></draw:text-box></draw:frame></text:p>',
		{ 'Object 1/content.xml': strToU8(math) }
	);
	const [first, figure] = paper.blocks;
	assert.ok(first.t === 'paragraph' && first.content.some((i) => i.t === 'math' && i.tex === 'x^2'));
	assert.equal(shape(figure), 'figure Pictures/lamp.png “” The quay');
});

test('a formula with its picture for other programs is no picture; a caption whose picture did not come is kept', () => {
	const math = '<math><mi>x</mi></math>';
	const formula =
		'<draw:frame><draw:object xlink:href="./Object 1"/><draw:image xlink:href="./ObjectReplacements/Object 1"/></draw:frame>';
	const { paper } = open(
		`<text:p text:style-name="Figure">Figure <text:sequence text:name="Figure">1</text:sequence>. The quay</text:p><text:p>${formula} is one.</text:p>`,
		{ 'Object 1/content.xml': strToU8(math) }
	);
	assert.deepEqual(paper.blocks.map(shape), ['figure  “” The quay', 'x is one.']);
});

test('words in a box stand behind its paragraph, and words before it are kept', () => {
	const { paper, dropped } = open(
		'<text:h text:outline-level="1">H<draw:frame><draw:text-box><text:p>by the heading</text:p></draw:text-box></draw:frame></text:h><text:p>before<draw:frame><draw:text-box><text:p>boxed</text:p></draw:text-box></draw:frame> and <text:note text:note-class="footnote"><text:note-body><text:p>note</text:p></text:note-body></text:note></text:p><text:p>after</text:p>'
	);
	assert.deepEqual(
		paper.blocks.map((b) => ('content' in b ? textOf(b.content).trim() : b.t)),
		['H', 'by the heading', 'before and', 'boxed', 'after']
	);
	assert.match(dropped[0].what, /its text follows the paragraph.*2 times/);
});

test('protected files, files of another kind, and anything at all: a sentence', () => {
	const fails = (bytes: Uint8Array, why: RegExp) =>
		assert.throws(
			() => readDocument('a.odt', bytes, () => null),
			(e) => e instanceof DocumentError && why.test(e.message)
		);
	fails(
		file('', {
			'META-INF/manifest.xml': strToU8(
				'<manifest:manifest><manifest:file-entry><manifest:encryption-data/></manifest:file-entry></manifest:manifest>'
			)
		}),
		/password/
	);
	fails(zipSync({ 'content.xml': strToU8('<office:document-content/>') }), /no text document/);
	fails(strToU8('words'), /another kind/);
	const piece = fc.constantFrom(
		'<text:p>a</text:p>',
		'<text:h>b</text:h>',
		'<text:list/>',
		'<text:list><text:list-item/></text:list>',
		'<table:table/>',
		'<table:table><table:table-row><table:table-cell table:number-rows-spanned="9"/></table:table-row></table:table>',
		MARK,
		'<text:note/>',
		'<draw:frame/>',
		'<text:bibliography/>',
		'<text:p text:style-name="Title"><text:note/></text:p>',
		'words',
		'<text:p><draw:frame><draw:text-box/></draw:frame></text:p>',
		'<text:p><draw:frame><draw:text-box><text:p>boxed<text:note><text:note-body><text:p>n</text:p></text:note-body></text:note></text:p></draw:text-box></draw:frame></text:p>',
		'<text:p><text:sequence-ref/></text:p>'
	);
	fc.assert(
		fc.property(fc.array(piece, { maxLength: 14 }), (parts) => toManuscript(open(parts.join('')).paper).doc.check()),
		{ numRuns: Number(process.env.FUZZ ?? 200) }
	);
	fc.assert(
		fc.property(fc.uint8Array({ maxLength: 400 }), fc.nat(600), (noise, at) => {
			const bytes = file('<text:p>x</text:p>');
			bytes.set(noise.subarray(0, Math.max(0, bytes.length - at)), Math.min(at, bytes.length));
			try {
				readDocument('a.odt', bytes, () => null);
			} catch (e) {
				if (!(e instanceof DocumentError)) throw e;
			}
		}),
		{ numRuns: Number(process.env.FUZZ ?? 200) }
	);
});
