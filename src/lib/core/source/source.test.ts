import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
	KINDS,
	kindOf,
	labelOf,
	makeKey,
	readDate,
	readName,
	shortAuthor,
	shortLabel,
	writeDate,
	writeName,
	yearOf
} from './index';
import { itemFaults, sourceFaults } from './validate';
import { ITEM_TYPES } from '../csl';
import { demoLibrary } from '../../../../scripts/demo-data';

/** ISBN-13 check digit (ISO 2108:2017, annex C). */
const isbnOk = (s: string) => [...s].reduce((n, d, i) => n + Number(d) * (i % 2 ? 3 : 1), 0) % 10 === 0;

test('the demo library is as large and varied as it is said to be, and valid', () => {
	assert.ok(demoLibrary.length >= 60);
	assert.ok(new Set(demoLibrary.map((s) => s.item.type)).size >= 18);
	assert.equal(new Set(demoLibrary.map((s) => s.key)).size, demoLibrary.length);
	for (const s of demoLibrary) {
		assert.deepEqual(itemFaults(s.item), [], s.key);
		const isbn = s.item.ISBN;
		if (isbn) assert.ok(isbnOk(String(isbn)), `${s.key} ${isbn}`);
		const doi = s.item.DOI;
		if (doi) assert.match(String(doi).toLowerCase(), /10\.5555\//, s.key);
		const url = s.item.URL;
		if (url) assert.match(String(url), /^https:\/\/([a-z]+\.)?example\.org\//, s.key);
	}
	assert.ok(demoLibrary.filter((s) => s.tags.includes('untidy')).length >= 5);
});

test('wrong shapes are named with their field', () => {
	assert.match(itemFaults({ id: 'x', type: 'blurb' })[0].field, /type/);
	assert.match(itemFaults({ id: 'x', type: 'book', author: 'Sund' })[0].field, /author/);
	assert.match(itemFaults({ id: 'x', type: 'book', author: [{ nick: 'S' }] })[0].field, /author\.0/);
	assert.match(itemFaults({ id: 'x', type: 'book', issued: { 'date-parts': 'x' } })[0].field, /issued/);
	assert.equal(sourceFaults({ id: 'x' }).length > 3, true);
});

test('names as typed and written again', () => {
	for (const s of ['Okafor, Ebele', 'de Vries, Pieter', 'Harlan, John, Jr.', 'van der Berg, Anna'])
		assert.equal(writeName(readName(s)!), s);
	assert.deepEqual(readName('Ebele Okafor'), { family: 'Okafor', given: 'Ebele' });
	assert.deepEqual(readName('Pieter de Vries'), { 'non-dropping-particle': 'de', family: 'Vries', given: 'Pieter' });
	assert.equal(readName('  '), null);
});

test('dates as typed and written again', () => {
	for (const s of [
		'2019',
		'May 2019',
		'2019-05-03',
		'c. 1890',
		'1890–1893',
		'Spring 2004',
		'44 BC',
		'1990/',
		'forthcoming'
	])
		assert.equal(writeDate(readDate(s)), s);
	assert.equal(readDate('n.d.'), null);
	assert.equal(readDate(''), null);
});

test('fields are called as they are for the kind', () => {
	assert.equal(labelOf('article-journal', 'container-title'), 'Journal');
	assert.equal(labelOf('webpage', 'container-title'), 'Site');
	assert.equal(labelOf('map', 'container-title'), 'In');
});

test('short forms for lists', () => {
	const by = (key: string) => demoLibrary.find((s) => s.key === key)!.item;
	assert.equal(shortAuthor(by('okonjo2019')), 'Okonjo & Brandt');
	assert.equal(shortAuthor(by('nakagawa2021')), 'Nakagawa and 22 others');
	assert.equal(yearOf(by('harbourboard1871')), '1869–1871');
	assert.equal(yearOf(by('photoquay1898')), 'c. 1898');
	assert.equal(shortLabel(by('bylaws1874')).name, 'Lighting By-law of the Borough of Port Ennis'.slice(0, 40) + '…');
});

test('cite keys are readable and never taken', () => {
	const item = demoLibrary.find((s) => s.key === 'silva2018')!.item;
	assert.equal(
		makeKey(item, () => false),
		'silva2018'
	);
	assert.equal(
		makeKey(item, (k) => k === 'silva2018'),
		'silva2018b'
	);
});

test('every type of the standard that people use has a kind in plain words', () => {
	assert.deepEqual(KINDS.map((k) => k.type).sort(), [...ITEM_TYPES].sort());
	for (const s of demoLibrary) assert.notEqual(kindOf(s.item.type).name, 'Source', s.item.type);
});
