/** Comments on passages: their words are an attribute of the document, their places are marks. Each change is one step for undo. */
import type { Node } from 'prosemirror-model';
import type { EditorState, Transaction } from 'prosemirror-state';
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

/** What a comment made now would be about: what is selected, or the word at the caret; null where there is none. */
export function passageAt(state: EditorState): { from: number; to: number } | null {
	const { from, to, empty, $from } = state.selection;
	if (!empty) return { from, to };
	const { parent } = $from;
	if (!parent.inlineContent || !parent.content.size) return null;
	const text = parent.textBetween(0, parent.content.size, '', (n) => '\uFFFC'.repeat(n.nodeSize));
	const at = from - $from.start();
	for (const m of text.matchAll(/[\p{L}\p{N}]+(?:[’'-][\p{L}\p{N}]+)*/gu))
		if (m.index <= at && m.index + m[0].length >= at)
			return { from: $from.start() + m.index, to: $from.start() + m.index + m[0].length };
	return null;
}

const highlight = typeof CSSStyleSheet === 'undefined' ? null : new CSSStyleSheet();

/** Marks the passages of comments that are not dealt with; each mark knows its comment, and only the page knows its state. */
export function paintComments(list: readonly PlacedComment[], current: string): void {
	if (!highlight) return;
	const of = (ids: string[]) => ids.map((id) => `[data-rq-comment="${CSS.escape(id)}"]`).join(',');
	const open = list.filter((c) => !c.comment.done).map((c) => c.id);
	const rules = [
		open.length ? `.sheet-text :is(${of(open)}){background:var(--marigold-tint)}` : '',
		current ? `.sheet-text ${of([current])}{box-shadow:0 0 0 2px var(--marigold-tint)}` : ''
	];
	highlight.replaceSync(`@media screen{${rules.join('')}}`);
	if (!document.adoptedStyleSheets.includes(highlight)) document.adoptedStyleSheets.push(highlight);
}
