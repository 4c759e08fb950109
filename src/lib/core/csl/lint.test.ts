/** Warnings about what a style says that CSL 1.0.2 does not know, each with its place. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { buildLocale, compileStyle, createProcessor, toHtml } from './index';
import { parseXml } from './xml';
import { lintStyle } from './lint';
import { localeTree, styleIndex, styleTree } from '../../../../scripts/catalogue';
import { elements } from './tree';

const style = (layout: string, attrs = '', before = '') =>
	`<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0" ${attrs}>
<info><title>t</title><id>t</id><anything odd="yes"/></info>${before}
<citation>
<layout>
${layout}
</layout></citation></style>`;
const said = (xml: string) =>
	compileStyle(parseXml(xml), { locales: localeTree }).warnings.map((w) => `${w.line}: ${w.message}`);

const FINDINGS: [string, string, RegExp][] = [
	['an element', '<texts variable="title"/>', /^5: <texts> is no element of CSL 1\.0\.2/],
	['an attribute', '<text variable="title" colour="red"/>', /^5: <text> has no attribute “colour”/],
	[
		'an attribute of another element',
		'<text variable="title" delimiter=", "/>',
		/^5: <text> has no attribute “delimiter”/
	],
	[
		'a value',
		'<text variable="title" font-style="slanted"/>',
		/^5: “slanted” is no value of “font-style”\. CSL 1\.0\.2 knows: normal, italic/
	],
	['a text case', '<text variable="title" text-case="shouting"/>', /^5: “shouting” is no value of “text-case”/],
	['a form', '<number variable="volume" form="binary"/>', /^5: “binary” is no value of “form”.*numeric, ordinal/],
	['a variable', '<text variable="titel"/>', /^5: “titel” is unknown to CSL 1\.0\.2 as “variable”/],
	['one of several variables', '<names variable="author autor"/>', /^5: “autor” is unknown/],
	['a term', '<text term="edittion"/>', /^5: The term “edittion” is in no locale/],
	[
		'a type',
		'<choose>\n<if type="book bok"><text variable="title"/></if></choose>',
		/^6: “bok” is unknown to CSL 1\.0\.2 as “type”\. Nothing will ever match it/
	],
	[
		'a position',
		'<choose><if position="last"><text variable="title"/></if></choose>',
		/^5: “last” is unknown .* “position”/
	],
	[
		'a locator',
		'<choose><if locator="leaf"><text variable="title"/></if></choose>',
		/^5: “leaf” is unknown .* “locator”/
	]
];
for (const [what, layout, expected] of FINDINGS) {
	test(`${what} that CSL does not know is said with its line, and the style goes on`, () => {
		const list = said(style(layout));
		assert.equal(list.length, 1, list.join('\n'));
		assert.match(list[0], expected);
		const compiled = compileStyle(parseXml(style(`${layout}<text value="x"/>`)), { locales: localeTree });
		const p = createProcessor({ style: compiled, getItem: (id) => ({ id, type: 'book', title: 'Lamps' }) });
		assert.match(toHtml(p.format({ clusters: [{ id: 'a', cites: [{ sourceId: 'a' }] }] }).clusters[0].output), /x$/);
	});
}

test('a term that the style defines is known, and info is nobody’s business', () => {
	const before = '<locale><terms><term name="edittion">Ed.</term></terms></locale>';
	assert.deepEqual(said(style('<text term="edittion"/>', '', before)), []);
});

test('warnings of the style come with the result', () => {
	const compiled = compileStyle(parseXml(style('<text variable="titel"/>')), { locales: localeTree });
	const p = createProcessor({ style: compiled, getItem: () => undefined });
	assert.match(p.format({ clusters: [] }).warnings[0].message, /titel/);
});

test('the shipped styles say nothing that CSL does not know, but for a label of authors', () => {
	const odd = new Set<string>();
	for (const { id } of styleIndex()) {
		const tree = styleTree(id)!;
		const locale = buildLocale(
			'en-US',
			localeTree,
			elements(tree).filter((e) => e.name === 'locale')
		);
		for (const w of lintStyle(tree, locale)) odd.add(w.message);
	}
	assert.deepEqual(
		[...odd],
		['The term “author” is in no locale. It prints nothing; define it in the style, or correct its name.']
	);
});
