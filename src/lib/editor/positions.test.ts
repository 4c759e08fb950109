import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { docFromText, readCitations } from '$lib/core/manuscript';
import { blockAt, blocksNear, bibliographyPosition, positionOf } from './positions';

const doc = docFromText(
	'# T\n\nLamps {{a}} were lit.((A note of mine with {{b}} in it.))\n\n- one {{c}}\n- two\n\n> Words {{d}}\n\n{{bibliography References}}'
);

test('a citation is found by its id, in the text, in a list, in a quotation and in a note', () => {
	const all = readCitations(doc, 'in-text').citations;
	assert.equal(all.length, 4);
	for (const c of all) {
		const at = positionOf(doc, c.id);
		assert.equal(doc.nodeAt(at)?.attrs.id, c.id);
	}
	assert.equal(positionOf(doc, 'nobody'), -1);
});

test('a list is found by its id, and nothing else under it', () => {
	const list = doc.lastChild!;
	assert.equal(doc.nodeAt(bibliographyPosition(doc, list.attrs.id)), list);
	const [citation] = readCitations(doc, 'in-text').citations;
	assert.equal(bibliographyPosition(doc, citation.id), -1);
});

test('every position is in the block before which `blockAt` says it is', () => {
	fc.assert(
		fc.property(fc.nat(doc.content.size + 5), (pos) => {
			const at = blockAt(doc, pos);
			const $at = doc.resolve(at);
			assert.equal($at.depth, 0);
			const within = Math.min(pos, doc.content.size);
			const end = at + ($at.nodeAfter?.nodeSize ?? 0);
			assert.ok(at <= within && within <= end);
		})
	);
});

test('blocks near the window are those that reach into it or stand within the distance asked for', () => {
	const box = (top: number, height: number) => ({ top, bottom: top + height, height });
	fc.assert(
		fc.property(
			// blocks with their heights; widgets of the page stand between some, and are none
			fc.array(fc.tuple(fc.integer({ min: 1, max: 400 }), fc.boolean()), { minLength: 1, maxLength: 40 }),
			fc.integer({ min: -3000, max: 500 }),
			fc.nat(2),
			(parts, start, by) => {
				let y = start;
				const all = parts.map(([h, widget]) => {
					const b = box(y, h);
					y += h;
					return { ...b, widget };
				});
				const boxes = all.filter((b) => !b.widget);
				fc.pre(boxes.length > 0);
				const element = (b: ReturnType<typeof box> & { widget?: boolean }) =>
					({
						getBoundingClientRect: () => b,
						classList: { contains: (name: string) => name === 'ProseMirror-widget' && b.widget }
					}) as unknown as Element;
				const text = { children: all.map(element) } as unknown as Element;
				const window = box(0, 600);
				const [first, last] = blocksNear(text, element(window), by);
				boxes.forEach((b, i) => {
					const inside = b.bottom >= -600 * by && b.top <= 600 * (1 + by);
					if (inside) assert.ok(i >= first && i <= last, `block ${i} of ${first}–${last}`);
				});
			}
		)
	);
});
