/**
 * Undo for the library: every act on sources leaves behind what was there before. One step takes the whole act back,
 * an import of thousands included.
 *
 * Acts, undo and redo wait for each other in one queue, and what an act writes is worked out within its transaction, from
 * the sources as they are then. So two edits of one source are both kept, keys are handed out once, and an act that could
 * not be written leaves undo as it was.
 */
import type { Source } from '$lib/core/source';
import { announce } from './changes';
import { binSource } from './bin';
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

/** What an act writes and takes away. */
export interface Act {
	put: Source[];
	gone?: string[];
	/** All of `put` is new: nothing has to be looked up for the way back. */
	fresh?: boolean;
}

const MOST = 100;
/** Sources given to the browser's database at once. */
const SLICE = 500;

export class Journal {
	private done: Step[] = [];
	private undone: Step[] = [];
	private readonly listeners = new Set<() => void>();
	private queue: Promise<unknown> = Promise.resolve();

	constructor(private readonly base: Database = db) {}

	/** What the next undo takes back, and the next redo brings; empty for nothing. */
	get next(): { undo: string; redo: string } {
		return { undo: this.done.at(-1)?.what ?? '', redo: this.undone.at(-1)?.what ?? '' };
	}

	listen(f: () => void): () => void {
		this.listeners.add(f);
		return () => this.listeners.delete(f);
	}

	/** Everything that was asked for before has its turn first, whether it went well or not. */
	private turn<T>(f: () => Promise<T>): Promise<T> {
		const mine = this.queue.then(f, f);
		this.queue = mine.catch(() => undefined); // whoever asked for it is told
		return mine;
	}

	/**
	 * Does one act on sources, in one transaction, and remembers how it was.
	 * @param work says what to write, from what is there by then; runs within the transaction, so it may read the table of
	 *   sources and nothing else. Null for nothing to be done. The time of change is set here.
	 * @returns the step, with the sources as they were written; null where there was nothing to be done
	 * @throws what `work` throws, and what the database says; nothing is changed then
	 */
	act(
		what: string | ((a: Act) => string),
		work: Act | (() => Promise<Act | null>)
	): Promise<{ step: Step; written: Source[] } | null> {
		return this.turn(async () => {
			const done = await this.write(what, work, true);
			if (!done) return null;
			this.done = [...this.done.slice(1 - MOST), done.step];
			this.undone = [];
			this.listeners.forEach((f) => f());
			return done;
		});
	}

	private async write(
		what: string | ((a: Act) => string),
		work: Act | (() => Promise<Act | null>),
		stamp: boolean
	): Promise<{ step: Step; written: Source[] } | null> {
		let before: Source[] = [];
		let act: Act | null = null;
		let next: Source[] = [];
		let ids: string[] = [];
		await this.base.transaction('rw', this.base.sources, this.base.bin, async () => {
			act = typeof work === 'function' ? await work() : work;
			if (!act) return;
			const { put, gone = [], fresh = false } = act as Act;
			ids = [...new Set([...put.map((s) => s.id), ...gone])];
			const now = Date.now();
			next = stamp ? put.map((s, i) => ({ ...s, updatedAt: now + Math.min(i, 999) })) : put;
			if (!fresh) before = (await this.base.sources.bulkGet(ids)).filter((s): s is Source => Boolean(s));
			// keys are unique: a key that moves from one source to another must be free first
			if (gone.length) await this.base.sources.bulkDelete(gone);
			// in slices, so that the page can do something between two of them; the transaction is one all the same
			for (let i = 0; i < next.length; i += SLICE) await this.base.sources.bulkPut(next.slice(i, i + SLICE));
			await this.fillBin(before, next, gone, now);
		});
		if (!act) return null;
		const { gone = [] } = act as Act;
		announce({ put: next.map((s) => s.id), gone }, next);
		const words = typeof what === 'string' ? what : what(act);
		return { step: { what: words, before, ids, stamps: new Map(next.map((s) => [s.id, s.updatedAt])) }, written: next };
	}

	/** What goes is kept in the bin for a while; what went into another source is not gone; what comes back leaves the bin. */
	private async fillBin(before: Source[], next: Source[], gone: string[], now: number): Promise<void> {
		const away = new Set(gone);
		for (const s of next) for (const id of s.replaces ?? []) away.delete(id);
		const rows = before.filter((s) => away.has(s.id)).map((s) => binSource(s, now));
		if (rows.length) await this.base.bin.bulkPut(rows);
		if (next.length && (await this.base.bin.count())) await this.base.bin.bulkDelete(next.map((s) => `source:${s.id}`));
	}

	private back(take: () => { from: Step[]; to: Step[] }): Promise<{ what: string; left: number } | null> {
		return this.turn(async () => {
			const { from, to } = take();
			const step = from.at(-1);
			if (!step) return null;
			let left = 0;
			const done = await this.write(
				step.what,
				async () => {
					// what was changed since, in another tab, stays as it is
					const now = await this.base.sources.bulkGet(step.ids);
					const same = (id: string, s: Source | undefined) =>
						s ? step.stamps.get(id) === s.updatedAt : !step.stamps.has(id);
					const mine = new Set(step.ids.filter((id, i) => same(id, now[i])));
					left = step.ids.length - mine.size;
					const before = step.before.filter((s) => mine.has(s.id));
					const kept = new Set(before.map((s) => s.id));
					return { put: await this.freed(before, mine), gone: [...mine].filter((id) => !kept.has(id)) };
				},
				false
			);
			// only now: an undo that could not be written can be asked for again
			from.pop();
			to.push(done!.step);
			this.listeners.forEach((f) => f());
			return { what: step.what, left };
		});
	}

	/** Sources that come back, whose keys others may have taken meanwhile: those get a number. */
	private async freed(list: Source[], mine: ReadonlySet<string>): Promise<Source[]> {
		const others = await this.base.sources
			.where('key')
			.anyOf(list.map((s) => s.key))
			.toArray();
		const taken = new Set(others.filter((s) => !mine.has(s.id)).map((s) => s.key));
		return list.map((s) => {
			let key = s.key;
			for (let n = 2; taken.has(key); n++) key = `${s.key}-${n}`;
			taken.add(key);
			return key === s.key ? s : { ...s, key };
		});
	}

	/** Takes the last act back; says which, and how many sources stay because they were changed since. */
	undo(): Promise<{ what: string; left: number } | null> {
		return this.back(() => ({ from: this.done, to: this.undone }));
	}
	redo(): Promise<{ what: string; left: number } | null> {
		return this.back(() => ({ from: this.undone, to: this.done }));
	}
}

export const journal = new Journal();
