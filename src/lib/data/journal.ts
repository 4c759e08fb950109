/**
 * Undo for the library: every act on sources leaves behind what was there before. One step takes the whole act back,
 * an import of thousands included.
 */
import type { Source } from '$lib/core/source';
import { announce } from './changes';
import { db, type Database } from './db';

export interface Step {
	/** What was done, in words: "Merged 2 sources". */
	what: string;
	/** The sources as they were; those that were new are not in it. */
	before: Source[];
	/** Ids of all that the step touched. */
	ids: string[];
	/** When each was written by the step; to see whether somebody changed it since. */
	stamps: Map<string, number>;
}

const MOST = 100;
/** Sources given to the browser's database at once. */
const SLICE = 500;

export class Journal {
	private done: Step[] = [];
	private undone: Step[] = [];
	private readonly listeners = new Set<() => void>();

	constructor(private readonly base: Database = db) {}

	/** What the next undo takes back, and the next redo brings; empty for nothing. */
	get next(): { undo: string; redo: string } {
		return { undo: this.done.at(-1)?.what ?? '', redo: this.undone.at(-1)?.what ?? '' };
	}

	listen(f: () => void): () => void {
		this.listeners.add(f);
		return () => this.listeners.delete(f);
	}

	/**
	 * Writes and takes away sources in one transaction, and remembers how it was.
	 * @param put sources to write; their time of change is set
	 * @param fresh all of them are new: nothing has to be looked up for the way back
	 */
	async act(what: string, put: Source[], gone: string[] = [], fresh = false): Promise<Step> {
		const step = await this.write(what, put, gone, true, fresh);
		this.done = [...this.done.slice(1 - MOST), step];
		this.undone = [];
		this.listeners.forEach((f) => f());
		return step;
	}

	private async write(what: string, put: Source[], gone: string[], stamp: boolean, fresh = false): Promise<Step> {
		const ids = [...new Set([...put.map((s) => s.id), ...gone])];
		const now = Date.now();
		const next = stamp ? put.map((s, i) => ({ ...s, updatedAt: now + Math.min(i, 999) })) : put;
		let before: Source[] = [];
		await this.base.transaction('rw', this.base.sources, async () => {
			if (!fresh) before = (await this.base.sources.bulkGet(ids)).filter((s): s is Source => Boolean(s));
			// keys are unique: a key that moves from one source to another must be free first
			if (gone.length) await this.base.sources.bulkDelete(gone);
			// in slices, so that the page can do something between two of them; the transaction is one all the same
			for (let i = 0; i < next.length; i += SLICE) await this.base.sources.bulkPut(next.slice(i, i + SLICE));
		});
		announce({ put: next.map((s) => s.id), gone }, next);
		return { what, before, ids, stamps: new Map(next.map((s) => [s.id, s.updatedAt])) };
	}

	private async back(from: Step[], to: Step[]): Promise<{ what: string; left: number } | null> {
		const step = from.pop();
		if (!step) return null;
		// what was changed since, in another tab, stays as it is
		const now = await this.base.sources.bulkGet(step.ids);
		const same = (id: string, s: Source | undefined) =>
			s ? step.stamps.get(id) === s.updatedAt : !step.stamps.has(id);
		const mine = new Set(step.ids.filter((id, i) => same(id, now[i])));
		const before = step.before.filter((s) => mine.has(s.id));
		const kept = new Set(before.map((s) => s.id));
		const gone = [...mine].filter((id) => !kept.has(id));
		to.push(await this.write(step.what, before, gone, false));
		this.listeners.forEach((f) => f());
		return { what: step.what, left: step.ids.length - mine.size };
	}

	/** Takes the last act back; says which, and how many sources stay because they were changed since. */
	undo(): Promise<{ what: string; left: number } | null> {
		return this.back(this.done, this.undone);
	}
	redo(): Promise<{ what: string; left: number } | null> {
		return this.back(this.undone, this.done);
	}
}

export const journal = new Journal();
