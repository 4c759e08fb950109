/** Citations taken apart, joined, moved about and turned to another source. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import { docFromText } from './index';
import { joinCitations, moveCite, neighbourOf, replaceSource, splitCitation } from './regroup';
import type { DocCite } from './cites';

const cites = (n: Node): DocCite[] => n.attrs.cites as DocCite[];
/** Citations of a text in order: their positions and whom they cite. */
function read(doc: Node): { pos: number; ids: string[] }[] {
	const out: { pos: number; ids: string[] }[] = [];
	doc.descendants((n, pos) => {
		if (n.type.name === 'citation') out.push({ pos, ids: cites(n).map((c) => c.sourceId) });
	});
	return out;
}
const ids = (doc: Node): string[][] => read(doc).map((c) => c.ids);
const words = (doc: Node): string =>
	doc.textBetween(0, doc.content.size, '\n', (n) => (n.type.name === 'citation' ? '#' : ''));

test('one is taken out of a group and joined again: the very same group, the very same words', () => {
	const doc = docFromText('# T\n\nLamps {{a | p 2; <see> b; c}} were lit.');
	const [group] = read(doc);
	const tr = new Transform(doc);
	splitCitation(tr, group.pos, 1, 'sentence');
	assert.deepEqual(ids(tr.doc), [['a', 'c'], ['b']]);
	assert.equal(words(tr.doc), 'T\nLamps # # were lit.');
	assert.equal(cites(tr.doc.nodeAt(read(tr.doc)[1].pos)!)[0].prefix, 'see');
	joinCitations(tr, read(tr.doc)[0].pos);
	assert.deepEqual(ids(tr.doc), [['a', 'c', 'b']]);
	assert.equal(words(tr.doc), words(doc));
	// notes stand without a space between them
	const marks = new Transform(doc);
	splitCitation(marks, group.pos, 0, 'note');
	assert.equal(words(marks.doc), 'T\nLamps ## were lit.');
	// nothing can be taken out of one, nor from where there is none
	for (const [text, index] of [['Lamps {{a}}.', 0] as const, ['Lamps {{a; b}}.', 2] as const]) {
		const alone = docFromText(text);
		const none = new Transform(alone);
		splitCitation(none, read(alone)[0].pos, index, 'sentence');
		assert.equal(none.steps.length, 0);
	}
});

test('neighbours have nothing but space between them', () => {
	const doc = docFromText('# T\n\n{{a}} {{b}} and {{c}}{{d}}.\n\n{{e}}');
	const [a, b, c, d, e] = read(doc).map((x) => x.pos);
	assert.deepEqual(
		[a, b, c, d, e].map((pos) => neighbourOf(doc, pos)),
		[b, -1, d, -1, -1]
	);
	const tr = new Transform(doc);
	joinCitations(tr, b);
	assert.equal(tr.steps.length, 0, 'words between them keep them apart');
});

test('property: cites moved about are all still there, and no citation is left without any', () => {
	const group = fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { minLength: 1, maxLength: 4 });
	const move = fc.record({ from: fc.nat(5), index: fc.nat(4), to: fc.nat(5) });
	fc.assert(
		fc.property(fc.array(group, { minLength: 2, maxLength: 5 }), fc.array(move, { maxLength: 6 }), (groups, moves) => {
			const doc = docFromText(groups.map((g, i) => `Words ${i} {{${g.join('; ')}}} go on.`).join('\n\n'));
			const tr = new Transform(doc);
			for (const m of moves) {
				const now = read(tr.doc);
				const [from, to] = [now[m.from % now.length], now[m.to % now.length]];
				const moved = from.ids[m.index];
				const at = moveCite(tr, from.pos, m.index, to.pos);
				const came = tr.doc.nodeAt(at)!;
				assert.equal(came.type.name, 'citation');
				if (moved && from !== to) assert.equal(cites(came).at(-1)!.sourceId, moved);
			}
			tr.doc.check();
			const left = ids(tr.doc);
			assert.ok(left.every((g) => g.length > 0));
			assert.deepEqual(left.flat().sort(), groups.flat().sort());
		})
	);
});

test('another source takes the place of one everywhere, or in one citation, with its places', () => {
	const doc = docFromText('# T\n\nLamps {{a | p 2; b}} were lit {{b}} and put out {{a | p 9}}.');
	const all = new Transform(doc);
	assert.equal(replaceSource(all, 'a', 'z'), 2);
	assert.deepEqual(ids(all.doc), [['z', 'b'], ['b'], ['z']]);
	assert.deepEqual(
		read(all.doc).map(({ pos }) => cites(all.doc.nodeAt(pos)!)[0].locator?.value),
		['2', undefined, '9']
	);
	const last = read(doc)[2].pos;
	const one = new Transform(doc);
	assert.equal(replaceSource(one, 'a', 'z', doc.nodeAt(last)!.attrs.id as string), 1);
	assert.deepEqual(ids(one.doc), [['a', 'b'], ['b'], ['z']]);
	assert.equal(replaceSource(new Transform(doc), 'nobody', 'z'), 0);
});
