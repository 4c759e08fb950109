/** What stands in the margin, and where: level with its place, and never over another. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Node } from 'prosemirror-model';
import { readCitations, schema } from '$lib/core/manuscript';
import { itemsBetween, slipsOf, stack } from './margin';

test('property: boxes are as near to their places as order and room allow, and none overlaps another', () => {
	const box = fc.record({ wanted: fc.integer({ min: -200, max: 3000 }), height: fc.integer({ min: 1, max: 400 }) });
	fc.assert(
		fc.property(fc.array(box, { maxLength: 30 }), fc.nat(30), (list, gap) => {
			const boxes = list.sort((a, b) => a.wanted - b.wanted).map((b, i) => ({ ...b, key: String(i) }));
			const at = stack(boxes, gap);
			assert.equal(at.size, boxes.length);
			boxes.forEach((b, i) => {
				const { top, wanted } = at.get(b.key)!;
				assert.equal(wanted, b.wanted);
				assert.ok(top >= b.wanted, 'never above its place');
				const before = boxes[i - 1];
				const free = before ? at.get(before.key)!.top + before.height + gap : -Infinity;
				assert.ok(top >= free, 'never over the one before');
				assert.ok(top === b.wanted || top === free, 'no lower than it has to be');
			});
		})
	);
});

test('property: what is near is found as looking at every item would find it', () => {
	fc.assert(
		fc.property(
			fc.array(fc.nat(500), { maxLength: 60 }),
			fc.integer({ min: -10, max: 510 }),
			fc.nat(200),
			(list, from, length) => {
				const items = list.sort((a, b) => a - b).map((pos, i) => ({ key: String(i), pos, anchor: '' }));
				const to = from + length;
				assert.deepEqual(
					itemsBetween(items, from, to),
					items.filter((x) => x.pos >= from && x.pos <= to)
				);
			}
		)
	);
});

test('a slip a paragraph that cites; what a note cites stands in the note', () => {
	const { nodes } = schema;
	const cite = (id: string, ...ids: string[]) =>
		nodes.citation.create({
			id,
			cites: ids.map((sourceId) => ({ sourceId, locator: null, prefix: '', suffix: '', form: 'parenthetical' }))
		});
	const paragraph = (...content: Node[]) => nodes.paragraph.create(null, content);
	const note = nodes.note.create(
		{ id: 'n', kind: 'footnote' },
		nodes.note_paragraph.create(null, [schema.text('On wicks '), cite('4', 'd')])
	);
	const doc = nodes.doc.create(null, [
		paragraph(schema.text('Lamps '), cite('1', 'a'), schema.text(' and oil '), cite('2', 'b', 'c')),
		paragraph(schema.text('Nobody is cited here.')),
		paragraph(schema.text('Wicks '), cite('3', 'a'), schema.text(' had notes'), note)
	]);
	doc.check();
	const reading = readCitations(doc, 'in-text');
	assert.equal(reading.citations.length, 4);
	const slips = slipsOf(reading);
	assert.deepEqual(
		slips.map((s) => s.citations.map((c) => c.cites.map((x) => x.sourceId))),
		[[['a'], ['b', 'c']], [['a']]]
	);
	for (const s of slips) {
		assert.equal(s.pos, s.citations[0].pos);
		assert.equal(s.anchor, s.citations[0].id);
	}
});
