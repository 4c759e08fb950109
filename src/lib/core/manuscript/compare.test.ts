import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { docFromText } from './index';
import { compareDocs } from './compare';

const label = (c: { sourceId: string }) => c.sourceId;
const said = (a: string, b: string) =>
	compareDocs(docFromText(a), docFromText(b), label).blocks.map((x) =>
		x.pieces.map((p) => (p.how === 'same' ? p.text : p.how === 'new' ? `+${p.text}+` : `-${p.text}-`)).join('')
	);

test('words, paragraphs, citations and notes that came and went', () => {
	assert.deepEqual(said('The lamps burned.', 'The lamps of the town burned.'), ['The lamps +of the town +burned.']);
	assert.deepEqual(said('One.\n\nTwo.', 'One.\n\nNew.\n\nTwo.'), ['One.', '+New.+', 'Two.']);
	assert.deepEqual(said('One.\n\nTwo.', 'Two.'), ['-One.-', 'Two.']);
	assert.deepEqual(said('So {{a}}.', 'So {{b}}.'), ['So [-a-+b+].']);
	assert.deepEqual(said('So((why)).', 'So((why not)).'), ['So {note: why+ not+}.']);
	const c = compareDocs(docFromText('The lamps burned.'), docFromText('The lamps burned low.'), label);
	assert.deepEqual([c.added, c.removed], [1, 0]);
});

test('property: what is the same or new makes the present, what is the same or gone makes the former', () => {
	const text = fc
		.array(fc.array(fc.constantFrom('lamp', 'night', 'the', 'ship', 'old'), { minLength: 1, maxLength: 8 }), {
			minLength: 1,
			maxLength: 6
		})
		.map((ps) => ps.map((w) => w.join(' ')).join('\n\n'));
	fc.assert(
		fc.property(text, text, (a, b) => {
			const { blocks } = compareDocs(docFromText(a), docFromText(b), label);
			const of = (how: string) =>
				blocks
					.map((x) =>
						x.pieces
							.filter((p) => p.how === 'same' || p.how === how)
							.map((p) => p.text)
							.join('')
					)
					.filter((s) => s.trim())
					.join('\n\n');
			assert.equal(of('new'), b);
			assert.equal(of('gone'), a);
		})
	);
});
