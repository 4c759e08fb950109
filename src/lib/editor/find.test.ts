import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import type { Transaction } from 'prosemirror-state';
import { docFromText } from '$lib/core/manuscript';
import { findWords, replaceFound, type Shown } from './find';

const doc = docFromText('# The Lamp\n\nA *lamp* {{a}} and a lamp’s end((a lamp in a note)).\n\n- lamp');
const cites: Shown = { text: () => '(Lampert, 1902)', asNotes: false };
const wordsOf = (list: { from: number; to: number }[]) => list.map((f) => doc.textBetween(f.from, f.to, '', '@'));

test('words are found across looks, in every block, in notes too, in the order of the text', () => {
	assert.deepEqual(wordsOf(findWords(doc, 'lamp')), ['Lamp', 'lamp', 'lamp', 'lamp', 'lamp']);
	const found = findWords(doc, 'lamp');
	assert.deepEqual(
		found.map((f) => f.note !== null),
		[false, false, false, true, false]
	);
	assert.deepEqual(wordsOf(findWords(doc, "LAMP's")), ['lamp’s']);
	assert.deepEqual(findWords(doc, ' '), []);
	assert.deepEqual(findWords(doc, 'a.lamp'), [], 'no pattern is read from what is typed');
});

test('capitals and whole words where they are asked for', () => {
	assert.deepEqual(wordsOf(findWords(doc, 'Lamp', { matchCase: true })), ['Lamp']);
	assert.equal(findWords(doc, 'lam', { wholeWords: true }).length, 0);
	assert.equal(findWords(doc, 'lamp', { wholeWords: true }).length, 5);
});

test('citations are found as they show, and cannot be replaced', () => {
	const [f, ...more] = findWords(doc, 'lampert', {}, cites);
	assert.equal(doc.nodeAt(f.from)?.type.name, 'citation');
	assert.ok(f.fixed && f.to === f.from + 1 && !more.length);
	const across = findWords(doc, 'lamp (Lampert', {}, cites);
	assert.deepEqual(wordsOf(across), ['lamp @']);
	assert.ok(across[0].fixed);
	// in notes they are no part of the line
	assert.equal(findWords(doc, 'lamp (Lampert', {}, { ...cites, asNotes: true }).length, 0);
	assert.equal(findWords(doc, 'lampert', {}, { ...cites, asNotes: true }).length, 1);
});

test('what is replaced keeps its look; citations stay; notes are written in', () => {
	const tr = new Transform(doc) as unknown as Transaction;
	assert.equal(replaceFound(tr, findWords(doc, 'lamp', {}, cites), '$& light'), 5);
	tr.doc.check();
	assert.match(tr.doc.textContent, /The \$& lightA \$& light {2}and a \$& light’s enda \$& light in a note/);
	let italic = '';
	tr.doc.descendants((n) => void (n.marks.some((m) => m.type.name === 'em') && (italic += n.text)));
	assert.equal(italic, '$& light');
});

test('property: what is found reads as what was looked for, and replacing it there and back changes nothing', () => {
	const words = fc.constantFrom('a', 'A', 'lamp', 'and', ' a ', '’s', 'e', 'no', '.');
	fc.assert(
		fc.property(words, fc.boolean(), fc.boolean(), (w, matchCase, wholeWords) => {
			const found = findWords(doc, w, { matchCase, wholeWords }, cites);
			for (const f of found) if (!f.fixed) assert.equal(doc.textBetween(f.from, f.to).toLowerCase(), w.toLowerCase());
			const there = new Transform(doc) as unknown as Transaction;
			replaceFound(there, found, '☃');
			const back = new Transform(there.doc) as unknown as Transaction;
			const snow = findWords(there.doc, '☃');
			assert.equal(snow.length, found.filter((f) => !f.fixed).length);
			replaceFound(back, snow, w);
			assert.equal(back.doc.textContent.toLowerCase(), doc.textContent.toLowerCase());
		})
	);
});
