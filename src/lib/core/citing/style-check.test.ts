import assert from 'node:assert/strict';
import { test } from 'node:test';
import { demoItems } from '../../../../scripts/demo-data';
import { localeTree, styleTree } from '../../../../scripts/catalogue';
import { compileStyle, type Item } from '../csl';
import { checkStyle } from './style-check';
import { FEATURED } from './kind';

const look = (id: string, items: Item[]) => {
	const tree = styleTree(id)!;
	return checkStyle(tree, compileStyle(tree, { locales: localeTree }), items);
};
const left = (id: string, item: Item): string[] =>
	look(id, [item])
		.leftOut.flatMap((l) => l.fields.map((f) => f.field))
		.sort();

const article: Item = {
	id: 'a',
	type: 'article-journal',
	title: 'Eels and the lit channel',
	author: [{ family: 'Okafor', given: 'Ebele' }],
	'container-title': 'Letters in Field Ecology',
	volume: '4',
	issue: '2',
	page: '11-26',
	publisher: 'Saltmarsh',
	issued: { 'date-parts': [[1997, 5]] },
	DOI: '10.5555/lfe.1997.11',
	URL: 'https://example.org/lfe',
	accessed: { 'date-parts': [[2026, 3, 2]] }
};

test('what a style leaves out of a source: told by taking each field away', () => {
	// APA 7, 9.25 and 9.34 (from memory): the DOI alone, no day of reading, no publisher of a journal
	assert.deepEqual(left('apa', article), ['URL', 'accessed', 'publisher']);
	// without a DOI the address is printed
	const { DOI: _, ...plain } = article;
	assert.ok(!left('apa', plain).includes('URL'));
	// Nature prints neither issue nor address
	assert.ok(left('nature', article).includes('issue'));
	// a field that is printed in one of several is not left out
	assert.deepEqual(
		look('apa', [article, { ...plain, id: 'b' }])
			.leftOut.flatMap((l) => l.fields)
			.map((f) => f.field)
			.sort(),
		['accessed', 'publisher']
	);
});

test('sources of which nothing is printed are named', () => {
	const tree = styleTree('apa')!;
	const style = compileStyle(
		{
			...tree,
			children: tree.children.map((c) =>
				typeof c !== 'string' && (c.name === 'bibliography' || c.name === 'citation')
					? {
							...c,
							children: [
								{ name: 'layout', attrs: {}, children: [{ name: 'text', attrs: { variable: 'URL' }, children: [] }] }
							]
						}
					: c
			)
		},
		{ locales: localeTree }
	);
	const { DOI: _, URL: __, ...silent } = article;
	assert.deepEqual(checkStyle(tree, style, [silent, { ...article, id: 'b' }]).silent, ['a']);
});

test('what can be read in two ways is said where the style has it, and only there', () => {
	const points = (id: string) => look(id, []).readings.map((r) => r.what);
	assert.ok(points('modern-language-association').some((p) => p.startsWith('Titles in headline capitals')));
	assert.ok(points('apa').some((p) => p.startsWith('Long lists of names')));
	assert.ok(!points('vancouver').some((p) => p.startsWith('Letters behind the year')));
	for (const r of look('apa', []).readings) assert.ok(r.here && r.else && r.here !== r.else);
});

test('every featured style can be looked through with the demo library', () => {
	const items = [...demoItems.values()];
	for (const { id } of FEATURED) {
		const c = look(id, items);
		for (const l of c.leftOut)
			for (const f of l.fields) assert.ok(f.count > 0 && f.count <= l.of, `${id} ${l.type} ${f.field}`);
	}
});
