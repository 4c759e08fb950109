import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { cleanSettings, placementOf } from './settings';

test('settings from anywhere are made whole; whole ones stay as they are', () => {
	fc.assert(
		fc.property(fc.anything(), (raw) => {
			const s = cleanSettings(raw);
			assert.ok(['style', 'before', 'behind'].includes(s.placement));
			assert.ok(['through', 'section'].includes(s.noteNumbers));
			assert.ok(s.uncited.every((f) => f.id && typeof f.why === 'string'));
			assert.deepEqual(cleanSettings(s), s);
		})
	);
	const kept = {
		placement: 'before',
		noteNumbers: 'section',
		house: { links: 'none' },
		page: { kind: 'essay' },
		uncited: [{ id: 'a', why: 'x' }],
		notCitations: ['paid (Harrow 1902)'],
		accepted: { 'author-date': 8 },
		decided: { '5:c1': 'taken', '5:c2': 'left' },
		work: {
			begins: ['a', 'b'],
			chapters: ['b'],
			things: 'chapter' as const,
			full: 'work' as const,
			before: { chapter: 1, notes: 9, footnote: 8, endnote: 1, figure: 2, table: 0, equation: 3 },
			elsewhere: { t: { kind: 'table' as const, number: 2, prefix: '1.', title: 'Lamps', level: 0 } }
		}
	};
	assert.deepEqual(cleanSettings({ decided: { a: 'taken', b: 'lost', c: 1 } }).decided, { a: 'taken' });
	assert.deepEqual(cleanSettings({ accepted: { number: 2, note: -1, key: 'x', author: 1.5 } }).accepted, { number: 2 });
	assert.deepEqual(cleanSettings({ notCitations: ['a', 3, null] }).notCitations, ['a']);
	assert.deepEqual(cleanSettings(kept), kept);
	assert.deepEqual(cleanSettings({ uncited: [null, { id: '' }, { id: 3 }, { id: 'a' }] }).uncited, [
		{ id: 'a', why: '' }
	]);
});

test('what the manuscript decides about places stands over the style', () => {
	const set = (placement: string) => cleanSettings({ placement });
	for (const kind of ['sentence', 'raised', 'note', 'close'] as const)
		assert.equal(placementOf(kind, set('style')), kind);
	// note marks before the full stop, as French books have them
	assert.equal(placementOf('note', set('before')), 'close');
	assert.equal(placementOf('raised', set('before')), 'close');
	assert.equal(placementOf('sentence', set('before')), 'sentence');
	assert.equal(placementOf('sentence', set('behind')), 'raised');
	assert.equal(placementOf('note', set('behind')), 'note');
});
