/** Packages: everything that belongs to a manuscript goes with it, and nothing that is here is changed without a word. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { sameContent } from '$lib/core/folder';
import { assetFromData, schema, storeDoc } from '$lib/core/manuscript';
import type { Source } from '$lib/core/source';
import { BackupError, looksLikeBackup } from '../backup';
import { Database } from '../db';
import { createManuscript } from '../desk-manuscripts';
import { docOf, getManuscript, saveManuscript } from '../manuscripts';
import { addSources, editSource } from '../sources';
import { citedIn } from './make';
import { looksLikePackage, makePackage, planPackage, readPackage, takePackage, type Fate } from '.';

let serial = 0;
const fresh = () => new Database(`package-${serial++}`);
const TITLES = ['Lamps of the quay', 'Eels and nets', 'Women of the winter', 'A minute book'];
const book = (title: string, more = {}) => ({
	item: { id: '', type: 'book', title, author: [{ family: 'Sund' }], issued: { 'date-parts': [[1999]] }, ...more }
});
const PNG =
	'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

/** A manuscript that cites all of the sources, and lists the last without citing it. */
async function cited(base: Database, sources: Source[]) {
	const picture = assetFromData(PNG)!;
	await base.assets.put(picture);
	const cites = sources.slice(0, -1).map((s, i) =>
		schema.nodes.citation.create({
			id: `c${i}`,
			cites: [{ sourceId: s.id, locator: null, prefix: '', suffix: '', form: 'full' }]
		})
	);
	const figure = schema.nodes.figure.create({ asset: picture.id }, schema.nodes.figure.createAndFill()!.content);
	const doc = schema.nodes.doc.create({ settings: { uncited: [{ id: sources.at(-1)!.id, why: 'read' }] } }, [
		schema.nodes.paragraph.create(null, [schema.text('So it is '), ...cites]),
		figure
	]);
	const m = await createManuscript('Essay', 'Night', base);
	await saveManuscript(m.id, { doc: storeDoc(doc) }, base);
	return m.id;
}
const rows = async (base: Database) =>
	JSON.stringify([await base.sources.orderBy('id').toArray(), await base.manuscripts.orderBy('id').toArray()]);

test('a manuscript goes with its sources, their excerpts, its pictures and its style', async () => {
	const base = fresh();
	const sources = await addSources(
		TITLES.map((t) => ({
			...book(t),
			annotation: `on ${t}`,
			excerpts: [{ kind: 'quotation' as const, text: `from ${t}` }]
		})),
		'typed',
		base
	);
	await addSources([book('Not cited')], 'typed', base);
	const id = await cited(base, sources);
	const text = await makePackage([id], [], base);
	assert.ok(looksLikePackage(text) && !looksLikeBackup(text));
	const { backup, skipped } = readPackage(text);
	assert.deepEqual(skipped, []);
	assert.deepEqual(
		backup.sources.map((s) => [s.item.title, s.annotation, s.excerpts[0].text]).sort(),
		TITLES.map((t) => [t, `on ${t}`, `from ${t}`]).sort()
	);
	assert.equal(backup.assets.length, 1);
	const other = fresh();
	const plan = await planPackage(backup, other);
	assert.ok(plan.rows.every((r) => r.state === 'new'));
	const taken = await takePackage(backup, plan, {}, 'night-package.json', other);
	assert.equal(taken.added, 4);
	const m = (await getManuscript(taken.manuscripts[0].id, other))!;
	assert.equal((await other.sources.bulkGet(citedIn(m))).filter(Boolean).length, 4);
	assert.equal(await other.assets.count(), 1);
	assert.ok(sameContent(docOf(m).toJSON(), docOf((await getManuscript(id, base))!).toJSON()));
	// again: all is here, and the manuscript comes in beside the first
	const again = await planPackage(backup, other);
	assert.ok(again.rows.every((r) => r.state === 'same' && r.fate === 'use') && again.here.has(m.id));
	const twice = await takePackage(backup, again, {}, 'x', other);
	assert.deepEqual([twice.added, twice.filled, await other.manuscripts.count()], [0, 0, 2]);
	assert.equal(await twice.takeBack(), 0);
	assert.equal(await other.manuscripts.count(), 1);
	// what was written since stays
	await saveManuscript(m.id, { title: 'Mine now' }, other);
	assert.equal(await taken.takeBack(), 1);
	assert.deepEqual([(await getManuscript(m.id, other))?.title, await other.sources.count()], ['Mine now', 4]);
});

test('whatever is chosen: every citation has its source, no field that is here is changed, and all can be taken back', async () => {
	const some = fc.array(
		fc.record({ t: fc.nat(3), publisher: fc.constantFrom('Quay', 'Shore', ''), note: fc.constantFrom('', 'read') }),
		{ maxLength: 4 }
	);
	await fc.assert(
		fc.asyncProperty(
			some,
			some,
			fc.boolean(),
			fc.array(fc.constantFrom<Fate>('use', 'fill', 'apart'), { maxLength: 5 }),
			async (there, here, same, chosen) => {
				const [a, b] = [fresh(), fresh()];
				const make = (l: typeof there) =>
					l.map((x) => ({ ...book(TITLES[x.t], x.publisher ? { publisher: x.publisher } : {}), annotation: x.note }));
				const sources = await addSources([...make(there), book('Always')], 'typed', a);
				await addSources(make(here), 'typed', b);
				// some are of one origin
				if (same) await b.sources.bulkPut(sources.map((s, i) => ({ ...s, key: `same${i}` })));
				if (same) await editSource(sources[0].id, (s) => ({ ...s, item: { ...s.item, publisher: 'Own' } }), '', b);
				const id = await cited(a, sources);
				const { backup } = readPackage(await makePackage([id], [], a));
				const before = await rows(b);
				const was = await b.sources.toArray();
				const plan = await planPackage(backup, b);
				const taken = await takePackage(backup, plan, { ...chosen }, 'p', b);
				const m = (await getManuscript(taken.manuscripts[0].id, b))!;
				const titles = (await b.sources.bulkGet(citedIn(m))).map((s) => s?.item.title).sort();
				assert.deepEqual([...new Set(titles)], [...new Set(sources.map((s) => s.item.title))].sort());
				for (const s of was) {
					const now = (await b.sources.get(s.id))!;
					for (const [k, v] of Object.entries(s.item)) assert.deepEqual(now.item[k], v);
					assert.ok(now.annotation.includes(s.annotation) && now.key === s.key);
				}
				assert.equal(await taken.takeBack(), 0);
				const times = (t: string) => t.replace(/"updatedAt":\d+/g, '');
				assert.equal(times(await rows(b)), times(before));
				for (const x of [a, b]) await x.delete();
			}
		),
		{ numRuns: 60 }
	);
});

test('a choice of sources; a package that is none, breaks off, or holds records that cannot be read', async () => {
	const base = fresh();
	const [one] = await addSources(
		TITLES.map((t) => book(t)),
		'typed',
		base
	);
	const text = await makePackage([], [one.id], base);
	assert.deepEqual(
		readPackage(text).backup.sources.map((s) => s.item.title),
		[TITLES[0]]
	);
	assert.throws(() => readPackage(text.slice(0, 200)), /breaks off or is no package/);
	assert.throws(() => readPackage('{"format":"other"}'), BackupError);
	assert.throws(() => readPackage(text.replace('"version": 1', '"version": 9')), /newer version/);
	const bad = readPackage(text.replace('"tags":[]', '"tags":7'));
	assert.deepEqual([bad.backup.sources.length, bad.skipped.length], [0, 1]);
});
