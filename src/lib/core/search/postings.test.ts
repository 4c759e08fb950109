import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { FIELD_BITS, Postings, type Wanted } from './postings';
import { placeOf, WordTable } from './word-table';

const word = fc.oneof(
	fc.string({ unit: fc.constantFrom('a', 'b', 'q', 'z'), minLength: 1, maxLength: 6 }),
	fc.constantFrom('lamps', 'lamp', 'lampas', 'quay', 'quays', 'näht', 'воды', '鳥', '1890', '𝒜b')
);
/** Goes through what is made a little at a time. */
function whole<T>(steps: Generator<void, T>): T {
	for (let s = steps.next(); ; s = steps.next()) if (s.done) return s.value;
}
const mask = fc.constantFrom(FIELD_BITS.author, FIELD_BITS.title, FIELD_BITS.author | FIELD_BITS.note);

test('property: words in order find what words one by one find, with the same scores', () => {
	const record = fc.array(fc.tuple(word, mask), { maxLength: 6 }).map((list) => new Map(list));
	const wanted = fc.array(
		fc.record({
			text: word,
			fields: fc.constantFrom(255, FIELD_BITS.author, FIELD_BITS.title),
			whole: fc.boolean()
		}),
		{ minLength: 1, maxLength: 3 }
	);
	const step = fc.oneof(
		{ weight: 4, arbitrary: fc.record({ add: record }) },
		{ weight: 1, arbitrary: fc.record({ drop: fc.nat(20) }) },
		{ weight: 2, arbitrary: fc.record({ find: wanted }) }
	);
	fc.assert(
		fc.property(fc.array(step, { maxLength: 40 }), wanted, (steps, last) => {
			const all = [new Postings(0), new Postings(3), new Postings(Infinity)];
			const found = (p: Postings, w: Wanted[]): [number, number][] => {
				const out: [number, number][] = [];
				p.find(w, (slot, score) => out.push([slot, score]));
				return out.sort((a, b) => a[0] - b[0]);
			};
			for (const s of [...steps, { find: last }]) {
				if ('add' in s || 'drop' in s) all.forEach((p) => whole(p.settle()));
				if ('add' in s) assert.equal(new Set(all.map((p) => p.add(s.add))).size, 1);
				else if ('drop' in s) all.forEach((p) => p.drop(s.drop));
				else {
					const [ordered, ...others] = all.map((p) => found(p, s.find));
					for (const o of others) assert.deepEqual(o, ordered);
				}
				assert.equal(new Set(all.map((p) => `${p.size} ${p.dead}`)).size, 1);
			}
		})
	);
});

test('what comes while words are put in order ends that, and is found', () => {
	const p = new Postings(0);
	for (let i = 0; i < 4000; i++) p.add(new Map([[`w${i}`, FIELD_BITS.title]]));
	const settling = p.settle();
	assert.equal(settling.next().done, false, 'so many take more than one step');
	const slot = p.add(new Map([['w17', FIELD_BITS.author]]));
	assert.equal(settling.next().done, true);
	const find = (text: string): number[] => {
		const slots: number[] = [];
		p.find([{ text, fields: 255, whole: true }], (s) => slots.push(s));
		return slots;
	};
	assert.deepEqual(find('w17'), [17, slot]);
	whole(p.settle());
	assert.deepEqual(find('w17'), [17, slot]);
	assert.deepEqual(find('w3999'), [3999]);
});

test('property: a table has its words in order, each with all its places, however it came about', () => {
	const batch = fc.array(fc.tuple(word, fc.nat(500)), { maxLength: 20 });
	fc.assert(
		fc.property(fc.array(batch, { maxLength: 5 }), word, (batches, probe) => {
			const model = new Map<string, number[]>();
			let table = WordTable.empty;
			for (const b of batches) {
				const fresh = new Map<string, number[]>();
				const late = new Map<number, number[]>();
				for (const [w, slot] of b) {
					const place = placeOf(slot, 1);
					const at = table.find(w);
					if (at < 0) fresh.set(w, [...(fresh.get(w) ?? []), place]);
					else late.set(at, [...(late.get(at) ?? []), place]);
					model.set(w, [...(model.get(w) ?? []), place]);
				}
				table = whole(table.with(fresh, late));
			}
			const words = Array.from({ length: table.size }, (_, i) => table.word(i));
			assert.deepEqual(words, [...model.keys()].sort());
			words.forEach((w, i) => {
				assert.deepEqual([...table.places(i)], model.get(w));
				assert.equal(table.find(w), i);
			});
			assert.equal(table.lower(probe), words.filter((w) => w < probe).length);
			const from = table.lower(probe);
			const begun = words.filter((w) => w.startsWith(probe));
			assert.deepEqual(
				begun,
				begun.map((_, k) => table.word(from + k)),
				'what begins alike stands together'
			);
			for (let i = 0; i < table.size; i++) assert.equal(table.begins(i, probe), words[i].startsWith(probe));
		})
	);
});
