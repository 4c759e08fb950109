import assert from 'node:assert/strict';
import { test } from 'node:test';
import { docFromText } from '$lib/core/manuscript';
import { findWords } from './find';

test('words are found across looks, citations aside, in every block', () => {
	const doc = docFromText('# The Lamp\n\nA *lamp* {{a}} and a lamp’s end((a lamp in a note)).\n\n- lamp');
	const found = findWords(doc, 'lamp');
	assert.deepEqual(
		found.map((f) => doc.textBetween(f.from, f.to)),
		['Lamp', 'lamp', 'lamp', 'lamp']
	);
	assert.deepEqual(
		findWords(doc, "LAMP's").map((f) => doc.textBetween(f.from, f.to)),
		['lamp’s']
	);
	assert.deepEqual(findWords(doc, ' '), []);
});
