/** Comments that came back, at the words that they are about as those are here. */
import type { Node } from 'prosemirror-model';
import { cleanComments, type Comment, type Comments, type Said } from '../paper';
import type { Comparison, Run } from './compare';
import { textPlace } from './place';

export interface CommentHere {
	id: string;
	comment: Comment;
	from: number;
	to: number;
}

/**
 * @param comments of the file, by the ids of their marks in it
 * @returns those that can be placed; one whose words are gone here stands at the nearest word before
 */
export function commentsHere(comments: Comments, theirs: Comparison, here: Comparison): CommentHere[] {
	const spans = new Map<string, { from: number; to: number }>();
	theirs.after.descendants((n, pos) => {
		for (const m of n.marks) {
			const id = m.type.name === 'comment' ? (m.attrs.id as string) : '';
			if (!id || !comments[id]) continue;
			const known = spans.get(id);
			spans.set(id, { from: known?.from ?? pos, to: pos + n.nodeSize });
		}
		return true;
	});
	const runs = new Map<number, Run>();
	for (const run of theirs.runs.values()) for (const b of run.b) runs.set(b.pos, run);
	return Object.entries(cleanComments(comments)).flatMap(([id, comment]) => {
		const span = spans.get(id);
		if (!span) return [];
		const [from, to] = [sentPlace(theirs, runs, span.from, 'start'), sentPlace(theirs, runs, span.to, 'end')];
		if (from === null || to === null) return [];
		const now = { from: textPlace(here, from, 'start'), to: textPlace(here, to, 'end') };
		const words = now.to > now.from ? now : nearestWord(here.after, Math.max(now.from, now.to));
		return words ? [{ id, comment, ...words }] : [];
	});
}

/** A position in what came back, in what was sent; that of the words around it where it is in something new. */
function sentPlace(theirs: Comparison, runs: Map<number, Run>, pos: number, side: 'start' | 'end'): number | null {
	const $pos = theirs.after.resolve(pos);
	if (!$pos.parent.inlineContent || !$pos.depth) return null;
	const run = runs.get($pos.before());
	// a block that is new: where it was put in
	if (!run) return theirs.edits.find((e) => e.bFrom <= pos && e.bTo >= pos)?.from ?? null;
	const i = run.to.findIndex((t) => t.to > pos);
	const j = i < 0 ? run.to.length : i;
	let shift = 0;
	for (const h of run.hunks) {
		if (h.b[1] <= j) shift = h.a[1] - h.b[1];
		else if (h.b[0] < j || (h.b[0] === j && side === 'end')) {
			const at = h.a[side === 'start' ? 0 : 1];
			return run.from[at]?.from ?? run.boundsA.to;
		}
	}
	const at = j + shift;
	if (side === 'end' && at > 0) return run.from[at - 1].to;
	return run.from[at]?.from ?? run.boundsA.to;
}

/** The word that ends at or before a position, or the first behind it. */
function nearestWord(doc: Node, pos: number): { from: number; to: number } | null {
	const $pos = doc.resolve(Math.min(pos, doc.content.size));
	if (!$pos.parent.inlineContent || !$pos.parent.content.size) return null;
	const start = $pos.start();
	const text = $pos.parent.textBetween(0, $pos.parent.content.size, '', (n) => '\uFFFC'.repeat(n.nodeSize));
	const before = text.slice(0, pos - start);
	const word = /[\p{L}\p{N}]+[^\p{L}\p{N}]*$/u.exec(before) ?? /[\p{L}\p{N}]+/u.exec(text);
	if (!word) return null;
	const from = start + word.index;
	const letters = /^[\p{L}\p{N}]+/u.exec(word[0])?.[0].length ?? word[0].length;
	return { from, to: from + letters };
}

/** The comments of a document with some that came: one that is here already takes over replies and state. */
export function withComments(
	known: Comments,
	came: readonly CommentHere[]
): { comments: Comments; fresh: CommentHere[] } {
	const comments = { ...known };
	const fresh: CommentHere[] = [];
	for (const c of came) {
		const isIt = (k: Said) => k.text === c.comment.text && k.by === c.comment.by && sameTime(k.at, c.comment.at);
		// a format without replies has them as comments
		if (Object.values(comments).some((k) => k.replies.some(isIt))) continue;
		const same = Object.entries(comments).find(([, k]) => isIt(k));
		if (!same) {
			comments[c.id] = c.comment;
			fresh.push(c);
			continue;
		}
		const [id, k] = same;
		const more = c.comment.replies.filter((r) => !k.replies.some((x) => x.text === r.text && x.by === r.by));
		if (more.length || c.comment.done !== k.done)
			comments[id] = { ...k, done: c.comment.done || k.done, replies: [...k.replies, ...more] };
	}
	return { comments, fresh };
}

/** Files keep times to the second, some without a zone. */
const sameTime = (a: string, b: string): boolean => a.slice(0, 16) === b.slice(0, 16);
