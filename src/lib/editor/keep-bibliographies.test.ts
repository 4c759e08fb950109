/** Nothing typed, cut or pasted takes a list out or breaks it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { history, undo } from 'prosemirror-history';
import { EditorState, NodeSelection, TextSelection, type Transaction } from 'prosemirror-state';
import { Slice } from 'prosemirror-model';
import { docFromText } from '$lib/core/manuscript';
import { BIBLIOGRAPHY_MAY_GO, keepBibliographies, uniqueIds } from './plugins';

const start = () =>
	EditorState.create({
		doc: docFromText('# T\n\nFirst words.\n\n{{bibliography One}}\n\nBetween.\n\n- an item\n\n{{bibliography Two}}'),
		plugins: [history(), uniqueIds(), keepBibliographies()]
	});
const listsOf = (s: EditorState) => {
	const out: string[] = [];
	s.doc.forEach((n) => n.type.name === 'bibliography' && out.push(n.attrs.id as string));
	return out;
};
const selectAll = (s: EditorState) =>
	s.apply(s.tr.setSelection(TextSelection.between(s.doc.resolve(1), s.doc.resolve(s.doc.content.size))));

test('property: any selection typed over, deleted or pasted over keeps every list, each once', () => {
	const size = start().doc.content.size;
	fc.assert(
		fc.property(fc.nat(size), fc.nat(size), fc.constantFrom('type', 'delete', 'paste'), (a, b, what) => {
			let s = start();
			s = s.apply(s.tr.setSelection(TextSelection.between(s.doc.resolve(a), s.doc.resolve(b))));
			const { tr } = s;
			if (what === 'type') tr.insertText('x');
			else if (what === 'delete') tr.deleteSelection();
			else tr.replaceSelection(new Slice(docFromText('A\n\nB').content, 1, 1));
			const next = s.apply(tr);
			next.doc.check();
			assert.deepEqual(listsOf(next).toSorted(), listsOf(s).toSorted());
		}),
		{ numRuns: 400 }
	);
});

test('who selects a list itself, or asks for it, takes it out; one undo brings back what was', () => {
	const s = start();
	let pos = -1;
	s.doc.forEach((n, at) => {
		if (n.type.name === 'bibliography' && pos < 0) pos = at;
	});
	const chosen = s.apply(s.tr.setSelection(NodeSelection.create(s.doc, pos)));
	assert.equal(listsOf(chosen.apply(chosen.tr.deleteSelection())).length, 1);
	assert.equal(
		listsOf(s.apply(s.tr.delete(pos, pos + s.doc.nodeAt(pos)!.nodeSize).setMeta(BIBLIOGRAPHY_MAY_GO, true))).length,
		1
	);
	const all = selectAll(s);
	let gone = all.apply(all.tr.insertText('Gone.'));
	assert.equal(listsOf(gone).length, 2);
	undo(gone, (tr: Transaction) => (gone = gone.apply(tr)));
	assert.ok(gone.doc.eq(s.doc));
});

test('lists without an identity, or with the same one, end in no loop', () => {
	for (const ids of [
		['', ''],
		['a', 'a']
	]) {
		const doc = docFromText('# T\n\nWords.\n\n{{bibliography One}}\n\nBetween.\n\n{{bibliography Two}}');
		const { tr } = EditorState.create({ doc });
		let n = 0;
		doc.forEach((node, pos) => {
			if (node.type.name === 'bibliography') tr.setNodeAttribute(pos, 'id', ids[n++]);
		});
		let s = selectAll(EditorState.create({ doc: tr.doc, plugins: [uniqueIds(), keepBibliographies()] }));
		s = s.apply(s.tr.insertText('x'));
		s.doc.check();
		assert.equal(listsOf(s).length, new Set(ids.filter(Boolean)).size);
	}
});
