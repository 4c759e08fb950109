import assert from 'node:assert/strict';
import { afterEach, beforeEach, mock, test } from 'node:test';
import { ScrollIdle } from './scroll-idle';

beforeEach(() => mock.timers.enable({ apis: ['setTimeout'] }));
afterEach(() => mock.timers.reset());

test('at rest a thing is done at once, in movement once it has ended, in order', () => {
	const rest = new ScrollIdle();
	const done: string[] = [];
	rest.runWhenScrollIdle(() => done.push('at once'));
	assert.deepEqual(done, ['at once']);

	rest.moved();
	rest.runWhenScrollIdle(() => {
		done.push('a');
		assert.equal(rest.moving, true, 'what comes now waits its turn');
		rest.runWhenScrollIdle(() => done.push('c'));
	});
	const back = rest.runWhenScrollIdle(() => done.push('taken back'));
	rest.runWhenScrollIdle(() => done.push('b'));
	back();
	mock.timers.tick(100);
	rest.moved();
	mock.timers.tick(119);
	assert.deepEqual(done, ['at once'], 'every movement begins the wait anew');
	mock.timers.tick(1);
	assert.deepEqual(done, ['at once', 'a', 'b', 'c']);
	assert.equal(rest.moving, false);
});

test('a movement stops what is being done, and nothing of it is lost', () => {
	const rest = new ScrollIdle();
	const done: number[] = [];
	rest.moved();
	for (let i = 0; i < 4; i++)
		rest.runWhenScrollIdle(() => {
			done.push(i);
			if (i === 1) rest.moved();
		});
	mock.timers.tick(120);
	assert.deepEqual(done, [0, 1]);
	mock.timers.tick(119);
	assert.deepEqual(done, [0, 1]);
	mock.timers.tick(1);
	assert.deepEqual(done, [0, 1, 2, 3]);
});

test('nothing comes after the end', () => {
	const rest = new ScrollIdle();
	const done: number[] = [];
	rest.moved();
	rest.runWhenScrollIdle(() => done.push(1));
	rest.end();
	mock.timers.tick(1000);
	assert.deepEqual(done, []);
	assert.equal(rest.moving, false);
});
