/** The small parts of the processor, each against its rule. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normalDate } from './dates';
import { letterFor } from './letters';
import { parseField } from './field';
import { toHtml } from './html';
import { cleanName, initials } from './names';
import { formatPages, fromRoman, isNumeric, isPlural, toRoman } from './numbers';
import { findPositions } from './positions';
import { plainOf } from './rich';
import { applyCase } from './textcase';
import type { Cite, Cluster } from './types';
import { buildLocale, fallbackChain, ordinalSuffix, termText } from './locale';
import { localeTree } from '../../../../scripts/catalogue';

test('page ranges (CSL 1.0.2, appendix V: the table of the Chicago Manual, 9.61)', () => {
	const rows: [string, string][] = [
		['3-10', '3–10'],
		['71-72', '71–72'],
		['100-104', '100–104'],
		['1100-1113', '1100–1113'],
		['101-108', '101–8'],
		['1103-1104', '1103–4'],
		['321-328', '321–28'],
		['498-532', '498–532'],
		['1087-1089', '1087–89'],
		['1496-1500', '1496–500'],
		['11564-11615', '11564–615'],
		['12991-13001', '12991–3001']
	];
	for (const [input, expected] of rows) assert.equal(formatPages(input, 'chicago-16', '–'), expected);
	assert.equal(formatPages('321-28', 'expanded', '–'), '321–328');
	assert.equal(formatPages('321-328', 'minimal', '–'), '321–8');
	assert.equal(formatPages('321-328', 'minimal-two', '–'), '321–28');
	assert.equal(formatPages('12-4, 101--108', 'expanded', '–'), '12–14, 101–108');
	assert.equal(formatPages('e1804', 'chicago', '–'), 'e1804');
});

test('roman numerals', () => {
	for (const n of [1, 4, 9, 14, 40, 90, 400, 1999, 3888]) assert.equal(fromRoman(toRoman(n)), n);
	assert.equal(toRoman(1931), 'mcmxxxi');
	assert.equal(fromRoman('vx'), null);
});

test('numeric content (CSL 1.0.2, choose: is-numeric)', () => {
	for (const s of ['2', 'D2', '2b', 'L2d', '2, 3', '2-4', '2 & 4', 7]) assert.ok(isNumeric(s), String(s));
	for (const s of ['second', '2nd edition', 'Book 4 of the series', '']) assert.ok(!isNumeric(s), String(s));
	assert.ok(isPlural('3-5') && isPlural('3, 7') && isPlural('3 & 7') && isPlural('iv-vi'));
	assert.ok(!isPlural('3') && !isPlural('CP 4,118'));
});

test('title case (CSL 1.0.2, Title Case)', () => {
	const t = (s: string) => toHtml(applyCase(parseField(s), 'title', true));
	assert.equal(t('a town by the bell'), 'A Town by the Bell');
	assert.equal(t('EELS AND THE LIT CHANNEL: A NET SURVEY'), 'Eels and the Lit Channel: A Net Survey');
	assert.equal(t('lighting by-law of the borough'), 'Lighting By-Law of the Borough');
	assert.equal(t('the uses of DNA in the eel, 2nd ed.'), 'The Uses of DNA in the Eel, 2nd Ed.');
	assert.equal(t('reading <span class="nocase">iPhone</span> logs'), 'Reading iPhone Logs');
	assert.equal(t('the α-rays of <i>homo sapiens</i>'), 'The α-Rays of <i>Homo Sapiens</i>');
	assert.equal(toHtml(applyCase('ein haus am meer', 'title', false)), 'ein haus am meer');
	assert.equal(
		toHtml(applyCase(parseField('Mapping the Gaslit Quays: DNA And Light'), 'sentence', true)),
		'Mapping the gaslit quays: DNA and light'
	);
});

test('given names as initials (CSL 1.0.2, initialize-with)', () => {
	assert.equal(initials('Jean-Luc Marie', '. ', true, true), 'J.-L. M.');
	assert.equal(initials('Jean-Luc', '.', true, false), 'J.L.');
	assert.equal(initials('Lise M.', '', true, true), 'LM');
	assert.equal(initials('Lise M', '. ', false, true), 'Lise M.');
	assert.equal(initials('Ts.', '. ', true, true), 'Ts.');
});

test('particles and suffixes are understood where they were run together', () => {
	const a = cleanName({ family: 'van der Berg', given: 'Anna' });
	assert.deepEqual([a.particle, a.family], ['van der', 'Berg']);
	const b = cleanName({ family: 'Harlan', given: 'John, Jr.' });
	assert.deepEqual([b.given, b.suffix], ['John', 'Jr.']);
	const c = cleanName({ family: 'Aubignac', given: 'François Hédelin d’' });
	assert.equal(c.dropping, 'd’');
	const d = cleanName({ family: '"de Vries"', given: 'P.' });
	assert.deepEqual([d.particle, d.family], ['', 'de Vries']);
});

test('dates: CSL-JSON, EDTF (ISO 8601-2) and words', () => {
	const at = (v: unknown) => {
		const d = normalDate(v);
		return d && [d.start, d.end, d.circa, d.open, d.literal];
	};
	const p = (year: number, month = 0, day = 0, season = 0) => ({ year, month, day, season });
	assert.deepEqual(at('2019'), [p(2019), null, false, false, '']);
	assert.deepEqual(at('2019-05-03'), [p(2019, 5, 3), null, false, false, '']);
	assert.deepEqual(at('May 2019'), [p(2019, 5), null, false, false, '']);
	assert.deepEqual(at('3 May 2019'), [p(2019, 5, 3), null, false, false, '']);
	assert.deepEqual(at('c. 1890'), [p(1890), null, true, false, '']);
	assert.deepEqual(at('1890–1893'), [p(1890), p(1893), false, false, '']);
	assert.deepEqual(at('spring 2004'), [p(2004, 0, 0, 1), null, false, false, '']);
	assert.deepEqual(at('1984?/2004-06~'), [p(1984), p(2004, 6), true, false, '']);
	assert.deepEqual(at('1985/..'), [p(1985), null, false, true, '']);
	assert.deepEqual(at('2001-21'), [p(2001, 0, 0, 1), null, false, false, '']);
	assert.deepEqual(at('44 BC'), [p(-44), null, false, false, '']);
	assert.deepEqual(at('forthcoming'), [null, null, false, false, 'forthcoming']);
	assert.deepEqual(at({ 'date-parts': [['1965', '6', '1']] }), [p(1965, 6, 1), null, false, false, '']);
	assert.equal(at({ 'date-parts': [[]] }), null);
});

const cluster = (id: string, noteNumber: number, ...cites: [string, string?][]): Cluster => ({
	id,
	noteNumber,
	cites: cites.map(([sourceId, value]): Cite => ({ sourceId, locator: value ? { label: 'page', value } : null }))
});

test('positions (CSL 1.0.2, choose: position)', () => {
	const of = (...list: Cluster[]) => findPositions(list, 5).map((row) => row.map((p) => p.position));
	assert.deepEqual(
		of(
			cluster('a', 1, ['x']),
			cluster('b', 2, ['x']),
			cluster('c', 3, ['x', '5']),
			cluster('d', 4, ['x', '5']),
			cluster('e', 5, ['x'])
		),
		[[0], [2], [3], [2], [1]]
	);
	// the note before cites another source too: no ibid
	assert.deepEqual(of(cluster('a', 1, ['x'], ['y']), cluster('b', 2, ['x'])), [[0, 0], [1]]);
	// a note of one's own stands between: no ibid
	assert.deepEqual(of(cluster('a', 1, ['x']), cluster('b', 3, ['x'])), [[0], [1]]);
	assert.deepEqual(of(cluster('a', 1, ['x'], ['x', '9'])), [[0, 3]]);
	const near = findPositions(
		[cluster('a', 1, ['x']), cluster('b', 4, ['y']), cluster('c', 6, ['x']), cluster('d', 12, ['x'])],
		5
	);
	assert.deepEqual([near[2][0].nearNote, near[3][0].nearNote], [true, false]);
	assert.equal(near[3][0].firstNote, 1);
});

test('letters behind the year go on after z', () => {
	assert.deepEqual([0, 25, 26, 51, 52, 701, 702].map(letterFor), ['a', 'z', 'aa', 'az', 'ba', 'zz', 'aaa']);
});

test('locale fallback (CSL 1.0.2, Locale Fallback) and ordinals', () => {
	assert.deepEqual(fallbackChain('de-AT'), ['de-AT', 'de-DE', 'en-US']);
	assert.deepEqual(fallbackChain('xx-YY'), ['xx-YY', 'xx', 'en-US']);
	const en = buildLocale('en-US', localeTree, []);
	assert.deepEqual(
		[1, 2, 3, 4, 11, 12, 13, 21, 102, 111].map((n) => n + ordinalSuffix(en, n)),
		['1st', '2nd', '3rd', '4th', '11th', '12th', '13th', '21st', '102nd', '111th']
	);
	assert.equal(termText(en, 'page', 'short', true), 'pp.');
	assert.equal(termText(buildLocale('de-AT', localeTree, []), 'and'), 'und');
	assert.equal(termText(buildLocale('qq', localeTree, []), 'and'), 'and');
});

test('field markup is parsed, and stays text where it does not close', () => {
	assert.equal(toHtml(parseField('a <i>b</i> c')), 'a <i>b</i> c');
	assert.equal(plainOf(parseField('a <i>b c')), 'a <i>b c');
	assert.equal(toHtml(parseField('a <i>b c')), 'a &#60;i&#62;b c');
	assert.equal(plainOf(parseField("the 1880s' lamps")), 'the 1880s’ lamps');
});
