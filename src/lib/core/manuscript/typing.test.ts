/** What typing does around citations, and what follows a title and a style. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Transform } from 'prosemirror-transform';
import {
	followTitle,
	insertCitation,
	nameOf,
	renameBibliographies,
	schema,
	textAround,
	typeMark,
	UNTITLED,
	type PlacementKind
} from './index';

const { nodes } = schema;
const citation = (form = 'parenthetical') =>
	nodes.citation.create({ id: 'c', cites: [{ sourceId: 'a', locator: null, prefix: '', suffix: '', form }] });
const note = () => nodes.note.create({ id: 'n' }, nodes.note_paragraph.create());

/** Types a mark at | in a sentence where ^ is a citation, > one in the sentence and + a note; shows the result. */
function typed(sentence: string, mark: string, kind: PlacementKind): string {
	const at = sentence.indexOf('|');
	const parts = [...sentence.replace('|', '')].map((c) =>
		c === '^' ? citation() : c === '>' ? citation('narrative') : c === '+' ? note() : schema.text(c)
	);
	const tr = new Transform(nodes.doc.create(null, nodes.paragraph.create(null, parts)));
	const pos = typeMark(tr, at + noteSizes(sentence.slice(0, at)) + 1, mark, kind);
	if (pos === null) return 'as typed';
	const show = (from: number, to: number) => {
		let s = '';
		tr.doc.nodesBetween(from, to, (n, at) => {
			if (n.isText) s += n.text!.slice(Math.max(from - at, 0), to - at);
			else if (n.type === nodes.note) s += '+';
			else if (n.type === nodes.citation) s += n.attrs.cites[0].form === 'narrative' ? '>' : '^';
			return n.type !== nodes.note;
		});
		return s;
	};
	return `${show(1, pos)}|${show(pos, tr.doc.content.size)}`;
}
/** A note takes four positions, one sign in the table. */
const noteSizes = (s: string) => [...s].filter((c) => c === '+').length * 3;

const TYPED: [string, string, PlacementKind, string][] = [
	// in the sentence: the space was left for a next word
	['away ^ |', '.', 'sentence', 'away ^.|'],
	['away ^ |', ',', 'sentence', 'away ^,|'],
	['(away ^ |', ')', 'sentence', '(away ^)|'],
	['away ^ |next', '.', 'sentence', 'away ^.|next'],
	['away ^|', '.', 'sentence', 'as typed'],
	['away ^ |', ';', 'sentence', 'as typed'],
	['away |', '.', 'sentence', 'as typed'],
	// note marks stand behind all punctuation, raised numbers behind some (Chicago 17, 14.26; AMA 11, 3.6.2)
	['away^|', '.', 'note', 'away.^|'],
	['away^|', ';', 'note', 'away;^|'],
	['away^|', ';', 'raised', 'as typed'],
	['away^|', ',', 'raised', 'away,^|'],
	['away^ |', '.', 'note', 'away.^|'],
	['away^^|', '.', 'note', 'away.^^|'],
	['away+|', '.', 'sentence', 'away.+|'],
	['away^+|', '.', 'note', 'away.^+|'],
	['away.^|', '.', 'note', 'as typed'],
	['^|', '.', 'note', 'as typed'],
	// an author in the sentence is a word of it
	['>|', '.', 'note', 'as typed'],
	['by > |', '.', 'note', 'by >.|']
];
for (const [before, mark, kind, after] of TYPED) {
	test(`“${mark}” typed at “${before}”, ${kind}: ${after}`, () => assert.equal(typed(before, mark, kind), after));
}

test('the words of a note are not words of the sentence around it', () => {
	const words = nodes.note.create({ id: 'n' }, nodes.note_paragraph.create(null, schema.text('I owe this to Ida.')));
	const doc = nodes.doc.create(null, nodes.paragraph.create(null, [schema.text('Eels keep away'), words]));
	assert.deepEqual(textAround(doc, doc.content.size - 1), { before: 'Eels keep away\ufffc', after: '' });
	const tr = new Transform(doc);
	insertCitation(tr, doc.content.size - 1, 'c', citation().attrs.cites, 'sentence');
	const children = tr.doc.firstChild!.children.map((n) => n.text ?? n.type.name);
	assert.deepEqual(children, ['Eels keep away', 'note', ' ', 'citation']);
});

const titled = (...first: Parameters<typeof nodes.heading.create>) =>
	nodes.doc.create(null, [nodes.heading.create(...first), nodes.paragraph.create()]);
const named = (title: string) => titled({ level: 1 }, title ? schema.text(title) : null);

test('a manuscript is called what its title says, until somebody calls it otherwise', () => {
	assert.equal(nameOf(named('')), UNTITLED);
	assert.equal(nameOf(titled({ level: 2 }, schema.text('A section'))), UNTITLED);
	assert.equal(followTitle(UNTITLED, named(''), named('On l')), 'On l');
	assert.equal(followTitle('On l', named('On l'), named('On lamps')), 'On lamps');
	assert.equal(followTitle('On lamps', named('On lamps'), named('')), UNTITLED);
	assert.equal(followTitle('Chapter 3', named('On lamps'), named('On quays')), 'Chapter 3');
});

test('a list headed as the style has it takes the next style’s heading; one’s own heading stays', () => {
	const list = (heading: string) =>
		nodes.bibliography.create({ id: heading }, nodes.heading.create({ level: 2 }, schema.text(heading)));
	const doc = nodes.doc.create(null, [
		named('').firstChild!,
		list('References'),
		list('Sources I used'),
		list('References')
	]);
	const headings = (from: string, to: string) => {
		const tr = new Transform(doc);
		renameBibliographies(tr, from, to);
		return [1, 2, 3].map((i) => tr.doc.child(i).textContent);
	};
	assert.deepEqual(headings('References', 'Works Cited'), ['Works Cited', 'Sources I used', 'Works Cited']);
	assert.deepEqual(headings('Bibliography', 'References'), ['References', 'Sources I used', 'References']);
	assert.deepEqual(headings('References', 'References'), ['References', 'Sources I used', 'References']);
});
