/** Several formats in one paste. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readReferences } from './index';
import { splitFormats } from './parts';

const PIECES: Record<string, (title: string) => string> = {
	bibtex: (t) => `@book{k1,\n  title = {${t}},\n  author = {Roe, Ann}\n}`,
	ris: (t) => `TY  - BOOK\nTI  - ${t}\nAU  - Roe, Ann\nER  - `,
	nbib: (t) => `PMID- 123\nTI  - ${t}\nFAU - Roe, Ann`,
	'csl-json': (t) => `[\n {"id": "a", "type": "book", "title": ${JSON.stringify(t)}}\n]`,
	mods: (t) =>
		`<?xml version="1.0"?>\n<modsCollection xmlns="http://www.loc.gov/mods/v3">\n<mods><titleInfo><title>${t}</title></titleInfo></mods>\n</modsCollection>`
};

test('property: pieces of any formats in any order are each read, with the lines of the whole', () => {
	const piece = fc.tuple(
		fc.constantFrom(...Object.keys(PIECES)),
		fc.constantFrom('Eels', 'Lamps on quays', 'A [bracketed] {title}', 'Night')
	);
	fc.assert(
		fc.property(fc.array(piece, { minLength: 1, maxLength: 6 }), fc.constantFrom('\n', '\n\n', '\r\n'), (list, gap) => {
			const text = list.map(([f, t]) => PIECES[f](t)).join(gap === '\r\n' ? '\r\n\r\n' : gap);
			const r = readReferences(text)!;
			assert.equal(r.records.length, list.length, text);
			assert.deepEqual(r.skipped, []);
			const titles = r.records.map((x) => String(x.item.title).replace(/[{}]|<[^>]+>/g, ''));
			assert.deepEqual(
				titles,
				list.map(([, t]) => t.replace(/[{}]/g, ''))
			);
			let last = 0;
			for (const x of r.records) {
				assert.ok(x.line > last, 'lines grow');
				last = x.line;
			}
		})
	);
});

test('what only looks like another format within a record stays in it', () => {
	const text = '@book{a,\n title = {One},\n note = {\n@ home\n[1] <mods> {"x": 1}\n}\n}\n@book{b, title = {Two}}';
	assert.deepEqual(
		splitFormats(text).map((p) => p.format),
		['bibtex']
	);
	assert.equal(readReferences(text)!.records.length, 2);
});

test('an entry that is never closed does not swallow what follows', () => {
	const r = readReferences('@book{a,\n title = {One\n\nTY  - BOOK\nTI  - Two\nER  - \n')!;
	assert.deepEqual(r.formats?.at(-1), 'ris');
	assert.ok(r.records.some((x) => x.item.title === 'Two'));
});

// hours where it is quadratic
test('very many blank lines and half beginnings take no more than their length', { timeout: 120_000 }, () => {
	const size = 300_000;
	const half = [' @', '\n@ ', '[ ', '\n{ ', '\n\t'].map((piece) => piece.repeat(size));
	for (const text of [`@book{a, title = {One}}${'\n'.repeat(size)}`, ...half])
		assert.ok((readReferences(text)?.records.length ?? 0) <= 1);
});
