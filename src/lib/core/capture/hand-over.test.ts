/** What pages hand over, read with care. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { bookmarkOf, draftsOf, readHandOver, readShared } from './hand-over';

const TODAY: [number, number, number] = [2026, 12, 1];
const fragment = (o: unknown) => `#${encodeURIComponent(JSON.stringify(o))}`;
const GOOD = { v: 1, url: 'https://example.org/quay', html: '', words: '' };

test('what the button makes is read; anything else is not', () => {
	assert.deepEqual(readHandOver(fragment(GOOD)), { url: GOOD.url, html: '', words: '' });
	for (const bad of [
		{ ...GOOD, v: 2 },
		{ ...GOOD, url: 'javascript:alert(1)' },
		{ ...GOOD, url: 'file:///etc/passwd' },
		{ ...GOOD, url: 'http://999.999.999.999/' },
		{ ...GOOD, html: 7 },
		{ ...GOOD, words: 'x'.repeat(8001) },
		{ ...GOOD, more: 1 },
		[],
		null
	])
		assert.equal(readHandOver(fragment(bad)), null, JSON.stringify(bad).slice(0, 80));
	fc.assert(
		fc.property(fc.string(), (s) => {
			const read = readHandOver(s);
			assert.ok(read === null || /^https?:/.test(read.url));
		})
	);
});

test('a page is a draft with its address and the selected words; one that says nothing is its address', () => {
	const html =
		'<html lang="en"><title>Lamps</title><meta name="citation_title" content="The lamps of the quay"><meta name="citation_author" content="Lark, Ida"><meta name="citation_journal_title" content="Harbour Studies"><meta name="citation_publication_date" content="2001"><meta name="citation_doi" content="10.5555/hs.2001.3">';
	const [draft] = draftsOf({ url: GOOD.url, html, words: '  It burned all night. ' }, TODAY);
	assert.equal(draft.item.title, 'The lamps of the quay');
	assert.equal(draft.item.DOI, '10.5555/hs.2001.3');
	assert.deepEqual(draft.excerpts, [{ kind: 'quotation', text: 'It burned all night.' }]);
	const [bare] = draftsOf({ url: GOOD.url, html: '', words: '' }, TODAY);
	assert.deepEqual(
		[bare.item.type, bare.item.title, bare.item.URL, bare.item.accessed, bare.excerpts],
		['webpage', GOOD.url, GOOD.url, { 'date-parts': [TODAY] }, undefined]
	);
});

test('what another app shares: an address by itself, or among words', () => {
	const shared = (o: Record<string, string>) => readShared(new URLSearchParams(o));
	assert.deepEqual(shared({ title: 'A & b', url: 'https://example.org/a' }), {
		url: 'https://example.org/a',
		html: '<title>A &amp; b</title>',
		words: ''
	});
	assert.deepEqual(shared({ text: 'See https://example.org/b soon' }), {
		url: 'https://example.org/b',
		html: '',
		words: 'See  soon'
	});
	assert.equal(shared({ text: 'no address' }), null);
	assert.equal(shared({ url: 'ftp://example.org' }), null);
});

test('the button is one address, without a line end, that holds the app’s', () => {
	const to = bookmarkOf('https://quill.example');
	assert.match(to, /^javascript:[\w%!'()*.~-]+$/);
	assert.ok(decodeURIComponent(to).includes('"https://quill.example/capture#"'));
	assert.doesNotThrow(() => new Function(decodeURIComponent(to.slice('javascript:'.length))));
});
