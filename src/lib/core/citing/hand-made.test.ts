/** Handwritten entries in lists and citations. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { localeTree, styleTree } from '../../../../scripts/catalogue';
import type { Cite, Item } from '../csl';
import { createSession } from './session';
import { handMadeItem, handMadeOf } from './hand-made';

const book = (id: string, family: string): Item => ({
	id,
	type: 'book',
	title: `On ${family}`,
	author: [{ family, given: 'A.' }],
	issued: { 'date-parts': [[2004]] }
});
const made = handMadeItem('h', {
	text: '<i>Papers</i> in a tin box, in the entryOverrides of the Quill family.',
	sort: 'Quill family',
	short: 'Quill papers'
});
function session(style: string) {
	const s = createSession();
	s.putSources([book('a', 'Abara'), book('z', 'Zorn'), made], []);
	s.useStyle(style, style, styleTree(style)!, localeTree);
	return s;
}
const cite = (sourceId: string, more: Partial<Cite> = {}): Cite => ({ sourceId, form: 'parenthetical', ...more });

test('its words stand in the list where its own sort key puts them', () => {
	const r = session('apa').format({ clusters: [], uncited: ['z', 'h', 'a'], full: true });
	assert.deepEqual(
		r.bibliography!.map((e) => e.text.slice(0, 9)),
		['Abara, A.', 'Papers in', 'Zorn, A. ']
	);
	assert.equal(r.bibliography![1].html, '<i>Papers</i> in a tin box, in the entryOverrides of the Quill family.');
	assert.equal(r.bibliography![1].runs![0].italic, true);
});

test('a citation says its short form: alone in the style’s brackets, in a group beside the others', () => {
	const s = session('apa');
	const text = (...cites: Cite[]) =>
		s.format({ clusters: [{ id: 'c', cites }], uncited: [], full: true }).changed[0].text;
	assert.equal(text(cite('h')), '(Quill papers)');
	assert.equal(text(cite('h', { locator: { label: 'folio', value: '3' } })), '(Quill papers, 3)');
	assert.equal(text(cite('a'), cite('h'), cite('z')), '(Abara, 2004; Quill papers; Zorn, 2004)');
	assert.equal(text(cite('h', { prefix: 'see' }), cite('a')), '(see Quill papers; Abara, 2004)');
	const r = s.format({ clusters: [{ id: 'c', cites: [cite('h')] }], uncited: [], full: true });
	assert.deepEqual(
		r.bibliography!.map((e) => e.id),
		['h']
	);
});

test('in a group it is parted from the others as the style parts them', () => {
	const text = (style: string, ...cites: Cite[]) =>
		session(style).format({ clusters: [{ id: 'c', noteNumber: 1, cites }], uncited: [], full: true }).changed[0].text;
	assert.equal(text('vancouver', cite('a'), cite('h')), '(1, Quill papers)');
	assert.equal(text('vancouver', cite('h'), cite('a')), '(Quill papers, 1)');
	assert.equal(text('modern-language-association', cite('h'), cite('a')), '(Quill papers; Abara)');
	assert.match(text('chicago-fullnote-bibliography', cite('a'), cite('h')), /2004\)?; Quill papers\.$/);
});

test('in notes: a note of its own, and no “same place” over it', () => {
	const s = session('chicago-fullnote-bibliography-with-ibid');
	const r = s.format({
		clusters: ['a', 'h', 'a', 'a'].map((id, i) => ({ id: `c${i}`, noteNumber: i + 1, cites: [cite(id)] })),
		uncited: [],
		full: true
	});
	const text = r.changed.map((c) => c.text);
	assert.equal(text[1], 'Quill papers.');
	assert.doesNotMatch(text[2], /Ibid/);
	assert.match(text[3], /Ibid/);
});

test('an entry whose author is printed as dashes knows what it is without them', () => {
	const s = createSession();
	s.putSources([book('a', 'Abara'), { ...book('b', 'Abara'), title: 'On zeal' }], []);
	s.useStyle('chicago-author-date', 'Chicago', styleTree('chicago-author-date')!, localeTree);
	const [first, second] = s.format({ clusters: [], uncited: ['a', 'b'], full: true }).bibliography!;
	assert.equal(first.whole, undefined);
	assert.match(second.text, /^———\. 2004b\. On Zeal|^———\. 2004b/);
	assert.match(second.whole!.text, /^Abara, A\. 2004b/);
	assert.ok(second.whole!.runs!.length);
});

test('changed words are shown at once, in the preview too; other sources have none', () => {
	const s = session('apa');
	const job = { clusters: [{ id: 'c', cites: [cite('h')] }], uncited: [] };
	assert.equal(s.format(job).changed.length, 1);
	assert.equal(s.format(job).changed.length, 0);
	s.putSources([handMadeItem('h', { text: 'Other words', sort: 'Q', short: 'Tin box' })], []);
	assert.equal(s.format(job).changed[0].text, '(Tin box)');
	assert.equal(s.preview([cite('h')], 0).html, '(Tin box)');
	assert.equal(s.preview([cite('h')], 0).entries[0].text, 'Other words');
	assert.equal(handMadeOf(book('a', 'Abara')), null);
	assert.equal(handMadeOf({ id: 'x', type: 'book', custom: { 'hand-made': { text: ' ' } } }), null);
});
