import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import { docFromText, readCitations, sameSpots, schema } from './index';

const doc = docFromText(
	'# Title\n\nOne {{a}} two((a note {{b}})) three {{?gap}}.\n\n- item {{c}}\n\nLast {{d | p 3}}.'
);

test('words typed in a paragraph change nothing but positions', () => {
	const at = doc.child(0).nodeSize + 2;
	assert.equal(sameSpots(doc, new Transform(doc).insert(at, schema.text('x')).doc), true);
	assert.equal(sameSpots(doc, doc), true);
});

test('headings, attributes, blocks and what is cited are more than words', () => {
	assert.equal(sameSpots(doc, new Transform(doc).insert(1, schema.text('x')).doc), false);
	assert.equal(sameSpots(doc, new Transform(doc).setDocAttribute('settings', { placement: 'before' }).doc), false);
	assert.equal(sameSpots(doc, new Transform(doc).insert(0, schema.nodes.paragraph.create()).doc), false);
	const { pos } = readCitations(doc, 'in-text').citations[0];
	assert.equal(sameSpots(doc, new Transform(doc).setNodeAttribute(pos, 'cites', []).doc), false);
	assert.equal(sameSpots(doc, new Transform(doc).delete(pos, pos + 1).doc), false);
});

test('property: where it says yes, the processor is asked for the same', () => {
	fc.assert(
		fc.property(fc.nat(doc.content.size), fc.nat(6), fc.boolean(), (from, length, insert) => {
			const tr = new Transform(doc);
			const to = Math.min(from + length, doc.content.size);
			if (insert && doc.resolve(from).parent.inlineContent) tr.insert(from, schema.text('word'));
			else tr.delete(from, to);
			if (!sameSpots(doc, tr.doc)) return;
			const [a, b] = [readCitations(doc, 'footnotes'), readCitations(tr.doc, 'footnotes')];
			assert.deepEqual(b.clusters, a.clusters);
			assert.deepEqual(
				b.notes.map((n) => [n.id, n.number]),
				a.notes.map((n) => [n.id, n.number])
			);
		}),
		{ numRuns: 500 }
	);
});
