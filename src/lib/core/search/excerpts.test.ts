import assert from 'node:assert/strict';
import { test } from 'node:test';
import { blankSource, type Excerpt, type Source } from '../source';
import { findExcerpts } from './excerpts';

const source = (id: string, title: string, excerpts: Partial<Excerpt>[]): Source => ({
	...blankSource({
		id,
		type: 'book',
		title,
		author: [{ family: 'Okafor', given: 'Ada' }],
		issued: { 'date-parts': [[1998]] }
	}),
	excerpts: excerpts.map((e) => ({ kind: 'quotation', text: '', ...e }))
});
const library = [
	source('a', 'Lamps', [{ text: 'The quay was lit.' }, { text: 'Nobody counted.', section: 'Wages at night' }]),
	source('b', 'Eels', []),
	source('c', 'Tides', [{ text: 'Ebb and flow' }])
];
const ask = (more: Partial<Parameters<typeof findExcerpts>[1]>) =>
	findExcerpts(library, { words: '', section: '', only: false, limit: 50, ...more });
const ids = (f: ReturnType<typeof findExcerpts>) => f.list.map((x) => `${x.sourceId}${x.index}`);

test('all excerpts are found, those for the section first', () => {
	assert.deepEqual(ids(ask({})), ['a0', 'a1', 'c0']);
	const night = ask({ section: 'Wages' });
	assert.deepEqual(ids(night), ['a1', 'a0', 'c0']);
	assert.deepEqual([night.all, night.here], [3, 1]);
	assert.deepEqual(ids(ask({ section: 'Wages', only: true })), ['a1']);
});

test('words of the excerpt, of its author, year and title find it; all of them have to be there', () => {
	assert.deepEqual(ids(ask({ words: 'QUAY okafor' })), ['a0']);
	assert.deepEqual(ids(ask({ words: '1998 tides' })), ['c0']);
	assert.deepEqual(ids(ask({ words: 'quay ebb' })), []);
});

test('not more than is asked for, and the counts are of all', () => {
	const few = ask({ limit: 1 });
	assert.equal(few.list.length, 1);
	assert.equal(few.all, 3);
});
