/** What is set aside is a named fault of the reference, and nothing else. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { NOTHING, type About } from './reference-about';
import { soundBeside } from './reference-faults';

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
const addressed = { ...roe.items[0], URL: 'https://e.org/5' };
const untitled = { id: 'b', type: 'book', title: 'Eel' };
const roles = [dated, { id: 'c', type: 'book', editor: [{ family: 'Roe', given: 'Ann' }] }];

test('some faults hang on the source, the cite or the style', () => {
	const cite = { ...roe, entry: false };
	const nameless = { ...cite, items: [...roe.items, { id: 'b', type: 'book' }] };
	for (const [ours, reference, about] of [
		['Roe, P. O. Eel.', 'Roe, Per Olof. Eel.', roe],
		['Eel, Roe, 1902', 'Eel, P.O. Roe, 1902', roe],
		['ROE, P.O. de, 1902', 'ROE, Per Olof de, 1902', roe],
		['“Eel,” emphasis added', '“Eel”, emphasis added', cite],
		['(Roe 1941; Anon. 1952)', '(Roe 1941, Anon. 1952)', nameless],
		['van der Roe, 1974', 'P. O. van der Roe, 1974', cite],
		['von Roe, 1974. Per Olof von Roe', 'P.O. von Roe, 1974. Per Olof von Roe', roe],
		['A. von Eel; de Roe 1974', 'A. von Eel; Roe, P. O. de 1974', cite],
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
		['“Eel,” Callow', '“Eel”, Callow', { ...roe, quotesWithLook: true }],
		['Roe (1941): Eel. Callow.', 'Roe (1941): Eel. In. Callow.', { ...roe, wordForIn: 'in' }],
		['(No name, 1941)', '(1941)', { ...nameless, insteadOfNames: ['No name'] }],
		['6. {bold}No name. {}Eel', '6. Eel', { ...nameless, insteadOfNames: ['No name.'] }],
		['Roe, 1896, emphasis added', ', emphasis added', { ...cite, repeats: true }],
		['Roe et al. Eel. 1902', 'Roe, Sund and Quill. Eel. 1902', crowd],
		['(A. Roe, sec. 4)', '(A. Roe, {italic}Eel{}, sec. 4)', { ...cite, titleByCondition: true, items: [titled] }],
		['Roe, A., … Sund', 'Roe, A. … Sund', roe],
		['(Roe n.d.)', '(Roe)', { ...cite, noDate: 'n.d.' }],
		['“Eel,” tran. Roe', '“Eel,” , tran. Roe', roe],
		['(long ago, Roe)', '(long agoa, Roe)', { ...cite, items: [wordy] }],
		['[Eel41] Eel. 1941', '[The<41] Eel. 1941', { ...roe, labels: true, items: [untitled] }],
		['[Roe41; Sund42]', '[Roe41, Sund42]', { ...cite, namelessCites: true }],
		['(Anon 1901, 1902)', '(Anon 1901, Anon 1902)', { ...cite, items: [untitled, untitled] }],
		['Eel, s. l., pp. 3', 'Eel, pp. 3', { ...roe, noPlace: 's. l.' }],
		['(Roe; anonymous, Eel)', '(Roe; Eel)', { ...nameless, anonymous: 'anonymous' }],
		['P. O. Roe 1941', 'Roe 1941', { ...cite, namesakes: new Set(['Roe']) }],
		['(Roe et al, 1941)', '(Roe et Sund, 1941)', { ...cite, items: crowd.items, laterShowsMore: true }],
		['Roe, Sund, Quill et al. (1941)', 'Roe, Sund … Quill (1941)', { ...crowd, lastTooSoon: true }],
		['Roe, iv (1941), sec. iv.', 'Roe, iv (1941).', { ...cite, locators: ['iv'] }],
		['(Roe 1941, 1952; Sund 1944)', '(Roe 1941; Sund 1944; Roe 1952)', { ...cite, items: roles }],
		['Roe 1884a. Eel', 'Roe 1884b. Eel', { ...roe, nearOddDate: true }],
		['“Eel.” 1941', '“———.” 1941', { ...roe, items: [untitled] }],
		['———, trans. Eel', 'Roe, Per Olof, trans. Eel', { ...roe, sameLeadBefore: true }],
		['Roe. Eel, 1941; Sund', 'Sund', { ...cite, repeats: true }],
		['Ledger. pp. 3', 'Ledger. p.pp. 3', { ...roe, locatorLabels: true }],
		['Roe 1901a: Eel', 'Roe 1901:a: Eel', roe],
		['Roe (1901a)', 'Roe (1901)(a)', roe],
		['[3] Roe 1901', '[3] Roe 1901c', { ...roe, namelessCites: true }],
		['2e éd.', '2{sup}e{} éd.', { ...roe, ownOrdinals: true }],
		['Roe 1941; Sund 1942', 'Roe 1941; ibid.', { ...cite, sortedCites: true }],
		['“Paid for the ‘Eel’?” 1941', '“Paid for the “Eel”?” 1941', roe],
		['{italic}The {}Eel', '{italic}The Eel{}', { ...roe, takesItalicsOff: true }],
		['{bold}Roe {}1941', '{bold}Roe 1941{}', { ...roe, takesBoldOff: true }],
		['<https://e.org/5>', '<https://e.org>', { ...roe, items: [addressed], shortAddress: true }],
		['(Roe, 101–8)', '(Roe, no.101–8)', { ...cite, numberLabels: true }],
		['No names. Eel', 'Eel', { ...roe, items: [untitled], insteadOfNames: ['No names. '] }],
		['“Eel,”Journal 3', '“Eel”,Journal 3', roe],
		['Roe [1842), 1941', 'Roe [1842], 1941', roe],
		['Eel, Xi–xv', 'Eel, Xi–Xv', roe]
	] as const)
		assert.ok(soundBeside(ours, reference, about), ours);
	for (const [ours, reference, about] of [
		['Roe, Per Olof. Eel.', 'Roe, P. O. Eel.', roe],
		['Roe 1902', 'P. O. Roe 1902', cite],
		['(Roe 1941; Roe 1952)', '(Roe 1941, Roe 1952)', { ...cite, items: [dated] }],
		['(Roe 1941; Eel 1952)', '(Eel 1952; Roe 1941)', { ...cite, items: [dated] }],
		['P. O. van der Roe, 1974', 'van der Roe, 1974', cite],
		['Roe 1941', 'P. O. Roe 1941', { ...cite, namesakes: new Set(['Roe']) }],
		['P. O. Roe 1941', 'Roe 1941', cite],
		['[Eel41] Eel. 1941', '[The<41] Eel. 1941', { ...roe, items: [untitled] }],
		['(Anon 1901, 1902)', '(Anon 1901, Anon 1902)', cite],
		['(Roe et al, 1941)', '(Roe et Sund, 1941)', { ...cite, items: crowd.items }],
		['Roe, iv (1941), sec. iv.', 'Roe, iv (1941).', { ...cite, locators: ['v'] }],
		['(Roe 1941, 1952; Sund 1944)', '(Roe 1941; Sund 1944; Roe 1952)', { ...cite, items: [dated, dated] }],
		['Roe 1884a. Eel', 'Roe 1884b. Eel', roe],
		['“Eel.” 1941', '“———.” 1941', roe],
		['———, trans. Eel', 'Roe, Per Olof, trans. Eel', roe],
		['———, trans. Eel', 'Roe, Per Olof, trans. Quay', { ...roe, sameLeadBefore: true }],
		['Roe. Eel, 1941; Sund', 'Sund', cite],
		['[3] Roe 1901', '[3] Roe 1901c', roe],
		['2e éd.', '2{sup}e{} éd.', roe],
		['Roe 1941; Sund 1942', 'Roe 1941; ibid.', cite],
		['Roe 1941; Sund 1942', 'Roe 1942; ibid.', { ...cite, sortedCites: true }],
		['Sund', 'Roe. Eel, 1941; Sund', { ...cite, repeats: true }],
		['“Paid” for the ‘Eel’', '“Paid” for the “Eel”', roe],
		['{italic}The {}Eel', '{italic}The Eel{}', { ...roe, takesBoldOff: true }],
		['{bold}Roe {}1941', '{bold}Roe 1941{}', { ...roe, takesItalicsOff: true }],
		['<https://e.org/5>', '<https://e.org>', { ...roe, items: [addressed] }],
		['(Roe, 101–8)', '(Roe, no.101–8)', cite],
		['(Roe, no.101–8)', '(Roe, 101–8)', { ...cite, numberLabels: true }],
		['No names. Eel', 'Eel', { ...roe, items: [dated], insteadOfNames: ['No names. '], entry: false }],
		['“Eel,” Journal 3', '“Eel”, Journal 3', roe],
		['Roe [1842], 1941', 'Roe [1842), 1941', roe],
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
		['“Eel,” Callow', '“Eel”, Callow'],
		['Roe (1941): Eel. Callow.', 'Roe (1941): Eel. In. Callow.'],
		['pp. 3–5', '3–5']
	])
		assert.ok(!soundBeside(ours, reference), ours);
});
