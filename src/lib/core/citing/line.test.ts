import assert from 'node:assert/strict';
import { test } from 'node:test';
import { citesOfLine, parseLine, writeLine } from './index';

test('words, locators and sources are told apart', () => {
	const p = parseLine('okafor 1997 p 12-14; lindqvist tidal; sund', []);
	assert.deepEqual(
		p.map((x) => x.query),
		['okafor 1997', 'lindqvist tidal', 'sund']
	);
	assert.deepEqual(p[0].locator, { label: 'page', value: '12-14' });
	assert.equal(p[1].locator, null);
	assert.deepEqual([p[1].from, p[1].to], [20, 36]);
});

test('a chosen source keeps its locator, words before and words after', () => {
	const chosen = [
		{ label: 'Okafor 1997', sourceId: 'o' },
		{ label: 'Sund 1929', sourceId: 's' }
	];
	const p = parseLine('see also | Okafor 1997 p 12, emphasis added; Sund 1929 ch 3', chosen);
	assert.deepEqual(citesOfLine(p, 'parenthetical'), [
		{
			sourceId: 'o',
			locator: { label: 'page', value: '12' },
			prefix: 'see also',
			suffix: ', emphasis added',
			form: 'parenthetical'
		},
		{ sourceId: 's', locator: { label: 'chapter', value: '3' }, prefix: '', suffix: '', form: 'parenthetical' }
	]);
});

test('a bare number behind a source is a page; a year among the words is not', () => {
	const p = parseLine('Okafor 1997 12', [{ label: 'Okafor 1997', sourceId: 'o' }]);
	assert.deepEqual(p[0].locator, { label: 'page', value: '12' });
	assert.equal(parseLine('okafor 1997', [])[0].locator, null);
});

test('what cannot be understood stays as typed and is no locator', () => {
	const p = parseLine('Okafor 1997 somewhere', [{ label: 'Okafor 1997', sourceId: 'o' }]);
	assert.equal(p[0].locator, null);
	assert.equal(p[0].unread, 'somewhere');
});

test('a citation written out again reads as the same cites', () => {
	const cites = [
		{
			sourceId: 'a',
			locator: { label: 'page', value: '12-14' },
			prefix: 'see',
			suffix: ', my emphasis',
			form: 'parenthetical' as const
		},
		{
			sourceId: 'b',
			locator: { label: 'timestamp', value: '1:02:30' },
			prefix: '',
			suffix: '',
			form: 'parenthetical' as const
		},
		{ sourceId: 'c', locator: null, prefix: '', suffix: '', form: 'parenthetical' as const }
	];
	const { line, chosen } = writeLine(cites, (id) => `Author ${id} 1900`);
	assert.deepEqual(citesOfLine(parseLine(line, chosen), 'parenthetical'), cites);
});
