/** What somebody does to a text in another program, case by case: what is said of it, who it was, and where it comes. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { schema } from '../manuscript';
import { commentsHere, changesOf, compare, plan, saidOf, take, withComments, type Planned, type Taking } from './index';
import { citation, note } from './random-edits';

const n = schema.nodes;
const vera = { by: 'Vera Lindgate', at: '2026-11-24T10:00:00Z' };
const p = (...parts: (string | Node)[]) =>
	n.paragraph.create(
		null,
		parts.map((x) => (typeof x === 'string' ? schema.text(x) : x))
	);
const doc = (...blocks: Node[]) => n.doc.create(null, blocks);
const label = (x: Node) => `[${x.attrs.id as string}]`;

function cameBack(base: Node, back: Node, tracked: Parameters<typeof changesOf>[1] = []) {
	const theirs = compare(base, back);
	const changes = changesOf(theirs, tracked, vera);
	return { theirs, changes, said: changes.flatMap((c) => saidOf(c, theirs, label)) };
}
function taken(base: Node, back: Node, mine: Node, taking: Taking = 'instead', which = (_: Planned) => true): Node {
	const { theirs, changes } = cameBack(base, back);
	const here = compare(base, mine);
	const tr = new Transform(mine);
	const list = plan(changes, theirs, here).filter((x) => !x.there && which(x));
	take(
		tr,
		list.map((planned) => ({ planned, taking })),
		theirs,
		here
	);
	tr.doc.check();
	return tr.doc;
}
const text = (d: Node) => d.textBetween(0, d.content.size, '\n', (x) => (x.isInline ? label(x) : ''));

const base = doc(
	p('The lamps were lit at dusk. They were put out at dawn.', note('n1', 'So the board said.'), ' Nobody asked why.'),
	p('The quay was dark for three years, and the board paid for it ', citation('c1'), '.'),
	p('In the end the light came back.')
);

test('words, a sentence, a paragraph: what is said of them, and that the rest is let alone', () => {
	const back = doc(
		p(
			'The lamps were lit at nightfall. They were put out at dawn.',
			note('x', 'So the board said.'),
			' Nobody asked why.'
		),
		p('The quay was dark for three years, and the board paid for it ', citation('c1'), '. It paid twice.'),
		p('And a new paragraph stands here.'),
		p('In the end the light came back.')
	);
	const { said, changes } = cameBack(base, back);
	assert.deepEqual(
		said.map((s) => [s.how, s.was, s.now, s.of]),
		[
			['replaced', 'dusk', 'nightfall', ''],
			['added', '', 'It paid twice.', 'sentence'],
			['added-block', '', 'And a new paragraph stands here.', 'paragraph']
		]
	);
	assert.deepEqual(new Set(changes.map((c) => c.by)), new Set(['Vera Lindgate']));
	assert.equal(text(taken(base, back, base)), text(back).replaceAll('[x]', '[n1]'));
});

test('changes in one sentence stand together; a full stop between them parts them', () => {
	const back = doc(
		p(
			'The lamps were lit at nightfall. They were snuffed at dawn.',
			note('x', 'So the board said.'),
			' Nobody asked why.'
		),
		p('The harbour was dark for three years, and the board paid all of it ', citation('c1'), '.'),
		base.child(2)
	);
	assert.deepEqual(
		cameBack(base, back).changes.map((c) => c.edits.length),
		[1, 1, 2]
	);
});

test('words in a note, words typed over a citation, a citation taken out', () => {
	const over = citation('c1');
	const hand = over.type.create({ ...over.attrs, override: { text: 'ibid.', basis: '(x)' } });
	const back = doc(
		p(
			'The lamps were lit at dusk. They were put out at dawn.',
			note('x', 'So the whole board said.'),
			' Nobody asked why.'
		),
		p('The quay was dark for three years, and the board paid for it ', hand, '.'),
		base.child(2)
	);
	assert.deepEqual(
		cameBack(base, back).said.map((s) => [s.how, s.now]),
		[
			['added', 'whole'],
			['cite', 'ibid.']
		]
	);
	const without = doc(base.child(0), p('The quay was dark for three years.'), base.child(2));
	const [gone] = cameBack(base, without).said;
	assert.deepEqual([gone.how, gone.gone], ['removed', ['[c1]']]);
	// words by hand on both sides are to be decided, and stay meanwhile
	const mine = new Transform(base).setNodeAttribute(findCitation(base), 'override', {
		text: 'see the ledger',
		basis: ''
	});
	const now = taken(base, back, mine.doc, 'instead', (x) => !x.meets);
	assert.match(now.toString(), /So the whole board said/);
	assert.equal((now.nodeAt(findCitation(now))!.attrs.override as { text: string }).text, 'see the ledger');
});

function findCitation(d: Node): number {
	let at = -1;
	d.descendants((x, pos) => {
		if (x.type.name === 'citation') at = pos;
		return true;
	});
	return at;
}

test('a paragraph that was moved is moved as it is here, with what was changed in it on both sides', () => {
	const back = doc(base.child(1), base.child(0), base.child(2));
	assert.deepEqual(
		cameBack(base, back).said.map((s) => s.how),
		['moved']
	);
	const mine = doc(
		p(
			'The lamps were lit at dusk. They were put out at dawn.',
			note('n1', 'So the board said, twice.'),
			' Nobody asked why.'
		),
		...base.children.slice(1)
	);
	const now = taken(base, back, mine);
	assert.match(text(now), /^The quay was dark[^]*\nThe lamps were lit/);
	assert.match(now.toString(), /So the board said, twice\./);
});

test('parted and joined paragraphs, a heading made of one, words made bold', () => {
	const parted = doc(
		p('The lamps were lit at dusk.'),
		p('They were put out at dawn.', note('x', 'So the board said.'), ' Nobody asked why.'),
		...base.children.slice(1)
	);
	assert.deepEqual(
		cameBack(base, parted).said.map((s) => s.how),
		['split']
	);
	assert.equal(taken(base, parted, base).childCount, 4);
	assert.deepEqual(
		cameBack(parted, base).said.map((s) => s.how),
		['joined']
	);
	const back = doc(
		base.child(0),
		base.child(1),
		n.heading.create({ level: 2 }, [
			schema.text('In the end '),
			schema.text('the light', [schema.mark('strong')]),
			schema.text(' came back.')
		])
	);
	assert.deepEqual(
		cameBack(base, back).said.map((s) => [s.how, s.of]),
		[
			['kind', 'heading 1'],
			['format', '+strong']
		]
	);
	const last = taken(base, back, base).lastChild!;
	assert.equal(last.type.name, 'heading');
	assert.equal(last.child(1).marks[0].type.name, 'strong');
});

test('both in one sentence: apart they are both kept, in the same words it is to be decided', () => {
	const back = doc(base.child(0), base.child(1), p('In the end the electric light came back.'));
	const apart = doc(base.child(0), base.child(1), p('In the end the light came back at last.'));
	const meets = (mine: Node) => {
		const { theirs, changes } = cameBack(base, back);
		return plan(changes, theirs, compare(base, mine)).map((x) => x.meets);
	};
	assert.deepEqual(meets(apart), ['sentence']);
	assert.match(text(taken(base, back, apart)), /In the end the electric light came back at last\.$/);
	const same = doc(base.child(0), base.child(1), p('In the end darkness came back.'));
	assert.deepEqual(meets(same), ['words']);
	assert.match(text(taken(base, back, same)), /In the end the electric/);
	assert.match(
		text(taken(base, back, same, 'beside')),
		/In the end darkness came back\. In the end the electric light came back\.$/
	);
	// gone here, changed there: it can come back
	const gone = doc(base.child(0), base.child(1));
	assert.deepEqual(meets(gone), ['gone']);
	assert.equal(text(taken(base, back, gone)), text(back));
	// the same on both sides is nothing to decide
	const { theirs, changes } = cameBack(base, back);
	assert.deepEqual(
		plan(changes, theirs, compare(base, back)).map((x) => x.there),
		[true]
	);
});

test('a tracked change is that of whoever made it, and one thing though words in it stayed', () => {
	const mark = schema.mark('comment', { id: 'tracked-1' });
	const back = doc(
		base.child(0),
		p(
			'The quay was dark for ',
			schema.text('four years, and more, and then', [mark]),
			' the board paid for it ',
			citation('c1'),
			'.'
		),
		base.child(2)
	);
	const tracked = [
		{ id: 'tracked-1', how: 'in', by: 'Tomas Reiter', at: '2026-11-20T08:00:00Z', text: '' },
		{ id: 'tracked-2', how: 'out', by: 'Tomas Reiter', at: '2026-11-20T08:00:00Z', text: 'three years, and' }
	] as const;
	const { changes, said } = cameBack(base, back, tracked);
	assert.deepEqual(
		changes.map((c) => [c.by, c.at, c.tracked]),
		[['Tomas Reiter', '2026-11-20T08:00:00Z', true]]
	);
	assert.deepEqual(
		said.map((s) => [s.was, s.now]),
		[['three years, and', 'four years, and more, and then']]
	);
	// the mark is no part of the text
	assert.doesNotMatch(taken(base, back, base).toString(), /comment/);
});

test('a comment stands at its words as they are here; one that is known brings its answers', () => {
	const mark = schema.mark('comment', { id: 'k1' });
	const back = doc(
		base.child(0),
		base.child(1),
		p('In the very end ', schema.text('the light', [mark]), ' came back.')
	);
	const comment = { ...vera, text: 'Which light?', replies: [], done: false };
	const mine = doc(p('A new beginning.'), base.child(0), base.child(1), p('In the end all the light came back.'));
	const here = compare(base, mine);
	const came = commentsHere({ k1: comment }, compare(base, back), here);
	assert.deepEqual(
		came.map((c) => mine.textBetween(c.from, c.to)),
		['the light']
	);
	const first = withComments({}, came);
	assert.deepEqual(Object.keys(first.comments), ['k1']);
	const answered = came.map((c) => ({
		...c,
		id: 'k2',
		comment: { ...comment, done: true, replies: [{ ...vera, text: 'Mine.' }] }
	}));
	const again = withComments(first.comments, answered);
	assert.deepEqual(again.fresh, []);
	assert.deepEqual([again.comments.k1.done, again.comments.k1.replies.map((r) => r.text)], [true, ['Mine.']]);
	// its words are gone here: it stands at the nearest
	const short = doc(base.child(0), base.child(1), p('In the end.'));
	const [moved] = commentsHere({ k1: comment }, compare(base, back), compare(base, short));
	assert.equal(short.textBetween(moved.from, moved.to), 'end');
});
