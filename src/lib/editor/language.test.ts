/** The language of words, paragraphs and notes. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { EditorState, TextSelection, type Command } from 'prosemirror-state';
import { schema } from '$lib/core/manuscript';
import { languageAt, setLanguage } from './language';

const { nodes } = schema;
const WORDS = ['one two three', 'four five', 'six'];
const start = (
	from: number,
	to = from,
	doc = nodes.doc.create(
		null,
		WORDS.map((w) => nodes.paragraph.create(null, schema.text(w)))
	)
) => EditorState.create({ doc, selection: TextSelection.create(doc, from, to) });
const after = (state: EditorState, command: Command): EditorState => {
	let next = state;
	command(state, (tr) => (next = state.apply(tr)));
	return next;
};
/** Each letter with its language. */
function letters(state: EditorState): string[] {
	const out: string[] = [];
	state.doc.descendants((n, _pos, parent) => {
		if (!n.isText) return;
		const own = n.marks.find((m) => m.type === schema.marks.language)?.attrs.lang as string | undefined;
		for (const c of n.text!) out.push(`${c}${own ?? (parent!.attrs.lang as string | undefined) ?? ''}`);
	});
	return out;
}

test('selected words get a language; without a selection the paragraph does', () => {
	const words = after(start(5, 8), setLanguage('de-DE'));
	assert.equal(words.doc.firstChild!.attrs.lang, '');
	assert.equal(words.doc.nodeAt(5)!.text, 'two');
	assert.equal(languageAt(words), 'de-DE');
	const paragraph = after(start(5), setLanguage('fr-FR'));
	assert.equal(paragraph.doc.firstChild!.attrs.lang, 'fr-FR');
	assert.equal(languageAt(paragraph), 'fr-FR');
	assert.deepEqual(after(paragraph, setLanguage('')).doc, start(5).doc);
	// a whole paragraph that is selected is one, however it is selected
	assert.equal(after(start(1, 14), setLanguage('la')).doc.firstChild!.attrs.lang, 'la');
	assert.equal(
		setLanguage('')(start(5), () => assert.fail()),
		false
	);
	assert.throws(() => after(start(5, 8), setLanguage('not a language')), RangeError);
});

test('an empty paragraph takes its language before anything is written', () => {
	const state = start(1, 1, nodes.doc.create(null, nodes.paragraph.create()));
	assert.equal(after(state, setLanguage('it-IT')).doc.firstChild!.attrs.lang, 'it-IT');
});

test('a note’s editor has the note as its document', () => {
	const note = nodes.note.create(
		{ id: 'n', kind: 'footnote' },
		nodes.note_paragraph.create(null, schema.text('so it is'))
	);
	assert.equal(after(start(3, 3, note), setLanguage('cs-CZ')).doc.firstChild!.attrs.lang, 'cs-CZ');
});

test('exactly what is selected changes its language, and no letter is lost', () => {
	fc.assert(
		fc.property(
			fc.array(fc.tuple(fc.nat(30), fc.nat(30), fc.constantFrom('', 'de-DE', 'fr-FR')), { minLength: 1, maxLength: 6 }),
			(steps) => {
				let state = start(1);
				for (const [a, b, lang] of steps) {
					const size = state.doc.content.size;
					const selection = TextSelection.between(
						state.doc.resolve(Math.min(a, b, size)),
						state.doc.resolve(Math.min(Math.max(a, b), size))
					);
					state = state.apply(state.tr.setSelection(selection));
					if (state.selection.empty) continue;
					const before = letters(state);
					const { from, to } = state.selection;
					const [first, last] = [from, to].map((p) => state.doc.textBetween(0, p).length);
					state = after(state, setLanguage(lang));
					state.doc.check();
					const now = letters(state);
					// a paragraph within what is selected that hands its language down keeps it for none of its words
					before.forEach((was, i) => {
						const inside = i >= first && i < last;
						assert.equal(now[i], inside ? now[i][0] + (lang || languageOfBlock(state, i)) : was);
					});
				}
			}
		)
	);
});

/** The language of the paragraph that the letter stands in. */
function languageOfBlock(state: EditorState, letter: number): string {
	let n = 0;
	for (const block of state.doc.children)
		if ((n += block.textContent.length) > letter) return block.attrs.lang as string;
	return '';
}
