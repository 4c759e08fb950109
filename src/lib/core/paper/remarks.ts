/** What other people left in a text: comments on passages, and changes that the file keeps a record of. */
import type { Node } from 'prosemirror-model';
import { attrValue } from '../manuscript';
import type { Inline, Mark, Paper } from './types';

export interface Said {
	by: string;
	/** ISO 8601; empty for none. */
	at: string;
	text: string;
}

/** A comment on a passage; where it is, its mark says. */
export interface Comment extends Said {
	replies: Said[];
	done: boolean;
}

export type Comments = Record<string, Comment>;

/** A change that the file's own record of changes speaks of (ECMA-376-1, 17.13.5; OpenDocument 1.3, 5.5). */
export interface TrackedChange extends Said {
	/** Of the mark that covers inserted words. */
	id: string;
	how: 'in' | 'out';
}

/** Who saved a file last, and when. */
export interface Sender {
	by: string;
	at: string;
}

const isText = (x: unknown): x is string => typeof x === 'string';
const isSaid = (x: unknown): x is Said =>
	typeof x === 'object' && x !== null && isText((x as Said).by) && isText((x as Said).at) && isText((x as Said).text);

/** Comments as they were kept: what is none is left out. */
export function cleanComments(raw: unknown): Comments {
	if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return {};
	const out: Comments = {};
	for (const [id, c] of Object.entries(raw)) {
		if (!isSaid(c)) continue;
		const { by, at, text, replies, done } = c as Comment;
		const own = Array.isArray(replies) ? replies.filter(isSaid).map((r) => ({ by: r.by, at: r.at, text: r.text })) : [];
		out[id] = { by, at, text, replies: own, done: done === true };
	}
	return out;
}

const TRACKED = 'tracked-';
export const trackedId = (n: number): string => `${TRACKED}${n}`;
export const isTrackedId = (id: string): boolean => id.startsWith(TRACKED);
/** Whether a mark covers words of a tracked insertion; it is none of a manuscript. */
export const isTracked = (m: Mark): boolean => m.t === 'comment' && isTrackedId(m.id);

/** What a reader gathers of a file’s comments and changes, and which of them cover the words that are being read. */
export class Remarks {
	readonly comments: Comments = {};
	readonly tracked: TrackedChange[] = [];
	/** Ids of marks by what the file calls them, in the order in which they began. */
	private readonly open = new Map<string, string>();
	private readonly ids = new Map<string, string>();
	private readonly reached = new Set<string>();

	/** @param name what the file calls it */
	begin(name: string, id: string): void {
		this.open.set(name, id);
		this.ids.set(name, id);
		this.reached.add(id);
	}
	end(name: string): void {
		this.open.delete(name);
	}
	has(id: string): boolean {
		return this.reached.has(id);
	}
	/** The id of one that the file calls so, whether it is still open or not. */
	idOf(name: string): string | undefined {
		return this.ids.get(name);
	}
	/** A tracked change. @returns the id of its mark */
	change(how: TrackedChange['how'], who: Sender, text: string): string {
		const id = trackedId(this.tracked.length + 1);
		this.tracked.push({ id, how, ...who, text });
		return id;
	}
	/** Words, or what stands among them, with the marks of what covers them. */
	cover<T extends Inline>(i: T): T {
		if (!this.open.size || i.t === 'note') return i;
		for (const id of this.open.values()) {
			const t = this.tracked.find((c) => c.id === id);
			if (t && i.t === 'text') t.text += i.text;
		}
		return { ...i, marks: [...i.marks, ...[...this.open.values()].map((id): Mark => ({ t: 'comment', id }))] };
	}

	/** The comments go with the paper. */
	give(paper: Paper): void {
		if (Object.keys(this.comments).length)
			paper.own = { ...paper.own, comments: { ...cleanComments(paper.own.comments), ...this.comments } };
	}
}

/** The comments of a document. */
export const commentsIn = (doc: Node): Comments => cleanComments(attrValue(doc.attrs.comments));
