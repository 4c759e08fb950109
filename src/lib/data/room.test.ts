import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Database } from './db';
import { createManuscript, removeManuscript } from './desk-manuscripts';
import { emptyBin, forgetOldStates, nearlyFull, roomToMake } from './room';
import { keepVersion, versionsOf } from './versions';

test('what can go is counted, and goes alone', async () => {
	const base = new Database('room');
	const now = Date.now();
	const m = await createManuscript('Essay', 'Kept', base);
	const gone = await createManuscript('Essay', 'Gone', base);
	for (const days of [1, 29, 31, 400])
		await keepVersion({ manuscriptId: m.id, at: now - days * 86_400_000, title: '', doc: m.doc, styleId: 'apa' }, base);
	await removeManuscript(gone.id, base);
	assert.deepEqual(await roomToMake(base, now), { binned: 1, old: 2 });
	await forgetOldStates(base, now);
	assert.equal((await versionsOf(m.id, base)).length, 2);
	await emptyBin(base);
	assert.deepEqual(await roomToMake(base, now), { binned: 0, old: 0 });
	assert.deepEqual(
		(await base.manuscripts.toArray()).map((x) => x.title),
		['Kept']
	);
});

test('room is running out from four fifths on; of a browser that does not say, nothing is said', () => {
	const state = (used: number | null, quota: number | null) => nearlyFull({ used, quota, persistent: false });
	assert.deepEqual(
		[state(79, 100), state(80, 100), state(null, 100), state(80, null), state(0, 0)],
		[false, true, false, false, false]
	);
});
