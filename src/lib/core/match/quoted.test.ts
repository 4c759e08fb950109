/** Ties are ordered by the words that are quoted before a citation. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Item } from '../csl';
import { matchPaper, type MatchSource } from '.';

const source = (id: string, title: string, excerpts: string[]): MatchSource => ({
	id,
	key: id,
	item: {
		id,
		type: 'book',
		title,
		author: [{ family: 'Lowe', given: 'A.' }],
		issued: { 'date-parts': [[1978]] }
	} as Item,
	excerpts
});
const SOURCES = [
	source('gas', 'Gas by night', ['The gas burned on at noon, and nobody paid.']),
	source('wage', 'The wage of the board', ['A wage is a promise; the board kept neither, as all of Callow knew.'])
];
const look = (text: string) =>
	matchPaper([{ text, kind: 'body', section: '' }], '', SOURCES, null).citations.map((c) => c.cites[0]);

test('the one whose excerpts hold the quotation comes first, says why, and is still to be chosen', () => {
	for (const quotation of [
		'“kept neither, as all of Callow”',
		'“[he] kept neither, as [they] knew”',
		'“a promise … the board kept”',
		'"Kept  neither; as all"',
		'«kept neither, as»'
	]) {
		const [c] = look(`The clerk wrote: ${quotation} (Lowe 1978).`);
		assert.equal(c.sourceId, 'wage', quotation);
		assert.equal(c.candidates[0].why, 'quoted words found');
		assert.equal(c.status, 'choose');
		assert.equal(c.candidates.length, 2);
	}
});

test('no quotation, a short one, one far away, one of neither: as before', () => {
	const before = look('The clerk wrote it down (Lowe 1978).')[0].candidates;
	for (const text of [
		'The clerk wrote: “as all” (Lowe 1978).',
		`“kept neither, as all of Callow”: ${'so it was said on the quay by those who knew. '.repeat(5)}It paid (Lowe 1978).`,
		'The clerk wrote: “who lights the lamps” (Lowe 1978).',
		'The clerk wrote: “kept neither … a promise” (Lowe 1978).',
		'The clerk wrote: “as [they] all” (Lowe 1978).',
		'The clerk wrote: kept neither, as all of Callow (Lowe 1978).'
	])
		assert.deepEqual(look(text)[0].candidates, before, text);
});
