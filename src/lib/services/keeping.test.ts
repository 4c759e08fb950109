/** Autosave, write-ahead and persistence: what was written is there whenever the page goes, and whoever else writes. */
import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import { setTimeout as wait } from 'node:timers/promises';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { EditorState } from 'prosemirror-state';
import type { Node } from 'prosemirror-model';
import { readDoc, sameDocument, schema, storeDoc } from '$lib/core/manuscript';
import { Database, type Manuscript } from '$lib/data/db';
import { docOf, listManuscripts, saveManuscript, textChangedAt } from '$lib/data/manuscripts';
import { createManuscript, removeManuscript } from '$lib/data/desk-manuscripts';
import { Autosave, type SaveState } from './autosave';
import { closingsDone, Persistence, type Conflict } from './persistence';
import { MemoryStorage } from '$lib/data/memory-storage';
import { recover, WriteAhead } from './write-ahead';

// --- autosave -------------------------------------------------------------------------------------------------------

test('saves wait for each other, the last has what was written last, and a failed one is tried again', async () => {
	let text = '';
	const written: string[] = [];
	const states: SaveState[] = [];
	let fail = false;
	const a = new Autosave({
		write: async () => {
			const now = text;
			await wait(5);
			if (fail) throw new Error('full');
			written.push(now);
		},
		onState: (s) => states.push(s),
		delay: 5,
		longest: 15,
		retry: 10
	});
	text = 'a';
	a.changed();
	const first = a.save();
	text = 'ab';
	a.changed();
	await Promise.all([first, a.save()]);
	assert.deepEqual([written.at(-1), a.state, a.unsaved], ['ab', 'saved', false]);
	fail = true;
	text = 'abc';
	a.changed();
	assert.equal(await a.save(), false);
	assert.deepEqual([a.state, a.unsaved], ['failed', true]);
	text = 'abcd';
	a.changed();
	assert.equal(a.state, 'failed', 'it stays said until it is saved');
	fail = false;
	for (let i = 0; i < 100 && a.unsaved; i++) await wait(5);
	assert.deepEqual([written.at(-1), a.state], ['abcd', 'saved']);
});

test('writing without a pause is saved all the same; what is stopped is not', async () => {
	let times = 0;
	const a = new Autosave({ write: async () => void times++, onState: () => {}, delay: 20, longest: 50 });
	const begun = performance.now();
	while (!times && performance.now() - begun < 3000) {
		a.changed();
		await wait(2);
	}
	assert.ok(times > 0);
	a.stop(true);
	const before = times;
	a.changed();
	await a.save();
	assert.equal(times, before);
});

// --- write-ahead ----------------------------------------------------------------------------------------------------

const start = (): Node =>
	readDoc({
		version: 2,
		content: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Lamps' }] }] }
	});

test('whenever the page goes, the saved text and what was written ahead are the text as it was (property)', () => {
	fc.assert(
		fc.property(
			fc.array(fc.record({ at: fc.nat(200), words: fc.stringMatching(/^[a-z]{1,4}$/), save: fc.boolean() }), {
				maxLength: 20
			}),
			fc.nat(20),
			fc.boolean(),
			(edits, kill, torn) => {
				const storage = new MemoryStorage();
				const ahead = new WriteAhead('m', 's1', 1, storage);
				let state = EditorState.create({ doc: start() });
				let row = { doc: state.doc, saved: undefined as { session: string; step: number } | undefined, updatedAt: 1 };
				for (const [i, e] of edits.entries()) {
					if (i === kill) break;
					const tr = state.tr.insertText(e.words, Math.min(1 + e.at, state.doc.content.size - 1));
					state = state.apply(tr);
					ahead.add(tr.steps);
					if (e.save) {
						row = { doc: state.doc, saved: { session: 's1', step: ahead.step }, updatedAt: row.updatedAt + 1 };
						// the page may go after the save and before what was written ahead is let go
						if (!torn) ahead.saved(ahead.step);
					}
				}
				const r = recover('m', row.doc, row.saved, row.updatedAt, storage);
				let doc = row.doc;
				for (const s of r.steps) doc = s.apply(doc).doc!;
				assert.ok(sameDocument(doc, state.doc));
				assert.deepEqual(r.misfits, []);
				r.remove(r.keys);
				assert.equal(storage.length, 0);
			}
		)
	);
});

test('what was written ahead of another text is set aside, not guessed at; half an entry is left out', () => {
	const storage = new MemoryStorage();
	const state = EditorState.create({ doc: start() });
	const ahead = new WriteAhead('m', 's1', 1, storage);
	ahead.add(state.tr.insertText('Old ', 1).steps);
	ahead.add([], 'Title');
	storage.setItem('rapid-quill-ahead|m|s1|000000003', '{"base":1,"ste');
	storage.setItem('rapid-quill-ahead|other|s1|000000001', '{"base":1,"steps":[]}');
	const fits = recover('m', start(), undefined, 1, storage);
	assert.deepEqual([fits.steps.length, fits.title, fits.misfits.length], [1, 'Title', 0]);
	const changed = recover('m', start(), undefined, 2, storage);
	assert.deepEqual([changed.steps.length, changed.misfits.length], [0, 2]);
	fits.remove(fits.keys);
	assert.deepEqual([...storage.map.keys()], ['rapid-quill-ahead|other|s1|000000001']);
});

test('without room ahead, only a save keeps it, and that is known', () => {
	const ahead = new WriteAhead('m', 's1', 1, new MemoryStorage(10));
	ahead.add(EditorState.create({ doc: start() }).tr.insertText('x', 1).steps);
	assert.equal(ahead.lacking, true);
	ahead.saved(1);
	assert.equal(ahead.lacking, false);
});

// --- persistence ----------------------------------------------------------------------------------------------------

let serial = 0;

/** Tabs that may still wait to save; the process would wait with them. */
const tabs = new Set<Tab>();
after(() => tabs.forEach((t) => t.p.autosave.stop(true)));

/** One tab with a manuscript open. */
class Tab {
	doc: Node;
	title: string;
	readonly conflicts: Conflict[] = [];
	state: SaveState = 'saved';
	readonly p: Persistence;
	constructor(
		row: Manuscript,
		readonly base: Database,
		readonly storage: MemoryStorage,
		readOnly = false
	) {
		const r = readOnly ? null : recover(row.id, docOf(row), row.saved, textChangedAt(row), storage);
		this.doc = docOf(row);
		for (const s of r?.steps ?? []) this.doc = s.apply(this.doc).doc!;
		this.title = r?.title ?? row.title;
		this.p = new Persistence({
			row,
			readOnly,
			storage,
			base,
			snapshot: () => ({ title: this.title, doc: storeDoc(this.doc) }),
			adopt: (next, textToo) => {
				this.title = next.title;
				if (textToo) this.doc = docOf(next);
			},
			onState: (s) => (this.state = s),
			onConflict: (c) => this.conflicts.push(c),
			autosave: { delay: 100_000, longest: 100_000, retry: 100_000 }
		});
		if (r) this.p.recovered(r);
		tabs.add(this);
	}
	type(words: string): void {
		const tr = EditorState.create({ doc: this.doc }).tr;
		let at = 1;
		this.doc.forEach((n, pos) => {
			if (n.type === schema.nodes.paragraph) at = pos + 1;
		});
		tr.insertText(words, at);
		this.doc = tr.doc;
		this.p.changed(tr.steps);
	}
	get text(): string {
		return this.doc
			.textBetween(0, this.doc.content.size, ' ')
			.replace(/ ?Works Cited$/, '')
			.trim();
	}
}
const open = async (): Promise<{ base: Database; storage: MemoryStorage; tab: Tab; id: string }> => {
	const base = new Database(`persistence-${serial++}`);
	const m = await createManuscript('Essay', '', base);
	const storage = new MemoryStorage();
	return { base, storage, tab: new Tab(m, base, storage), id: m.id };
};
const stored = async (base: Database, id: string) => (await base.manuscripts.get(id))!;
const words = (m: Manuscript) => docOf(m).textContent.replace(/Works Cited$/, '');

test('deleted in one tab while another writes: what is written is kept, and it is said', async () => {
	const { base, tab, id } = await open();
	tab.type('One. ');
	await tab.p.save();
	await removeManuscript(id, base);
	tab.type('Two. ');
	assert.equal(await tab.p.save(), true);
	assert.deepEqual(tab.conflicts, [{ kind: 'put-back' }]);
	assert.equal(words(await stored(base, id)), 'Two. One. ');
	assert.equal(await base.bin.count(), 0);
});

test('deleted elsewhere while nothing is written: it is said, and one press puts it back', async () => {
	const { base, tab, id } = await open();
	tab.type('One. ');
	await tab.p.save();
	await removeManuscript(id, base);
	await tab.p.check();
	assert.deepEqual(tab.conflicts, [{ kind: 'gone' }]);
	await tab.p.putBack();
	assert.equal(words(await stored(base, id)), 'One. ');
	tab.type('Two. ');
	assert.equal(await tab.p.save(), true);
	assert.equal(tab.conflicts.length, 1);
});

test('renamed on the desk while it is open: the name stays, with or without a key in between', async () => {
	const { base, tab, id } = await open();
	tab.type('One. ');
	await tab.p.save();
	await saveManuscript(id, { title: 'Renamed' }, base);
	await tab.p.check();
	assert.equal(tab.title, 'Renamed');
	await saveManuscript(id, { title: 'Again' }, base);
	tab.type('Two. ');
	await tab.p.save();
	assert.deepEqual([tab.title, (await stored(base, id)).title], ['Again', 'Again']);
	assert.deepEqual(tab.conflicts, []);
});

test('a text changed elsewhere is shown where nothing is unsaved, and kept beside ours where something is', async () => {
	const { base, tab, id } = await open();
	tab.type('Ours. ');
	await tab.p.save();
	const other = new Tab(await stored(base, id), base, new MemoryStorage());
	other.type('Theirs. ');
	await other.p.save();
	await tab.p.check();
	assert.deepEqual(tab.conflicts, [{ kind: 'adopted' }]);
	assert.match(tab.text, /Theirs\. Ours\./);
	other.type('Later. ');
	await other.p.save();
	tab.type('Meanwhile. ');
	await tab.p.save();
	assert.equal(tab.conflicts[1].kind, 'both');
	const all = await listManuscripts(base);
	assert.deepEqual(all.map((m) => words(m)).sort(), ['Later. Theirs. Ours. ', 'Meanwhile. Theirs. Ours. ']);
	assert.ok(all.some((m) => m.title.endsWith('(the other version)')));
	tab.type('On. ');
	await tab.p.save();
	assert.equal(tab.conflicts.length, 2, 'once is enough');
});

test('a tab that reads follows what the other writes', async () => {
	const { base, tab, id } = await open();
	const reader = new Tab(await stored(base, id), base, new MemoryStorage(), true);
	tab.type('One. ');
	await tab.p.save();
	await reader.p.check();
	assert.equal(reader.text, tab.text);
	assert.equal(reader.state, 'stopped');
	reader.p.changed([]);
	assert.equal(await reader.p.close(), true);
});

test('a page that goes at any moment, saves that fail now and then: nothing that was typed is lost (property)', async () => {
	const event = fc.oneof(
		{
			weight: 5,
			arbitrary: fc.record({ do: fc.constant('type' as const), words: fc.stringMatching(/^[a-z]{1,3} $/) })
		},
		{ weight: 3, arbitrary: fc.record({ do: fc.constantFrom('save', 'kill', 'kill while saving', 'full', 'rename') }) }
	);
	await fc.assert(
		fc.asyncProperty(fc.array(event, { maxLength: 16 }), async (events) => {
			const { base, storage, tab: first, id } = await open();
			let tab = first;
			let model = '';
			for (const [i, e] of events.entries()) {
				if (e.do === 'type' && 'words' in e) {
					tab.type(e.words);
					model = e.words + model;
				} else if (e.do === 'save') await tab.p.save();
				else if (e.do === 'rename') await saveManuscript(id, { authors: [`A${i}`] }, base);
				else if (e.do === 'full') {
					const { put } = base.manuscripts;
					base.manuscripts.put = () => {
						throw new DOMException('full', 'QuotaExceededError');
					};
					await tab.p.save();
					base.manuscripts.put = put;
				} else {
					if (e.do === 'kill while saving') {
						// it was written, and the page went before it could let go of what it had written ahead
						const before = new Map(storage.map);
						await tab.p.save();
						for (const [k, v] of before) storage.map.set(k, v);
					}
					// nothing of that page answers any more, and another opens the manuscript
					tab = new Tab(await stored(base, id), base, storage);
				}
				assert.equal(tab.text, model.trim());
			}
			tab = new Tab(await stored(base, id), base, storage);
			assert.equal(tab.text, model.trim());
		}),
		{ numRuns: 60 }
	);
});

test('who reads from the database what was just left has what was typed last', async () => {
	const { base, tab, id } = await open();
	tab.type('last words ');
	void tab.p.close();
	await closingsDone();
	assert.equal(words(await stored(base, id)).trim(), 'last words');
});
