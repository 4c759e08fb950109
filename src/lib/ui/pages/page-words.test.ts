import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { cleanPage, KINDS, setupOf, type Slot } from '$lib/core/page';
import { moveNumber, NUMBERS, numberPlace, pageFacts, spacingWords } from './page-words';

const setup = (kind: string, lang = 'en-GB') => setupOf(cleanPage({ kind }), lang);
const slots = (s: { header: object; footer: object }) =>
	[...Object.values(s.header), ...Object.values(s.footer)].filter(Boolean) as Slot[];

test('a page number that moves stands where it was put, once, and takes the surname along', () => {
	fc.assert(
		fc.property(
			fc.constantFrom(...KINDS.map((k) => k.id)),
			fc.array(fc.constantFrom('', ...NUMBERS.map((n) => n.value)), { minLength: 1, maxLength: 4 }),
			(kind, moves) => {
				let s = setup(kind);
				let named = slots(s).includes('surname-page');
				for (const to of moves) {
					s = { ...s, ...moveNumber(s, to) };
					assert.equal(numberPlace(s), to);
					const numbers = slots(s).filter((x) => x === 'page' || x === 'surname-page');
					assert.equal(numbers.length, to ? 1 : 0);
					if (to) assert.equal(numbers[0] === 'surname-page', named);
					else named = false;
				}
			}
		)
	);
});

test('a running head is not lost to a page number that is put elsewhere', () => {
	assert.deepEqual(moveNumber(setup('professional'), 'footer-center').header, {
		left: 'running-head',
		center: '',
		right: ''
	});
});

test('facts of pages in words', () => {
	const facts = (kind: string, lang?: string) =>
		Object.fromEntries(pageFacts(setup(kind, lang)).map((f) => [f.what, f.is]));
	assert.deepEqual(facts('thesis-chapter'), {
		Paper: 'A4, margins 2.54 cm',
		Text: 'Times 12 pt, double spaced',
		'First page': 'title over the text',
		'Page numbers': 'top right, from the second page'
	});
	assert.equal(facts('student', 'en-US').Paper, 'US letter, margins 1 in');
	assert.equal(facts('essay')['Page numbers'], 'with your surname, top right');
	assert.equal(facts('thesis-front')['Page numbers'], 'bottom centre, from the second page, roman');
	assert.equal(facts('thesis-front').Contents, 'with headings of two levels');
	assert.equal(facts('conference')['Page numbers'], 'none');
	assert.match(facts('conference').Text, /two columns/);
	assert.equal(spacingWords(1.3), '1.3 lines');
});
