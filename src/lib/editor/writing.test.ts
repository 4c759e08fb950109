/** What the writing line says of the caret, and what its commands make of the text. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Mark, Node } from 'prosemirror-model';
import { EditorState, TextSelection, type Command } from 'prosemirror-state';
import { schema } from '$lib/core/manuscript';
import {
	addressOf,
	clearFormatting,
	insertPageBreak,
	linkAt,
	removeLink,
	setBlock,
	setLink,
	toggle,
	toggleList,
	toggleQuotation,
	writingState
} from './writing';

const { nodes, marks } = schema;
const text = (s: string, ...m: Mark[]) => schema.text(s, m);
const p = (...c: (Node | string)[]) =>
	nodes.paragraph.create(
		null,
		c.map((x) => (typeof x === 'string' ? text(x) : x))
	);
const h = (level: number, s: string) => nodes.heading.create({ id: `h${level}${s}`, level }, text(s));
const item = (...c: Node[]) => nodes.list_item.create(null, c);
const doc = (...blocks: Node[]) => nodes.doc.create(null, [h(1, 'Title'), ...blocks]);

/** A state with the caret, or a selection, at words of the text. */
function at(d: Node, words: string, end = words): EditorState {
	let [from, to] = [-1, -1];
	d.descendants((n, pos) => {
		if (!n.isText) return;
		if (n.text!.includes(words)) from = pos + n.text!.indexOf(words);
		if (n.text!.includes(end)) to = pos + n.text!.indexOf(end) + end.length;
	});
	return EditorState.create({ doc: d, selection: TextSelection.create(d, from, to) });
}
const caret = (d: Node, words: string): EditorState => {
	const s = at(d, words);
	return s.apply(s.tr.setSelection(TextSelection.create(d, s.selection.from + 1)));
};
function after(state: EditorState, command: Command): EditorState {
	let next = state;
	assert.ok(command(state, (tr) => (next = state.apply(tr))));
	next.doc.check();
	return next;
}
const shape = (n: Node): string =>
	n.isText
		? n.text!
		: `${n.type.name}${n.type === nodes.heading ? (n.attrs.level as number) : ''}(${n.content.content.map(shape).join(',')})`;
const body = (s: EditorState) => s.doc.content.content.slice(1).map(shape).join(' ');

test('kinds of block, and the title, which stays', () => {
	const d = doc(h(2, 'Lamps'), p('First'), nodes.blockquote.create(null, p('Quoted')));
	assert.equal(writingState(caret(d, 'Title')).block, 'title');
	assert.equal(writingState(caret(d, 'Lamps')).block, 'heading-1');
	assert.equal(writingState(caret(d, 'First')).block, 'paragraph');
	assert.ok(writingState(caret(d, 'Quoted')).quotation);
	assert.match(body(after(caret(d, 'First'), setBlock('heading-2'))), /heading3\(First\)/);
	assert.match(body(after(caret(d, 'Lamps'), setBlock('paragraph'))), /^paragraph\(Lamps\)/);
	// a heading stands by itself
	assert.match(body(after(caret(d, 'Quoted'), setBlock('heading-1'))), / heading2\(Quoted\)$/);
	for (const c of [setBlock('paragraph'), toggleList('bulleted'), toggleQuotation, insertPageBreak])
		assert.ok(!c(caret(d, 'Title')));
});

test('lists: made, turned, taken away', () => {
	const d = doc(p('One'), p('Two'));
	const both = at(d, 'One', 'Two');
	const made = after(both, toggleList('bulleted'));
	assert.equal(body(made), 'bullet_list(list_item(paragraph(One)),list_item(paragraph(Two)))');
	assert.equal(writingState(made).list, 'bulleted');
	const numbered = after(made, toggleList('numbered'));
	assert.match(body(numbered), /^ordered_list\(/);
	assert.equal(body(after(numbered, toggleList('numbered'))), 'paragraph(One) paragraph(Two)');
});

test('a list within a list is the one that is meant', () => {
	const inner = nodes.ordered_list.create(null, item(p('Inner')));
	const d = doc(nodes.bullet_list.create(null, item(p('Outer'), inner)));
	assert.equal(writingState(caret(d, 'Inner')).list, 'numbered');
	assert.match(body(after(caret(d, 'Inner'), toggleList('bulleted'))), /Outer\),bullet_list\(/);
});

test('quotations: around what is selected, and taken off', () => {
	const d = doc(p('One'), p('Two'));
	const quoted = after(at(d, 'One', 'Two'), toggleQuotation);
	assert.equal(body(quoted), 'blockquote(paragraph(One),paragraph(Two))');
	assert.equal(body(after(quoted, toggleQuotation)), 'paragraph(One) paragraph(Two)');
});

test('marks: on where all of the selection has them', () => {
	const d = doc(p(text('bold', marks.strong.create()), text(' plain')));
	assert.deepEqual(writingState(at(d, 'bold')).marks, ['strong']);
	assert.deepEqual(writingState(at(d, 'bold', 'plain')).marks, []);
	const all = after(at(d, 'bold', 'plain'), toggle('strong'));
	assert.deepEqual(writingState(all).marks, ['strong']);
	assert.deepEqual(writingState(after(all, toggle('strong'))).marks, []);
	const raised = after(at(d, 'plain'), toggle('superscript'));
	assert.deepEqual(writingState(after(raised, toggle('subscript'))).marks, ['subscript']);
});

test('clearing takes looks, and leaves links', () => {
	const link = marks.link.create({ href: 'https://example.org' });
	const d = doc(p(text('words', marks.em.create(), marks.strong.create(), link)));
	const cleared = after(at(d, 'words'), clearFormatting);
	assert.deepEqual(writingState(cleared).marks, []);
	assert.equal(writingState(cleared).link, 'https://example.org');
	assert.ok(!clearFormatting(cleared));
});

test('links: of a selection, of the caret’s link as a whole, typed in, taken off', () => {
	const d = doc(p('See the harbour board here'));
	const linked = after(at(d, 'the harbour'), setLink('https://example.org/a'));
	const inside = linked.apply(linked.tr.setSelection(TextSelection.create(linked.doc, linkAt(linked)!.from + 5)));
	const changed = after(inside, setLink('https://example.org/b'));
	assert.equal(linkAt(changed)!.mark.attrs.href, 'https://example.org/b');
	const { from, to } = linkAt(changed)!;
	assert.equal(changed.doc.textBetween(from, to), 'the harbour');
	assert.equal(linkAt(after(changed, removeLink)), null);
	const typed = after(caret(d, 'here'), setLink('mailto:ida@example.org'));
	assert.equal(typed.doc.child(1).textContent, 'See the harbour board hida@example.orgere');
	assert.ok(!setLink('javascript:alert(1)')(at(d, 'See')));
});

test('a link is one stretch, though a part of it is in italics', () => {
	const link = marks.link.create({ href: 'https://example.org' });
	const d = doc(p('a ', text('plain ', link), text('slanted', marks.em.create(), link), ' b'));
	for (const words of ['plain', 'slanted']) {
		const { from, to } = linkAt(caret(d, words))!;
		assert.equal(d.textBetween(from, to), 'plain slanted', words);
	}
});

test('addresses as people type them', () => {
	for (const [typed, href] of [
		['https://example.org/a?b#c', 'https://example.org/a?b#c'],
		[' example.org/a ', 'https://example.org/a'],
		['www.example.org', 'https://www.example.org'],
		['ida@example.org', 'mailto:ida@example.org'],
		['mailto:ida@example.org', 'mailto:ida@example.org'],
		['lamp', null],
		['two words.org', null],
		['javascript:alert(1)', null],
		['', null]
	] as const)
		assert.equal(addressOf(typed), href, typed);
});

test('a page break stands behind the paragraph, and the caret behind it', () => {
	const d = doc(p('One'), p('Two'));
	const s = after(caret(d, 'One'), insertPageBreak);
	assert.equal(body(s), 'paragraph(One) page_break() paragraph(Two)');
	assert.equal(s.selection.$from.parent.textContent, 'Two');
	const last = after(caret(d, 'Two'), insertPageBreak);
	assert.equal(body(last), 'paragraph(One) paragraph(Two) page_break() paragraph()');
});
