import assert from 'node:assert/strict';
import { test } from 'node:test';
import { setTimeout as wait } from 'node:timers/promises';
import { Debounce } from './debounce';

test('it is done once, after a pause', async () => {
	let times = 0;
	const soon = new Debounce(() => times++, 20, 10_000);
	for (let i = 0; i < 5; i++) soon.call();
	assert.equal(times, 0);
	await wait(60);
	assert.equal(times, 1);
	soon.call();
	await wait(60);
	assert.equal(times, 2);
});

test('who asks without a pause does not put it off for ever', async () => {
	let times = 0;
	const soon = new Debounce(() => times++, 10_000, 40);
	const begun = performance.now();
	while (!times && performance.now() - begun < 5000) {
		soon.call();
		await wait(5);
	}
	assert.equal(times, 1);
	assert.ok(performance.now() - begun >= 35);
	soon.cancel();
});

test('a shorter wait this time; stopped, it is not done', async () => {
	let times = 0;
	const soon = new Debounce(() => times++, 10_000, 20_000);
	soon.call(0);
	await wait(30);
	assert.equal(times, 1);
	soon.call(10);
	soon.cancel();
	await wait(40);
	assert.equal(times, 1);
});
