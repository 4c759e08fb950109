/** What must hold for any sources: cites tell sources apart where the style can, order is total, writers escape. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { compileStyle, createProcessor, toHtml, toPlain, toRuns, type Item } from './index';
import { makeCompare, type KeyValue } from './sort';
import { localeTree, styleTree } from '../../../../scripts/catalogue';

const styleOf = (id: string) => compileStyle(styleTree(id)!, { locales: localeTree });

/** Sources out of few names and years, so that many read alike. */
const sourcesArb: fc.Arbitrary<Item[]> = fc
	.array(
		fc.record({
			author: fc.array(
				fc.record({ family: fc.constantFrom('Sund', 'Pell'), given: fc.constantFrom('Ida', 'Ivo', 'Greta M.') }),
				{ minLength: 1, maxLength: 4 }
			),
			year: fc.constantFrom(1931, 1932),
			title: fc.constantFrom('Lamps', 'Quays', 'Eels')
		}),
		{ minLength: 2, maxLength: 9 }
	)
	.map((list) =>
		list.map((x, i) => ({
			id: `s${i}`,
			type: 'book',
			title: `${x.title} ${i}`,
			author: x.author,
			issued: { 'date-parts': [[x.year]] }
		}))
	);

const citedAlone = (id: string, items: Item[]) => {
	const byId = new Map(items.map((i) => [i.id, i]));
	const p = createProcessor({ style: styleOf(id), getItem: (x) => byId.get(x) });
	return p.format({
		clusters: items.map((i, n) => ({ id: `c${n}`, noteNumber: 0, cites: [{ sourceId: i.id }] }))
	});
};

for (const id of ['apa', 'chicago-author-date', 'modern-language-association', 'harvard-cite-them-right', 'ieee']) {
	test(`${id}: two sources are never cited alike`, () => {
		fc.assert(
			fc.property(sourcesArb, (items) => {
				const forms = citedAlone(id, items).clusters.map((c) => toPlain(c.output));
				assert.equal(new Set(forms).size, items.length, forms.join(' | '));
			}),
			{ numRuns: 60 }
		);
	});
}

test('what tells sources apart is not printed where nothing reads alike', () => {
	fc.assert(
		fc.property(sourcesArb, ([first]) => {
			const [c] = citedAlone('apa', [first]).clusters;
			assert.doesNotMatch(toPlain(c.output), /\d{4}[a-z]/);
			assert.doesNotMatch(toPlain(c.output), /I\. |G\. /);
		})
	);
});

test('the order of a list does not depend on the order of citing, where nothing ties', () => {
	fc.assert(
		fc.property(sourcesArb, (items) => {
			const there = citedAlone('apa', items).bibliography!.map((e) => e.id);
			const back = citedAlone('apa', [...items].reverse()).bibliography!.map((e) => e.id);
			assert.deepEqual(there, back);
		}),
		{ numRuns: 60 }
	);
});

const keyArb: fc.Arbitrary<KeyValue> = fc.option(
	fc.string({ unit: fc.constantFrom('a', 'B', 'é', 'ß', '9', '10', ' ', '-', 'Å', 'z') }),
	{ nil: null }
);
test('comparing keys is a total order: reflexive, antisymmetric, transitive', () => {
	const key = { run: () => null, variable: '', macro: '', usesNumber: false };
	const compare = makeCompare(
		[
			{ ...key, descending: false },
			{ ...key, descending: true }
		],
		'en-US'
	);
	const rows = fc.tuple(keyArb, keyArb);
	fc.assert(
		fc.property(rows, rows, rows, (a, b, c) => {
			assert.equal(compare(a, a), 0);
			assert.equal(Math.sign(compare(a, b)), -Math.sign(compare(b, a)) || 0);
			if (compare(a, b) <= 0 && compare(b, c) <= 0) assert.ok(compare(a, c) <= 0);
		})
	);
});

test('every writer gives the same text, and none lets markup of the data through', () => {
	const nasty = fc.string({ unit: fc.constantFrom('<', '>', '&', '"', "'", 'script', 'a', ' ', '/', ']]>') });
	fc.assert(
		fc.property(nasty, nasty, (title, family) => {
			const item: Item = { id: 'x', type: 'book', title: `T${title}`, author: [{ family: `F${family}` }] };
			const p = createProcessor({ style: styleOf('apa'), getItem: () => item });
			const { output } = p.format({ clusters: [{ id: 'a', cites: [{ sourceId: 'x' }] }] }).bibliography![0];
			const html = toHtml(output);
			const tags = html.match(/<[^>]*>/g) ?? [];
			for (const t of tags) assert.match(t, /^<\/?(i|b|sup|sub|span)( style="[a-z:;-]+")?>$/);
			const read = html
				.replace(/<[^>]*>/g, '')
				.replace(/&#60;/g, '<')
				.replace(/&#62;/g, '>')
				.replace(/&#34;/g, '"')
				.replace(/&#39;/g, "'")
				.replace(/&#38;/g, '&');
			assert.equal(read, toPlain(output));
			assert.equal(
				toRuns(output)
					.map((r) => r.text)
					.join(''),
				toPlain(output)
			);
		})
	);
});
