/** The caret's place outlives the page, and nothing that is stored can do harm. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { lastCaret, rememberCaret } from './last-caret';

function store(text: string | null = null) {
	return { text, getItem: () => text, setItem: (_k: string, v: string) => void (text = v) };
}

test('each manuscript has its own place, the last forty are kept', () => {
	const s = store();
	assert.equal(lastCaret('a', s), null);
	rememberCaret('a', 12, s);
	rememberCaret('b', 3, s);
	rememberCaret('a', 14, s);
	assert.equal(lastCaret('a', s), 14);
	assert.equal(lastCaret('b', s), 3);
	for (let i = 0; i < 39; i++) rememberCaret(`m${i}`, i, s);
	assert.equal(lastCaret('b', s), null);
	assert.equal(lastCaret('a', s), 14);
});

test('what is no list of places is none', () => {
	for (const text of ['{', 'null', '{"a":1}', '[["a","1"],["a",-1],["a",1.5],7]', '[[1,2]]'])
		assert.equal(lastCaret('a', store(text)), null, text);
	const full = {
		getItem: () => null,
		setItem: () => {
			throw new DOMException('full', 'QuotaExceededError');
		}
	};
	assert.doesNotThrow(() => rememberCaret('a', 1, full));
});
