/** Labels that puzzled and were retired never come back. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { root } from './ensure.mjs';
import { interfaceStrings } from './strings';

/** As whole labels, or anywhere where a pattern is given. */
const RETIRED: (string | RegExp)[] = [
	'Bring in',
	/^Take in\b/,
	/Perhaps twice/,
	/Perhaps here already/,
	'To tidy',
	'Mend',
	'Mend all',
	'Leave',
	'Marks at the end',
	'Capitals in titles',
	/Day of reading/,
	'Read on',
	'This list…',
	'What it takes in',
	'How it stands',
	/none ticked/,
	/a page of its own/,
	/Below each entry/,
	'Paragraph before it',
	/^Citations stand in/,
	'Then',
	'Used lately',
	'Often asked for',
	'Use it there',
	/This manuscript’s own rules/,
	'all of it',
	/said by hand/i,
	/say it by hand/i,
	'would be',
	/Cited and in no list/,
	/Looked for and not found/,
	/Sources that lack/,
	/Quotations without a place/,
	/More fields wait/,
	/Kept in this browser/,
	/in the library already/,
	/The first visit brings/,
	'Promise',
	'Gap',
	'Pinned',
	/did not arrive/,
	/the outline away/,
	/^Take (?:it )?out/,
	'Put them there',
	/(?:before|behind) the mark$/,
	/begin anew/,
	/Looking the library through/,
	/Likely doubles/,
	'Earlier states',
	'As at first',
	/What becomes of/,
	/^Brought in/,
	/^Bring a CSL/,
	/leaves no trace/,
	/so already\.$/
];

test('no retired label is in the interface', () => {
	const strings = interfaceStrings(root);
	assert.ok(strings.length > 2000, `${strings.length} strings`);
	assert.ok(strings.some((s) => s.text === 'Hand in') && strings.some((s) => s.text === 'Replace with'));
	const back = strings.filter(({ text }) => RETIRED.some((r) => (typeof r === 'string' ? r === text : r.test(text))));
	assert.deepEqual(back, []);
});
