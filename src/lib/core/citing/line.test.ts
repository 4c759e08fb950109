import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { citesOfLine, placeholderHint, parseLine, writeLine, writeParts, type Said } from './index';

test('words, locators and sources are told apart', () => {
	const p = parseLine('okafor 1997 p 12-14; lindqvist tidal; sund', []);
	assert.deepEqual(
		p.map((x) => x.query),
		['okafor 1997', 'lindqvist tidal', 'sund']
	);
	assert.deepEqual(p[0].locator, { label: 'page', value: '12-14' });
	assert.equal(p[1].locator, null);
	assert.deepEqual([p[1].from, p[1].to], [20, 36]);
});

test('a chosen source keeps its locator, words before and words after', () => {
	const chosen = [
		{ label: 'Okafor 1997', sourceId: 'o' },
		{ label: 'Sund 1929', sourceId: 's' }
	];
	const p = parseLine('see also | Okafor 1997 p 12, emphasis added; Sund 1929 ch 3', chosen);
	assert.deepEqual(citesOfLine(p, 'parenthetical'), [
		{
			sourceId: 'o',
			locator: { label: 'page', value: '12' },
			prefix: 'see also',
			suffix: ', emphasis added',
			form: 'parenthetical'
		},
		{ sourceId: 's', locator: { label: 'chapter', value: '3' }, prefix: '', suffix: '', form: 'parenthetical' }
	]);
});

test('words before a chosen source come before the cite, a bar or not', () => {
	const chosen = [{ label: 'Okafor 1997', sourceId: 'o' }];
	for (const line of ['as Okafor 1997 p 3', 'as | Okafor 1997 p 3'])
		assert.equal(parseLine(line, chosen)[0].prefix, 'as', line);
	// not chosen yet: the words that usually stand before a cite are no words to find it by
	const p = parseLine('see also okafor tide p 3; cf. sund; but see | the lamp; seen eel', []);
	assert.deepEqual(
		p.map((x) => [x.prefix, x.query]),
		[
			['see also', 'okafor tide'],
			['cf.', 'sund'],
			['but see', 'the lamp'],
			['', 'seen eel']
		]
	);
});

test('every kind of locator as people write it', () => {
	const kinds: [string, string, string][] = [
		['p 12', 'page', '12'],
		['pp. 12–14', 'page', '12-14'],
		['p 3, 7, 12-4', 'page', '3, 7, 12-4'],
		['xii-xv', 'page', 'xii-xv'],
		['ch. 3', 'chapter', '3'],
		['§ 2', 'section', '2'],
		['§§ 2-4', 'section', '2-4'],
		['fig 1a', 'figure', '1a'],
		['para 4', 'paragraph', '4'],
		['¶ 9', 'paragraph', '9'],
		['vol 2', 'volume', '2'],
		['1:02:30', 'timestamp', '1:02:30'],
		['l. 20', 'line', '20'],
		['v 7', 'verse', '7'],
		['fol 12v', 'folio', '12v'],
		['n 5', 'note', '5'],
		['col 2', 'column', '2'],
		['table 3', 'table', '3'],
		['art 12', 'article-locator', '12'],
		['app B2', 'appendix', 'B2'],
		['s.v. lamplighter', 'sub-verbo', 'lamplighter'],
		['act 2', 'act', '2'],
		['sc 3', 'scene', '3'],
		['12', 'page', '12']
	];
	const chosen = [{ label: 'Okafor 1997', sourceId: 'o' }];
	for (const [typed, label, value] of kinds)
		assert.deepEqual(parseLine(`Okafor 1997 ${typed}`, chosen)[0].locator, { label, value }, typed);
	// two at once: both are printed as one place
	assert.deepEqual(parseLine('Okafor 1997 vol 2 p 15', chosen)[0].locator, { label: 'volume', value: '2, p. 15' });
	for (const typed of ['somewhere', 'p', 'page one', 'chapter', 'p -'])
		assert.equal(parseLine(`Okafor 1997 ${typed}`, chosen)[0].locator, null, typed);
});

test('parts written out and read again are the same, whatever their words', () => {
	// words that cannot be read as a place: no kind of locator begins with these letters
	const words = fc.stringMatching(/^[hkw][a-z;,. ]{0,12}[a-z]$/).map((s) => s.replace(/\s+/g, ' '));
	const said: fc.Arbitrary<Said> = fc.record(
		{
			query: fc.nat({ max: 50 }).map((n) => `Author ${1900 + n}`),
			sourceId: fc.constantFrom('a', 'b'),
			form: fc.constantFrom(null, 'narrative' as const),
			locator: fc.option(
				fc.record(
					{
						label: fc.constantFrom('page', 'chapter', 'figure'),
						value: fc.constantFrom('3', '12-14', '1, 5')
					},
					{ noNullPrototype: true }
				)
			),
			prefix: fc.option(words, { nil: '' }),
			suffix: fc.option(
				words.map((w) => `, ${w}`),
				{ nil: '' }
			),
			unread: fc.constant('')
		},
		{ noNullPrototype: true }
	);
	fc.assert(
		fc.property(fc.array(said, { minLength: 1, maxLength: 4 }), (parts) => {
			const { line, chosen } = writeParts(parts);
			const again = parseLine(line, chosen);
			const bare = ({ query, sourceId, form, locator, prefix, suffix, unread }: Said) => ({
				query,
				sourceId,
				form,
				locator,
				prefix,
				suffix,
				unread
			});
			assert.deepEqual(again.map(bare), parts.map(bare), line);
		}),
		{ numRuns: Number(process.env.FUZZ ?? 300) }
	);
});

test('a question mark asks for a gap', () => {
	assert.equal(placeholderHint('? who counted them'), 'who counted them');
	assert.equal(placeholderHint('?'), '');
	assert.equal(placeholderHint('okafor ?'), null);
});

test('a bare number behind a source is a page; a year among the words is not', () => {
	const p = parseLine('Okafor 1997 12', [{ label: 'Okafor 1997', sourceId: 'o' }]);
	assert.deepEqual(p[0].locator, { label: 'page', value: '12' });
	assert.equal(parseLine('okafor 1997', [])[0].locator, null);
});

test('what cannot be understood stays as typed and is no locator', () => {
	const p = parseLine('Okafor 1997 somewhere', [{ label: 'Okafor 1997', sourceId: 'o' }]);
	assert.equal(p[0].locator, null);
	assert.equal(p[0].unread, 'somewhere');
	assert.equal(p[0].unreadFrom, 12);
});

test('a citation written out again reads as the same cites', () => {
	const cites = [
		{
			sourceId: 'a',
			locator: { label: 'page', value: '12-14' },
			prefix: 'see',
			suffix: ', my emphasis',
			form: 'parenthetical' as const
		},
		{
			sourceId: 'b',
			locator: { label: 'timestamp', value: '1:02:30' },
			prefix: '',
			suffix: '',
			form: 'parenthetical' as const
		},
		{ sourceId: 'c', locator: null, prefix: '', suffix: '', form: 'parenthetical' as const }
	];
	const { line, chosen } = writeLine(cites, (id) => `Author ${id} 1900`);
	assert.deepEqual(citesOfLine(parseLine(line, chosen), 'parenthetical'), cites);
});
