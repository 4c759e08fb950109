/**
 * The whole library as its worker has it: every source and the search index, kept current. What the page asks that needs
 * more than the sources it holds is answered here.
 */
import { createIndex, findExcerpts } from '$lib/core/search';
import { createMatcher, prepare, type Source } from '$lib/core/source';
import { knownWords, WORDS_FROM, type KnownWords } from '$lib/core/source/sentence-case';
import { db, openDatabase, storageMessage, type Database } from '$lib/data/db';
import { readLibrary } from '$lib/data/read-library';
import { soundSources } from '$lib/data/repair';
import type { FinderApi, LibraryState } from './finder-api';

/** Sources indexed between two looks at what is asked. */
const SLICE = 250;
/** A library that differs by so many sources only knows the same words; looking through it anew is slow. */
const SLACK = 20;
const breathe = () => new Promise<void>((r) => setTimeout(r, 0));

export class WholeLibrary implements FinderApi {
	private readonly index = createIndex();
	private sources = new Map<string, Source>();
	private indexed = 0;
	private trouble = '';
	private tell: (state: LibraryState) => void = () => {};
	private known = knownWords([]);
	private wordsOf: { size: number; first: string } | null = null;
	/** Reading, or taking in what changed; one after the other. */
	private last: Promise<void> = Promise.resolve();
	private someIndexed = () => {};
	private readonly begun = new Promise<void>((r) => (this.someIndexed = r));
	/** Indexing what was read at once, a slice at a time. */
	private entering: Promise<void> = Promise.resolve();

	constructor(private readonly base: Database = db) {}

	start(tell: (state: LibraryState) => void): void {
		this.tell = tell;
		this.inTurn(async () => {
			await openDatabase(this.base);
			await this.load();
		});
	}

	changed(ids: string[]): void {
		this.inTurn(() => this.renew(ids));
	}

	async check(): Promise<void> {
		this.inTurn(async () => {
			const [count, last] = await Promise.all([
				this.base.sources.count(),
				this.base.sources.orderBy('updatedAt').last()
			]);
			const mine = last && this.sources.get(last.id);
			if (count !== this.sources.size || mine?.updatedAt !== last?.updatedAt) await this.load();
		});
		await this.last;
	}

	async settled(): Promise<void> {
		// what comes while it is waited for is waited for too
		for (let seen; seen !== this.last;) {
			seen = this.last;
			await seen;
		}
	}

	/** When everything there is can be found. */
	async complete(): Promise<void> {
		await this.settled();
		await this.entering;
	}

	private inTurn(act: () => Promise<void>): void {
		this.last = this.last.then(() => act().catch((e: unknown) => this.fail(e)));
	}
	private fail(e: unknown): void {
		this.trouble = storageMessage(e);
		this.someIndexed();
		this.say();
	}

	private say(learned = false): void {
		this.tell({ size: this.sources.size, indexed: this.indexed, learned, trouble: this.trouble });
	}

	/** Reads everything. */
	private async load(): Promise<void> {
		const all = new Map<string, Source>();
		for await (const part of readLibrary(this.base))
			for (const s of part) {
				const before = this.sources.get(s.id);
				all.set(s.id, before && before.updatedAt === s.updatedAt && before.key === s.key ? before : s);
			}
		this.index.remove([...this.sources.keys()].filter((id) => !all.has(id)));
		this.sources = all;
		this.learn();
		this.enterSoon([...all.keys()]);
	}

	private enterSoon(ids: string[]): void {
		this.entering = this.entering.then(() => this.enter(ids).catch((e: unknown) => this.fail(e)));
	}

	/** Indexes sources as they are when their turn comes; meanwhile some may have changed, or be gone. */
	private async enter(ids: string[]): Promise<void> {
		for (let i = 0; i < ids.length; i += SLICE) {
			this.put(ids.slice(i, i + SLICE));
			this.indexed = Math.min(Math.max(this.indexed, i + SLICE), this.sources.size);
			this.say();
			this.someIndexed();
			await breathe();
		}
		this.indexed = this.sources.size;
		this.someIndexed();
		this.say();
		await this.order();
	}
	private put(ids: string[]): void {
		this.index.put(ids.flatMap((id) => this.sources.get(id) ?? []));
	}
	/** Puts the words of the index in order, where many have come. */
	private async order(): Promise<void> {
		const steps = this.index.settle();
		while (!steps.next().done) await breathe();
	}

	private async renew(ids: string[]): Promise<void> {
		const now = new Map(soundSources(await this.base.sources.bulkGet(ids), this.base).map((s) => [s.id, s]));
		const gone = ids.filter((id) => !now.has(id) && this.sources.delete(id));
		this.index.remove(gone);
		const whole = this.indexed >= this.sources.size + gone.length;
		for (const s of now.values()) this.sources.set(s.id, s);
		// small changes at once, so that what was added can be found in the next moment
		if (now.size > SLICE) this.enterSoon([...now.keys()]);
		else {
			this.put([...now.keys()]);
			if (whole) this.indexed = this.sources.size;
			this.say();
		}
		this.learn();
	}

	/** Which words keep their capitals, where the library has become another in size. */
	private learn(): void {
		const { size } = this.sources;
		const first = this.sources.keys().next().value ?? '';
		if (this.wordsOf?.first === first && Math.abs(this.wordsOf.size - size) <= SLACK) return;
		this.wordsOf = { size, first };
		const some = [...this.sources.values()].slice(0, WORDS_FROM).map((s) => s.item);
		this.known = knownWords(some);
		this.say(true);
	}

	async words(): Promise<KnownWords> {
		await this.settled();
		return this.known;
	}

	async findIds(...[query, options]: Parameters<FinderApi['findIds']>): Promise<string[]> {
		// before the first is indexed there is no answer; of a large library the first ones are worth one
		await this.begun;
		return this.index.find(query, options);
	}

	async like(...[items]: Parameters<FinderApi['like']>): Promise<(string | null)[]> {
		await this.settled();
		const here = createMatcher(this.sources.values());
		return items.map((item) => {
			const found = here.match(prepare(item));
			return found?.sure ? found.id : null;
		});
	}

	async excerpts(...[query]: Parameters<FinderApi['excerpts']>): ReturnType<FinderApi['excerpts']> {
		await this.settled();
		return findExcerpts(this.sources.values(), query);
	}

	async labels(): ReturnType<FinderApi['labels']> {
		await this.settled();
		const tags = new Set<string>();
		const shelves = new Set<string>();
		for (const s of this.sources.values()) {
			for (const t of s.tags) tags.add(t);
			for (const x of s.shelves) shelves.add(x);
		}
		return { tags: [...tags].sort(), shelves: [...shelves].sort() };
	}

	async someOfEachKind(...[most]: Parameters<FinderApi['someOfEachKind']>): Promise<string[]> {
		await this.settled();
		const seen = new Map<string, number>();
		const out: string[] = [];
		for (const { id, item } of this.sources.values()) {
			const n = (seen.get(item.type) ?? 0) + 1;
			seen.set(item.type, n);
			if (n <= most) out.push(id);
		}
		return out;
	}
}
