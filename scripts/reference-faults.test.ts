/** What is set aside is a named fault of the reference, and nothing else. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { NOTHING, soundBeside, type About } from './reference-faults';

test('named faults of the reference are set aside', () => {
	for (const [ours, reference] of [
		['Callow, 1901, pp. 3', 'Callow, , 1901, pp. 3'],
		['Who paid for the “Eel”? Journal 3', 'Who paid for the “Eel”?. Journal 3'],
		['Map & co. Journal 3', 'Map & co.. Journal 3'],
		['Minute book. (1869–1871).', 'Minute book. (1869–(1871)).'],
		['“‘Lamp Ledger.’” Ledger.', '““Lamp Ledger.”” Ledger.'],
		['Journal of Memory and Language 3', 'Journal Of Memory And Language 3'],
		['J. Light Stud. 3: 71.', 'J. Light Stud. 3p.: 71.'],
		['Harbour Board. (1889) Light.', 'Harbour Board (1889) Light.'],
		['Who paid for the “Eel”? 8.', 'Who paid for the “Eel”?: 8.'],
		['Ibid., vol. 34.', 'Ibid., vol. 34, S.S. .'],
		['Quill, 1947–1949. Eel.', 'Quill, 1947–[accessed 1949]. Eel.'],
		['Quill, 1947–1949.', 'Quill, 1947–Accessed 1949, .'],
		['[consulta: 2 octubre 2026a]', '[consulta: 2 octubre 2026 a]'],
		['BRANDT, L. M. von. Eel', 'BRANDT, L. M. Von. Eel']
	])
		assert.ok(soundBeside(ours, reference), ours);
});

const roe: About = {
	...NOTHING,
	items: [{ id: 'a', type: 'book', author: [{ family: 'Roe', given: 'Per Olof' }] }],
	suffixes: [', emphasis added']
};

const crowd: About = {
	...roe,
	items: [{ id: 'a', type: 'book', author: [{ family: 'Roe' }, { family: 'Sund' }, { family: 'Quill' }] }]
};
const body: About = { ...roe, items: [{ id: 'a', type: 'book', author: [{ literal: 'Harbour Board' }] }] };
const titled = { ...roe.items[0], title: 'Eel' };
const wordy = { ...roe.items[0], issued: { literal: 'long ago' } };
const dated = { ...roe.items[0], issued: { 'date-parts': [[1941]] } };

test('some faults hang on the source, the cite or the style', () => {
	const cite = { ...roe, entry: false };
	const nameless = { ...cite, items: [...roe.items, { id: 'b', type: 'book' }] };
	for (const [ours, reference, about] of [
		['Roe, P. O. Eel.', 'Roe, Per Olof. Eel.', roe],
		['Eel, Roe, 1902', 'Eel, P.O. Roe, 1902', roe],
		['ROE, P.O. de, 1902', 'ROE, Per Olof de, 1902', roe],
		['“Eel,” emphasis added', '“Eel”, emphasis added', cite],
		['(Roe 1941; Anon. 1952)', '(Roe 1941, Anon. 1952)', nameless],
		['van der Okafor, 1974', 'I. van der Okafor, 1974', cite],
		['A. von Eel; van der Okafor, 1974', 'A. von Eel; van der Okafor, I., 1974', cite],
		['', '(.)', cite],
		['Harbour Board (1901)', 'Harbour Board(1901)', { ...body, nameAffixes: [{ prefix: '', suffix: ' ' }] }],
		['((HARBOUR BOARD)) Eel', 'HARBOUR BOARD Eel', { ...body, nameAffixes: [{ prefix: '((', suffix: '))' }] }],
		['(10, p. 3, see 22)', '(10, p. 3; see 22)', { ...cite, afterCollapse: true }],
		['Eel: pp.3–10', 'Eel: p.3–10', { ...roe, locatorLabels: true }],
		['(Roe, n.d.; Eel, 1902)', '(Eel, 1902; Roe, n.d.)', cite],
		['In Journal of Eel Studies', 'In Journal of eel studies', { ...roe, caseOfMacros: true }],
		['Roe, 1902a. Eel', 'Roe, 1902. Eel', { ...roe, lettersInCitesOnly: true }],
		['Roe, Eel. 1902: 3', 'Roe, Eel. 1902. a: 3', { ...cite, conditionFirst: true }],
		['Jean-Luc Roe', 'Jean Luc Roe', { ...roe, fullWithoutHyphens: true }],
		['{small}Roe {}A., 1902', '{small}Roe A.{}, 1902', { ...roe, takesCapsOff: true }],
		['Roe and others, ‘Eel’', '——, ‘Eel’', { ...roe, nothingBefore: true }],
		['(Roe 1902)', '(ibid.)', { ...cite, nothingBefore: true }],
		['Roe et al. Eel. 1902', 'Roe, Sund and Quill. Eel. 1902', crowd],
		['(A. Roe, sec. 4)', '(A. Roe, {italic}Eel{}, sec. 4)', { ...cite, titleByCondition: true, items: [titled] }],
		['Roe, A., … Sund', 'Roe, A. … Sund', roe],
		['(Roe n.d.)', '(Roe)', { ...cite, noDate: 'n.d.' }],
		['“Eel,” tran. Roe', '“Eel,” , tran. Roe', roe],
		['(long ago, Roe)', '(long agoa, Roe)', { ...cite, items: [wordy] }]
	] as const)
		assert.ok(soundBeside(ours, reference, about), ours);
	for (const [ours, reference, about] of [
		['Roe, Per Olof. Eel.', 'Roe, P. O. Eel.', roe],
		['Roe 1902', 'P. O. Roe 1902', cite],
		['(Roe 1941; Roe 1952)', '(Roe 1941, Roe 1952)', { ...cite, items: [dated] }],
		['(Roe 1941; Eel 1952)', '(Eel 1952; Roe 1941)', { ...cite, items: [dated] }],
		['van der Okafor, 1974', 'I. van der Okafor, 1974', roe],
		['', '(Roe.)', cite],
		['Harbour Board: Eel', 'Harbour Board Eel', body],
		['Roe: Eel', 'Roe Eel', { ...roe, nameAffixes: [{ prefix: '', suffix: ':' }] }],
		['In Journal of Eel Studies', 'In Journal of eel studies', roe],
		['Roe, 1902a. Eel', 'Roe, 1902. Eel', roe],
		['Jean-Luc Roe', 'Jean Luc Roe', roe],
		['Roe and others, ‘Eel’', '——, ‘Eel’', roe],
		['Roe and others, ‘Eel’', '——, ‘Quay’', { ...roe, nothingBefore: true }],
		['(Roe 1902)', '(ibid.)', cite],
		['(A. Roe, sec. 4)', '(A. Roe, {italic}Eel{}, sec. 4)', { ...cite, items: [titled] }],
		['(Roe n.d.)', '(Roe)', { ...cite, noDate: 'n.d.', items: [dated] }],
		['Roe et al. Eel. 1902', 'Roe, Sund and Quill. Edited. Eel. 1902', crowd],
		['Roe. Eel. 1902', 'Roe, Holm and Quill. Eel. 1902', crowd]
	] as const)
		assert.ok(!soundBeside(ours, reference, about), ours);
});

test('other differences, and the same faults in ours, are not', () => {
	for (const [ours, reference] of [
		['Callow, 1901', 'Callow, 1902'],
		['Roe 2001a', 'Roe 2001'],
		['On night', 'On Night'],
		['Harbour Board (1889) Light.', 'Harbour Board. (1889) Light.'],
		['Roe, A.', 'Roe, Ann'],
		['pp. 3–5', '3–5']
	])
		assert.ok(!soundBeside(ours, reference), ours);
});
