import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { Database, storageMessage, type Manuscript } from './db';
import { ManuscriptWriter, saveManuscript } from './manuscripts';
import { versionsOf } from './versions';
import { createManuscript, duplicateManuscript, removeManuscript, restoreManuscript } from './desk-manuscripts';
import { changeWork } from './works';
import { beginEmpty, bringDemo, demoLeft, seedOnce, type DemoTexts } from './seed';
import { addSources, editSource, journalOf, KeyTaken, removeSources, saveSource } from './sources';
import { describe, openStrip, storeStrip } from './strip';
import { allUses, usesIn } from './uses';
import { assetsIn, docFromText, readDoc } from '../core/manuscript';
import { root } from '../../../scripts/catalogue';
import { demoPicture } from '../../../scripts/demo-data';

let serial = 0;
const fresh = () => new Database(`test-${serial++}`);
const demo = async (): Promise<DemoTexts> => {
	const read = (f: string) => readFileSync(join(root, 'demo', f), 'utf8');
	return {
		library: JSON.parse(read('library.json')),
		chapter: read('chapter.txt'),
		article: read('article.txt'),
		essay: read('essay.txt'),
		winters: ['burners', 'women', 'arcs'].map((n) => read(`winters/${n}.txt`)),
		pictures: Object.fromEntries(['quay', 'hours', 'lamps'].map((n) => [n, demoPicture(n)]))
	};
};

test('the demo comes once; what a person changes or deletes stays so', async () => {
	const base = fresh();
	await seedOnce(base, demo);
	assert.equal(await base.sources.count(), 67);
	assert.equal(await base.manuscripts.count(), 6);
	await base.manuscripts.delete('shore');
	await seedOnce(base, demo);
	assert.equal(await base.manuscripts.count(), 5);
	const m = (await base.manuscripts.get('lamplighters'))!;
	assert.ok(m.words > 2000 && openStrip(m.strip).ticks.length === 46);
	readDoc(m.doc).check();
	// every picture of a figure is kept, and kept once
	const women = (await base.manuscripts.get('women'))!;
	assert.deepEqual(
		await base.assets.toCollection().primaryKeys(),
		[...new Set([...assetsIn(readDoc(m.doc)), ...assetsIn(readDoc(women.doc))])].sort()
	);
	assert.equal(await base.assets.count(), 3);
});

test('beginning empty can be taken back', async () => {
	const base = fresh();
	await seedOnce(base, demo);
	await beginEmpty(base, demo);
	assert.deepEqual([await base.sources.count(), await base.manuscripts.count(), await base.works.count()], [0, 0, 0]);
	await seedOnce(base, demo);
	assert.equal(await base.sources.count(), 0);
	await bringDemo(base, demo);
	assert.deepEqual([await base.sources.count(), await base.manuscripts.count()], [67, 6]);
	assert.equal(await base.works.count(), 1);
});

test('removing the demo leaves what the person made, changed or cites', async () => {
	const base = fresh();
	await seedOnce(base, demo);
	const own = await createManuscript('Essay', 'Mine', base);
	const cited = { type: 'citation', attrs: { id: 'c', cites: [{ sourceId: 'abara1931', form: 'parenthetical' }] } };
	const content = { type: 'doc', attrs: {}, content: [{ type: 'paragraph', content: [cited] }] };
	await saveManuscript(own.id, { doc: { version: 2, content } }, base);
	await addSources([{ item: { id: '', type: 'book', title: 'My own' } }], 'typed', base);
	await editSource('sund1929', (s) => ({ ...s, annotation: 'Read this again.' }), 'x', base);
	await saveManuscript('shore', { title: 'My shore' }, base);
	const left = await demoLeft(base, demo);
	assert.deepEqual(
		left.manuscripts.map((m) => m.id),
		['lamplighters', 'who-paid', 'burners', 'women', 'arcs']
	);
	// chapters of a work that the person has changed stay with it
	await changeWork('work-winters', (w) => ({ ...w, title: 'My winters' }), base);
	await beginEmpty(base, demo);
	assert.deepEqual((await base.manuscripts.toArray()).map((m) => m.title).sort(), [
		'Mine',
		'My shore',
		'The winter of the arcs',
		'The winter of the burners',
		'The winter of the women'
	]);
	const here = new Set((await base.sources.toArray()).map((s) => s.key));
	for (const key of ['abara1931', 'sund1929']) assert.ok(here.has(key), key);
	const shore = [...usesIn((await base.manuscripts.get('shore'))!).keys()];
	assert.ok(shore.length > 5 && shore.every((id) => here.has(id)), 'what the changed one cites stays');
	const winters = await Promise.all(
		['burners', 'women', 'arcs'].map(async (id) => usesIn((await base.manuscripts.get(id))!))
	);
	const inWinters = winters.flatMap((w) => [...w.keys()]);
	assert.equal(here.size, new Set([...shore, ...inWinters, 'abara1931', 'sund1929']).size + 1);
	await bringDemo(base, demo);
	assert.equal(await base.sources.count(), 68);
	assert.equal((await base.manuscripts.get('shore'))!.title, 'My shore');
});

test('sources get free keys; a taken key is refused with a proposal; deleting is undone whole', async () => {
	const base = fresh();
	const [a, b] = await addSources(
		[
			{ item: { id: '', type: 'book', title: 'T', author: [{ family: 'Sund' }], issued: { 'date-parts': [[1929]] } } },
			{ item: { id: '', type: 'book', title: 'U', author: [{ family: 'Sund' }], issued: { 'date-parts': [[1929]] } } }
		],
		'test',
		base
	);
	assert.deepEqual([a.key, b.key], ['sund1929', 'sund1929b']);
	assert.equal(a.item.id, a.id);
	await assert.rejects(
		saveSource({ ...b, key: 'sund1929' }, base),
		(e) => e instanceof KeyTaken && e.proposal === 'sund1929-2'
	);
	await removeSources([a.id, b.id], base);
	assert.equal(await base.sources.count(), 0);
	assert.equal((await journalOf(base).undo())?.what, 'Deleted 2 sources');
	assert.deepEqual((await base.sources.toArray()).map((s) => s.key).sort(), ['sund1929', 'sund1929b']);
});

test('manuscripts: save keeps earlier states, duplicate, delete and restore', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	await saveManuscript(m.id, { doc: m.doc, title: 'On lamps, again' }, base);
	assert.equal((await base.manuscripts.get(m.id))!.title, 'On lamps, again');
	assert.equal(await base.versions.count(), 1);
	await saveManuscript(m.id, { doc: m.doc }, base);
	assert.equal(await base.versions.count(), 1, 'not another version within minutes');
	const copy = await duplicateManuscript(m.id, base);
	assert.notEqual(copy!.id, m.id);
	assert.equal(await removeManuscript(m.id, base), true);
	assert.equal(await base.versions.count(), 0);
	await restoreManuscript(m.id, base);
	assert.equal((await base.manuscripts.get(m.id))!.title, 'On lamps, again');
	assert.equal(await base.versions.count(), 1);
});

test('an open manuscript is saved from what was saved last, and not brought back once it is deleted', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	const writer = new ManuscriptWriter(m, base);
	const save = (change: Partial<Manuscript>) => writer.save(change);
	await save({ doc: { ...m.doc, content: 'one' }, title: 'On quays' });
	await save({ words: 3, strip: storeStrip({ sections: [], ticks: [{ at: 0.5, size: 1, pos: 9 }], checks: [] }) });
	const now = (await base.manuscripts.get(m.id))!;
	assert.deepEqual([now.title, now.doc.content, now.words, now.kind], ['On quays', 'one', 3, m.kind]);
	assert.equal(openStrip(now.strip).ticks[0].pos, 9);
	assert.deepEqual(
		(await versionsOf(m.id, base)).map((v) => v.doc.content),
		[m.doc.content],
		'the state it was opened in is kept once'
	);
	// what another tab changed stays
	await new Promise((r) => setTimeout(r, 2));
	await saveManuscript(m.id, { authors: ['Vera Lindgate'] }, base);
	await save({ words: 4 });
	assert.deepEqual((await base.manuscripts.get(m.id))!.authors, ['Vera Lindgate']);
	await base.versions.toCollection().modify({ at: Date.now() - 6 * 60_000 });
	await save({ doc: { ...m.doc, content: 'two' } });
	assert.deepEqual(
		(await versionsOf(m.id, base)).map((v) => v.doc.content),
		['one', m.doc.content],
		'minutes later another, the latest first'
	);
	await removeManuscript(m.id, base);
	assert.deepEqual(await save({ title: 'A ghost' }), { kind: 'gone' });
	assert.equal(await base.manuscripts.count(), 0);
	await writer.putBack({ title: 'No ghost' });
	assert.equal((await base.manuscripts.get(m.id))?.title, 'No ghost');
	assert.equal((await versionsOf(m.id, base)).length, 2, 'with its earlier states');
});

test('of many states the oldest go', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	const writer = new ManuscriptWriter(m, base);
	const save = (change: Partial<Manuscript>) => writer.save(change);
	for (let i = 0; i < 43; i++) {
		await save({ doc: { ...m.doc, content: String(i) } });
		await base.versions.toCollection().modify((v) => {
			v.at -= 6 * 60_000;
		});
	}
	const kept = (await versionsOf(m.id, base)).map((v) => v.doc.content);
	assert.equal(kept.length, 40);
	assert.deepEqual([kept[0], kept.at(-1)], ['41', '2']);
});

test('the desk shows placeholders where nobody has looked, and what was found where somebody has', () => {
	const doc = docFromText('# T\n\n## One\n\nLamps {{a; b | p 2}} and oil {{? its price}}.\n\n## Two\n\nWicks {{a}}.');
	const { strip, words } = describe(doc, 'in-text');
	assert.equal(words, 7);
	assert.deepEqual(
		strip.sections.map((s) => s.title),
		['One', 'Two']
	);
	assert.deepEqual(
		strip.ticks.map((t) => t.size),
		[2, 1]
	);
	assert.deepEqual(
		strip.checks.map((c) => c.what),
		['Source needed: its price']
	);
	assert.equal(doc.nodeAt(strip.checks[0].pos)?.type.name, 'citation_placeholder');
	const found = describe(doc, 'in-text', [{ pos: -1, what: 'An entry edited by hand' }]).strip.checks;
	assert.deepEqual(found, [{ pos: -1, at: 0, what: 'An entry edited by hand' }]);
	assert.deepEqual(openStrip(storeStrip(strip)), strip);
});

test('uses are found across manuscripts with the words before them', async () => {
	const base = fresh();
	await seedOnce(base, demo);
	const uses = await allUses(base);
	const list = uses.get('okonjo2019')!;
	assert.deepEqual([...new Set(list.map((u) => u.manuscriptId))].sort(), ['lamplighters', 'shore']);
	assert.ok(list.some((u) => u.words.includes('from dusk to the second bell')));
	assert.ok(list.every((u) => u.pos > 0 && u.section));
});

test('storage trouble is said in words', () => {
	assert.match(storageMessage({ name: 'QuotaExceededError' }), /no room left/);
	assert.match(storageMessage({ name: 'VersionError' }), /newer version/);
	assert.match(storageMessage(new Error('x')), /does not let/);
});
