import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { docFromText, readDoc } from '$lib/core/manuscript';
import { makeBackup, readBackup } from './backup';
import { Database } from './db';
import { createManuscript, duplicateManuscript } from './desk-manuscripts';
import { saveManuscript } from './manuscripts';
import { forgetOldStates } from './room';
import { closeReturned, keepReturned, rememberSent, returnedOf, sentAs, sentFrom } from './sent';
import { packVersions, versionsOf } from './versions';

let count = 0;
const open = async () => {
	const base = new Database(`sent-${++count}`);
	await base.open();
	return base;
};
const words = (s: string) => docFromText(`# Lamps\n\n${s}`);
const returned = (of: string) => ({
	of,
	file: 'back.docx',
	sender: { by: 'Vera Lindgate', at: '2026-11-24T10:00:00Z' },
	tracked: [],
	comments: {},
	closed: false
});

test('what was sent is found by the name in the file, or as the last; long texts come back as they were', async () => {
	const base = await open();
	const m = await createManuscript('Essay', 'Lamps', base);
	const long = 'The lamps were lit at dusk. '.repeat(400);
	await rememberSent(m, words(long), words(`${long} As read.`), { id: 's1', name: 'lamps.docx' }, base);
	await rememberSent(m, words('Second.'), words('Second, as read.'), { id: 's2', name: 'lamps.odt' }, base);
	const first = await sentAs(m.id, 's1', base);
	assert.match(readDoc(first!.sent!.back).textContent, /As read\.$/);
	assert.equal(readDoc(first!.doc).textContent.includes('As read'), false);
	assert.equal((await sentAs(m.id, '', base))?.sent?.id, 's2');
	assert.equal(await sentAs(m.id, 'of somebody else', base), null);
	assert.deepEqual(await sentFrom({ manuscript: 'nobody', sent: 's1' }, base), null);
	assert.equal((await sentFrom({ manuscript: m.id, sent: 's1' }, base))?.title, m.title);
	assert.equal((await versionsOf(m.id, base)).length, 2);
});

test('what came back waits until it is done with, is no earlier state, and neither is thinned out meanwhile', async () => {
	const base = await open();
	const m = await createManuscript('Essay', 'Lamps', base);
	await rememberSent(m, words('One.'), words('One.'), { id: 's1', name: 'lamps.docx' }, base);
	await keepReturned(m, words('One, changed.'), returned('s1'), base);
	// opened twice it waits once
	const id = await keepReturned(m, words('One, changed.'), returned('s1'), base);
	const old = Date.now() - 400 * 86_400_000;
	for (const v of await base.versions.toArray()) await base.versions.update(v.id!, { at: old });
	for (let i = 0; i < 60; i++)
		await base.versions.add({ manuscriptId: m.id, at: old + i + 1, title: '', doc: m.doc, styleId: '' });
	await saveManuscript(m.id, { doc: m.doc }, base);
	await forgetOldStates(base);
	await packVersions(base);
	assert.equal((await sentAs(m.id, 's1', base))?.sent?.file, 'lamps.docx');
	const waiting = await returnedOf(m.id, base);
	assert.deepEqual(
		waiting.map((v) => [v.id, readDoc(v.doc).textContent]),
		[[id, 'LampsOne, changed.']]
	);
	assert.ok((await versionsOf(m.id, base)).every((v) => !v.returned));
	await closeReturned(id, true, base);
	assert.deepEqual(await returnedOf(m.id, base), []);
});

test('both are in a backup that can be read by others, and come back from it', async () => {
	const base = await open();
	const m = await createManuscript('Essay', 'Lamps', base);
	const long = 'The lamps were lit at dusk. '.repeat(400);
	await rememberSent(m, words(long), words(long), { id: 's1', name: 'lamps.docx' }, base);
	await keepReturned(m, words(`${long} New.`), returned('s1'), base);
	const text = JSON.stringify(await makeBackup(base));
	const { backup, skipped } = readBackup(text);
	assert.deepEqual(skipped, []);
	const [sent] = backup.versions.filter((v) => v.sent);
	assert.match(readDoc(sent.sent!.back).textContent, /lit at dusk/);
	assert.equal(backup.versions.find((v) => v.returned)?.returned?.sender.by, 'Vera Lindgate');
});

test('so many of what was sent are kept, the latest ones; a copy of the manuscript has none', async () => {
	const base = await open();
	const m = await createManuscript('Essay', 'Lamps', base);
	for (let i = 0; i < 15; i++)
		await rememberSent(m, words('One.'), words('One.'), { id: `s${i}`, name: 'lamps.docx' }, base);
	assert.equal(await sentAs(m.id, 's1', base), null);
	assert.equal((await sentAs(m.id, 's14', base))?.sent?.id, 's14');
	const copy = await duplicateManuscript(m.id, base);
	assert.equal(await sentAs(copy!.id, '', base), null);
});
