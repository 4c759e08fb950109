/** A comma that a style put behind something is found at the end, whatever it is nested in, and taken off for good. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { plainOf, type Rich } from './rich';
import { endsInStyleComma, withoutTrailingCommas } from './style-comma';

test('commas of the style, whatever stands in pieces', () => {
	for (const [r, rest] of [
		[{ kids: ['Eel', ', '] }, 'Eel'],
		[{ kids: ['Eel', ',', ' '] }, 'Eel'],
		[{ kids: ['Eel', { kids: [', '] }, ','] }, 'Eel'],
		[{ kids: [{ kids: ['Eel'], quote: true }, ','] }, 'Eel'],
		[{ kids: ['(n. ', '3', '),'] }, '(n. 3)']
	] as [Rich, string][]) {
		assert.ok(endsInStyleComma(r), JSON.stringify(r));
		assert.equal(plainOf(withoutTrailingCommas(r)), rest);
	}
});

test('what a person typed stays, and so does what ends in something else', () => {
	for (const r of [
		'Eel',
		'Eel.',
		{ kids: ['Eel', '’,'] },
		'',
		',',
		{ kids: ['Eel ', { kids: ['see,'], field: true }] },
		{ kids: ['Eel', { kids: [', however,'], tag: 'suffix' }] }
	] as Rich[])
		assert.ok(!endsInStyleComma(r), JSON.stringify(r));
});

test('taking commas off always ends, and leaves none (property)', () => {
	const leaf = fc.stringMatching(/^[ab, .]{0,4}$/);
	const { tree } = fc.letrec<{ tree: Rich }>((tie) => ({
		tree: fc.oneof({ maxDepth: 3 }, leaf, fc.record({ kids: fc.array(tie('tree'), { maxLength: 4 }) }))
	}));
	fc.assert(
		fc.property(tree, (r) => {
			if (!endsInStyleComma(r)) return;
			const rest = withoutTrailingCommas(r);
			assert.ok(!endsInStyleComma(rest));
			assert.ok(plainOf(r).startsWith(plainOf(rest)));
			assert.match(plainOf(r).slice(plainOf(rest).length), /^[,\s]+$/);
		})
	);
});
