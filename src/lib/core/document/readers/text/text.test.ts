import { test } from 'node:test';
import assert from 'node:assert/strict';
import fc from 'fast-check';
import { textOf } from '../../../paper';
import { blocksOfText, endsList, readText } from './index';

const kinds = (s: string) => blocksOfText(s).map((b) => `${b.kind}${b.level || ''} ${b.text}`);

test('paragraphs, headings by shape, items; lines and broken words are joined', () => {
	assert.deepEqual(
		kinds(
			'The price of a lamp\n\n1 Introduction\nGas was dear in the munici-\npal harbours.\n\nNIGHT WORK\n\nIt was (see\nbelow):\n\n1. cost,\n2. habit.\n\nReferences\n\nLark, I.'
		),
		[
			'heading1 The price of a lamp',
			'heading2 1 Introduction',
			'paragraph Gas was dear in the municipal harbours.',
			'heading2 NIGHT WORK',
			'paragraph It was (see below):',
			'item 1. cost,',
			'item 2. habit.',
			'heading2 References',
			'paragraph Lark, I.'
		]
	);
});

test('running heads and numbers of pages go; a paragraph that a page broke is one', () => {
	const page = (n: number, text: string) => `The Harbour Review 12 (2001) ${n}\n\n${text}\n\n${n}\n\f`;
	const text = [
		page(11, 'The lamps of the lower quay burned all'),
		page(12, 'winter long. Nobody paid.'),
		page(13, 'Then they went out.'),
		page(14, 'It was dark.')
	].join('');
	assert.deepEqual(kinds(text), [
		'paragraph The lamps of the lower quay burned all winter long. Nobody paid.',
		'paragraph Then they went out.',
		'paragraph It was dark.'
	]);
});

test('every character knows where it stood in the file', () => {
	const line = fc.stringMatching(/^[A-Za-z ,.()0-9-]{0,60}$/);
	fc.assert(
		fc.property(fc.array(line, { maxLength: 14 }), (lines) => {
			const text = lines.join('\n');
			for (const b of blocksOfText(text)) {
				assert.equal(b.at.length, b.text.length);
				for (let i = 0; i < b.text.length; i++) if (b.text[i] !== ' ') assert.equal(text[b.at[i]], b.text[i]);
			}
		}),
		{ numRuns: 300 }
	);
});

test('as a paper: lists where numbers go up, addresses as links, nothing dropped', () => {
	const { paper, dropped } = readText('Lamps\n\nSee https://example.org/a.\n\n3. one\n4. two\n\n7. alone it is\n');
	assert.deepEqual(
		paper.blocks.map((b) => b.t),
		['heading', 'paragraph', 'list', 'paragraph']
	);
	const [, p, list] = paper.blocks;
	assert.ok(
		p.t === 'paragraph' &&
			p.content.some((i) => i.marks.some((m) => m.t === 'link' && m.href === 'https://example.org/a'))
	);
	assert.ok(list.t === 'list' && list.start === 3 && list.items.length === 2);
	assert.ok(list.items[0][0].t === 'paragraph' && textOf(list.items[0][0].content) === 'one');
	assert.deepEqual(dropped, []);
});

test('headings that end a list of references', () => {
	assert.ok(endsList('Appendix A') && endsList('Acknowledgements') && !endsList('References') && !endsList('Lark, I.'));
});
