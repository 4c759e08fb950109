/** Property: citations go from the text into notes and back, in documents with everything in them. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Mark, Node } from 'prosemirror-model';
import { placeCitations, readCitations, schema, type PlacementKind } from './index';

const { nodes, marks } = schema;
let serial = 0;
const id = () => `i${++serial}`;
const form = fc.constantFrom(
	'parenthetical',
	'parenthetical',
	'parenthetical',
	'narrative',
	'author-only',
	'year-only'
);
const look: fc.Arbitrary<Mark[]> = fc.constantFrom(
	[],
	[],
	[],
	[marks.em.create()],
	[marks.strong.create()],
	[marks.quoted.create({ id: 'q', sourceId: 's', text: 'the lamps' })]
);
const words = fc
	.tuple(
		fc.constantFrom(
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
			'.”',
			'—',
			'(',
			')',
			'’s',
			'[',
			'…',
			' 3.5'
		),
		look
	)
	.map(([s, m]) => schema.text(s, m));
const citation = form.map((f) =>
	nodes.citation.create({
		id: id(),
		cites: [{ sourceId: 's', locator: null, prefix: '', suffix: '', form: f }]
	})
);
const line: fc.Arbitrary<Node[]> = fc.array(
	fc.oneof({ weight: 8, arbitrary: words }, { weight: 4, arbitrary: citation }, fc.constant(nodes.hard_break.create())),
	{ maxLength: 12 }
);
const note = fc
	.tuple(fc.constantFrom('footnote', 'endnote'), fc.array(line, { minLength: 1, maxLength: 2 }))
	.map(([kind, ps]) =>
		nodes.note.create(
			{ id: id(), kind },
			ps.map((k) => nodes.note_paragraph.create(null, k))
		)
	);
const rich: fc.Arbitrary<Node[]> = fc.array(
	fc.oneof(
		{ weight: 10, arbitrary: words },
		{ weight: 5, arbitrary: citation },
		{ weight: 2, arbitrary: note },
		fc.constant(nodes.citation_placeholder.create({ id: 'g', hint: 'x' })),
		fc.constant(nodes.note_ref.create({ note: 'n', source: '' }))
	),
	{ maxLength: 16 }
);
const paragraph = rich.map((k) => nodes.paragraph.create(null, k));
const block: fc.Arbitrary<Node> = fc.oneof(
	{ weight: 5, arbitrary: paragraph },
	rich.map((k) => nodes.heading.create({ level: 2 }, k)),
	fc.array(paragraph, { minLength: 1, maxLength: 2 }).map((ps) => nodes.blockquote.create(null, ps)),
	paragraph.map((p) => nodes.bullet_list.create(null, nodes.list_item.create(null, p))),
	rich.map((k) => nodes.figure.create({ asset: '', alt: '' }, nodes.caption.create(null, k))),
	paragraph.map((p) => nodes.table.create(null, nodes.table_row.create(null, nodes.table_cell.create(null, p)))),
	rich.map((k) => nodes.bibliography.create({ id: id() }, nodes.heading.create({ level: 2 }, k)))
);
const manuscript = fc.array(block, { minLength: 1, maxLength: 6 }).map((b) => nodes.doc.create(null, b));

const own = (d: Node): string => {
	const out: unknown[] = [];
	d.descendants((n) => {
		if (n.type === nodes.note) out.push(n.toJSON());
		return true;
	});
	return JSON.stringify(out);
};

test('through every kind of place and back it is the very same document; own notes are never touched', () => {
	fc.assert(
		fc.property(
			manuscript,
			fc.boolean(),
			fc.array(fc.constantFrom<PlacementKind>('note', 'raised', 'close'), { minLength: 1, maxLength: 3 }),
			(doc, punctuationInQuote, way) => {
				doc.check();
				let now = doc;
				let from: PlacementKind = 'sentence';
				for (const to of [...way, 'sentence'] as PlacementKind[]) {
					now = placeCitations(now, to, punctuationInQuote, undefined, from).doc;
					now.check();
					assert.equal(own(now), own(doc));
					assert.deepEqual(
						readCitations(now, 'footnotes').citations.map((c) => c.id),
						readCitations(doc, 'footnotes').citations.map((c) => c.id)
					);
					from = to;
				}
				assert.ok(now.eq(doc), `${way.join(' → ')}\n${doc}\n${now}`);
			}
		),
		{ numRuns: 600 }
	);
});
