/** What lists take in, their order and their look. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
	arrangeBibliography,
	citedInSection,
	cleanBibliography,
	bibliographyAdjusted,
	layoutOf,
	mediumOf,
	type BibliographySource
} from './bibliography';
import { docFromText } from './text-form';

const src = (item: Record<string, unknown>, more: Partial<BibliographySource> = {}): BibliographySource => ({
	item: { id: 'x', type: 'book', ...item },
	tags: [],
	shelves: [],
	annotation: '',
	...more
});
const year = (...parts: number[]) => ({ 'date-parts': [parts] });
const library: Record<string, BibliographySource> = {
	ledger: src({ type: 'manuscript', issued: year(1870), archive: 'Municipal Archive' }, { tags: ['wages'] }),
	book: src({ issued: year(2004), abstract: ' On night work. ' }, { shelves: ['Harbour'], annotation: 'Two\nlines.' }),
	page: src({ type: 'webpage', URL: 'https://example.org', issued: year(2020, 2, 18) }),
	post: src({ type: 'post-weblog', issued: year(2020, 2) }, { tags: ['wages'] }),
	film: src({ type: 'motion_picture' })
};
const all = Object.keys(library).map((id) => ({ id }));
const list = (raw: unknown, here = new Set<string>()) =>
	arrangeBibliography(cleanBibliography(raw), all, (id) => library[id], here).map((g) => [
		g.title,
		g.entries.map((e) => e.id)
	]);

test('a list takes in kinds, tags, shelves, and what a section cites; nothing asked is everything', () => {
	assert.deepEqual(list({}), [['', ['ledger', 'book', 'page', 'post', 'film']]]);
	assert.deepEqual(list({ media: ['web', 'archive'] }), [['', ['ledger', 'page', 'post']]]);
	assert.deepEqual(list({ tags: ['wages'] }), [['', ['ledger', 'post']]]);
	assert.deepEqual(list({ shelves: ['Harbour'] }), [['', ['book']]]);
	assert.deepEqual(list({ tags: ['wages'], media: ['web'] }), [['', ['post']]]);
	assert.deepEqual(list({ takes: 'section' }, new Set(['film', 'page'])), [['', ['page', 'film']]]);
	assert.deepEqual(list({ takes: 'section' }), [['', []]]);
});

test('order by date puts the oldest first and the undated last; groups have their headings', () => {
	assert.deepEqual(list({ order: 'date' }), [['', ['ledger', 'book', 'post', 'page', 'film']]]);
	assert.deepEqual(list({ order: 'kind' }), [
		['Archival sources', ['ledger']],
		['Printed sources', ['book']],
		['Online sources', ['page', 'post']],
		['Other sources', ['film']]
	]);
});

test('a substitute for the author stands only behind that author', () => {
	const entries = [
		{ id: 'ledger', text: 'Quill, Ledger' },
		{ id: 'book', text: '———, Book', whole: { text: 'Quill, Book' } },
		{ id: 'page', text: '———, Page', whole: { text: 'Quill, Page' } },
		{ id: 'film', text: 'Sund, Film' }
	];
	const said = (raw: unknown) =>
		arrangeBibliography(cleanBibliography(raw), entries, (id) => library[id], new Set()).map((g) =>
			g.entries.map((e) => e.text)
		);
	assert.deepEqual(said({}), [['Quill, Ledger', '———, Book', '———, Page', 'Sund, Film']]);
	assert.deepEqual(said({ media: ['archive', 'web'] }), [['Quill, Ledger', '———, Page']]);
	assert.deepEqual(said({ media: ['web', 'other'] }), [['Quill, Page', 'Sund, Film']]);
	assert.deepEqual(said({ order: 'kind' }), [['Quill, Ledger'], ['Quill, Book'], ['Quill, Page'], ['Sund, Film']]);
	assert.deepEqual(said({ order: 'date' })[0][0], 'Quill, Ledger');
});

test('annotation or abstract stands below its entry', () => {
	const under = (raw: unknown) =>
		arrangeBibliography(cleanBibliography(raw), all, (id) => library[id], new Set())[0].entries[1].under;
	assert.equal(under({ under: 'annotation' }), 'Two\nlines.');
	assert.equal(under({ under: 'abstract' }), 'On night work.');
	assert.equal(under({}), '');
});

test('where a source is kept and read', () => {
	assert.equal(mediumOf({ id: 'a', type: 'report', URL: 'https://x.example', publisher: 'Press' }), 'printed');
	assert.equal(mediumOf({ id: 'a', type: 'report', URL: 'https://x.example' }), 'web');
	assert.equal(mediumOf({ id: 'a', type: 'graphic', archive_location: 'Box 4' }), 'archive');
	assert.equal(mediumOf({ id: 'a', type: 'interview' }), 'other');
});

test('looks: as the style hangs, by the manuals, and one’s own', () => {
	assert.equal(layoutOf(cleanBibliography({}), true).hanging, 0.5);
	assert.equal(layoutOf(cleanBibliography({}), false).hanging, 0);
	// APA 7, 2.12 and 9.43; MLA 9, 1.6; Turabian 9, A.2.3.5
	const apa = layoutOf(cleanBibliography({ look: 'apa' }), true);
	assert.deepEqual([apa.lines, apa.after, apa.centred, apa.bold, apa.ownPage], [2, 0, true, true, true]);
	assert.equal(layoutOf(cleanBibliography({ look: 'mla' }), true).bold, false);
	const chicago = layoutOf(cleanBibliography({ look: 'chicago' }), false);
	assert.deepEqual([chicago.hanging, chicago.lines, chicago.after], [0.5, 1, 12]);
	assert.equal(layoutOf(cleanBibliography({ look: 'own', own: { hanging: 1.2, font: 'sans' } }), true).hanging, 1.2);
	assert.deepEqual(
		[bibliographyAdjusted(cleanBibliography({})), bibliographyAdjusted(cleanBibliography({ order: 'date' }))],
		[false, true]
	);
	assert.equal(bibliographyAdjusted(cleanBibliography({ under: 'annotation' })), false);
});

test('a section is what stands between two headings of the highest level', () => {
	const doc = docFromText(
		'# T\n\n{{a}}\n\n## One\n\n{{b}}\n\n### Deeper\n\nText {{c}} ((a note {{d}})).\n\n{{bibliography}}\n\n## Two\n\n{{e}}\n\n{{bibliography}}'
	);
	const at: number[] = [];
	doc.forEach((n, pos) => n.type.name === 'bibliography' && at.push(pos));
	assert.deepEqual([...citedInSection(doc, at[0])], ['b', 'c', 'd']);
	assert.deepEqual([...citedInSection(doc, at[1], (id) => id.toUpperCase())], ['E']);
	assert.deepEqual([...citedInSection(docFromText('Text {{z}}\n\n{{bibliography}}'), 8)], ['z']);
});

test('property: whatever the settings, each entry stands in the list at most once, none is invented, order is kept', () => {
	fc.assert(
		fc.property(
			fc.anything(),
			fc.constantFrom('style', 'date', 'kind'),
			fc.subarray(Object.keys(library)),
			(raw, order, here) => {
				const s = cleanBibliography({ ...(raw as object), order });
				assert.deepEqual(cleanBibliography(s), s);
				const ids = arrangeBibliography(s, all, (id) => library[id], new Set(here)).flatMap((g) =>
					g.entries.map((e) => e.id)
				);
				assert.equal(new Set(ids).size, ids.length);
				assert.ok(ids.every((id) => id in library));
				if (order === 'style')
					assert.deepEqual(
						ids,
						Object.keys(library).filter((id) => ids.includes(id))
					);
			}
		)
	);
});
