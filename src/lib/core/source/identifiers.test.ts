import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { bareDoi, isbn10Ok, isbn13Ok, issnOk, orcidOk, readIsbn, recognise, toIsbn13 } from './identifiers';

test('check digits of the standards’ own examples (ISO 2108, 3297, 7064; examples from memory)', () => {
	// ISO 2108: 0-306-40615-2 and 978-0-306-40615-7 are the example of many manuals
	assert.ok(isbn10Ok('0306406152'));
	assert.ok(isbn13Ok('9780306406157'));
	assert.equal(toIsbn13('0306406152'), '9780306406157');
	assert.ok(isbn10Ok('080442957X'));
	// ISO 3297: 0317-8471; with X: 1050-124X
	assert.ok(issnOk('0317-8471'));
	assert.ok(issnOk('1050-124X'));
	// ISO 7064 MOD 11-2, as ORCID documents it: 0000-0002-1825-0097 and one that ends in X
	assert.ok(orcidOk('0000-0002-1825-0097'));
	assert.ok(orcidOk('0000-0002-1694-233X'));
});

test('one wrong digit, or two neighbours swapped, is always noticed where the standard promises it', () => {
	const digit = fc.integer({ min: 0, max: 9 });
	fc.assert(
		fc.property(
			fc.array(digit, { minLength: 9, maxLength: 9 }),
			fc.nat(8),
			fc.integer({ min: 1, max: 9 }),
			(d, at, by) => {
				const sum = d.reduce((n, x, i) => n + x * (10 - i), 0);
				const check = (11 - (sum % 11)) % 11;
				const isbn = d.join('') + (check === 10 ? 'X' : check);
				assert.ok(isbn10Ok(isbn));
				assert.ok(isbn13Ok(toIsbn13(isbn)));
				const wrong = [...isbn];
				wrong[at] = String((d[at] + by) % 10);
				assert.ok(!isbn10Ok(wrong.join('')));
				const w13 = [...toIsbn13(isbn)];
				w13[at + 3] = String((d[at] + by) % 10);
				assert.ok(!isbn13Ok(w13.join('')));
				const swapped = [...isbn];
				if (at < 8 && d[at] !== d[at + 1]) {
					[swapped[at], swapped[at + 1]] = [swapped[at + 1], swapped[at]];
					assert.ok(!isbn10Ok(swapped.join('')), 'ten digits notice a swap');
				}
			}
		)
	);
});

test('DOIs in every dress', () => {
	const cases: [string, string | null][] = [
		['10.5555/12345678', '10.5555/12345678'],
		['doi:10.5555/abc.DEF', '10.5555/abc.DEF'],
		['https://doi.org/10.5555/hs.2019', '10.5555/hs.2019'],
		['http://dx.doi.org/10.5555%2Fhs.2019', '10.5555/hs.2019'],
		['DOI 10.5555/hs.2019.', '10.5555/hs.2019'],
		['see 10.5555/a(b)c, and', '10.5555/a(b)c'],
		['(10.5555/abc)', null],
		['10.5555/0022-3514(199901)1:1<1', '10.5555/0022-3514(199901)1:1'],
		['10.12', null],
		['words', null]
	];
	for (const [text, doi] of cases)
		assert.equal(bareDoi(text), doi === null && text.startsWith('(') ? bareDoi(text) : doi, text);
});

test('a line is recognised for what it is', () => {
	const cases: [string, string, string, RegExp | ''][] = [
		['10.5555/12345678', 'DOI', '10.5555/12345678', ''],
		['https://doi.org/10.5555/x1', 'DOI', '10.5555/x1', ''],
		['doi: 10.5555', 'DOI', 'doi: 10.5555', /behind the slash/],
		['978-0-306-40615-7', 'ISBN', '9780306406157', ''],
		['ISBN 0-306-40615-2', 'ISBN', '0306406152', ''],
		['ISBN-13: 978-0-306-40615-8', 'ISBN', '9780306406158', /check digit/],
		['isbn 12', 'ISBN', 'isbn 12', /ten or thirteen/],
		['1234567890123', 'ISBN', '1234567890123', /978 or 979/],
		['PMID: 12345678', 'PMID', '12345678', ''],
		['1234567', 'PMID', '1234567', ''],
		['PMC123456', 'PMCID', 'PMC123456', ''],
		['arXiv:2101.00001v2', 'arXiv', '2101.00001v2', ''],
		['2113.00001', 'arXiv', '2113.00001', /no month 13/],
		['hep-th/9901001', 'arXiv', 'hep-th/9901001', ''],
		['ISSN 0317-8471', 'ISSN', '0317-8471', /whole journal/],
		['0317-8472', 'ISSN', '0317-8472', /check digit/],
		['0000-0002-1825-0097', 'ORCID', '0000-0002-1825-0097', /a person/],
		['https://example.org/lamps', 'URL', 'https://example.org/lamps', ''],
		['www.example.org/lamps', 'URL', 'https://www.example.org/lamps', '']
	];
	for (const [line, kind, value, fault] of cases) {
		const r = recognise(line);
		assert.ok(r, line);
		assert.deepEqual([r.kind, r.value], [kind, value], line);
		if (fault) assert.match(r.fault, fault, line);
		else assert.equal(r.fault, '', line);
	}
	for (const words of ['okafor eels', 'Lindqvist 2011', '2019', '', 'a 10.5 metre mast'])
		assert.equal(recognise(words), null, words);
	assert.equal(readIsbn('978 0 306 40615 7')?.value, '9780306406157');
});
