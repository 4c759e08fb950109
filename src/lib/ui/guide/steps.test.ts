import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Source } from '$lib/core/source';
import { exampleOf, stepOf } from './steps';

test('a step is next when all before it are done, whatever order they were done in', () => {
	const none = { words: 0, places: false, switched: false };
	assert.equal(stepOf(none), 0);
	assert.equal(stepOf({ ...none, words: 3 }), 0);
	assert.equal(stepOf({ ...none, words: 4 }), 1);
	assert.equal(stepOf({ ...none, words: 4, switched: true }), 1);
	assert.equal(stepOf({ words: 0, places: true, switched: false }), 2);
	assert.equal(stepOf({ words: 9, places: true, switched: true }), 3);
});

test('the example is a source that has a name, a year and pages', () => {
	const source = (item: object) => ({ item }) as unknown as Source;
	const dated = { issued: { 'date-parts': [[1999]] } };
	assert.equal(exampleOf([]), null);
	assert.equal(exampleOf([source({ author: [{ literal: 'Board' }], page: '1', ...dated })]), null);
	assert.deepEqual(
		exampleOf([source({ title: 'Eel' }), source({ author: [{ family: 'Holm' }], page: '3-10', ...dated })]),
		{ source: 'Holm 1999', typed: 'holm 1999' }
	);
});
