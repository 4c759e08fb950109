/** Reading the library in parts, and by ids of what was merged; a database of the version before is carried over. */
import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import Dexie from 'dexie';
import { blankSource, type Source } from '../core/source';
import { Database } from './db';
import { libraryFor, readLibrary, sourcesByIds } from './read-library';

const source = (id: string, more: Partial<Source> = {}): Source => ({
	...blankSource({ id, type: 'book', title: id }),
	key: id,
	...more
});

test('all of a library that takes several parts is read once, bad rows left out', async () => {
	const base = new Database('read-1');
	const all = Array.from({ length: 3100 }, (_, i) => source(String(i).padStart(5, '0')));
	await base.sources.bulkPut(all);
	await base.sources.put({ id: '01499x', key: 'bad' } as unknown as Source);
	const ids = await libraryFor((s) => s.id, base);
	assert.deepEqual(
		ids,
		all.map((s) => s.id)
	);
	let parts = 0;
	for await (const part of readLibrary(base)) parts += part.length ? 1 : 0;
	assert.equal(parts, 3);
});

test('sources come by their ids and by those of what was merged into them, each once', async () => {
	const base = new Database('read-2');
	await base.sources.bulkPut([source('a', { replaces: ['b', 'c'] }), source('d')]);
	const ids = async (list: string[]) => (await sourcesByIds(list, base)).map((s) => s.id);
	assert.deepEqual(await ids(['d', 'b', 'c', 'a', 'nobody']), ['d', 'a']);
	assert.deepEqual(await ids(['c', 'b']), ['a']);
});

test('a database of the version before is carried over: what was merged there is found', async () => {
	const before = new Dexie('read-3');
	before.version(5).stores({ sources: 'id, &key, updatedAt', manuscripts: 'id, updatedAt', settings: 'key' });
	await before.table('sources').bulkPut([source('a', { replaces: ['b'] }), source('d')]);
	before.close();
	const base = new Database('read-3');
	assert.deepEqual(
		(await sourcesByIds(['b'], base)).map((s) => s.id),
		['a']
	);
	assert.equal(await base.sources.count(), 2);
});
