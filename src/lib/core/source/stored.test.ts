/** A DOI comes in many dresses and is stored in one (ISO 26324; the shapes of addresses are those of the DOI Handbook, 3.8, from memory). */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { withBareDoi } from './stored';

const DRESSES: ((doi: string) => string)[] = [
	(d) => `https://doi.org/${d}`,
	(d) => `http://dx.doi.org/${d}`,
	(d) => `https://www.doi.org/${d}`,
	(d) => `doi:${d}`,
	(d) => `DOI: ${d}`,
	(d) => `doi ${d}.`,
	(d) => ` ${d} `,
	(d) => `doi.org/${d}`
];

test('property: in every dress it is stored bare, and what was given is kept', () => {
	const doi = fc
		.tuple(fc.integer({ min: 1000, max: 99999 }), fc.stringMatching(/^[a-z0-9][a-z0-9._-]{0,12}[a-z0-9]$/))
		.map(([n, s]) => `10.${n}/${s}`);
	fc.assert(
		fc.property(doi, fc.constantFrom(...DRESSES), (d, dress) => {
			const item = { id: 'a', type: 'article-journal', DOI: dress(d), custom: { ris: 1 } };
			const out = withBareDoi(item);
			assert.equal(out.DOI, d);
			assert.deepEqual(out.custom, { ris: 1, given: { DOI: dress(d) } });
			assert.equal(withBareDoi(out), out, 'once is enough');
		})
	);
});

test('what is bare, or no DOI, stays as it is', () => {
	for (const DOI of ['10.5555/abc', 'none', 'https://example.org/10', '']) {
		const item = { id: 'a', type: 'book', DOI };
		assert.equal(withBareDoi(item, true), item);
	}
});

test('an address that only resolves a DOI is that DOI, in a new source', () => {
	const item = { id: 'a', type: 'article-journal', URL: 'https://doi.org/10.5555/a.b' };
	assert.equal(withBareDoi(item), item, 'what is typed into a form stays where it was typed');
	assert.deepEqual(withBareDoi(item, true), {
		id: 'a',
		type: 'article-journal',
		DOI: '10.5555/a.b',
		custom: { given: { URL: 'https://doi.org/10.5555/a.b' } }
	});
	const other = { ...item, URL: 'https://example.org/doi.org/10.5555/a' };
	assert.equal(withBareDoi(other, true), other);
});
