/** What is said of odd items, and that they are formatted all the same (CSL-JSON schema of CSL 1.0.2). */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { checkItem, withoutControls } from './check';
import { compileStyle, createProcessor, toPlain, type Item } from './index';
import { localeTree, styleTree } from '../../../../scripts/catalogue';

const style = compileStyle(styleTree('apa')!, { locales: localeTree });
const entry = (item: Item): string => {
	const p = createProcessor({ style, getItem: () => item });
	return toPlain(p.format({ clusters: [{ id: 'a', cites: [{ sourceId: item.id }] }] }).bibliography![0].output);
};
const said = (fields: Record<string, unknown>) =>
	checkItem({ id: 'x', type: 'book', ...fields } as Item).map((w) => `${w.itemId} ${w.field}: ${w.message}`);

const ODD: [string, Record<string, unknown>, RegExp, RegExp][] = [
	['names as one text', { author: 'Harbour Board' }, /x author: Names came as one text/, /^Harbour Board\./],
	['one name, no list', { author: { family: 'Sund' } }, /x author: A list of names was expected/, /^Sund\./],
	['a text among the names', { author: [{ family: 'Sund' }, 'Mole Club'] }, /x author: A name is plain/, /Mole Club/],
	['an empty name', { author: [{ family: 'Sund' }, {}] }, /x author: A name has neither/, /^Sund\./],
	['a date in words', { issued: 'some time ago' }, /x issued: “some time ago” is not a date/, /some time ago/],
	['a date of no shape', { issued: 17.5e9 }, /x issued/, /Lamps/],
	['the thirtieth month', { issued: { 'date-parts': [[1931, 30]] } }, /x issued: There is no month 30/, /1931/],
	['the fortieth day', { issued: { 'date-parts': [[1931, 5, 40]] } }, /x issued: There is no day 40/, /1931/],
	['an unknown kind', { type: 'lantern' }, /x type: “lantern” is no kind/, /Lamps/],
	['control characters', { title: 'La\u0000mps' }, /x title: Control characters/, /Lamps/],
	['control characters in a name', { author: [{ family: 'Su\u0007nd' }] }, /x author: Control characters/, /^Sund\./],
	['markup of another kind', { title: '<p>Lamps</p>' }, /x title: “<p>” is no markup/, /<p>Lamps<\/p>/],
	['a title that is a list', { title: ['Lamps'] }, /x title: A text was expected/, /n\.d\./],
	['a title that is an object', { title: { a: 1 } }, /x title: A text was expected/, /n\.d\./],
	['a number that is none', { volume: NaN }, /x volume: This is not a number/, /Lamps/]
];
for (const [name, fields, message, printed] of ODD) {
	test(`${name}: said with item and field, and set as well as can be`, () => {
		assert.match(said(fields).join('\n'), message);
		assert.match(entry({ id: 'x', type: 'book', title: 'Lamps', ...fields } as Item), printed);
	});
}

test('an item as the schema says gives no warning', () => {
	assert.deepEqual(
		said({
			title: 'The <i>Lamp</i> <span class="nocase">at</span> sea',
			author: [{ family: 'Sund', given: 'Ida' }, { literal: 'Harbour Board' }],
			issued: { 'date-parts': [[1931, 5, 3]] },
			accessed: { raw: '2026-05-03' },
			'original-date': { literal: 'in the year of the great frost' },
			volume: 4,
			custom: { own: true },
			keyword: 'lamps, quays'
		}),
		[]
	);
});

test('ten thousand names and a title of a megabyte: said, and done in a moment', () => {
	const author = Array.from({ length: 10_000 }, (_, i) => ({ family: `Name${i}`, given: 'A.' }));
	const title = 'lamp '.repeat(200_000);
	const list = said({ author, title });
	assert.match(list.join('\n'), /x author: There are 10,000 names/);
	assert.match(list.join('\n'), /x title: This text is very long/);
	assert.match(entry({ id: 'x', type: 'book', author, title }), /^Name0, A\., .* … Name9999, A\. \(n\.d\.\)/);
});

test('warnings come with every result, not only with the first', () => {
	const item: Item = { id: 'x', type: 'book', title: 'Lamps', author: 'Mole Club' };
	const p = createProcessor({ style, getItem: (id) => (id === 'x' ? item : undefined) });
	const clusters = [{ id: 'a', cites: [{ sourceId: 'x' }, { sourceId: 'gone' }] }];
	for (let i = 0; i < 2; i++)
		assert.deepEqual(
			p.format({ clusters }).warnings.map((w) => [w.itemId, w.field]),
			[
				['x', 'author'],
				['gone', undefined]
			]
		);
});

test('what has no control characters keeps its identity', () => {
	const item: Item = { id: 'x', type: 'book', title: 'Lamps\tand\nquays', author: [{ family: 'Sund' }] };
	assert.equal(withoutControls(item), item);
});
