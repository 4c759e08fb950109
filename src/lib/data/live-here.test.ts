/** A file that has lost what made it live: the manuscript here that its citations are of. */
import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { docFromText } from '../core/manuscript';
import { blankSource, type Source } from '../core/source';
import { Database } from './db';
import { liveHere } from './live-here';
import { createManuscript } from './desk-manuscripts';

let n = 0;
const fresh = () => new Database(`live-here-${n++}`);
const source = (id: string): Source => ({ ...blankSource({ id, type: 'book', title: id }), key: id });
const begin = (text: string) => ({ doc: docFromText(text), authors: ['Ida Lark'], locale: 'en-GB' });

test('the manuscript that has most of them is taken, with what it cites and nothing else', async () => {
	const base = fresh();
	await base.sources.bulkPut(['lark', 'stone', 'other'].map(source));
	const mine = await createManuscript('Essay', 'Mine', base, begin('# Mine\n\nGas {{lark | p 4}} and {{stone}}.'));
	await createManuscript('Essay', 'Else', base, begin('# Else\n\nNothing.'));
	const ids = [...JSON.stringify(mine.doc).matchAll(/\\?"citation\\?",\\?"attrs\\?":\{\\?"id\\?":\\?"([^"\\]+)/g)].map(
		(m) => m[1]
	);
	assert.equal(ids.length, 2);
	const live = await liveHere(ids, base);
	assert.equal(live?.manuscript, mine.id);
	assert.deepEqual(Object.keys(live.citations), ids);
	assert.deepEqual(
		live.sources.map((s) => s.id),
		['lark', 'stone']
	);
	assert.equal(live.citations[ids[0]].cites[0].locator?.value, '4');
	assert.equal(live.citations[ids[0]].printed, null);
	assert.equal(await liveHere(['nobody'], base), null);
	// one that a newer version wrote does not stand in the way
	await base.manuscripts.put({ ...mine, id: 'newer', updatedAt: Date.now() + 1000, doc: { ...mine.doc, version: 99 } });
	assert.equal((await liveHere(ids, base))?.manuscript, mine.id);
});
