/**
 * The library store: every source, kept current across tabs, with a search index. It knows no interface; what views watch
 * (`sources`, `ready`, `indexed`, `trouble`) is declared by whoever extends it, reactive or not.
 */
import { onSourceChange, type SourceChange } from '$lib/data/changes';
import { db, openDatabase, storageMessage, type Database } from '$lib/data/db';
import { soundSources } from '$lib/data/repair';
import { addSources, type NewSource } from '$lib/data/sources';
import { createIndex } from '$lib/core/search';
import type { Source } from '$lib/core/source';

/** What fills a new desk is fetched where there is one to fill. */
const seedFirst = async (base: Database): Promise<void> => {
	if (!(await base.settings.get('begun'))) await (await import('$lib/data/seed')).seedOnce(base);
};

/** Sources indexed, and read, between two looks at what the person does. */
const SLICE = 250;
const READ = 1500;
const breathe = () => new Promise<void>((r) => setTimeout(r, 0));

export abstract class LibraryStore {
	/** All sources by id; replaced whole, records keep their identity while unchanged. */
	abstract sources: Map<string, Source>;
	abstract ready: boolean;
	/** How many are indexed; the search knows only those. */
	abstract indexed: number;
	/** Why nothing can be kept here; empty when all is well. */
	abstract trouble: string;
	readonly index = createIndex();
	/** Ids of merged sources to the ids of those that were kept. */
	private alias = new Map<string, string>();
	private starting: Promise<void> | null = null;
	private queue: { ids: string[]; known: Map<string, Source> | null }[] = [];
	/** Reading everything, or applying what changed; one at a time. */
	private applying: Promise<void> | null = null;

	private stopListening = () => {};

	/** @param seed fills an untouched database at the first visit */
	constructor(
		private readonly base: Database = db,
		private readonly seed: (base: Database) => Promise<void> = seedFirst
	) {}

	/** The id a source has now. */
	readonly resolve = (id: string): string => (this.sources.has(id) ? id : (this.alias.get(id) ?? id));

	/** Opens the database, fills it at the first visit, and reads all of it. */
	start(): Promise<void> {
		return (this.starting ??= this.open());
	}

	/** Opens the database and fills it at the first visit. @throws what stands in the way */
	begin(): Promise<void> {
		return (this.beginning ??= openDatabase(this.base).then(() => this.seed(this.base)));
	}
	private beginning: Promise<void> | null = null;

	/** Sources by their ids, whether all of the library has been read or not. */
	async few(ids: Iterable<string>): Promise<Map<string, Source>> {
		const list = this.ready
			? [...ids].map((id) => this.sources.get(this.resolve(id)))
			: soundSources(await this.base.sources.bulkGet([...new Set(ids)]), this.base);
		return new Map(list.flatMap((s) => (s ? [[s.id, s]] : [])));
	}

	private async open(): Promise<void> {
		try {
			await this.begin();
			this.stopListening = onSourceChange((c, written) => this.enqueue(c, written));
			// what is written while everything is read waits, and is applied to what was read
			await (this.applying = this.load().finally(() => (this.applying = null)));
			if (this.queue.length) await this.settled();
		} catch (e) {
			this.trouble = storageMessage(e);
		}
		this.ready = true;
	}

	/** Reads everything, in slices; the first of them are shown at once. */
	private async load(): Promise<void> {
		const all = new Map<string, Source>();
		for (let last = ''; ;) {
			const rows: unknown[] = await this.base.sources.where('id').above(last).limit(READ).toArray();
			for (const s of soundSources(rows, this.base)) {
				const before = this.sources.get(s.id);
				all.set(s.id, before && before.updatedAt === s.updatedAt && before.key === s.key ? before : s);
			}
			if (rows.length < READ) break;
			// the key of the table is the id of each row, sound or not
			last = (rows[rows.length - 1] as Source).id;
		}
		const gone = [...this.sources.keys()].filter((id) => !all.has(id));
		this.index.remove(gone);
		this.show(all);
		await this.enter([...all.values()]);
	}

	private show(all: Map<string, Source>): void {
		this.alias = new Map();
		for (const s of all.values()) for (const id of s.replaces ?? []) this.alias.set(id, s.id);
		this.sources = all;
	}

	/** Indexes; small changes at once, so that what was added can be found in the next moment. */
	private async enter(list: Source[]): Promise<void> {
		for (let i = 0; i < list.length; i += SLICE) {
			this.index.put(list.slice(i, i + SLICE));
			this.indexed = Math.min(i + SLICE, list.length);
			if (i + SLICE < list.length) await breathe();
		}
		this.indexed = this.sources.size;
		await this.order();
	}

	/** Puts the words of the index in order, where many have come. */
	private async order(): Promise<void> {
		const steps = this.index.settle();
		while (!steps.next().done) await breathe();
	}

	private enqueue(change: SourceChange, written?: Source[]): void {
		const known = written ? new Map(written.map((s) => [s.id, s])) : null;
		this.queue.push({ ids: [...change.put, ...change.gone], known });
		if (!this.applying) this.startDrain();
	}

	private startDrain(): void {
		this.applying = this.drain().finally(() => {
			this.applying = null;
			// something came while the last was being applied
			if (this.queue.length && !this.trouble) this.startDrain();
		});
	}

	/** When everything that was written until now can be seen here. */
	async settled(): Promise<void> {
		while (this.applying || (this.queue.length && !this.trouble)) {
			if (!this.applying) this.startDrain();
			await this.applying;
		}
	}

	private async drain(): Promise<void> {
		// not before this promise is known as the one that is waited for
		await Promise.resolve();
		try {
			while (this.queue.length) {
				const { ids, known } = this.queue[0];
				const now = known
					? ids.map((id) => known.get(id))
					: ((list) => ids.map((id) => list.get(id)))(
							new Map(soundSources(await this.base.sources.bulkGet(ids), this.base).map((s) => [s.id, s]))
						);
				this.queue.shift();
				const all = new Map(this.sources);
				const gone: string[] = [];
				ids.forEach((id, i) => {
					if (now[i]) all.set(id, now[i]);
					else if (all.delete(id)) gone.push(id);
				});
				this.index.remove(gone);
				const put = now.filter((s): s is Source => Boolean(s));
				if (put.length <= SLICE) this.index.put(put);
				this.show(all);
				if (put.length > SLICE) await this.enter(put);
				else this.indexed = all.size;
			}
			await this.order();
		} catch (e) {
			this.trouble = storageMessage(e);
		}
	}

	/**
	 * Sources for records: those that surely are here already, the others new.
	 * @returns their ids in order, and how many were added
	 */
	async findOrAdd(list: NewSource[], origin: string): Promise<{ ids: string[]; added: number }> {
		const { createMatcher, prepare } = await import('$lib/core/source/duplicates');
		const here = createMatcher(this.sources.values());
		const found = list.map((r) => {
			const like = here.match(prepare(r.item));
			return like?.sure ? like.id : null;
		});
		const fresh = list.filter((_, i) => !found[i]);
		const added = fresh.length ? await addSources(fresh, origin, this.base) : [];
		await this.settled();
		const next = added.values();
		return { ids: found.map((id) => id ?? next.next().value!.id), added: added.length };
	}

	/** A tab that slept may have missed something. */
	async check(): Promise<void> {
		if (this.trouble) return;
		const [count, last] = await Promise.all([this.base.sources.count(), this.base.sources.orderBy('updatedAt').last()]);
		const mine = last && this.sources.get(last.id);
		if (count === this.sources.size && (!last || mine?.updatedAt === last.updatedAt)) return;
		await this.settled();
		await (this.applying = this.load().finally(() => (this.applying = null)));
		await this.settled();
	}

	/** Hears of changes no more. */
	end(): void {
		this.stopListening();
	}
}
