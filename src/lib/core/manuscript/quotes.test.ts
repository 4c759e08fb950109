/** Quotation marks in the shape of a language; the marks are those of the CSL locale files. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import { docFromText } from './text-form';
import { convertQuotes } from './quotes';

const EN = { open: '“', close: '”', innerOpen: '‘', innerClose: '’' };
const DE = { open: '„', close: '“', innerOpen: '‚', innerClose: '‘' };
const FR = { open: '«\u00a0', close: '\u00a0»', innerOpen: '“', innerClose: '”' };

const turned = (text: string, to: typeof EN) => {
	const tr = new Transform(docFromText(text));
	convertQuotes(tr, to);
	return tr.doc.textContent;
};

test('from one language to another, within and without, apostrophes left alone', () => {
	assert.equal(turned('She said “the harbour’s ‘lamp’ law” twice.', DE), 'She said „the harbour’s ‚lamp‘ law“ twice.');
	assert.equal(turned('Er sagte „das ‚Licht‘ am Kai“.', EN), 'Er sagte “das ‘Licht’ am Kai”.');
	assert.equal(turned('Il dit «\u00a0la lampe\u00a0».', EN), 'Il dit “la lampe”.');
	assert.equal(turned('He said “no”.', FR), 'He said «\u00a0no\u00a0».');
	assert.equal(turned('A mark alone “ stays, don’t it?', DE), 'A mark alone “ stays, don’t it?');
});

test('emphasis and citations within a quotation stay where they are', () => {
	const tr = new Transform(docFromText('As “the *lit* estuary {{a}}” has it.'));
	assert.equal(convertQuotes(tr, DE), 2);
	tr.doc.check();
	const kinds: string[] = [];
	tr.doc.firstChild!.forEach((n) => kinds.push(n.isText ? n.text! : n.type.name));
	assert.deepEqual(kinds, ['As „the ', 'lit', ' estuary ', 'citation', '“ has it.']);
});

test('property: there and back is what it was, and nothing but marks changes', () => {
	const words = fc.constantFrom(
		'lamp',
		'the',
		'quay’s',
		'“one two”',
		'“an ‘inner’ word”',
		'*lit*',
		'“with {{a}} in it”'
	);
	fc.assert(
		fc.property(fc.array(words, { minLength: 1, maxLength: 8 }), (list) => {
			const doc = docFromText(list.join(' '));
			const tr = new Transform(doc);
			convertQuotes(tr, DE);
			const bare = (s: string) => s.replace(/[“”„‘’‚]/g, '');
			assert.equal(bare(tr.doc.textContent), bare(doc.textContent));
			convertQuotes(tr, EN);
			assert.equal(tr.doc.textContent, doc.textContent);
		})
	);
});
