import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { createTop } from './top';

test('property: the best few, as sorting all would have them', () => {
	fc.assert(
		fc.property(
			fc.array(fc.integer({ min: 0, max: 9 }), { maxLength: 80 }),
			fc.integer({ min: 1, max: 12 }),
			(list, n) => {
				const top = createTop(n);
				list.forEach((score, slot) => {
					const better = top.takes(score);
					assert.equal(better, top.slots().length < n || list[top.slots().at(-1)!] < score);
					top.put(slot, score);
				});
				const sorted = list
					.map((score, slot) => ({ score, slot }))
					.sort((a, b) => b.score - a.score || a.slot - b.slot);
				assert.deepEqual(
					top.slots(),
					sorted.slice(0, n).map((x) => x.slot)
				);
			}
		)
	);
});
