import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { firstWords, lastWords } from './snippet';

test('texts are cut between words, and what was cut is shown', () => {
	assert.equal(firstWords('the lamps of the quay', 12), 'the lamps…');
	assert.equal(lastWords('the lamps of the quay', 12), '…of the quay');
	assert.equal(firstWords('lamps', 5), 'lamps');
	assert.equal(lastWords('  lamps', 5), 'lamps');
	assert.equal(firstWords('Lampenanzünderverordnung', 6), 'Lampen…');
});

test('property: no longer than asked and the ellipsis, and a part of the text', () => {
	const text = fc.string({ unit: fc.constantFrom('a', 'b', ' ', '鳥') });
	fc.assert(
		fc.property(text, fc.integer({ min: 1, max: 30 }), (s, max) => {
			const [first, last] = [firstWords(s, max), lastWords(s, max)];
			assert.ok(first.length <= max + 1 && last.length <= max + 1);
			assert.ok(s.startsWith(first.replace(/…$/, '')));
			assert.ok(s.endsWith(last.replace(/^…/, '')));
		})
	);
});
