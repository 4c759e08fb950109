import { test } from 'node:test';
import assert from 'node:assert/strict';
import { Transform } from 'prosemirror-transform';
import { docFromText, schema } from '../manuscript';
import { acceptCitation, acceptList, docCites } from './accept';
import { passagesOfDoc, placeOfTyped, positionIn } from './document';
import type { DocCite } from '../manuscript';

const n = schema.nodes;
const p = (...content: Parameters<typeof n.paragraph.create>[1][]) => n.paragraph.create(null, content.flat() as never);
const t = (s: string, raised = false) => schema.text(s, raised ? [schema.mark('superscript')] : []);
const cite: DocCite = {
	sourceId: 'a',
	locator: { label: 'page', value: '41' },
	prefix: '',
	suffix: '',
	form: 'parenthetical'
};

test('passages of text, notes, captions and cells, each character with its position', () => {
	const note = n.note.create({ id: 'x', kind: 'footnote' }, n.note_paragraph.create(null, t('Fenn 1934, 44.')));
	const cell = n.table_cell.create(null, p(t('Lowe 1978')));
	const doc = n.doc.create(null, [
		n.heading.create({ level: 2 }, t('Gas')),
		p(t('It paid'), note, t('. Dear'), t('3', true)),
		n.captioned_table.create({ id: 'c' }, [
			n.caption.create(null, t('From Fenn 1934')),
			n.table.create(null, n.table_row.create(null, cell))
		])
	]);
	const { passages, at, notes, list } = passagesOfDoc(doc);
	assert.deepEqual(
		passages.map((x, i) => [x.kind, x.text, x.section, notes[i]]),
		[
			['body', 'It paid\uFFFC. Dear3', 'Gas', ''],
			['note', 'Fenn 1934, 44.', 'Gas', 'x'],
			['caption', 'From Fenn 1934', 'Gas', ''],
			['cell', 'Lowe 1978', 'Gas', '']
		]
	);
	assert.deepEqual(passages[0].raised, [[14, 15]]);
	passages.forEach((x, i) => {
		for (let k = 0; k < x.text.length; k++)
			if (x.text[k] !== '\uFFFC')
				assert.equal(doc.textBetween(positionIn(at[i], k), positionIn(at[i], k) + 1), x.text[k]);
	});
	const at0 = positionIn(at[0], passages[0].text.length);
	assert.equal(doc.resolve(at0).parentOffset, doc.resolve(at0).parent.content.size, 'the end of the passage');
	assert.equal(list, null);
	assert.equal(placeOfTyped(passages[1], 0, 9), 'Fenn 1934');
});

test('the typed list under its heading, and a live bibliography in its place', () => {
	const doc = docFromText(
		'# Lamps\n\nIt paid (Fenn 1934).\n\n## References\n\nFenn, A. (1934). The lamplighters.\n\nLowe, A. (1978). Work.\n\n## Thanks\n\nTo all.'
	);
	const { list, passages } = passagesOfDoc(doc);
	assert.equal(list!.text, 'Fenn, A. (1934). The lamplighters.\n\nLowe, A. (1978). Work.\n\n');
	assert.deepEqual(
		passages.map((x) => x.text),
		['It paid (Fenn 1934).', 'To all.']
	);
	const tr = new Transform(doc);
	acceptList(tr, list!.from, list!.to, list!.heading);
	tr.doc.check();
	assert.deepEqual(
		tr.doc.children.map((b) => b.type.name),
		['heading', 'paragraph', 'bibliography', 'heading', 'paragraph']
	);
	assert.equal(tr.doc.child(2).textContent, 'References');
	// a list that is live already: the typed one goes
	const again = new Transform(tr.doc);
	acceptList(again, 0, tr.doc.child(0).nodeSize, tr.doc.child(0));
	assert.equal(again.doc.children.filter((b) => b.type.name === 'bibliography').length, 1);
});

/** The text of a paragraph with `*` for a citation, after what stands between the brackets is accepted. */
function accepted(
	text: string,
	kind: Parameters<typeof acceptCitation>[4],
	form: DocCite['form'] = 'parenthetical'
): string {
	const from = text.search(/[⟦]/);
	const to = text.indexOf('⟧') - 1;
	const plain = text.replace(/[⟦⟧]/g, '');
	const tr = new Transform(n.doc.create(null, p(t(plain))));
	acceptCitation(tr, 1 + from, 1 + to, docCites([{ ...cite, form }]), kind, false);
	tr.doc.check();
	return tr.doc.textBetween(0, tr.doc.content.size, '', '*');
}

test('only the typed words change, and what the kind of style asks', () => {
	assert.equal(accepted('It paid ⟦(Tarrow 41)⟧. Then', 'sentence'), 'It paid *. Then');
	assert.equal(accepted('It paid. ⟦(Tarrow 41)⟧ Then', 'sentence'), 'It paid. * Then');
	assert.equal(accepted('As ⟦Tarrow (2004)⟧ says', 'sentence', 'narrative'), 'As * says');
	assert.equal(accepted('It paid.⟦3⟧ Then', 'sentence'), 'It paid *. Then');
	assert.equal(accepted('It paid ⟦(Tarrow 41)⟧. Then', 'note'), 'It paid.* Then');
	assert.equal(accepted('It paid ⟦(Tarrow 41)⟧ and', 'raised'), 'It paid* and');
	assert.equal(accepted('As ⟦Tarrow (2004)⟧ says', 'note', 'narrative'), 'As * says');
});
