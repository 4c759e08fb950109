/** Entries beside answers of a look-up. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Item } from '../csl';
import { compareAnswers, completed, loadModel, questionsOf, readReferenceList } from '.';

const model = await loadModel();
const read = (text: string) => readReferenceList(text, model)[0];
const ARTICLE = {
	id: 'x',
	type: 'article-journal',
	title: 'Deep gases of the lower quay: A survey',
	author: [
		{ family: 'Fenn', given: 'Ada' },
		{ family: 'Lowe', given: 'Karl' }
	],
	issued: { 'date-parts': [[2007, 4]] },
	'container-title': 'Journal of Lamp Studies',
	volume: '12',
	issue: '3',
	page: '141-148',
	DOI: '10.5555/ls.2007.3',
	abstract: 'Long.'
} as unknown as Item;

test('what an entry is asked by: its DOI, then who and what', () => {
	const e = read(
		'Fenn, A., & Lowe, K. (2007). Deep gases of the lower quay. J. Lamp Stud., 12, 141–8. doi:10.5555/ls.2007.3'
	);
	assert.deepEqual(questionsOf(e.item), ['10.5555/ls.2007.3', 'Fenn deep gases of the lower quay']);
	assert.deepEqual(questionsOf({ id: '', type: 'book' }), []);
});

test('the same work: what is shortened or left out is no difference, what the answer has more is added', () => {
	const e = read('Fenn, A., & Lowe, K. (2007). Deep gases of the lower quay. J. Lamp Stud., 12, 141–8.');
	const c = compareAnswers(e, [{ ...ARTICLE, id: 'y', title: 'Cold gases of the upper mole' }, ARTICLE])!;
	assert.equal(c.item, ARTICLE);
	assert.deepEqual(c.differs, []);
	assert.deepEqual(c.adds.sort(), ['DOI', 'issue']);
	const whole = completed(e.item, c);
	assert.equal(whole.issue, '3');
	assert.equal(whole.page, e.item.page, 'what the entry says stays');
	assert.equal(whole.abstract, undefined);
});

test('what says something else is told, and nothing else is taken for the same work', () => {
	const e = read(
		'Fenn, A., & Lowe, K. (2008). Deep gases of the lower quay. Journal of Lamp Studies, 13, 141–152. https://doi.org/10.5555/ls.2007.3'
	);
	assert.deepEqual(compareAnswers(e, [ARTICLE])!.differs.sort(), ['issued', 'page', 'volume']);
	const other = read('Osei, B. (1931). Wages of the harbour board. Callow: Saltmarsh Books.');
	assert.equal(compareAnswers(other, [ARTICLE]), null);
	assert.equal(compareAnswers(other, []), null);
});
