import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { readDoc, SCHEMA_VERSION } from '../manuscript';
import { changesOf, compare, plan, take, type Comparison, type Planned, type Taking } from './index';
import { acts, edited, randomText } from './random-edits';

const runs = { numRuns: Number(process.env.RETURNED_RUNS ?? 150), seed: Number(process.env.RETURNED_SEED ?? 7) };
const vera = { by: 'Vera Lindgate', at: '2026-11-24T10:00:00Z' };

interface Case {
	theirs: Comparison;
	changes: ReturnType<typeof changesOf>;
	base: Node;
}
const caseOf = (base: Node, back: Node): Case => {
	const theirs = compare(base, back);
	return { theirs, changes: changesOf(theirs, [], vera), base };
};

function taken(doc: Node, c: Case, list: (p: Planned[]) => Planned[], taking: Taking): Node {
	const here = compare(c.base, doc);
	const tr = new Transform(doc);
	take(
		tr,
		list(plan(c.changes, c.theirs, here)).map((planned) => ({ planned, taking })),
		c.theirs,
		here
	);
	tr.doc.check();
	// it can be stored and read
	return readDoc({ version: SCHEMA_VERSION, content: tr.doc.toJSON() });
}

/** Everything that does not meet what was written here at once, the others one by one. */
function takenAll(doc: Node, c: Case, taking: Taking): Node {
	let now = taken(doc, c, (p) => p.filter((x) => !x.meets && !x.there), 'instead');
	const done = new Set(plan(c.changes, c.theirs, compare(c.base, doc)).flatMap((p) => (p.meets ? [] : p.ids)));
	for (let again = true; again;) {
		again = false;
		now = taken(
			now,
			c,
			(list) => {
				const next = list.find((p) => !p.there && p.ids.some((id) => !done.has(id)));
				if (!next) return [];
				next.ids.forEach((id) => done.add(id));
				again = true;
				return [next];
			},
			taking
		);
	}
	return now;
}

const sourcesIn = (doc: Node): Map<string, Node> => {
	const out = new Map<string, Node>();
	doc.descendants((n) => {
		if (n.type.name === 'citation') out.set((n.attrs.cites as { sourceId: string }[])[0].sourceId, n);
		return true;
	});
	return out;
};
const notesIn = (doc: Node): Set<string> => {
	const out = new Set<string>();
	doc.descendants((n) => {
		if (n.type.name === 'note') out.add(n.attrs.id as string);
		return true;
	});
	return out;
};
const shown = (doc: Node): string[] => doc.children.map((b) => `${b.type.name} ${b.toString()}`);

test('what came back as it was sent has no changes', () => {
	fc.assert(
		fc.property(randomText, (doc) => {
			assert.deepEqual(caseOf(doc, readDoc({ version: SCHEMA_VERSION, content: doc.toJSON() })).changes, []);
		}),
		runs
	);
});

test('with every change taken, a text in which nothing was written since is what came back', () => {
	fc.assert(
		fc.property(randomText, acts(6), (base, theirs) => {
			const back = edited(base, theirs, 'v');
			const now = takenAll(base, caseOf(base, back), 'instead');
			const left = compare(back, now).edits;
			assert.deepEqual(
				left.map((e) => e.what),
				[],
				`\n${shown(base).join('\n')}\n— back\n${shown(back).join('\n')}\n— now\n${shown(now).join('\n')}`
			);
		}),
		runs
	);
});

test('no citation, note or word by hand is lost in any mix of edits', () => {
	fc.assert(
		fc.property(randomText, acts(6), acts(6), fc.constantFrom<Taking>('instead', 'beside'), (base, a, b, taking) => {
			const [back, mine] = [edited(base, a, 'v'), edited(base, b, 'm')];
			const now = takenAll(mine, caseOf(base, back), taking);
			const [was, theirs, here, all] = [base, back, mine, now].map(sourcesIn);
			const words = () =>
				`\n${shown(base).join('\n')}\n— back\n${shown(back).join('\n')}\n— mine\n${shown(mine).join('\n')}\n— now\n${shown(now).join('\n')}`;
			for (const s of theirs.keys()) if (!was.has(s)) assert.ok(all.has(s), `theirs: ${s}${words()}`);
			for (const [s, node] of here) {
				// what they took out and nobody touched here is gone; all else is there
				if (was.has(s) && !theirs.has(s)) continue;
				assert.ok(all.has(s), `mine: ${s}${words()}`);
				const hand = JSON.stringify(node.attrs.override);
				if (hand === JSON.stringify(was.get(s)?.attrs.override ?? null)) continue;
				if (
					JSON.stringify(theirs.get(s)?.attrs.override ?? null) !== JSON.stringify(was.get(s)?.attrs.override ?? null)
				)
					continue;
				assert.equal(JSON.stringify(all.get(s)!.attrs.override), hand, `by hand: ${s}${words()}`);
			}
			const [mineNotes, allNotes] = [notesIn(mine), notesIn(now)];
			for (const id of mineNotes) if (id.startsWith('m')) assert.ok(allNotes.has(id), `note ${id}${words()}`);
			const ids: string[] = [];
			now.descendants((n) => {
				if (n.type.name === 'citation') ids.push(n.attrs.id as string);
				return true;
			});
			assert.equal(new Set(ids).size, ids.length);
		}),
		runs
	);
});
