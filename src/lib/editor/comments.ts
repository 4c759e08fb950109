/** Comments on passages: their words are an attribute of the document, their places are marks. Each change is one step for undo. */
import type { Node } from 'prosemirror-model';
import type { Transaction } from 'prosemirror-state';
import { newId, schema, setDocAttrs } from '$lib/core/manuscript';
import { commentsIn, type Comment, type Said } from '$lib/core/paper';

/** A comment with where it stands; `from` is -1 where its words are gone. */
export interface PlacedComment {
	id: string;
	comment: Comment;
	from: number;
	to: number;
	words: string;
}

/** Comments in the order of the text. */
export function placedComments(doc: Node): PlacedComment[] {
	const comments = commentsIn(doc);
	const at = new Map<string, { from: number; to: number }>();
	if (!Object.keys(comments).length) return [];
	doc.descendants((n, pos) => {
		for (const m of n.marks) {
			if (m.type !== schema.marks.comment) continue;
			const id = m.attrs.id as string;
			at.set(id, { from: at.get(id)?.from ?? pos, to: pos + n.nodeSize });
		}
		return true;
	});
	return Object.entries(comments)
		.flatMap(([id, comment]) => {
			const place = at.get(id);
			if (!place) return [];
			const words = doc.textBetween(place.from, place.to, ' ', (n) => (n.isInline ? '…' : ' '));
			return [{ id, comment, ...place, words }];
		})
		.sort((a, b) => a.from - b.from);
}

export const said = (by: string, text: string): Said => ({ by, at: new Date().toISOString(), text });

/** @param at the passage; what is selected, mostly */
export function addComment(tr: Transaction, at: { from: number; to: number }, what: Said): Transaction {
	const id = newId();
	const comments = { ...commentsIn(tr.doc), [id]: { ...what, replies: [], done: false } };
	return setDocAttrs(tr.addMark(at.from, at.to, schema.mark('comment', { id })), { comments });
}

export function changeComment(tr: Transaction, id: string, change: Partial<Comment>): Transaction {
	const comments = commentsIn(tr.doc);
	if (!comments[id]) return tr;
	return setDocAttrs(tr, { comments: { ...comments, [id]: { ...comments[id], ...change } } });
}

export function removeComment(tr: Transaction, id: string): Transaction {
	const { [id]: gone, ...comments } = commentsIn(tr.doc);
	if (!gone) return tr;
	tr.removeMark(0, tr.doc.content.size, schema.mark('comment', { id }));
	return setDocAttrs(tr, { comments });
}
