import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { numberAt, numberPaths, renumber } from './renumber';
import { plainOf, type Rich } from './rich';

const number = (n: number): Rich => ({ kids: [String(n)], tag: 'number' });

test('finds the numbers of a tree in reading order, and moves each by its own step', () => {
	const tree: Rich = {
		kids: ['[', number(3), ', ', { kids: ['see ', number(12)], format: { 'font-style': 'italic' } }, ']']
	};
	const paths = numberPaths(tree)!;
	assert.deepEqual(
		paths.map((p) => numberAt(tree, p)),
		[3, 12]
	);
	assert.equal(plainOf(renumber(tree, paths, 2)), '[5, see 14]');
	assert.equal(plainOf(renumber(tree, paths, [-1, 5])), '[2, see 17]');
	assert.equal(plainOf(tree), '[3, see 12]', 'the tree itself stays');
});

test('a number that is not in plain digits has to be written again', () => {
	assert.equal(numberPaths({ kids: [{ kids: ['xiv'], tag: 'number' }] }), null);
	assert.equal(numberPaths({ kids: [{ kids: [{ kids: ['3'] }], tag: 'number' }] }), null);
	assert.deepEqual(numberPaths({ kids: ['no number'] }), []);
	assert.deepEqual(numberPaths(null), []);
});

test('the look of a number stays with it', () => {
	const raised: Rich = { kids: [{ kids: ['3'], tag: 'number', format: { 'vertical-align': 'sup' } }] };
	assert.deepEqual(renumber(raised, numberPaths(raised)!, 1), {
		kids: [{ kids: ['4'], tag: 'number', format: { 'vertical-align': 'sup' } }]
	});
});

test('there and back gives the same', () => {
	fc.assert(
		fc.property(fc.array(fc.nat(500), { minLength: 1, maxLength: 6 }), fc.nat(100), (list, by) => {
			const tree: Rich = { kids: list.flatMap((n): Rich[] => [number(n + 101), ', ']), display: 'left-margin' };
			const paths = numberPaths(tree)!;
			const there = renumber(tree, paths, by);
			assert.deepEqual(renumber(there, paths, -by), tree);
			assert.equal(plainOf(there), list.map((n) => `${n + 101 + by}, `).join(''));
		})
	);
});
