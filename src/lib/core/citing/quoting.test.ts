/** When a quotation is set off as a block, and when it wants its place. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { blockRule, isBlock, ruleInWords, wantsPlace } from './quoting';

const words = (n: number) => Array.from({ length: n }, (_, i) => `word${i % 7}`).join(' ');

test('APA 7, 8.27: forty words or more are a block', () => {
	const apa = blockRule('apa');
	assert.equal(isBlock(apa, words(39)), false);
	assert.equal(isBlock(apa, words(40)), true);
	assert.equal(ruleInWords(apa), 'as a block from 40 words on (APA 7, 8.27)');
	assert.deepEqual(blockRule('apa-6th-edition'), apa, 'editions of a manual share its rule');
});

test('Chicago 17, 13.10: a hundred words or more', () => {
	for (const id of ['chicago-author-date', 'chicago-fullnote-bibliography', 'chicago-note-bibliography']) {
		assert.equal(isBlock(blockRule(id), words(99)), false);
		assert.equal(isBlock(blockRule(id), words(100)), true);
	}
});

test('MLA 9, 6.35: more than four lines of prose, whatever the number of words', () => {
	const mla = blockRule('modern-language-association');
	const line = 'x'.repeat(88);
	assert.equal(isBlock(mla, Array(4).fill(line).join(' ')), false);
	assert.equal(isBlock(mla, Array(5).fill(line).join(' ')), true);
	assert.equal(isBlock(mla, 'short\nlines\nof\na\npoem'), true, 'lines that are broken count as they stand');
	assert.equal(ruleInWords(mla), 'as a block from 5 lines on (MLA 9, 6.35)');
});

test('a style that no manual of ours rules has the common practice, and says so', () => {
	assert.match(ruleInWords(blockRule('journal-of-coastal-history')), /common practice/);
	assert.equal(blockRule('apartment-studies').source, 'common practice, 40 words', 'a name that only begins alike');
});

test('a longer quotation is never less of a block than a shorter one', () => {
	fc.assert(
		fc.property(fc.constantFrom('apa', 'modern-language-association', 'ieee'), fc.nat(150), fc.nat(150), (id, a, b) => {
			const [less, more] = a < b ? [a, b] : [b, a];
			if (isBlock(blockRule(id), words(less))) assert.ok(isBlock(blockRule(id), words(more)));
		})
	);
});

test('a place is wanted where there are pages and the style names authors or notes', () => {
	assert.equal(wantsPlace({ format: 'author-date' }, 'book'), true);
	assert.equal(wantsPlace({ format: 'note' }, 'article-journal'), true);
	assert.equal(wantsPlace({ format: 'author' }, 'chapter'), true);
	for (const format of ['numeric', 'label']) assert.equal(wantsPlace({ format }, 'book'), false);
	for (const type of ['webpage', 'interview', 'personal_communication', 'song', 'dataset'])
		assert.equal(wantsPlace({ format: 'author-date' }, type), false, type);
});
