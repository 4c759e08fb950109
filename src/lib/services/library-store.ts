/**
 * What this page holds of the library: the sources that its text cites and those that were looked at. The whole of it is
 * in a worker (workers/whole-library.ts), which finds, tells what is here, and says how far it is. The store knows no
 * interface; what views watch is declared by whoever extends it, reactive or not.
 */
import type { FindOptions } from '$lib/core/search';
import type { Source } from '$lib/core/source';
import type { KnownWords } from '$lib/core/source/sentence-case/known';
import { onSourceChange, type SourceChange } from '$lib/data/changes';
import { db, openDatabase, storageMessage, type Database } from '$lib/data/db';
import { readLibrary, sourcesByIds } from '$lib/data/read-library';
import { addSources, type NewSource } from '$lib/data/sources';
import type { Finder } from '$lib/workers/finder';
import type { LibraryState } from '$lib/workers/finder-api';

/** What fills a new desk is fetched where there is one to fill. */
const seedFirst = async (base: Database): Promise<void> => {
	if (!(await base.settings.get('begun'))) await (await import('$lib/data/seed')).seedOnce(base);
};

/** So many that were written here at once are held: whoever made them goes on with them. */
const MADE = 200;
/** So many that were found are held beside those that somebody needs. */
const FOUND = 1000;

export abstract class LibraryStore {
	/** Sources held, by id; replaced whole, records keep their identity while unchanged. */
	abstract sources: Map<string, Source>;
	/** How many there are in all, and how many of them can be found. */
	abstract size: number;
	abstract indexed: number;
	/** Everything is held. */
	abstract whole: boolean;
	/** The library can be asked. */
	abstract ready: boolean;
	/** Why nothing can be kept here; empty when all is well. */
	abstract trouble: string;
	/** What the library knows of names and acronyms; null until it was read. */
	abstract words: KnownWords | null;
	/** Rises when what can be found has become another. */
	abstract news: number;
	/** Ids of merged sources to the ids of those that were kept. */
	private alias = new Map<string, string>();
	/** Ids that somebody needs. */
	private needed = new Set<string>();
	/** Ids that were asked for and are not in the library. */
	private absent = new Set<string>();
	private wanted = new Set<string>();
	/** How many things need all of it. */
	private needAll = 0;
	private starting: Promise<void> | null = null;
	private beginning: Promise<void> | null = null;
	private finder: Finder | null = null;
	/** Reading, or applying what changed; one after the other. */
	private last: Promise<void> = Promise.resolve();
	private stopListening = () => {};

	/**
	 * @param startFinder starts the worker; told how far that is, and that it died
	 * @param seed fills an untouched database at the first visit
	 */
	constructor(
		private readonly startFinder: (tell: (s: LibraryState) => void, onCrash: () => void) => Finder,
		private readonly base: Database = db,
		private readonly seed: (base: Database) => Promise<void> = seedFirst
	) {}

	/** The id a source has now. */
	readonly resolve = (id: string): string => (this.sources.has(id) ? id : (this.alias.get(id) ?? id));

	/** Opens the database and fills it at the first visit. @throws what stands in the way */
	begin(): Promise<void> {
		return (this.beginning ??= openDatabase(this.base).then(() => this.seed(this.base)));
	}

	/** Makes the library ready to be asked; what stands in the way is `trouble`. */
	start(): Promise<void> {
		return (this.starting ??= this.open());
	}

	private async open(): Promise<void> {
		try {
			await this.begin();
			this.stopListening = onSourceChange((c, written) => this.follow(c, written));
			await this.count();
		} catch (e) {
			this.trouble = storageMessage(e);
		}
		this.ready = true;
	}

	/** The worker, begun when it is first needed, and anew where it died. */
	ask(): Finder {
		return (this.finder ??= this.startFinder(
			(s) => this.hear(s),
			() => {
				this.finder = null;
				this.indexed = this.size;
			}
		));
	}
	private hear({ size, indexed, learned, trouble }: LibraryState): void {
		this.size = size;
		this.indexed = indexed;
		if (learned) this.learn().catch(() => undefined); // the worker died; whoever needs the words is told
		if (trouble) this.trouble = trouble;
		this.news++;
	}

	private async learn(): Promise<void> {
		this.words = await this.ask().words();
	}
	/** When it is known what the library knows of names. @throws where the worker cannot be had */
	async known(): Promise<void> {
		await this.start();
		if (!this.words && !this.trouble) await this.learn();
	}

	private async count(): Promise<void> {
		this.size = await this.base.sources.count();
		// until the worker says otherwise, which looks no earlier than it is needed
		if (!this.finder) this.indexed = this.size;
	}

	// --- what is held -----------------------------------------------------------------------------------------------------

	/** Afterwards these are among the sources, under the ids that they have now; what is not in the library is missing. */
	async hold(ids: Iterable<string>): Promise<void> {
		const list = [...ids];
		for (const id of list) this.needed.add(id);
		await this.begin();
		await this.inTurn(async () => {
			if (this.whole) return;
			const missing = list.filter((id) => !this.sources.has(this.resolve(id)) && !this.absent.has(id));
			if (!missing.length) return;
			const found = await sourcesByIds(missing, this.base);
			this.show([...this.sources.values(), ...found]);
			for (const id of missing) if (!this.sources.has(this.resolve(id))) this.absent.add(id);
		});
	}

	/** Lets go of everything but these, and holds them: what was looked at before another text was opened is not needed. */
	holdOnly(ids: Iterable<string>): Promise<void> {
		this.needed = new Set(ids);
		if (!this.needAll) this.show([...this.sources.values()].filter((s) => this.isNeeded(s)));
		return this.hold(this.needed);
	}

	/** A source that is needed in the next moment, and will be held then. */
	want(id: string): void {
		this.needed.add(id);
		if (this.whole || this.sources.has(id) || this.absent.has(id) || this.wanted.has(id)) return;
		this.wanted.add(id);
		if (this.wanted.size > 1) return;
		setTimeout(() => {
			const ids = [...this.wanted];
			this.wanted.clear();
			this.hold(ids).catch((e: unknown) => (this.trouble = storageMessage(e)));
		});
	}

	/** Sources by their ids, whichever are held. */
	async few(ids: Iterable<string>): Promise<Source[]> {
		const list = [...ids];
		await this.hold(list);
		return [...new Set(list.map(this.resolve))].flatMap((id) => this.sources.get(id) ?? []);
	}

	/**
	 * Holds everything, for views that list it all.
	 * @returns lets go of what nobody else needs
	 */
	async holdAll(): Promise<() => void> {
		this.needAll++;
		let held = true;
		const release = () => {
			if (!held) return;
			held = false;
			if (--this.needAll) return;
			this.whole = false;
			this.show([...this.sources.values()].filter((s) => this.isNeeded(s)));
		};
		try {
			await this.begin();
			await this.inTurn(async () => {
				if (this.whole) return;
				await this.readAll();
				this.whole = this.needAll > 0;
			});
		} catch (e) {
			release();
			throw e;
		}
		return release;
	}

	private async readAll(): Promise<void> {
		const all: Source[] = [];
		for await (const part of readLibrary(this.base)) for (const s of part) all.push(this.same(s));
		this.show(all);
	}

	private isNeeded(s: Source): boolean {
		return this.needed.has(s.id) || Boolean(s.replaces?.some((id) => this.needed.has(id)));
	}
	/** The record that is held already, where it is the same. */
	private same(s: Source): Source {
		const before = this.sources.get(s.id);
		return before && before.updatedAt === s.updatedAt && before.key === s.key ? before : s;
	}
	private show(list: Source[]): void {
		this.alias = new Map();
		for (const s of list) for (const id of s.replaces ?? []) this.alias.set(id, s.id);
		this.sources = new Map(list.map((s) => [s.id, s]));
	}

	// --- what changes -----------------------------------------------------------------------------------------------------

	private async inTurn(act: () => Promise<void>): Promise<void> {
		const done = this.last.then(act);
		// what goes wrong is said by whoever asked
		this.last = done.catch(() => undefined);
		await done;
	}

	private follow({ put, gone }: SourceChange, written?: Source[]): void {
		const ids = [...put, ...gone];
		this.finder?.changed(ids).catch(() => undefined); // it died, and reads all when it begins anew
		this.inTurn(() => this.apply(ids, written)).catch((e: unknown) => (this.trouble = storageMessage(e)));
	}

	private async apply(ids: string[], written?: Source[]): Promise<void> {
		// one that was asked for in vain may be among them, or be what they were merged into
		this.absent.clear();
		const made = written && written.length <= MADE ? new Set(written.map((s) => s.id)) : null;
		if (made) for (const id of made) this.needed.add(id);
		const mine = new Set(ids.filter((id) => this.whole || this.sources.has(id) || this.needed.has(id)));
		const rows = written
			? written.filter((s) => mine.has(s.id) || this.isNeeded(s))
			: await sourcesByIds(mine, this.base);
		if (mine.size || rows.length) {
			const now = new Map(rows.map((s) => [s.id, s]));
			// a changed one keeps its place
			const list = [...this.sources.values()].flatMap((s) => now.get(s.id) ?? (mine.has(s.id) ? [] : s));
			this.show([...list, ...rows.filter((s) => !this.sources.has(s.id))]);
		}
		await this.count();
	}

	/** When everything that was written until now can be seen here, and found. */
	async settled(): Promise<void> {
		for (let seen; seen !== this.last;) {
			seen = this.last;
			await seen;
		}
		await this.finder?.settled().catch(() => undefined); // it died: what it is asked next says so
	}

	/** A tab that slept may have missed something. */
	async check(): Promise<void> {
		if (this.trouble || !this.ready) return;
		await this.inTurn(async () => {
			this.absent.clear();
			if (this.whole) {
				const { sources } = this.base;
				const [count, last] = await Promise.all([sources.count(), sources.orderBy('updatedAt').last()]);
				const same = count === this.sources.size && (!last || this.sources.get(last.id)?.updatedAt === last.updatedAt);
				if (!same) await this.readAll();
			} else if (this.sources.size) {
				const now = await sourcesByIds(this.sources.keys(), this.base);
				const same = now.length === this.sources.size && now.every((s) => this.same(s) !== s);
				if (!same) this.show(now.map((s) => this.same(s)));
			}
			await this.count();
		});
		await this.finder?.check().catch(() => undefined); // it died: what it is asked next says so
	}

	/** Hears of changes no more. */
	end(): void {
		this.stopListening();
		this.finder?.stop();
	}

	// --- what is asked ----------------------------------------------------------------------------------------------------

	/**
	 * At most `limit` sources, best first; they are held from then on, for a while.
	 * @throws where the worker cannot be had
	 */
	async find(query: string, options: FindOptions): Promise<Source[]> {
		await this.start();
		const ids = await this.ask().findIds(query, options);
		await this.inTurn(async () => {
			// the worker may be a step behind: what is shown is what is stored
			const missing = ids.filter((id) => !this.sources.has(id));
			if (!this.whole && missing.length)
				this.show(this.withFound(await sourcesByIds(missing, this.base), new Set(ids)));
		});
		return ids.flatMap((id) => this.sources.get(id) ?? []);
	}

	/** At most so many sources of each kind, those that come first. @throws where the worker cannot be had */
	async someOfEachKind(most: number): Promise<Source[]> {
		await this.start();
		return this.few(await this.ask().someOfEachKind(most));
	}

	/**
	 * What is held with some that were found, which are not held for ever.
	 * @param now ids of the answer that is given now: those stay, new or not
	 */
	private withFound(found: Source[], now: ReadonlySet<string>): Source[] {
		const list = [...this.sources.values(), ...found.filter((s) => !this.sources.has(s.id))];
		const loose = list.filter((s) => !now.has(s.id) && !this.isNeeded(s));
		if (loose.length + now.size <= FOUND) return list;
		const drop = new Set(loose.slice(0, Math.max(0, loose.length + now.size - FOUND / 2)));
		return list.filter((s) => !drop.has(s));
	}

	/**
	 * Sources for records: those that surely are here already, the others new.
	 * @returns their ids in order, and how many were added
	 */
	async findOrAdd(list: NewSource[], origin: string): Promise<{ ids: string[]; added: number }> {
		await this.start();
		const found = await this.ask().like(list.map((r) => r.item));
		const fresh = list.filter((_, i) => !found[i]);
		const added = fresh.length ? await addSources(fresh, origin, this.base) : [];
		await this.settled();
		const next = added.values();
		const ids = found.map((id) => id ?? next.next().value!.id);
		await this.hold(ids);
		return { ids, added: added.length };
	}
}
