import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { changeEntries, createSession, FEATURED, styleInfo, type EntryOutput } from './index';
import { compileStyle } from '../csl';
import { localeTree, styleTree, styleIndex } from '../../../../scripts/catalogue';
import { demoClusters, demoItems } from '../../../../scripts/demo-data';

function session(id = 'apa') {
	const s = createSession();
	s.putSources([...demoItems.values()], []);
	s.useStyle(id, id, styleTree(id)!, localeTree);
	return s;
}

test('only what changed is sent again', () => {
	const s = session();
	const clusters = demoClusters('article', false);
	const first = s.format({ clusters, uncited: [] });
	assert.equal(first.changed.length, clusters.length);
	const again = s.format({ clusters, uncited: [] });
	assert.deepEqual([again.changed.length, again.bibliography], [0, undefined]);
	const edited = clusters.map((c, i) =>
		i === 3 ? { ...c, cites: c.cites.map((x) => ({ ...x, locator: { label: 'page', value: '99' } })) } : c
	);
	const third = s.format({ clusters: edited, uncited: [] });
	assert.deepEqual(
		third.changed.map((c) => c.id),
		[clusters[3].id]
	);
});

test('a corrected source changes every citation of it at once', () => {
	const s = session();
	const clusters = demoClusters('article', false);
	s.format({ clusters, uncited: [] });
	s.putSources([{ ...demoItems.get('abara1931')!, issued: { 'date-parts': [[1932]] } }], []);
	const r = s.format({ clusters, uncited: [] });
	const touched = clusters.filter((c) => c.cites.some((x) => x.sourceId === 'abara1931')).map((c) => c.id);
	assert.deepEqual(
		r.changed.map((c) => c.id),
		touched
	);
	assert.ok(r.changed.every((c) => c.text.includes('1932')));
	assert.ok(r.bibliography!.some((e) => e.text.includes('(1932)')));
});

test('a preview changes nothing', () => {
	const s = session('ieee');
	const clusters = demoClusters('article', false);
	s.format({ clusters, uncited: [] });
	const p = s.preview([{ sourceId: 'sund1929', locator: { label: 'page', value: '2' } }], 0);
	assert.match(p.html, /^\[\d+, p\. 2\]$/);
	assert.equal(p.entries.length, 1);
	assert.equal(s.format({ clusters, uncited: [] }).changed.length, 0);
});

test('previews in between, of whatever, change nothing about what is shown (property)', () => {
	const all = demoClusters('chapter', true).slice(0, 14);
	const ids = [...demoItems.keys()];
	const step = fc.oneof(
		fc.record({ preview: fc.array(fc.constantFrom(...ids), { minLength: 1, maxLength: 3 }) }),
		fc.record({ from: fc.nat(13), to: fc.nat(14) })
	);
	fc.assert(
		fc.property(
			fc.constantFrom('apa', 'ieee', 'chicago-fullnote-bibliography-with-ibid'),
			fc.array(step, { minLength: 1, maxLength: 6 }),
			(style, steps) => {
				const s = session(style);
				const shown = new Map<string, string>();
				let list: EntryOutput[] | null = [];
				let have = 0;
				let clusters = all;
				const format = () => {
					const r = s.format({ clusters, uncited: [], have });
					have = r.answer;
					for (const c of r.changed) shown.set(c.id, c.html);
					if (r.entries) list = changeEntries(list ?? [], r.entries);
					else if (r.bibliography !== undefined) list = r.bibliography;
				};
				format();
				for (const x of steps) {
					if ('preview' in x)
						s.preview(
							x.preview.map((sourceId) => ({ sourceId })),
							3
						);
					else {
						clusters = all.slice(x.from, Math.max(x.from, x.to));
						format();
					}
				}
				clusters = all.slice(2);
				format();
				const fresh = session(style).format({ clusters, uncited: [] });
				for (const c of fresh.changed) assert.equal(shown.get(c.id), c.html);
				assert.deepEqual(list, fresh.bibliography);
			}
		),
		{ numRuns: 25 }
	);
});

test('the featured styles are in the catalogue, and their kind is known', () => {
	const index = new Map(styleIndex().map((s) => [s.id, s]));
	assert.ok(index.size > 2600);
	for (const f of FEATURED) assert.ok(index.has(f.id), f.id);
	const place = (id: string) => styleInfo(id, id, compileStyle(styleTree(id)!, { locales: localeTree })).placement;
	assert.deepEqual(['apa', 'ieee', 'american-medical-association', 'chicago-fullnote-bibliography'].map(place), [
		'sentence',
		'sentence',
		'raised',
		'note'
	]);
});
