/** References to notes, numbers that begin anew, and where marks stand by the manuscript's own wish. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import {
	cleanSettings,
	insertCitation,
	insertNoteRef,
	noteRefNumber,
	placeCitations,
	placementOf,
	readCitations,
	schema,
	turnNote,
	type DocCite,
	type DocSettings
} from './index';

const { nodes } = schema;
const cites = (sourceId: string): DocCite[] => [
	{ sourceId, locator: null, prefix: '', suffix: '', form: 'parenthetical' }
];
const citation = (id: string, source = id) => nodes.citation.create({ id, cites: cites(source) });
const note = (id: string, kids: Node[] = [], kind = 'footnote') =>
	nodes.note.create({ id, kind }, nodes.note_paragraph.create(null, kids));
const p = (...kids: (Node | string)[]) =>
	nodes.paragraph.create(
		null,
		kids.map((k) => (typeof k === 'string' ? schema.text(k) : k))
	);
const h = (level: number, s: string) => nodes.heading.create({ level }, schema.text(s));
const doc = (kids: Node[], set: Partial<DocSettings> = {}) => nodes.doc.create({ settings: set }, kids);

test('a reference follows its note when notes come and go, and says when it is gone', () => {
	const d = doc([p('One', note('a'), ' two', note('b'), ' three')]);
	const tr = new Transform(d);
	tr.insert(4, note('new'));
	assert.equal(noteRefNumber(readCitations(tr.doc, 'in-text'), { note: 'b', source: '' }), 3);
	const gone = new Transform(d).delete(4, 4 + note('a').nodeSize);
	assert.equal(noteRefNumber(readCitations(gone.doc, 'in-text'), { note: 'b', source: '' }), 1);
	assert.equal(noteRefNumber(readCitations(gone.doc, 'in-text'), { note: 'a', source: '' }), 0);
});

test('the first citation of a source is followed, in the text or in a note; in text there is no number for it', () => {
	const d = doc([p('A', citation('x', 's'), ' b', note('n', [citation('y', 't'), citation('z', 's')]))]);
	const target = (source: string) => ({ note: '', source });
	const notes = readCitations(d, 'footnotes');
	assert.equal(noteRefNumber(notes, target('s')), 1);
	assert.equal(noteRefNumber(notes, target('t')), 2);
	const text = readCitations(d, 'in-text');
	assert.equal(noteRefNumber(text, target('s')), 1, 'the note is the first place with a number');
	assert.equal(noteRefNumber(text, { note: 'x', source: '' }), 0);
	assert.deepEqual(notes.refs, []);
});

test('the word "note" comes along where the sentence does not say it', () => {
	const into = (text: string, at = text.length) => {
		const tr = new Transform(doc([p(text || note('q'))]));
		insertNoteRef(tr, 1 + at, { note: 'a', source: '' });
		tr.doc.check();
		let s = '';
		tr.doc.firstChild!.forEach((n) => (s += n.isText ? n.text : '#'));
		return s.replace(/\u00a0/g, '~');
	};
	assert.equal(into('See'), 'See note~#');
	assert.equal(into('See '), 'See note~#');
	assert.equal(into('(see note '), '(see note #');
	assert.equal(into('see n.'), 'see n.~#');
	assert.equal(into('see notes 3 and '), 'see notes 3 and note~#');
	assert.equal(into('('), '(note~#');
});

test('numbers restart in every section of the highest level; the processor has one sequence and the printed number', () => {
	const kids = [
		h(1, 'Title'),
		p('a', note('n1'), 'b', note('e1', [], 'endnote')),
		h(2, 'One'),
		p('a', citation('c1', 's')),
		h(3, 'Within'),
		p('a', citation('c2', 's')),
		h(2, 'Two'),
		p('a', citation('c3', 's'), note('n2', [citation('c4', 's')]))
	];
	const numbers = (set: Partial<DocSettings>) =>
		readCitations(doc(kids, set), 'footnotes').notes.map((n) => `${n.id}:${n.number}`);
	assert.deepEqual(numbers({}), ['n1:1', 'e1:1', 'c1:2', 'c2:3', 'c3:4', 'n2:5']);
	assert.deepEqual(numbers({ noteNumbers: 'section' }), ['n1:1', 'e1:1', 'c1:1', 'c2:2', 'c3:1', 'n2:2']);
	const { clusters } = readCitations(doc(kids, { noteNumbers: 'section' }), 'footnotes');
	assert.deepEqual(
		clusters.map((c) => [c.noteNumber, c.noteLabel]),
		[
			[3, 1],
			[4, 2],
			[5, 1],
			[6, 2]
		]
	);
});

test('settings from outside are made whole', () => {
	assert.deepEqual(cleanSettings({ placement: 'up', noteNumbers: 3 }), {
		placement: 'style',
		noteNumbers: 'through',
		house: {},
		page: {},
		uncited: [],
		work: null,
		notCitations: [],
		accepted: {},
		decided: {}
	});
	assert.deepEqual(cleanSettings(null), cleanSettings({}));
});

test('marks before the punctuation where the manuscript wants them, and back', () => {
	const set = { ...cleanSettings({}), placement: 'before' as const };
	const to = placementOf('note', set);
	assert.equal(to, 'close');
	assert.equal(placementOf('sentence', set), 'sentence');
	assert.equal(placementOf('sentence', { ...set, placement: 'behind' }), 'raised');
	const d = doc([
		p('The lamps ', citation('a'), '. They said “no” ', citation('b'), '; then ', citation('c'), ' more.')
	]);
	const said = (n: Node) => {
		let s = '';
		n.firstChild!.forEach((k) => (s += k.isText ? k.text : '^'));
		return s;
	};
	const close = placeCitations(d, to, true, undefined, 'sentence').doc;
	assert.equal(said(close), 'The lamps^. They said “no”^; then^ more.');
	const behind = placeCitations(close, 'note', true, undefined, 'close').doc;
	assert.equal(said(behind), 'The lamps.^ They said “no”;^ then^ more.');
	assert.ok(placeCitations(behind, 'sentence', true, undefined, 'note').doc.eq(d));
	const typed = new Transform(doc([p('The lamps .')]));
	insertCitation(typed, 11, 'x', cites('x'), 'close');
	assert.equal(said(typed.doc), 'The lamps^.');
});

test('turning a note keeps what refers to it', () => {
	const d = doc([p('a', note('n1'), nodes.note_ref.create({ note: 'n1', source: '' }))]);
	const tr = new Transform(d);
	turnNote(tr, 2);
	assert.equal(noteRefNumber(readCitations(tr.doc, 'in-text'), { note: 'n1', source: '' }), 1);
	assert.equal(readCitations(tr.doc, 'in-text').refs.length, 1);
});
