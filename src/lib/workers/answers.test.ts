/** What a session really answers passes the guards, in every featured style; with a part missing or of another kind it does not. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { createSession, FEATURED } from '$lib/core/citing';
import { demoClusters, demoItems } from '../../../scripts/demo-data';
import { localeTree, styleTree } from '../../../scripts/catalogue';
import { compileStyle } from '$lib/core/csl';
import { checkStyle } from '$lib/core/citing/style-check';
import { isCheckAnswer, isFormatAnswer, isInfoAnswer, isPreviewAnswer } from './answers';
import { failure } from './format-api';
import { areKnownWords } from './requests';
import { knownWords } from '$lib/core/source/sentence-case';

const session = createSession();
session.putSources([...demoItems.values()], []);
const clusters = demoClusters('article', false);

test('real answers are taken, in every featured style', () => {
	for (const { id } of FEATURED) {
		const info = session.useStyle(id, id, styleTree(id)!, localeTree);
		assert.ok(isInfoAnswer({ ok: true, info }), id);
		for (const full of [false, true])
			assert.ok(
				isFormatAnswer({ ok: true, result: session.format({ clusters, uncited: ['nobody'], full }) }),
				`${id} ${full}`
			);
		assert.ok(isPreviewAnswer({ ok: true, preview: session.preview(clusters[0].cites, 1) }), id);
	}
	assert.ok(isFormatAnswer({ ok: 'superseded' }));
	assert.ok(isFormatAnswer(failure('network', 'It could not be loaded.')));
});

test('an answer that lacks a part, or has it of another kind, is none', () => {
	session.useStyle('apa', 'APA 7th', styleTree('apa')!, localeTree);
	const result = session.format({ clusters, uncited: [] });
	result.retitled = { on: true, titles: [{ id: 'a', before: 'A Lit Shore', after: 'A lit shore' }] };
	const answer = () => structuredClone({ ok: true, result }) as unknown as Record<string, unknown>;
	assert.ok(isFormatAnswer(answer()));
	const parts = (x: Record<string, unknown>, key: string) => (x[key] as Record<string, unknown>[])[0];
	const places: ((a: Record<string, unknown>) => [Record<string, unknown>, string[]])[] = [
		(a) => [a, ['ok', 'result']],
		(a) => [a.result as Record<string, unknown>, ['answer', 'style', 'changed', 'omitted', 'warnings']],
		(a) => [(a.result as Record<string, Record<string, unknown>>).style, ['id', 'title', 'class', 'lang', 'quotes']],
		(a) => [(a.result as Record<string, Record<string, unknown>>).retitled, ['on', 'titles']],
		(a) => [parts((a.result as Record<string, Record<string, unknown>>).retitled, 'titles'), ['id', 'before', 'after']],
		(a) => [parts(a.result as Record<string, unknown>, 'changed'), ['id', 'html', 'text', 'lead']],
		(a) => [parts(a.result as Record<string, unknown>, 'bibliography'), ['id', 'html', 'text']]
	];
	for (const place of places)
		for (const key of place(answer())[1])
			for (const odd of [undefined, 7.5, { toString: null }]) {
				const a = answer();
				const [at] = place(a);
				if (typeof at[key] === typeof odd && !Array.isArray(at[key])) continue;
				at[key] = odd;
				assert.ok(!isFormatAnswer(a), `${key} as ${JSON.stringify(odd)}`);
			}
});

test('what a style shows of itself passes whole, and not with a part missing', () => {
	const tree = styleTree('apa')!;
	const check = checkStyle(tree, compileStyle(tree, { locales: localeTree }), [...demoItems.values()]);
	assert.ok(check.leftOut.length && check.readings.length);
	const answer = () => structuredClone({ ok: true, check }) as unknown as { check: Record<string, unknown> };
	assert.ok(isCheckAnswer(answer()));
	for (const key of ['warnings', 'leftOut', 'silent', 'readings']) {
		const a = answer();
		a.check[key] = [7];
		assert.ok(!isCheckAnswer(a), key);
	}
});

test('names that the library knows are taken as the page sends them, and in no other shape', () => {
	const known = () => structuredClone(knownWords(demoItems.values())) as unknown as Record<string, unknown>;
	assert.ok(areKnownWords(known()));
	for (const key of ['names', 'sure', 'people', 'acronyms', 'phrases'])
		for (const odd of [undefined, ['a'], new Set([7]), new Map([['a', 'b']])])
			assert.ok(!areKnownWords({ ...known(), [key]: odd }), key);
});
