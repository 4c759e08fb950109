/** Files that no program writes: huge, deep, broken. Time grows with size alone, and what is sound in them is read. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { decodeText, readReferences, writeCsv, type Format } from './index';

const read = (text: string, format: Format) => readReferences(text, format)!;

/** A reader whose time grows with the square of the size takes minutes for these; the runner ends it then. */
const LARGE = 120_000;

test('reading ends in time, however many authors, wrapped lines, fields and records', { timeout: 120_000 }, () => {
	const ris = (body: string) => `TY  - BOOK\nTI  - T\n${body}ER  - \n`;
	for (const [what, make, format] of [
		['RIS authors', (n: number) => ris('AU  - Sund, Vera\n'.repeat(n)), 'ris'],
		['RIS wrapped lines', (n: number) => ris(`AB  - x\n${'words\n'.repeat(n)}`), 'ris'],
		['RIS tags nobody knows', (n: number) => ris('ZZ  - x\n'.repeat(n)), 'ris'],
		['NBIB wrapped lines', (n: number) => `PMID- 1\nTI  - T\nAB  - x\n${'      words\n'.repeat(n)}`, 'nbib'],
		['NBIB editors', (n: number) => `PMID- 1\nTI  - T\n${'ED  - Sund V\n'.repeat(n)}`, 'nbib'],
		['BibTeX repeated fields', (n: number) => `@book{a,\n${'note = {x},\n'.repeat(n)}}`, 'bibtex'],
		['BibTeX authors', (n: number) => `@book{a, title={T}, author={${'Sund, V and '.repeat(n)}Low, I}}`, 'bibtex'],
		[
			'MODS names',
			(n: number) =>
				`<mods><titleInfo><title>T</title></titleInfo>${'<name><namePart>A</namePart></name>'.repeat(n)}</mods>`,
			'mods'
		],
		[
			'MODS records',
			(n: number) => `<c>${'<mods><titleInfo><title>T</title></titleInfo></mods>\n'.repeat(n)}</c>`,
			'mods'
		],
		[
			'CSL-JSON items',
			(n: number) => `[${'{"id":"a","type":"book"},\n'.repeat(n)}{"id":"b","type":"book"}]`,
			'csl-json'
		]
	] as const) {
		const r = read(make(LARGE), format);
		assert.ok(r.records.length + r.skipped.length > 0, what);
	}
});

test('RIS and NBIB: a hundred thousand authors, two hundred thousand wrapped lines are read whole', () => {
	const r = read(
		`TY  - BOOK\nTI  - T\n${'AU  - Sund, Vera\n'.repeat(100_000)}AB  - x\n${'words\n'.repeat(100_000)}ER  - \n`,
		'ris'
	);
	assert.equal((r.records[0].item.author as unknown[]).length, 100_000);
	assert.equal((r.records[0].item.abstract as string).length, 1 + 100_000 * 6);
	const long = read(
		`TY  - BOOK\nTI  - A\nER  - \nTY  - BOOK\nTI  - B\nAB  - x\n${'words\n'.repeat(200_000)}ER  - \nTY  - BOOK\nTI  - C\nER  - \n`,
		'ris'
	);
	assert.deepEqual(
		[long.records.map((x) => x.item.title), long.skipped.length, long.skipped[0].line],
		[['A', 'C'], 1, 4]
	);
	assert.match(long.skipped[0].why, /1,000,000 characters/);
});

test('one record that is too deep, too long or broken costs the others nothing, in any format', () => {
	const deep = 10_000;
	const doubling = `@string{s0 = "x"}\n${Array.from({ length: 40 }, (_, i) => `@string{s${i + 1} = s${i} # s${i}}`).join('\n')}`;
	for (const [what, text, format, titles, why] of [
		[
			'BibTeX braces',
			`@book{a, title={A}}\n@book{b, title={${'{'.repeat(deep)}x${'}'.repeat(deep)}}}\n@book{c, title={C}}`,
			'bibtex',
			['A', 'C'],
			/more than 100 deep/
		],
		[
			'BibTeX strings that double',
			`@book{a, title={A}}\n${doubling}\n@book{c, title={C}}`,
			'bibtex',
			['A', 'C'],
			/1,000,000 characters/
		],
		[
			'CSL-JSON nested',
			`[{"id":"a","type":"book","title":"A"},\n{"id":"b","type":"book","x":${'['.repeat(50_000)}${']'.repeat(50_000)}},\n{"id":"c","type":"book","title":"C"}]`,
			'csl-json',
			['A', 'C'],
			/more than 100 deep/
		],
		[
			'CSL-JSON with a broken item',
			'[{"id":"a","type":"book","title":"A"},\n{"id":"b","type":"book","title":"B",},\n{"id":"c","type":"book","title":"C"}]',
			'csl-json',
			['A', 'C'],
			/“}” is not expected at column \d+/
		],
		[
			'CSL-JSON that breaks off',
			'{"items":[{"id":"a","type":"book","title":"A"},\n{"id":"c","type":"book","title":"C"},\n{"id":"d","ty',
			'csl-json',
			['A', 'C'],
			/breaks off|does not end/
		],
		[
			'MODS entity',
			'<modsCollection><mods><titleInfo><title>B &nosuch;</title></titleInfo></mods>\n<mods><titleInfo><title>A</title></titleInfo></mods>\n<mods><titleInfo><title>C</title></titleInfo></mods></modsCollection>',
			'mods',
			['A', 'C'],
			/broken here/
		],
		[
			'MODS control character',
			'<modsCollection><mods><titleInfo><title>A</title></titleInfo></mods><mods><titleInfo><title>B\u0001</title></titleInfo></mods>\n<mods><titleInfo><title>C</title></titleInfo></mods></modsCollection>',
			'mods',
			['A', 'C'],
			/broken here/
		],
		[
			'MODS nested',
			`<c><mods><titleInfo><title>A</title></titleInfo></mods><mods>${'<note>'.repeat(deep)}</mods><mods><titleInfo><title>C</title></titleInfo></mods></c>`,
			'mods',
			['A', 'C'],
			/more than 100 deep/
		]
	] as const) {
		const r = read(text, format);
		assert.deepEqual(
			r.records.map((x) => x.item.title),
			titles,
			what
		);
		assert.ok(r.skipped.length >= 1, what);
		assert.match(r.skipped[0].why, why, what);
		assert.doesNotMatch(r.skipped[0].why, /Maximum call stack|RangeError|JSON at position|Unexpected token/, what);
		assert.ok(
			r.skipped.every((s) => s.line >= 1 && s.what.length <= 60),
			what
		);
	}
});

test('UTF-16 without a mark is told, in either order, for any format', () => {
	const text = 'TY  - BOOK\r\nTI  - Häfen\r\nER  - \r\n';
	const le = new Uint8Array(Buffer.from(text, 'utf16le'));
	const be = new Uint8Array(Buffer.from(text, 'utf16le').swap16());
	for (const bytes of [le, be]) assert.equal(decodeText(bytes), text);
	assert.equal(decodeText(new Uint8Array(Buffer.from('@book{é}', 'utf8'))), '@book{é}');
	assert.equal(decodeText(new Uint8Array(Buffer.from('@book{é}', 'latin1'))), '@book{é}');
	assert.equal(decodeText(new Uint8Array([0x41, 0])), 'A');
	assert.equal(decodeText(new Uint8Array(0)), '');
});

test('a table guards whatever a spreadsheet would reckon, and leaves plain numbers (RFC 4180)', () => {
	const table = (volume: string) =>
		writeCsv([{ key: 'k', item: { id: 'k', type: 'book', volume } }])
			.split('\r\n')[1]
			.split(',')[2];
	for (const bad of ['=1+1', '+1+1', '-1+1', '-2*3', '+A1', '-A1', '@x', '+49 30 1', '-1,5', '+'])
		assert.match(table(bad), /^"?'/, bad);
	for (const good of ['-3', '+4', '-0.5', '12', 'a-b']) assert.equal(table(good), good);
});
