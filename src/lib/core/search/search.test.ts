import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { createIndex, readQuery } from './index';
import { distance } from './postings';
import { kindOf, placeOf, shortAuthor, titleOf, words, yearOf } from '../source';
import { demoSources as sources } from '../../../../scripts/demo-data';
import type { Source } from '../source';

test('sources are found by whatever is remembered', () => {
	const index = createIndex();
	index.set(sources);
	const first = (q: string) => index.find(q)[0];
	assert.equal(first('okafor 1997'), 'okafor1997');
	assert.equal(first('lindqvist estuary'), 'lindqvist2011');
	assert.equal(first('ring of wings'), 'abara1931');
	assert.equal(first('lindqvst lit'), 'lindqvist2011');
	assert.equal(first('reyes'), 'okamoto2015');
	assert.equal(first('silva 2018 elvers'), 'silva2018b');
	assert.deepEqual(index.find('zzzz'), []);
});

test('what this section cites and what was cited lately comes first', () => {
	const index = createIndex();
	index.set(sources);
	const use = new Map([
		['osei1996', { here: 1, section: 0, last: 0 }],
		['lowe1978', { here: 3, section: 2, last: 0 }],
		['marlowe1989', { here: 1, section: 0, last: 9 }]
	]);
	assert.deepEqual(index.find('', { use, limit: 3 }), ['lowe1978', 'marlowe1989', 'osei1996']);
	const plain = index.find('silva 2018');
	const other = plain[1];
	assert.equal(index.find('silva 2018', { use: new Map([[other, { here: 4, section: 3, last: 1 }]]) })[0], other);
});

test('a cite key comes first, whatever signs it has', () => {
	const index = createIndex();
	const keys = ['BALT:LI:91', 'BALT:LI:92', 'doi.org/10.5555', 'year:1997', 'a+b_c'];
	index.set(sources.map((s, i) => (i < keys.length ? { ...s, key: keys[i] } : s)));
	for (const [i, key] of keys.entries()) {
		assert.equal(index.find(`@${key}`)[0], sources[i].id, key);
		assert.equal(index.find(key)[0], sources[i].id, key);
		assert.equal(index.find(` ${key.toLowerCase()} `)[0], sources[i].id, key);
	}
	assert.deepEqual(index.find('@balt:'), [sources[0].id, sources[1].id]);
	assert.deepEqual(index.find('BALT:LI').slice(0, 2), [sources[0].id, sources[1].id]);
	// a key that is gone, or another's now, finds no more
	index.put([{ ...sources[0], key: 'new:key' }]);
	assert.deepEqual(index.find('@BALT:LI:91'), []);
	assert.equal(index.find('@new:key')[0], sources[0].id);
	index.remove([sources[0].id]);
	assert.ok(!index.find('@new:key').includes(sources[0].id));
});

test('the index follows changes', () => {
	const index = createIndex();
	index.set(sources);
	index.set(
		sources
			.filter((s) => s.id !== 'okafor1997')
			.map((s) => (s.id === 'osei1996' ? { ...s, annotation: 'underwriters' } : s))
	);
	assert.deepEqual(index.find('underwriters'), ['osei1996']);
	assert.ok(!index.find('okafor').includes('okafor1997'));
});

test('field words, words together, words that must not be there', () => {
	const index = createIndex();
	index.set(sources.map((s) => (s.id === 'osei1996' ? { ...s, flagged: true } : s)));
	const about = { here: new Set(['abara1931']), cited: new Set(['abara1931', 'okafor1997']) };
	const all = (q: string) => index.find(q, { about, limit: 1000 }).map((id) => sources.find((s) => s.id === id)!);
	const years = all('year:1890-1900').map((s) => s.id);
	assert.ok(years.includes('photoquay1898') && years.length < 20);
	assert.ok(all('year:189').every((s) => years.includes(s.id) && !years.includes('x')));
	assert.ok(all('kind:map').length && all('kind:map').every((s) => s.item.type === 'map'));
	assert.ok(all('author:okafor').every((s) => JSON.stringify(s.item).includes('Okafor')));
	assert.deepEqual(
		all('cited:here').map((s) => s.id),
		['abara1931']
	);
	assert.deepEqual(
		all('cited:yes')
			.map((s) => s.id)
			.sort(),
		['abara1931', 'okafor1997']
	);
	assert.equal(all('cited:no').length, sources.length - 2);
	assert.deepEqual(
		all('flagged').map((s) => s.id),
		['osei1996']
	);
	assert.ok(all('"night work"').length > 0 && all('"night work"').every((s) => /night work/i.test(JSON.stringify(s))));
	assert.ok(all('lamps -moths').length > 0 && all('lamps -moths').every((s) => !/moths/i.test(JSON.stringify(s.item))));
	assert.ok(all('has:doi').every((s) => s.item.DOI) && all('no:doi').every((s) => !s.item.DOI));
	assert.equal(all('has:doi').length + all('no:doi').length, sources.length);
	const tag = sources.find((s) => s.tags.length)!.tags[0];
	assert.ok(all(`tag:"${tag}"`).every((s) => s.tags.includes(tag)));
	assert.deepEqual(readQuery('colour:blue lamp').unknown, ['colour:blue']);
});

test('typing errors and diacritics', () => {
	for (const [typed, word, far] of [
		['lindqvst', 'lindqvist', 1],
		['okafro', 'okafor', 1],
		['habror', 'harbour', 2],
		['harbor', 'harbours', 1],
		['lamp', 'quay', 9]
	] as const) {
		const d = distance(typed, word, 2);
		assert.ok(far === 9 ? d > 2 : d <= far, `${typed} ${word}: ${d}`);
	}
	const index = createIndex();
	index.set([
		{
			...sources[0],
			id: 'u',
			key: 'u',
			item: { id: 'u', type: 'book', title: 'Über Øresund und Łódź', author: [{ family: 'Šimůnek' }] }
		}
	]);
	for (const q of ['uber', 'oresund', 'lodz', 'simunek', 'Šimů', 'simnuek']) assert.deepEqual(index.find(q), ['u'], q);
});

test('property: the index says what looking at every source says', () => {
	const list = sources.slice(0, 30);
	const vocabulary = ['lamp', 'ha', 'okafor', '19', 'eel', 'the', 'quay', 'moth', 'board', 'l'];
	const index = createIndex();
	index.set(list);
	const text = (s: Source) =>
		words(
			[
				shortAuthor(s.item),
				yearOf(s.item),
				titleOf(s.item),
				placeOf(s.item),
				kindOf(s.item.type).name,
				s.key,
				...s.tags,
				...s.shelves,
				s.annotation,
				...s.excerpts.map((e) => e.text),
				...Object.entries(s.item).flatMap(([k, v]) =>
					['id', 'type'].includes(k)
						? []
						: Array.isArray(v)
							? v.flatMap((n) => Object.values(n as object))
							: typeof v === 'string'
								? [v]
								: []
				)
			].join(' ')
		);
	fc.assert(
		fc.property(fc.uniqueArray(fc.constantFrom(...vocabulary), { minLength: 1, maxLength: 3 }), (terms) => {
			const want = list.filter((s) => terms.every((t) => text(s).some((w) => w.startsWith(t)))).map((s) => s.id);
			if (terms.every((t) => list.some((s) => text(s).some((w) => w.startsWith(t)))))
				assert.deepEqual(index.find(terms.join(' '), { limit: 100 }).sort(), want.sort());
		})
	);
});

test('identifiers are found in any dress', () => {
	const index = createIndex();
	index.set([
		{
			...sources[0],
			id: 'i',
			key: 'i',
			item: { id: 'i', type: 'book', title: 'T', ISBN: '0-306-40615-2', DOI: '10.5555/hs.2019' }
		},
		{ ...sources[1], id: 'j', key: 'j', item: { id: 'j', type: 'book', title: 'U', ISBN: '978-0-00-000037-8' } }
	]);
	for (const q of [
		'9780306406157',
		'978-0-306-40615-7',
		'ISBN 0306406152',
		'https://doi.org/10.5555/hs.2019',
		'doi:10.5555/HS.2019'
	])
		assert.deepEqual(index.find(q), ['i'], q);
});
