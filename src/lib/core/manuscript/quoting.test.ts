/** Excerpts as quotations: run-in, block and figure in every kind of place; departures seen. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import { wrapAttrs } from './doc-attrs';
import {
	departure,
	insertBlock,
	insertFigure,
	insertRunIn,
	keepQuotation,
	readQuotations,
	restoreQuotation,
	schema,
	type DocCite,
	type PlacementKind,
	type Quoting
} from './index';

const { nodes } = schema;
const cite = (locator: DocCite['locator'] = { label: 'page', value: '4' }): DocCite => ({
	sourceId: 'a',
	locator,
	prefix: '',
	suffix: '',
	form: 'parenthetical'
});
const quoting = (text: string, placement: PlacementKind, punctuationInQuote = true): Quoting => ({
	text,
	cite: cite(),
	quotes: { open: '“', close: '”', innerOpen: '‘', innerClose: '’' },
	placement,
	punctuationInQuote
});
const paragraph = (s: string) => nodes.paragraph.create(null, s ? schema.text(s) : null);
const said = (tr: Transform): string => {
	const out: string[] = [];
	tr.doc.descendants((n, _p, parent) => {
		if (!n.isTextblock) return true;
		let s = parent?.type === nodes.blockquote ? '> ' : n.type === nodes.caption ? '= ' : '';
		n.forEach((k) => (s += k.isText ? k.text : '^'));
		out.push(s);
		return false;
	});
	return out.join(' / ');
};
function run(text: string, words: string, kind: PlacementKind, punctuationInQuote = true): string {
	const tr = new Transform(nodes.doc.create(null, paragraph(text.replace('|', ''))));
	insertRunIn(tr, 1 + text.indexOf('|'), quoting(words, kind, punctuationInQuote));
	tr.doc.check();
	return said(tr);
}

// in text: APA 7, 8.26; MLA 9, 6.43. Notes: Chicago 17, 13.30 (marks within), 6.9 (stops inside), 14.26.
const RUN_IN: [string, string, PlacementKind, string, boolean?][] = [
	['|', 'The lamps went out.', 'sentence', '“The lamps went out” ^.'],
	['She wrote that |', 'the lamps went out.', 'sentence', 'She wrote that “the lamps went out” ^.'],
	['She wrote that|', 'the lamps went out.', 'sentence', 'She wrote that “the lamps went out” ^.'],
	['She wrote|.', 'the lamps went out.', 'sentence', 'She wrote “the lamps went out” ^.'],
	['She wrote | and left.', 'the lamps went out.', 'sentence', 'She wrote “the lamps went out” ^ and left.'],
	['She asked |', 'Who lit them?', 'sentence', 'She asked “Who lit them?” ^'],
	['She said |', 'a “dark” night', 'sentence', 'She said “a ‘dark’ night” ^'],
	['She said |', 'the "dark" night', 'sentence', 'She said “the ‘dark’ night” ^'],
	['She wr|ote and left.', 'the lamps', 'sentence', 'She wrote “the lamps” ^ and left.'],
	['(she wrote |)', 'the lamps', 'sentence', '(she wrote “the lamps” ^)'],
	['She wrote |', 'the lamps went out.', 'note', 'She wrote “the lamps went out.”^'],
	['She wrote |.', 'the lamps went out.', 'note', 'She wrote “the lamps went out.”^'],
	['She wrote |.', 'the lamps went out.', 'note', 'She wrote “the lamps went out”.^', false],
	['She wrote |, then left.', 'the lamps went out.', 'note', 'She wrote “the lamps went out,”^ then left.'],
	['She wrote | and left.', 'the lamps', 'note', 'She wrote “the lamps”^ and left.'],
	['She wrote |.', 'the lamps', 'raised', 'She wrote “the lamps.”^']
];
for (const [text, words, kind, want, punctuationInQuote] of RUN_IN)
	test(`run in, ${kind}: ${text} ← ${words}`, () => assert.equal(run(text, words, kind, punctuationInQuote), want));

function block(text: string, words: string, kind: PlacementKind): string {
	const tr = new Transform(nodes.doc.create(null, paragraph(text.replace('|', ''))));
	const end = insertBlock(tr, 1 + text.indexOf('|'), quoting(words, kind));
	tr.doc.check();
	assert.ok(tr.doc.resolve(end).parent.isTextblock, 'the caret goes on in a paragraph');
	return said(tr);
}

test('as a block: the paragraph is taken apart, the citation stands behind the last mark (APA 7, 8.27; MLA 9, 6.35)', () => {
	assert.equal(block('|', 'Long words.', 'sentence'), '> Long words. ^ / ');
	assert.equal(block('Before it:|', 'Long words.', 'sentence'), 'Before it: / > Long words. ^ / ');
	assert.equal(block('Before it: |after it.', 'Long words.', 'note'), 'Before it:  / > Long words.^ / after it.');
	assert.equal(block('One.| Two.', 'A.\n\nB.', 'sentence'), 'One. / > A. / > B. ^ / Two.');
	assert.equal(block('Before it co|mes after.', 'Words.', 'note'), 'Before it comes / > Words.^ / after.');
	assert.equal(block('|Two.', 'A “b” c.', 'raised'), '> A “b” c.^ / Two.');
});

test('a picture comes with its caption and credit', () => {
	const tr = new Transform(nodes.doc.create(null, paragraph('Here.')));
	insertFigure(tr, 6, 'data:image/png;base64,AA==', quoting('A lamp', 'sentence'));
	tr.doc.check();
	assert.equal(said(tr), 'Here. / = A lamp ^');
	assert.equal(tr.doc.child(1).attrs.asset, 'data:image/png;base64,AA==');
	const other = new Transform(nodes.doc.create(null, paragraph('')));
	insertFigure(other, 1, 'https://example.org/x.png', quoting('', 'note'));
	assert.equal(other.doc.child(0).attrs.asset, '', 'nothing is fetched from elsewhere');
});

// APA 7, 7.28: notes of figures, with credits, below them
test('where manuals have credits below figures, the credit stands in a note there', () => {
	const settings = { page: { kind: 'student' } };
	const doc = wrapAttrs(nodes.doc.create({ settings }, [paragraph('Here.'), paragraph('There.')]));
	const tr = new Transform(doc);
	insertFigure(tr, 6, 'data:image/png;base64,AA==', quoting('A lamp', 'sentence'));
	tr.doc.check();
	assert.equal(said(tr), 'Here. / = A lamp / ^ / There.');
	assert.equal(tr.doc.child(2).attrs.legend, true);
	const empty = new Transform(wrapAttrs(nodes.doc.create({ settings }, [paragraph('')])));
	const on = insertFigure(empty, 1, 'data:image/png;base64,AA==', quoting('A lamp', 'sentence'));
	assert.equal(empty.doc.resolve(on).parent.attrs.legend, false, 'writing goes on in the text');
});

test('departures: a part is none, brackets and ellipses are shown, other words are silent', () => {
	const basis = 'The lamps of the upper town went out, “one by one”, before the ships came in.';
	const cases: [string, string][] = [
		[basis, 'none'],
		['the upper town went out, ‘one by one’', 'none'],
		['The lamps . . . went out', 'shown'],
		['The lamps … before the ships came in', 'shown'],
		['[t]he lamps of the upper town', 'shown'],
		['The lamps [of Port Ennis] went out', 'shown'],
		['The lamps of the lower town went out', 'silent'],
		['the lamps of the upper town', 'silent'],
		['The ships … before the lamps', 'silent'],
		['The lamps [sic] of the moon', 'silent']
	];
	for (const [now, want] of cases) assert.equal(departure(basis, now), want, now);
});

test('a quotation is watched, put back, and kept as it is', () => {
	const tr = new Transform(nodes.doc.create(null, paragraph('She wrote ')));
	insertRunIn(tr, 11, quoting('the “old” lamps went out.', 'sentence'));
	let [q] = readQuotations(tr.doc);
	assert.equal(departure(q.basis!, q.text), 'none');
	assert.equal(q.located, true);
	assert.ok(q.citation);
	tr.replaceWith(q.from + 5, q.from + 8, schema.text('new', tr.doc.resolve(q.from + 6).marks()));
	[q] = readQuotations(tr.doc);
	assert.equal(departure(q.basis!, q.text), 'silent');
	const kept = new Transform(tr.doc);
	keepQuotation(kept, q);
	[q] = readQuotations(kept.doc);
	assert.equal(departure(q.basis!, q.text), 'none');
	[q] = readQuotations(tr.doc);
	restoreQuotation(tr, q, quoting('', 'sentence').quotes);
	assert.match(said(tr), /“the ‘old’ lamps went out\.?” \^/);
});

test('quotations without a place, kept and typed; two copies are two', () => {
	const typed = nodes.doc.create(null, [
		nodes.paragraph.create(null, [
			schema.text('They say “it was never dark in that town” '),
			nodes.citation.create({ id: 'c', cites: [cite(null)] }),
			schema.text('. A “name” '),
			nodes.citation.create({ id: 'd', cites: [cite(null)] })
		])
	]);
	assert.deepEqual(
		readQuotations(typed).map((q) => [q.id, q.located, q.basis]),
		[['c', false, null]]
	);
	const tr = new Transform(nodes.doc.create(null, [paragraph(''), paragraph('')]));
	insertBlock(tr, 1, quoting('One.\n\nTwo.', 'sentence'));
	const copy = tr.doc.child(0);
	tr.insert(tr.doc.content.size, copy);
	assert.deepEqual(
		readQuotations(tr.doc).map((q) => q.text),
		['One. Two.', 'One. Two.']
	);
});

test('property: whatever is quoted wherever, the document holds and the quotation departs from nothing', () => {
	const words = fc.stringMatching(/^[\p{L}“”"'.,?! -]{1,60}$/u).filter((s) => /\p{L}/u.test(s));
	fc.assert(
		fc.property(
			words,
			fc.string({ maxLength: 30 }),
			fc.nat(30),
			fc.constantFrom('sentence', 'raised', 'note'),
			fc.boolean(),
			(text, around, at, kind, asBlock) => {
				const tr = new Transform(nodes.doc.create(null, paragraph(around)));
				const pos = 1 + Math.min(at, around.length);
				if (asBlock) insertBlock(tr, pos, quoting(text, kind as PlacementKind));
				else insertRunIn(tr, pos, quoting(text, kind as PlacementKind));
				tr.doc.check();
				const [q] = readQuotations(tr.doc).filter((x) => x.basis !== null);
				assert.equal(departure(q.basis!, q.text), 'none', `${q.basis} → ${q.text}`);
				assert.equal(q.citation !== '', true);
			}
		)
	);
});
