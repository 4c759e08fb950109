import assert from 'node:assert/strict';
import { test } from 'node:test';
import { createSession, FEATURED, styleInfo } from './index';
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

test('a corrected source changes every citation of it at once (needs N9)', () => {
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
