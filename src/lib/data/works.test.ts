import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { docFromText, nameOf, readCitations, styleOf, type DocStyle } from '../core/manuscript';
import { textsOf } from '../core/work';
import { makeBackup, planRestore, readBackup, restore } from './backup';
import { Database } from './db';
import { createManuscript, removeManuscript } from './desk-manuscripts';
import { docOf, getManuscript } from './manuscripts';
import {
	addChapter,
	bindWork,
	changeWork,
	chaptersOf,
	getWork,
	joinChapters,
	listWorks,
	removeWork,
	restoreWork,
	splitManuscript,
	worksWith
} from './works';

let serial = 0;
const fresh = () => new Database(`works-${serial++}`);
const style: DocStyle = {
	id: 'chicago-fullnote-bibliography',
	title: 'Chicago',
	form: 'footnotes',
	locale: '',
	facts: null
};
const made = (text: string, base: Database) =>
	createManuscript('Thesis chapter', '', base, {
		doc: docFromText(text, undefined, style),
		authors: ['V. L.'],
		locale: ''
	});
const titles = async (base: Database) => (await base.manuscripts.toArray()).map((m) => m.title).sort();

test('bound, changed and taken back; a work in the bin leaves its chapters on the desk', async () => {
	const base = fresh();
	const a = await made('# One\n\nA. {{x}}', base);
	const b = await made('# Two\n\nB. {{x}}', base);
	const work = await bindWork('Both', [b.id, a.id, 'gone'], base);
	assert.deepEqual(
		textsOf(work).map((p) => p.manuscript),
		[b.id, a.id]
	);
	assert.deepEqual(work.authors, ['V. L.']);
	assert.deepEqual(
		(await worksWith(a.id, base)).map((w) => w.id),
		[work.id]
	);
	const before = await changeWork(work.id, (w) => ({ ...w, parts: w.parts.toReversed() }), base);
	assert.deepEqual(
		textsOf((await getWork(work.id, base))!).map((p) => p.manuscript),
		[a.id, b.id]
	);
	await changeWork(work.id, () => before!.before, base);
	assert.deepEqual((await getWork(work.id, base))!.parts, work.parts);
	assert.ok((await getWork(work.id, base))!.updatedAt > work.updatedAt, 'every change has a time of its own');
	await removeWork(work.id, base);
	assert.deepEqual([(await listWorks(base)).length, await base.manuscripts.count()], [0, 2]);
	assert.equal((await restoreWork(work.id, base)).works, 1);
	const c = await addChapter((await getWork(work.id, base))!, true, base);
	assert.ok(textsOf((await getWork(work.id, base))!).some((p) => p.manuscript === c.id));
	const preface = await addChapter((await getWork(work.id, base))!, false, base);
	assert.equal(textsOf((await getWork(work.id, base))!)[0].manuscript, preface.id, 'before the first chapter');
	// one that is gone is left out, and stands there again when it comes back
	await removeManuscript(a.id, base);
	assert.deepEqual([...(await chaptersOf(work, base)).keys()], [b.id]);
	assert.equal(textsOf((await getWork(work.id, base))!).length, 4);
});

test('a record that is none is set aside, and the others are there', async () => {
	const base = fresh();
	const work = await bindWork('Sound', [], base);
	await base.works.put({ ...work, id: 'work-bad', parts: [{ t: 'text', id: 'c' }] as never });
	assert.deepEqual(
		(await listWorks(base)).map((w) => w.id),
		[work.id]
	);
	await new Promise((r) => setTimeout(r, 50));
	const [row] = await base.repair.toArray();
	assert.equal(row.from, 'works');
	assert.match(row.fault, /parts/);
	assert.equal(await base.works.count(), 1);
});

const LONG = `# Fire

{{contents}}

Before all. {{x | 1}}

## Wick

Said. {{y | 2}}

### Wire

Again. {{y}} ((Mine.))

## Lamp

Last. {{x | 1}}

{{bibliography Works}}`;

test('taken apart and joined again; each is one step that undo takes back, with the same citations in the same order', async () => {
	const base = fresh();
	const m = await made(LONG, base);
	const cites = async (id: string) => {
		const reading = readCitations(docOf((await getManuscript(id, base))!), 'footnotes');
		return [reading.clusters.map((c) => c.cites.map((x) => x.sourceId).join()), reading.notes.map((n) => n.number)];
	};
	const before = await cites(m.id);
	const apart = (await splitManuscript(m.id, base))!;
	assert.deepEqual(await titles(base), ['Fire', 'Lamp', 'Wick']);
	const work = (await getWork(apart.id, base))!;
	assert.deepEqual(
		textsOf(work).map((p) => p.numbered),
		[false, true, true]
	);
	assert.deepEqual([work.title, work.bibliography.heading, work.settings.full], ['Fire', 'Works', 'work']);
	for (const c of (await chaptersOf(work, base)).values()) assert.equal(styleOf(docOf(c))!.id, style.id);
	await apart.undo();
	assert.deepEqual([await titles(base), await base.works.count()], [['Fire'], 0]);
	assert.equal((await getManuscript(m.id, base))!.id, m.id, 'it is the same one');

	const again = (await splitManuscript(m.id, base))!;
	const joined = (await joinChapters(again.id, false, base))!;
	assert.deepEqual([await titles(base), await base.works.count()], [['Fire'], 0]);
	assert.deepEqual(await cites(joined.id), before);
	assert.equal(nameOf(docOf((await getManuscript(joined.id, base))!)), 'Fire');
	await joined.undo();
	assert.deepEqual([await titles(base), await base.works.count()], [['Fire', 'Lamp', 'Wick'], 1]);
	assert.equal(await splitManuscript((await made('# Short\n\nWords.', base)).id, base), null);
	assert.equal(await joinChapters((await bindWork('None', [], base)).id, false, base), null);
});

test('a backup holds works; restoring is planned, done and taken back', async () => {
	const from = fresh();
	const a = await made('# One\n\nA.', from);
	const work = await bindWork('Kept', [a.id], from);
	const text = JSON.stringify(await makeBackup(from));
	const { backup, skipped } = readBackup(text);
	assert.deepEqual(skipped, []);
	const to = fresh();
	assert.equal((await planRestore(backup, to)).works.added.length, 1);
	const { takeBack } = await restore(backup, false, to);
	assert.equal((await getWork(work.id, to))!.title, 'Kept');
	assert.equal(await takeBack(), 0);
	assert.equal(await to.works.count(), 0);
	// one of before there were works
	const old = JSON.parse(text) as Record<string, unknown>;
	delete old.works;
	assert.deepEqual(readBackup(JSON.stringify(old)).backup.works, []);
	// and one whose work is broken is named
	const broken = readBackup(JSON.stringify({ ...old, works: [{ id: 'work-x', title: 'Odd' }] }));
	assert.match(broken.skipped[0], /^Bound work 1, “Odd”: .*parts/);
});
