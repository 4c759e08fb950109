/**
 * Word-processor files that others wrote and others read: the files that the package mammoth is tested with, and what
 * Debian's python3-docx and python3-odf write, where they are installed. Counts are held against theirs.
 */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { test } from 'node:test';
import mammoth from 'mammoth';
import { countPaper, everyLine, textOf, type Paper } from '../../paper';
import { readDocument } from '.';

const read = (path: string) => readDocument(path, new Uint8Array(readFileSync(path)), () => null);
const wordsOf = (paper: Paper) => [...everyLine(paper)].map((l) => textOf(l.line)).join(' ');
const letters = (s: string) => s.replace(/[^\p{L}\p{N}]/gu, '');

test('files of word processors that mammoth is tested with: its words and counts', async () => {
	const folder = join(dirname(createRequire(import.meta.url).resolve('mammoth/package.json')), 'test', 'test-data');
	const files = readdirSync(folder)
		// one file says in a part of mammoth's own what its styles are
		.filter((f) => f.endsWith('.docx') && f !== 'embedded-style-map.docx');
	assert.ok(files.length >= 15);
	for (const f of files) {
		const path = join(folder, f);
		const { value } = await mammoth.convertToHtml({ path });
		const count = (of: RegExp) => value.match(of)?.length ?? 0;
		const { paper } = read(path);
		const own = countPaper(paper);
		const notes = count(/<li id="[^"]*(?:footnote|endnote)-/g);
		assert.equal(own.footnotes + own.endnotes, notes, f);
		assert.equal(own.tables, count(/<table/g), f);
		assert.equal(own.headings, count(/<h[1-6]/g), f);
		assert.equal(own.lists, count(/<(?:ul|ol)>/g) - (notes ? 1 : 0), f);
		if (!/external/.test(f)) assert.equal(own.figures, count(/<img/g), f);
		const { value: text } = await mammoth.extractRawText({ path });
		// what comments say is listed and is none of the text; boxes are read by us alone
		if (!/comments|text-box/.test(f)) assert.ok(letters(wordsOf(paper)).includes(letters(text)), `${f}: ${text}`);
	}
});

/** @returns what a Python script prints as JSON; null where its modules are not installed */
function python(code: string, ...args: string[]): unknown {
	const r = spawnSync('/usr/bin/python3', ['-c', code, ...args], { encoding: 'utf8' });
	if (r.error || /ModuleNotFoundError|ImportError/.test(r.stderr)) return null;
	assert.equal(r.status, 0, r.stderr);
	return JSON.parse(r.stdout);
}
const missing = (module: string) =>
	python(`import json, ${module}; print(json.dumps(1))`) === null && `python3-${module} is not installed`;
const PNG = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

const DOCX = `
import sys, io, base64, json, docx
from docx.enum.text import WD_BREAK
d = docx.Document()
d.add_heading('Lamps of the quay', 0)
for i in range(4):
    d.add_heading('Part %d' % i, 1 + i % 3)
    p = d.add_paragraph('It burned ')
    p.add_run('all night').bold = True
    p.add_run(' and ').italic = True
    p.add_run('paid.')
    d.add_paragraph('first', style='List Bullet')
    d.add_paragraph('second', style='List Bullet')
    d.add_paragraph('between')
    d.add_paragraph('one', style='List Number')
    d.add_paragraph('As the board said.', style='Quote')
t = d.add_table(rows=3, cols=3)
for r in range(3):
    for c in range(3):
        t.cell(r, c).text = 'c%d%d' % (r, c)
t.cell(0, 0).merge(t.cell(0, 1))
t.cell(1, 2).merge(t.cell(2, 2))
d.add_paragraph().add_run().add_break(WD_BREAK.PAGE)
d.add_picture(io.BytesIO(base64.b64decode('${PNG}')))
d.add_paragraph('A lamp', style='Caption')
d.core_properties.author = 'Ida Lark'
d.save(sys.argv[1])
d = docx.Document(sys.argv[1])
h = [p.text for p in d.paragraphs if p.style.name.startswith(('Heading', 'Title'))]
print(json.dumps({'headings': h, 'tables': len(d.tables), 'figures': len(d.inline_shapes), 'items': sum(p.style.name.startswith('List') for p in d.paragraphs), 'words': ' '.join(p.text for p in d.paragraphs)}))
`;

test('what python3-docx writes and reads', { skip: missing('docx') }, (t) => {
	const folder = mkdtempSync(join(tmpdir(), 'docx-'));
	t.after(() => rmSync(folder, { recursive: true }));
	const path = join(folder, 'a.docx');
	const theirs = python(DOCX, path) as Record<string, unknown>;
	const { paper } = read(path);
	const own = countPaper(paper);
	const headings = paper.blocks.flatMap((b) => (b.t === 'heading' ? [textOf(b.content)] : []));
	assert.deepEqual(headings, theirs.headings);
	assert.deepEqual([own.tables, own.figures, own.lists], [theirs.tables, theirs.figures, 8]);
	const items = paper.blocks.flatMap((b) => (b.t === 'list' ? b.items : []));
	assert.equal(items.length, theirs.items);
	assert.equal(paper.blocks.filter((b) => b.t === 'quotation').length, 4);
	const table = paper.blocks.find((b) => b.t === 'table')!;
	assert.deepEqual(
		table.rows.map((r) => r.map((c) => [c.colspan, c.rowspan])),
		[
			[
				[2, 1],
				[1, 1]
			],
			[
				[1, 1],
				[1, 1],
				[1, 2]
			],
			[
				[1, 1],
				[1, 1]
			]
		]
	);
	assert.deepEqual(
		paper.head.authors.map((a) => a.name),
		['Ida Lark']
	);
	for (const w of (theirs.words as string).split(/\s+/)) assert.ok(wordsOf(paper).includes(w), w);
});

const ODT = `
import sys, json, base64
from odf.opendocument import OpenDocumentText, load
from odf.style import Style, TextProperties
from odf.text import H, P, Span, List, ListItem, Note, NoteCitation, NoteBody, BibliographyMark
from odf.table import Table, TableRow, TableCell, TableHeaderRows, CoveredTableCell
from odf.draw import Frame, Image
d = OpenDocumentText()
bold = Style(name='Bold', family='text'); bold.addElement(TextProperties(fontweight='bold')); d.automaticstyles.addElement(bold)
for i in range(3):
    d.text.addElement(H(outlinelevel=1 + i, text='Part %d' % i))
    p = P(text='It burned '); p.addElement(Span(stylename=bold, text='all night')); p.addText(' and paid.')
    n = Note(noteclass='footnote' if i else 'endnote', id='n%d' % i); n.addElement(NoteCitation(text=str(i))); b = NoteBody(); b.addElement(P(text='Told by the board %d.' % i)); n.addElement(b)
    p.addElement(n); d.text.addElement(p)
    l = List()
    for k in range(2):
        item = ListItem(); item.addElement(P(text='item %d' % k)); l.addElement(item)
    d.text.addElement(l)
t = Table(name='T'); hr = TableHeaderRows(); r = TableRow(); c = TableCell(numbercolumnsspanned=2); c.addElement(P(text='head')); r.addElement(c); r.addElement(CoveredTableCell()); hr.addElement(r); t.addElement(hr)
r = TableRow()
for k in range(2):
    c = TableCell(); c.addElement(P(text='cell %d' % k)); r.addElement(c)
t.addElement(r); d.text.addElement(t)
href = d.addPicture('lamp.png', 'image/png', base64.b64decode('${PNG}'))
f = Frame(anchortype='as-char', width='1cm', height='1cm'); f.addElement(Image(href=href)); p = P(); p.addElement(f); d.text.addElement(p)
p = P(text='As '); p.addElement(BibliographyMark(bibliographytype='book', identifier='Lark2001', author='Lark, Ida', title='Bells over the water', year='2001', text='[Lark2001]')); p.addText(' says.'); d.text.addElement(p)
d.save(sys.argv[1])
d = load(sys.argv[1])
print(json.dumps({'headings': len(d.getElementsByType(H)), 'notes': len(d.getElementsByType(Note)), 'tables': len(d.getElementsByType(Table)), 'figures': len(d.getElementsByType(Image)), 'lists': len(d.getElementsByType(List)), 'citations': len(d.getElementsByType(BibliographyMark))}))
`;

test('what python3-odf writes and reads', { skip: missing('odf') }, (t) => {
	const folder = mkdtempSync(join(tmpdir(), 'odt-'));
	t.after(() => rmSync(folder, { recursive: true }));
	const path = join(folder, 'a.odt');
	const theirs = python(ODT, path);
	const { paper, headingMade } = read(path);
	const own = countPaper(paper);
	assert.deepEqual(
		{
			// the list of the sources that are cited has one that is made here
			headings: own.headings - Number(headingMade),
			notes: own.footnotes + own.endnotes,
			tables: own.tables,
			figures: own.figures,
			lists: own.lists,
			citations: own.citations
		},
		theirs
	);
	assert.equal(own.endnotes, 1);
	assert.equal(paper.sources[0]?.item.title, 'Bells over the water');
	assert.ok(wordsOf(paper).includes('Told by the board 2.'));
	const table = paper.blocks.find((b) => b.t === 'table')!;
	assert.deepEqual(
		table.rows.map((r) => r.map((c) => [c.header, c.colspan])),
		[
			[[true, 2]],
			[
				[false, 1],
				[false, 1]
			]
		]
	);
});
