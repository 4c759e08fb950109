/** Pictures and notes whose numbers begin anew, in the word-processor file and in HTML. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { schema } from '../../manuscript';
import { toFinal, writeHtml } from '../index';
import { writeDocxBytes } from './index';

const { nodes } = schema;
const PNG =
	'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
const note = (id: string, kind = 'footnote') =>
	nodes.note.create({ id, kind }, nodes.note_paragraph.create(null, schema.text(`Words of ${id}.`)));
const heading = (s: string) => nodes.heading.create({ level: 2 }, schema.text(s));
const doc = (noteNumbers: 'through' | 'section') =>
	nodes.doc.create({ settings: { noteNumbers } }, [
		heading('One'),
		nodes.paragraph.create(null, [schema.text('a'), note('n1'), schema.text('b'), note('n2')]),
		heading('Two'),
		nodes.paragraph.create(null, [
			schema.text('c'),
			note('n3'),
			note('e1', 'endnote'),
			schema.text(' see '),
			nodes.note_ref.create({ note: 'n3', source: '' })
		]),
		nodes.figure.create({ asset: PNG, alt: 'A lamp' }, nodes.caption.create(null, schema.text('A lamp at dusk')))
	]);
const final = (set: 'through' | 'section') =>
	toFinal(doc(set), 'T', [], 'in-text', {
		citations: new Map(),
		entries: null,
		hanging: false,
		aligned: false,
		lang: 'en-US'
	});
const parts = async (set: 'through' | 'section') => {
	const zip = unzipSync(await writeDocxBytes(final(set)));
	const part = (name: string) => {
		const xml = strFromU8(zip[name]);
		const p = new SaxesParser();
		p.on('error', (e) => assert.fail(`${name}: ${e.message}`));
		p.write(xml).close();
		return xml;
	};
	return {
		names: Object.keys(zip),
		document: part('word/document.xml'),
		notes: part('word/footnotes.xml'),
		ends: part('word/endnotes.xml')
	};
};

test('numbers that begin anew are written out, at the mark and at the note (ECMA-376-1, 17.11.14)', async () => {
	const { document, notes, ends } = await parts('section');
	const marks = [...document.matchAll(/<w:footnoteReference w:customMarkFollows="1" w:id="(\d)"\/><w:t>(\d)<\/w:t>/g)];
	assert.deepEqual(
		marks.map((m) => [m[1], m[2]]),
		[
			['1', '1'],
			['2', '2'],
			['3', '1']
		]
	);
	assert.match(document, /<w:endnoteReference w:customMarkFollows="1" w:id="1"\/><w:t>1<\/w:t>/);
	const own = [...notes.matchAll(/<w:footnote w:id="([1-9])">[\s\S]*?<w:t>(\d)<\/w:t>[\s\S]*?Words of n(\d)\./g)];
	assert.deepEqual(
		own.map((m) => [m[1], m[2], m[3]]),
		[
			['1', '1', '1'],
			['2', '2', '2'],
			['3', '1', '3']
		]
	);
	assert.match(ends, /<w:endnote w:id="1">[\s\S]*?<w:t>1<\/w:t>[\s\S]*?Words of e1\./);
	assert.match(document, /see [\s\S]*>1<\/w:t>/);
});

test('numbers that run through are left to the program that opens the file', async () => {
	const { document, notes } = await parts('through');
	assert.doesNotMatch(document + notes, /customMarkFollows/);
	assert.match(document, />3<\/w:t>/, 'the reference prints the third note');
});

test('a picture is in the file, described, with its caption', async () => {
	const { names, document } = await parts('through');
	assert.equal(names.filter((n) => /^word\/media\/.+\.png$/.test(n)).length, 1);
	assert.match(document, /descr="A lamp"/);
	assert.match(document, /A lamp at dusk/);
});

test('in HTML each note has an address of its own though numbers come again', () => {
	const html = writeHtml(final('section'));
	const ids = [...html.matchAll(/ id="([^"]+)"/g)].map((m) => m[1]);
	assert.equal(new Set(ids).size, ids.length);
	assert.match(html, /id="footnote-3"[^>]*><a href="#ref-footnote-3"[^>]*>1<\/a>/);
});
