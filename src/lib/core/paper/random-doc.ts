/** Documents of every kind of node, mark and attribute, for property tests. */
import fc from 'fast-check';
import { schema } from '../manuscript';

type Json = Record<string, unknown>;
const id = fc.stringMatching(/^[a-z0-9]{4,8}$/);
const lang = fc.constantFrom('', '', 'de', 'fr-CA');
const align = fc.constantFrom('', '', 'center', 'right', 'justify');
const words = fc.stringMatching(/^[A-Za-zäé“”.,@[\](){}*_$% ]{1,12}$/);
const cite = fc.record({
	sourceId: id,
	locator: fc.option(
		fc.record({ label: fc.constantFrom('page', 'chapter'), value: fc.stringMatching(/^[1-9]{1,3}$/) })
	),
	prefix: fc.constantFrom('', 'see'),
	suffix: fc.constantFrom('', ', emphasis added'),
	form: fc.constantFrom('parenthetical', 'narrative', 'author-only', 'year-only')
});

/** Marks in the order of the schema, as a stored document has them. */
const marks = fc
	.uniqueArray(
		fc.oneof(
			fc.constantFrom('em', 'strong', 'underline', 'small_caps', 'superscript').map((type): Json => ({ type })),
			fc.constant({ type: 'link', attrs: { href: 'https://example.org/a' } } as Json),
			lang.filter(Boolean).map((l): Json => ({ type: 'language', attrs: { lang: l } })),
			id.map((i): Json => ({ type: 'comment', attrs: { id: i } })),
			fc.record({ id, sourceId: id, text: words }).map((attrs): Json => ({ type: 'quoted', attrs }))
		),
		{ maxLength: 3, selector: (m) => m.type }
	)
	.map((list) =>
		list
			.map((m) => schema.mark(m.type as string, m.attrs as Json | undefined))
			.reduce((set, m) => m.addToSet([...set]), [] as readonly ReturnType<typeof schema.mark>[])
			.map((m) => m.toJSON() as Json)
	);

const marked = (node: fc.Arbitrary<Json>): fc.Arbitrary<Json> =>
	fc.tuple(node, marks).map(([n, m]) => (m.length ? { ...n, marks: m } : n));

const inNote: fc.Arbitrary<Json>[] = [
	words.map((text) => ({ type: 'text', text })),
	fc.constant({ type: 'hard_break' }),
	fc
		.record({
			id,
			cites: fc.array(cite, { minLength: 1, maxLength: 3 }),
			override: fc.constantFrom(null, { html: 'by hand' }),
			moved: fc.constantFrom(null, { space: ' ', movedPunctuation: '.', inside: true })
		})
		.map((attrs) => ({ type: 'citation', attrs })),
	fc.record({ note: id, source: fc.constant('') }).map((attrs) => ({ type: 'note_ref', attrs })),
	fc
		.record({ target: id, show: fc.constantFrom('label', 'number', 'title', 'page') })
		.map((attrs) => ({ type: 'cross_ref', attrs })),
	fc.record({ tex: fc.constantFrom('x^2', '\\frac{a}{b}') }).map((attrs) => ({ type: 'math', attrs })),
	fc.record({ id, hint: words }).map((attrs) => ({ type: 'citation_placeholder', attrs }))
];
const inlines = (list: fc.Arbitrary<Json>[]) => fc.array(marked(fc.oneof(...list)), { maxLength: 4 });
const look = fc.record({ lang, align });
const note = fc
	.tuple(
		fc.record({ id, kind: fc.constantFrom('footnote', 'endnote') }),
		fc.array(
			fc.tuple(look, inlines(inNote)).map(([attrs, content]) => ({ type: 'note_paragraph', attrs, content })),
			{ minLength: 1, maxLength: 2 }
		)
	)
	.map(([attrs, content]): Json => ({ type: 'note', attrs, content }));
const line = inlines([...inNote, note]);
const paragraph = fc.tuple(look, line).map(([attrs, content]): Json => ({ type: 'paragraph', attrs, content }));
const heading = fc
	.tuple(fc.record({ id, level: fc.constantFrom(1, 2, 3, 4, 5), lang, align }), line)
	.map(([attrs, content]): Json => ({ type: 'heading', attrs, content }));
const caption = fc.tuple(lang, line).map(([l, content]): Json => ({ type: 'caption', attrs: { lang: l }, content }));
const table = fc
	.record({ id, rows: fc.integer({ min: 1, max: 3 }), columns: fc.integer({ min: 1, max: 3 }), cell: paragraph, align })
	.map((t): Json => ({
		type: 'table',
		attrs: { id: t.id },
		content: Array.from({ length: t.rows }, (_, r) => ({
			type: 'table_row',
			content: Array.from({ length: t.columns }, (_, c) => ({
				type: r ? 'table_cell' : 'table_header',
				attrs: { colspan: 1, rowspan: 1, colwidth: c ? null : [90], align: t.align },
				content: [t.cell]
			}))
		}))
	}));

const block = fc.letrec<{ block: Json; list: Json }>((tie) => ({
	block: fc.oneof(
		{ maxDepth: 2 },
		paragraph,
		heading,
		fc
			.tuple(lang, fc.array(paragraph, { minLength: 1, maxLength: 2 }))
			.map(([l, content]): Json => ({ type: 'blockquote', attrs: { lang: l }, content })),
		table,
		fc.tuple(id, caption, table).map(([i, c, t]): Json => ({
			type: 'captioned_table',
			attrs: { id: i },
			content: [c, t]
		})),
		fc
			.tuple(id, caption, fc.constantFrom('', 'ab'.repeat(20)), fc.constantFrom('', 'a quay'), fc.constantFrom(0, 40))
			.map(([i, c, asset, alt, width]): Json => ({
				type: 'figure',
				attrs: { id: i, asset, alt, width },
				content: [c]
			})),
		fc.record({ id, numbered: fc.boolean() }).map((a): Json => ({ type: 'equation', attrs: { ...a, tex: 'a=b' } })),
		fc.constant({ type: 'page_break' } as Json),
		tie('list')
	),
	list: fc
		.tuple(
			fc.boolean(),
			fc.array(fc.tuple(paragraph, fc.array(tie('block'), { maxLength: 2 })), { minLength: 1, maxLength: 3 }),
			fc.integer({ min: 1, max: 9 }),
			fc.constantFrom('decimal', 'lower-alpha', 'upper-roman')
		)
		.map(([ordered, items, order, numbers]): Json => ({
			type: ordered ? 'ordered_list' : 'bullet_list',
			...(ordered ? { attrs: { order, numbers } } : {}),
			content: items.map(([p, more]) => ({ type: 'list_item', content: [p, ...more] }))
		}))
})).block;

/** Notes below a table or figure. */
const legend = fc.array(
	fc
		.tuple(lang, line)
		.map(([l, content]): Json => ({ type: 'paragraph', attrs: { lang: l, align: '', legend: true }, content })),
	{ maxLength: 2 }
);

const bibliography = fc
	.tuple(id, heading)
	.map(([i, h]): Json => ({ type: 'bibliography', attrs: { id: i, settings: { takes: 'section' } }, content: [h] }));

const contents = fc
	.record({
		of: fc.constantFrom('headings', 'figures', 'tables'),
		title: fc.constantFrom('', 'What is in it'),
		levels: fc.constantFrom(1, 2, 3)
	})
	// figures and tables have no levels
	.map(({ levels, ...a }): Json => ({ type: 'contents', attrs: { ...a, levels: a.of === 'headings' ? levels : 3 } }));

/** A stored document, to be read with `readDoc`. */
export const randomDoc: fc.Arbitrary<Json> = fc
	.tuple(
		fc
			.array(fc.tuple(fc.oneof(block, block, block, block, bibliography, bibliography, contents), legend), {
				minLength: 1,
				maxLength: 6
			})
			.map((list) => list.flatMap(([b, l]) => (b.type === 'figure' || b.type === 'captioned_table' ? [b, ...l] : [b]))),
		fc.boolean()
	)
	.map(([content, own]) => ({
		type: 'doc',
		attrs: own
			? {
					style: null,
					entryOverrides: { abcd: { html: 'An entry.' } },
					settings: { placement: 'behind' },
					comments: { c1: { text: 'Why?' } }
				}
			: {},
		content
	}))
	.map((doc) => JSON.parse(JSON.stringify(doc)) as Json);
