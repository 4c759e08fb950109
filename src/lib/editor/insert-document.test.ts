/** A read document in an open text: its place, its citations and its list. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Node } from 'prosemirror-model';
import { EditorState, Selection } from 'prosemirror-state';
import { history, undo } from 'prosemirror-history';
import { editFacts, schema, setDocAttrs, styleOf, type DocStyle } from '$lib/core/manuscript';
import { Transform } from 'prosemirror-transform';
import { insertBlocks, placeForBlocks } from './insert-document';

const n = schema.nodes;
const t = (s: string) => schema.text(s);
const p = (...kids: Node[]) => n.paragraph.create(null, kids);
const cite = (id: string) =>
	n.citation.create({ id, cites: [{ sourceId: id, locator: null, prefix: '', suffix: '', form: 'parenthetical' }] });
const list = (id: string) =>
	n.bibliography.create({ id }, n.heading.create({ id: `${id}h`, level: 2 }, t('References')));
const doc = (...blocks: Node[]) => n.doc.create(null, blocks);

const IN_TEXT: DocStyle = { id: 'apa', title: 'APA', form: 'in-text', locale: '', facts: null };
const NOTES: DocStyle = { id: 'chicago', title: 'Chicago', form: 'footnotes', locale: '', facts: null };
const styled = (d: Node, style: DocStyle): Node => setDocAttrs(new Transform(d), { style }).doc;
const at = (d: Node, pos: number) => {
	const state = EditorState.create({ doc: d, plugins: [history()] });
	return state.apply(state.tr.setSelection(Selection.near(d.resolve(pos), -1)));
};
const to = (d: Node) => {
	const facts = editFacts(styleOf(d));
	return { placement: facts.placement, facts };
};
const shape = (d: Node) => d.children.map((b) => b.textContent);

test('behind the block of the caret, in an empty one’s place, before a list, never within anything', () => {
	const read = doc(p(t('one')), p(t('two')));
	const cell = n.table_cell.create(null, p(t('cell')));
	const table = n.captioned_table.create({ id: 'c' }, [
		n.caption.create(null, t('Table')),
		n.table.create(null, n.table_row.create(null, cell))
	]);
	const d = doc(n.heading.create({ level: 1 }, t('Title')), p(t('abc')), p(), table, list('b'));
	const put = (pos: number) => shape(at(d, pos).apply(insertBlocks(at(d, pos), read, to(d))).doc);
	const T = ['Tablecell', 'References'];
	assert.deepEqual(put(3), ['Title', 'one', 'two', 'abc', '', ...T]);
	assert.deepEqual(put(9), ['Title', 'abc', 'one', 'two', '', ...T]);
	assert.deepEqual(put(13), ['Title', 'abc', 'one', 'two', ...T]);
	const inCell = d.child(0).nodeSize + d.child(1).nodeSize + d.child(2).nodeSize + 13;
	assert.equal(at(d, inCell).selection.$head.parent.textContent, 'cell');
	assert.deepEqual(put(inCell), ['Title', 'abc', '', 'Tablecell', 'one', 'two', 'References']);
	assert.deepEqual(put(d.content.size - 3), ['Title', 'abc', '', 'Tablecell', 'one', 'two', 'References']);
	const first = at(d, 9);
	const second = first.apply(insertBlocks(first, read, to(d)));
	assert.equal(second.selection.$head.parent.textContent, 'two', 'the next file goes behind this one');
});

test('citations stand as the style of the manuscript has them; the list comes along once', () => {
	const read = doc(p(t('Gas paid '), cite('lowe'), t('.')), list('r'));
	const notes = styled(doc(p(t('abc')), list('b')), NOTES);
	const put = (d: Node) => at(d, 2).apply(insertBlocks(at(d, 2), read, to(d))).doc;
	const here = put(notes);
	assert.deepEqual(shape(here), ['abc', 'Gas paid.', 'References']);
	assert.equal(here.child(1).lastChild!.type, n.citation, 'behind the full stop');
	const plain = put(styled(doc(p(t('abc'))), IN_TEXT));
	assert.deepEqual(shape(plain), ['abc', 'Gas paid .', 'References']);
	const back = insertBlocks(at(plain, 2), styled(doc(p(t('It burned.'), cite('osei'))), NOTES), to(plain)).doc;
	assert.equal(back.child(1).lastChild!.text, '.', 'before the full stop again');
});

test('whatever is inserted wherever: all of it is there, and undo takes it out', () => {
	const block = fc.oneof(
		fc.string({ minLength: 1, maxLength: 8 }).map((s) => p(t(s))),
		fc.constant(p()),
		fc.constantFrom('a', 'b').map((id) => p(t('x'), cite(id), t('.'))),
		fc.constant(list('l'))
	);
	const blocks = fc.array(block, { minLength: 1, maxLength: 5 });
	fc.assert(
		fc.property(blocks, blocks, fc.nat(), fc.constantFrom(IN_TEXT, NOTES), (a, b, k, style) => {
			const d = styled(doc(...a), style);
			const state = at(d, k % (d.content.size + 1));
			const put = state.apply(insertBlocks(state, doc(...b), to(d)));
			put.doc.check();
			const count = (x: Node) => {
				let c = 0;
				x.descendants((m) => void (c += m.type === n.citation ? 1 : 0));
				return c;
			};
			assert.equal(count(put.doc), count(d) + count(doc(...b)));
			const place = placeForBlocks(state);
			assert.equal(state.doc.slice(0, place.from).content.eq(put.doc.slice(0, place.from).content), true);
			let undone = put;
			undo(put, (tr) => (undone = put.apply(tr)));
			assert.equal(undone.doc.eq(d), true);
		}),
		{ numRuns: 200 }
	);
});
