import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
	compileStyle,
	createProcessor,
	StyleError,
	toHtml,
	toPlain,
	type Cluster,
	type CompiledStyle,
	type Item,
	type CiteForm
} from './index';
import { parseXml } from './xml';
import { localeTree, styleTree } from '../../../../scripts/catalogue';
import { demoItems } from '../../../../scripts/demo-data';

const compiled = new Map<string, CompiledStyle>();
const styleOf = (id: string): CompiledStyle => {
	if (!compiled.has(id)) compiled.set(id, compileStyle(styleTree(id)!, { locales: localeTree }));
	return compiled.get(id)!;
};
const ids = [...demoItems.keys()];
const text = (r: { output: unknown; lead: unknown }) => toHtml(r.lead as never) + '|' + toHtml(r.output as never);

const citeArb = fc.record({
	sourceId: fc.constantFrom(...ids.slice(0, 24)),
	locator: fc.option(
		fc.record({
			label: fc.constantFrom('page', 'chapter', 'section'),
			value: fc.constantFrom('12', '12-14', '3, 7', 'iv')
		}),
		{ nil: null }
	),
	form: fc.constantFrom<CiteForm>('parenthetical', 'parenthetical', 'narrative', 'year-only', 'author-only')
});
type Edit =
	| { t: 'insert'; at: number; cites: Cluster['cites'] }
	| { t: 'delete'; at: number }
	| { t: 'move'; from: number; to: number }
	| { t: 'locator'; at: number; value: string }
	| { t: 'form'; at: number; form: CiteForm }
	| { t: 'forget'; id: string }
	| { t: 'switch'; style: string }
	| { t: 'list'; id: string }
	| { t: 'correct'; id: string; year: number };
const editArb: fc.Arbitrary<Edit> = fc.oneof(
	fc.record({
		t: fc.constant('insert' as const),
		at: fc.nat(30),
		cites: fc.array(citeArb, { minLength: 1, maxLength: 3 })
	}),
	fc.record({ t: fc.constant('delete' as const), at: fc.nat(30) }),
	fc.record({ t: fc.constant('move' as const), from: fc.nat(30), to: fc.nat(30) }),
	fc.record({ t: fc.constant('locator' as const), at: fc.nat(30), value: fc.constantFrom('1', '88', '5-9') }),
	fc.record({
		t: fc.constant('form' as const),
		at: fc.nat(30),
		form: fc.constantFrom<CiteForm>('parenthetical', 'narrative', 'year-only')
	}),
	fc.record({ t: fc.constant('switch' as const), style: fc.constantFrom('nature', 'apa', 'chicago-author-date') }),
	fc.record({ t: fc.constant('forget' as const), id: fc.constantFrom(...ids.slice(0, 24)) }),
	fc.record({ t: fc.constant('list' as const), id: fc.constantFrom(...ids.slice(0, 24)) }),
	fc.record({
		t: fc.constant('correct' as const),
		id: fc.constantFrom(...ids.slice(0, 24)),
		year: fc.integer({ min: 1800, max: 2024 })
	})
);

for (const id of [
	'apa',
	'chicago-fullnote-bibliography-with-ibid',
	'ieee',
	'modern-language-association',
	'chicago-author-date',
	// numbers in ranges; numbers in an alphabetical list; a dash for the same author; letters and keys
	'vancouver',
	'journal-of-perinatal-medicine',
	'universidade-federal-do-espirito-santo-abnt-initials',
	'din-1505-2-alphanumeric'
]) {
	test(`${id}: formatting after any sequence of edits equals formatting from scratch`, () => {
		const style = styleOf(id);
		fc.assert(
			fc.property(fc.array(editArb, { minLength: 1, maxLength: 12 }), (edits) => {
				const items = new Map<string, Item>(demoItems);
				const living = createProcessor({ style, getItem: (x) => items.get(x) });
				let list: Cluster[] = [];
				let uncited: string[] = [];
				let serial = 0;
				for (const e of edits) {
					if (e.t === 'insert')
						list = [...list.slice(0, e.at), { id: `c${serial++}`, cites: e.cites }, ...list.slice(e.at)];
					else if (e.t === 'delete') list = list.filter((_, i) => i !== e.at);
					else if (e.t === 'move' && list[e.from]) {
						const [x] = [list[e.from]];
						const rest = list.filter((c) => c !== x);
						list = [...rest.slice(0, e.to), x, ...rest.slice(e.to)];
					} else if (e.t === 'locator' && list[e.at]) {
						list = list.map((c, i) =>
							i === e.at
								? { ...c, cites: c.cites.map((x) => ({ ...x, locator: { label: 'page', value: e.value } })) }
								: c
						);
					} else if (e.t === 'form' && list[e.at]) {
						list = list.map((c, i) => (i === e.at ? { ...c, cites: c.cites.map((x) => ({ ...x, form: e.form })) } : c));
					} else if (e.t === 'forget') items.delete(e.id);
					else if (e.t === 'list') uncited = [...uncited, e.id];
					else if (e.t === 'correct' && items.has(e.id))
						items.set(e.id, { ...items.get(e.id)!, issued: { 'date-parts': [[e.year]] } });
					const elsewhere =
						e.t === 'switch' ? createProcessor({ style: styleOf(e.style), getItem: (x) => items.get(x) }) : null;
					const clusters = list.map((c, i) => ({ ...c, noteNumber: style.class === 'note' ? i + 1 : 0 }));
					// another style and back: what items remember must not carry over
					elsewhere?.format({ clusters, uncited });
					const a = living.format({ clusters, uncited });
					const b = createProcessor({ style, getItem: (x) => items.get(x) }).format({ clusters, uncited });
					assert.deepEqual(a.clusters.map(text), b.clusters.map(text));
					assert.deepEqual(
						a.bibliography?.map((x) => [x.id, toHtml(x.output)]),
						b.bibliography?.map((x) => [x.id, toHtml(x.output)])
					);
				}
			}),
			{ numRuns: 30 }
		);
	});
}

test('what an edit did not touch keeps its identity', () => {
	const style = styleOf('apa');
	const p = createProcessor({ style, getItem: (x) => demoItems.get(x) });
	const clusters: Cluster[] = ids.slice(0, 10).map((s, i) => ({ id: `c${i}`, cites: [{ sourceId: s }] }));
	const a = p.format({ clusters });
	const b = p.format({
		clusters: clusters.map((c, i) =>
			i === 4 ? { ...c, cites: [{ sourceId: c.cites[0].sourceId, locator: { label: 'page', value: '7' } }] } : c
		)
	});
	b.clusters.forEach((c, i) => (i === 4 ? assert.notEqual(c, a.clusters[i]) : assert.equal(c, a.clusters[i])));
	assert.equal(b.bibliography, a.bibliography);
});

test('narrative forms stand in the sentence in every kind of style (APA 7, 8.11, 8.17)', () => {
	const one = (id: string, form: CiteForm, sources = ['okonjo2019']) => {
		const style = styleOf(id);
		const r = createProcessor({ style, getItem: (x) => demoItems.get(x) }).format({
			clusters: [
				{
					id: 'c',
					noteNumber: style.class === 'note' ? 1 : 0,
					cites: sources.map((sourceId) => ({ sourceId, form, locator: { label: 'page', value: '205' } }))
				}
			]
		});
		return [toPlain(r.clusters[0].lead), toPlain(r.clusters[0].output)];
	};
	assert.equal(one('apa', 'narrative')[1], 'Okonjo and Brandt (2019, p. 205)');
	assert.equal(one('apa', 'parenthetical')[1], '(Okonjo & Brandt, 2019, p. 205)');
	assert.equal(one('apa', 'year-only')[1], '(2019, p. 205)');
	assert.equal(one('apa', 'author-only')[1], 'Okonjo and Brandt');
	assert.equal(one('ieee', 'narrative')[1], 'Okonjo and Brandt [1, p. 205]');
	assert.equal(one('modern-language-association', 'narrative')[1], 'Okonjo and Brandt (205)');
	const [lead, note] = one('chicago-fullnote-bibliography', 'narrative');
	assert.equal(lead, 'Okonjo and Brandt');
	assert.match(
		note,
		/^Adaeze Okonjo and Lise M\. Brandt, “Mapping the Gaslit Quays,” Harbour Studies 12, no\. 3 \(2019\): 205/
	);
	assert.equal(
		one('apa', 'narrative', ['lindqvist2011', 'okafor1997'])[1],
		'Lindqvist (2011, p. 205) and Okafor (1997, p. 205)'
	);
});

test('a missing source is a visible gap and a warning, never an exception', () => {
	const p = createProcessor({ style: styleOf('apa'), getItem: (x) => demoItems.get(x) });
	const r = p.format({ clusters: [{ id: 'a', cites: [{ sourceId: 'nobody' }, { sourceId: 'okonjo2019' }] }] });
	assert.match(toPlain(r.clusters[0].output), /source missing: nobody/);
	assert.deepEqual(
		r.warnings.map((w) => w.itemId),
		['nobody']
	);
	assert.equal(r.bibliography!.length, 2);
});

test('words before and after a cite are spaced as words', () => {
	const p = createProcessor({ style: styleOf('apa'), getItem: (x) => demoItems.get(x) });
	const show = (prefix: string, suffix: string) =>
		toPlain(
			p.format({ clusters: [{ id: 'a', cites: [{ sourceId: 'osei1996', prefix, suffix }] }] }).clusters[0].output
		);
	assert.equal(show('see', ''), '(see Osei, 1996)');
	assert.equal(show('see ', ''), '(see Osei, 1996)');
	assert.equal(show('', ', emphasis added'), '(Osei, 1996, emphasis added)');
	assert.equal(show('', 'emphasis added'), '(Osei, 1996 emphasis added)');
});

const minimal = (body: string) =>
	`<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0"><info><title>t</title><id>t</id></info>${body}</style>`;

test('a style that cannot be used says where and why', () => {
	const fails = (xml: string, re: RegExp, line?: number) =>
		assert.throws(
			() => compileStyle(parseXml(xml), { locales: localeTree }),
			(e: unknown) => {
				assert.ok(e instanceof StyleError);
				assert.match(e.message, re);
				if (line) assert.equal(e.line, line);
				return true;
			}
		);
	fails('hello', /not well-formed/);
	fails('<style>\n<citation>', /not well-formed/);
	fails('<html/>', /begins with <html>/);
	fails(minimal(''), /no <citation>/);
	fails(
		minimal('\n<citation>\n<layout><text macro="gone"/></layout></citation>'),
		/macro “gone” is called but not defined/,
		3
	);
	fails(
		minimal(
			'<macro name="a"><text macro="b"/></macro><macro name="b"><text macro="a"/></macro><citation><layout><text macro="a"/></layout></citation>'
		),
		/calls itself: a → b → a/
	);
	fails('<!DOCTYPE x [<!ENTITY a "aa">]><style/>', /document type declaration is not allowed/);
	fails(minimal('<citation><layout/></citation>').replace('version="1.0"', 'version="2.0"'), /written for CSL 2\.0/);
});

test('items of any shape format without an exception', () => {
	const style = styleOf('apa');
	fc.assert(
		fc.property(
			fc.dictionary(
				fc.constantFrom('author', 'title', 'issued', 'volume', 'page', 'DOI', 'container-title', 'edition', 'type'),
				fc.oneof(
					fc.anything({ maxDepth: 2 }),
					// what cannot be made a text by the language itself
					fc.constantFrom<unknown>({ toString: [] }, { 'date-parts': [[{ toString: [] }, { valueOf: 1 }]] }),
					fc.constantFrom<unknown>([{ family: { toString: [] } }], {
						literal: { toString: [] },
						season: { toString: 1 }
					})
				)
			),
			(raw) => {
				const item = { type: 'book', ...raw, id: 'x' } as Item;
				const r = createProcessor({ style, getItem: () => item }).format({
					clusters: [{ id: 'c', cites: [{ sourceId: 'x' }] }]
				});
				assert.doesNotMatch(toPlain(r.clusters[0].output), /undefined|NaN|\[object/);
			}
		),
		{ numRuns: 300 }
	);
});

test('html is well-formed and escapes what comes from data', () => {
	const style = styleOf('chicago-author-date');
	fc.assert(
		fc.property(
			fc.string({ unit: fc.constantFrom('<', '>', '&', '"', "'", 'i', 'b', '/', ' ', 'x', '“', '”') }),
			(title) => {
				const item: Item = { id: 'x', type: 'book', title: `T ${title}`, author: [{ family: title || 'A' }] };
				const r = createProcessor({ style, getItem: () => item }).format({
					clusters: [{ id: 'c', cites: [{ sourceId: 'x' }] }]
				});
				for (const html of [toHtml(r.clusters[0].output), toHtml(r.bibliography![0].output)]) {
					const stripped = html.replace(/<\/?(i|b|sup|sub)>|<span style="[a-z:;-]+">|<\/span>/g, '');
					assert.doesNotMatch(stripped, /[<>]/);
					const opens = (html.match(/<(i|b|sup|sub|span)\b/g) ?? []).length;
					const closes = (html.match(/<\/(i|b|sup|sub|span)>/g) ?? []).length;
					assert.equal(opens, closes);
				}
			}
		),
		{ numRuns: 300 }
	);
});
