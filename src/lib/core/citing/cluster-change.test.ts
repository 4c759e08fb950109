import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Cluster } from '../csl';
import { changeClusters, clusterChange, sameClusters } from './cluster-change';

const cites = ['a', 'b', 'c'].map((sourceId) => [{ sourceId }]);
const cluster = fc
	.tuple(fc.nat(6), fc.nat(2), fc.nat(2))
	.map(([id, which, noteNumber]): Cluster => ({ id: `c${id}`, cites: cites[which], noteNumber }));
const list = fc.array(cluster, { maxLength: 12 });

test('a change leads from any list to any other, and is empty where nothing changed', () => {
	fc.assert(
		fc.property(list, list, (before, after) => {
			const change = clusterChange(before, after);
			const got = changeClusters(before, change);
			assert.deepEqual(got, after);
			assert.ok(sameClusters(got, after));
			if (sameClusters(before, after)) assert.deepEqual(change, { from: before.length, gone: 0, put: [] });
		})
	);
});

test('a citation put in, taken out or edited is all that is told', () => {
	fc.assert(
		fc.property(list, fc.nat(12), cluster, (l, at, c) => {
			const i = Math.min(at, l.length);
			const put = clusterChange(l, l.toSpliced(i, 0, c));
			assert.ok(put.put.length <= 1 && put.gone === 0);
			const out = clusterChange(l, l.toSpliced(i, 1));
			assert.ok(out.put.length === 0 && out.gone <= 1);
			const edited = clusterChange(l, l.toSpliced(i, 1, c));
			assert.ok(edited.put.length <= 1 && edited.gone <= 1);
		})
	);
});
