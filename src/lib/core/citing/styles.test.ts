/** Anatomy, samples, comparison and files of styles. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { localeTree, styleIndex, styleTree } from '../../../../scripts/catalogue';
import { compileStyle, StyleError, type Cluster, type Item } from '../csl';
import { parseXml } from '../csl/xml';
import { anatomy } from './anatomy';
import { markDifferences } from './compare-html';
import { madeUpCitations, sampleCitations, sampleEntries } from './sample';
import { linesAround, readStyleFile, styleSlug } from './style-file';

const traits = (id: string) => {
	const tree = styleTree(id)!;
	return Object.fromEntries(anatomy(tree, compileStyle(tree, { locales: localeTree })).map((t) => [t.what, t.says]));
};

test('what styles do, in words, as their manuals say', () => {
	const apa = traits('apa');
	assert.match(apa.Cites, /author and date/);
	assert.equal(apa.Form, 'between “(” and “)”');
	// APA 7, 8.17: three or more authors are shortened to the first; 9.8: up to twenty in the list, then … and the last
	assert.match(apa['Names when cited'], /^from three names on: the first and “et al.”/);
	assert.equal(apa['Names in the list'], 'from 21 names on: the first 19, then an ellipsis and the last');
	assert.match(apa['Order of the list'], /^by author, then date/);
	assert.match(apa['Given names'], /initials/);
	assert.equal(apa['Entries stand'], 'with a hanging indent');
	const ieee = traits('ieee');
	assert.match(ieee.Cites, /number/);
	assert.equal(ieee['Order of the list'], 'by first citation');
	assert.equal(ieee['Entries stand'], 'with their numbers in a column');
	// Chicago 17, 14.34: "ibid." is discouraged in favour of short forms; the variant with ibid has it
	assert.doesNotMatch(traits('chicago-fullnote-bibliography')['Cited again'], /ibid/);
	assert.match(traits('chicago-fullnote-bibliography-with-ibid')['Cited again'], /ibid.*short form/);
	assert.equal(traits('american-medical-association').Form, 'raised');
	assert.match(traits('modern-language-association').Cites, /author, without the year/);
});

test('every fifteenth style of the catalogue can be put into words', () => {
	for (const { id } of styleIndex().filter((_, i) => i % 15 === 0)) {
		const t = traits(id);
		assert.ok(t.Cites && t['Several at once'] && t.Language, id);
		assert.ok(!Object.values(t).some((s) => /undefined|NaN|\[object/.test(s)), `${id}: ${JSON.stringify(t)}`);
	}
});

test('samples: the first, one with a place, one repeated, one of several; entries of different kinds', () => {
	const c = (id: string, ...ids: string[]): Cluster => ({ id, cites: ids.map((sourceId) => ({ sourceId })) });
	const list = [c('1', 'a'), c('2', 'b'), c('3', 'c'), c('4', 'a'), c('5', 'b', 'd'), c('6', 'e')];
	list[2].cites[0].locator = { label: 'page', value: '3' };
	assert.deepEqual(sampleCitations(list), ['1', '3', '4', '5']);
	assert.deepEqual(sampleCitations([]), []);
	const kind: Record<string, string> = { a: 'book', b: 'book', c: 'article', d: 'film' };
	const item = (id: string) => ({ id, type: kind[id] }) as Item;
	assert.deepEqual(
		sampleEntries(
			Object.keys(kind).map((id) => ({ id })),
			item
		),
		['a', 'c', 'd']
	);
	const made = madeUpCitations(Object.keys(kind).map(item));
	assert.deepEqual(
		made.map((m) => m.cites.map((x) => x.sourceId)),
		[['b'], ['c', 'd'], ['b'], ['b']]
	);
	assert.deepEqual(madeUpCitations([]), []);
});

test('differences are marked, of words and of type, and tags stay nested', () => {
	assert.equal(markDifferences('(Okafor, 1997)', '(Okafor 1997)'), '(Okafor 1997)');
	assert.equal(markDifferences('Eels. 12', '<i>Eels</i>. 12'), '<i><mark>Eels</mark></i>. 12');
	assert.equal(markDifferences('A &amp; B', 'A and B'), 'A <mark>and</mark> B');
	assert.equal(markDifferences('', 'x'), '<mark>x</mark>');
	const html = fc
		.array(fc.tuple(fc.constantFrom('a', 'eel', ' ', '&amp;', '.', 'Ö'), fc.constantFrom('', 'i', 'b')), {
			maxLength: 12
		})
		.map((l) => l.map(([t, tag]) => (tag ? `<${tag}>${t}</${tag}>` : t)).join(''));
	fc.assert(
		fc.property(html, html, (a, b) => {
			assert.equal(markDifferences(a, b).replace(/<\/?mark>/g, ''), b);
			assert.equal(markDifferences(b, b), b);
		})
	);
});

const style = (info: string, rest = '') =>
	`<style xmlns="http://purl.org/net/xbiblio/csl" class="note">\n<info>${info}</info>${rest}</style>`;
test('a file says what it is; what it lacks is said with its place', () => {
	const file = readStyleFile(
		parseXml(
			style(
				'<title>My &amp; Journal</title><id>http://www.example.org/styles/My Journal.csl</id><updated>2026-01-02T00:00:00Z</updated><category citation-format="note"/><category field="history"/><rights license="http://creativecommons.org/licenses/by-sa/3.0/">words</rights>'
			)
		)
	);
	assert.deepEqual(
		[file.id, file.title, file.parent, file.updated, file.note, file.kind, file.fields],
		['my-journal', 'My & Journal', '', '2026-01-02T00:00:00Z', true, 'note', ['history']]
	);
	const dependent = readStyleFile(
		parseXml(style('<title>D</title><id>x</id><link rel="independent-parent" href="http://example.org/styles/apa"/>'))
	);
	assert.equal(dependent.parent, 'apa');
	for (const [xml, says] of [
		[style('<id>x</id>'), /no title/],
		[style('<title>T</title>'), /no <id>/],
		['<locale/>', /locale file/],
		['<html/>', /begins with <html>/],
		['<style/>', /no <info>/]
	] as const)
		assert.throws(
			() => readStyleFile(parseXml(xml)),
			(e) => e instanceof StyleError && says.test(e.message) && e.line > 0
		);
	assert.equal(styleSlug('https://example.org/a/b/#x'), 'b');
	assert.deepEqual(
		linesAround('a\nb\r\nc\nd', 2, 1).map((l) => `${l.n}${l.text}${l.here ? '!' : ''}`),
		['1a', '2b!', '3c']
	);
	const [long] = linesAround(`${'a'.repeat(300)}<here/>${'b'.repeat(300)}`, 1, 0, 307);
	assert.match(long.text, /^…a{100,}<here\/>b{100,}…$/);
	assert.equal(long.text.length, 242);
	assert.match(linesAround(`<end/>${'b'.repeat(300)}`, 1)[0].text, /^<end\/>b+…$/);
});
