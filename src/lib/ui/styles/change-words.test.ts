import assert from 'node:assert/strict';
import { test } from 'node:test';
import { changeInWords } from './change-words';

test('what changes is counted and said', () => {
	const c = { citations: 31, notes: 29, moved: 1, entries: 26 };
	assert.equal(
		changeInWords(c, false, true, 'endnote'),
		'31 citations become 29 endnotes; 1 mark moves past punctuation; 26 entries reformatted'
	);
	assert.equal(
		changeInWords({ ...c, moved: 0, entries: null }, true, false),
		'31 notes become citations in the text; no list in this style'
	);
	assert.equal(
		changeInWords({ citations: 1, notes: 0, moved: 0, entries: 1 }, false, false),
		'1 citation reformatted; 1 entry reformatted'
	);
	assert.equal(
		changeInWords({ citations: 1, notes: 1, moved: 2, entries: 1 }, false, true),
		'1 citation becomes 1 footnote; 2 marks move past punctuation; 1 entry reformatted'
	);
});
