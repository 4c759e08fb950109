/** A paper on the desk: new sources added once, known ones used, pictures kept, a manuscript with live citations. */
import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readCitations, readDoc } from '../core/manuscript';
import { emptyPaper, paragraph, words, type Paper, type PaperCite } from '../core/paper';
import { Database } from './db';
import { openPaper, importPaper } from './open-paper';
import { addSources, journalOf } from './sources';
import { openStrip } from './strip';

let serial = 0;
const fresh = () => new Database(`open-${serial++}`);
const cite = (sourceId: string): PaperCite => ({
	sourceId,
	locator: null,
	prefix: '',
	suffix: '',
	form: 'parenthetical'
});

test('sources that are here are used, others added with one step that undo takes back', async () => {
	const base = fresh();
	const [here] = await addSources([{ item: { id: '', type: 'book', title: 'Quays' } }], 'form', base);
	const paper: Paper = {
		...emptyPaper(),
		head: { ...emptyPaper().head, title: words('Lamps'), authors: [{ name: 'Ida Lark', affiliations: [], email: '' }] },
		lang: 'de',
		blocks: [
			paragraph([...words('A '), { t: 'citation', id: 'c', cites: [cite('lark'), cite('stone')], marks: [] }]),
			{ t: 'figure', id: 'f', asset: 'q.png', alt: '', caption: { content: [], lang: '' } }
		],
		assets: { 'q.png': { type: 'image/png', bytes: new Uint8Array([1]) } },
		sources: [
			{ id: 'lark', key: 'lark2001', item: { id: 'lark', type: 'book', title: 'Bells' } },
			{ id: 'stone', key: 'stone1988', item: { id: 'stone', type: 'book', title: 'Quays' } },
			{ id: 'un', key: 'un2001', item: { id: 'un', type: 'book', title: 'Unused' } }
		],
		own: { settings: { uncited: [{ id: 'un', why: '' }] } }
	};
	const { manuscript, added } = await openPaper(paper, { stone: here.id }, 'paper', 'paper.md', base);
	assert.equal(added, 2);
	const sources = await base.sources.toArray();
	assert.equal(sources.length, 3);
	const byKey = new Map(sources.map((s) => [s.key, s]));
	assert.equal(byKey.get('lark2001')?.origin, 'paper.md');
	const kept = (await base.manuscripts.get(manuscript.id))!;
	assert.deepEqual([kept.title, kept.authors, kept.locale, kept.words], ['Lamps', ['Ida Lark'], 'de', 2]);
	assert.equal(openStrip(kept.strip).ticks.length, 1);
	const doc = readDoc(kept.doc);
	const [c] = readCitations(doc, 'in-text').citations;
	assert.deepEqual(
		c.cites.map((x) => x.sourceId),
		[byKey.get('lark2001')!.id, here.id]
	);
	assert.deepEqual(kept.uncited, [byKey.get('un2001')!.id]);
	assert.equal(await base.assets.count(), 1);
	await journalOf(base).undo();
	assert.equal(await base.sources.count(), 1);
});

test('a document without a title has the name of its file', async () => {
	const base = fresh();
	const { manuscript } = await openPaper(
		{ ...emptyPaper(), blocks: [paragraph(words('Words.'))] },
		{},
		'essay',
		'essay.md',
		base
	);
	assert.equal(manuscript.title, 'essay');
});

test('no room for a picture: no source has come in', async () => {
	const base = fresh();
	base.assets.hook('creating', () => {
		throw new Error('no room');
	});
	const paper: Paper = {
		...emptyPaper(),
		blocks: [
			paragraph([{ t: 'citation', id: 'c', cites: [cite('lark')], marks: [] }]),
			{ t: 'figure', id: 'f', asset: 'q.png', alt: '', caption: { content: [], lang: '' } }
		],
		assets: { 'q.png': { type: 'image/png', bytes: new Uint8Array([1]) } },
		sources: [{ id: 'lark', key: 'lark2001', item: { id: 'lark', type: 'book', title: 'Bells' } }]
	};
	await assert.rejects(importPaper(paper, {}, 'paper', 'paper.md', base), /no room/);
	assert.equal(await base.sources.count(), 0);
});
