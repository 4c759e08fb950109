/** Copies in a folder: nothing is lost, whoever writes when, and both machines come to the same. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import 'fake-indexeddb/auto';
import { readDoc, schema, storeDoc, type StoredDoc } from '$lib/core/manuscript';
import type { Source } from '$lib/core/source';
import { binned, putBack } from '../bin';
import { Database, type Manuscript } from '../db';
import { createManuscript, removeManuscript } from '../desk-manuscripts';
import { getManuscript, saveManuscript } from '../manuscripts';
import { returnedOf } from '../sent';
import { addSources, editSource, removeSources } from '../sources';
import { readBackup } from '../backup';
import { lookAtFolder } from './copies';
import { MemoryFolder } from './memory-folder';
import { folderState } from './state';

let serial = 0;
/** A machine: a database, with the time going on by ten minutes at each look. */
function machine(by: string, folder = new MemoryFolder()) {
	const base = new Database(`folder-${by}-${serial++}`);
	return {
		by,
		base,
		folder,
		look: (ahead: string[] = []) =>
			lookAtFolder(folder, base, { machine: by, by, ahead: new Set(ahead), now: (clock += 600_000) })
	};
}
let clock = Date.now();
const p = (...text: string[]) => text.map((t) => schema.nodes.paragraph.create(null, schema.text(t)));
const text = (...paragraphs: string[]): StoredDoc => storeDoc(schema.nodes.doc.create(null, p(...paragraphs)));
const words = (m: Manuscript | undefined): string =>
	m ? readDoc(m.doc).textBetween(0, readDoc(m.doc).content.size, '|') : '';
const book = (title: string, more = {}) => ({
	item: { id: '', type: 'book', title, author: [{ family: 'Sund' }], ...more }
});

async function begun(by: string, folder?: MemoryFolder) {
	const m = machine(by, folder);
	const [source] = await addSources([book('Lamps')], 'typed', m.base);
	const paper = await createManuscript('Essay', 'Night', m.base);
	await saveManuscript(
		paper.id,
		{ doc: text('The first stands here.', 'The second stands here.', 'The third.') },
		m.base
	);
	return { ...m, source, paper };
}
/** Two machines that have had the same. */
async function pair() {
	const a = await begun('attic');
	await a.look();
	const b = machine('boat');
	b.folder.copyFrom(a.folder);
	await b.look();
	return { a, b };
}
/** Carries the folder from one to the other, as a synchronising service does. */
async function pass(from: { folder: MemoryFolder }, to: { folder: MemoryFolder; look(): Promise<unknown> }) {
	to.folder.copyFrom(from.folder);
	await to.look();
}

test('everything is in the folder: backups that can be restored, copies for reading, and words on what it is', async () => {
	const a = await begun('attic');
	await a.look();
	const library = readBackup(a.folder.text('library.json'));
	assert.deepEqual(library.skipped, []);
	assert.deepEqual(
		library.backup.sources.map((s) => s.item.title),
		['Lamps']
	);
	// the name of the state stands at the beginning, where it is looked for
	assert.match(a.folder.text('library.json').slice(0, 400), /"stamp"/);
	const manuscript = readBackup(a.folder.text(`manuscripts/${a.paper.id}.json`));
	assert.match(words(manuscript.backup.manuscripts[0]), /The second/);
	assert.match(a.folder.text('for reading/Night/Night.md'), /The second stands here/);
	assert.match(a.folder.text('Read me.txt'), /library\.json/);
	assert.equal((await folderState(a.base)).trouble, '');
});

test('a look at a folder in which nothing has changed writes nothing', async () => {
	const a = await begun('attic');
	await a.look();
	await a.look();
	const before = new Map(a.folder.files);
	await a.look();
	assert.deepEqual(new Map(a.folder.files), before);
});

test('another machine opens the folder and has everything', async () => {
	const { a, b } = await pair();
	assert.equal((await b.base.sources.get(a.source.id))?.item.title, 'Lamps');
	assert.match(words(await getManuscript(a.paper.id, b.base)), /The third/);
});

test('what each wrote in other places is in both', async () => {
	const { a, b } = await pair();
	await saveManuscript(
		a.paper.id,
		{ doc: text('The first stands here, in June.', 'The second stands here.', 'The third.') },
		a.base
	);
	await saveManuscript(
		a.paper.id,
		{ doc: text('The first stands here.', 'The second stands here.', 'The third, of three.', 'A fourth.') },
		b.base
	);
	await editSource(a.source.id, (s) => ({ ...s, annotation: 'read twice' }), '', a.base);
	await editSource(a.source.id, (s) => ({ ...s, tags: ['night'], item: { ...s.item, publisher: 'Quay' } }), '', b.base);
	await a.look();
	await pass(a, b);
	await pass(b, a);
	for (const m of [a, b]) {
		assert.equal(
			words(await getManuscript(a.paper.id, m.base)),
			'The first stands here, in June.|The second stands here.|The third, of three.|A fourth.'
		);
		const s = (await m.base.sources.get(a.source.id))!;
		assert.deepEqual([s.annotation, s.tags, s.item.publisher, s.clashes], ['read twice', ['night'], 'Quay', undefined]);
		assert.deepEqual(await returnedOf(a.paper.id, m.base), []);
	}
});

test('what both wrote in the same place stays as it is and waits to be decided, on both', async () => {
	const { a, b } = await pair();
	await saveManuscript(
		a.paper.id,
		{ doc: text('The first stood there.', 'The second stands here.', 'The third.') },
		a.base
	);
	await saveManuscript(
		a.paper.id,
		{ doc: text('The first lies here.', 'The second stands here.', 'The third.') },
		b.base
	);
	await editSource(a.source.id, (s) => ({ ...s, item: { ...s.item, title: 'Lamps of Oil' } }), '', a.base);
	await editSource(a.source.id, (s) => ({ ...s, item: { ...s.item, title: 'Lamps and Gas' } }), '', b.base);
	await a.look();
	await pass(a, b);
	await pass(b, a);
	for (const m of [a, b]) {
		assert.match(words(await getManuscript(a.paper.id, m.base)), /The first lies here/);
		const [back] = await returnedOf(a.paper.id, m.base);
		assert.match(words({ doc: back.doc } as Manuscript), /The first stood there/);
		assert.equal(back.returned!.sender.by, 'attic');
		const s = (await m.base.sources.get(a.source.id))!;
		assert.equal(s.item.title, 'Lamps and Gas');
		assert.deepEqual(
			s.clashes?.map((c) => [c.field, c.theirs, c.by]),
			[['title', 'Lamps of Oil', 'attic']]
		);
	}
	assert.ok((await folderState(b.base)).notes.some((n) => n.open && /Night/.test(n.text)));
});

test('two that wrote at the same moment, and a file that a synchronising service put beside it', async () => {
	const { a, b } = await pair();
	const edit = (m: { base: Database }, n: number) =>
		saveManuscript(
			a.paper.id,
			{
				doc: text(
					...['The first stands here.', 'The second stands here.', 'The third.'].map((t, i) =>
						i === n ? `${t} More of it.` : t
					)
				)
			},
			m.base
		);
	await edit(a, 0);
	await edit(b, 1);
	await addSources([book('Of the attic')], 'typed', a.base);
	await addSources([book('Of the boat')], 'typed', b.base);
	// each for itself, several times
	for (const m of [a, b]) await m.look();
	await editSource(a.source.id, (s) => ({ ...s, annotation: 'later' }), '', a.base);
	await a.look();
	const [mine, theirs] = [a.folder, b.folder];
	// services name them in several ways
	mine.files.set('library (copy of boat).json', theirs.files.get('library.json')!);
	mine.files.set(`manuscripts/${a.paper.id}-boat-2.json`, theirs.files.get(`manuscripts/${a.paper.id}.json`)!);
	for (const [path, f] of theirs.files)
		if (path.startsWith('history/') && !mine.files.has(path)) mine.files.set(path, f);
	await a.look();
	await pass(a, b);
	for (const m of [a, b]) {
		assert.equal(
			words(await getManuscript(a.paper.id, m.base)),
			'The first stands here. More of it.|The second stands here. More of it.|The third.'
		);
		const titles = (await m.base.sources.toArray()).map((s) => s.item.title).sort();
		assert.deepEqual(titles, ['Lamps', 'Of the attic', 'Of the boat']);
		assert.equal(new Set((await m.base.sources.toArray()).map((s) => s.key)).size, 3);
	}
	assert.ok(![...mine.files.keys()].some((k) => /boat/.test(k) && !k.startsWith('history')));
});

test('a file written over by somebody who had not seen ours: nothing of ours is lost', async () => {
	const { a, b } = await pair();
	await addSources([book('Of the attic')], 'typed', a.base);
	await addSources([book('Of the boat')], 'typed', b.base);
	await a.look();
	await b.look();
	// the boat's file came last into one folder
	for (const [path, f] of b.folder.files) a.folder.files.set(path, { ...f, at: f.at + 1e6 });
	await a.look();
	assert.deepEqual((await a.base.sources.toArray()).map((s) => s.item.title).sort(), [
		'Lamps',
		'Of the attic',
		'Of the boat'
	]);
	await pass(a, b);
	assert.equal(await b.base.sources.count(), 3);
});

test('deleted on one: in the bin on the other; deleted on one and changed on the other: kept', async () => {
	const { a, b } = await pair();
	const other = await createManuscript('Essay', 'Second', a.base);
	await addSources([book('Goes')], 'typed', a.base);
	await a.look();
	await pass(a, b);
	await removeManuscript(other.id, a.base);
	await removeManuscript(a.paper.id, a.base);
	const all = await a.base.sources.toArray();
	await removeSources(
		all.map((s) => s.id),
		a.base
	);
	await saveManuscript(a.paper.id, { doc: text('The first was changed.') }, b.base);
	await editSource(a.source.id, (s) => ({ ...s, annotation: 'still read' }), '', b.base);
	await a.look();
	await pass(a, b);
	assert.equal(await getManuscript(other.id, b.base), undefined);
	assert.ok((await binned(b.base)).some((r) => r.id === `manuscript:${other.id}`));
	assert.match(words(await getManuscript(a.paper.id, b.base)), /was changed/);
	assert.deepEqual(
		(await b.base.sources.toArray()).map((s) => s.annotation),
		['still read']
	);
	await b.look();
	await pass(b, a);
	assert.match(words(await getManuscript(a.paper.id, a.base)), /was changed/);
	assert.equal(await getManuscript(other.id, a.base), undefined);
	// and what is put back from the bin comes back everywhere
	await putBack([`manuscript:${other.id}`], b.base);
	await b.look();
	await pass(b, a);
	assert.equal((await getManuscript(other.id, a.base))?.title, 'Second');
});

test('a tab that is killed at any write leaves files that can be read, and the next look makes them whole', async () => {
	for (let n = 0; ; n++) {
		const a = await begun('attic');
		a.folder.writesLeft = n;
		const failed = await a.look().then(
			() => false,
			() => true
		);
		for (const path of a.folder.files.keys())
			if (/^(?:library|manuscripts\/\w+)\.json$/.test(path))
				assert.deepEqual(readBackup(a.folder.text(path)).skipped, []);
		if (failed) assert.match((await folderState(a.base)).trouble, /no room left.*kept in this browser/);
		a.folder.writesLeft = Infinity;
		await a.look();
		const b = machine('boat', a.folder);
		await b.look();
		assert.match(words(await getManuscript(a.paper.id, b.base)), /The second/);
		assert.equal((await folderState(a.base)).trouble, '');
		if (!failed) break;
	}
});

test('a file that breaks off is waited for, then kept under history and written anew', async () => {
	const { a } = await pair();
	const whole = a.folder.files.get('library.json')!;
	a.folder.files.set('library.json', { bytes: whole.bytes.subarray(0, 300), at: 1 });
	await a.look();
	assert.equal(a.folder.text('library.json').length, 300);
	assert.equal(await a.base.sources.count(), 1);
	await a.look();
	assert.deepEqual(readBackup(a.folder.text('library.json')).backup.sources.length, 1);
	assert.ok([...a.folder.files.keys()].some((k) => k.startsWith('history/library/unreadable')));
	assert.ok((await folderState(a.base)).notes.some((n) => /cannot be read/.test(n.text)));
});

test('a file that cannot be read, and one beside it that can', async () => {
	const { a, b } = await pair();
	await addSources([book('Of the boat')], 'typed', b.base);
	await b.look();
	a.folder.files.set('library (of boat).json', b.folder.files.get('library.json')!);
	a.folder.files.set('library.json', { bytes: new TextEncoder().encode('{"format"'), at: 3 });
	for (let i = 0; i < 2; i++) await a.look();
	assert.equal(await a.base.sources.count(), 2);
	assert.equal(readBackup(a.folder.text('library.json')).backup.sources.length, 2);
	assert.ok(!a.folder.files.has('library (of boat).json'));
});

test('a file with something that this version cannot read is never written over, and nothing of it is taken for deleted', async () => {
	const { a, b } = await pair();
	const bad = a.folder
		.text('library.json')
		.replace('"type":"book"', '"type":7')
		.replace(/"stamp": ?"\w+"/, '"stamp":"otherone"');
	a.folder.files.set('library.json', { bytes: new TextEncoder().encode(bad), at: 7 });
	await pass(a, b);
	assert.equal(await b.base.sources.count(), 1);
	await addSources([book('New here')], 'typed', b.base);
	for (let i = 0; i < 3; i++) await b.look();
	assert.equal(b.folder.text('library.json'), bad);
	assert.match((await folderState(b.base)).waits.join(), /library\.json in the folder is left as it is/);
	// the other machine reads what it wrote itself, and loses nothing
	const newer = a.folder
		.text(`manuscripts/${a.paper.id}.json`)
		.replace(/"version": ?\d+,\n"content"/, '"version": 999,\n"content"')
		.replace(/"stamp": ?"\w+"/, '"stamp":"newerone"');
	assert.match(newer, /999/);
	b.folder.files.set(`manuscripts/${a.paper.id}.json`, { bytes: new TextEncoder().encode(newer), at: 9 });
	await saveManuscript(a.paper.id, { doc: text('Written here.') }, b.base);
	for (let i = 0; i < 3; i++) await b.look();
	assert.equal(b.folder.text(`manuscripts/${a.paper.id}.json`), newer);
	assert.match(words(await getManuscript(a.paper.id, b.base)), /Written here/);
	// moved out of the folder, both are written anew
	await b.folder.remove('library.json');
	await b.folder.remove(`manuscripts/${a.paper.id}.json`);
	await b.look();
	assert.equal(readBackup(b.folder.text('library.json')).backup.sources.length, 2);
	assert.match(b.folder.text(`manuscripts/${a.paper.id}.json`), /Written here/);
});

test('a manuscript with edits that were not saved is left as it is', async () => {
	const { a, b } = await pair();
	await saveManuscript(a.paper.id, { doc: text('Of the attic.') }, a.base);
	await a.look();
	b.folder.copyFrom(a.folder);
	await b.look([a.paper.id]);
	assert.match(words(await getManuscript(a.paper.id, b.base)), /The first/);
	assert.match((await folderState(b.base)).waits.join(), /not saved/);
	await b.look();
	assert.match(words(await getManuscript(a.paper.id, b.base)), /Of the attic/);
});

test('a copy for reading that somebody changed is kept beside the next', async () => {
	const a = await begun('attic');
	await a.look();
	const path = 'for reading/Night/Night.md';
	await a.folder.write(path, 'My own words.');
	await saveManuscript(a.paper.id, { doc: text('Another.') }, a.base);
	await a.look();
	assert.match(a.folder.text(path), /Another/);
	const aside = [...a.folder.files.keys()].find((k) => /changed by hand/.test(k));
	assert.equal(a.folder.text(aside!), 'My own words.');
	// a new name takes the old copies along
	await saveManuscript(a.paper.id, { title: 'Dusk: a / b' }, a.base);
	await a.look();
	assert.ok(a.folder.files.has('for reading/Dusk a b/Dusk a b.md'));
	assert.ok(!a.folder.files.has(path));
	assert.ok(a.folder.files.has(aside!));
});

test('a corrected source is corrected in the copies for reading too', async () => {
	const a = await begun('attic');
	const cite = schema.nodes.citation.create({
		id: 'c1',
		cites: [{ sourceId: a.source.id, locator: null, prefix: '', suffix: '', form: 'full' }]
	});
	await saveManuscript(
		a.paper.id,
		{
			doc: storeDoc(
				schema.nodes.doc.create(null, schema.nodes.paragraph.create(null, [schema.text('So it is '), cite]))
			)
		},
		a.base
	);
	await a.look();
	assert.match(a.folder.text('for reading/Night/Night.bib'), /Lamps/);
	assert.match(a.folder.text('for reading/Night/Night.md'), new RegExp(`@${a.source.key}`));
	await editSource(a.source.id, (s: Source) => ({ ...s, item: { ...s.item, title: 'Lanterns' } }), '', a.base);
	await a.look();
	assert.match(a.folder.text('for reading/Night/Night.bib'), /Lanterns/);
});
