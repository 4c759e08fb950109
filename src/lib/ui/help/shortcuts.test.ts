import assert from 'node:assert/strict';
import { test } from 'node:test';
import { findShortcuts, SHORTCUTS } from './shortcuts';

test('keys are found by what they do, by where, and by their names', () => {
	const found = (q: string) => findShortcuts(q).flatMap((g) => g.rows.map((r) => r.what));
	assert.deepEqual(found('find repl'), ['Find and replace']);
	assert.deepEqual(found('styles show'), ['Show the style']);
	assert.ok(found('ctrl').includes('Bold') && !found('ctrl').includes('Find sources'));
	assert.deepEqual(found('xyz'), []);
	assert.equal(found('').length, SHORTCUTS.flatMap((g) => g.rows).length);
});
