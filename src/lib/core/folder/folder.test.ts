/** What two machines made of one record, one text, one list; dated copies; names of files. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { schema, setDocAttrs, settingsOf } from '../manuscript';
import type { Source } from '../source';
import { newWork } from '../work';
import { Transform } from 'prosemirror-transform';
import {
	cleanHead,
	fileNames,
	headIn,
	historyName,
	inLines,
	mergeDoc,
	mergeRows,
	mergeSource,
	mergeWork,
	nextLine,
	readHistoryName,
	safeName,
	sameContent,
	thinned
} from '.';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const source = (more: Partial<Source> = {}): Source => ({
	id: 's',
	key: 'sund1999',
	item: { id: 's', type: 'book', title: 'Lamps' },
	tags: [],
	shelves: [],
	annotation: '',
	excerpts: [],
	origin: 'typed',
	createdAt: 1,
	updatedAt: 1,
	...more
});

test('a field that one changed is taken; one that both changed keeps what is here, and the other beside it', () => {
	const base = source();
	const mine = source({ item: { ...base.item, title: 'Mine', publisher: 'Quay' }, tags: ['a'] });
	const theirs = source({ item: { ...base.item, title: 'Theirs', volume: '2' }, tags: ['b'], annotation: 'read' });
	const m = mergeSource(base, mine, theirs, 'boat', 9);
	assert.deepEqual(m.item, { id: 's', type: 'book', title: 'Mine', publisher: 'Quay', volume: '2' });
	assert.deepEqual([m.tags, m.annotation], [['a', 'b'], 'read']);
	assert.deepEqual(m.clashes, [{ field: 'title', theirs: 'Theirs', by: 'boat', at: 9 }]);
	// taken out by one, left by the other
	const out = mergeSource(mine, { ...mine, item: base.item, tags: [] }, { ...mine, tags: ['a', 'c'] }, 'boat');
	assert.deepEqual([out.item, out.tags, out.clashes], [base.item, ['c'], undefined]);
	// nothing is known of before: what only one has is taken, and whatever differs is kept from both
	const blind = mergeSource(
		undefined,
		source({ annotation: 'x' }),
		source({ item: { ...base.item, title: 'Other', issue: '3' } }),
		'boat'
	);
	assert.deepEqual([blind.annotation, blind.item.issue, blind.item.title], ['x', '3', 'Lamps']);
	assert.deepEqual(
		blind.clashes?.map((c) => c.theirs),
		['Other']
	);
});

test('merging is the same from both sides but for who keeps what, and merging again changes nothing', () => {
	const value = fc.constantFrom('a', 'b', 'c', undefined);
	const made = fc
		.record({
			title: value,
			publisher: value,
			tags: fc.uniqueArray(fc.constantFrom('x', 'y', 'z')),
			annotation: fc.constantFrom('', 'n', 'm')
		})
		.map(({ title, publisher, tags, annotation }) =>
			source({ item: { id: 's', type: 'book', title, publisher }, tags, annotation })
		);
	fc.assert(
		fc.property(made, made, made, (base, mine, theirs) => {
			const m = mergeSource(base, mine, theirs, 'boat', 5);
			// whatever either had in a field that both changed is in the record or beside it
			for (const f of ['title', 'publisher'])
				for (const side of [mine, theirs]) {
					const v = side.item[f];
					if (v === undefined || sameContent(v, base.item[f])) continue;
					assert.ok(m.item[f] === v || m.clashes?.some((c) => c.field === f && c.theirs === v), `${f} ${String(v)}`);
				}
			assert.ok(sameContent(mergeSource(theirs, m, theirs, 'boat', 6), m));
			assert.ok(sameContent(mergeSource(base, mine, base, 'boat').item, mine.item));
			assert.ok(sameContent(mergeSource(base, base, theirs, 'boat').item, theirs.item));
		})
	);
});

test('lists: what one deleted and the other left goes; what the other changed stays', () => {
	const row = (id: string, v: number) => ({ id, v });
	const base = [row('a', 1), row('b', 1), row('c', 1), row('d', 1)];
	const m = mergeRows(
		base,
		[row('a', 1), row('b', 2), row('d', 1), row('mine', 1)],
		[row('a', 2), row('c', 3), row('d', 1), row('new', 1)],
		(x) => x.id,
		{
			both: (_, x) => x
		}
	);
	assert.deepEqual(
		m.rows.map((x) => `${x.id}${x.v}`),
		['a2', 'b2', 'd1', 'mine1', 'c3', 'new1']
	);
	assert.deepEqual(
		m.kept.map((x) => x.id),
		['b', 'c']
	);
	assert.deepEqual(
		mergeRows(undefined, [row('a', 1)], [row('b', 1)], (x) => x.id, { both: (_, x) => x }).rows.length,
		2
	);
});

test('a bound work: what both changed otherwise is kept as two', () => {
	const base = { ...newWork('Winters', ['m1', 'm2']), id: 'work-1' };
	const one = mergeWork(base, { ...base, title: 'Three winters' }, { ...base, authors: ['Vera Lindgate'] });
	assert.deepEqual([one.work.title, one.work.authors, one.clash], ['Three winters', ['Vera Lindgate'], false]);
	assert.equal(mergeWork(base, { ...base, title: 'A' }, { ...base, title: 'B' }).clash, true);
});

test('what a text decides beside its words is brought together entry by entry', () => {
	const doc = schema.nodes.doc.create(null, schema.nodes.paragraph.create(null, schema.text('Words.')));
	const set = (change: object) => setDocAttrs(new Transform(doc), { settings: { ...settingsOf(doc), ...change } }).doc;
	const m = mergeDoc(
		doc,
		set({ notCitations: ['(2005)'] }),
		set({ house: { sentence: true }, notCitations: ['(1999)'] }),
		{ by: 'boat', at: '' }
	);
	const s = settingsOf(m.doc);
	assert.deepEqual([s.notCitations, s.house], [['(2005)', '(1999)'], { sentence: true }]);
	assert.deepEqual([m.open, m.clashes], [0, []]);
	const both = mergeDoc(doc, set({ noteNumbers: 'section' }), set({ placement: 'behind' }), { by: 'boat', at: '' });
	assert.deepEqual([settingsOf(both.doc).noteNumbers, settingsOf(both.doc).placement], ['section', 'behind']);
});

test('dated copies: one an hour for a day, one a day for a month, one a week for a year, and always the last', () => {
	const now = Date.UTC(2026, 11, 1, 12);
	const copies = Array.from({ length: 24 * 500 }, (_, i) => ({
		name: `n${i}`,
		at: now - i * HOUR - 5,
		stamp: `s${i}`
	}));
	const gone = new Set(thinned(copies, now).map((c) => c.name));
	const kept = copies.filter((c) => !gone.has(c.name));
	const within = (from: number, to: number) => kept.filter((c) => now - c.at >= from && now - c.at < to).length;
	assert.ok(within(0, DAY) >= 23 && within(0, DAY) <= 25);
	assert.ok(within(DAY, 30 * DAY) >= 28 && within(DAY, 30 * DAY) <= 31);
	assert.ok(within(30 * DAY, 366 * DAY) >= 46 && within(30 * DAY, 366 * DAY) <= 50);
	assert.equal(within(367 * DAY, 1000 * DAY), 0);
	assert.equal(thinned([{ name: 'old', at: now - 900 * DAY, stamp: 's' }], now).length, 0);
	// thinning again takes nothing more, whenever it is done
	assert.deepEqual(thinned(kept, now), []);
	assert.deepEqual(readHistoryName(historyName(now, 'abc1')), {
		name: '2026-12-01 12.00.00 abc1.json',
		at: now,
		stamp: 'abc1'
	});
	assert.equal(readHistoryName('notes.json'), null);
});

test('names of files are taken by every system, and none is given twice', () => {
	assert.equal(safeName('What? A/B: “C” <d>|*\u0007'), 'What A B “C” d');
	assert.equal(safeName('nul'), 'nul text');
	assert.equal(safeName(' ... '), 'Untitled');
	fc.assert(
		fc.property(fc.dictionary(fc.string(), fc.string({ unit: 'binary' })), (titles) => {
			const names = [...fileNames(new Map(Object.entries(titles))).values()];
			assert.equal(new Set(names.map((n) => n.toLowerCase())).size, names.length);
			// eslint-disable-next-line no-control-regex
			for (const n of names) assert.match(n, /^(?![. ])[^\u0000-\u001f<>:"/\\|?*]+(?<![. ])$/u);
		})
	);
});

test('JSON of a record a line is JSON', () => {
	fc.assert(
		fc.property(fc.jsonValue(), fc.nat(5), (x, n) => {
			assert.deepEqual(JSON.parse(inLines(x, n)), JSON.parse(JSON.stringify(x)));
		})
	);
	assert.equal(inLines({ a: [{ b: 1 }, { b: 2 }], c: undefined }, 2), '{\n"a": [\n{"b":1},\n{"b":2}\n]\n}');
});

test('a head from outside is looked at before it is used', () => {
	const head = { stamp: 'abc', line: ['x1', 'no good!'], machine: 'm', by: '' };
	assert.deepEqual(cleanHead(head), { stamp: 'abc', line: ['x1'], machine: 'm', by: 'another machine' });
	for (const bad of [null, {}, { stamp: '../x', line: [] }, { stamp: 'a', line: 7 }, { ...head, gone: { a: 'x' } }])
		assert.equal(cleanHead(bad), null);
	assert.equal(headIn(inLines({ format: 'f', folder: head }, 2)), 'abc');
	assert.equal(headIn('{}'), '');
	const line = nextLine([{ stamp: 'a', line: Array.from({ length: 60 }, (_, i) => `l${i}`) }], new Set(['l55']));
	assert.deepEqual([line[0], line.length, line.at(-1)], ['a', 31, 'l55']);
});
