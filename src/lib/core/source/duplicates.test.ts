import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Item } from '../csl';
import {
	createMatcher,
	findDuplicates,
	fold,
	mergeRows,
	mergeSources,
	nameKey,
	pairKey,
	prepare,
	type Source
} from './index';
import { sourceFaults } from './validate';

const book = (item: Partial<Item>): Item => ({ id: '', type: 'book', ...item }) as Item;
const year = (y: number) => ({ 'date-parts': [[y]] });
const eels = (more: Partial<Item> = {}): Item =>
	book({
		type: 'article-journal',
		title: 'Eels and the lit channel: A net survey',
		author: [{ family: 'Okafor', given: 'E.' }],
		issued: year(1997),
		page: '11-26',
		...more
	});

/** Two records, whether they are one work, and (where they are) why. */
const PAIRS: [string, Item, Item, RegExp | null][] = [
	[
		'capitals and a full stop',
		eels(),
		eels({ title: 'EELS AND THE LIT CHANNEL: A NET SURVEY.' }),
		/title, year, author and pages/
	],
	['DOI as address', eels({ DOI: '10.5555/X.1' }), eels({ DOI: 'https://doi.org/10.5555/x.1', title: 'Eels' }), /DOI/],
	['two DOIs', eels({ DOI: '10.5555/x.1' }), eels({ DOI: '10.5555/x.2' }), null],
	[
		'ISBN-10 and 13',
		book({ title: 'Night work', ISBN: '0-306-40615-2' }),
		book({ title: 'Night work: Lamps', ISBN: '9780306406157' }),
		/ISBN/
	],
	[
		'chapters of a book',
		book({ type: 'chapter', title: 'One thing here', ISBN: '9780306406157' }),
		book({ type: 'chapter', title: 'Two other things', ISBN: '9780306406157' }),
		null
	],
	[
		'umlauts',
		eels({ author: [{ family: 'Müller' }] }),
		eels({ author: [{ family: 'Mueller', given: 'A' }], page: undefined }),
		/title, year and author/
	],
	[
		'another script',
		eels({ title: 'Свет и гавань ночью', author: [{ family: 'Иванова' }] }),
		eels({ title: 'Svet i gavan nochyu', author: [{ family: 'Ivanova' }] }),
		/author/
	],
	['no subtitle', eels(), eels({ title: 'Eels and the lit channel' }), /subtitle/],
	['a year off, online first', eels(), eels({ issued: year(1998) }), /title, author/],
	['years apart', eels(), eels({ issued: year(2003) }), null],
	['another author', eels(), eels({ author: [{ family: 'Sund' }] }), null],
	[
		'editions',
		book({ title: 'Harbour law for masters', edition: '2', author: [{ family: 'Sund' }] }),
		book({ title: 'Harbour law for masters', edition: '3', author: [{ family: 'Sund' }] }),
		null
	],
	['editorials', eels({ title: 'Editorial', page: '1' }), eels({ title: 'Editorial', page: '2', author: [] }), null],
	[
		'a book and its review',
		book({ title: 'Night work', issued: year(2004), author: [{ family: 'Tarrow' }] }),
		book({ type: 'review-book', title: 'Night work', issued: year(2004), author: [{ family: 'Tarrow' }] }),
		null
	],
	['PubMed', eels({ PMID: '123' }), eels({ PMID: 'PMID: 123', title: 'Eels and the lit channel. A net survey' }), /./],
	[
		'parts of one title',
		eels({ title: 'Reports on night fishing, volume 2', volume: '2' }),
		eels({ title: 'Reports on night fishing, volume 3', volume: '3' }),
		null
	]
];

test('pairs that are one work, and pairs that only look like it', () => {
	for (const [name, a, b, reason] of PAIRS) {
		for (const [x, y] of [
			[a, b],
			[b, a]
		]) {
			const groups = findDuplicates([
				{ id: '1', item: x },
				{ id: '2', item: y }
			]);
			assert.equal(groups.length, reason ? 1 : 0, name);
			if (reason) assert.match(groups[0].reason, reason, name);
			assert.equal(
				createMatcher([{ id: '1', item: x }]).match(prepare(y))?.id ?? null,
				reason ? '1' : null,
				`${name}, at import`
			);
		}
	}
});

test('groups of more than two, and pairs that were said to be two', () => {
	const list = [eels(), eels({ page: undefined }), eels({ title: 'Eels and the lit channel' })].map((item, i) => ({
		id: String(i),
		item
	}));
	assert.deepEqual(
		findDuplicates(list).map((g) => g.ids),
		[['0', '1', '2']]
	);
	assert.deepEqual(findDuplicates(list.slice(0, 2), new Set([pairKey('1', '0')])), []);
});

test('folding makes alike what is alike', () => {
	assert.equal(fold('Čapek ØRSTED Łódź straße Ωμέγα'), 'capek orsted lodz strasse omega');
	assert.equal(nameKey('O’Brien-Müller'), nameKey('OBRIEN MUELLER'));
	fc.assert(fc.property(fc.string(), (s) => assert.equal(fold(fold(s)), fold(s))));
});

const source = (id: string, item: Partial<Item>, more: Partial<Source> = {}): Source => ({
	id,
	key: id,
	item: { id, type: 'book', ...item } as Item,
	tags: [],
	shelves: [],
	annotation: '',
	excerpts: [],
	origin: 'test',
	createdAt: 1,
	updatedAt: 1,
	...more
});

test('merging takes the best of each field and loses nothing', () => {
	const a = source(
		'a',
		{ title: 'NIGHT WORK', DOI: 'https://doi.org/10.5555/x', author: [{ literal: 'Tarrow, Ivo' }], custom: { x: 1 } },
		{ tags: ['gas'], annotation: 'Read.', excerpts: [{ kind: 'remark', text: 'r' }] }
	);
	const b = source(
		'b',
		{ title: 'Night work', DOI: '10.5555/x', author: [{ family: 'Tarrow', given: 'Ivo' }], issued: year(2004) },
		{ tags: ['gas', 'wages'], annotation: 'Again.', replaces: ['c'] }
	);
	const m = mergeSources([a, b], 0, { title: 1 });
	assert.deepEqual(m.item, {
		id: 'a',
		type: 'book',
		title: 'Night work',
		DOI: '10.5555/x',
		author: [{ family: 'Tarrow', given: 'Ivo' }],
		issued: year(2004),
		custom: { x: 1 }
	});
	assert.deepEqual(
		[m.tags, m.annotation, m.excerpts.length, m.replaces],
		[['gas', 'wages'], 'Read.\n\nAgain.', 1, ['c', 'b']]
	);
	assert.deepEqual(sourceFaults(JSON.parse(JSON.stringify(m))), []);
	assert.deepEqual(
		mergeRows([a.item, b.item]).map((r) => [r.field, r.best, r.agreed]),
		[
			['type', 0, true],
			['author', 1, false],
			['title', 1, false],
			['issued', 1, true],
			['DOI', 1, false]
		]
	);
	assert.equal(mergeSources([a, b], 1, { title: 0 }).item.title, 'NIGHT WORK');
});
