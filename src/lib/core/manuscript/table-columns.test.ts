import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { schema } from './schema';
import { columnShares } from './table-columns';

const { nodes } = schema;
const cell = (colspan: number, colwidth: number[] | null, rowspan = 1) =>
	nodes.table_cell.create({ colspan, rowspan, colwidth }, nodes.paragraph.create());
const table = (...rows: ReturnType<typeof cell>[][]) =>
	nodes.table.create(
		null,
		rows.map((r) => nodes.table_row.create(null, r))
	);
const percent = (list: number[] | null) => list?.map((s) => Math.round(s * 100));

test('widths of columns: none, some, all, in cells that span', () => {
	assert.equal(columnShares(table([cell(1, null), cell(2, null)])), null);
	assert.deepEqual(percent(columnShares(table([cell(1, [100]), cell(1, [300])]))), [25, 75]);
	// what has none shares what the sheet has left
	assert.deepEqual(percent(columnShares(table([cell(1, [311]), cell(1, null), cell(1, null)]))), [50, 25, 25]);
	// the width is said by a cell below, beside one that reaches down from above
	assert.deepEqual(
		percent(columnShares(table([cell(1, null, 2), cell(2, null)], [cell(1, [124]), cell(1, [124])]))),
		[60, 20, 20]
	);
	// wider than the sheet: those without have little, but some
	const crowded = columnShares(table([cell(1, [900]), cell(1, null)]))!;
	assert.ok(crowded[1] > 0.01 && crowded[1] < 0.05);
});

test('parts add up to the whole, and none is nothing', () => {
	const widths = fc.array(fc.option(fc.integer({ min: 25, max: 900 }), { nil: null }), { minLength: 1, maxLength: 9 });
	fc.assert(
		fc.property(widths, (list) => {
			const shares = columnShares(table(list.map((w) => cell(1, w === null ? null : [w]))));
			if (list.every((w) => w === null)) return assert.equal(shares, null);
			assert.equal(shares!.length, list.length);
			assert.ok(Math.abs(shares!.reduce((a, b) => a + b, 0) - 1) < 1e-9);
			assert.ok(shares!.every((s) => s > 0));
		})
	);
});
