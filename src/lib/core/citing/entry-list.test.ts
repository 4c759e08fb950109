/** Lists of sources that are told as changes. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { changeEntries, entryChange, type EntryChange } from './entry-list';
import type { EntryOutput } from './session';

const words = fc.constantFrom('Lamps', 'Oil', 'Wicks');
const entry = fc.record({
	id: fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'),
	html: words,
	text: words,
	whole: fc.option(fc.record({ html: words, text: words }), { nil: undefined })
}) as fc.Arbitrary<EntryOutput>;
const list = fc.uniqueArray(entry, { selector: (e) => e.id, maxLength: 6 });

test('property: a list and what changed of it make the next one, of which only what is new was told', () => {
	fc.assert(
		fc.property(list, list, (before, after) => {
			const change = entryChange(before, after);
			const made = changeEntries(before, JSON.parse(JSON.stringify(change)) as EntryChange)!;
			assert.deepEqual(JSON.stringify(made), JSON.stringify(after));
			const told = new Set(change.put.map((e) => e.id));
			for (const e of before) {
				const now = made.find((m) => m.id === e.id);
				if (now && JSON.stringify(now) === JSON.stringify(e)) assert.ok(now === e && !told.has(e.id));
			}
		})
	);
});

test('a change of another list is none of this one', () => {
	const e: EntryOutput = { id: 'a', html: 'Lamps', text: 'Lamps' };
	assert.equal(changeEntries([], entryChange([e], [e])), null);
});
