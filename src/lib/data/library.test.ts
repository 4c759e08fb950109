import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Item } from '../core/csl';
import { openDoc, readCitations, readDoc } from '../core/manuscript';
import { BackupError, looksLikeBackup, makeBackup, planRestore, readBackup, restore } from './backup';
import { onSourceChange, type SourceChange } from './changes';
import { Database } from './db';
import { saveManuscript } from './manuscripts';
import { createManuscript } from './desk-manuscripts';
import {
	addSources,
	changeSources,
	editSource,
	enriched,
	journalOf,
	mergeInto,
	removeSources,
	saveSource
} from './sources';

let serial = 0;
const fresh = () => new Database(`library-${serial++}`);
const book = (title: string, more: Partial<Item> = {}) => ({ item: { id: '', type: 'book', title, ...more } as Item });
const titles = async (base: Database) => (await base.sources.toArray()).map((s) => String(s.item.title)).sort();

test('one undo takes a whole import back, redo brings it again, and every step has its words', async () => {
	const base = fresh();
	const j = journalOf(base);
	await addSources(
		Array.from({ length: 1500 }, (_, i) => book(`B${i}`)),
		'file.bib',
		base,
		'Imported 1,500 sources'
	);
	assert.equal(await base.sources.count(), 1500);
	assert.equal(new Set((await base.sources.toArray()).map((s) => s.key)).size, 1500);
	assert.deepEqual(await j.undo(), { what: 'Imported 1,500 sources', left: 0 });
	assert.equal(await base.sources.count(), 0);
	await j.redo();
	assert.equal(await base.sources.count(), 1500);
	assert.deepEqual(j.next, { undo: 'Imported 1,500 sources', redo: '' });
	assert.equal(await j.redo(), null);
});

test('undo leaves alone what another tab changed since', async () => {
	const base = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', base);
	await changeSources([a.id, b.id], (s) => ({ ...s, tags: ['t'] }), 'Tagged 2 sources', base);
	await base.sources.put({ ...b, item: { ...b.item, title: 'Elsewhere' }, updatedAt: Date.now() + 5000 });
	assert.deepEqual(await journalOf(base).undo(), { what: 'Tagged 2 sources', left: 1 });
	assert.deepEqual(await titles(base), ['A', 'Elsewhere']);
	assert.deepEqual((await base.sources.get(a.id))!.tags, []);
});

test('merging: one source answers to both ids, and undo parts them again', async () => {
	const base = fresh();
	const [a, b] = await addSources(
		[book('NIGHT WORK', { DOI: '10.5555/x' }), book('Night work', { publisher: 'P' })],
		'x',
		base
	);
	const merged = await mergeInto(a.id, [b.id], { title: 1 }, base);
	assert.deepEqual(
		[merged.item.title, merged.item.DOI, merged.item.publisher, merged.replaces],
		['Night work', '10.5555/x', 'P', [b.id]]
	);
	assert.equal(await base.sources.count(), 1);
	await assert.rejects(mergeInto(a.id, [b.id], {}, base), /no longer in the library/);
	await journalOf(base).undo();
	assert.deepEqual(await titles(base), ['NIGHT WORK', 'Night work']);
});

test('citations of a merged source are read as citations of the kept one', async () => {
	const base = fresh();
	const m = await createManuscript('Research paper', 'T', base);
	const json = openDoc(m.doc).content as { content: { type: string; content?: unknown[] }[] };
	json.content[1] = {
		type: 'paragraph',
		content: [
			{ type: 'citation', attrs: { id: 'c', cites: [{ sourceId: 'old', form: 'parenthetical' }], override: null } }
		]
	};
	const doc = readDoc({ ...m.doc, content: json as never });
	const resolve = (id: string) => (id === 'old' ? 'new' : id);
	const one = readCitations(doc, 'in-text', resolve).clusters[0].cites;
	assert.equal(one[0].sourceId, 'new');
	assert.equal(
		readCitations(doc, 'in-text', resolve).clusters[0].cites,
		one,
		'the same list again, so that nothing is formatted anew'
	);
	assert.equal(readCitations(doc, 'in-text').clusters[0].cites[0].sourceId, 'old');
});

test('every write is announced', async () => {
	const base = fresh();
	const heard: SourceChange[] = [];
	const stop = onSourceChange((c) => heard.push(c));
	const [a] = await addSources([book('A')], 'x', base);
	await saveSource({ ...a, tags: ['x'] }, base);
	await removeSources([a.id], base);
	stop();
	assert.deepEqual(heard, [
		{ put: [a.id], gone: [] },
		{ put: [a.id], gone: [] },
		{ put: [], gone: [a.id] }
	]);
});

test('what a record knows more is added to the source that is here, and nothing of it is overwritten', async () => {
	const base = fresh();
	const [a] = await addSources([book('A', { publisher: 'Mine' })], 'x', base);
	const next = enriched(a, {
		...book('Other', { DOI: 'https://doi.org/10.5555/x', publisher: 'Theirs' }),
		tags: ['t']
	});
	assert.deepEqual([next.item.title, next.item.publisher, next.item.DOI, next.tags], ['A', 'Mine', '10.5555/x', ['t']]);
});

test('backup: everything goes out and comes back, with a plan before and an undo after', async () => {
	const from = fresh();
	const [a, b] = await addSources([book('A'), book('B')], 'x', from);
	await createManuscript('Essay', 'On lamps', from);
	await from.settings.put({ key: 'titles', value: 'headline' });
	const text = JSON.stringify(await makeBackup(from));
	assert.ok(looksLikeBackup(text) && !looksLikeBackup('{"id":1}'));
	const { backup, skipped } = readBackup(text);
	assert.deepEqual(skipped, []);

	const to = fresh();
	await addSources([book('Mine', { author: [{ family: 'Sund' }] })], 'x', to);
	await to.sources.put({ ...a, item: { ...a.item, title: 'A, older' }, updatedAt: 1 });
	await to.sources.put({ ...b, item: { ...b.item, title: 'B, newer' }, updatedAt: Date.now() + 1e6 });
	const plan = await planRestore(backup, to);
	assert.deepEqual(
		[plan.sources.added.length, plan.sources.replaced.length, plan.sources.newer.length, plan.manuscripts.added.length],
		[0, 1, 1, 1]
	);
	const { takeBack } = await restore(backup, false, to);
	assert.deepEqual(await titles(to), ['A', 'B, newer', 'Mine']);
	assert.equal((await to.manuscripts.toArray())[0].title, 'On lamps');
	assert.equal((await to.settings.get('titles'))?.value, 'headline');
	assert.equal(await takeBack(), 0);
	assert.deepEqual(await titles(to), ['A, older', 'B, newer', 'Mine']);
	assert.equal(await to.manuscripts.count(), 0);
	await restore(backup, true, to);
	assert.deepEqual(await titles(to), ['A', 'B', 'Mine']);
});

test('backup: documents are objects others can read, texts in the store; one that is broken goes along as it is', async () => {
	const from = fresh();
	const m = await createManuscript('Essay', 'On lamps', from);
	const cut = await createManuscript('Essay', 'Cut off', from);
	assert.equal(typeof m.doc.content, 'string');
	await from.manuscripts.put({ ...cut, doc: { ...cut.doc, content: String(cut.doc.content).slice(0, 40) } });
	await saveManuscript(m.id, { doc: m.doc, title: 'On lamps' }, from);
	const made = await makeBackup(from);
	const [there, broken] = ['On lamps', 'Cut off'].map((t) => made.manuscripts.find((x) => x.title === t)!);
	assert.equal((there.doc.content as { type: string }).type, 'doc');
	assert.ok(made.versions.every((v) => typeof v.doc.content === 'object'));
	assert.equal(typeof broken.doc.content, 'string');
	const { backup, skipped } = readBackup(JSON.stringify(made));
	assert.equal(skipped.length, 1);
	assert.match(skipped[0], /“Cut off”: This manuscript cannot be read/);
	const to = fresh();
	await restore(backup, false, to);
	assert.ok(readDoc((await to.manuscripts.get(m.id))!.doc).eq(readDoc(m.doc)));
});

test('restoring where another source has the key keeps both', async () => {
	const from = fresh();
	await addSources([{ ...book('A'), key: 'k' }], 'x', from);
	const { backup } = readBackup(JSON.stringify(await makeBackup(from)));
	const to = fresh();
	await addSources([{ ...book('B'), key: 'k' }], 'x', to);
	await restore(backup, false, to);
	assert.deepEqual((await to.sources.toArray()).map((s) => `${s.key} ${s.item.title as string}`).sort(), [
		'k B',
		'k-2 A'
	]);
});

test('files that are no backup, or a broken one, are refused in words; broken records are named', async () => {
	const base = fresh();
	await addSources([book('A'), book('B')], 'x', base);
	const good = await makeBackup(base);
	const text = JSON.stringify(good);
	assert.throws(
		() => readBackup(text.slice(0, -20)),
		(e) => e instanceof BackupError && /breaks off/.test(e.message)
	);
	assert.throws(() => readBackup('{"a":1}'), /no backup of Rapid Quill/);
	assert.throws(() => readBackup(JSON.stringify({ ...good, version: 99 })), /newer version/);
	const broken = { ...good, sources: [good.sources[0], { ...good.sources[1], key: 7 }], manuscripts: [{ id: 'x' }] };
	const r = readBackup(JSON.stringify(broken));
	assert.equal(r.backup.sources.length, 1);
	assert.deepEqual(
		r.skipped.map((s) => s.split(':')[0]),
		['Source 2', 'Manuscript 1']
	);
});

test('edits wait for each other: two fields typed at once are both kept', async () => {
	const base = fresh();
	const [a] = await addSources([book('A')], 'x', base);
	await Promise.all([
		editSource(a.id, (s) => ({ ...s, item: { ...s.item, volume: '1' } }), 'x', base),
		editSource(
			a.id,
			() => {
				throw new Error('no');
			},
			'x',
			base
		).catch(() => undefined),
		editSource(a.id, (s) => ({ ...s, item: { ...s.item, issue: '2' } }), 'x', base)
	]);
	const s = (await base.sources.get(a.id))!;
	assert.deepEqual([s.item.volume, s.item.issue], ['1', '2']);
	await assert.rejects(
		editSource('nobody', (x) => x, 'x', base),
		/no longer in the library/
	);
});

test('broken backups of every sort: words, never another error', () => {
	const good = JSON.stringify({
		format: 'rapid-quill-backup',
		version: 1,
		savedAt: '2026-11-25T00:00:00.000Z',
		sources: [{ id: 'a' }],
		manuscripts: [{ id: 'm', title: 'T', doc: { version: 1, content: {} } }],
		versions: [],
		settings: []
	});
	fc.assert(
		fc.property(fc.nat(good.length), fc.nat(12), fc.string({ maxLength: 6 }), (at, cut, put) => {
			const text = good.slice(0, at) + put + good.slice(at + cut);
			try {
				const r = readBackup(text);
				assert.ok(r.backup.sources.length + r.skipped.length >= 0);
			} catch (e) {
				assert.ok(e instanceof BackupError, String(e));
				assert.match(e.message, /Nothing was changed/);
			}
		}),
		{ numRuns: Number(process.env.FUZZ ?? 1500) }
	);
});
