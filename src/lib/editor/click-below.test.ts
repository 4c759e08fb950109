import assert from 'node:assert/strict';
import { test } from 'node:test';
import { newId, schema } from '$lib/core/manuscript';
import { endOfText } from './click-below';

const p = (text = '') => schema.nodes.paragraph.create(null, text ? schema.text(text) : null);
const list = () =>
	schema.nodes.bibliography.create(
		{ id: newId() },
		schema.nodes.heading.create({ id: newId(), level: 2 }, schema.text('References'))
	);
const doc = (...blocks: ReturnType<typeof p>[]) => schema.nodes.doc.create(null, blocks);
const at = (d: ReturnType<typeof doc>) => {
	const s = endOfText(d);
	return s && [s.$head.parent.textContent, s.$head.parentOffset];
};

test('below the bibliography the caret goes to the end of the text before it', () => {
	assert.deepEqual(at(doc(p('First'), p(), list())), ['', 0]);
	assert.deepEqual(at(doc(p('First'), p('Second'), schema.nodes.page_break.create(), list(), list())), ['Second', 6]);
});

test('where text ends the manuscript, or nothing stands before the bibliography, a click is any click', () => {
	assert.equal(at(doc(p('First'), list(), p('Appendix'))), null);
	assert.equal(at(doc(list())), null);
});
