/** Words by hand are text: what comes from outside brings no markup of its own. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
	cleanEntryOverrides,
	cleanOverride,
	applyEntryOverride,
	overrideHtml,
	overrideIsOutdated,
	overrideRuns,
	overrideText
} from './index';

test('words by hand keep italics and nothing else', () => {
	const hand = { text: 'as in <i>The lit estuary</i>, 3', basis: '(Lindqvist, 2011)' };
	assert.equal(overrideText(hand), 'as in The lit estuary, 3');
	assert.match(overrideHtml(hand), /<i>The lit estuary<\/i>/);
	assert.deepEqual(
		overrideRuns(hand).map((r) => [r.text, Boolean(r.italic)]),
		[
			['as in ', false],
			['The lit estuary', true],
			[', 3', false]
		]
	);
	assert.equal(overrideIsOutdated(hand, '(Lindqvist, 2011)'), false);
	assert.equal(overrideIsOutdated(hand, '[3]'), true);
});

test('any words give HTML without tags but those of a field', () => {
	const bits = fc.constantFrom('<script>', '<img src=x onerror=1>', '<i>', '</i>', '"', '&', '<', 'a', ' ');
	fc.assert(
		fc.property(fc.array(bits, { maxLength: 12 }), (list) => {
			const html = overrideHtml({ text: list.join(''), basis: '' });
			assert.equal(html.replace(/<\/?(?:i|b|sup|sub|span)(?: style="[\w:; -]*")?>/g, '').includes('<'), false, html);
		})
	);
});

test('what is no words by hand is none', () => {
	for (const raw of [null, 'x', 3, {}, { text: '' }, { text: ' ' }, { html: '<b>' }])
		assert.equal(cleanOverride(raw), null);
	assert.deepEqual(cleanEntryOverrides({ a: { text: 'x', basis: 2 }, b: null }), { a: { text: 'x', basis: '' } });
	const e = { id: 'a', html: '<i>y</i>', text: 'y' };
	assert.equal(applyEntryOverride(e, {}), e);
	assert.deepEqual(applyEntryOverride(e, cleanEntryOverrides({ a: { text: 'x' } })), { id: 'a', html: 'x', text: 'x' });
});
