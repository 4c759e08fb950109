/**
 * Rules that a careful reader of CSL 1.0.2 and of the styles' manuals misses at once when they fail: positions in the
 * order of printing, keys of sorting, case, delimiters of groups, dates, ordinals. Sources of the rules stand beside them;
 * what has none is common practice. Each case is one of our own.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { compileStyle, createProcessor, toHtml, toPlain, type Cite, type Item } from './index';
import { initials } from './names';
import { isPlural } from './numbers';
import { applyCase } from './textcase';
import { findPositions } from './positions';
import { Position, type Cluster } from './types';
import { parseXml } from './xml';
import { localeTree, styleTree } from '../../../../scripts/catalogue';

const person = (family: string, given: string) => ({ family, given });
const book = (id: string, family: string, year: number, more: Partial<Item> = {}): Item => ({
	id,
	type: 'book',
	title: `Title ${id.toUpperCase()}`,
	author: [person(family, 'Ann')],
	issued: { 'date-parts': [[year]] },
	...more
});

function run(xml: string, items: Item[], cites: Cite[][], lang = '') {
	const style = compileStyle(styleTree(xml) ?? parseXml(xml), { locales: localeTree, lang: lang || undefined });
	const byId = new Map(items.map((i) => [i.id, i]));
	const r = createProcessor({ style, getItem: (id) => byId.get(id) }).format({
		clusters: cites.map((c, i) => ({ id: `c${i}`, noteNumber: style.class === 'note' ? i + 1 : 0, cites: c }))
	});
	return {
		citations: r.clusters.map((c) => toPlain(c.output)),
		entries: (r.bibliography ?? []).map((e) => toHtml(e.output)),
		warnings: r.warnings.map((w) => w.message)
	};
}
const of = (...ids: string[]): Cite[] => ids.map((sourceId) => ({ sourceId }));
const style = (attrs: string, citation: string, layout: string, body: string, rest = '') =>
	`<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0" ${attrs}><info><title>t</title><id>t</id></info>${rest}<citation ${citation}>${body.startsWith('<sort') ? body.slice(0, body.indexOf('</sort>') + 7) : ''}<layout ${layout}>${body.replace(/^<sort.*?<\/sort>/, '')}</layout></citation></style>`;
const SHORT = '<names variable="author"><name form="short"/></names>';
const YEAR = '<date variable="issued"><date-part name="year"/></date>';

test('initials that are initials already, hyphenated or run together', () => {
	for (const [given, mark, hyphen, text] of [
		['J.-P.', '. ', true, 'J.-P.'],
		['J.-P. M.', '. ', true, 'J.-P. M.'],
		['M.-A. B.', '', false, 'MAB'],
		['J.P.', '. ', true, 'J. P.'],
		['Jean-Luc', '.', true, 'J.-L.'],
		['Th.-A.', '. ', true, 'Th.-A.']
	] as const)
		assert.equal(initials(given, mark, true, hyphen), text, given);
});

test('“ibid.” refers to what is printed before it, not to what was typed before it', () => {
	const xml = style(
		'class="note"',
		'',
		'delimiter="; "',
		`<sort><key variable="issued"/></sort><choose><if position="ibid"><text value="ibid."/></if><else>${SHORT}</else></choose>`
	);
	const items = [book('a', 'Zell', 2001), book('b', 'Brown', 1990)];
	assert.deepEqual(run(xml, items, [of('a'), of('a', 'b')]).citations, ['Zell', 'Brown; Zell']);
	assert.deepEqual(run(xml, items, [of('a', 'b'), of('a')]).citations, ['Brown; Zell', 'Zell']);
	assert.deepEqual(run(xml, items, [of('b'), of('a', 'b')]).citations, ['Brown', 'ibid.; Zell']);
});

test('positions are those of the printed sequence, whatever the order of typing (property)', () => {
	const clusters = fc.array(
		fc.record({
			cites: fc.array(
				fc.record({
					sourceId: fc.constantFrom('a', 'b', 'c'),
					locator: fc.option(fc.record({ label: fc.constant('page'), value: fc.constantFrom('1', '2') }), {
						nil: undefined
					})
				}),
				{ minLength: 1, maxLength: 4 }
			),
			note: fc.boolean()
		}),
		{ maxLength: 8 }
	);
	fc.assert(
		fc.property(clusters, fc.infiniteStream(fc.nat()), (list, random) => {
			let note = 0;
			const typed = list.map((c, i): Cluster => ({
				id: `c${i}`,
				noteNumber: c.note ? ++note : 0,
				cites: c.cites as Cite[]
			}));
			const orders = typed.map((c) => {
				const keys = c.cites.map(() => random.next().value as number);
				return c.cites.map((_, i) => i).sort((a, b) => keys[a] - keys[b] || a - b);
			});
			const printed = typed.map((c, k) => ({ ...c, cites: orders[k].map((i) => c.cites[i]) }));
			const byOrder = findPositions(typed, 5, (c) => orders[typed.indexOf(c)]);
			const plain = findPositions(printed, 5);
			orders.forEach((order, k) => order.forEach((i, at) => assert.deepEqual(byOrder[k][i], plain[k][at])));
			// no immediate repetition of another source, and no note that is sent to itself
			printed.forEach((c, k) =>
				c.cites.forEach((cite, i) => {
					const p = plain[k][i];
					if (p.position >= Position.Ibid && i > 0) assert.equal(c.cites[i - 1].sourceId, cite.sourceId);
					if (c.noteNumber) assert.notEqual(p.firstNote, c.noteNumber);
				})
			);
		})
	);
});

test('a note names the note of the first citation, never itself; also where numbers begin anew', () => {
	const one = (noteNumber: number, noteLabel: number, ...ids: string[]): Cluster => ({
		id: `c${noteNumber}`,
		noteNumber,
		noteLabel,
		cites: of(...ids)
	});
	const found = findPositions([one(1, 1, 'a', 'b', 'a'), one(2, 1, 'a'), one(3, 2, 'b')], 5);
	assert.deepEqual(
		found.map((row) => row.map((p) => p.firstNote)),
		[[0, 0, 0], [1], [1]]
	);
});

test('a repetition that the style prints nothing for is printed as a later cite, and that is said', () => {
	const xml = style(
		'class="note"',
		'',
		'',
		`<choose><if position="ibid"/><else-if position="subsequent">${SHORT}</else-if><else><text variable="title"/></else></choose>`
	);
	const r = run(xml, [book('a', 'Doe', 2001)], [of('a'), of('a')]);
	assert.deepEqual(r.citations, ['Title A', 'Doe']);
	assert.ok(r.warnings.some((w) => w.includes('prints nothing for some citation that repeats')));
	// none is said where there is nothing to say
	assert.deepEqual(run('apa', [book('a', 'Doe', 2001)], [of('a'), of('a')]).warnings, []);
});

test('keys of sorting ignore hyphens, marks at either end and “et al.”', () => {
	const items = ['Smith-Jones', 'Smithers', '¿Quién?', '‘Quick’', 'O’Brien'].map((family, i) =>
		book(`k${i}`, family, 2001)
	);
	const xml = style('class="in-text"', '', 'delimiter="; "', `<sort><key variable="author"/></sort>${SHORT}`);
	assert.deepEqual(run(xml, items, [of('k0', 'k1', 'k2', 'k3', 'k4')]).citations, [
		'O’Brien; ‘Quick’; ¿Quién?; Smithers; Smith-Jones'
	]);
	const many = (id: string, year: number, ...families: string[]) =>
		book(id, '', year, { author: families.map((f) => person(f, 'Ann')) });
	const etAl = style(
		'class="in-text" et-al-min="3" et-al-use-first="1"',
		'',
		'delimiter="; "',
		`<sort><key macro="who"/><key variable="issued"/></sort>${SHORT}<text value=" "/>${YEAR}`,
		'<macro name="who"><names variable="author"><name/></names></macro>'
	);
	assert.deepEqual(
		run(etAl, [many('a', 2015, 'Eriksen', 'Angus'), many('b', 2009, 'Eriksen', 'Calloway', 'Whit')], [of('a', 'b')])
			.citations,
		['Eriksen et al. 2009; Eriksen, Angus 2015']
	);
});

test('title case on real titles', () => {
	const title = (s: string) => toPlain(applyCase(s, 'title', true));
	for (const [is, be] of [
		['Journal of the Coastal Society, Series A (Tides)', 'Journal of the Coastal Society, Series A (Tides)'],
		['lamps: a history', 'Lamps: A History'],
		['Night Was A Long Road', 'Night Was a Long Road'],
		['vitamin A and the eye', 'Vitamin A and the Eye'],
		['what to do (And Not to Do)', 'What to Do (and Not to Do)'],
		['S-PLUS for keepers', 'S-PLUS for Keepers'],
		['a book about lamps within reach', 'A Book about Lamps within Reach'],
		['A Book About Lamps', 'A Book About Lamps'],
		['THE LIT ESTUARY', 'The Lit Estuary'],
		['BMC MEDICINE', 'BMC MEDICINE'],
		['PLOS ONE', 'PLOS ONE']
	])
		assert.equal(title(is), be);
	// behind italics and quotation marks a colon begins a part as well
	assert.equal(
		toPlain(
			applyCase(
				{ kids: ['The ', { kids: ['Beacon'], format: { 'font-style': 'italic' } }, ': a voyage'] },
				'title',
				true
			)
		),
		'The Beacon: A Voyage'
	);
	// letters in pairs of their own (Unicode, SpecialCasing: tr, az)
	assert.equal(toPlain(applyCase('istanbul ışık', 'uppercase', false, 'tr-TR')), 'İSTANBUL IŞIK');
	assert.equal(toPlain(applyCase('içinde', 'capitalize-first', false, 'tr')), 'İçinde');
	assert.equal(toPlain(applyCase('italy', 'capitalize-first', false, 'no such language!')), 'Italy');
});

test('the style’s own words have no title case outside English, but a first capital', () => {
	const chapter: Item = {
		...book('c', 'Doe', 2005),
		type: 'chapter',
		title: 'La lámpara',
		'container-title': 'Libro',
		editor: [person('Roe', 'Ron'), person('Poe', 'Pia')]
	};
	assert.match(run('apa', [chapter], [of('c')], 'es-ES').entries[0], /R\. Roe &#38; P\. Poe \(Eds\.\)/);
});

test('cites of a group: delimiters, prefixes, years that are said once', () => {
	const items = [book('a', 'Doe', 2001), book('b', 'Doe', 2003), book('d', 'Roe', 2003)];
	const xml = (citation: string, attrs = 'class="in-text"') =>
		style(attrs, citation, 'delimiter="; "', `<group delimiter=" ">${SHORT}${YEAR}</group>`);
	const one = (x: string, cites: Cite[]) => run(x, items, [cites]).citations[0];
	assert.equal(one(xml('collapse="year"'), of('a', 'b', 'd')), 'Doe 2001, 2003; Roe 2003');
	assert.equal(one(xml('collapse="year"', 'class="note"'), of('a', 'b', 'd')), 'Doe 2001; 2003; Roe 2003');
	assert.equal(
		one(xml('collapse="year"'), [{ sourceId: 'a' }, { sourceId: 'b', prefix: 'see also ' }]),
		'Doe 2001, see also 2003'
	);
	assert.equal(one(xml('collapse="year-suffix"'), of('a', 'a', 'd')), 'Doe 2001; Roe 2003');
	// CSL 1.0.2, "Cite Collapsing": the delimiter behind a collapsed group, and behind no other
	const after = xml('collapse="year" after-collapse-delimiter=" | "');
	assert.equal(one(after, of('a', 'd')), 'Doe 2001; Roe 2003');
	assert.equal(one(after, of('a', 'b', 'd')), 'Doe 2001, 2003 | Roe 2003');
	assert.equal(
		one(xml(''), [{ sourceId: 'a', suffix: ' is one source,' }, { sourceId: 'd' }]),
		'Doe 2001 is one source, Roe 2003'
	);
});

test('an abbreviation before a cite ends no sentence: Cf. ibid.', () => {
	const xml = style(
		'class="note"',
		'',
		'',
		'<choose><if position="ibid"><text term="ibid"/></if><else><text variable="title"/></else></choose>'
	);
	for (const [prefix, text] of [
		['Cf. ', 'Cf. ibid.'],
		['Vgl. ', 'Vgl. ibid.'],
		['See, e.g., i.e. ', 'See, e.g., i.e. ibid.'],
		['It was late. ', 'It was late. Ibid.'],
		['', 'Ibid.']
	])
		assert.equal(run(xml, [book('a', 'Doe', 2001)], [of('a'), [{ sourceId: 'a', prefix }]]).citations[1], text);
});

test('a DOI with its address or label is printed once, and keeps its full stops', () => {
	const xml = style('class="in-text"', '', 'delimiter="; "', '<text variable="DOI" prefix="https://doi.org/"/>');
	for (const doi of ['10.5555/a.b', 'https://doi.org/10.5555/a.b', 'http://dx.doi.org/10.5555/a.b', 'doi: 10.5555/a.b'])
		assert.deepEqual(run(xml, [book('a', 'Doe', 2001, { DOI: doi })], [of('a')]).citations, [
			'https://doi.org/10.5555/a.b'
		]);
	const bare = style(
		'class="in-text"',
		'',
		'',
		'<text macro="all" strip-periods="true"/>',
		'<macro name="all"><group delimiter=" "><text variable="title"/><text variable="DOI"/></group></macro>'
	);
	assert.deepEqual(run(bare, [book('a', 'Doe', 2001, { title: 'St. Ann', DOI: '10.5555/a.b' })], [of('a')]).citations, [
		'St Ann 10.5555/a.b'
	]);
});

test('dates: an open range has one dash, and two years of one era name it once', () => {
	const open = { ...book('a', 'Doe', 0), issued: { edtf: '1990/..' } } as Item;
	const ancient = book('b', 'Doe', 0, { issued: { 'date-parts': [[-50], [-44]] } });
	const across = book('d', 'Doe', 0, { issued: { 'date-parts': [[-10], [14]] } });
	const xml = style(
		'class="in-text"',
		'',
		'',
		`<group delimiter=", ">${YEAR}<date variable="issued"><date-part name="month"/></date></group>`
	);
	assert.deepEqual(run(xml, [open, ancient, across], [of('a'), of('b'), of('d')]).citations, [
		'1990–',
		'50–44BC',
		'10BC–14AD'
	]);
});

test('ordinals: four of an old style stand for all; locales that have only gendered ones use them', () => {
	const EDITION = '<number variable="edition" form="ordinal"/>';
	const old = style(
		'class="in-text" default-locale="fr-FR"',
		'',
		'',
		EDITION,
		'<locale><terms><term name="ordinal-01">ère</term><term name="ordinal-02">e</term><term name="ordinal-03">e</term><term name="ordinal-04">e</term></terms></locale>'
	);
	const items = [1, 2, 5, 12].map((n) => book(`e${n}`, 'Doe', 2001, { edition: String(n) }));
	assert.deepEqual(
		run(
			old,
			items,
			items.map((i) => of(i.id))
		).citations,
		['1ère', '2e', '5e', '12e']
	);
	const portuguese = style('class="in-text" default-locale="pt-PT"', '', '', EDITION);
	assert.deepEqual(run(portuguese, items, [of('e2')]).citations, ['2.ª']);
});

test('words of scripts without spaces stand close to names', () => {
	const authors = ['张', '王', '李'].map((family) => ({ family, given: '' }));
	const xml = style(
		'class="in-text" default-locale="zh-CN" et-al-min="3" et-al-use-first="1"',
		'',
		'',
		'<names variable="author"><name form="short" and="text"/></names>'
	);
	const items = [book('a', '', 2001, { author: authors }), book('b', '', 2001, { author: authors.slice(0, 2) })];
	const [three, two] = run(xml, items, [of('a'), of('b')]).citations;
	assert.equal(three, '张等');
	assert.doesNotMatch(two, /\s/);
});

test('numbers of a list run as the last of its keys by number says', () => {
	const list = (...sorts: string[]) =>
		style('class="in-text"', '', '', SHORT).replace(
			'</style>',
			`<bibliography><sort>${sorts.map((s) => `<key variable="citation-number" sort="${s}"/>`).join('')}</sort><layout><text variable="citation-number" suffix=" "/>${SHORT}</layout></bibliography></style>`
		);
	const items = [book('a', 'Zell', 2001), book('b', 'Brown', 1990)];
	const entries = (...sorts: string[]) => run(list(...sorts), items, [of('a'), of('b')]).entries;
	assert.deepEqual(entries('descending'), ['2 Brown', '1 Zell']);
	assert.deepEqual(entries('descending', 'ascending'), ['1 Brown', '2 Zell']);
	assert.deepEqual(entries('ascending', 'descending'), ['2 Zell', '1 Brown']);
});

test('particles with stops and apostrophes are particles; each piece of a name part has its format by itself', () => {
	const xml = style(
		'class="in-text" demote-non-dropping-particle="never"',
		'',
		'delimiter="; "',
		'<names variable="author"><name name-as-sort-order="all"><name-part name="family" font-weight="bold"/></name></names>'
	);
	const items = ['v.d. Berg', "'t Hart", "in 't Veld", 'De Witt'].map((f, i) => book(`p${i}`, f, 2001));
	const list = createProcessor({
		style: compileStyle(parseXml(xml), { locales: localeTree }),
		getItem: (id) => items.find((i) => i.id === id)
	}).format({ clusters: [{ id: 'c', cites: of(...items.map((i) => i.id)) }] });
	assert.equal(
		toHtml(list.clusters[0].output),
		'<b>v.d.</b> <b>Berg</b>, Ann; <b>’t</b> <b>Hart</b>, Ann; <b>in ’t</b> <b>Veld</b>, Ann; <b>De Witt</b>, Ann'
	);
});

test('straight quotation marks around a cite take the shape of their depth, curly ones stay', () => {
	const xml = style('class="in-text"', '', '', SHORT);
	const cite = (prefix: string) => run(xml, [book('a', 'Zell', 2001)], [[{ sourceId: 'a', prefix }]]).citations[0];
	assert.equal(cite("'bright', "), '“bright”, Zell');
	assert.equal(cite('‘bright’, '), '‘bright’, Zell');
	assert.equal(cite("the boatmen's rule, "), 'the boatmen’s rule, Zell');
});

test('the day of reading tells no works apart: they get letters', () => {
	const xml = style(
		'class="in-text"',
		'disambiguate-add-year-suffix="true"',
		'delimiter="; "',
		`<group delimiter=" ">${SHORT}<choose><if variable="issued">${YEAR}</if><else><text term="no date" form="short"/></else></choose><text variable="year-suffix" prefix="-"/><date variable="accessed" form="text" prefix="[" suffix="]"/></group>`
	);
	const read = (id: string, day: number) =>
		book(id, 'Doe', 0, { issued: undefined, accessed: { 'date-parts': [[2024, 6, day]] } });
	assert.deepEqual(run(xml, [read('a', 1), read('b', 2)], [of('a', 'b')]).citations, [
		'Doe n.d. -a [June 1, 2024]; Doe n.d. -b [June 2, 2024]'
	]);
});

test('“and others” of BibTeX is et al. in every list, label and key', () => {
	const more = { literal: 'others' };
	const of3 = book('a', 'Zell', 2001, { author: [person('Zell', 'Ann'), person('Roe', 'Bo'), more] });
	const of1 = book('b', 'Brown', 1990, { author: [person('Brown', 'Ann'), more] });
	const apa = run('apa', [of3, of1], [of('a'), of('b')]);
	assert.deepEqual(apa.citations, ['(Zell et al., 2001)', '(Brown et al., 1990)']);
	assert.deepEqual(apa.entries, [
		'Brown, A. et al. (1990). <i>Title B</i>.',
		'Zell, A., Roe, B., et al. (2001). <i>Title A</i>.'
	]);
	assert.match(run('modern-language-association', [of1], [of('b')]).entries[0], /^Brown, Ann, et al\. /);
});

test('a mark that moves inside quotation marks is not raised with what it follows', () => {
	const xml = style(
		'class="in-text"',
		'',
		'',
		'<group delimiter=", "><text variable="title" quotes="true"/><text value="x"/></group>'
	);
	const list = createProcessor({
		style: compileStyle(parseXml(xml), { locales: localeTree }),
		getItem: () => book('a', 'Zell', 2001, { title: 'Maps on R<sup>d</sup>' })
	}).format({ clusters: [{ id: 'c', cites: of('a') }] });
	assert.equal(toHtml(list.clusters[0].output), '“Maps on R<sup>d</sup>,” x');
});

test('numbers with letters and a hyphen are one number; the label of pages is printed once', () => {
	for (const [value, plural] of [
		['EU-29702195U', false],
		['RC-6947', false],
		['hep-th/9603067', false],
		['12-14', true],
		['xi-xv', true],
		['A1-A4', true],
		['S12--S19', true],
		['3, 5', true],
		['12', false]
	] as const)
		assert.equal(isPlural(value), plural, value);
	const paged = book('a', 'Zell', 2001, { type: 'article-journal', page: 'pp. 925-985', 'container-title': 'J' });
	assert.match(run('apa', [paged], [of('a')]).entries[0], / 925–985\.$/);
});

test('adjectives that are also prepositions take a capital; true prepositions stay as typed', () => {
	const title = (t: string) =>
		run(
			style('class="in-text"', '', '', '<text variable="title" text-case="title"/>'),
			[book('a', 'Z', 1, { title: t })],
			[of('a')]
		).citations[0];
	assert.equal(title('The past and the outside of a lamp'), 'The Past and the Outside of a Lamp');
	assert.equal(title('Lamps within towns'), 'Lamps within Towns');
	assert.equal(title('Lit because of ships toward land'), 'Lit Because of Ships toward Land');
});

test('a comma that a style puts behind a title for what follows gives way to what parts or ends cites', () => {
	const title = '<text variable="title" quotes="true" suffix=","/>';
	const xml = style(
		'class="note" default-locale="en-US"',
		'',
		'suffix="." delimiter="; "',
		`${SHORT}<text value=", "/>${title}`
	);
	const items = [book('a', 'Abel', 2001, { title: 'Wage' }), book('b', 'Bo', 2002, { title: 'Tide' })];
	assert.deepEqual(run(xml, items, [of('a'), of('a', 'b')]).citations, ['Abel, “Wage.”', 'Abel, “Wage”; Bo, “Tide.”']);
	// what a person typed stays as it is typed
	const typed: Cite[] = [{ sourceId: 'a', suffix: ', so he says,' }, { sourceId: 'b' }];
	assert.deepEqual(run(xml, items, [typed]).citations, ['Abel, “Wage,” so he says, Bo, “Tide.”']);
});

test('a word for “and” that is what parts names anyway parts them once', () => {
	const xml = style(
		'class="in-text" default-locale="en-US"',
		'',
		'',
		'<names variable="author"><name form="short" delimiter="–" and="text"/></names>',
		'<locale xml:lang="en"><terms><term name="and">–</term></terms></locale>'
	);
	const authors = ['Abel', 'Bo', 'Cole'].map((f) => person(f, 'A.'));
	const items = [book('a', 'x', 2001, { author: authors }), book('b', 'x', 2001, { author: authors.slice(0, 2) })];
	assert.deepEqual(run(xml, items, [of('a'), of('b')]).citations, ['Abel–Bo–Cole', 'Abel–Bo']);
	// a word that a style gives no space before is parted from names all the same
	const word = xml.replace('delimiter="–"', 'delimiter="and "').replace('<term name="and">–', '<term name="and">and');
	assert.deepEqual(run(word, items, [of('a'), of('b')]).citations, ['Abel and Bo and Cole', 'Abel and Bo']);
});

test('a rule that tells people apart by initials writes initials, also where the style says nothing of their mark', () => {
	// CSL 1.0.2, "givenname-disambiguation-rule": the forms "with-initials" expand names to initials only
	const items = [book('a', 'Roe', 1901), { ...book('b', 'Roe', 1902), author: [person('Roe', 'Jean-Luc')] }];
	const rule = (name: string) =>
		style(
			'class="in-text"',
			`disambiguate-add-givenname="true" givenname-disambiguation-rule="${name}"`,
			'delimiter="; "',
			SHORT
		);
	assert.deepEqual(run(rule('primary-name-with-initials'), items, [of('a', 'b')]).citations, ['A Roe; J-L Roe']);
	assert.deepEqual(run(rule('all-names'), items, [of('a', 'b')]).citations, ['Ann Roe; Jean-Luc Roe']);
});

test('quotation marks stand around a look of the same element, in whatever order its attributes are', () => {
	const items = [book('a', 'Roe', 2001)];
	for (const attrs of ['font-style="italic" quotes="true"', 'quotes="true" font-style="italic"']) {
		const { entries } = run(
			style('', '', '', SHORT, '').replace(
				'</style>',
				`<bibliography><layout><text variable="title" ${attrs}/></layout></bibliography></style>`
			),
			items,
			[of('a')]
		);
		assert.deepEqual(entries, ['“<i>Title A</i>”']);
	}
});

test('a letter behind a year that is not needed leaves no group empty: “no date” stands beside it', () => {
	const dated = `<group delimiter="–">${YEAR}<text variable="year-suffix"/></group>`;
	const undated = '<choose><if match="none" variable="issued"><text term="no date"/></if></choose>';
	const macro = `<macro name="when">${dated}${undated}</macro>`;
	const xml = style(
		'',
		'disambiguate-add-year-suffix="true"',
		'',
		`<group delimiter=", ">${SHORT}<text macro="when"/></group>`,
		macro
	);
	const items = [book('a', 'Roe', 2001), book('b', 'Moe', 0, { issued: undefined })];
	assert.deepEqual(run(xml, items, [of('a'), of('b')]).citations, ['Roe, 2001', 'Moe, no date']);
	// what else is not there is not spoken of
	const label = style('', '', '', `<group><text value="vol. "/><text variable="volume"/></group>${SHORT}`);
	assert.deepEqual(run(label, items, [of('a')]).citations, ['Roe']);
});

test('what a layout puts before an entry opens its first field, also where that stands in the margin', () => {
	const list = (align: string) =>
		run(
			style('', '', '', SHORT, '').replace(
				'</style>',
				`<bibliography ${align}><layout prefix="[" suffix="."><text variable="citation-number" suffix="] "/>${SHORT}</layout></bibliography></style>`
			),
			[book('a', 'Roe', 2001)],
			[of('a')]
		).entries.map((e) =>
			e
				.replace(/<[^>]*>/g, '')
				.replace(/\s+/g, ' ')
				.trim()
		);
	assert.deepEqual(list(''), ['[1] Roe.']);
	assert.deepEqual(list('second-field-align="flush"'), ['[1] Roe.']);
});

test('names that are printed in full are not cut to initials to tell them apart', () => {
	const long = '<names variable="author"><name and="text"/></names>';
	const xml = style(
		'',
		'disambiguate-add-givenname="true"',
		'',
		`<choose><if position="first">${long}</if><else>${SHORT}</else></choose>`
	).replace('class=""', 'class="note"');
	const two = [book('a', 'Roe', 2001), { ...book('b', 'Roe', 2002), author: [person('Roe', 'Per Olof')] }];
	for (const rule of ['all-names', 'all-names-with-initials', 'primary-name'])
		assert.deepEqual(
			run(xml.replace('<citation ', `<citation givenname-disambiguation-rule="${rule}" `), two, [of('a'), of('b')])
				.citations,
			['Ann Roe', 'Per Olof Roe']
		);
});

test('a style that says a few ordinals leaves the other numbers with the ordinal of its locale', () => {
	const xml = style(
		'default-locale="fr-FR"',
		'',
		'',
		'<number variable="edition" form="ordinal"/>',
		'<locale xml:lang="fr"><terms><term name="ordinal-01" gender-form="feminine">re</term></terms></locale>'
	);
	const editions = ['1', '3'].map((edition, i) => book(String(i), 'Roe', 2001, { edition }));
	assert.deepEqual(run(xml, editions, [of('0'), of('1')]).citations, ['1re', '3ᵉ']);
});

test('names that stand in without parts of their own have the look and affixes of those they stand in for', () => {
	const xml = style(
		'',
		'',
		'',
		'<names variable="author" suffix=" X"><name form="short"/><substitute><names variable="editor" suffix=" ed." font-weight="bold"/></substitute></names>'
	);
	const edited = { ...book('a', 'Roe', 2001), author: undefined, editor: [person('Moe', 'Ann')] };
	assert.deepEqual(run(xml, [edited], [of('a')]).citations, ['Moe X']);
});
