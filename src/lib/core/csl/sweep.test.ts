/** A part of the sweep and of the differential run, for every test run; the whole: npm run styles:sweep, differential. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chosenStyles, compare, totals } from '../../../../scripts/differential';
import { sweep } from '../../../../scripts/sweep';
import { styleIndex } from '../../../../scripts/catalogue';

test('every 20th style of the catalogue compiles and formats the mixed corpus without exception or nonsense', () => {
	const ids = styleIndex()
		.map((s) => s.id)
		.filter((_, i) => i % 20 === 0);
	const r = sweep(ids);
	assert.deepEqual(r.faults, []);
	assert.ok(r.citations >= ids.length * 60);
});

/**
 * How many of 60 citations and 88 entries may differ, style by style: those of the classes named in docs/conformance.md.
 * A style that is not here has to be equal in every one; these numbers only go down.
 */
const KNOWN: Record<string, [citations: number, entries: number]> = {
	apa: [0, 1],
	'modern-language-association': [2, 3],
	'chicago-fullnote-bibliography': [2, 0],
	'chicago-fullnote-bibliography-with-ibid': [2, 0],
	'chicago-author-date': [6, 3],
	'turabian-author-date': [6, 3],
	ieee: [0, 1],
	'american-political-science-association': [5, 1],
	'chicago-note-bibliography': [5, 0],
	'modern-humanities-research-association': [0, 1],
	oscola: [9, 1],
	'american-sociological-association': [0, 2],
	nature: [0, 1],
	'deutsche-gesellschaft-fur-psychologie': [0, 3],
	'american-institute-of-physics': [0, 5],
	'springer-basic-author-date': [1, 0],
	'iso690-author-date-fr': [1, 0],
	'iso690-author-date-es': [1, 0],
	'iso690-author-date-cs': [1, 0],
	'american-journal-of-respiratory-and-critical-care-medicine': [0, 1],
	'durban-university-of-technology-harvard': [1, 0],
	// the reference takes a macro for a group, and prints no "n.d." where nothing else has a value
	'american-journal-of-sociology': [1, 5],
	'elsevier-harvard': [0, 1],
	'publicatiewijzer-voor-de-archeologie': [1, 8]
};

test('the featured styles and four more stay as close to the reference on the mixed corpus as they were', () => {
	const list = chosenStyles(4).map((id) => compare(id, 88, 60));
	const more = list.filter((c) => {
		const [citations, entries] = KNOWN[c.style] ?? [0, 0];
		return c.citations - c.citationsEqual > citations || c.entries - c.entriesEqual > entries;
	});
	assert.deepEqual(
		more.map((c) => [c.style, c.differences.slice(0, 8)]),
		[]
	);
	const t = totals(list);
	assert.ok(t.citations === 60 * list.length && t.entries === 88 * list.length);
});
