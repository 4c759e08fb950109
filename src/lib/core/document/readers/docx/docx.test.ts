/** Word-processor files in: a written fixture with everything, our own files read again, and files that mean no good. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { crc32, deflateRawSync } from 'node:zlib';
import fc from 'fast-check';
import { strToU8, Zip, zipSync, type ZipInputFile } from 'fflate';
import { cleanComments, countPaper, everyLine, textOf, toManuscript, type Block, type Inline } from '../../../paper';
import { DocumentError, readDocument } from '..';
import { toTex } from './omml';
import { readCitationField } from './sources';

const W =
	'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math" xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing"';
const PNG = Uint8Array.from(
	atob('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='),
	(c) => c.charCodeAt(0)
);
const p = (inner: string, style = '', more = '') =>
	`<w:p><w:pPr>${style && `<w:pStyle w:val="${style}"/>`}${more}</w:pPr>${inner}</w:p>`;
const r = (text: string, look = '') =>
	`<w:r>${look && `<w:rPr>${look}</w:rPr>`}<w:t xml:space="preserve">${text}</w:t></w:r>`;
const field = (instruction: string, shown: string) =>
	`<w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText xml:space="preserve">${instruction}</w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>${r(shown)}<w:r><w:fldChar w:fldCharType="end"/></w:r>`;
const li = (text: string, num: number, level: number) =>
	p(r(text), 'ListParagraph', `<w:numPr><w:ilvl w:val="${level}"/><w:numId w:val="${num}"/></w:numPr>`);

/** A zip of so many members of so many zero bytes each, packed once: packing each takes half a minute. */
function bomb(members: number, size: number): Uint8Array {
	const zeros = new Uint8Array(size);
	const packed = deflateRawSync(zeros);
	const parts: Uint8Array[] = [];
	const zip = new Zip((error, chunk) => {
		if (error) throw error;
		parts.push(chunk);
	});
	for (let i = 0; i < members; i++) {
		const member: ZipInputFile = { filename: `word/b${i}.xml`, size, crc: crc32(zeros), compression: 8 };
		zip.add(member);
		member.ondata?.(null, packed, true);
	}
	zip.end();
	return Buffer.concat(parts);
}

interface Parts {
	body: string;
	notes?: string;
	sources?: string;
	more?: Record<string, Uint8Array>;
}
function file({ body, notes = '', sources = '', more = {} }: Parts): Uint8Array {
	return zipSync({
		'_rels/.rels': strToU8(
			'<Relationships><Relationship Id="r1" Type="x/officeDocument" Target="word/document.xml"/></Relationships>'
		),
		'word/document.xml': strToU8(`<?xml version="1.0"?><w:document ${W}><w:body>${body}</w:body></w:document>`),
		'word/_rels/document.xml.rels': strToU8(
			'<Relationships><Relationship Id="pic" Type="x/image" Target="media/lamp.png"/><Relationship Id="far" Type="x/image" Target="https://example.org/x.png" TargetMode="External"/><Relationship Id="link" Type="x/hyperlink" Target="https://example.org/" TargetMode="External"/></Relationships>'
		),
		'word/styles.xml': strToU8(
			`<w:styles ${W}><w:docDefaults><w:rPrDefault><w:rPr><w:lang w:val="en-GB"/></w:rPr></w:rPrDefault></w:docDefaults>${[
				'Title',
				'heading 1',
				'heading 2',
				'caption',
				'Quote',
				'List Paragraph'
			]
				.map(
					(n) =>
						`<w:style w:type="paragraph" w:styleId="${n.replace(/ /g, '').replace(/^h/, 'H').replace(/^c/, 'C')}"><w:name w:val="${n}"/></w:style>`
				)
				.join(
					''
				)}<w:style w:styleId="Mine"><w:name w:val="Mine"/><w:basedOn w:val="Heading2"/></w:style><w:style w:type="character" w:styleId="Emphasis"><w:name w:val="Emphasis"/><w:rPr><w:i/></w:rPr></w:style></w:styles>`
		),
		'word/numbering.xml': strToU8(
			`<w:numbering ${W}><w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:start w:val="3"/><w:numFmt w:val="decimal"/></w:lvl><w:lvl w:ilvl="1"><w:numFmt w:val="lowerLetter"/></w:lvl></w:abstractNum><w:abstractNum w:abstractNumId="1"><w:lvl w:ilvl="0"><w:numFmt w:val="bullet"/></w:lvl></w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num><w:num w:numId="2"><w:abstractNumId w:val="1"/></w:num></w:numbering>`
		),
		'word/footnotes.xml': strToU8(`<w:footnotes ${W}>${notes}</w:footnotes>`),
		'word/media/lamp.png': PNG,
		...(sources
			? {
					'customXml/item1.xml': strToU8(
						`<b:Sources xmlns:b="http://schemas.openxmlformats.org/officeDocument/2006/bibliography">${sources}</b:Sources>`
					)
				}
			: {}),
		...more
	});
}
const open = (parts: Parts) => readDocument('paper.docx', file(parts), () => null);
const lines = (b: Block): Inline[] => (b.t === 'paragraph' || b.t === 'heading' ? b.content : []);
const shape = (b: Block): string => {
	if (b.t === 'list')
		return `${b.ordered ? `ol ${b.start} ${b.numbers}` : 'ul'}[${b.items.map((i) => i.map(shape).join('; ')).join(' | ')}]`;
	if (b.t === 'table')
		return `table[${b.rows.map((row) => row.map((c) => `${c.header ? '#' : ''}${c.blocks.map(shape).join(';')}${c.colspan > 1 ? `→${c.colspan}` : ''}${c.rowspan > 1 ? `↓${c.rowspan}` : ''}`).join(',')).join(' / ')}] ${b.caption ? textOf(b.caption.content) : ''}`;
	if (b.t === 'figure') return `figure ${b.asset} “${b.alt}” ${textOf(b.caption.content)}`;
	if (b.t === 'quotation') return `q[${b.blocks.map(shape).join('; ')}]`;
	if (b.t === 'heading') return `h${b.level} ${textOf(b.content)}`;
	return b.t === 'paragraph' ? textOf(b.content) : b.t;
};

const SOURCES = `<b:Source><b:Tag>Lar01</b:Tag><b:SourceType>JournalArticle</b:SourceType><b:Title>Bells over water</b:Title><b:JournalName>Harbour Studies</b:JournalName><b:Year>2001</b:Year><b:Month>May</b:Month><b:Volume>3</b:Volume><b:Pages>1-9</b:Pages><b:Author><b:Author><b:NameList><b:Person><b:Last>Lark</b:Last><b:First>Ida</b:First><b:Middle>M.</b:Middle></b:Person></b:NameList></b:Author></b:Author></b:Source>
<b:Source><b:Tag>Age20</b:Tag><b:SourceType>Report</b:SourceType><b:Title>Lighting</b:Title><b:Year>2020</b:Year><b:Author><b:Author><b:Corporate>Coastal Nature Agency</b:Corporate></b:Author></b:Author></b:Source>`;

test('headings by style and by what styles are based on, lists with levels and starts, quotations, words and their looks', () => {
	const { paper } = open({
		body: [
			p(r('Lamps'), 'Title'),
			p(r('Night'), 'Heading1'),
			p(
				`${r('It ')}${r('paid', '<w:b/><w:i w:val="0"/>')}${r(' well', '<w:rStyle w:val="Emphasis"/>')}<w:hyperlink r:id="link">${r(' here')}</w:hyperlink>${r('2', '<w:vertAlign w:val="superscript"/>')}${r(' und', '<w:lang w:val="de-DE"/>')}`
			),
			p(r('Own'), 'Mine'),
			li('three', 1, 0),
			li('inner', 1, 1),
			li('four', 1, 0),
			li('dot', 2, 0),
			// a numbering of its own, one level down
			li('sub', 1, 1),
			li('dot2', 2, 0),
			p(r('Said'), 'Quote'),
			p(r('so'), 'Quote')
		].join('')
	});
	assert.deepEqual(paper.blocks.map(shape), [
		'h1 Lamps',
		'h2 Night',
		'It paid well here2 und',
		'h3 Own',
		'ol 3 decimal[three; ol 1 lower-alpha[inner] | four]',
		'ul[dot; ol 1 lower-alpha[sub] | dot2]',
		'q[Said; so]'
	]);
	assert.deepEqual(
		lines(paper.blocks[2]).map((i) =>
			i.marks.map((m) => (m.t === 'link' ? m.href : m.t === 'language' ? m.lang : m.t)).join()
		),
		['', 'strong', 'em', 'https://example.org/', 'superscript', 'de-DE']
	);
	assert.equal(paper.lang, 'en-GB');
});

test('citations of the standard (ECMA-376, 17.16.5 and 22.6) are live, with sources, places and words around', () => {
	const { paper, unresolved } = open({
		sources: SOURCES,
		body:
			p(
				`${r('It paid ')}${field(' CITATION Lar01 \\p 12 \\f "see " \\m Age20 \\n \\l 2057 ', '(see Lark, 2001, p. 12; 2020)')}${r('.')}`
			) +
			p(r('References'), 'Heading1') +
			`<w:p><w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText>BIBLIOGRAPHY</w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>${r('Lark, I. (2001).')}</w:p><w:p>${r('Agency (2020).')}</w:p><w:p><w:r><w:fldChar w:fldCharType="end"/></w:r></w:p>`
	});
	assert.deepEqual(unresolved, []);
	const cites = [...everyLine(paper)].flatMap((l) => l.line).flatMap((i) => (i.t === 'citation' ? i.cites : []));
	assert.deepEqual(
		cites.map((c) => [c.sourceId, c.locator?.value ?? '', c.prefix, c.form]),
		[
			['Lar01', '12', 'see ', 'parenthetical'],
			['Age20', '', '', 'year-only']
		]
	);
	assert.deepEqual(
		paper.sources.map((s) => [s.key, s.item.type, s.item['container-title'] ?? '', JSON.stringify(s.item.author)]),
		[
			['Lar01', 'article-journal', 'Harbour Studies', '[{"family":"Lark","given":"Ida M."}]'],
			['Age20', 'report', '', '[{"literal":"Coastal Nature Agency"}]']
		]
	);
	assert.deepEqual(
		paper.blocks.map((b) => b.t),
		['paragraph', 'bibliography']
	);
});

test('a field’s switches', () => {
	assert.equal(readCitationField('BIBLIOGRAPHY'), null);
	assert.deepEqual(
		readCitationField('CITATION "A b" \\v 2')?.map((c) => [c.sourceId, c.locator?.label]),
		[['A b', 'volume']]
	);
});

test('notes with their content, tables with spans and captions, figures, references to them', () => {
	const table = `<w:tbl><w:tr><w:trPr><w:tblHeader/></w:trPr><w:tc>${p(r('Year'))}</w:tc><w:tc><w:tcPr><w:gridSpan w:val="2"/></w:tcPr>${p(r('Price'))}</w:tc></w:tr><w:tr><w:tc><w:tcPr><w:vMerge w:val="restart"/></w:tcPr>${p(r('1868'))}</w:tc><w:tc>${p(r('4'))}</w:tc><w:tc>${p(r('5'))}</w:tc></w:tr><w:tr><w:tc><w:tcPr><w:vMerge/></w:tcPr>${p('')}</w:tc><w:tc>${p(r('6'))}</w:tc><w:tc>${p(r('7'))}</w:tc></w:tr></w:tbl>`;
	const drawing = (id: string) =>
		`<w:r><w:drawing><wp:inline><wp:docPr id="1" name="x" descr="A lamp"/><a:blip r:embed="${id}"/></wp:inline></w:drawing></w:r>`;
	const { paper, dropped } = open({
		notes: `<w:footnote w:id="2">${p(`<w:r><w:footnoteRef/></w:r>${r(' Told ')}${r('so', '<w:i/>')}`)}${p(r('Twice.'))}</w:footnote>`,
		body: [
			p(
				`${r('It paid')}<w:r><w:footnoteReference w:id="2"/></w:r>${r(', see ')}${field('REF _t1 \\h', 'Table 1')}${r(' and ')}${field('REF _gone \\h', 'Figure 9')}`
			),
			p(
				`<w:bookmarkStart w:id="0" w:name="_t1"/>${r('Table ')}${field('SEQ Table \\* ARABIC', '1')}<w:bookmarkEnd w:id="0"/>${r('. Prices')}`,
				'Caption'
			),
			table,
			p(drawing('pic')),
			p(`${r('Figure ')}${field('SEQ Figure', '1')}${r(': The quay')}`, 'Caption'),
			p(drawing('far'))
		].join('')
	});
	assert.deepEqual(paper.blocks.map(shape), [
		'It paid, see and Figure 9',
		'table[#Year,#Price→2 / 1868↓2,4,5 / 6,7] Prices',
		'figure word/media/lamp.png “A lamp” The quay',
		'figure  “A lamp” '
	]);
	const note = lines(paper.blocks[0]).find((i) => i.t === 'note');
	assert.deepEqual(note?.t === 'note' && note.blocks.map(shape), ['Told so', 'Twice.']);
	const ref = lines(paper.blocks[0]).find((i) => i.t === 'cross-ref');
	const tableBlock = paper.blocks[1];
	assert.ok(ref?.t === 'cross-ref' && tableBlock.t === 'table' && ref.target === tableBlock.id);
	assert.match(dropped.map((d) => d.what).join(), /elsewhere/);
	toManuscript(paper).doc.check();
});

test('tracked changes, comments, contents: what stands is kept, what went is listed', () => {
	const { paper, dropped } = open({
		body: [
			`<w:p>${field('TOC \\o "1-3"', 'Night 1')}</w:p>`,
			p(
				`${r('It ')}<w:ins w:id="1">${r('never ')}</w:ins><w:del w:id="2"><w:r><w:delText>always </w:delText></w:r></w:del><w:commentRangeStart w:id="0"/>${r('paid')}`
			)
		].join('')
	});
	assert.deepEqual(paper.blocks.map(shape), ['contents', 'It never paid']);
	assert.deepEqual(
		dropped.map((d) => d.what),
		['an insertion that was tracked: it stands as text', 'a deletion that was tracked: the words are left out']
	);
});

test('comments with their range, replies and state; who changed what, and when', () => {
	const by = 'w:author="Vera Lindgate" w:date="2026-11-24T10:00:00Z"';
	const comment = (id: number, para: string, text: string) =>
		`<w:comment w:id="${id}" ${by}><w:p w14:paraId="${para}"><w:r><w:t>${text}</w:t></w:r></w:p></w:comment>`;
	const { paper, tracked } = open({
		body: [
			p(
				`${r('It ')}<w:ins w:id="1" ${by}>${r('never ')}</w:ins><w:del w:id="2" ${by}><w:r><w:delText>always </w:delText></w:r></w:del><w:commentRangeStart w:id="0"/>${r('paid')}<w:commentRangeEnd w:id="0"/><w:r><w:commentReference w:id="0"/></w:r>${r('.')}`
			),
			p(`${r('A whole line.')}<w:r><w:commentReference w:id="7"/></w:r>`)
		].join(''),
		more: {
			'word/comments.xml': strToU8(
				`<w:comments>${comment(0, 'AA', 'Whom?')}${comment(1, 'BB', 'The board.')}${comment(7, 'CC', 'Good.')}</w:comments>`
			),
			'word/commentsExtended.xml': strToU8(
				'<w15:commentsEx><w15:commentEx w15:paraId="AA" w15:done="1"/><w15:commentEx w15:paraId="BB" w15:paraIdParent="AA" w15:done="0"/></w15:commentsEx>'
			)
		}
	});
	const comments = cleanComments(paper.own.comments);
	const said = { by: 'Vera Lindgate', at: '2026-11-24T10:00:00Z' };
	assert.deepEqual(Object.values(comments), [
		{ ...said, text: 'Whom?', replies: [{ ...said, text: 'The board.' }], done: true },
		{ ...said, text: 'Good.', replies: [], done: false }
	]);
	assert.deepEqual(
		tracked?.map(({ how, text }) => [how, text]),
		[
			['in', 'never '],
			['out', 'always ']
		]
	);
	const covered = [...everyLine(paper)]
		.flatMap((l) => l.line)
		.flatMap((i) => (i.t === 'text' ? i.marks.flatMap((m) => (m.t === 'comment' ? [[i.text, m.id]] : [])) : []));
	const [first, second] = Object.keys(comments);
	assert.deepEqual(covered, [
		['never ', tracked?.[0].id],
		['paid', first],
		['A whole line.', second]
	]);
	// what is kept of them in a manuscript are the comments alone
	const kept: string[] = [];
	toManuscript(paper).doc.descendants((n) => {
		for (const m of n.marks) if (m.type.name === 'comment') kept.push(m.attrs.id as string);
		return true;
	});
	assert.deepEqual(kept, [first, second]);
});

test('contents whose field never ends swallow nothing; a heading of contents without any stays; other lists are said', () => {
	const mark = (type: string) => `<w:r><w:fldChar w:fldCharType="${type}"/></w:r>`;
	const begun = `${mark('begin')}<w:r><w:instrText>TOC \\o "1-3"</w:instrText></w:r>${mark('separate')}${r('Night 1')}`;
	const open1 = open({ body: `<w:p>${begun}</w:p>${p(r('It paid'))}` });
	assert.deepEqual(open1.paper.blocks.map(shape), ['Night 1', 'It paid']);

	const style = '<w:style w:type="paragraph" w:styleId="TH"><w:name w:val="TOC Heading"/></w:style>';
	const more = { 'word/styles.xml': strToU8(`<w:styles ${W}>${style}</w:styles>`) };
	const head = (words: string) => `<w:p><w:pPr><w:pStyle w:val="TH"/></w:pPr>${r(words)}</w:p>`;
	const toc = `<w:p>${field('TOC \\o "1-2"', 'Night 1')}</w:p>`;
	const { paper } = open({ more, body: head('Thanks') + p(r('To all')) + head('What is in it') + toc });
	assert.deepEqual(paper.blocks.map(shape), ['Thanks', 'To all', 'contents']);
	assert.deepEqual(paper.blocks[2], { t: 'contents', of: 'headings', title: 'What is in it', levels: 2 });

	const charts = open({ body: `<w:p>${field('TOC \\c "Chart"', 'Chart 1')}</w:p>${p(r('It paid'))}` });
	assert.match(JSON.stringify(charts.dropped), /neither of figures nor of tables/);
});

test('formulas (22.1) as TeX', () => {
	const t = (s: string) => ({ name: 'm:r', attrs: {}, kids: [{ name: 'm:t', attrs: {}, kids: [s] }] });
	const m = (name: string, ...kids: Parameters<typeof toTex>[0][]) => ({ name: `m:${name}`, attrs: {}, kids });
	assert.equal(
		toTex(m('oMath', m('f', m('num', t('1')), m('den', t('x'))), m('sSup', m('e', t('α')), m('sup', t('2'))))),
		'\\frac{1}{x}{\\alpha }^{2}'
	);
	assert.equal(toTex(m('rad', m('deg'), m('e', t('y')))), '\\sqrt{y}');
	const { paper } = open({ body: p(`<m:oMathPara><m:oMath><m:r><m:t>E=m</m:t></m:r></m:oMath></m:oMathPara>`) });
	assert.deepEqual(
		paper.blocks.map((b) => (b.t === 'equation' ? b.tex : b.t)),
		['E=m']
	);
});

test('files that are none, damaged, protected or bombs: a sentence, and nothing opened', () => {
	const fails = (bytes: Uint8Array, why: RegExp) =>
		assert.throws(
			() => readDocument('a.docx', bytes, () => null),
			(e) => e instanceof DocumentError && why.test(e.message)
		);
	fails(PNG, /another kind/);
	fails(Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0, 0, 0), /password/);
	fails(file({ body: p(r('x')) }).subarray(0, 300), /cut off or damaged/);
	fails(zipSync({ 'a.txt': strToU8('x') }), /no text document/);
	fails(
		zipSync({ 'word/document.xml': strToU8(`<!DOCTYPE x [<!ENTITY a "b">]><w:document ${W}><w:body/></w:document>`) }),
		/document type/
	);
	fails(
		zipSync({ 'word/document.xml': strToU8(`<w:document ${W}><w:body><w:p></w:body></w:document>`) }),
		/not well-formed/
	);
	fails(zipSync({ 'word/document.xml': strToU8(`<w:document ${W}>${'<w:p>'.repeat(1000)}`) }), /nested|well-formed/);
	fails(bomb(9, 50_000_000), /400 MB/);
});

test('words in boxes beside the text stand behind their paragraph, once', () => {
	const box = (words: string) => `<w:txbxContent>${p(r(words))}${li('item', 1, 0)}</w:txbxContent>`;
	const { paper, dropped } = open({
		body:
			p(
				`${r('before')}<w:r><mc:AlternateContent xmlns:mc="m"><mc:Choice><w:drawing>${box('Datum')}</w:drawing></mc:Choice><mc:Fallback><w:pict>${box('Datum')}</w:pict></mc:Fallback></mc:AlternateContent></w:r>`
			) + p(r('after'))
	});
	assert.deepEqual([...everyLine(paper)].map((l) => textOf(l.line)).filter(Boolean), [
		'before',
		'Datum',
		'item',
		'after'
	]);
	assert.match(dropped[0].what, /its text follows the paragraph/);
});

test('whatever XML stands in it, a paper or a DocumentError', () => {
	const piece = fc.constantFrom(
		r('words'),
		p(r('x'), 'Heading1'),
		li('i', 1, 3),
		li('j', 9, 0),
		'<w:tbl><w:tr><w:tc/></w:tr></w:tbl>',
		'<w:tbl/>',
		'<w:r><w:fldChar w:fldCharType="end"/></w:r>',
		'<w:r><w:fldChar w:fldCharType="begin"/></w:r>',
		'<w:r><w:instrText>CITATION</w:instrText></w:r>',
		'<w:p><w:r><w:footnoteReference w:id="7"/></w:r></w:p>',
		'<m:oMath><m:f/></m:oMath>',
		'<w:sdt><w:sdtContent><w:p/></w:sdtContent></w:sdt>',
		'<w:tbl><w:tr><w:tc><w:tcPr><w:vMerge/><w:gridSpan w:val="-3"/></w:tcPr></w:tc></w:tr></w:tbl>',
		p(field('BIBLIOGRAPHY', 'x')),
		p(field('REF x', 'y')),
		'<w:p><w:r><w:drawing/></w:r></w:p>',
		`<w:p><w:r><w:pict><w:txbxContent>${p(r('boxed'))}<w:tbl/></w:txbxContent></w:pict></w:r></w:p>`,
		'<w:p><w:r><w:pict><w:txbxContent/></w:pict></w:r></w:p>'
	);
	fc.assert(
		fc.property(fc.array(piece, { maxLength: 14 }), (parts) => {
			const { paper } = open({
				body: parts.map((x) => (x.startsWith('<w:r>') || x.startsWith('<m:') ? p(x) : x)).join('')
			});
			toManuscript(paper).doc.check();
			countPaper(paper);
		}),
		{ numRuns: Number(process.env.FUZZ ?? 200) }
	);
	fc.assert(
		fc.property(fc.uint8Array({ maxLength: 400 }), fc.nat(600), (noise, at) => {
			const bytes = file({ body: p(r('x')) });
			bytes.set(noise.subarray(0, Math.max(0, bytes.length - at)), Math.min(at, bytes.length));
			try {
				readDocument('a.docx', bytes, () => null);
			} catch (e) {
				if (!(e instanceof DocumentError)) throw e;
			}
		}),
		{ numRuns: Number(process.env.FUZZ ?? 200) }
	);
});
