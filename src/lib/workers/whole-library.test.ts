/** The whole library in its worker: what is written while it is read is there, bad rows are not, and it can be asked. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import type { Source } from '$lib/core/source';
import { onSourceChange } from '$lib/data/changes';
import { Database } from '$lib/data/db';
import { addSources, changeSources, editSource, removeSources } from '$lib/data/sources';
import type { LibraryState } from './finder-api';
import { WholeLibrary } from './whole-library';

let serial = 0;
const fresh = () => new Database(`whole-${serial++}`);
const book = (title: string, more = {}) => ({
	item: { id: '', type: 'book', title, author: [{ family: 'Sund' }], ...more }
});
const many = (n: number) => Array.from({ length: n }, (_, i) => book(`T${String(i).padStart(5, '0')}`));

/** The library of a database, told of every change as the page tells it. */
function whole(base: Database) {
	const states: LibraryState[] = [];
	const lib = new WholeLibrary(base);
	const stop = onSourceChange((c) => lib.changed([...c.put, ...c.gone]));
	lib.start((s) => states.push(s));
	return { lib, states, stop, last: () => states.at(-1)! };
}
/** Titles of what is found, as they are stored. */
const found = async (base: Database, lib: WholeLibrary, words: string) =>
	(await base.sources.bulkGet(await lib.findIds(words, { limit: 3 }))).map((s) => s?.item.title);

test('a source that is added while a large library is read and indexed is there in the end, and can be found', async () => {
	const base = fresh();
	await addSources(many(4000), 'x', base);
	const { lib, last, stop } = whole(base);
	// between two slices of reading: where its id sorts, before or behind what is being read, is chance
	const added: Source[] = [];
	for (let i = 0; i < 12; i++) added.push(...(await addSources([book(`Meanwhile ${i}`)], 'x', base)));
	await removeSources([added[0].id], base);
	await editSource(added[1].id, (s) => ({ ...s, item: { ...s.item, title: 'Corrected since' } }), 'x', base);
	await lib.complete();
	assert.deepEqual([last().size, last().indexed, last().trouble], [4011, 4011, '']);
	assert.equal((await found(base, lib, 'meanwhile 7'))[0], 'Meanwhile 7');
	assert.deepEqual(await found(base, lib, '"meanwhile 0"'), []);
	assert.deepEqual(await found(base, lib, 'corrected'), ['Corrected since']);
	assert.ok(!(await found(base, lib, '"meanwhile 1"')).includes('Meanwhile 1'));
	stop();
});

test('edits and deletions are found at once when they are settled', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('Lamps'), book('Quays')], 'x', base);
	const { lib, stop } = whole(base);
	await lib.settled();
	await editSource(a.id, (s) => ({ ...s, item: { ...s.item, title: 'Eels' } }), 'x', base);
	await removeSources([b.id], base);
	await lib.settled();
	assert.deepEqual(await found(base, lib, 'eels'), ['Eels']);
	assert.deepEqual(await found(base, lib, 'quays'), []);
	stop();
});

test('rows that cannot be used are not in it, and everything else is', async () => {
	const base = fresh();
	await addSources(many(3), 'x', base);
	await base.sources.put({ id: 'zz', key: 'bad' } as unknown as Source);
	const { lib, last, stop } = whole(base);
	await lib.complete();
	assert.deepEqual([last().size, last().trouble], [3, '']);
	stop();
});

test('what it missed it finds when it looks again', async () => {
	const base = fresh();
	const [a] = await addSources([book('A')], 'x', base);
	const { lib, stop } = whole(base);
	await lib.settled();
	stop();
	await addSources([book('Beacons')], 'x', base);
	await base.sources.put({ ...a, item: { ...a.item, title: 'Anchors' }, updatedAt: Date.now() + 5000 });
	await lib.check();
	await lib.complete();
	assert.deepEqual(await found(base, lib, 'beacons'), ['Beacons']);
	assert.deepEqual(await found(base, lib, 'anchors'), ['Anchors']);
});

test('records that surely are here are told from others; kinds, labels and excerpts are of the whole', async () => {
	const base = fresh();
	const [a, b] = await addSources(
		[
			{ ...book('Lamps of the harbour', { DOI: '10.5555/x' }), tags: ['night'], shelves: ['Two'] },
			{ ...book('Tides'), excerpts: [{ kind: 'quotation', text: 'Ebb' }] },
			book('Quays'),
			{ item: { id: '', type: 'map', title: 'A chart' } }
		],
		'x',
		base
	);
	const { lib, stop } = whole(base);
	assert.deepEqual(
		await lib.like([book('Lamps of the Harbour', { DOI: '10.5555/x' }).item, book('Nowhere to be had').item]),
		[a.id, null]
	);
	assert.deepEqual(await lib.labels(), { tags: ['night'], shelves: ['Two'] });
	const { list, all } = await lib.excerpts({ words: 'ebb', section: '', only: false, limit: 9 });
	assert.deepEqual([list.map((e) => e.sourceId), all], [[b.id], 1]);
	assert.equal((await lib.someOfEachKind(2)).length, 3);
	assert.equal((await lib.someOfEachKind(1)).length, 2);
	stop();
});

test('names are learned when the library has become another, and not with every source', async () => {
	const base = fresh();
	const { lib, states, stop } = whole(base);
	await lib.settled();
	const times = () => states.filter((s) => s.learned).length;
	const before = times();
	await addSources([book('One more')], 'x', base);
	await lib.settled();
	const after = times();
	await addSources(many(40), 'x', base);
	await lib.settled();
	assert.ok((await lib.words()).people.has('sund'));
	assert.ok(after - before <= 1);
	assert.equal(times(), after + 1);
	stop();
});

test('much that changes at once is indexed in parts, and found in the end', async () => {
	const base = fresh();
	const added = await addSources(many(900), 'x', base);
	const { lib, last, stop } = whole(base);
	await lib.complete();
	await changeSources(
		added.map((s) => s.id),
		(s) => ({ ...s, tags: ['ledger'] }),
		'x',
		base
	);
	await lib.complete();
	assert.equal((await lib.findIds('tag:ledger', { limit: 2000 })).length, 900);
	assert.equal(last().indexed, 900);
	stop();
});
