/** Given names by the rules that look at names alone (CSL 1.0.2, "givenname-disambiguation-rule"). */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { NameIndex, type NameUse } from './name-index';

const use = (family: string, given: string, index = 0): NameUse => ({
	list: 0,
	index,
	forms: [family, `${given[0]}. ${family}`, `${given} ${family}`],
	shown: true,
	initials: true
});
const levels = (rule: ConstructorParameters<typeof NameIndex>[0], ...uses: NameUse[]) => {
	const index = new NameIndex(rule);
	for (const u of uses) index.count(u, 1);
	return uses.map((u) => index.level(u));
};

test('one person needs nothing, however often', () => {
	assert.deepEqual(levels('all-names', use('Sund', 'Ida'), use('Sund', 'Ida')), [0, 0]);
});
test('two people of one family name get initials, where these differ', () => {
	assert.deepEqual(levels('all-names', use('Sund', 'Ida'), use('Sund', 'Greta'), use('Pell', 'Ida')), [1, 1, 0]);
});
test('who shares initials too is written in full', () => {
	assert.deepEqual(levels('all-names', use('Sund', 'Ida'), use('Sund', 'Ivo'), use('Sund', 'Greta')), [2, 2, 1]);
});
test('with initials only, full names never come', () => {
	assert.deepEqual(levels('all-names-with-initials', use('Sund', 'Ida'), use('Sund', 'Greta')), [1, 1]);
	assert.deepEqual(levels('all-names-with-initials', use('Sund', 'Ida'), use('Sund', 'Ivo')), [0, 0]);
});
test('the primary-name rules look at first names only', () => {
	assert.deepEqual(levels('primary-name', use('Sund', 'Ida'), use('Sund', 'Greta', 1)), [0, 0]);
	assert.deepEqual(levels('primary-name', use('Sund', 'Ida'), use('Sund', 'Greta')), [1, 1]);
});

test('counting names in and out leaves what a fresh count gives, and says whose neighbours changed', () => {
	const useArb = fc
		.record({
			family: fc.constantFrom('Sund', 'Pell'),
			given: fc.constantFrom('Ida', 'Ivo', 'Greta'),
			index: fc.nat(1)
		})
		.map((x) => use(x.family, x.given, x.index));
	const rule = fc.constantFrom('all-names' as const, 'primary-name-with-initials' as const);
	fc.assert(
		fc.property(rule, fc.array(useArb, { maxLength: 12 }), fc.array(fc.nat(11)), (r, uses, gone) => {
			const living = new NameIndex(r);
			for (const u of uses) living.count(u, 1);
			living.takeChanged();
			const before = new Map(uses.map((u) => [u, living.level(u)]));
			const left = uses.filter((_, i) => !gone.includes(i));
			for (const u of uses) if (!left.includes(u)) living.count(u, -1);
			const changed = living.takeChanged();
			const fresh = new NameIndex(r);
			for (const u of left) fresh.count(u, 1);
			for (const u of left) {
				assert.equal(living.level(u), fresh.level(u));
				if (!changed.has(u.forms[0])) assert.equal(living.level(u), before.get(u));
			}
		})
	);
});
