/** Where a change of somebody else belongs in the text as it is here now, and what was written here in the same place. */
import type { Node } from 'prosemirror-model';
import type { Change } from './changes';
import { handOf, type Comparison, type Edit, type Run } from './compare';

/** How what was written here meets a change: not at all; in its sentence; in its very words; its block is gone. */
export type Meeting = '' | 'sentence' | 'words' | 'gone';

export interface Spot {
	edit: Edit;
	from: number;
	to: number;
	/** For a block that was moved: where to. */
	at: number;
	/** A block that was joined to another here: its words are within a block. */
	joined?: boolean;
}

export interface Planned {
	/** Ids of the changes; several where their block is gone here. */
	ids: string[];
	changes: Change[];
	spots: Spot[];
	meets: Meeting;
	/** The sentence or block as it is here, where both changed it. */
	mine: { from: number; to: number };
	/** It is here already, word for word. */
	there: boolean;
}

/**
 * @param theirs from what was sent to what came back
 * @param here from what was sent to what is here now
 */
export function plan(changes: readonly Change[], theirs: Comparison, here: Comparison): Planned[] {
	const out: Planned[] = [];
	const gone = new Map<Run, Planned>();
	for (const c of changes) {
		const lost = c.edits.find((e) => 'run' in e && blockOf(here, e) === null);
		if (lost && 'run' in lost) {
			const known = gone.get(lost.run);
			if (known) {
				known.ids.push(c.id);
				known.changes.push(c);
				continue;
			}
			const at = blockPlace(here, lost.run.a[0].pos);
			const p: Planned = {
				ids: [c.id],
				changes: [c],
				spots: [],
				meets: 'gone',
				mine: { from: at, to: at },
				there: false
			};
			gone.set(lost.run, p);
			out.push(p);
			continue;
		}
		const placed = c.edits.map((e) => place(e, theirs, here));
		const spots = placed.map((p) => p.spot);
		const mine = { from: textPlace(here, c.from, 'start'), to: textPlace(here, c.to, 'end') };
		for (const s of spots) {
			mine.from = Math.min(mine.from, s.from);
			mine.to = Math.max(mine.to, s.to);
		}
		const meets: Meeting = placed.some((p) => p.meets) ? 'words' : writtenIn(here, c) ? 'sentence' : '';
		out.push({
			ids: [c.id],
			changes: [c],
			spots,
			meets,
			mine,
			there: spots.every((s) => isThere(s, theirs, here))
		});
	}
	return out;
}

/** The sentence or block of a change as they have it, in what came back. */
export function theirSentence(c: Change, theirs: Comparison): { from: number; to: number } {
	const own = {
		from: Math.min(...c.edits.map((e) => e.bFrom)),
		to: Math.max(...c.edits.map((e) => e.bTo))
	};
	if (!c.edits.every((e) => 'run' in e && e.what !== 'kind')) return own;
	return {
		from: Math.min(own.from, textPlace(theirs, c.from, 'start')),
		to: Math.max(own.to, textPlace(theirs, c.to, 'end'))
	};
}

/** The block of text that an edit is in, as it is here; null where it is gone. */
function blockOf(here: Comparison, e: Edit): Run | null {
	if (e.what === 'kind') return here.runs.get(e.from) ?? null;
	return runAt(here, e.from);
}

function runAt(here: Comparison, pos: number): Run | null {
	const $pos = here.before.resolve(pos);
	return $pos.parent.inlineContent && $pos.depth ? (here.runs.get($pos.before()) ?? null) : null;
}

function place(e: Edit, theirs: Comparison, here: Comparison): { spot: Spot; meets: boolean } {
	switch (e.what) {
		case 'words':
		case 'format':
		case 'cite': {
			const meets = meetsWords(here, e);
			const edit = meets && e.what === 'words' ? widened(e, theirs, here) : e;
			const from = textPlace(here, edit.from, edit.from === edit.to ? 'point' : 'start');
			const to = edit.from === edit.to ? from : textPlace(here, edit.to, 'end');
			return { spot: { edit, from, to: Math.max(from, to), at: -1 }, meets };
		}
		case 'added': {
			const at = blockPlace(here, e.from);
			return { spot: { edit: e, from: at, to: at, at: -1 }, meets: false };
		}
		default: {
			const now = here.became.get(e.from);
			const at = e.what === 'moved' ? blockPlace(here, e.at) : -1;
			if (!now) {
				const here0 = blockPlace(here, e.from);
				return { spot: { edit: e, from: here0, to: here0, at }, meets: e.what === 'replaced' };
			}
			const run = here.runs.get(e.from);
			if (run && run.a.length > 1) {
				const from = textPlace(here, e.from + 1, 'start');
				const to = Math.max(from, textPlace(here, e.to - 1, 'end'));
				const goes = e.what === 'removed' || e.what === 'replaced';
				return { spot: { edit: e, from, to: goes ? to : from, at: from, joined: true }, meets: true };
			}
			const changed = e.what === 'removed' || e.what === 'replaced' ? !same(here, e.from, now) : false;
			return { spot: { edit: e, ...now, at }, meets: changed };
		}
	}
}

/** With all the words that were changed here where it is: taken, it stands for all of these as they have them. */
function widened<E extends Edit>(e: E, theirs: Comparison, here: Comparison): E {
	let { from, to } = e;
	for (const m of here.edits)
		if (m.what === 'words' && runAt(here, m.from) === runAt(here, e.from) && meetsWords({ ...here, edits: [m] }, e)) {
			from = Math.min(from, m.from);
			to = Math.max(to, m.to);
		}
	if (from === e.from && to === e.to) return e;
	return {
		...e,
		from,
		to,
		bFrom: Math.min(e.bFrom, textPlace(theirs, from, 'start')),
		bTo: Math.max(e.bTo, textPlace(theirs, to, 'end'))
	};
}

/** Whether a block says here what it said when it was sent. */
function same(here: Comparison, pos: number, now: { from: number; to: number }): boolean {
	const end = pos + here.before.nodeAt(pos)!.nodeSize;
	return !here.edits.some(
		(e) =>
			(e.from < end && e.to > pos) ||
			(e.from === e.to && e.from > pos && e.from < end) ||
			(e.what === 'added' && e.bFrom >= now.from && e.bTo <= now.to)
	);
}

/** Whether words that a change touches were changed here as well. */
const meetsWords = (here: Comparison, e: Edit): boolean =>
	here.edits.some((m) => {
		if (m.what === 'format' || m.what === 'kind' || (e.what === 'format' && m.what === 'cite')) return false;
		if (m.what === 'cite') return e.what === 'cite' ? m.from === e.from : m.from >= e.from && m.to <= e.to;
		if (e.from === e.to)
			return m.from <= e.from && m.to >= e.from && (m.to > m.from ? m.from < e.from && m.to > e.from : true);
		return m.from === m.to ? m.from > e.from && m.from < e.to : m.from < e.to && m.to > e.from;
	});

/** Whether something was written here in the sentence of a change. */
const writtenIn = (here: Comparison, c: Change): boolean =>
	c.edits.some((e) => 'run' in e) &&
	here.edits.some((m) => m.what !== 'format' && 'run' in m && m.from <= c.to && m.to >= c.from && touches(m, c));
const touches = (m: Edit, c: Change): boolean =>
	m.from === m.to ? m.from > c.from && m.from < c.to : m.from < c.to && m.to > c.from;

/** Whether the place holds already what the change would bring. */
function isThere(s: Spot, theirs: Comparison, here: Comparison): boolean {
	const { edit: e } = s;
	if (here.edits.some((m) => sameEdit(m, e, here, theirs))) return true;
	switch (e.what) {
		case 'words':
		case 'replaced':
			return saysIn(here.after, s.from, s.to) === saysIn(theirs.after, e.bFrom, e.bTo);
		case 'removed':
			return s.from === s.to;
		case 'kind': {
			if (s.joined) return true;
			const n = here.after.nodeAt(s.from);
			return n?.type === e.after.type && n.attrs.level === e.after.attrs.level;
		}
		case 'cite':
			return (
				JSON.stringify(here.after.nodeAt(s.from)?.attrs.override ?? null) ===
				JSON.stringify(e.after.attrs.override ?? null)
			);
		default:
			return false;
	}
}

/** Whether both did the same at the same place. */
const sameEdit = (m: Edit, e: Edit, here: Comparison, theirs: Comparison): boolean =>
	m.what === e.what &&
	m.from === e.from &&
	m.to === e.to &&
	(m.what !== 'moved' || e.what !== 'moved' || m.at === e.at) &&
	(m.what !== 'format' ||
		e.what !== 'format' ||
		`${m.on.join()}/${m.off.join()}` === `${e.on.join()}/${e.off.join()}`) &&
	saysIn(here.after, m.bFrom, m.bTo) === saysIn(theirs.after, e.bFrom, e.bTo) &&
	(m.what !== 'cite' || e.what !== 'cite' || handOf(m.after) === handOf(e.after)) &&
	(m.what !== 'kind' ||
		e.what !== 'kind' ||
		(m.after.type === e.after.type && m.after.attrs.level === e.after.attrs.level));

/** What a stretch says: its words, and what stands between them by what it is. */
function saysIn(doc: Node, from: number, to: number): string {
	return to > from
		? doc
				.textBetween(from, to, '¶', (n) =>
					n.type.name === 'citation' ? `\uFFFC${n.attrs.id as string}` : `\uFFFC${n.type.name}${n.textContent}`
				)
				.replace(/\s+/g, ' ')
		: '';
}

/** A position between blocks, as it is here: behind the nearest block before it that is here. */
export function blockPlace(here: Comparison, pos: number): number {
	const $pos = here.before.resolve(pos);
	const index = $pos.index();
	for (let i = index - 1; i >= 0; i--) {
		const now = here.became.get($pos.posAtIndex(i));
		if (now) return now.to;
	}
	for (let i = index; i < $pos.parent.childCount; i++) {
		const now = here.became.get($pos.posAtIndex(i));
		if (now) return now.from;
	}
	if (!$pos.depth) return here.after.content.size;
	const around = here.became.get($pos.before());
	// a container that is gone: behind what stood before it
	return around ? around.from + 1 : blockPlace(here, $pos.before());
}

/**
 * A position in a block of text, as it is here.
 * @param side the beginning of a stretch stands behind what was put in there here, its end before it; a point behind it
 */
export function textPlace(here: Comparison, pos: number, side: 'start' | 'end' | 'point'): number {
	const run = runAt(here, pos);
	if (!run) return here.became.get(pos)?.from ?? blockPlace(here, pos);
	const i = run.from.findIndex((t) => t.to > pos);
	const within = i < 0 ? 0 : pos - run.from[i].from;
	// within a word, at a change of how it looks
	if (within > 0) {
		const whole = textPlace(here, run.from[i].from, 'start');
		const inHunk = run.hunks.some((h) => h.a[0] <= i && i < h.a[1]);
		return inHunk ? textPlace(here, side === 'start' ? run.from[i].from : run.from[i].to, side) : whole + within;
	}
	const k = i < 0 ? run.from.length : i;
	let shift = 0;
	for (const h of run.hunks) {
		const empty = h.a[0] === h.a[1];
		if (h.a[1] < k || (h.a[1] === k && !(empty && side === 'end'))) shift = h.b[1] - h.a[1];
		else if (h.a[0] < k) return tokenPlace(run, side === 'start' ? h.b[0] : h.b[1], side);
	}
	return tokenPlace(run, k + shift, side);
}

function tokenPlace(run: Run, i: number, side: 'start' | 'end' | 'point'): number {
	if (side !== 'start' && i > 0) return run.to[i - 1].to;
	return i < run.to.length ? run.to[i].from : run.boundsB.to;
}
