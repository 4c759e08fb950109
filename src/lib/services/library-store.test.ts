/** The library store: what is written while everything is read is there, bad rows are not, merged sources answer. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import type { Source } from '$lib/core/source';
import { Database } from '$lib/data/db';
import { addSources, editSource, journalOf, mergeInto, removeSources } from '$lib/data/sources';
import { LibraryStore } from './library-store';

let serial = 0;
const fresh = () => new Database(`library-${serial++}`);
const book = (title: string, more = {}) => ({
	item: { id: '', type: 'book', title, author: [{ family: 'Sund' }], ...more }
});

class Plain extends LibraryStore {
	sources = new Map<string, Source>();
	ready = false;
	indexed = 0;
	trouble = '';
	get titles(): string[] {
		return [...this.sources.values()].map((s) => s.item.title as string).sort();
	}
}
const store = (base: Database) => new Plain(base, async () => {});
const many = (n: number, from = 0) =>
	Array.from({ length: n }, (_, i) => book(`T${String(from + i).padStart(5, '0')}`));

test('a source that is added while a large library is read is there in the end, and can be found', async () => {
	const base = fresh();
	await addSources(many(4000), 'x', base);
	const lib = store(base);
	const starting = lib.start();
	// between two slices of reading: where its id sorts, before or behind what is being read, is chance
	const added = await Promise.all(
		Array.from({ length: 12 }, (_, i) => addSources([book(`Meanwhile ${i}`)], 'x', base))
	);
	const [gone] = await removeSources([added[0][0].id], base);
	await starting;
	await lib.settled();
	assert.equal(lib.sources.size, 4011);
	for (const [s] of added.slice(1)) assert.ok(lib.sources.has(s.id), s.item.title as string);
	assert.ok(!lib.sources.has(gone.id));
	assert.equal(lib.indexed, 4011);
	assert.equal(lib.index.find('meanwhile 7', { limit: 3 })[0], added[7][0].id);
	lib.end();
});

test('edits, deletions and undo are followed; records keep their identity while unchanged', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', base);
	const lib = store(base);
	await lib.start();
	const before = lib.sources.get(b.id);
	await editSource(a.id, (s) => ({ ...s, item: { ...s.item, title: 'Lamps' } }), 'x', base);
	await lib.settled();
	assert.deepEqual(lib.titles, ['B', 'Lamps']);
	assert.equal(lib.sources.get(b.id), before);
	await removeSources([b.id], base);
	await lib.settled();
	assert.deepEqual(lib.titles, ['Lamps']);
	await journalOf(base).undo();
	await lib.settled();
	assert.deepEqual(lib.titles, ['B', 'Lamps']);
	assert.equal(lib.index.find('lamps', { limit: 3 })[0], a.id);
	lib.end();
});

test('a merged source answers to the ids of those merged into it', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', base);
	const lib = store(base);
	await lib.start();
	await mergeInto(a.id, [b.id], {}, base);
	await lib.settled();
	assert.equal(lib.resolve(b.id), a.id);
	assert.deepEqual([...(await lib.few([b.id])).keys()], [a.id]);
	lib.end();
});

test('rows that cannot be used are not in it, and everything else is', async () => {
	const base = fresh();
	await addSources(many(3), 'x', base);
	await base.sources.put({ id: 'zz', key: 'bad' } as unknown as Source);
	const lib = store(base);
	await lib.start();
	assert.equal(lib.sources.size, 3);
	assert.equal(lib.trouble, '');
	assert.deepEqual([...(await lib.few(['zz'])).keys()], []);
	lib.end();
});

test('storage that cannot be used is said, and the store is ready all the same', async () => {
	const lib = new Plain(fresh(), () => Promise.reject(new DOMException('x', 'QuotaExceededError')));
	await lib.start();
	assert.match(lib.trouble, /no room left/);
	assert.equal(lib.ready, true);
});

test('a tab that slept finds what it missed', async () => {
	const base = fresh();
	const [a] = await addSources([book('A')], 'x', base);
	const lib = store(base);
	await lib.start();
	lib.end();
	await addSources([book('B')], 'x', base);
	await base.sources.put({ ...a, item: { ...a.item, title: 'A2' }, updatedAt: Date.now() + 5000 });
	await lib.check();
	assert.deepEqual(lib.titles, ['A2', 'B']);
});

test('records that are here already are found, the others added', async () => {
	const base = fresh();
	const [a] = await addSources([book('Lamps of the harbour', { DOI: '10.5555/x' })], 'x', base);
	const lib = store(base);
	await lib.start();
	const r = await lib.findOrAdd([book('Lamps of the harbour', { DOI: '10.5555/x' }), book('Another')], 'x');
	assert.equal(r.ids[0], a.id);
	assert.equal(r.added, 1);
	assert.ok(lib.sources.has(r.ids[1]));
	lib.end();
});
