/** Fuzzed styles and items: typed errors only, and no hang. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
	compileStyle,
	createProcessor,
	DATE_VARIABLES,
	ITEM_TYPES,
	NAME_VARIABLES,
	NUMBER_VARIABLES,
	StyleError,
	toHtml,
	type Item,
	type Tree
} from './index';
import { parseXml } from './xml';
import { localeTree, styleIndex, styleTree } from '../../../../scripts/catalogue';

/** Runs of the first property; FUZZ=10000 for the long one, which also holds each run to a second. */
const RUNS = Number(process.env.FUZZ) || 1200;
/** A hang, in milliseconds: wide where other tests run beside this one, as machines are noisy. */
const HANG = process.env.FUZZ ? 1000 : 30_000;

const ids = styleIndex()
	.map((s) => s.id)
	.filter((_, i) => i % 331 === 0);

/** Writes a tree as XML, so that it can be broken. */
function write(t: Tree): string {
	const esc = (s: string) => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
	const attrs = Object.entries(t.attrs)
		.map(([k, v]) => ` ${k}="${esc(v)}"`)
		.join('');
	return `<${t.name}${attrs}>${t.children.map((c) => (typeof c === 'string' ? esc(c) : write(c))).join('')}</${t.name}>`;
}
const sources = ids.map((id) => write(styleTree(id)!));
const item: Item = {
	id: 'x',
	type: 'book',
	title: 'Lamps',
	author: [{ family: 'Sund', given: 'Ida' }],
	issued: { 'date-parts': [[1931]] }
};

function tryStyle(xml: string): void {
	const begun = performance.now();
	try {
		const style = compileStyle(parseXml(xml), { locales: localeTree });
		const r = createProcessor({ style, getItem: () => item }).format({
			clusters: [{ id: 'a', cites: [{ sourceId: 'x' }] }]
		});
		toHtml(r.clusters[0].output);
	} catch (e) {
		assert.ok(e instanceof StyleError, String((e as Error).stack));
	}
	assert.ok(performance.now() - begun < HANG, 'no hang');
}

test('styles with a stretch cut out, doubled or overwritten give a StyleError or work', () => {
	fc.assert(
		fc.property(
			fc.nat(sources.length - 1),
			fc.nat(),
			fc.nat(200),
			fc.constantFrom('cut', 'double', 'junk'),
			(which, at, length, how) => {
				const s = sources[which];
				const i = at % s.length;
				const piece = s.slice(i, i + length);
				const rest = s.slice(i + length);
				tryStyle(s.slice(0, i) + (how === 'cut' ? '' : how === 'double' ? piece + piece : '<&"\u0000x') + rest);
			}
		),
		{ numRuns: RUNS }
	);
});

test('styles with attributes and elements of another name work or say why', () => {
	const words = [
		'text',
		'names',
		'group',
		'choose',
		'date',
		'label',
		'number',
		'layout',
		'macro',
		'variable',
		'term',
		'et-al-min',
		'delimiter',
		'suffix',
		'form',
		'match',
		'position'
	];
	fc.assert(
		fc.property(
			fc.nat(sources.length - 1),
			fc.constantFrom(...words),
			fc.constantFrom(...words, 'nonsense', '-1', ''),
			fc.nat(30),
			(which, from, to, skip) => {
				const parts = sources[which].split(from);
				const at = skip % parts.length;
				tryStyle(parts.slice(0, at).join(from) + (at ? to : '') + parts.slice(at).join(from));
			}
		),
		{ numRuns: RUNS / 2 }
	);
});

test('items with anything in any field give text, and what is odd is said of that item', () => {
	const style = compileStyle(styleTree('chicago-fullnote-bibliography')!, { locales: localeTree });
	const fields = [...NAME_VARIABLES, ...DATE_VARIABLES, ...NUMBER_VARIABLES, 'title', 'container-title', 'DOI', 'note'];
	const value = fc.oneof(
		fc.anything({ maxDepth: 2 }),
		fc.string({ unit: 'binary' }),
		fc.array(fc.record({ family: fc.string(), given: fc.anything({ maxDepth: 1 }) }, { requiredKeys: [] })),
		fc.record({ 'date-parts': fc.array(fc.array(fc.anything({ maxDepth: 0 }))) })
	);
	fc.assert(
		fc.property(
			fc.dictionary(fc.constantFrom(...fields), value, { maxKeys: 6 }),
			fc.constantFrom(...ITEM_TYPES, 'odd'),
			(raw, type) => {
				const begun = performance.now();
				const it = { ...raw, type, id: 'x' } as Item;
				const r = createProcessor({ style, getItem: () => it }).format({
					clusters: [{ id: 'a', noteNumber: 1, cites: [{ sourceId: 'x' }] }]
				});
				const html = toHtml(r.clusters[0].output) + toHtml(r.bibliography![0]?.output ?? null);
				assert.doesNotMatch(html, /\[object|\bNaN\b/);
				for (const w of r.warnings) assert.ok(w.itemId === 'x' && w.field && w.message);
				assert.ok(performance.now() - begun < HANG, 'no hang');
			}
		),
		{ numRuns: RUNS / 2 }
	);
});

test('an item of any size and shape formats under a second', () => {
	const style = compileStyle(styleTree('apa')!, { locales: localeTree });
	const big: Item[] = [
		{ id: 'x', type: 'book', title: 'T'.repeat(1_000_000), author: [{ family: 'A' }] },
		{
			id: 'x',
			type: 'book',
			title: 'Many',
			author: Array.from({ length: 10_000 }, (_, i) => ({ family: `F${i}`, given: 'G. H.' }))
		},
		{ id: 'x', type: 'book', title: '<i>'.repeat(5000), issued: { 'date-parts': [['x', 'y']] } },
		{ id: 'x', type: 'book', title: `${'"'.repeat(3000)}a${"'".repeat(3000)}` },
		{
			id: 'x',
			type: 'nonsense',
			title: 'C\u0000\u0007\u001b',
			author: 'One text' as never,
			issued: 'yesterday' as never
		}
	];
	for (const b of big) {
		const begun = performance.now();
		const r = createProcessor({ style, getItem: () => b }).format({
			clusters: [{ id: 'a', cites: [{ sourceId: 'x', locator: { label: 'page', value: '1-'.repeat(2000) } }] }]
		});
		toHtml(r.clusters[0].output);
		toHtml(r.bibliography![0]?.output ?? null);
		assert.ok(performance.now() - begun < HANG, 'no hang');
	}
});
