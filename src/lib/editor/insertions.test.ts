/** Tables, figures, formulas and references, put into a text, changed there and taken out. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { EditorState, NodeSelection, TextSelection, type Command } from 'prosemirror-state';
import { history, undo } from 'prosemirror-history';
import { TableMap } from 'prosemirror-tables';
import { numberedIn, schema } from '$lib/core/manuscript';
import { documentOf, notationOf } from './notation';
import { deleteTable, TABLE_COMMANDS, toggleCaption } from './table-commands';
import { withTables } from './table-plugins';
import {
	changeFigure,
	figureAt,
	formulaAt,
	insertCrossRef,
	insertFigure,
	insertTable,
	LARGEST,
	noteBelow,
	putFormula
} from './insertions';

const open = (text: string): EditorState =>
	EditorState.create({ ...documentOf(text), plugins: withTables([history()]) });
function run(state: EditorState, command: Command): EditorState {
	let next = state;
	assert.ok(
		command(state, (tr) => (next = state.apply(tr))),
		'the command did nothing'
	);
	next.doc.check();
	return next;
}
const kinds = (s: EditorState) => s.doc.children.map((n) => n.type.name);

test('a table stands behind the paragraph of the caret, numbered, with the caret in its first cell', () => {
	const s = run(open('h1:T / p:o|ne / p:two'), insertTable(2, 3, true));
	assert.deepEqual(kinds(s), ['heading', 'paragraph', 'captioned_table', 'paragraph']);
	const table = s.doc.child(2);
	assert.equal(table.child(1).childCount, 2);
	assert.deepEqual(
		table.child(1).children.map((r) => r.children.map((c) => c.type.name)),
		[Array(3).fill('table_header'), Array(3).fill('table_cell')]
	);
	assert.equal(numberedIn(s.doc).get(table.attrs.id as string)?.number, 1);
	assert.equal(s.selection.$from.node(-1).type, schema.nodes.table_header);
	assert.equal(notationOf(run(s, undo)), 'h1:T / p:o|ne / p:two');
});

test('an empty paragraph gives its place; behind the last block the text can go on; a list of sources is left alone', () => {
	assert.deepEqual(kinds(run(open('h1:T / p:| / p:two'), insertTable(1, 1, false))), [
		'heading',
		'captioned_table',
		'paragraph'
	]);
	assert.deepEqual(kinds(run(open('h1:T / p:a|'), insertFigure('', ''))), [
		'heading',
		'paragraph',
		'figure',
		'paragraph'
	]);
	assert.deepEqual(kinds(run(open('h1:T / p:a / bib(h2:R|)'), insertFigure('', ''))), [
		'heading',
		'paragraph',
		'figure',
		'paragraph',
		'bibliography'
	]);
	assert.deepEqual(kinds(run(open('h1:T| / p:a'), insertTable(1, 1, true))).slice(0, 2), [
		'heading',
		'captioned_table'
	]);
});

test('sizes that are none, or too large, are brought to ones that are', () => {
	for (const [rows, want] of [
		[0, 1],
		[Number.NaN, 1],
		[1e9, LARGEST],
		[2.4, 2]
	] as const)
		assert.equal(
			run(open('h1:T / p:|'), insertTable(rows, 1, false))
				.doc.child(1)
				.child(1).childCount,
			want
		);
});

test('Tab goes from cell to cell, and on in a new row', () => {
	const tab = (s: EditorState): EditorState => {
		for (const plugin of s.plugins) {
			const key = plugin.props.handleKeyDown;
			let next: EditorState | null = null;
			const view = { state: s, dispatch: (tr: Parameters<EditorState['apply']>[0]) => (next = s.apply(tr)) };
			if (key?.call(plugin, view as never, { key: 'Tab', keyCode: 9 } as never)) return next ?? s;
		}
		throw new Error('nobody took the key');
	};
	let s = run(open('h1:T / p:|'), insertTable(1, 2, false));
	s = tab(s);
	assert.equal(s.selection.$from.index(-2), 1);
	s = tab(s);
	assert.equal(s.doc.child(1).child(1).childCount, 2);
	assert.equal(s.selection.$from.index(-3), 1);
});

test('whatever is done to a table in whatever order, the manuscript is whole, and undo brings the text back', () => {
	fc.assert(
		fc.property(
			fc.tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }), fc.boolean()),
			fc.array(fc.tuple(fc.nat(TABLE_COMMANDS.length - 1), fc.nat(200)), { maxLength: 12 }),
			([rows, columns, header], acts) => {
				const first = open('h1:T / p:a| / p:b');
				let s = run(first, insertTable(rows, columns, header));
				let done = 1;
				for (const [which, at] of acts) {
					const pos = at % s.doc.content.size;
					s = s.apply(s.tr.setSelection(TextSelection.near(s.doc.resolve(pos))));
					const { command } = TABLE_COMMANDS[which];
					const before = s.doc;
					command(s, (tr) => (s = s.apply(tr.setMeta('addToHistory', true))));
					s.doc.check();
					if (s.doc !== before) done++;
					s.doc.descendants((n) => {
						if (n.type.name === 'table') assert.equal(TableMap.get(n).problems, null);
						return !n.isTextblock;
					});
				}
				for (let i = 0; i <= done * 2 && undo(s, (tr) => (s = s.apply(tr))); i++);
				assert.ok(s.doc.eq(first.doc));
			}
		),
		{ numRuns: 150 }
	);
});

test('a table is taken out with its caption; a caption can be taken and given', () => {
	const s = run(open('h1:T / p:a|'), insertTable(2, 2, true));
	assert.deepEqual(kinds(run(s, deleteTable)), ['heading', 'paragraph', 'paragraph']);
	const bare = run(s, toggleCaption);
	assert.deepEqual(kinds(bare), ['heading', 'paragraph', 'table', 'paragraph']);
	const inside = bare.apply(
		bare.tr.setSelection(
			TextSelection.near(bare.doc.resolve(bare.doc.child(0).nodeSize + bare.doc.child(1).nodeSize + 3))
		)
	);
	assert.deepEqual(kinds(run(inside, toggleCaption)), ['heading', 'paragraph', 'captioned_table', 'paragraph']);
});

test('a formula is put in a line or on one of its own, changed, and turned from the one into the other', () => {
	const display = run(open('h1:T / p:a|'), putFormula({ tex: 'x', inline: false, numbered: true }));
	assert.deepEqual(kinds(display), ['heading', 'paragraph', 'equation', 'paragraph']);
	const pos = display.doc.child(0).nodeSize + display.doc.child(1).nodeSize;
	const selected = display.apply(display.tr.setSelection(NodeSelection.create(display.doc, pos)));
	assert.deepEqual(formulaAt(selected), { pos, tex: 'x', inline: false, numbered: true });
	const id = selected.doc.nodeAt(pos)!.attrs.id as string;
	const changed = run(selected, putFormula({ tex: 'y', inline: false, numbered: false }));
	assert.deepEqual({ ...changed.doc.nodeAt(pos)!.attrs }, { id, tex: 'y', numbered: false });
	const line = run(changed, putFormula({ tex: 'y', inline: true, numbered: false }));
	assert.deepEqual(kinds(line), ['heading', 'paragraph', 'paragraph', 'paragraph']);
	assert.equal(line.doc.child(2).firstChild?.type.name, 'math');
	assert.equal(
		notationOf(run(open('h1:T / p:a|b'), putFormula({ tex: 'z', inline: true, numbered: true }))),
		'h1:T / p:amath|b'
	);
});

test('a reference has the spaces that it needs, and follows the number', () => {
	const s = run(open('h1:T / p:see|here / p:b'), insertCrossRef('t', 'label'));
	assert.equal(s.doc.child(1).textContent, 'see  here');
	assert.equal(s.doc.child(1).child(1).type.name, 'cross_ref');
	const bracket = run(open('h1:T / p:“|”'), insertCrossRef('t', 'number'));
	assert.equal(bracket.doc.child(1).textContent, '“”');
});

test('a figure is found by its caption, and changed without its identity', () => {
	const s = run(open('h1:T / p:a|'), insertFigure('', 'A quay'));
	const at = figureAt(s)!;
	assert.equal(at.node.attrs.alt, 'A quay');
	const changed = run(s, changeFigure(at.pos, { alt: 'A dark quay' }));
	assert.deepEqual({ ...changed.doc.nodeAt(at.pos)!.attrs }, { ...at.node.attrs, alt: 'A dark quay' });
	assert.equal(changeFigure(0, { alt: '' })(s), false);
});

test('a note below a figure or table is made once, and the caret goes to its end', () => {
	const figure = run(open('h1:T / p:a|'), insertFigure('', 'A quay', 50));
	assert.equal(figureAt(figure)!.node.attrs.width, 50);
	const noted = run(figure, noteBelow);
	const { $from } = noted.selection;
	assert.equal($from.parent.attrs.legend, true);
	assert.equal(noted.doc.child($from.index(0) - 1).type, schema.nodes.figure);
	const typed = noted.apply(noted.tr.insertText('Kept.'));
	const back = typed.apply(typed.tr.setSelection(TextSelection.create(typed.doc, figureAt(figure)!.pos + 2)));
	const again = run(back, noteBelow);
	assert.equal(again.doc.childCount, noted.doc.childCount, 'no second one');
	assert.equal(again.selection.$from.parentOffset, 5);
	const table = run(run(open('h1:T / p:a|'), insertTable(2, 2, true)), noteBelow);
	assert.equal(table.selection.$from.parent.attrs.legend, true);
	assert.equal(noteBelow(open('h1:T / p:a|')), false);
});

test('in a note there are no blocks', () => {
	const note = EditorState.create({ doc: schema.nodes.note.create(null, schema.nodes.note_paragraph.create()) });
	for (const c of [
		insertTable(1, 1, true),
		insertFigure('', ''),
		putFormula({ tex: 'x', inline: false, numbered: true })
	])
		assert.equal(c(note), false);
});
