import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readDoc } from '../core/manuscript';
import { makeBackup, readBackup } from './backup';
import { Database, type Version } from './db';
import { createManuscript, removeManuscript, restoreManuscript } from './desk-manuscripts';
import { keepVersion, packed, packVersions, unpacked, versionsOf } from './versions';

let serial = 0;
const fresh = () => new Database(`pack-${serial++}`);
const words = 'The lamps of the long quay were lit, and “who paid?” was asked — again. ';
const state = (manuscriptId: string, content: unknown, at = 1): Version => ({
	manuscriptId,
	at,
	title: 'Was',
	doc: { version: 4, content },
	styleId: 'apa'
});
const text = (s: string): string =>
	JSON.stringify({ type: 'doc', attrs: {}, content: [{ type: 'paragraph', content: [{ type: 'text', text: s }] }] });

test('packed and unpacked, a text is what it was, whatever its letters (property)', async () => {
	await fc.assert(
		fc.asyncProperty(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 40 }), async (s) => {
			const v = state('m', s.repeat(2100));
			const small = await packed(v);
			assert.ok(small.doc.content instanceof Uint8Array);
			assert.deepEqual(await unpacked(small), v);
		}),
		{ numRuns: 50 }
	);
	const short = state('m', 'short');
	assert.equal(await packed(short), short);
});

test('earlier states take a tenth of the room, and every way to them gives them whole', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	const content = text(words.repeat(400));
	for (const at of [1, 2, 3]) await keepVersion(state(m.id, content, at), base);
	const { from, to } = await packVersions(base);
	assert.equal(from, 3 * content.length);
	assert.ok(to < from / 10, `${to} of ${from}`);
	assert.deepEqual(await packVersions(base), { from: 0, to: 0 }, 'once');
	for (const v of await versionsOf(m.id, base))
		assert.equal(readDoc(v.doc).textContent, words.repeat(400).trimEnd() + ' ');
	// a backup is open text
	const { backup, skipped } = readBackup(JSON.stringify(await makeBackup(base)));
	assert.deepEqual([skipped, backup.versions.length], [[], 3]);
	readDoc(backup.versions[0].doc).check();
	// into the bin and back
	await removeManuscript(m.id, base);
	await restoreManuscript(m.id, base);
	assert.equal((await versionsOf(m.id, base)).length, 3);
});

test('what cannot be unpacked is no reason to lose the others', async () => {
	const base = fresh();
	const m = await createManuscript('Essay', 'On lamps', base);
	await keepVersion(state(m.id, new Uint8Array([1, 2, 3]), 1), base);
	await keepVersion(state(m.id, text('Sound.'), 2), base);
	const list = await versionsOf(m.id, base);
	assert.equal(list.length, 2);
	assert.throws(() => readDoc(list[1].doc));
	assert.equal(readDoc(list[0].doc).textContent, 'Sound.');
});
