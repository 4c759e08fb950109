import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
	changeKind,
	changePage,
	cleanPage,
	departures,
	KINDS,
	kindOf,
	paperOf,
	printedFields,
	setupOf,
	UNCHOSEN
} from '.';
import type { PageChoice, PageSetup } from '.';

const choice = (kind: string, fields: Partial<PageChoice['fields']> = {}): PageChoice => cleanPage({ kind, fields });

test('a choice from anywhere is made whole; a whole one stays as it is', () => {
	fc.assert(
		fc.property(
			fc.oneof(fc.anything(), fc.record({ kind: fc.anything(), changes: fc.anything(), fields: fc.anything() })),
			(raw) => {
				const c = cleanPage(raw);
				assert.ok(KINDS.some((k) => k.id === c.kind));
				assert.ok(Object.values(c.fields).every((v) => typeof v === 'string'));
				assert.deepEqual(cleanPage(c), c);
				assert.deepEqual(cleanPage(JSON.parse(JSON.stringify(c))), c);
			}
		)
	);
});

test('changes of every part are kept where they are sound, and only there', () => {
	const bad: Record<string, unknown> = {
		paper: 'a5',
		margins: { top: 2, right: 2, bottom: 2, left: 200 },
		font: 'comic',
		size: 600,
		lines: '2',
		headings: [],
		header: { left: 'page' },
		contents: 9,
		surprise: true
	};
	assert.deepEqual(cleanPage({ kind: 'student', changes: bad }).changes, {});
	for (const { id, setup } of KINDS) assert.deepEqual(cleanPage({ kind: id, changes: setup }).changes, setup, id);
});

test('what is changed and changed back is no change; another kind leaves the typed words', () => {
	fc.assert(
		fc.property(
			fc.constantFrom(...KINDS.map((k) => k.id)),
			fc.constantFrom('en-US', 'en-GB', 'de', ''),
			fc.record(
				{
					size: fc.integer({ min: 6, max: 30 }),
					lineNumbers: fc.boolean(),
					paper: fc.constantFrom('a4', 'letter')
				} as const,
				{ requiredKeys: [] }
			),
			(kind, lang, change) => {
				const before = choice(kind, { course: 'HIS 301' });
				const own = setupOf(before, lang);
				const after = changePage(before, change as Partial<PageSetup>, lang);
				assert.deepEqual(setupOf(after, lang), { ...own, ...change });
				assert.deepEqual(changePage(after, own, lang), before);
				assert.equal(changeKind(after, 'essay').fields.course, 'HIS 301');
			}
		)
	);
	// whoever prints on letter does so whatever the paper is
	assert.equal(
		setupOf(changeKind(cleanPage({ changes: { paper: 'letter', size: 9 } }), 'essay'), 'de').paper,
		'letter'
	);
	assert.equal(setupOf(changeKind(cleanPage({ changes: { size: 9 } }), 'essay'), 'de').size, 12);
});

// CLDR, supplemental data, measurementData/paperSize
test('paper is the one of the place', () => {
	assert.deepEqual(['en', 'en-US', 'en-GB', 'fr-CA', 'fr', 'es-MX', 'es', 'fil', 'de', 'x-none', '!'].map(paperOf), [
		'letter',
		'letter',
		'a4',
		'letter',
		'a4',
		'letter',
		'a4',
		'letter',
		'a4',
		'a4',
		'a4'
	]);
});

// from memory: APA 7, 2.8, 2.9, 2.22 and 2.24; MLA 9, 1.1 to 1.4
test('kinds are as their manuals have them', () => {
	for (const id of ['student', 'professional', 'essay']) {
		const { setup } = kindOf(id);
		assert.deepEqual(Object.values(setup.margins), [2.54, 2.54, 2.54, 2.54], id);
		assert.deepEqual([setup.lines, setup.indent, setup.justify], [2, 1.27, false], id);
	}
	assert.deepEqual(kindOf('student').setup.header, { left: '', center: '', right: 'page' });
	assert.equal(kindOf('professional').setup.header.left, 'running-head');
	assert.equal(kindOf('essay').setup.header.right, 'surname-page');
	assert.equal(kindOf('essay').setup.opening, 'heading-block');
	assert.equal(kindOf('nothing of the kind').id, UNCHOSEN);
});

test('departures from the manual are said with their section, and only where there are any', () => {
	const long = Array.from({ length: 257 }, (_, i) => `word${i}`).join(' ');
	assert.deepEqual(departures(choice('student', { abstract: long }), ['Ida Lark']), [
		{ what: 'The abstract has 257 words, 7 more than the 250 asked for.', source: 'APA 7, 2.9' }
	]);
	assert.deepEqual(departures(choice('student', { abstract: 'Short.' }), ['Ida Lark']), []);
	// an essay has no abstract, and prints none
	assert.deepEqual(departures(choice('essay', { abstract: long }), ['Ida Lark']), []);
	assert.equal(printedFields(choice('essay', { abstract: long })).abstract, '');
	assert.match(
		departures(choice('professional', { runningHead: 'x'.repeat(51) }), ['Ida Lark'])[0].what,
		/51 characters/
	);
	assert.match(departures(choice('student'), [])[0].what, /no author/);
	const narrow = changePage(choice('student'), { lines: 1 }, 'en');
	assert.match(departures(narrow, ['Ida Lark'])[0].what, /^Line spacing/);
	// where no manual stands behind the kind, none is departed from
	assert.deepEqual(departures(changePage(choice('plain'), { lines: 1 }, 'en'), ['Ida Lark']), []);
});
