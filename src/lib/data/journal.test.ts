/** The library's journal beside a model of it: acts, undo and redo in any order and overlap, some of which fail. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import type { Source } from '$lib/core/source';
import { Database } from './db';
import { addSources, changeSources, editSource, journalOf, removeSources } from './sources';

let serial = 0;
const fresh = () => new Database(`journal-${serial++}`);
const book = (title: string) => ({ item: { id: '', type: 'book', title, author: [{ family: 'Sund' }] } });

/** What of a source the model knows. */
const view = (list: Source[]) =>
	list.map((s) => `${s.item.title as string}|${s.annotation}|${s.tags.join('+')}`).sort();

type Op =
	| { do: 'add'; n: number }
	| { do: 'note' | 'tag' | 'remove'; at: number }
	| { do: 'undo' | 'redo' | 'undo twice' }
	| { do: 'failed write' };

const op: fc.Arbitrary<Op> = fc.oneof(
	fc.record({ do: fc.constant('add' as const), n: fc.integer({ min: 1, max: 3 }) }),
	fc.record({ do: fc.constantFrom('note' as const, 'tag' as const, 'remove' as const), at: fc.nat(6) }),
	fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const, 'undo twice' as const) }),
	fc.constant<Op>({ do: 'failed write' })
);

test('acts, undo and redo, some failing, overlapping or not, come to what a model says (property)', async () => {
	await fc.assert(
		fc.asyncProperty(fc.array(op, { maxLength: 14 }), fc.boolean(), async (ops, overlap) => {
			const base = fresh();
			const journal = journalOf(base);
			const states: Source[][] = [[]];
			let at = 0;
			let number = 0;
			const pending: Promise<unknown>[] = [];
			// the model: a line of states, and where in it one is
			const done = (next: Source[]) => {
				states.splice(at + 1);
				states.push(next);
				at++;
			};
			for (const o of ops) {
				// ids have to be known to speak of a source; with overlap only acts that need none run together
				const list = o.do === 'note' || o.do === 'tag' || o.do === 'remove' || !overlap ? await settled() : [];
				const target = 'at' in o && list.length ? list[o.at % list.length].id : '';
				const run = async (): Promise<void> => {
					if (o.do === 'add') {
						await addSources(
							Array.from({ length: o.n }, () => book(`T${number++}`)),
							'x',
							base
						);
						done(await base.sources.toArray());
					} else if (o.do === 'note' && target) {
						await editSource(target, (s) => ({ ...s, annotation: `${s.annotation}n` }), 'x', base);
						done(await base.sources.toArray());
					} else if (o.do === 'tag' && target) {
						await changeSources([target], (s) => ({ ...s, tags: [...s.tags, 't'] }), 'x', base);
						done(await base.sources.toArray());
					} else if (o.do === 'remove' && target) {
						await removeSources([target], base);
						done(await base.sources.toArray());
					} else if (o.do === 'failed write') {
						const clash = [
							{ id: 'x1', key: 'same' },
							{ id: 'x2', key: 'same' }
						].map((s) => ({ ...s, item: { id: s.id, type: 'book' }, tags: [], shelves: [] }) as unknown as Source);
						await assert.rejects(journal.act('clash', { put: clash }));
					} else if (o.do === 'undo' || o.do === 'undo twice') {
						const times = o.do === 'undo' ? 1 : 2;
						const answers = await Promise.all(Array.from({ length: times }, () => journal.undo()));
						const steps = answers.filter(Boolean).length;
						assert.equal(steps, Math.min(times, at));
						at -= steps;
					} else if (o.do === 'redo') {
						if (await journal.redo()) at++;
					}
				};
				if (overlap && (o.do === 'add' || o.do === 'failed write')) pending.push(run());
				else {
					await settled();
					await run();
					assert.deepEqual(view(await base.sources.toArray()), view(states[at]));
				}
			}
			await settled();
			const all = await base.sources.toArray();
			assert.equal(new Set(all.map((s) => s.key)).size, all.length, 'keys are handed out once');
			// back to the beginning, whatever happened
			while (await journal.undo());
			assert.deepEqual(await base.sources.toArray(), []);

			async function settled(): Promise<Source[]> {
				await Promise.all(pending.splice(0));
				return base.sources.toArray();
			}
		}),
		{ numRuns: 60 }
	);
});

test('an undo that could not be written can be asked for again', async () => {
	const base = fresh();
	await addSources([book('A')], 'x', base);
	const journal = journalOf(base);
	const { bulkDelete } = base.sources;
	base.sources.bulkDelete = () => {
		throw new Error('The disk is full.');
	};
	await assert.rejects(journal.undo(), /disk is full/);
	base.sources.bulkDelete = bulkDelete;
	assert.equal(await base.sources.count(), 1);
	assert.equal(journal.next.undo, 'Added 1 source');
	assert.equal((await journal.undo())?.what, 'Added 1 source');
	assert.equal(await base.sources.count(), 0);
});

test('two quick undos during a long one take back three acts, one each', async () => {
	const base = fresh();
	for (const t of ['A', 'B', 'C']) await addSources([book(t)], 'x', base);
	const journal = journalOf(base);
	const answers = await Promise.all([journal.undo(), journal.undo(), journal.undo(), journal.undo()]);
	assert.deepEqual(
		answers.map((a) => a?.what ?? null),
		['Added 1 source', 'Added 1 source', 'Added 1 source', null]
	);
	assert.equal(await base.sources.count(), 0);
});

test('sources added at the same moment get keys of their own; edits of many and of one are both kept', async () => {
	const base = fresh();
	const added = await Promise.all(Array.from({ length: 6 }, (_, i) => addSources([book(`T${i}`)], 'x', base)));
	assert.equal(new Set(added.flat().map((s) => s.key)).size, 6);
	const [a] = added[0];
	await Promise.all([
		changeSources([a.id], (s) => ({ ...s, tags: [...s.tags, 'x'] }), 'x', base),
		editSource(a.id, (s) => ({ ...s, annotation: 'kept' }), 'x', base),
		changeSources([a.id], (s) => ({ ...s, tags: [...s.tags, 'y'] }), 'x', base)
	]);
	const now = (await base.sources.get(a.id))!;
	assert.deepEqual([now.tags, now.annotation], [['x', 'y'], 'kept']);
});
