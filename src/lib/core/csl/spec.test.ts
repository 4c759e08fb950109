/**
 * The examples that the text of CSL 1.0.2 gives for its rules, each with its section, on styles of a few lines.
 * The wording of the examples is from memory of the specification; the people in them are its own.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { compileStyle, createProcessor, toHtml, type Cite, type Item } from './index';
import { parseXml } from './xml';
import { localeTree } from '../../../../scripts/catalogue';

interface Setup {
	/** Attributes of `style`. */
	style?: string;
	/** What stands before `citation`: macros and locales. */
	before?: string;
	/** Attributes of `citation` and of its `layout`. */
	citation?: string;
	layout?: string;
	sort?: string;
	/** Attributes and body of `bibliography`. */
	bibliography?: string;
	entries?: string;
	/** Attributes of its layout. */
	list?: string;
}

/** Formats items as one citation, and the list, by a style with that layout. */
function format(
	body: string,
	items: Item[],
	s: Setup = {},
	cites: Cite[][] = [items.map((i) => ({ sourceId: i.id }))]
) {
	const list = s.entries
		? `<bibliography ${s.bibliography ?? ''}><layout ${s.list ?? ''}>${s.entries}</layout></bibliography>`.replace(
				/(<layout [^>]*>)(<sort>.*?<\/sort>)/,
				'$2$1'
			)
		: '';
	const xml = `<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0" ${s.style ?? ''}>
		<info><title>t</title><id>t</id></info>${s.before ?? ''}
		<citation ${s.citation ?? ''}>${s.sort ?? ''}<layout ${s.layout ?? 'delimiter="; "'}>${body}</layout></citation>${list}</style>`;
	const style = compileStyle(parseXml(xml), { locales: localeTree });
	const byId = new Map(items.map((i) => [i.id, i]));
	const r = createProcessor({ style, getItem: (id) => byId.get(id) }).format({
		clusters: cites.map((c, i) => ({ id: `c${i}`, cites: c }))
	});
	return {
		citations: r.clusters.map((c) => toHtml(c.output)),
		entries: (r.bibliography ?? []).map((e) => toHtml(e.output))
	};
}
const cite = (body: string, item: Partial<Item>, s: Setup = {}) =>
	format(body, [{ id: 'x', type: 'book', ...item } as Item], s).citations[0];

const people = (...list: string[]) =>
	list.map((n) => {
		const [given, family] = n.split(/ (?=\S+$)/);
		return { family, given };
	});
const five = people('Ann Doe', 'Bob Roe', 'Cid Poe', 'Dot Low', 'Eve Coe');
const names = (attrs: string, inner = '') => `<names variable="author"><name ${attrs}>${inner}</name></names>`;

const NAMES: [string, string, string, unknown[], string][] = [
	['and="text"', 'and="text"', 'Name: and', people('John Doe', 'Jane Roe'), 'John Doe and Jane Roe'],
	['and="symbol"', 'and="symbol"', 'Name: and', people('John Doe', 'Jane Roe'), 'John Doe &#38; Jane Roe'],
	['no and', '', 'Name: and', people('John Doe', 'Jane Roe'), 'John Doe, Jane Roe'],
	['precedes-last contextual, two', 'and="text"', 'delimiter-precedes-last', five.slice(0, 2), 'Ann Doe and Bob Roe'],
	[
		'precedes-last contextual, three',
		'and="text"',
		'delimiter-precedes-last',
		five.slice(0, 3),
		'Ann Doe, Bob Roe, and Cid Poe'
	],
	[
		'precedes-last always, two',
		'and="text" delimiter-precedes-last="always"',
		'delimiter-precedes-last',
		five.slice(0, 2),
		'Ann Doe, and Bob Roe'
	],
	[
		'precedes-last never, three',
		'and="text" delimiter-precedes-last="never"',
		'delimiter-precedes-last',
		five.slice(0, 3),
		'Ann Doe, Bob Roe and Cid Poe'
	],
	[
		'precedes-last after-inverted-name',
		'and="text" delimiter-precedes-last="after-inverted-name" name-as-sort-order="first"',
		'delimiter-precedes-last',
		five.slice(0, 2),
		'Doe, Ann, and Bob Roe'
	],
	[
		'precedes-last after-inverted-name, three',
		'and="text" delimiter-precedes-last="after-inverted-name" name-as-sort-order="first"',
		'delimiter-precedes-last',
		five.slice(0, 3),
		'Doe, Ann, Bob Roe and Cid Poe'
	],
	['et al., one shown', 'et-al-min="3" et-al-use-first="1"', 'Et-al Abbreviation', five, 'Ann Doe et al.'],
	['et al., two shown', 'et-al-min="3" et-al-use-first="2"', 'Et-al Abbreviation', five, 'Ann Doe, Bob Roe, et al.'],
	[
		'precedes-et-al never',
		'et-al-min="3" et-al-use-first="2" delimiter-precedes-et-al="never"',
		'delimiter-precedes-et-al',
		five,
		'Ann Doe, Bob Roe et al.'
	],
	[
		'precedes-et-al always',
		'et-al-min="3" et-al-use-first="1" delimiter-precedes-et-al="always"',
		'delimiter-precedes-et-al',
		five,
		'Ann Doe, et al.'
	],
	[
		'et-al-use-last',
		'et-al-min="4" et-al-use-first="2" et-al-use-last="true"',
		'et-al-use-last',
		five,
		'Ann Doe, Bob Roe, … Eve Coe'
	],
	[
		'et-al-use-last needs two names left out',
		'et-al-min="3" et-al-use-first="2" et-al-use-last="true"',
		'et-al-use-last',
		five.slice(0, 3),
		'Ann Doe, Bob Roe, et al.'
	],
	[
		'fewer than et-al-min',
		'et-al-min="6" et-al-use-first="1"',
		'Et-al Abbreviation',
		five.slice(0, 2),
		'Ann Doe, Bob Roe'
	],
	['form="short"', 'form="short"', 'Name: form', people('John Doe'), 'Doe'],
	[
		'name-as-sort-order="all"',
		'name-as-sort-order="all"',
		'name-as-sort-order',
		five.slice(0, 2),
		'Doe, Ann, Roe, Bob'
	],
	[
		'sort-separator',
		'name-as-sort-order="all" sort-separator=" "',
		'sort-separator',
		five.slice(0, 2),
		'Doe Ann, Roe Bob'
	],
	['initialize-with="."', 'initialize-with="."', 'initialize-with', people('James T. Kirk'), 'J.T. Kirk'],
	['initialize-with=". "', 'initialize-with=". "', 'initialize-with', people('James T. Kirk'), 'J. T. Kirk'],
	['initialize-with=""', 'initialize-with=""', 'initialize-with', people('James T. Kirk'), 'JT Kirk'],
	['a hyphen in initials', 'initialize-with="."', 'initialize-with-hyphen', people('Jean-Luc Picard'), 'J.-L. Picard'],
	[
		'initialize="false" touches initials only',
		'initialize-with="." initialize="false"',
		'Name: initialize',
		people('James T. Kirk'),
		'James T. Kirk'
	],
	[
		'a suffix, given name first',
		'',
		'Names: suffix',
		[{ family: 'King', given: 'Martin Luther', suffix: 'Jr.' }],
		'Martin Luther King Jr.'
	],
	[
		'a suffix, family name first',
		'name-as-sort-order="all"',
		'Names: suffix',
		[{ family: 'King', given: 'Martin Luther', suffix: 'Jr.' }],
		'King, Martin Luther, Jr.'
	],
	[
		'a non-dropping particle stays with the short form',
		'form="short"',
		'Names: particles',
		[{ family: 'Gogh', given: 'Vincent', 'non-dropping-particle': 'van' }],
		'van Gogh'
	],
	[
		'a dropping particle goes from the short form',
		'form="short"',
		'Names: particles',
		[{ family: 'Humboldt', given: 'Alexander', 'dropping-particle': 'von' }],
		'Humboldt'
	],
	['an institution', 'initialize-with="."', 'Names', [{ literal: 'Harbour Board' }], 'Harbour Board'],
	['a name in Han characters', '', 'Names: non-Latin', [{ family: '毛', given: '泽东' }], '毛泽东']
];
for (const [what, attrs, section, author, expected] of NAMES) {
	test(`names, ${what} (CSL 1.0.2, ${section})`, () => assert.equal(cite(names(attrs), { author }), expected));
}

test('demote-non-dropping-particle (CSL 1.0.2, Names): never, sort-only, display-and-sort', () => {
	const author = [{ family: 'Gogh', given: 'Vincent', 'non-dropping-particle': 'van' }];
	const as = (demote: string) =>
		cite(names('name-as-sort-order="all"'), { author }, { style: `demote-non-dropping-particle="${demote}"` });
	assert.equal(as('never'), 'van Gogh, Vincent');
	assert.equal(as('sort-only'), 'van Gogh, Vincent');
	assert.equal(as('display-and-sort'), 'Gogh, Vincent van');
});

test('a list sorts the particle as demote-non-dropping-particle says (CSL 1.0.2, Names)', () => {
	const items = [
		{ id: 'g', type: 'book', author: [{ family: 'Gogh', given: 'V', 'non-dropping-particle': 'van' }] },
		{ id: 'h', type: 'book', author: [{ family: 'Hals', given: 'F' }] }
	];
	const order = (demote: string) =>
		format('x', items, {
			style: `demote-non-dropping-particle="${demote}"`,
			entries: `<sort><key variable="author"/></sort>${names('form="short"')}`
		}).entries;
	assert.deepEqual(order('never'), ['Hals', 'van Gogh']);
	assert.deepEqual(order('sort-only'), ['van Gogh', 'Hals']);
});

test('substitute prints the first that is there, and what it used is not printed again (CSL 1.0.2, Substitute)', () => {
	const body = `<group delimiter=". "><names variable="author"><name/><label prefix=" (" suffix=")"/><substitute><names variable="editor"/><text variable="title"/></substitute></names><text variable="title"/></group>`;
	assert.equal(cite(body, { author: people('Ann Doe'), title: 'Lamps' }), 'Ann Doe. Lamps');
	assert.equal(cite(body, { editor: people('Bob Roe'), title: 'Lamps' }), 'Bob Roe (editor). Lamps');
	assert.equal(cite(body, { title: 'Lamps' }), 'Lamps');
});

test('editor and translator who are the same are one list with a label of its own (CSL 1.0.2, Names)', () => {
	const body = '<names variable="editor translator" delimiter="; "><name/><label prefix=" (" suffix=")"/></names>';
	const both = { editor: people('Ann Doe'), translator: people('Ann Doe') };
	assert.equal(cite(body, both), 'Ann Doe (editor &#38; translator)');
	assert.equal(
		cite(body, { editor: people('Ann Doe'), translator: people('Bob Roe') }),
		'Ann Doe (editor); Bob Roe (translator)'
	);
});

const YEAR = '<date variable="issued"><date-part name="year"/></date>';
const doe = (id: string, year: number, title = id): Item => ({
	id,
	type: 'book',
	title,
	author: people('Ann Doe'),
	issued: { 'date-parts': [[year]] }
});
const AUTHOR_YEAR = `<group delimiter=" ">${names('form="short"')}${YEAR}</group>`;
const SUFFIXED = 'disambiguate-add-year-suffix="true"';
const LETTERS: [string, string, Item[], string][] = [
	['year', 'collapse="year"', [doe('a', 1999), doe('b', 1998)], '(Doe 1999, 1998)'],
	['year-suffix', `collapse="year-suffix" ${SUFFIXED}`, [doe('a', 1999), doe('b', 1999)], '(Doe 1999a, b)'],
	[
		'year-suffix with a delimiter of its own',
		`collapse="year-suffix" year-suffix-delimiter="," ${SUFFIXED}`,
		[doe('a', 1999), doe('b', 1999)],
		'(Doe 1999a,b)'
	],
	[
		'year-suffix-ranged',
		`collapse="year-suffix-ranged" year-suffix-delimiter="," ${SUFFIXED}`,
		['a', 'b', 'c'].map((x) => doe(x, 1999)),
		'(Doe 1999a–c)'
	],
	['no collapse', SUFFIXED, [doe('a', 1999), doe('b', 1999)], '(Doe 1999a; Doe 1999b)'],
	[
		'cite-group-delimiter',
		'cite-group-delimiter=" / " collapse="year"',
		[doe('a', 1999), doe('b', 1998)],
		'(Doe 1999 / 1998)'
	]
];
for (const [what, attrs, items, expected] of LETTERS) {
	test(`collapse: ${what} (CSL 1.0.2, Cite Collapsing)`, () =>
		assert.equal(
			format(AUTHOR_YEAR, items, {
				citation: attrs,
				layout: `prefix="(" suffix=")" delimiter="${attrs.includes('year-suffix"') && !attrs.includes('suffix-delimiter') ? ', ' : '; '}"`
			}).citations[0],
			expected
		));
}

test('citation numbers collapse to ranges of three and more (CSL 1.0.2, Cite Collapsing)', () => {
	const items = [1, 2, 3, 5, 6, 8].map((n) => doe(`i${n}`, 1990 + n));
	const others = [4, 7].map((n) => doe(`i${n}`, 1990 + n));
	const all = [1, 2, 3, 4, 5, 6, 7, 8].map((n) => [...items, ...others].find((i) => i.id === `i${n}`)!);
	const cites = [all.map((i) => ({ sourceId: i.id })), items.map((i) => ({ sourceId: i.id }))];
	const r = format(
		'<text variable="citation-number"/>',
		all,
		{ citation: 'collapse="citation-number"', layout: 'prefix="[" suffix="]" delimiter=", "' },
		cites
	);
	assert.deepEqual(r.citations, ['[1–8]', '[1–3, 5, 6, 8]']);
});

test('words stand before the first and behind the last of a range of numbers', () => {
	const all = [1, 2, 3].map((n) => doe(`i${n}`, 1990 + n));
	const show = (prefix: number, suffix: number) =>
		format(
			'<text variable="citation-number"/>',
			all,
			{ citation: 'collapse="citation-number"', layout: 'delimiter=","' },
			[
				all.map((x, i) => ({
					sourceId: x.id,
					...(i === prefix ? { prefix: 'see' } : {}),
					...(i === suffix ? { suffix: 'too' } : {})
				}))
			]
		).citations[0];
	assert.equal(show(0, 2), 'see 1–3 too');
	assert.equal(show(1, -1), '1,see 2,3');
	assert.equal(show(-1, 0), '1 too,2,3');
});

const NUMBERS: [string, string, Partial<Item>, string][] = [
	['ordinal', '<number variable="edition" form="ordinal"/>', { edition: '3' }, '3rd'],
	['ordinal of 11', '<number variable="edition" form="ordinal"/>', { edition: 11 }, '11th'],
	['ordinal of 122', '<number variable="edition" form="ordinal"/>', { edition: '122' }, '122nd'],
	['long-ordinal', '<number variable="edition" form="long-ordinal"/>', { edition: '3' }, 'third'],
	['long-ordinal above ten', '<number variable="edition" form="long-ordinal"/>', { edition: '12' }, '12th'],
	['roman', '<number variable="volume" form="roman"/>', { volume: '14' }, 'xiv'],
	['no number', '<number variable="edition" form="ordinal"/>', { edition: 'second' }, 'second'],
	['several', '<number variable="volume"/>', { volume: '2,3 &4' }, '2, 3 &#38; 4'],
	['a range', '<number variable="volume"/>', { volume: '2-4' }, '2–4'],
	['a label for one', '<label variable="page" form="short"/>', { page: '7' }, 'p.'],
	['a label for several', '<label variable="page" form="short"/>', { page: '7-9' }, 'pp.'],
	['plural never', '<label variable="page" form="short" plural="never"/>', { page: '7-9' }, 'p.'],
	[
		'number-of-pages is plural',
		'<label variable="number-of-pages" form="short"/>',
		{ 'number-of-pages': '127' },
		'pp.'
	],
	[
		'number-of-volumes of one',
		'<label variable="number-of-volumes" form="short"/>',
		{ 'number-of-volumes': '1' },
		'vol.'
	]
];
for (const [what, body, item, expected] of NUMBERS) {
	test(`numbers: ${what} (CSL 1.0.2, Number, Label)`, () => assert.equal(cite(body, item), expected));
}

const RANGES: [string, string, string][] = [
	['expanded', '42-5', '42–45'],
	['minimal', '42-45', '42–5'],
	['minimal', '321-328', '321–8'],
	['minimal-two', '321-328', '321–28'],
	['minimal-two', '2787-2816', '2787–816'],
	['chicago', '100-104', '100–104'],
	['chicago', '107-108', '107–8'],
	['chicago', '1496-1504', '1496–1504'],
	['chicago-16', '1496-1500', '1496–500']
];
for (const [how, given, expected] of RANGES) {
	test(`pages ${given}, ${how} (CSL 1.0.2, appendix V)`, () =>
		assert.equal(cite('<text variable="page"/>', { page: given }, { style: `page-range-format="${how}"` }), expected));
}

const DATE = (attrs: string, parts = '') => `<date variable="issued" ${attrs}>${parts}</date>`;
const on = (...parts: number[][]) => ({ issued: { 'date-parts': parts } });
const DATES: [string, string, Partial<Item>, string][] = [
	['localized text', DATE('form="text"'), on([2010, 5, 3]), 'May 3, 2010'],
	['localized numeric', DATE('form="numeric"'), on([2010, 5, 3]), '05/03/2010'],
	['text, year and month only', DATE('form="text" date-parts="year-month"'), on([2010, 5, 3]), 'May 2010'],
	['text, year only', DATE('form="text" date-parts="year"'), on([2010, 5, 3]), '2010'],
	['a year alone', DATE('form="text"'), on([2010]), '2010'],
	[
		'parts in their own order',
		DATE('delimiter=" "', '<date-part name="day"/><date-part name="month"/><date-part name="year"/>'),
		on([2010, 5, 3]),
		'3 May 2010'
	],
	['a short month', DATE('', '<date-part name="month" form="short"/>'), on([2010, 9]), 'Sep.'],
	[
		'a short month without its period',
		DATE('', '<date-part name="month" form="short" strip-periods="true"/>'),
		on([2010, 9]),
		'Sep'
	],
	['a numeric month', DATE('', '<date-part name="month" form="numeric-leading-zeros"/>'), on([2010, 9]), '09'],
	['an ordinal day', DATE('', '<date-part name="day" form="ordinal"/>'), on([2010, 9, 2]), '2nd'],
	['a short year', DATE('', '<date-part name="year" form="short"/>'), on([2010]), '10'],
	['before Christ', YEAR, on([-44]), '44BC'],
	['the first centuries', YEAR, on([79]), '79AD'],
	['a range within a month', DATE('form="text"'), on([2010, 5, 3], [2010, 5, 7]), 'May 3–7, 2010'],
	['a range within a year', DATE('form="text"'), on([2010, 5, 3], [2010, 6, 7]), 'May 3–June 7, 2010'],
	['a range of years', DATE('form="text"'), on([2010], [2012]), '2010–2012'],
	['a season', DATE('form="text"'), { issued: { 'date-parts': [[2010]], season: 3 } }, 'Autumn 2010'],
	['words', DATE('form="text"'), { issued: { literal: 'forthcoming' } }, 'forthcoming']
];
for (const [what, body, item, expected] of DATES) {
	test(`dates: ${what} (CSL 1.0.2, Date)`, () => assert.equal(cite(body, item), expected));
}

const CONDITIONS: [string, Partial<Item>, boolean][] = [
	['type="book article"', {}, true],
	['type="article"', {}, false],
	['type="article" match="none"', {}, true],
	['variable="title"', { title: 'x' }, true],
	['variable="title volume"', { title: 'x' }, false],
	['variable="title volume" match="any"', { title: 'x' }, true],
	['variable="title volume" match="none"', {}, true],
	['is-numeric="volume"', { volume: '2b' }, true],
	['is-numeric="volume"', { volume: 'second' }, false],
	['is-numeric="volume"', { volume: '12, 13 & 15-20' }, true],
	['is-uncertain-date="issued"', { issued: { 'date-parts': [[1890]], circa: true } }, true],
	['is-uncertain-date="issued"', { issued: { 'date-parts': [[1890]] } }, false],
	['type="book" variable="title" match="all"', { title: 'x' }, true],
	['type="article" variable="title" match="any"', { title: 'x' }, true]
];
for (const [attrs, item, expected] of CONDITIONS) {
	test(`choose: ${attrs} is ${expected} for ${JSON.stringify(item)} (CSL 1.0.2, Choose)`, () =>
		assert.equal(
			cite(`<choose><if ${attrs}><text value="yes"/></if><else><text value="no"/></else></choose>`, item),
			expected ? 'yes' : 'no'
		));
}

test('a group whose variables are all empty is not printed, its terms with it (CSL 1.0.2, Group)', () => {
	const body = '<group delimiter=" "><text term="accessed"/><text variable="URL"/></group>';
	assert.equal(cite(body, { URL: 'https://example.org' }), 'accessed https://example.org');
	assert.equal(cite(`<text variable="title"/>${body}`, { title: 'Lamps' }), 'Lamps');
	assert.equal(cite('<group><text term="accessed"/></group>', {}), 'accessed');
});

const CASES: [string, string, string][] = [
	['lowercase', 'The LAMP', 'the lamp'],
	['uppercase', 'The lamp', 'THE LAMP'],
	['capitalize-first', 'the lamp', 'The lamp'],
	['capitalize-all', 'the lamp at sea', 'The Lamp At Sea'],
	['title', 'the lamp at the end of the sea', 'The Lamp at the End of the Sea'],
	['title', 'a lamp: the history', 'A Lamp: The History'],
	['title', 'lamps of <span class="nocase">iPort</span> quay', 'Lamps of iPort Quay']
];
for (const [how, given, expected] of CASES) {
	test(`text-case="${how}" of “${given}” (CSL 1.0.2, Text-case)`, () =>
		assert.equal(cite(`<text variable="title" text-case="${how}"/>`, { title: given, language: 'en' }), expected));
}

test('title case leaves a title of another language alone (CSL 1.0.2, Title Case)', () =>
	assert.equal(
		cite('<text variable="title" text-case="title"/>', { title: 'die Lampen am Kai', language: 'de' }),
		'die Lampen am Kai'
	));

test('quotation marks alternate, and the style’s comma goes inside where the locale wants it (CSL 1.0.2, Quotes)', () => {
	const body = '<group delimiter=", "><text variable="title" quotes="true"/><text variable="volume"/></group>';
	const item = { title: 'The "old" lamp', volume: '2' };
	assert.equal(cite(body, item), '“The ‘old’ lamp,” 2');
	assert.equal(cite(body, item, { style: 'default-locale="en-GB"' }), '‘The “old” lamp’, 2');
	assert.equal(cite(body, item, { style: 'default-locale="de-DE"' }), '„The ‚old‘ lamp“, 2');
});

test('terms of a style replace those of the locale, form by form (CSL 1.0.2, Locale)', () => {
	const before = '<locale xml:lang="en"><terms><term name="editor" form="short">red.</term></terms></locale>';
	const label = (form: string) =>
		cite(
			`<names variable="editor"><name/><label form="${form}" prefix=" "/></names>`,
			{ editor: people('Ann Doe') },
			{ before }
		);
	assert.equal(label('short'), 'Ann Doe red.');
	assert.equal(label('long'), 'Ann Doe editor');
	assert.equal(label('verb'), 'Ann Doe edited by');
});

test('a term that begins with a line break in its file has none', () => {
	const before =
		'<locale><terms><term name="accessed">\n\t\tseen\n\t</term><term name="and others">\n\t</term></terms></locale>';
	assert.equal(cite('<text term="accessed" suffix="!"/>', {}, { before }), 'seen!');
	const body = '<names variable="author"><name et-al-min="2" et-al-use-first="1"/><et-al term="and others"/></names>';
	assert.equal(cite(body, { author: five }, { before }), 'Ann Doe');
});

const SUBSTITUTES: [string, string[]][] = [
	['complete-all', ['Doe, Roe. 1', '–––. 2', 'Doe, Poe. 3']],
	['complete-each', ['Doe, Roe. 1', '–––, –––. 2', 'Doe, Poe. 3']],
	['partial-each', ['Doe, Roe. 1', '–––, –––. 2', '–––, Poe. 3']],
	['partial-first', ['Doe, Roe. 1', '–––, Roe. 2', '–––, Poe. 3']]
];
for (const [rule, expected] of SUBSTITUTES) {
	test(`subsequent-author-substitute-rule="${rule}" (CSL 1.0.2, Reference Grouping)`, () => {
		const items = [
			{ id: 'a', type: 'book', volume: '1', author: people('A Doe', 'B Roe') },
			{ id: 'b', type: 'book', volume: '2', author: people('A Doe', 'B Roe') },
			{ id: 'c', type: 'book', volume: '3', author: people('A Doe', 'C Poe') }
		];
		const r = format('x', items, {
			bibliography: `subsequent-author-substitute="–––" subsequent-author-substitute-rule="${rule}"`,
			entries: `${names('form="short"')}<text variable="volume" prefix=". "/>`
		});
		assert.deepEqual(r.entries, expected);
	});
}

test('a longer list that only begins like the one before keeps its name (common practice: the dash is for the same authors)', () => {
	const items = [
		{ id: 'a', type: 'book', volume: '1', author: people('A Doe') },
		{ id: 'b', type: 'book', volume: '2', author: five }
	];
	const r = format('x', items, {
		bibliography: 'subsequent-author-substitute="–––" et-al-min="3" et-al-use-first="1"',
		entries: `${names('form="short"')}<text variable="volume" prefix=". "/>`
	});
	assert.deepEqual(r.entries, ['Doe. 1', 'Doe et al. 2']);
});

const GIVEN_RULES: [string, string][] = [
	['all-names', '(A. Doe; B. Doe)'],
	['primary-name', '(A. Doe; B. Doe)'],
	['by-cite', '(A. Doe; B. Doe)']
];
for (const [rule, expected] of GIVEN_RULES) {
	test(`given names tell people apart: ${rule} (CSL 1.0.2, Disambiguation)`, () => {
		const items = ['Ann Doe', 'Bob Doe'].map((n, i): Item => ({ id: `i${i}`, type: 'book', author: people(n) }));
		const r = format(names('form="short" initialize-with="."'), items, {
			citation: `disambiguate-add-givenname="true" givenname-disambiguation-rule="${rule}"`,
			layout: 'prefix="(" suffix=")" delimiter="; "'
		});
		assert.equal(r.citations[0], expected);
	});
}

test('names are added until cites differ, and no further (CSL 1.0.2, disambiguate-add-names)', () => {
	const items = [five.slice(0, 4), [five[0], five[1], ...people('Fay Moe', 'Dot Low')]].map((author, i): Item => ({
		id: `i${i}`,
		type: 'book',
		author
	}));
	const r = format(names('form="short" et-al-min="3" et-al-use-first="1"'), items, {
		citation: 'disambiguate-add-names="true"'
	});
	assert.equal(r.citations[0], 'Doe, Roe, Poe, et al.; Doe, Roe, Moe, et al.');
});

test('the condition comes when everything before it fails (CSL 1.0.2, disambiguate)', () => {
	const items = [doe('a', 1999, 'Lamps'), doe('b', 1999, 'Quays'), { ...doe('c', 1999), author: people('Cid Poe') }];
	const r = format(
		`<group delimiter=" ">${names('form="short"')}<choose><if disambiguate="true"><text variable="title"/></if></choose></group>`,
		items
	);
	assert.equal(r.citations[0], 'Doe Lamps; Doe Quays; Poe');
});

test('a cite that would say nothing is given its condition too', () => {
	const items = [{ id: 'a', type: 'book', title: 'Lamps' }];
	const body = `<group delimiter=", ">${names('form="short"')}<choose><if disambiguate="true"><text variable="title"/></if></choose><text value="cited"/></group>`;
	assert.equal(format(body, items).citations[0], 'Lamps, cited');
});

test('sorting: missing values last in both directions, and ties keep the order of meeting (CSL 1.0.2, Sorting)', () => {
	const items = [doe('a', 1999), { id: 'n', type: 'book', title: 'n' }, doe('b', 2001), doe('c', 1999)];
	const order = (direction: string) =>
		format('x', items, {
			entries: `<sort><key variable="issued" sort="${direction}"/></sort><text variable="title"/>`
		}).entries.join(' ');
	assert.equal(order('ascending'), 'a c b n');
	assert.equal(order('descending'), 'b a c n');
});

test('what is forthcoming comes behind all years', () => {
	const items = [
		{ id: 'f', type: 'book', title: 'f', issued: { literal: 'a work in hand' } },
		doe('a', 1999),
		doe('b', 2031)
	];
	const r = format('x', items, { entries: '<sort><key variable="issued"/></sort><text variable="title"/>' });
	assert.deepEqual(r.entries, ['a', 'b', 'f']);
});

test('a range of years takes its letter at the end; words in place of a year take none (CSL 1.0.2, year-suffix)', () => {
	const range = (id: string): Item => ({ ...doe(id, 0), issued: { 'date-parts': [[1868], [1870]] } });
	const words = (id: string): Item => ({ ...doe(id, 0), issued: { literal: 'forthcoming' } });
	const s = { citation: SUFFIXED };
	assert.equal(format(AUTHOR_YEAR, [range('a'), range('b')], s).citations[0], 'Doe 1868–1870a; Doe 1868–1870b');
	assert.equal(format(AUTHOR_YEAR, [words('a'), words('b')], s).citations[0], 'Doe forthcoming; Doe forthcoming');
});

test('second-field-align sets the number apart (CSL 1.0.2, Whitespace)', () => {
	const r = format('x', [doe('a', 1999)], {
		bibliography: 'second-field-align="flush"',
		entries: '<text variable="citation-number" suffix=". "/><text variable="title"/>'
	});
	assert.match(r.entries[0], /csl-left-margin">1\. <\/div><div class="csl-right-inline">a<\/div>/);
	// the suffix of the layout ends the entry, whatever its first field says
	const named = {
		bibliography: 'second-field-align="flush"',
		entries: '<names variable="author" suffix=", "/><text variable="title"/>',
		list: 'suffix="."'
	};
	assert.match(format('x', [doe('a', 1999)], named).entries[0], /right-inline">a\.<\/div>/);
	const nameless = format('x', [{ ...doe('a', 1999), author: undefined }], named).entries[0];
	assert.match(nameless, /right-inline">a\.<\/div>/);
	assert.doesNotMatch(nameless, /left-margin/);
	const alone = format('x', [{ ...doe('a', 1999), title: undefined }], named).entries[0];
	assert.match(alone, /left-margin">Ann Doe\.<\/div>/);
});

test('no line begins with a mark: it stays with the block before', () => {
	const body =
		'<group display="block"><text variable="title"/></group><group prefix=", "><text variable="volume"/></group>';
	const html = cite(body, { title: 'Lamps', volume: '2' });
	assert.match(html, /<div class="csl-block">Lamps,<\/div>\s+2/);
	// and meets what that block ends in as it would meet it in a line
	const below =
		'<group><text variable="title"/></group><group display="block" prefix=", "><text variable="volume"/></group>';
	for (const [title, first] of [
		['Lamps', 'Lamps,'],
		['Lamp & co.', 'Lamp &#38; co.,'],
		['Who paid?', 'Who paid?,'],
		['Lamps,', 'Lamps,']
	] as const)
		assert.match(cite(below, { title, volume: '2' }), new RegExp(`^${first.replace(/[.?]/g, '\\$&')}\\s*<div`), title);
});

test('a colon of the style that leads to nothing gives way to its full stop (common practice)', () => {
	const body =
		'<group suffix="."><text variable="title"/><text variable="volume" prefix=" " suffix=" :"/><text variable="page" prefix=" "/></group><text variable="DOI" prefix=" "/>';
	assert.equal(cite(body, { title: 'Lamps', volume: '38', DOI: '10.5555/1' }), 'Lamps 38. 10.5555/1');
	assert.equal(cite(body, { title: 'Lamps', volume: '38', page: '7', DOI: '10.5555/1' }), 'Lamps 38 : 7. 10.5555/1');
});
