import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import {
	joinCitations,
	neighbourOf,
	noteToText,
	readCitations,
	replaceSource,
	schema,
	splitCitation,
	textToNote,
	turnNote,
	type DocCite
} from './index';

const { nodes } = schema;
const cite = (sourceId: string, locator: DocCite['locator'] = null): DocCite => ({
	sourceId,
	locator,
	prefix: '',
	suffix: '',
	form: 'parenthetical'
});
const citation = (id: string, ...cites: DocCite[]) => nodes.citation.create({ id, cites });
const doc = (...kids: Parameters<typeof nodes.paragraph.create>[1][]) =>
	nodes.doc.create(null, nodes.paragraph.create(null, kids as never));
const show = (tr: Transform) =>
	tr.doc.textBetween(0, tr.doc.content.size, '|', (n) =>
		n.type === nodes.note ? `[${n.textContent}]` : `(${(n.attrs.cites as DocCite[]).map((c) => c.sourceId).join()})`
	);

test('a note goes into the text and the text into a note', () => {
	const note = nodes.note.create({ id: 'n', kind: 'footnote' }, [
		nodes.note_paragraph.create(null, schema.text('Or so they said.')),
		nodes.note_paragraph.create(null, [schema.text('See '), citation('c', cite('a'))])
	]);
	const tr = new Transform(doc(schema.text('The lamps burned.'), note, schema.text(' It was dark.')));
	turnNote(tr, 18);
	assert.equal(tr.doc.nodeAt(18)!.attrs.kind, 'endnote');
	noteToText(tr, 18);
	assert.equal(show(tr), 'The lamps burned. Or so they said. See (a) It was dark.');
	const id = textToNote(tr, 18, 43, 'footnote');
	assert.ok(id);
	tr.doc.check();
	assert.equal(readCitations(tr.doc, 'in-text').notes.length, 1);
	assert.equal(readCitations(tr.doc, 'in-text').citations[0].notePos, 18);
	assert.equal(textToNote(tr, 17, 20, 'footnote'), null, 'a note within a note cannot be');
	assert.equal(textToNote(tr, 1, 1, 'footnote'), null);
});

test('words that became a note come back as they were', () => {
	const word = fc.stringMatching(/^[a-z]{1,8}$/);
	fc.assert(
		fc.property(fc.array(word, { minLength: 3, maxLength: 12 }), fc.nat(), fc.nat(), (words, a, b) => {
			const text = words.join(' ');
			const from = 1 + (a % (words.length - 1));
			const to = from + 1 + (b % (words.length - from));
			const start = words.slice(0, from).join(' ').length + 1;
			const end = words.slice(0, to).join(' ').length;
			const tr = new Transform(doc(schema.text(text)));
			assert.ok(textToNote(tr, start + 1, end + 1, 'footnote'));
			tr.doc.check();
			noteToText(tr, start);
			assert.equal(show(tr), text);
		})
	);
});

test('a group is taken apart and joined again, and a source replaced keeps its places', () => {
	const group = [cite('a', { label: 'page', value: '3' }), cite('b'), cite('c')];
	const tr = new Transform(doc(schema.text('Lamps '), citation('g', ...group), schema.text('.')));
	splitCitation(tr, 7, 1, 'sentence');
	assert.equal(show(tr), 'Lamps (a,c) (b).');
	assert.equal(neighbourOf(tr.doc, 7), 9);
	assert.equal(neighbourOf(tr.doc, 9), -1);
	joinCitations(tr, 7);
	assert.equal(show(tr), 'Lamps (a,c,b).');
	splitCitation(tr, 7, 2, 'note');
	assert.equal(show(tr), 'Lamps (a,c)(b).', 'note marks stand without a space');
	assert.equal(replaceSource(tr, 'a', 'z'), 1);
	assert.deepEqual(tr.doc.nodeAt(7)!.attrs.cites[0], cite('z', { label: 'page', value: '3' }));
	assert.equal(replaceSource(tr, 'b', 'z', 'g'), 0, 'only in the citation that is meant');
});
