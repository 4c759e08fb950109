import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import {
	openDoc,
	countDoc,
	docFromText,
	insertCitation,
	ManuscriptError,
	placeCitations,
	readCitations,
	readDoc,
	readLocator,
	readOutline,
	removeCitation,
	schema,
	SCHEMA_VERSION,
	storeDoc,
	writeLocator,
	type DocCite
} from './index';
import { demoDoc } from '../../../../scripts/demo-data';

const cite = (sourceId = 'a', form: DocCite['form'] = 'parenthetical'): DocCite[] => [
	{ sourceId, locator: null, prefix: '', suffix: '', form }
];
/** A paragraph's text with ^ where the citation stands. */
const show = (doc: Node) => doc.textBetween(0, doc.content.size, '\n', '^');

/** Inserts at | in a sentence and shows the result. */
function insertAt(
	sentence: string,
	kind: 'sentence' | 'raised' | 'note',
	form: DocCite['form'] = 'parenthetical'
): string {
	const at = sentence.indexOf('|');
	const text = sentence.replace('|', '');
	const doc = schema.nodes.doc.create(null, schema.nodes.paragraph.create(null, text ? schema.text(text) : undefined));
	const tr = new Transform(doc);
	insertCitation(tr, at + 1, 'x', cite('a', form), kind);
	tr.doc.check();
	return show(tr.doc);
}

test('a citation goes where the sentence wants it', () => {
	const rows: [string, 'sentence' | 'raised' | 'note', string][] = [
		['The lamps burned|', 'sentence', 'The lamps burned ^'],
		['The lamps burned |', 'sentence', 'The lamps burned ^'],
		['The lamps burned|.', 'sentence', 'The lamps burned ^.'],
		['The lamps burned |.', 'sentence', 'The lamps burned ^.'],
		['The lamps burned.|', 'sentence', 'The lamps burned ^.'],
		['The lamps burned. |', 'sentence', 'The lamps burned ^. '],
		['The lamps burned. |Then dark', 'sentence', 'The lamps burned ^. Then dark'],
		['The lamps bur|ned.', 'sentence', 'The lamps burned ^.'],
		['The lamps| burned.', 'sentence', 'The lamps ^ burned.'],
		['The lamps |burned.', 'sentence', 'The lamps ^ burned.'],
		['The lamps burned|, and', 'sentence', 'The lamps burned ^, and'],
		['The lamps burned, |and', 'sentence', 'The lamps burned ^, and'],
		['“not lit”|.', 'sentence', '“not lit” ^.'],
		['“not lit.”|', 'sentence', '“not lit” ^.'],
		['“not lit.” |', 'sentence', '“not lit” ^. '],
		['So did others (|)', 'sentence', 'So did others (^)'],
		['|', 'sentence', '^'],
		['|The lamps', 'sentence', '^ The lamps'],
		['The lamps  |', 'sentence', 'The lamps ^'],
		['Did they burn?|', 'sentence', 'Did they burn? ^'],
		['Lamps, e.g.|', 'sentence', 'Lamps, e.g. ^'],
		['The lamps burned|.', 'note', 'The lamps burned.^'],
		['The lamps burned |.', 'note', 'The lamps burned.^'],
		['The lamps burned.|', 'note', 'The lamps burned.^'],
		['The lamps burned. |', 'note', 'The lamps burned.^ '],
		['The lamps burned|, and', 'note', 'The lamps burned,^ and'],
		['The lamps| burned.', 'note', 'The lamps^ burned.'],
		['The lamps bur|ned.', 'note', 'The lamps burned.^'],
		['“not lit|.”', 'note', '“not lit.”^'],
		['“not lit”|.', 'note', '“not lit”.^'],
		['The lamps burned |', 'note', 'The lamps burned^'],
		['The lamps burned|: two', 'note', 'The lamps burned:^ two'],
		['The lamps burned|: two', 'raised', 'The lamps burned^: two'],
		['The lamps burned|; two', 'raised', 'The lamps burned^; two'],
		['The lamps burned|.', 'raised', 'The lamps burned.^'],
		['The lamps burned |.', 'raised', 'The lamps burned.^'],
		['The lamps |burned.', 'raised', 'The lamps^ burned.']
	];
	for (const [input, kind, expected] of rows) assert.equal(insertAt(input, kind), expected, `${kind}: ${input}`);
});

test('a citation that is part of the sentence is not moved', () => {
	assert.equal(insertAt('As | shows', 'sentence', 'narrative'), 'As ^ shows');
	assert.equal(insertAt('As |shows', 'note', 'narrative'), 'As ^ shows');
	assert.equal(insertAt('It was so. |', 'sentence', 'narrative'), 'It was so. ^');
});

test('deleting a citation takes the space it needed', () => {
	const doc = docFromText('The lamps burned {{a}}. They did {{b}} indeed.');
	const tr = new Transform(doc);
	const at = (n: number) => readCitations(tr.doc, 'in-text').citations[n].pos;
	removeCitation(tr, at(1));
	removeCitation(tr, at(0));
	assert.equal(show(tr.doc), 'The lamps burned. They did indeed.');
});

const pieces = [
	'The lamps',
	' ',
	'burned',
	'.',
	',',
	';',
	':',
	'”',
	'“',
	'?',
	'{{a}}',
	'{{b | p 3}}',
	'{{!c}}',
	' {{d}}',
	'((own {{e}} note))',
	'*night*',
	'—',
	'(',
	')',
	'\n\n'
];
const docArb = fc
	.array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 40 })
	.map((list) => list.join(''))
	.filter((s) => s.trim() !== '' && !/\*\*|\(\(\(|\)\)\)/.test(s))
	.map((s) => docFromText(`x ${s}`));

test('in text → notes → in text and through raised numbers gives back the very same document', () => {
	fc.assert(
		fc.property(docArb, fc.boolean(), (doc, punctuationInQuote) => {
			for (const kind of ['note', 'raised'] as const) {
				const there = placeCitations(doc, kind, punctuationInQuote).doc;
				there.check();
				const back = placeCitations(there, 'sentence', punctuationInQuote).doc;
				assert.ok(back.eq(doc), `${kind}\n${show(doc)}\n${show(there)}\n${show(back)}`);
			}
			const round = placeCitations(
				placeCitations(placeCitations(doc, 'raised', punctuationInQuote).doc, 'note', punctuationInQuote).doc,
				'sentence',
				punctuationInQuote
			).doc;
			assert.ok(round.eq(doc));
		}),
		{ numRuns: 500 }
	);
});

test('placing loses no citation, no note and no word', () => {
	fc.assert(
		fc.property(docArb, (doc) => {
			const there = placeCitations(doc, 'note', true).doc;
			const words = (d: Node) => d.textBetween(0, d.content.size, ' ', '').replace(/[\s.,;:!?”]/g, '');
			assert.equal(words(there), words(doc));
			const ids = (d: Node) => readCitations(d, 'in-text').citations.map((c) => c.id);
			assert.deepEqual(ids(there), ids(doc));
		}),
		{ numRuns: 300 }
	);
});

test('notes and citations are numbered in order, footnotes and endnotes each in their own', () => {
	const doc = docFromText('One {{a}} two ((own)) three {{b}}.\n\n((with {{c}}))');
	const inText = readCitations(doc, 'in-text');
	assert.deepEqual(
		inText.clusters.map((c) => c.noteNumber),
		[0, 0, 2]
	);
	assert.deepEqual(
		inText.notes.map((n) => n.number),
		[1, 2]
	);
	const notes = readCitations(doc, 'footnotes');
	assert.deepEqual(
		notes.notes.map((n) => [n.number, n.own]),
		[
			[1, false],
			[2, true],
			[3, false],
			[4, true]
		]
	);
	assert.deepEqual(
		notes.clusters.map((c) => c.noteNumber),
		[1, 3, 4]
	);
	const ends = readCitations(doc, 'endnotes');
	assert.deepEqual(
		ends.notes.map((n) => `${n.kind} ${n.number}`),
		['endnote 1', 'footnote 1', 'endnote 2', 'footnote 2']
	);
});

test('locators as people write them', () => {
	const rows: [string, string, string][] = [
		['p 12', 'page', '12'],
		['pp. 12–14', 'page', '12-14'],
		['p 3, 7, 12-4', 'page', '3, 7, 12-4'],
		['ch. 3', 'chapter', '3'],
		['chap 3', 'chapter', '3'],
		['§ 2', 'section', '2'],
		['sec. 4', 'section', '4'],
		['fig 1a', 'figure', '1a'],
		['para 4', 'paragraph', '4'],
		['1:02:30', 'timestamp', '1:02:30'],
		['at 4:10', 'timestamp', '4:10'],
		['12', 'page', '12'],
		['12-14', 'page', '12-14'],
		['p iv', 'page', 'iv'],
		['pp xi-xiv', 'page', 'xi-xiv'],
		['vol 2', 'volume', '2'],
		['fol 18', 'folio', '18'],
		['n. 4', 'note', '4'],
		['l 12', 'line', '12'],
		['table 3', 'table', '3'],
		['p 12 & 14', 'page', '12 & 14']
	];
	for (const [text, label, value] of rows) {
		const l = readLocator(text);
		assert.deepEqual(l && [l.label, l.value], [label, value], text);
	}
	assert.equal(readLocator('tidal'), null);
	assert.equal(readLocator('1997', { years: true }), null);
	for (const [text] of rows) {
		const l = readLocator(text)!;
		const again = readLocator(writeLocator(l))!;
		assert.deepEqual([again.label, again.value], [l.label, l.value], `${text} → ${writeLocator(l)}`);
	}
});

test('the outline counts what each section holds', () => {
	const o = readOutline(demoDoc('article'));
	assert.deepEqual(o.map((s) => s.title).slice(0, 3), ['Introduction', 'Methods', 'Results']);
	assert.equal(o[0].citations, 6);
	assert.equal(o[0].placeholders, 1);
	assert.equal(o.at(-1)!.bibliography, true);
});

test('words are counted without citations and notes', () => {
	assert.deepEqual(countDoc(docFromText('Two words {{a}} here ((a note of five words)).')), { text: 3, notes: 5 });
});

test('stored documents come back; older versions are brought up; newer and broken ones are refused untouched', () => {
	const doc = demoDoc('chapter');
	assert.ok(readDoc(storeDoc(doc)).eq(doc));
	assert.ok(readDoc(openDoc(storeDoc(doc))).eq(doc));
	assert.deepEqual(openDoc(storeDoc(doc)).content, JSON.parse(JSON.stringify(doc)));
	const old = {
		version: 0,
		content: {
			type: 'doc',
			content: [
				{ type: 'paragraph', content: [{ type: 'citation', attrs: { id: 'x', items: [{ id: 's', locator: 12 }] } }] }
			]
		}
	};
	const cites = readCitations(readDoc(old), 'in-text').clusters[0].cites;
	assert.deepEqual(cites[0].locator, { label: 'page', value: '12' });
	assert.throws(
		() => readDoc({ version: SCHEMA_VERSION + 1, content: {} }),
		(e) => e instanceof ManuscriptError && /newer version/.test(e.message)
	);
	assert.throws(
		() => readDoc({ version: SCHEMA_VERSION, content: { type: 'doc', content: [{ type: 'nonsense' }] } }),
		ManuscriptError
	);
	assert.throws(() => readDoc({ version: SCHEMA_VERSION, content: '{"type":"doc","cont' }), ManuscriptError);
});

test('the demo chapter and article are as large as they are said to be', () => {
	const chapter = readCitations(demoDoc('chapter'), 'footnotes');
	assert.ok(countDoc(demoDoc('chapter')).text + countDoc(demoDoc('chapter')).notes >= 2500, 'words');
	assert.ok(chapter.citations.length >= 30);
	assert.equal(chapter.notes.filter((n) => n.own).length, 6);
	assert.ok(readCitations(demoDoc('article'), 'in-text').citations.length >= 25);
});
