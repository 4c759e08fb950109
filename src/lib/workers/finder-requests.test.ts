import assert from 'node:assert/strict';
import { test } from 'node:test';
import { areIds, areRecords, asked, isCount, isExcerptQuery, isFindOptions } from './finder-requests';

test('what the page asks of the library passes, and what is bent does not', () => {
	const use = new Map([['a', { here: 1, section: 0, last: 2 }]]);
	const about = { here: new Set(['a']), cited: new Set<string>() };
	for (const good of [{}, { limit: 7 }, { limit: 1000, use, about }]) assert.ok(isFindOptions(good));
	for (const bad of [
		null,
		{ limit: '7' },
		{ limit: -1 },
		{ about: { here: ['a'], cited: [] } },
		{ use: { a: 1 } },
		{ use: new Map([['a', { here: 1 }]]) }
	])
		assert.ok(!isFindOptions(bad), JSON.stringify(bad));
	assert.ok(areRecords([{ id: '', type: 'book' }]) && !areRecords([{ id: '' }]));
	assert.ok(areIds(['a']) && !areIds(['a', 1]));
	assert.ok(isCount(0) && !isCount(NaN));
	const query = { words: '', section: '', only: false, limit: 9 };
	assert.ok(isExcerptQuery(query) && !isExcerptQuery({ ...query, only: 'no' }));
});

test('what cannot be read is refused in words', () => {
	assert.deepEqual(asked(['a'], areIds), ['a']);
	assert.throws(() => asked([1], areIds), /load it anew/);
});
