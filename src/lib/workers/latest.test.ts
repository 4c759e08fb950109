import assert from 'node:assert/strict';
import { test } from 'node:test';
import { latestOnly } from './latest';

test('of requests that come together only the newest has its turn', async () => {
	const line = latestOnly();
	assert.deepEqual(await Promise.all([1, 2, 3].map((n) => line.turn(n))), [false, false, true]);
});

test('a late straggler does not overtake a newer one', async () => {
	const line = latestOnly();
	assert.deepEqual(await Promise.all([3, 2].map((n) => line.turn(n))), [true, false]);
	assert.equal(await line.turn(2), false);
});

test('requests that come one by one all have their turn', async () => {
	const line = latestOnly();
	for (const n of [1, 2, 5]) assert.equal(await line.turn(n), true);
});
