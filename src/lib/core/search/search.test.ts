import assert from 'node:assert/strict';
import { test } from 'node:test';
import { createIndex } from './index';
import { demoLibrary } from '../../../../scripts/demo-data';
import type { Source } from '../source';

const sources = demoLibrary.map((s, i): Source => ({
	...s,
	id: s.key,
	item: { ...s.item, id: s.key },
	excerpts: s.excerpts as Source['excerpts'],
	origin: 'demo',
	createdAt: i,
	updatedAt: i
}));

test('sources are found by whatever is remembered (needs N8)', () => {
	const index = createIndex();
	index.set(sources);
	const first = (q: string) => index.find(q)[0];
	assert.equal(first('okafor 1997'), 'okafor1997');
	assert.equal(first('lindqvist estuary'), 'lindqvist2011');
	assert.equal(first('ring of wings'), 'abara1931');
	assert.equal(first('lindqvst lit'), 'lindqvist2011');
	assert.equal(first('reyes'), 'okamoto2015');
	assert.equal(first('silva 2018 elvers'), 'silva2018b');
	assert.deepEqual(index.find('zzzz'), []);
});

test('what this section cites and what was cited lately comes first (needs N14)', () => {
	const index = createIndex();
	index.set(sources);
	const use = new Map([
		['osei1996', { here: 1, section: 0, last: 0 }],
		['lowe1978', { here: 3, section: 2, last: 0 }],
		['marlowe1989', { here: 1, section: 0, last: 9 }]
	]);
	assert.deepEqual(index.find('', use, 3), ['lowe1978', 'marlowe1989', 'osei1996']);
	const plain = index.find('silva 2018');
	const other = plain[1];
	assert.equal(index.find('silva 2018', new Map([[other, { here: 4, section: 3, last: 1 }]]))[0], other);
});

test('the index follows changes', () => {
	const index = createIndex();
	index.set(sources);
	index.set(
		sources
			.filter((s) => s.id !== 'okafor1997')
			.map((s) => (s.id === 'osei1996' ? { ...s, annotation: 'underwriters' } : s))
	);
	assert.deepEqual(index.find('underwriters'), ['osei1996']);
	assert.ok(!index.find('okafor').includes('okafor1997'));
});
