import assert from 'node:assert/strict';
import { test } from 'node:test';
import { setTimeout as wait } from 'node:timers/promises';
import { Soon } from './soon';

test('it is done once, after a pause', async () => {
	let times = 0;
	const soon = new Soon(() => times++, 20, 10_000);
	for (let i = 0; i < 5; i++) soon.ask();
	assert.equal(times, 0);
	await wait(60);
	assert.equal(times, 1);
	soon.ask();
	await wait(60);
	assert.equal(times, 2);
});

test('who asks without a pause does not put it off for ever', async () => {
	let times = 0;
	const soon = new Soon(() => times++, 10_000, 40);
	const begun = performance.now();
	while (!times && performance.now() - begun < 5000) {
		soon.ask();
		await wait(5);
	}
	assert.equal(times, 1);
	assert.ok(performance.now() - begun >= 35);
	soon.stop();
});

test('a shorter wait this time; stopped, it is not done', async () => {
	let times = 0;
	const soon = new Soon(() => times++, 10_000, 20_000);
	soon.ask(0);
	await wait(30);
	assert.equal(times, 1);
	soon.ask(10);
	soon.stop();
	await wait(40);
	assert.equal(times, 1);
});
