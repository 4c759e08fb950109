/** Variables are read defensively: whatever shape a record has, what can be said is said and nothing breaks. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { dateOf, namesOf, textValue, withNoteVariables } from './read';
import type { Item } from './types';

const item = (more: Record<string, unknown>): Item => ({ id: 'x', type: 'book', ...more }) as Item;

test('text of a variable: numbers and literals are text, spaces alone and other shapes are nothing', () => {
	const said = (v: unknown) => textValue(item({ volume: v }), 'volume');
	assert.deepEqual([' 12 ', 12, 0, { literal: 'XII' }, { literal: 7 }].map(said), [' 12 ', '12', '0', 'XII', '7']);
	for (const nothing of [undefined, null, '', '  ', NaN, Infinity, true, ['12'], { raw: '12' }, { literal: ['a'] }])
		assert.equal(said(nothing), '', JSON.stringify(nothing));
});

test('names: a list, one name, a text; what is no name is left out', () => {
	const of = (v: unknown) => namesOf(item({ author: v }), 'author');
	const sund = { family: 'Sund', given: 'Petra' };
	assert.deepEqual(of([sund, 'Harbour Board', null, 7, {}, { suffix: 'Jr.' }]), [sund, { literal: 'Harbour Board' }]);
	assert.deepEqual(of(sund), [sund]);
	assert.deepEqual(of('Harbour Board'), [{ literal: 'Harbour Board' }]);
	for (const nobody of [undefined, null, '', ' ', 3, [], [{}]]) assert.deepEqual(of(nobody), []);
});

test('variables in the note: lines of it, in braces or not, wherever they stand; the rest stays the note', () => {
	const read = withNoteVariables(
		item({ note: 'event-date: 2004-10-01\n{:volume: 12}\nauthor: Sund || Petra\nauthor: Harbour Board\nSeen twice.' })
	);
	const { year, month, day } = dateOf(read, 'event-date')!.start!;
	assert.deepEqual([year, month, day], [2004, 10, 1]);
	assert.equal(read.volume, '12');
	assert.deepEqual(read.author, [{ family: 'Sund', given: 'Petra' }, { literal: 'Harbour Board' }]);
	assert.equal(read.note, 'Seen twice.');
	// what is no variable does not stop the reading of what stands below
	const below = withNoteVariables(item({ note: 'Citation Key: sund1931\nSeen.\nDOI: 10.5555/a\nAgain.\nissue: 4' }));
	assert.deepEqual([below.DOI, below.issue], ['10.5555/a', '4']);
	assert.equal(below.note, 'Citation Key: sund1931\nSeen.\nAgain.');
});

test('variables in the note never overwrite what is there, but for the type', () => {
	const read = withNoteVariables(item({ volume: '3', note: 'volume: 12\ntype: article-journal\nissue: 4' }));
	assert.deepEqual([read.volume, read.type, read.issue, read.note], ['3', 'article-journal', '4', '']);
});

test('a note without variables stays as it is, and the item the same object', () => {
	for (const note of ['Seen twice.', 'Of the keeper: he was late', 7, undefined]) {
		const before = item({ note });
		assert.equal(withNoteVariables(before), before);
	}
});

test('property: nothing of any item is lost or touched by reading its note', () => {
	const line = fc.oneof(
		fc.constantFrom('volume: 1', 'issued: 1931', 'editor: Sund || P.', 'nothing: known', '{:DOI: 10.5555/a}', ''),
		fc.string()
	);
	const record = fc.record({
		note: fc.array(line).map((l) => l.join('\n')),
		volume: fc.option(fc.string(), { nil: undefined })
	});
	fc.assert(
		fc.property(record, (r) => {
			const before = item(r);
			const copy = structuredClone(before);
			const read = withNoteVariables(before);
			assert.deepEqual(before, copy);
			if (r.volume !== undefined) assert.equal(read.volume, r.volume);
			const lines = r.note.split('\n');
			let at = 0;
			for (const l of (read.note as string).split('\n').filter((l) => l.trim())) {
				at = lines.findIndex((x, i) => i >= at && x.trim() === l.trim()) + 1;
				assert.ok(at > 0, 'what is left of the note are lines of it, in their order');
			}
		})
	);
});
