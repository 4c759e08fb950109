/** Checks of a manuscript and the ledger. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import { demoDoc, demoItems } from '../../../../scripts/demo-data';
import { plainSource } from '../../../../scripts/plain-source';
import { cleanSettings, docFromText, readCitations, readQuotations, schema, type DocCite } from '../manuscript';
import type { Item } from '../csl';
import { type Source } from '../source';
import { findingKey, tidy, tidyContext } from '../source/tidy';
import { loadWords } from '../source/sentence-case';

const words = await loadWords();
import { CHECKS, citedPlaces, proofread, quickCheck, readLedger, type CheckName, type Facts } from './index';

const source = (id: string, item: Partial<Item> = {}): Source =>
	plainSource(id, {
		type: 'book',
		title: `On ${id}`,
		author: [{ family: `Author of ${id}`, given: 'A.' }],
		issued: { 'date-parts': [[2004]] },
		publisher: 'Quay Press',
		...item
	});

function facts(text: string, sources: Source[], more: Partial<Facts> = {}): Facts {
	const library = new Map(sources.map((s) => [s.id, s]));
	const doc = more.doc ?? docFromText(text);
	const reading = readCitations(doc, 'in-text');
	const cited = [...new Set(reading.citations.flatMap((c) => c.cites.map((x) => x.sourceId)))];
	return {
		doc,
		reading,
		quotations: readQuotations(doc),
		style: { format: 'author-date' },
		entries: cited.filter((id) => library.has(id)).map((id) => ({ id, text: `Entry of ${id}.` })),
		omitted: [],
		entryOverrides: {},
		uncited: [],
		authors: [],
		notDuplicates: new Set(),
		tidy: tidyContext('sentence', [], words, new Date(2026, 10, 26)),
		said: (id) => `text of ${id}`,
		source: (id) => library.get(id),
		resolve: (id) => id,
		...more
	};
}
const found = (f: Facts, check: CheckName) => proofread(f).filter((x) => x.check === check);
const LIST = '\n\n{{bibliography References}}';

test('a text without faults has no findings', () => {
	const f = facts(`# T\n\n## One\n\nLamps were lit {{a | p 3}} and paid for {{b}}.${LIST}`, [source('a'), source('b')]);
	assert.deepEqual(proofread(f), []);
	assert.deepEqual(quickCheck(f), []);
});

test('what tidying says of cited sources is said, what the person ignores is not', () => {
	const slips = { DOI: 'https://doi.org/10.5555/quay.1', title: 'The lamps of the quay.' };
	const text = `# T\n\nLamps {{a}} and {{b}}.${LIST}`;
	const sources = [source('a', slips), source('b'), source('never cited', slips)];
	const said = found(facts(text, sources), 'untidy');
	assert.ok(said.every((x) => x.sourceId === 'a' && x.pos > 0));
	assert.deepEqual(
		said.map((x) => x.what),
		[
			'Author of a 2004, title “The lamps of the quay.”: a full stop at the end',
			'Author of a 2004, DOI “https://doi.org/10.5555/quay.1”: DOI given as an address'
		]
	);
	const ignored = tidy(sources[0].item, facts(text, []).tidy!).map(findingKey);
	assert.equal(ignored.length, 2);
	assert.equal(found(facts(text, [{ ...sources[0], ignored: [ignored[0]] }]), 'untidy').length, 1);
	assert.deepEqual(found(facts(text, [{ ...sources[0], ignored }]), 'untidy'), []);
	assert.deepEqual(found(facts(text, sources, { tidy: null }), 'untidy'), []);
});

test('placeholders, cited sources that are not there, references to no note: each with its place', () => {
	const f = facts(`# T\n\nLamps {{gone}} and oil {{? price of oil}}, wicks {{?}}.${LIST}`, []);
	const [hint, bare] = found(f, 'citation_placeholder');
	assert.equal(hint.what, 'Source needed: price of oil');
	assert.equal(bare.what, 'Source needed');
	assert.equal(f.doc.nodeAt(hint.pos)?.type.name, 'citation_placeholder');
	const [missing] = found(f, 'missing');
	assert.equal(missing.sourceId, 'gone');
	assert.equal(f.doc.nodeAt(missing.pos)?.type.name, 'citation');
	const { nodes } = schema;
	const ref = nodes.note_ref.create({ id: 'r', note: 'nowhere' });
	const doc = nodes.doc.create(null, [nodes.paragraph.create(null, [schema.text('See note '), ref])]);
	assert.deepEqual(found(facts('', [], { doc }), 'note-ref'), [
		{ check: 'note-ref', pos: 10, what: 'A reference to a note that is not there' }
	]);
});

test('what is quick is a part of what is whole', () => {
	const f = facts('# T\n\nLamps {{gone}} and oil {{? price}}.', []);
	const all = proofread(f).map((x) => JSON.stringify(x));
	for (const x of quickCheck(f)) assert.ok(all.includes(JSON.stringify(x)));
	assert.equal(quickCheck(f).length, 2);
});

test('text and list against each other', () => {
	const two = [source('a'), source('b', { type: 'webpage', URL: 'https://example.org' })];
	const text = '# T\n\nLamps {{a}} and oil {{b}}.';
	assert.deepEqual(
		found(facts(text, two), 'unlisted').map((x) => x.what),
		['The text has no bibliography']
	);
	assert.deepEqual(found(facts(text + LIST, two), 'unlisted'), []);
	assert.deepEqual(found(facts(text, two, { entries: null }), 'unlisted'), [], 'a style without a list wants none');
	// a list that takes in printed works only
	const whole = docFromText(text + LIST);
	const content: (typeof whole)[] = [];
	whole.forEach((n) =>
		content.push(
			n.type.name === 'bibliography' ? n.type.create({ ...n.attrs, settings: { media: ['printed'] } }, n.content) : n
		)
	);
	const f = facts('', two, { doc: whole.type.create(whole.attrs, content) });
	const [x] = found(f, 'unlisted');
	assert.equal(x.sourceId, 'b');
	assert.match(x.what, /is cited, but in no bibliography$/);
	assert.equal(f.doc.nodeAt(x.pos)?.type.name, 'citation');
});

test('what the rules leave out of the list is said with its reason; what is listed without being cited too', () => {
	const letter = source('letter', { type: 'personal_communication' });
	const f = facts(`# T\n\nLamps {{letter}}.${LIST}`, [letter, source('extra')], {
		entries: [],
		omitted: [{ id: 'letter', why: 'APA 7, 8.9' }],
		uncited: [
			{ id: 'extra', why: 'on the war years' },
			{ id: 'letter', why: 'it is cited' }
		]
	});
	assert.deepEqual(
		found(f, 'kept-out').map((x) => x.what),
		['Author of letter 2004 is cited and not listed: the manual cites it in the text only (APA 7, 8.9)']
	);
	const silent = facts(`# T\n\nLamps {{letter}}.${LIST}`, [letter], { omitted: [{ id: 'letter', why: '' }] });
	assert.match(found(silent, 'kept-out')[0].what, /the style prints no entry for it$/);
	assert.deepEqual(
		found(f, 'uncited').map((x) => [x.sourceId, x.what]),
		[['extra', 'Author of extra 2004 is listed, but not cited: on the war years']]
	);
});

test('words by hand whose basis has changed', () => {
	const doc = docFromText('# T\n\nLamps {{a}} and {{b}}.' + LIST);
	const override = (basis: string) => ({ text: 'by hand', basis });
	const [first, second] = readCitations(doc, 'in-text').citations;
	const tr = new Transform(doc)
		.setNodeAttribute(first.pos, 'override', override('what it was'))
		.setNodeAttribute(second.pos, 'override', override(`text of ${second.id}`));
	const f = facts('', [source('a'), source('b')], {
		doc: tr.doc,
		entryOverrides: { a: override('another entry'), b: override('Entry of b.') }
	});
	assert.deepEqual(
		found(f, 'override').map((x) => [x.pos, x.sourceId]),
		[
			[-1, 'a'],
			[first.pos, undefined]
		]
	);
});

test('quotations: without a place where the style wants one, and in words that depart from the excerpt', () => {
	const text = `# T\n\nHe said “the lamps of the lower quay burned all winter” {{a}}.${LIST}`;
	assert.equal(found(facts(text, [source('a')]), 'missing-locator').length, 1);
	assert.equal(found(facts(text, [source('a')], { style: { format: 'numeric' } }), 'missing-locator').length, 0);
	assert.equal(found(facts(text.replace('{{a}}', '{{a | p 3}}'), [source('a')]), 'missing-locator').length, 0);
	assert.equal(found(facts(text, [source('a', { type: 'webpage', URL: 'x' })]), 'missing-locator').length, 0);
	// of a group any source may be the one that is quoted
	const page = source('w', { type: 'webpage', URL: 'x' });
	const [group] = found(facts(text.replace('{{a}}', '{{w; a}}'), [page, source('a')]), 'missing-locator');
	assert.equal(group.sourceId, 'a');
	assert.deepEqual(found(facts(text.replace('{{a}}', '{{w; a | p 3}}'), [page, source('a')]), 'missing-locator'), []);
	const mark = schema.marks.quoted.create({
		id: 'q',
		sourceId: 'a',
		text: 'the lamps of the lower quay burned all winter'
	});
	const cites: DocCite[] = [
		{ sourceId: 'a', locator: { label: 'page', value: '3' }, prefix: '', suffix: '', form: 'parenthetical' }
	];
	const quoting = (words: string) =>
		schema.nodes.doc.create(null, [
			schema.nodes.paragraph.create(null, [
				schema.text('“'),
				schema.text(words, [mark]),
				schema.text('” '),
				schema.nodes.citation.create({ id: 'c', cites })
			])
		]);
	assert.equal(
		found(facts('', [source('a')], { doc: quoting('the lamps of the lower quay burned all winter') }), 'departs')
			.length,
		0
	);
	assert.equal(
		found(facts('', [source('a')], { doc: quoting('the lamps of the upper quay burned all winter') }), 'departs')
			.length,
		1
	);
});

test('sources that lack something, or seem to be one', () => {
	const f = facts(`# T\n\nLamps {{a}}, {{b}}, {{c}}.${LIST}`, [
		source('a', { publisher: undefined }),
		source('b', { title: 'Night work on the quays', DOI: '10.5555/12345678' }),
		source('c', { title: 'Night work on the quays', DOI: '10.5555/12345678' })
	]);
	assert.deepEqual(
		found(f, 'incomplete').map((x) => x.what),
		['Author of a 2004 has no publisher']
	);
	const [twice] = found(f, 'duplicates');
	assert.match(twice.what, /may be one source \(the same DOI\)/);
	assert.equal(
		found({ ...f, notDuplicates: new Set(['b c']) }, 'duplicates').length,
		0,
		'the person said they are two'
	);
});

test('the writers’ own works are found by family name and first initial', () => {
	const mine = source('a', { author: [{ family: 'Lindgate', given: 'V. M.' }] });
	const text = `# T\n\nLamps {{a}}.${LIST}`;
	assert.equal(found(facts(text, [mine], { authors: ['Vera Lindgate'] }), 'own-work').length, 1);
	assert.equal(found(facts(text, [mine], { authors: ['Lindgate, Vera'] }), 'own-work').length, 1);
	assert.equal(found(facts(text, [mine], { authors: ['Otto Lindgate'] }), 'own-work').length, 0);
	assert.equal(found(facts(text, [mine]), 'own-work').length, 0);
});

test('the ledger counts sources, sections and years', () => {
	const sources = [
		source('a'),
		source('b', { issued: { 'date-parts': [[1870]] } }),
		source('c', { issued: undefined })
	];
	const f = facts(
		`# T\n\nBefore {{a}}.\n\n## One\n\nLamps {{a ; b}} and {{a}}.\n\n### Deep\n\nOil {{c}}.\n\n## Two\n\nNothing.${LIST}`,
		sources
	);
	const l = readLedger(f);
	assert.deepEqual(
		l.sources.map((r) => [r.id, r.places.length, r.year, r.sections]),
		[
			['a', 3, 2004, ['Beginning', 'One']],
			['b', 1, 1870, ['One']],
			['c', 1, null, ['Deep']]
		]
	);
	assert.deepEqual(
		l.sections.map((s) => [s.title, s.cites, s.sources, s.newest]),
		[
			['Beginning', 1, 1, 2004],
			['One', 3, 2, 2004],
			['Deep', 1, 1, null],
			['Two', 0, 0, null]
		]
	);
	assert.equal(l.median, 1870);
	assert.deepEqual([l.years[0].from, l.years.at(-1)!.to, l.years.reduce((n, y) => n + y.sources, 0)], [1870, 2009, 2]);
});

test('a citation of a merged source is one of the source that was kept', () => {
	const f = facts(`# T\n\nLamps {{old}} and {{new}}.${LIST}`, [source('new')], {
		resolve: (id) => (id === 'old' ? 'new' : id)
	});
	assert.deepEqual(found(f, 'missing'), []);
	assert.equal(readLedger(f).sources[0].places.length, 2);
});

test('bars of years: together they hold every source, side by side without placeholders', () => {
	fc.assert(
		fc.property(fc.array(fc.integer({ min: 1, max: 2026 }), { minLength: 1, maxLength: 30 }), (years) => {
			const sources = years.map((y, i) => source(`s${i}`, { issued: { 'date-parts': [[y]] } }));
			const { years: bars } = readLedger(facts(`# T\n\n${sources.map((s) => `A {{${s.id}}}.`).join(' ')}`, sources));
			assert.equal(
				bars.reduce((n, b) => n + b.sources, 0),
				years.length
			);
			assert.ok(bars.length <= 42);
			bars.slice(1).forEach((b, i) => assert.equal(b.from, bars[i].to + 1));
		})
	);
});

test('the demo manuscripts: cites of the ledger and of the sections are those of the text', () => {
	const sources = [...demoItems.values()].map((item) => source(item.id, item));
	for (const name of ['chapter', 'article', 'essay'] as const) {
		const doc = demoDoc(name);
		const f = facts('', sources, { doc, uncited: cleanSettings(doc.attrs.settings).uncited });
		const cites = citedPlaces(f).length;
		const l = readLedger(f);
		assert.ok(cites >= 1);
		assert.equal(
			l.sources.reduce((n, r) => n + r.places.length, 0),
			cites
		);
		assert.equal(
			l.sections.reduce((n, s) => n + s.cites, 0),
			cites
		);
		assert.deepEqual(found(f, 'missing'), []);
		const names = new Set(CHECKS.map((c) => c.name));
		for (const x of proofread(f)) assert.ok(names.has(x.check) && x.pos < doc.content.size && x.what);
	}
});

test('references to what is gone, and pictures that nobody described', () => {
	const doc = schema.node('doc', null, [
		schema.node('paragraph', null, [
			schema.node('cross_ref', { target: 'fig' }),
			schema.node('cross_ref', { target: 'gone', show: 'number' })
		]),
		schema.node('figure', { id: 'fig', asset: 'ab'.repeat(20), alt: ' ' }, schema.node('caption')),
		schema.node('figure', { id: 'told', asset: 'cd'.repeat(20), alt: 'A quay' }, schema.node('caption'))
	]);
	assert.deepEqual(found(facts('', [], { doc }), 'cross-ref'), [
		{ check: 'cross-ref', pos: 2, what: 'A reference to something that is not there' }
	]);
	assert.deepEqual(found(facts('', [], { doc }), 'undescribed'), [
		{ check: 'undescribed', pos: 4, what: 'Figure 1 says nothing to those who cannot see it' }
	]);
});
