import assert from 'node:assert/strict';
import { test } from 'node:test';
import { whenLate } from './late';

const after = <T>(ms: number, v: T) => new Promise<T>((ok) => setTimeout(() => ok(v), ms));

test('an answer in time, one that is late, one that never comes, and one that fails', async (t) => {
	t.mock.timers.enable({ apis: ['setTimeout'] });
	let late = 0;
	const soon = whenLate(after(5, 'a'), 20, () => late++);
	t.mock.timers.tick(10);
	assert.equal(await soon, 'a');
	t.mock.timers.tick(100);
	assert.equal(late, 0);
	const slow = whenLate(after(30, 'b'), 20, () => late++);
	t.mock.timers.tick(30);
	assert.equal(await slow, 'b');
	assert.equal(late, 1);
	void whenLate(new Promise(() => {}), 20, () => late++);
	t.mock.timers.tick(21);
	assert.equal(late, 2);
	await assert.rejects(
		whenLate(Promise.reject(new Error('no')), 20, () => late++),
		/no/
	);
	t.mock.timers.tick(100);
	assert.equal(late, 2);
});
