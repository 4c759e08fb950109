/**
 * Takes changes over into the text that is here. Nothing that was put in here is lost by it: citations and notes of one's
 * own within words that are replaced stay behind the new words; a citation that only changed its place keeps what was
 * decided here about it.
 */
import { Fragment, Slice, type Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { newId, schema } from '../manuscript';
import { handOf, saysOf, type Comparison } from './compare';
import { blockPlace, theirSentence, type Planned, type Spot } from './place';

/** How a change is taken: instead of what is here, or behind what was written here. */
export type Taking = 'instead' | 'beside';

export interface Taken {
	planned: Planned;
	taking: Taking;
}

/**
 * @param tr of the document that is here
 * @param list changes as they were planned for that document
 */
export function take(tr: Transform, list: readonly Taken[], theirs: Comparison, here: Comparison): void {
	const keeper = new Keeper(theirs, here);
	let steps: Step[] = [];
	let order = 0;
	const moves: { spot: Spot; order: number }[] = [];
	for (const { planned, taking } of list) {
		for (const s of stepsOf(planned, taking, theirs, here, keeper)) steps.push({ ...s, order: order++ });
		if (taking === 'instead')
			for (const spot of planned.spots) if (spot.edit.what === 'moved') moves.push({ spot, order: order++ });
	}
	// what is moved goes with what is changed in it; what stands in something else that is moved goes first
	for (const { spot, order: nth } of moves.sort((a, b) => a.spot.to - a.spot.from - (b.spot.to - b.spot.from))) {
		const { from, to, at } = spot;
		if (from === to || (at >= from && at <= to)) continue;
		const within = (s: Step) => (s.from > from && s.to < to) || (s.from === from && s.to === to);
		const alone = new Transform(here.after);
		inOrder(steps.filter(within)).forEach((s) => s.run(alone));
		const blocks = alone.doc.slice(from, alone.mapping.map(to)).content;
		steps = steps.filter((s) => !within(s));
		steps.push(
			{ from, to, order: nth, run: (t) => replaceBlocks(t, from, to, Fragment.empty) },
			{ from: at, to: at, order: nth, run: (t) => void t.insert(at, blocks) }
		);
	}
	inOrder(steps).forEach((s) => s.run(tr));
	distinct(tr);
}

/** From the end of the text, so that what is before stays where it was found. */
const inOrder = (steps: readonly Step[]): Step[] =>
	[...steps].sort((a, b) => b.from - a.from || b.to - a.to || b.order - a.order);

interface Step {
	from: number;
	to: number;
	/** Which of two at the same place comes first. */
	order: number;
	run: (tr: Transform) => void;
}

type Bare = Omit<Step, 'order'>;

function stepsOf(p: Planned, taking: Taking, theirs: Comparison, here: Comparison, keeper: Keeper): Bare[] {
	if (p.meets === 'gone') {
		// the block comes back as they have it
		const [first] = p.changes[0].edits;
		const run = 'run' in first ? first.run : null;
		if (!run) return [];
		const nodes = keeper.own(Slice.maxOpen(Fragment.from(run.b.map((b) => b.node)))).content;
		const at = blockPlace(here, run.a[0].pos);
		return [{ from: at, to: at, run: (tr) => void tr.insert(at, nodes) }];
	}
	if (taking === 'beside') return beside(p, theirs, keeper);
	return joinedSpots(p.spots).flatMap((s) => stepOf(s, theirs, here, keeper));
}

/** Two stretches that reach into the same words here are one. */
function joinedSpots(spots: readonly Spot[]): Spot[] {
	const out: Spot[] = [];
	for (const s of spots) {
		const last = out.at(-1);
		if (last?.edit.what === 'words' && s.edit.what === 'words' && s.from < last.to)
			out[out.length - 1] = {
				...last,
				from: Math.min(last.from, s.from),
				to: Math.max(last.to, s.to),
				edit: { ...last.edit, to: s.edit.to, bTo: s.edit.bTo }
			};
		else out.push(s);
	}
	return out;
}

/** Their sentence or block behind that which is here. */
function beside(p: Planned, theirs: Comparison, keeper: Keeper): Bare[] {
	const edits = p.changes.flatMap((c) => c.edits);
	const [from, to] = [Math.min(...edits.map((e) => e.bFrom)), Math.max(...edits.map((e) => e.bTo))];
	const whole = edits.every((e) => e.what === 'words' || e.what === 'format' || e.what === 'cite');
	if (!whole) {
		const nodes = keeper.own(theirs.after.slice(from, to)).content;
		return nodes.size ? [{ from: p.mine.to, to: p.mine.to, run: (tr) => void tr.insert(p.mine.to, nodes) }] : [];
	}
	const spans = p.changes.map((c) => theirSentence(c, theirs));
	const slice = keeper.own(
		theirs.after.slice(Math.min(...spans.map((s) => s.from)), Math.max(...spans.map((s) => s.to)))
	);
	return [
		{
			from: p.mine.to,
			to: p.mine.to,
			run: (tr) => void tr.insert(p.mine.to, Fragment.from(schema.text(' ')).append(inlineOf(slice)))
		}
	];
}

function stepOf(s: Spot, theirs: Comparison, here: Comparison, keeper: Keeper): Bare[] {
	const { edit: e, from, to } = s;
	const doc = here.after;
	const step = (run: (tr: Transform) => void): Bare[] => [{ from, to, run }];
	switch (e.what) {
		case 'words': {
			const slice = keeper.own(theirs.after.slice(e.bFrom, e.bTo));
			const kept = keeper.put(s, slice);
			if (!kept.length) return step((tr) => void tr.replace(from, to, slice));
			return step((tr) => {
				const size = tr.doc.content.size;
				tr.replace(from, to, slice);
				tr.insert(to + tr.doc.content.size - size, kept);
			});
		}
		case 'format':
			return step((tr) => {
				for (const [f, t] of withoutNotes(tr.doc, from, to)) {
					for (const name of e.on) tr.addMark(f, t, schema.mark(name));
					for (const name of e.off) tr.removeMark(f, t, schema.marks[name]);
				}
			});
		case 'cite': {
			if (doc.nodeAt(from)?.type.name !== 'citation') return [];
			return step((tr) => void tr.setNodeAttribute(from, 'override', e.after.attrs.override));
		}
		case 'kind': {
			const now = doc.nodeAt(from);
			if (!now?.isTextblock) return [];
			const { lang, align } = now.attrs;
			const attrs =
				e.after.type.name === 'heading'
					? { id: (now.attrs.id as string | undefined) || newId(), level: e.after.attrs.level as number, lang, align }
					: { lang, align };
			return step((tr) => void tr.setNodeMarkup(from, e.after.type, attrs));
		}
		case 'added': {
			const slice = keeper.own(theirs.after.slice(e.bFrom, e.bTo));
			return step((tr) => void tr.insert(from, slice.content));
		}
		case 'removed':
		case 'replaced': {
			if (from === to && e.what === 'removed') return [];
			if (s.joined) {
				// what is left here of a block that was joined to another
				const left = keeper.put(s, Slice.empty);
				return step((tr) => void tr.replaceWith(from, to, left));
			}
			const slice = e.what === 'removed' ? Slice.empty : keeper.own(theirs.after.slice(e.bFrom, e.bTo));
			const kept = keeper.put(s, slice);
			return step((tr) => replaceBlocks(tr, from, to, slice.content.append(Fragment.from(asBlock(doc, from, kept)))));
		}
		case 'moved':
			return [];
	}
}

/** The pieces of a stretch between the notes in it, whose words look as they do. */
function withoutNotes(doc: Node, from: number, to: number): [number, number][] {
	const out: [number, number][] = [];
	let at = from;
	doc.nodesBetween(from, to, (n, pos) => {
		if (n.type.name !== 'note' || pos < from) return true;
		if (pos > at) out.push([at, pos]);
		at = pos + n.nodeSize;
		return false;
	});
	return to > at ? [...out, [at, to]] : out;
}

/** Blocks instead of blocks; a container that would be left without any goes with its last one, as an item of a list does. */
function replaceBlocks(tr: Transform, from: number, to: number, nodes: Fragment): void {
	const [$from, $to] = [tr.doc.resolve(from), tr.doc.resolve(to)];
	const only = $from.index() === 0 && $to.index() === $from.parent.childCount;
	if (nodes.size || !only) return void tr.replaceWith(from, to, nodes);
	if ($from.depth === 0 || /^table_(?:cell|header)$/.test($from.parent.type.name))
		return void tr.replaceWith(from, to, schema.nodes.paragraph.create());
	replaceBlocks(tr, $from.before(), $from.after(), nodes);
}

/** What was kept of a block that goes, as a paragraph where one can stand. */
function asBlock(doc: Node, from: number, kept: Node[]): Node[] {
	if (!kept.length) return [];
	const parent = doc.resolve(from).parent;
	const paragraph = schema.nodes.paragraph.create(null, kept);
	if (parent.type.name === 'note')
		return [
			schema.nodes.note_paragraph.create(
				null,
				kept.filter((n) => n.type.name !== 'note')
			)
		];
	if (parent.type.name.endsWith('_list')) return [schema.nodes.list_item.create(null, paragraph)];
	return [paragraph];
}

const inlineOf = (slice: Slice): Fragment => {
	const out: Node[] = [];
	slice.content.forEach((n) => (n.isInline ? out.push(n) : n.forEach((c) => void out.push(c))));
	return Fragment.from(out);
};

/** Knows what is here, so that nothing of it is lost or there twice. */
class Keeper {
	/** Citations that are here, and that were in what was sent, by their ids. */
	private readonly citations = new Map<string, Node>();
	private readonly sent = new Map<string, Node>();
	/** Notes that they took away where they were, which may stand elsewhere. */
	private readonly notes: { sent: Node; here: Node }[] = [];
	/** Where notes stood in what was sent, by where they stand here. */
	private readonly sentNotes = new Map<number, number>();

	constructor(
		theirs: Comparison,
		private readonly here: Comparison
	) {
		here.after.descendants((n) => {
			if (n.type.name === 'citation') this.citations.set(n.attrs.id as string, n);
			return true;
		});
		here.before.descendants((n, pos) => {
			if (n.type.name === 'citation') this.sent.set(n.attrs.id as string, n);
			if (n.type.name !== 'note') return true;
			const now = here.became.get(pos);
			if (now) this.sentNotes.set(now.from, pos);
			if (theirs.became.has(pos) || !now) return true;
			const note = here.after.nodeAt(now.from);
			if (note?.type.name === 'note') this.notes.push({ sent: n, here: note });
			return true;
		});
	}

	/** Their words as they come here: what only changed its place is ours. */
	own(slice: Slice): Slice {
		const clean = (f: Fragment): Fragment => {
			const out: Node[] = [];
			f.forEach((n) => {
				const marks = n.marks.filter((m) => m.type.name !== 'comment');
				const node = n.marks.length === marks.length ? n : n.mark(marks);
				if (n.type.name === 'citation') out.push(this.cited(node).mark(marks));
				else if (n.type.name === 'note') out.push((this.noteHere(n) ?? node.copy(clean(n.content))).mark(marks));
				else out.push(n.isLeaf ? node : node.copy(clean(n.content)));
			});
			return Fragment.from(out);
		};
		return new Slice(clean(slice.content), slice.openStart, slice.openEnd);
	}

	/** A citation as it is here, with words that they typed over it where nobody did here. */
	private cited(theirs: Node): Node {
		const id = theirs.attrs.id as string;
		const ours = this.citations.get(id);
		const sent = this.sent.get(id);
		if (!ours || !sent || handOf(theirs) === handOf(sent) || handOf(ours) !== handOf(sent)) return ours ?? theirs;
		return ours.type.create({ ...ours.attrs, override: theirs.attrs.override as unknown }, null, ours.marks);
	}
	/** A note that only changed its place, as it is here. */
	private noteHere(theirs: Node): Node | null {
		const i = this.notes.findIndex((n) => n.sent.content.eq(theirs.content));
		return i < 0 ? null : this.notes.splice(i, 1)[0].here;
	}

	/**
	 * What stands here within a stretch that is replaced, was not in it when it was sent, and does not come with what
	 * replaces it.
	 */
	put({ from, to, edit }: Spot, slice: Slice): Node[] {
		const goes = new Set<string>();
		this.here.before.nodesBetween(edit.from, edit.to, (n) => {
			if (n.type.name === 'citation') goes.add(n.attrs.id as string);
			return true;
		});
		const comes = new Set<string>();
		slice.content.descendants((n) => {
			comes.add(sayOf(n));
			return true;
		});
		const out: Node[] = [];
		this.here.after.nodesBetween(from, to, (n, pos) => {
			if (pos < from || !KEPT.has(n.type.name)) return true;
			const sentAt = this.sentNotes.get(pos);
			if (sentAt !== undefined && sentAt >= edit.from && sentAt < edit.to) return true;
			if (!goes.has(n.attrs.id as string) && !comes.has(sayOf(n))) out.push(n);
			return false;
		});
		return out;
	}
}
const KEPT = new Set(['citation', 'note', 'citation_placeholder']);

/** What tells a citation or a note from another. */
const sayOf = (n: Node): string => `${n.type.name} ${saysOf(n)}`;

/** Citations that stand twice are two. */
function distinct(tr: Transform): void {
	const seen = new Set<string>();
	const again: number[] = [];
	tr.doc.descendants((n, pos) => {
		if (n.type.name !== 'citation') return true;
		if (seen.has(n.attrs.id as string)) again.push(pos);
		seen.add(n.attrs.id as string);
		return true;
	});
	for (const pos of again) tr.setNodeAttribute(pos, 'id', newId());
}
