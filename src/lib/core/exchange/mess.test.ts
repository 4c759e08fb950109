/** Files of real-life mess, written for this purpose: each format as databases and people leave it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { decodeText, detectFormat, readReferences, writeCsv } from './index';

const BIB = String.raw`% exported on a Tuesday
@preamble{"\newcommand{\noopsort}[1]{}"}
@comment{left by a tool: {braces}}
@STRING{ pes = {Port Ennis Studies} }
@string(quay = "Quay ")
@Article {brandt:2012a,
  Author = "Brandt, L{\'\i}se and {\"O}zt{\"u}rk, {\c S}eyma and {Harbour {\&} Dock Board} and others",
  TITLE  = {{Lamps at the $\alpha$-Quay}: 5\,\% {less} light ---or “more”?},
  journal = pes # { (} # quay # {ed.)},
  year = "2012", month = sep # "~3", pages = "S12--S19", volume = {VII},
  url = {https://example.org/a_b%20c?x=1&y=2#z}, note = {See also \url{https://example.org/n}},
  keywords = {lamp; gas,quay},
}

@inproceedings{child1, author = {Sund, A.}, title = {Ledgers}, crossref = "proc12", pages = {1-3}}
@incollection{child2, xdata = {common}, author={Iyer, Devika}, title={Tide tables}, booktitle={Handbook}}
@xdata{common, publisher = {Tidemark Press}, location = {Callow}, date = {2015-03/2015-05}}
@proceedings{proc12, title = {Third Meeting}, booktitle={Third Meeting}, year = 2012, editor = {Pell, Oriel}}
@thesis{hallam, author = {von Hallam, Jr, Rosa}, title = {Night tolls}, type = {phdthesis}, institution = {University of Callow}, date = {1998~}, date = {1999}}
@online{page, author = {{Heritage Port Ennis}}, title = {The last lamp}, url={https://example.org/lamp}, urldate = {2026-10-02}, date={2021-21}}
@brandnew{odd, title = {Odd}, shoe = {left}}
@book{brandt:2012a, title = {The same key}}
@book{openended, title = {Never {closed}, year = 1999
@book{after, title = {After the break}, year = 2001}
@book{noequals, title {x}}
@book{last, title = {Last}}`;

test('BibTeX and BibLaTeX: strings, concatenation, inheritance, accents, mathematics, broken entries', () => {
	const r = readReferences(BIB)!;
	assert.equal(r.format, 'bibtex');
	const by = (title: RegExp) => r.records.find((x) => title.test(String(x.item.title)))!;
	const a = r.records[0];
	assert.deepEqual(a.item.author, [
		{ family: 'Brandt', given: 'Líse' },
		{ family: 'Öztürk', given: 'Şeyma' },
		{ literal: 'Harbour & Dock Board' },
		{ literal: 'others' }
	]);
	assert.match(String(a.item.title), /Lamps at the α-Quay.*5 % less light —or “more”\?/);
	assert.equal(a.item['container-title'], 'Port Ennis Studies (Quay ed.)');
	assert.equal(a.item.page, 'S12-S19');
	assert.equal(a.item.URL, 'https://example.org/a_b%20c?x=1&y=2#z');
	assert.deepEqual(a.tags, ['lamp', 'gas', 'quay']);
	assert.deepEqual(
		[by(/Ledgers/).item['container-title'], by(/Ledgers/).item.editor],
		['Third Meeting', [{ family: 'Pell', given: 'Oriel' }]]
	);
	assert.deepEqual(
		[by(/Tide tables/).item.publisher, by(/Tide tables/).item.issued],
		[
			'Tidemark Press',
			{
				'date-parts': [
					[2015, 3],
					[2015, 5]
				]
			}
		]
	);
	const h = by(/Night tolls/).item;
	assert.deepEqual(h.author, [{ 'non-dropping-particle': 'von', family: 'Hallam', suffix: 'Jr', given: 'Rosa' }]);
	assert.deepEqual([h.genre, h.issued], ['PhD thesis', { 'date-parts': [[1998]], circa: true }]);
	assert.deepEqual(by(/last lamp/).item.issued, { 'date-parts': [[2021]], season: 1 });
	assert.match(by(/Odd/).notes.join(), /brandnew/);
	assert.match(by(/The same key/).notes.join(), /also that of line 6/);
	assert.equal(by(/After the break/).item.type, 'book');
	assert.ok(by(/^Last$/));
	assert.deepEqual(
		r.skipped.map((s) => [s.line, /never closed|closing brace|not closed/.test(s.why) || /equals sign/.test(s.why)]),
		[
			[23, true],
			[25, true]
		]
	);
	assert.deepEqual(r.remarks?.length, 2);
});

test('RIS: BOM, CR alone, wrapped lines, repeated and unknown tags, missing ends', () => {
	const r = readReferences(
		'\uFEFF\rTY  - EJOUR\rAU  - Okafor, Ebele M.\rAU  - Harbour Board\rT1  - Eels and\r  the lit channel\rJO  - LFE\rT2  - Letters in Field Ecology\rY1  - 1997/03//Spring\rSP  - 11\rEP  - 26\rN1  - one\rN1  - two\rUR  - https://example.org/1\rUR  - https://example.org/2\rZZ  - odd\rER  -\r\rTY  - CHAP\rTI  - No end\rTY  - BOOK\rTI  - Fog\rT2  - Harbour Library\rSN  - 978-0-306-40615-7\rPY  - 1869-1871\rER  - \rstray'
	)!;
	const [a, b, c] = r.records.map((x) => x.item);
	assert.equal(a.title, 'Eels and the lit channel');
	assert.deepEqual(a.author, [{ family: 'Okafor', given: 'Ebele M.' }, { literal: 'Harbour Board' }]);
	assert.deepEqual(
		[a['container-title'], a.page, a.note, a.URL],
		['LFE', '11-26', 'one\ntwo', 'https://example.org/1']
	);
	assert.equal(b.type, 'chapter');
	assert.deepEqual(
		[c['collection-title'], c.ISBN, c.issued],
		['Harbour Library', '978-0-306-40615-7', { 'date-parts': [[1869], [1871]] }]
	);
	assert.match(r.records[1].notes.join(), /ER is missing/);
	assert.match(r.skipped[0].why, /not RIS/);
});

test('MEDLINE: wrapped lines, full and short names, abbreviated pages, identifiers', () => {
	const r = readReferences(`
PMID- 12345678
OWN - NLM
DP  - 2019 May-Jun
TI  - Shore light and the
      ring of wings.
PG  - 201-9
LID - 10.5555/sl.2019 [doi]
LID - S0001 [pii]
AB  - First line
      and second.
FAU - Abara, Mina K
AU  - Abara MK
FAU - Sund, Anders Jr
CN  - Lamp Study Group
LA  - eng
PT  - Journal Article
TA  - J Shore Light
JT  - Journal of shore light
VI  - 12
IP  - 3
OT  - *light
IS  - 0317-8471 (Print)
XYZ - kept

PMID- 2
TI  - [Licht am Kai].
AU  - Lund AB
PT  - Book Review

LR  - 20200101
`)!;
	assert.equal(r.format, 'nbib');
	const [a, b] = r.records.map((x) => x.item);
	assert.deepEqual(a.author, [
		{ family: 'Abara', given: 'Mina K' },
		{ family: 'Sund', given: 'Anders', suffix: 'Jr' },
		{ literal: 'Lamp Study Group' }
	]);
	assert.deepEqual(
		[a.title, a.page, a.DOI, a.issued, a.ISSN, a['container-title']],
		[
			'Shore light and the ring of wings',
			'201-209',
			'10.5555/sl.2019',
			{
				'date-parts': [
					[2019, 5],
					[2019, 6]
				]
			},
			'0317-8471',
			'Journal of shore light'
		]
	);
	assert.deepEqual(r.records[0].tags, ['light']);
	assert.ok((a.custom as { nbib: string[][] }).nbib.some(([t, v]) => t === 'XYZ' && v === 'kept'));
	assert.deepEqual([b.type, b.title, b.author], ['review-book', 'Licht am Kai', [{ family: 'Lund', given: 'A B' }]]);
	assert.match(r.skipped[0].why, /neither a title nor a PMID/);
});

const MODS = `<?xml version="1.0"?>
<modsCollection xmlns="http://www.loc.gov/mods/v3" xmlns:m="http://www.loc.gov/mods/v3">
<mods ID="eels">
 <titleInfo><nonSort>The</nonSort><title>lit channel</title><subTitle>A net survey</subTitle></titleInfo>
 <name type="personal"><namePart type="family">Okafor</namePart><namePart type="given">Ebele</namePart><role><roleTerm type="code">aut</roleTerm></role></name>
 <name type="corporate"><namePart>Harbour Board</namePart></name>
 <genre authority="marcgt">journal article</genre>
 <relatedItem type="host"><titleInfo><title>Letters in Field Ecology</title></titleInfo>
  <part><detail type="volume"><number>4</number></detail><detail type="issue"><number>2</number></detail><extent unit="page"><start>11</start><end>26</end></extent><date>1997-03</date></part></relatedItem>
 <identifier type="doi">10.5555/lfe.1997.11</identifier><identifier type="local">x1</identifier>
 <subject><topic>eels</topic></subject><abstract>Nets &amp; lamps</abstract>
</mods>
<m:mods><m:titleInfo><m:title>Night work</m:title></m:titleInfo>
 <m:name><m:namePart>Tarrow, Ivo</m:namePart><m:role><m:roleTerm>editor</m:roleTerm></m:role></m:name>
 <m:originInfo><m:place><m:placeTerm type="text">Northfield</m:placeTerm></m:place><m:publisher>Saltmarsh Books</m:publisher><m:dateIssued encoding="w3cdtf">2004</m:dateIssued><m:edition>2nd ed.</m:edition></m:originInfo></m:mods>
<mods><originInfo><publisher>Nobody</publisher></originInfo></mods>
<mods><titleInfo><title>Cut off</titl`;

test('MODS: prefixes, host and series, parts, and XML that breaks off', () => {
	const r = readReferences(MODS)!;
	assert.equal(r.format, 'mods');
	const [a, b] = r.records.map((x) => x.item);
	assert.deepEqual(
		[a.type, a.title, a['container-title'], a.volume, a.issue, a.page, a.DOI, a.issued, a.abstract],
		[
			'article-journal',
			'The lit channel: A net survey',
			'Letters in Field Ecology',
			'4',
			'2',
			'11-26',
			'10.5555/lfe.1997.11',
			{ 'date-parts': [[1997, 3]] },
			'Nets & lamps'
		]
	);
	assert.deepEqual(a.author, [{ family: 'Okafor', given: 'Ebele' }, { literal: 'Harbour Board' }]);
	assert.deepEqual(
		[b.type, b.editor, b['publisher-place'], b.publisher, b.edition],
		['book', [{ family: 'Tarrow', given: 'Ivo' }], 'Northfield', 'Saltmarsh Books', '2nd ed.']
	);
	assert.equal(r.records.length, 2);
	assert.deepEqual(
		r.skipped.map((s) => [s.line, /neither|broken/.test(s.why)]),
		[
			[16, true],
			[17, true]
		]
	);
});

test('bytes in any of the usual encodings', () => {
	const word = 'Möwe';
	assert.equal(decodeText(new TextEncoder().encode(word)), word);
	assert.equal(decodeText(new Uint8Array([0x4d, 0xf6, 0x77, 0x65])), word);
	assert.equal(decodeText(new Uint8Array([0xff, 0xfe, ...[...word].flatMap((c) => [c.charCodeAt(0), 0])])), word);
});

test('formats are told by their contents', () => {
	assert.equal(detectFormat('<?xml version="1.0"?><mods xmlns="x"/>'), 'mods');
	assert.equal(detectFormat('PMID- 1\nTI  - x'), 'nbib');
	assert.equal(detectFormat('<html><body>mods</body></html>'), null);
	assert.equal(detectFormat(''), null);
});

test('CSV: quoting by RFC 4180, and no cell that a spreadsheet would run', () => {
	const csv = writeCsv([
		{
			key: 'a',
			item: {
				id: 'a',
				type: 'book',
				title: 'Quays, "lit"',
				author: [{ family: 'Sund', given: 'A.' }],
				issued: { 'date-parts': [[2019, 5]] }
			},
			tags: ['x']
		},
		{ key: 'b', item: { id: 'b', type: 'book', title: '=HYPERLINK("x")', publisher: 'P' } }
	]);
	assert.deepEqual(csv.split('\r\n'), [
		'key,type,author,title,issued,publisher,tags,annotation',
		'a,book,"Sund, A.","Quays, ""lit""",2019-05,,x,',
		`b,book,,"'=HYPERLINK(""x"")",,P,,`,
		''
	]);
});
