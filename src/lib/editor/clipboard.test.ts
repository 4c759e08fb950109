/** What is pasted: into a note, into the text, with a bibliography that is there already. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Fragment, Slice, type Node } from 'prosemirror-model';
import { AllSelection, EditorState, TextSelection } from 'prosemirror-state';
import { history, undo } from 'prosemirror-history';
import { docFromText, schema } from '$lib/core/manuscript';
import { pasteBibliography, sliceForNote, sliceForText } from './clipboard';
import { keepBibliographies, uniqueIds } from './plugins';

const { nodes } = schema;
const TEXT =
	'# T\n\nFirst {{a}} ((a note {{b}})) words.\n\n- item one\n\n> quoted\n\n{{? oil}} here.\n\n{{bibliography One}}\n\nBehind.';
const doc = () => docFromText(TEXT);

test('whatever is pasted into a note, it holds paragraphs of notes without notes, and every word (property)', () => {
	const size = doc().content.size;
	fc.assert(
		fc.property(fc.nat(size), fc.nat(size), (a, b) => {
			const slice = doc().slice(Math.min(a, b), Math.max(a, b));
			const made = sliceForNote(slice);
			const loose = made.content.firstChild?.isInline ?? false;
			const note = nodes.note.create(
				null,
				loose
					? nodes.note_paragraph.create(null, made.content)
					: made.content.size
						? made.content
						: nodes.note_paragraph.create()
			);
			note.check();
			const words = (f: Fragment) => f.textBetween(0, f.size, ' ').match(/[a-zA-Z]+/g) ?? [];
			assert.deepEqual([...words(made.content)].sort(), [...words(slice.content)].sort());
			let placeholders = 0;
			slice.content.descendants(
				(n) => void (n.type === nodes.citation || n.type === nodes.citation_placeholder ? placeholders++ : 0)
			);
			let kept = 0;
			made.content.descendants(
				(n) => void (n.type === nodes.citation || n.type === nodes.citation_placeholder ? kept++ : 0)
			);
			assert.equal(kept, placeholders, 'citations come along');
		}),
		{ numRuns: 400 }
	);
});

test('paragraphs of a note become ordinary ones in the text', () => {
	const note = nodes.note.create({ id: 'n' }, [
		nodes.note_paragraph.create({ lang: 'de' }, schema.text('eins')),
		nodes.note_paragraph.create(null, schema.text('zwei'))
	]);
	const made = sliceForText(new Slice(note.content, 1, 1));
	assert.deepEqual(
		made.content.content.map((n: Node) => [n.type.name, n.attrs.lang, n.textContent]),
		[
			['paragraph', 'de', 'eins'],
			['paragraph', '', 'zwei']
		]
	);
	let state = EditorState.create({ doc: docFromText('# T\n\nHere.') });
	state = state.apply(state.tr.setSelection(TextSelection.atEnd(state.doc)).replaceSelection(made));
	state.doc.check();
	assert.match(state.doc.textBetween(0, state.doc.content.size, '|'), /Here\.eins\|zwei/);
});

test('everything cut and pasted is what it was: the bibliography stands once, where it stood', () => {
	const start = doc();
	let state = EditorState.create({ doc: start, plugins: [history(), uniqueIds(), keepBibliographies()] });
	state = state.apply(
		state.tr.setSelection(TextSelection.between(start.resolve(1), start.resolve(start.content.size)))
	);
	const cut = state.selection.content();
	state = state.apply(state.tr.deleteSelection());
	const tr = pasteBibliography(state, cut);
	assert.ok(tr);
	state = state.apply(tr);
	state.doc.check();
	assert.deepEqual(state.doc.children.filter((n) => n.type === nodes.bibliography).length, 1);
	assert.equal(state.doc.textContent, start.textContent);
	assert.deepEqual(
		state.doc.children.map((n) => n.type.name).filter((t) => t !== 'paragraph'),
		start.children.map((n) => n.type.name).filter((t) => t !== 'paragraph')
	);
	undo(state, (t) => (state = state.apply(t)));
	assert.notEqual(state.doc.textContent, start.textContent);
	// what has no bibliography of this text is pasted as usual
	assert.equal(pasteBibliography(state, new Slice(docFromText('A').content, 1, 1)), null);
});

test('everything selected and replaced by another text: its bibliography stands in place of the old one', () => {
	const other = docFromText('# Mine\n\nWords of mine.\n\n{{bibliography Old}}');
	let state = EditorState.create({ doc: other, plugins: [history(), uniqueIds(), keepBibliographies()] });
	state = state.apply(state.tr.setSelection(new AllSelection(state.doc)));
	const from = doc();
	const mine = other.children.find((n) => n.type === nodes.bibliography)!.attrs.id as string;
	const tr = pasteBibliography(state, new Slice(from.content, 0, 0));
	assert.ok(tr);
	state = state.apply(tr);
	state.doc.check();
	const lists = state.doc.children.filter((n) => n.type === nodes.bibliography);
	assert.deepEqual(
		lists.map((n) => n.attrs.id as string),
		from.children.filter((n) => n.type === nodes.bibliography).map((n) => n.attrs.id as string)
	);
	assert.ok(!lists.some((n) => n.attrs.id === mine));
	undo(state, (t) => (state = state.apply(t)));
	assert.equal(state.doc.textContent, other.textContent);
});
