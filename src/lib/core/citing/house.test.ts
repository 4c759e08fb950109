/** House rules over any style (need N34). */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Item } from '../csl';
import { createSession } from './session';
import { cleanHouse, houseItems, isAdjusted, readAbbreviations } from './house';
import { localeTree, styleTree } from '../../../../scripts/catalogue';

const item: Item = {
	id: 'a',
	type: 'article-journal',
	title: 'Lamps of the quay',
	author: [{ family: 'Okonjo', given: 'Adaeze' }],
	'container-title': 'The Journal of Harbour Studies',
	issued: { 'date-parts': [[2019]] },
	DOI: '10.5555/hs.1',
	URL: 'https://example.org/hs/1',
	accessed: { 'date-parts': [[2020, 5, 1]] }
};
const page: Item = {
	id: 'b',
	type: 'webpage',
	title: 'The long quay',
	URL: 'https://example.org/quay',
	accessed: { 'date-parts': [[2020, 5, 1]] }
};

test('links and days are taken away as asked; the source is not touched', () => {
	const before = structuredClone(item);
	const none = houseItems(cleanHouse({ links: 'none' }))(item);
	assert.deepEqual([none.DOI, none.URL, none.accessed], [undefined, undefined, undefined]);
	const doi = houseItems(cleanHouse({ links: 'doi' }));
	assert.deepEqual([doi(item).DOI, doi(item).URL], ['10.5555/hs.1', undefined]);
	assert.equal(doi(page).URL, 'https://example.org/quay', 'what has no DOI keeps its address');
	const unread = houseItems(cleanHouse({ accessed: 'none' }));
	assert.deepEqual([unread(page).URL, unread(page).accessed], ['https://example.org/quay', undefined]);
	assert.deepEqual(item, before);
	assert.equal(doi(item), doi(item), 'the same result each time, so that nothing is formatted anew');
	assert.equal(houseItems(cleanHouse({}))(item), item);
});

test('short titles from the list, whatever the capitals and the article; else from the record', () => {
	const rules = cleanHouse({ shortTitles: true, abbreviations: { 'journal of harbour studies': 'J. Harb. Stud.' } });
	assert.equal(houseItems(rules)(item)['container-title'], 'J. Harb. Stud.');
	const own = { ...item, 'container-title-short': 'JHS' };
	assert.equal(houseItems(cleanHouse({ shortTitles: true }))(own)['container-title'], 'JHS');
	assert.equal(houseItems(cleanHouse({ shortTitles: true }))(item)['container-title'], item['container-title']);
});

test('in an entry of APA: with and without its link', () => {
	const s = createSession();
	s.putSources([item, page], []);
	s.useStyle('apa', 'APA', styleTree('apa')!, localeTree);
	const entry = () => s.format({ clusters: [], uncited: ['a', 'b'], full: true }).bibliography!.map((e) => e.text);
	const lamps = () => entry().find((e) => e.includes('Lamps of the quay'))!;
	assert.match(lamps(), /https:\/\/doi\.org\/10\.5555\/hs\.1$/);
	s.useHouse(
		cleanHouse({ links: 'none', shortTitles: true, abbreviations: { [String(item['container-title'])]: 'JHS' } })
	);
	assert.doesNotMatch(entry().join(' '), /http/);
	assert.match(lamps(), /JHS/);
	s.useHouse(cleanHouse({}));
	assert.match(lamps(), /https:\/\/doi\.org/);
});

test('a list of two columns; lines that are none are named', () => {
	const { list, problems } = readAbbreviations(
		'\ufeff# mine\nHarbour Studies\tHarb. Stud.\r\n\nQuay Review = Quay Rev.\nnothing here'
	);
	assert.deepEqual(list, { 'Harbour Studies': 'Harb. Stud.', 'Quay Review': 'Quay Rev.' });
	assert.deepEqual(problems, [{ line: 5, text: 'nothing here' }]);
});

test('property: rules from outside are made whole and made whole again are the same', () => {
	fc.assert(
		fc.property(fc.anything(), (raw) => {
			const h = cleanHouse(raw);
			assert.deepEqual(cleanHouse(h), h);
			assert.equal(typeof isAdjusted(h), 'boolean');
		})
	);
});
