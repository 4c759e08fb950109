/** Styles that the person brought: kept, replaced, in the backup, taken out. */
import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readStyleFile } from '$lib/core/citing';
import { parseXml } from '$lib/core/csl/xml';
import { makeBackup, readBackup, restore } from './backup';
import { Database } from './db';
import { keepNewStyle, keepStyle, ownStyles, removeStyle, restoreStyle } from './styles';

let n = 0;
const fresh = () => new Database(`styles-${++n}`);
const xml = (title: string) =>
	`<style xmlns="http://purl.org/net/xbiblio/csl" class="note"><info><title>${title}</title><id>http://example.org/quay</id></info><citation><layout><text variable="title"/></layout></citation></style>`;
const file = (title: string) => readStyleFile(parseXml(xml(title)));

test('a style is kept, one of its name replaces it, and both ways lead back', async () => {
	const base = fresh();
	const first = await keepStyle(file('Quay'), xml('Quay'), base);
	assert.deepEqual([first.style.id, first.style.note, first.before], ['own-quay', true, undefined]);
	const next = await keepStyle(file('Quay, new'), xml('Quay, new'), base);
	assert.equal(next.before?.title, 'Quay');
	assert.equal(next.style.createdAt, first.style.createdAt);
	assert.deepEqual(
		(await ownStyles(base)).map((s) => s.title),
		['Quay, new']
	);
	await restoreStyle(next.before!, base);
	assert.deepEqual(
		(await ownStyles(base)).map((s) => s.title),
		['Quay']
	);
	await removeStyle('own-quay', base);
	assert.deepEqual(await ownStyles(base), []);
});

test('a style that comes with a document is kept once; what the person has of its name stays', async () => {
	const base = fresh();
	assert.equal(await keepNewStyle(file('Quay'), xml('Quay'), base), true);
	assert.equal(await keepNewStyle(file('Quay, of a colleague'), xml('Quay, of a colleague'), base), false);
	assert.deepEqual(
		(await ownStyles(base)).map((s) => s.title),
		['Quay']
	);
});

test('styles go into the backup and come back; the newer one stays; undo takes them out again', async () => {
	const from = fresh();
	await keepStyle(file('Quay'), xml('Quay'), from);
	const { backup, skipped } = readBackup(JSON.stringify(await makeBackup(from)));
	assert.deepEqual(skipped, []);
	const to = fresh();
	const { takeBack } = await restore(backup, false, to);
	assert.equal((await to.styles.get('own-quay'))?.xml, xml('Quay'));
	await takeBack();
	assert.deepEqual(await ownStyles(to), []);
	await keepStyle(file('Mine, later'), xml('Mine, later'), to);
	await to.styles.update('own-quay', { updatedAt: Date.now() + 1000 });
	await restore(backup, false, to);
	assert.equal((await to.styles.get('own-quay'))?.title, 'Mine, later');
	await restore(backup, true, to);
	assert.equal((await to.styles.get('own-quay'))?.title, 'Quay');
});

test('a backup of before there were styles is read; a broken style is named and left out', async () => {
	const backup = await makeBackup(fresh());
	const { styles: _none, ...old } = backup;
	assert.deepEqual(readBackup(JSON.stringify(old)).backup.styles, []);
	const broken = { ...backup, styles: [{ id: 'apa', title: 'X', xml: '<style/>', parent: '', updatedAt: 1 }] };
	const r = readBackup(JSON.stringify(broken));
	assert.deepEqual(r.backup.styles, []);
	assert.match(r.skipped[0], /^Style 1, “X”: /);
});

test('a library of before is carried over into the tables of now', async () => {
	const { default: Dexie } = await import('dexie');
	const old = new Dexie('styles-old');
	old.version(1).stores({
		sources: 'id, &key, updatedAt',
		manuscripts: 'id, updatedAt',
		versions: '++id, manuscriptId, [manuscriptId+at]',
		settings: 'key'
	});
	await old.table('settings').put({ key: 'begun', value: 'demo' });
	old.close();
	const now = new Database('styles-old');
	assert.equal((await now.settings.get('begun'))?.value, 'demo');
	assert.deepEqual(await ownStyles(now), []);
});
