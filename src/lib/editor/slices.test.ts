import assert from 'node:assert/strict';
import { test } from 'node:test';
import { setTimeout as wait } from 'node:timers/promises';
import { inSlices } from './slices';

test('each is done once, in order, after what called; the end is told', async () => {
	const seen: number[] = [];
	const ended = new Promise<void>((ok) => inSlices([1, 2, 3], (x) => seen.push(x), ok));
	assert.deepEqual(seen, []);
	await ended;
	assert.deepEqual(seen, [1, 2, 3]);
});

test('others get their turn between slices', async () => {
	const order: string[] = [];
	const slow = (x: string) => {
		order.push(x);
		const begun = performance.now();
		while (performance.now() - begun < 10);
	};
	const ended = new Promise<void>((ok) => inSlices(['a', 'b', 'c'], slow, ok));
	setTimeout(() => order.push('key'), 1);
	await ended;
	assert.ok(order.indexOf('key') < order.indexOf('c'), order.join());
});

test('what is stopped does no more', async () => {
	const seen: number[] = [];
	const stop = inSlices([1, 2], (x) => seen.push(x));
	stop();
	await wait(20);
	assert.deepEqual(seen, []);
});
