/** A part of the sweep and of the differential run, for every test run; the whole: npm run styles:sweep, differential. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chosenStyles, compare, totals } from '../../../../scripts/differential';
import { sweep } from '../../../../scripts/sweep';
import { styleIndex } from '../../../../scripts/catalogue';

test('every 20th style of the catalogue compiles and formats the mixed corpus without exception or nonsense', () => {
	const ids = styleIndex()
		.map((s) => s.id)
		.filter((_, i) => i % 20 === 0);
	const r = sweep(ids);
	assert.deepEqual(r.faults, []);
	assert.ok(r.citations >= ids.length * 60);
});

test('the featured styles and four more stay as close to the reference on the mixed corpus as they were', () => {
	const list = chosenStyles(4).map((id) => compare(id, 88, 60));
	const t = totals(list);
	// the differences are named in docs/conformance.md; these floors only go up
	assert.ok(t.citationsEqual / t.citations >= 0.975, `${t.citationsEqual} of ${t.citations} citations`);
	assert.ok(t.entriesEqual / t.entries >= 0.985, `${t.entriesEqual} of ${t.entries} entries`);
});
