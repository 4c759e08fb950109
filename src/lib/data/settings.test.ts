/** Settings: what was chosen last is what is read, whenever the page goes. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { Database } from './db';
import { MemoryStorage } from './memory-storage';
import { DEFAULTS, getSetting, keepAhead, putSetting } from './settings';

let serial = 0;
const fresh = () => new Database(`settings-${serial++}`);

/** A page that is closed before the database has what it was asked to keep: nothing of that arrives. */
const closing = { settings: { put: () => new Promise<never>(() => {}) } } as unknown as Database;

test('a choice outlives a page that is closed at once, and the database has it after the next start', async () => {
	const base = fresh();
	const storage = new MemoryStorage();
	await putSetting('wholeText', false, base, storage);
	void putSetting('wholeText', true, closing, storage);
	assert.equal(await getSetting('wholeText', base, storage), true);
	await keepAhead(base, storage);
	assert.equal(storage.length, 0);
	assert.equal(await getSetting('wholeText', base, storage), true);
	assert.equal((await base.settings.get('wholeText'))?.value, true);
});

test('a choice that cannot be kept is as it was, and the caller is told', async () => {
	const storage = new MemoryStorage();
	const base = fresh();
	await putSetting('name', 'Mara Lindqvist', base, storage);
	const full = { settings: { put: () => Promise.reject(new DOMException('full', 'QuotaExceededError')) } };
	await assert.rejects(putSetting('name', 'Another', full as unknown as Database, storage), {
		name: 'QuotaExceededError'
	});
	assert.equal(await getSetting('name', base, storage), 'Mara Lindqvist');
	assert.equal(storage.length, 0);
});

test('without local storage, or with no room in it, the database keeps the choice', async () => {
	for (const storage of [null, new MemoryStorage(3)]) {
		const base = fresh();
		await putSetting('titles', 'headline', base, storage);
		assert.equal(await getSetting('titles', base, storage), 'headline');
	}
});

test('what is ahead and no setting is not read, and let go', async () => {
	const base = fresh();
	const storage = new MemoryStorage();
	storage.setItem('rapid-quill-setting|titles', '{"value":"loud"}');
	storage.setItem('rapid-quill-setting|name', '{"val');
	storage.setItem('rapid-quill-setting|unheardOf', '{"value":1}');
	storage.setItem('rapid-quill-theme', 'dark');
	assert.equal(await getSetting('titles', base, storage), DEFAULTS.titles);
	assert.equal(await getSetting('name', base, storage), '');
	await keepAhead(base, storage);
	assert.deepEqual([...storage.map.keys()], ['rapid-quill-theme']);
	assert.equal(await base.settings.count(), 0);
});

test('however pages are closed and choices follow each other, the last one counts', async () => {
	const step = fc.oneof(
		fc.record({ do: fc.constant('put' as const), value: fc.string({ maxLength: 5 }), closed: fc.boolean() }),
		fc.record({ do: fc.constant('start' as const) })
	);
	await fc.assert(
		fc.asyncProperty(fc.array(step, { maxLength: 12 }), async (steps) => {
			const base = fresh();
			const storage = new MemoryStorage();
			let last = '';
			for (const s of steps) {
				if (s.do === 'start') await keepAhead(base, storage);
				else {
					last = s.value;
					if (s.closed) void putSetting('name', s.value, closing, storage);
					else await putSetting('name', s.value, base, storage);
				}
				assert.equal(await getSetting('name', base, storage), last);
			}
		}),
		{ numRuns: 60 }
	);
});
