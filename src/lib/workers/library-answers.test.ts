/** What the library's worker really answers passes its guards, and what the page really asks; spoiled, neither does. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { findDuplicates } from '$lib/core/source';
import { tidy, tidyContext } from '$lib/core/source/tidy';
import { loadWords } from '$lib/core/source/sentence-case';
import { demoClusters, demoItems } from '../../../scripts/demo-data';
import { areFindings, areGroups, areRows, isReport, sound } from './library-answers';
import { readImport } from './read-import';
import { areItems, isClusterChange, isFormatJob } from './requests';

const BIB = `@book{two, title={Night Work}, author={Tarrow, Ivo}, year=2004}
@book{three, title={BELLS OVER THE WATER}, author={Lark, Ida}, year=2001}
@book{four, title={Bells over the water}, author={Lark, I.}, year=2001}
@book{five, title={broken`;
const items = [...demoItems.values()];
const here = items.map((item) => ({ id: item.id, item }));

type Loose = Record<string, unknown>;
/** Spoils each of some keys of an object in three ways, and expects that the whole no longer passes. */
function spoil(whole: Loose, place: (w: Loose) => Loose, keys: string[], passes: (w: Loose) => boolean): void {
	assert.ok(passes(whole));
	for (const key of keys)
		for (const odd of [undefined, 7.5, { toString: null }]) {
			const copy = structuredClone(whole);
			const at = place(copy);
			if (typeof at[key] === typeof odd && !Array.isArray(at[key])) continue;
			at[key] = odd;
			assert.ok(!passes(copy), `${key} as ${JSON.stringify(odd)}`);
		}
}

test('rows and report of an import', async () => {
	const report = await readImport([{ name: 'x.bib', content: BIB }], here, () => {});
	assert.ok(report.rows.length && report.skipped.length);
	const whole = report as unknown as Loose;
	spoil(whole, (w) => w, ['files', 'rows', 'skipped', 'remarks'], isReport);
	spoil(
		whole,
		(w) => (w.rows as Loose[])[0],
		['item', 'key', 'tags', 'notes', 'file', 'line', 'state', 'like'],
		isReport
	);
	spoil(whole, (w) => (w.skipped as Loose[])[0], ['file', 'line', 'what', 'why'], isReport);
	spoil(whole, (w) => (w.files as Loose[])[0], ['name', 'format', 'read', 'skipped'], isReport);
	assert.ok(areRows(report.rows));
	assert.throws(() => sound([{}], areRows), /not whole/);
});

test('groups of duplicates, and what clean-up finds', async () => {
	const { rows } = await readImport([{ name: 'x.bib', content: BIB }], [], () => {});
	const own = rows.map((r, i) => ({ id: `n${i}`, item: r.item }));
	const groups = findDuplicates(own);
	assert.ok(groups.length);
	spoil(
		{ groups },
		(w) => (w.groups as Loose[])[0],
		['ids', 'reason', 'sure'],
		(w) => areGroups(w.groups)
	);
	const ctx = tidyContext('sentence', items, await loadWords(), new Date());
	const findings = [...own, ...here].map((l) => ({ id: l.id, findings: tidy(l.item, ctx) }));
	const first = (w: Loose) => ((w.findings as Loose[]).find((f) => (f.findings as []).length)!.findings as Loose[])[0];
	spoil({ findings }, first, ['rule', 'field', 'message', 'present', 'proposed', 'change'], (w) =>
		areFindings(w.findings)
	);
});

test('what the page asks of formatting', () => {
	const clusters = demoClusters('article', false);
	const style = { id: 'apa', title: 'APA 7th', lang: '' };
	const job = { serial: 1, style, house: {}, clusters, uncited: ['x'], full: true, have: 2 };
	spoil(job, (w) => w, ['serial', 'style', 'house', 'clusters', 'uncited'], isFormatJob);
	spoil(job, (w) => w.style as Loose, ['id', 'title', 'lang'], isFormatJob);
	spoil(job, (w) => (w.clusters as Loose[])[0], ['id', 'cites'], isFormatJob);
	assert.ok(isFormatJob({ ...job, clusters: 'sent', full: undefined, have: undefined }));
	assert.ok(!isFormatJob({ ...job, clusters: 'all' }));
	assert.ok(isClusterChange({ from: 0, gone: 2, put: clusters }));
	assert.ok(!isClusterChange({ from: 0, gone: 2, put: [null] }));
	assert.ok(areItems(items) && !areItems([{ id: 'x' }]));
});
