/** Where comments begin and end among the words of a live file, told as they are written. */
import type { Comment } from '../paper';
import { everyInline, type FinalDoc, type FinalInline } from './final';

export interface RangedComment {
	/** Number in the file, from 0. */
	n: number;
	comment: Comment;
	/** Numbers of its replies, which are comments of the file as well. */
	replies: number[];
}

export class CommentRanges {
	/** In the order of the text; those that are dealt with stay here. */
	readonly all: RangedComment[] = [];
	private readonly byId = new Map<string, RangedComment>();
	/** Pieces of text that are still to be written, by comment. */
	private readonly left = new Map<string, number>();
	private readonly begun = new Set<string>();

	constructor(doc: FinalDoc) {
		let n = 0;
		for (const i of everyInline(doc.blocks))
			for (const id of idsOf(i)) {
				const comment = doc.comments?.[id];
				if (!comment || comment.done) continue;
				this.left.set(id, (this.left.get(id) ?? 0) + 1);
				if (this.byId.has(id)) continue;
				const c = { n: n++, comment, replies: comment.replies.map(() => n++) };
				this.byId.set(id, c);
				this.all.push(c);
			}
	}

	/** Comments that begin with a piece, and those that end with it. */
	at(i: FinalInline): { begin: RangedComment[]; end: RangedComment[] } {
		const begin: RangedComment[] = [];
		const end: RangedComment[] = [];
		for (const id of idsOf(i)) {
			const c = this.byId.get(id);
			const left = this.left.get(id) ?? 0;
			// a title that is printed again has its comments once
			if (!c || !left) continue;
			if (!this.begun.has(id)) begin.push(c);
			this.begun.add(id);
			this.left.set(id, left - 1);
			if (left === 1) end.push(c);
		}
		return { begin, end };
	}
}

const idsOf = (i: FinalInline): readonly string[] => (i.t === 'text' ? (i.comments ?? []) : []);
