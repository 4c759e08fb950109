/** A list on its way to the clipboard. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { cleanBibliography, layoutOf } from '../manuscript';
import { bibliographyForClipboard } from './bibliography-text';
import type { EntryOutput } from './session';

const entry = (id: string, html: string): EntryOutput => ({ id, html, text: html.replace(/<[^>]+>/g, '') });

test('rich with its indents, plain line by line; note, groups and what stands below come along, made safe', () => {
	const settings = cleanBibliography({ note: 'Works in <the> archive & out', look: 'mla' });
	const look = layoutOf(settings, true);
	const under = { ...entry('b', '<i>B</i> 2'), under: 'Read <twice>.' };
	const { html, text, count } = bibliographyForClipboard({
		settings,
		look,
		groups: [
			{ title: '', entries: [{ ...entry('a', '<i>A</i> 1'), under: '' }] },
			{ title: 'Online & other', entries: [under] }
		]
	});
	assert.equal(count, 2);
	assert.equal(text, 'Works in <the> archive & out\nA 1\nOnline & other\nB 2\nRead <twice>.');
	assert.match(html, /^<p>Works in &lt;the&gt; archive &amp; out<\/p>/);
	assert.match(html, /<h3>Online &amp; other<\/h3>/);
	assert.match(html, /<p style="margin-left:1in">Read &lt;twice&gt;\.<\/p>/);
	// MLA 9, 1.6: half an inch, double spaced
	assert.match(html, /margin:0 0 0pt 0\.5in;text-indent:-0\.5in;line-height:2\.4"><i>A<\/i> 1<\/p>/);
});

test('a style without a list gives nothing to paste', () => {
	const settings = cleanBibliography({});
	assert.deepEqual(bibliographyForClipboard({ settings, look: layoutOf(settings, false), groups: null }), {
		html: '',
		text: '',
		count: 0
	});
});
