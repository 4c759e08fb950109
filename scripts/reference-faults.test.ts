/** What is set aside is a named fault of the reference, and nothing else. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
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
		['Harbour Board. (1889) Light.', 'Harbour Board (1889) Light.']
	])
		assert.ok(soundBeside(ours, reference), ours);
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
