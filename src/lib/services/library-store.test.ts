/** What the page holds of the library: what is cited, what was found, everything while a view lists it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import type { Source } from '$lib/core/source';
import type { KnownWords } from '$lib/core/source/sentence-case';
import { Database } from '$lib/data/db';
import { addSources, changeSources, editSource, journalOf, mergeInto, removeSources } from '$lib/data/sources';
import type { Finder } from '$lib/workers/finder';
import type { LibraryState } from '$lib/workers/finder-api';
import { WholeLibrary } from '$lib/workers/whole-library';
import { LibraryStore } from './library-store';

let serial = 0;
const fresh = () => new Database(`library-${serial++}`);
const book = (title: string, more = {}) => ({
	item: { id: '', type: 'book', title, author: [{ family: 'Sund' }], ...more }
});

/** The worker's library in this thread. */
function finderOf(base: Database, tell: (s: LibraryState) => void): Finder {
	const lib = new WholeLibrary(base);
	lib.start(tell);
	return Object.assign(lib, {
		stop() {},
		changed: async (ids: string[]) => WholeLibrary.prototype.changed.call(lib, ids)
	});
}

class Plain extends LibraryStore {
	sources = new Map<string, Source>();
	size = 0;
	indexed = 0;
	whole = false;
	ready = false;
	trouble = '';
	words: KnownWords | null = null;
	news = 0;
	crash = () => {};
	constructor(base: Database, seed = async () => {}) {
		super(
			(tell, onCrash) => {
				this.crash = onCrash;
				return finderOf(base, tell);
			},
			base,
			seed
		);
	}
	get titles(): string[] {
		return [...this.sources.values()].map((s) => s.item.title as string).sort();
	}
}
const retitled = (title: string) => (s: Source) => ({ ...s, item: { ...s.item, title } });

test('what is asked for is held, and nothing else; changes of it are followed', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B'), book('C')], 'x', base);
	const lib = new Plain(base);
	await lib.start();
	await lib.hold([a.id, 'nobody']);
	assert.deepEqual([lib.titles, lib.size], [['A'], 3]);
	await lib.hold([b.id]);
	const before = lib.sources.get(b.id);
	await editSource(a.id, retitled('Lamps'), 'x', base);
	await lib.settled();
	assert.deepEqual(lib.titles, ['B', 'Lamps']);
	assert.equal(lib.sources.get(b.id), before);
	await removeSources([a.id], base);
	await lib.settled();
	assert.deepEqual([lib.titles, lib.size], [['B'], 2]);
	await journalOf(base).undo();
	await lib.settled();
	assert.deepEqual(lib.titles, ['B', 'Lamps']);
	lib.end();
});

test('one that is wanted comes, together with others; one that was not there comes when it is', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', base);
	const lib = new Plain(base);
	await lib.start();
	for (const id of [a.id, b.id, 'later', a.id]) lib.want(id);
	await new Promise((r) => setTimeout(r, 20));
	await lib.settled();
	assert.deepEqual(lib.titles, ['A', 'B']);
	// another tab writes it: only its id is told
	await base.sources.put({ ...a, id: 'later', key: 'later', item: { ...a.item, id: 'later', title: 'Late' } });
	const channel = new BroadcastChannel('rapid-quill-sources');
	channel.postMessage({ put: ['later'], gone: [] });
	for (let i = 0; i < 50 && !lib.sources.has('later'); i++) await new Promise((r) => setTimeout(r, 10));
	channel.close();
	assert.deepEqual(lib.titles, ['A', 'B', 'Late']);
	lib.end();
});

test('a merged source answers to the ids of those merged into it, also where only those are known', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', base);
	const lib = new Plain(base);
	await lib.start();
	await lib.hold([b.id]);
	await mergeInto(a.id, [b.id], {}, base);
	await lib.settled();
	assert.equal(lib.resolve(b.id), a.id);
	const later = new Plain(base);
	assert.deepEqual(
		(await later.few([b.id])).map((s) => s.id),
		[a.id]
	);
	assert.equal(later.resolve(b.id), a.id);
	await later.holdOnly([b.id]);
	assert.deepEqual([...later.sources.keys()], [a.id]);
	lib.end();
	later.end();
});

test('storage that cannot be used is said, and the store is ready all the same', async () => {
	const lib = new Plain(fresh(), () => Promise.reject(new DOMException('x', 'QuotaExceededError')));
	await lib.start();
	assert.match(lib.trouble, /no room left/);
	assert.equal(lib.ready, true);
});

test('a tab that slept finds what it missed of what it holds', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B'), book('C')], 'x', base);
	const lib = new Plain(base);
	await lib.start();
	await lib.hold([a.id, b.id]);
	lib.end();
	const kept = lib.sources.get(b.id);
	await base.sources.put({ ...a, item: { ...a.item, title: 'A2' }, updatedAt: Date.now() + 5000 });
	await lib.check();
	assert.deepEqual(lib.titles, ['A2', 'B']);
	assert.equal(lib.sources.get(b.id), kept);
	const release = await lib.holdAll();
	await base.sources.delete(b.id);
	await lib.check();
	assert.deepEqual(lib.titles, ['A2', 'C']);
	release();
});

test('everything is held while a view needs it, and what nobody needs is let go', async () => {
	const base = fresh();
	const [a] = await addSources([book('A'), book('B')], 'x', base);
	const lib = new Plain(base);
	await lib.start();
	await lib.hold([a.id]);
	const [one, two] = await Promise.all([lib.holdAll(), lib.holdAll()]);
	assert.deepEqual([lib.titles, lib.whole], [['A', 'B'], true]);
	await base.sources.count();
	await addSources(
		Array.from({ length: 300 }, (_, i) => book(`M${i}`)),
		'x',
		base
	);
	await lib.settled();
	assert.equal(lib.sources.size, 302);
	one();
	one();
	assert.equal(lib.whole, true);
	two();
	assert.deepEqual([lib.titles, lib.whole], [['A'], false]);
	lib.end();
});

test('what was found is held for a while; what is needed stays, whatever else is looked for', async () => {
	const base = fresh();
	const added = await addSources(
		Array.from({ length: 1500 }, (_, i) => book(`Lamp ${i}`)),
		'x',
		base
	);
	const lib = new Plain(base);
	await lib.start();
	await lib.hold([added[0].id]);
	for (let i = 0; i < 15; i++) await lib.find(`lamp ${i}`, { limit: 100 });
	assert.ok(lib.sources.size <= 1001, String(lib.sources.size));
	assert.ok(lib.sources.size <= 1001, String(lib.sources.size));
	assert.ok(lib.sources.has(added[0].id));
	lib.end();
});

test('however long ago it was found: what is found once more is there once more', async () => {
	const base = fresh();
	await addSources(
		Array.from({ length: 1500 }, (_, i) => book(`Lamp ${i}`)),
		'x',
		base
	);
	const lib = new Plain(base);
	await lib.find('', { limit: 1 });
	while (lib.indexed < 1500) await new Promise((r) => setTimeout(r, 5));
	assert.equal((await lib.find('lamp 3', { limit: 50 })).length, 50);
	await lib.find('', { limit: 950 });
	// with these there are more than are held: the oldest go, but none of what is asked for now
	const again = await lib.find('lamp 3', { limit: 200 });
	assert.equal(again.length, 111);
	assert.ok(again.every((s) => /^Lamp 3/.test(s.item.title as string)));
	lib.end();
});

test('the worker that died is begun anew when it is asked next', async () => {
	const base = fresh();
	await addSources([book('Lamps')], 'x', base);
	const lib = new Plain(base);
	await lib.start();
	assert.equal((await lib.find('lamps', { limit: 3 })).length, 1);
	lib.crash();
	assert.equal((await lib.find('lamps', { limit: 3 })).length, 1);
	await lib.known();
	assert.ok(lib.words?.people.has('sund'));
	lib.end();
});

test('records that are here already are found, the others added', async () => {
	const base = fresh();
	const [a] = await addSources([book('Lamps of the harbour', { DOI: '10.5555/x' })], 'x', base);
	const lib = new Plain(base);
	const r = await lib.findOrAdd([book('Lamps of the harbour', { DOI: '10.5555/x' }), book('Another')], 'x');
	assert.equal(r.ids[0], a.id);
	assert.equal(r.added, 1);
	for (const id of r.ids) assert.ok(lib.sources.has(id));
	lib.end();
});

/** Acts on the library, in any order and with none waited for but the writing itself. */
const act = fc.oneof(
	fc.record({ t: fc.constantFrom('hold', 'edit', 'remove', 'find', 'want') as fc.Arbitrary<string>, n: fc.nat(11) }),
	fc.record({ t: fc.constant('merge'), n: fc.nat(11), m: fc.nat(11) }),
	fc.record({ t: fc.constantFrom('add', 'undo', 'all', 'release', 'check', 'only'), n: fc.nat(11) })
);

test('whatever is done in whatever order: what is held is what is stored, and what was asked for is held', async () => {
	await fc.assert(
		fc.asyncProperty(fc.array(act, { minLength: 1, maxLength: 14 }), async (acts) => {
			const base = fresh();
			const ids = (
				await addSources(
					Array.from({ length: 12 }, (_, i) => book(`Lamp ${i}`)),
					'x',
					base
				)
			).map((s) => s.id);
			const lib = new Plain(base);
			await lib.start();
			let asked = new Set<string>();
			const releases: Promise<() => void>[] = [];
			const going: Promise<unknown>[] = [];
			let serialNow = 0;
			for (const a of acts) {
				const id = ids[a.n];
				if (a.t === 'hold' || a.t === 'want') {
					asked.add(id);
					if (a.t === 'want') lib.want(id);
					else going.push(lib.hold([id]));
				} else if (a.t === 'only') {
					asked = new Set([id]);
					going.push(lib.holdOnly(asked));
				} else if (a.t === 'edit') await changeSources([id], retitled(`Lamp ${a.n} again ${serialNow++}`), 'x', base);
				else if (a.t === 'remove') await removeSources([id], base);
				else if (a.t === 'find') going.push(lib.find(`lamp ${a.n}`, { limit: 4 }));
				else if (a.t === 'merge' && 'm' in a && a.m !== a.n) {
					const both = await base.sources.bulkGet([id, ids[a.m]]);
					if (both.every(Boolean)) await mergeInto(id, [ids[a.m]], {}, base);
				} else if (a.t === 'add') await addSources([book('More')], 'x', base);
				else if (a.t === 'undo') await journalOf(base).undo();
				else if (a.t === 'all') releases.push(lib.holdAll());
				else if (a.t === 'release') (await releases.pop())?.();
				else if (a.t === 'check') going.push(lib.check());
			}
			await Promise.all([...going, ...releases]);
			await new Promise((r) => setTimeout(r, 1));
			await lib.settled();
			const stored = new Map((await base.sources.toArray()).map((s) => [s.id, s]));
			for (const [id, s] of lib.sources) assert.deepEqual(s, stored.get(id));
			if (lib.whole) assert.equal(lib.sources.size, stored.size);
			for (const id of asked) {
				const now = stored.get(id) ?? [...stored.values()].find((s) => s.replaces?.includes(id));
				if (now) assert.equal(lib.sources.get(lib.resolve(id))?.id, now.id);
			}
			assert.equal(lib.size, stored.size);
			lib.end();
		}),
		{ numRuns: Number(process.env.LIBRARY_RUNS ?? 60) }
	);
});
