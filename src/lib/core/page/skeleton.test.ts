/** Sections to fill. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { missingSections } from './skeleton';

const SECTIONS = ['Introduction', 'Method', 'Results', 'Discussion'];

test('what is missing stands where its kind has it; a structure of one’s own has none missing', () => {
	const said = (...headings: string[]) => missingSections(SECTIONS, headings).map((m) => `${m.after} ${m.name}`);
	assert.deepEqual(said(), ['0 Introduction', '0 Method', '0 Results', '0 Discussion']);
	assert.deepEqual(said('Method'), ['0 Introduction', '1 Results', '1 Discussion']);
	assert.deepEqual(said('1. introduction', '2 Method:'), ['2 Results', '2 Discussion']);
	assert.deepEqual(said('Introduction', 'Lamps'), []);
	assert.deepEqual(said('Results', 'Method'), []);
	assert.deepEqual(said(...SECTIONS), []);
});

test('putting in what is missing, in any order, gives the whole list in its order', () => {
	fc.assert(
		fc.property(fc.shuffledSubarray(SECTIONS), (order) => {
			const headings: string[] = [];
			for (const name of order) {
				const at = missingSections(SECTIONS, headings).find((m) => m.name === name);
				assert.ok(at);
				headings.splice(at.after, 0, name);
			}
			assert.deepEqual(
				headings,
				SECTIONS.filter((s) => order.includes(s))
			);
		})
	);
});
