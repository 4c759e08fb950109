/** Nothing that was made is lost: the bin, rows that cannot be used, restoring, and two who write one manuscript. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { setTimeout as wait } from 'node:timers/promises';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { storeDoc, readDoc, schema, SCHEMA_VERSION } from '$lib/core/manuscript';
import type { Source } from '$lib/core/source';
import { makeBackup, readBackup, restore } from './backup';
import { binned, emptyOldBin, forget, putBack } from './bin';
import { Database, type Manuscript } from './db';
import { docOf, getManuscript, listManuscripts, ManuscriptWriter, saveManuscript } from './manuscripts';
import { versionsOf } from './versions';
import { createManuscript, removeManuscript } from './desk-manuscripts';
import { soundSources } from './repair';
import { toRepair } from './repair-source';
import { isWork } from '../core/work';
import { repairSource } from './repair-source';
import { rowFault } from './row-schemas';
import { isManuscript, isOwnStyle, isSource, isVersion } from './rows';
import { addSources, journalOf, mergeInto, removeSources } from './sources';
import { openStrip } from './strip';
import { allUses } from './uses';
import { getSetting } from './settings';

let serial = 0;
const fresh = () => new Database(`keeping-${serial++}`);
const book = (title: string) => ({ item: { id: '', type: 'book', title, author: [{ family: 'Sund' }] } });
/** A stored text that cites sources. */
const citing = (...ids: string[]) =>
	storeDoc(
		schema.nodes.doc.create(
			null,
			schema.nodes.paragraph.create(
				null,
				ids.map((sourceId, i) =>
					schema.nodes.citation.create({
						id: `c${i}`,
						cites: [{ sourceId, locator: null, prefix: '', suffix: '', form: 'parenthetical' }]
					})
				)
			)
		)
	);

// --- the bin --------------------------------------------------------------------------------------------------------

test('deleted sources and manuscripts are in the bin after a reload, and come back with what they need', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', base);
	const m = await createManuscript('Essay', 'On lamps', base);
	await saveManuscript(m.id, { doc: citing(a.id, b.id) }, base);
	await removeSources([a.id], base);
	await removeManuscript(m.id, base);
	assert.deepEqual((await binned(base)).map((r) => r.title).sort(), ['A', 'On lamps']);
	// another took its key meanwhile
	await addSources([{ ...book('Other'), key: a.key }], 'x', base);
	const done = await putBack([`manuscript:${m.id}`], base);
	assert.deepEqual([done.manuscripts, done.sources], [1, 1], 'the source it cites comes along');
	assert.equal((await base.sources.get(a.id))?.key, `${a.key}-2`);
	assert.equal((await versionsOf(m.id, base)).length, 1);
	assert.deepEqual(await binned(base), []);
});

test('what undo brings back is not in the bin any more; what was merged was not deleted', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', base);
	await removeSources([a.id], base);
	assert.equal((await binned(base)).length, 1);
	await journalOf(base).undo();
	assert.deepEqual(await binned(base), []);
	await mergeInto(a.id, [b.id], {}, base);
	assert.deepEqual(await binned(base), []);
});

test('after thirty days it is gone; before, only who says so lets it go', async () => {
	const base = fresh();
	const [a] = await addSources([book('A')], 'x', base);
	await removeSources([a.id], base);
	assert.equal(await emptyOldBin(base, Date.now() + 29 * 86_400_000), 0);
	assert.equal(await emptyOldBin(base, Date.now() + 31 * 86_400_000), 1);
	const [b] = await addSources([book('B')], 'x', base);
	await removeSources([b.id], base);
	await forget([`source:${b.id}`], base);
	assert.deepEqual(await binned(base), []);
});

// --- rows that cannot be used ---------------------------------------------------------------------------------------

const good: Source = {
	id: 'a',
	key: 'k',
	item: { id: 'a', type: 'book', author: [{ family: 'Sund' }], issued: { 'date-parts': [[1929]] } },
	tags: [],
	shelves: [],
	annotation: '',
	excerpts: [{ kind: 'remark', text: 'x' }],
	origin: 'typed',
	createdAt: 1,
	updatedAt: 2
};
const goodManuscript = { id: 'm', doc: { version: 2, content: '{}' } };
const goodVersion = { manuscriptId: 'm', at: 1, doc: { version: 2, content: {} } };
const goodWork = {
	id: 'work-w',
	title: 'Winters',
	parts: [
		{ t: 'part', id: 'p', title: 'One' },
		{ t: 'text', id: 'c', manuscript: 'm', numbered: true, shares: true }
	]
};
const goodStyle = { id: 'own-x', title: 'X', xml: '<style/>', parent: '' };

/** A sound row with something put in, taken out or exchanged, at any depth. */
const spoiled = (row: object): fc.Arbitrary<unknown> =>
	fc
		.tuple(
			fc.array(fc.nat(20), { minLength: 1, maxLength: 3 }),
			fc.oneof(fc.constant('DELETE'), fc.constantFrom(null, 0, '', 'x', [], {}, [null], true, [{}], Number.NaN))
		)
		.map(([path, value]) => {
			const out = structuredClone(row) as Record<string, unknown>;
			let at: Record<string, unknown> = out;
			for (const [i, n] of path.entries()) {
				const keys = Object.keys(at);
				if (!keys.length) break;
				const key = keys[n % keys.length];
				const inner = at[key];
				if (i < path.length - 1 && inner && typeof inner === 'object') at = inner as Record<string, unknown>;
				else {
					if (value === 'DELETE') delete at[key];
					else at[key] = value;
					break;
				}
			}
			return out;
		});

test('the quick guards and the Joi schemas say the same of any row (property)', () => {
	for (const [table, guard, row] of [
		['sources', isSource, good],
		['manuscripts', isManuscript, goodManuscript],
		['versions', isVersion, goodVersion],
		['styles', isOwnStyle, goodStyle],
		['works', isWork, goodWork]
	] as const) {
		assert.equal(guard(row), true);
		assert.equal(rowFault(table, row), '');
		fc.assert(
			fc.property(spoiled(row), (x) => assert.equal(guard(x), rowFault(table, x) === '', rowFault(table, x))),
			{ numRuns: 800 }
		);
	}
});

test('a source without item or tags is set aside, named, and can be completed; the others are there', async () => {
	const base = fresh();
	await base.sources.bulkPut([
		good,
		{ ...good, id: 'b', key: 'b', tags: undefined } as unknown as Source,
		{ id: 'c', key: 'c' } as unknown as Source
	]);
	assert.deepEqual(
		soundSources(await base.sources.toArray(), base).map((s) => s.id),
		['a']
	);
	for (let i = 0; i < 50 && (await base.repair.count()) < 2; i++) await wait(10);
	assert.deepEqual(
		(await base.sources.toArray()).map((s) => s.id),
		['a']
	);
	const rows = await toRepair(base);
	assert.deepEqual(rows.map((r) => r.fault).sort(), ['“item” is missing', '“tags” is missing']);
	const [b, c] = ['b', 'c'].map((id) => rows.find((r) => r.id === `sources:${id}`)!);
	assert.equal(await repairSource(c, base), '');
	assert.equal(await repairSource(b, base), 'b');
	assert.deepEqual((await base.sources.get('b'))?.tags, []);
	assert.equal(await base.repair.count(), 1);
});

test('a manuscript with a broken strip, words or style title is there; one without a text is set aside', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	for (const strip of ['{', null, { ticks: 3 }, '{"sections":[{}],"ticks":[],"checks":[]}'])
		await base.manuscripts.put({
			...m,
			id: `m-${String(JSON.stringify(strip))}`,
			strip: strip as unknown as string,
			words: null as unknown as number,
			styleTitle: undefined as unknown as string,
			updatedAt: Number.NaN
		});
	await base.manuscripts.put({ id: 'bad', title: 'No text' } as unknown as Manuscript);
	const list = await listManuscripts(base);
	assert.equal(list.length, 5);
	for (const x of list) {
		assert.deepEqual(openStrip(x.strip).ticks, []);
		assert.equal(typeof x.words, 'number');
		assert.ok(x.styleTitle);
	}
	for (let i = 0; i < 50 && !(await base.repair.count()); i++) await wait(10);
	assert.equal(await getManuscript('bad', base), undefined);
	assert.equal((await toRepair(base))[0].id, 'manuscripts:bad');
});

test('where sources are cited is counted though one manuscript cannot be read', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	await saveManuscript(m.id, { doc: citing('a', 'b') }, base);
	await base.manuscripts.put({ ...m, id: 'cut', doc: { version: 2, content: '{"type":"doc"' } });
	await base.manuscripts.put({ ...m, id: 'newer', doc: { version: 99, content: {} } });
	assert.deepEqual([...(await allUses(base)).keys()], ['a', 'b']);
});

test('a setting of another kind counts as not set; one under its old name is found', async () => {
	const base = fresh();
	await base.settings.bulkPut([
		{ key: 'sort', value: 7 },
		{ key: 'columns', value: null },
		{ key: 'lastBackup', value: 'x' },
		{ key: 'apart', value: ['a b'] }
	]);
	assert.deepEqual(await getSetting('sort', base), { by: 'author', down: false });
	assert.equal((await getSetting('columns', base)).length, 6);
	assert.equal(await getSetting('lastBackup', base), 0);
	assert.deepEqual(await getSetting('notDuplicates', base), ['a b']);
});

// --- restoring ------------------------------------------------------------------------------------------------------

test('taking a restore back leaves what was written since', async () => {
	const from = fresh();
	const [a] = await addSources([book('A')], 'x', from);
	const m = await createManuscript('Essay', 'On lamps', from);
	const other = await createManuscript('Essay', 'Other', from);
	const { backup } = readBackup(JSON.stringify(await makeBackup(from)));
	const to = fresh();
	const { takeBack } = await restore(backup, false, to);
	await saveManuscript(m.id, { title: 'On lamps, at length' }, to);
	await to.sources.put({ ...(await to.sources.get(a.id))!, annotation: 'mine', updatedAt: Date.now() + 5 });
	await addSources([book('Since')], 'x', to);
	assert.equal(await takeBack(), 2);
	assert.equal((await to.manuscripts.get(m.id))?.title, 'On lamps, at length');
	assert.equal(await to.manuscripts.get(other.id), undefined);
	assert.deepEqual((await to.sources.toArray()).map((s) => s.item.title).sort(), ['A', 'Since']);
});

test('a restored manuscript keeps the state it replaces as a version, and is another state for who has it open', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	await saveManuscript(m.id, { doc: citing('old') }, base);
	const { backup } = readBackup(JSON.stringify(await makeBackup(base)));
	const writer = new ManuscriptWriter((await base.manuscripts.get(m.id))!, base);
	await writer.save({ doc: citing('new') });
	await restore(backup, true, base);
	const now = (await base.manuscripts.get(m.id))!;
	assert.ok(readDoc(now.doc).eq(readDoc(citing('old'))));
	assert.ok((await versionsOf(m.id, base)).some((v) => readDoc(v.doc).eq(readDoc(citing('new')))));
	const outcome = await writer.save({ doc: citing('newer') });
	assert.equal(outcome.kind, 'changed', 'the next key does not undo the restore');
	const { row, copy } = await writer.keepBoth(now, { doc: citing('newer') });
	assert.ok(readDoc(copy.doc).eq(readDoc(citing('old'))));
	assert.ok(readDoc(row.doc).eq(readDoc(citing('newer'))));
});

test('a manuscript renamed on the desk while it is open keeps its new name with the next key', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	const writer = new ManuscriptWriter(m, base);
	await writer.save({ doc: citing('a'), title: 'On lamps' });
	await saveManuscript(m.id, { title: 'Lamps of Port Ennis' }, base);
	const outcome = await writer.save({ doc: citing('a', 'b'), title: 'On lamps' });
	assert.ok(outcome.kind === 'saved' && outcome.row.title === 'Lamps of Port Ennis');
	// who renames it where it is written means it
	const mine = await writer.save({ doc: citing('a'), title: 'Mine' });
	assert.ok(mine.kind === 'saved' && mine.row.title === 'Mine');
});

test('style and uncited sources of an older record go into the document, which owns them from then on', () => {
	const doc = { version: 1, content: { type: 'doc', attrs: {}, content: [{ type: 'paragraph' }] } };
	const row = { id: 'm', doc, styleId: 'ieee', styleTitle: 'IEEE', form: 'in-text', locale: 'de-DE', uncited: ['a'] };
	const read = docOf(row as unknown as Manuscript);
	assert.equal(storeDoc(read).version, SCHEMA_VERSION);
	const attrs = JSON.parse(JSON.stringify(read.attrs)) as { style: unknown; settings: { uncited: unknown } };
	assert.deepEqual(attrs.style, { id: 'ieee', title: 'IEEE', form: 'in-text', locale: 'de-DE', facts: null });
	assert.deepEqual(attrs.settings.uncited, [{ id: 'a', why: '' }]);
});
