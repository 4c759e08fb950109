import { test } from 'node:test';
import assert from 'node:assert/strict';
import fc from 'fast-check';
import { joinLines, splitList, withoutDashes } from './split';

const texts = (s: string) => splitList(s).map((e) => e.text);

test('entries with empty lines between them, under a heading, with a page number in between', () => {
	const list = splitList(
		'References\n\nLark, I. (2001). Bells.\n\n12\n\nStone, P. (1988). Quays.\n\nPell, O. (1990).\nMoths at\nnight.\n'
	);
	assert.deepEqual(
		list.map((e) => [e.text, e.line]),
		[
			['Lark, I. (2001). Bells.', 3],
			['Stone, P. (1988). Quays.', 7],
			['Pell, O. (1990). Moths at night.', 9]
		]
	);
});

test('numbered entries, wrapped; a number within one is not the beginning of the next', () => {
	assert.deepEqual(
		texts(
			'[1] I. Lark. Bells over water, volume\n12 of Harbour Studies, 2001.\n[2] P. Stone. Quays, 1988.\n[3] O. Pell. Moths.'
		),
		[
			'[1] I. Lark. Bells over water, volume 12 of Harbour Studies, 2001.',
			'[2] P. Stone. Quays, 1988.',
			'[3] O. Pell. Moths.'
		]
	);
	assert.equal(texts('1. Lark I. Bells. 2001.\n2. Stone P. Quays. 1988.').length, 2);
	assert.equal(texts('1 Lark I. Bells. 2001.\n\n2 Stone P. Quays. 1988.\n\n3 Pell O. Moths.').length, 3);
});

test('hanging indents, and a line an entry', () => {
	assert.deepEqual(
		texts('Lark, I. (2001). Bells over\n    water. Tidemark.\nStone, P. (1988). Quays.\n    Tidemark.'),
		['Lark, I. (2001). Bells over water. Tidemark.', 'Stone, P. (1988). Quays. Tidemark.']
	);
	assert.equal(
		texts(
			'Lark, I. (2001). Bells. Tidemark.\nStone, P. (1988). Quays. Tidemark.\nvan der Berg, A. (1999). Gas. Tidemark.'
		).length,
		3
	);
});

test('wrapped lines without any sign are told by how entries begin', () => {
	const text = [
		'Lark, Ida, and Jan de Roos. “Bells over Water.” Harbour Studies 3, no. 1',
		'(2001): 1–9.',
		'Stone, Per. Stone Quays: A History of Loading in the Harbours of the North.',
		'Northfield: Tidemark Press, 1988.',
		'Pell, Oriel. “Moths.” Letters in Field Ecology 4 (1990): 12.'
	].join('\n');
	assert.deepEqual(
		texts(text).map((t) => t.slice(0, 5)),
		['Lark,', 'Stone', 'Pell,']
	);
});

test('the end of an entry is none of its own; what stands apart is', () => {
	const dated = [
		'Lark, I. (2001). Bells over water. Tidemark.',
		'Pell, O. (1990). Moths at night. Tidemark.',
		'Stone, P. (1988). Stone quays.'
	];
	assert.deepEqual(
		texts([...dated, 'Tidemark, Northfield.', 'Sund, A. (1929). Letters. Tidemark.'].join('\n')).at(-2),
		'Stone, P. (1988). Stone quays. Tidemark, Northfield.'
	);
	assert.equal(
		texts([...dated, 'Port Ennis Ferries. Timetables.', 'Sund, A. (1929). Letters.'].join('\n\n')).length,
		5
	);
});

test('words and addresses that a line broke are whole again', () => {
	assert.equal(
		joinLines(['The munici-', 'pal lamp, pp. 12–', '14. https://example.org/a-', 'b/c']),
		'The municipal lamp, pp. 12–14. https://example.org/a-b/c'
	);
	assert.equal(joinLines(['Jean-', 'Luc']), 'Jean- Luc');
});

test('dashes that stand for the authors above', () => {
	for (const d of ['———.', '---.', '–––,', '_____.', '— — —.'])
		assert.equal(withoutDashes(`${d} Night work. 2004.`), 'Night work. 2004.', d);
	assert.equal(withoutDashes('Tarrow, A. Night — and day.'), null);
});

test('nothing of a list is lost: every word of it is in an entry', () => {
	const word = fc.stringMatching(/^[A-Z][a-z]{2,8}$/);
	fc.assert(
		fc.property(
			fc.array(fc.array(word, { minLength: 3, maxLength: 12 }), { minLength: 1, maxLength: 8 }),
			(entries) => {
				const list = entries.map((w) => `${w[0]}, ${w[1][0]}. (1999). ${w.slice(2).join(' ')}.`);
				assert.equal(texts(list.join('\n\n')).join(' '), list.join(' '));
				assert.equal(texts(list.join('\n\n')).length, list.length);
			}
		),
		{ numRuns: 100 }
	);
});
