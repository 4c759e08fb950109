/** The library as views see it: every source, kept current across tabs, with a search index. */
import { liveQuery, type Subscription } from 'dexie';
import { db, storageMessage } from '$lib/data/db';
import { seedOnce } from '$lib/data/seed';
import { createIndex } from '$lib/core/search';
import type { Source } from '$lib/core/source';

class Library {
	/** All sources by id; replaced whole, records keep their identity while unchanged. */
	sources = $state.raw<Map<string, Source>>(new Map());
	ready = $state(false);
	/** Why nothing can be kept here; empty when all is well. */
	trouble = $state('');
	readonly index = createIndex();
	private subscription: Subscription | null = null;
	private starting: Promise<void> | null = null;

	/** Opens the database and fills it at the first visit. */
	start(): Promise<void> {
		return (this.starting ??= this.open());
	}

	private async open(): Promise<void> {
		try {
			await db.open();
			await seedOnce();
		} catch (e) {
			this.trouble = storageMessage(e);
			this.ready = true;
			return;
		}
		await new Promise<void>((resolve) => {
			this.subscription = liveQuery(() => db.sources.toArray()).subscribe({
				next: (list) => {
					this.take(list);
					resolve();
				},
				error: (e) => {
					this.trouble = storageMessage(e);
					resolve();
				}
			});
		});
		this.ready = true;
	}

	/** Keeps the identity of records that did not change, so that "has it changed" is ===. */
	private take(list: Source[]): void {
		const next = new Map<string, Source>();
		for (const s of list) {
			const before = this.sources.get(s.id);
			next.set(s.id, before && before.updatedAt === s.updatedAt && before.key === s.key ? before : s);
		}
		this.index.set([...next.values()]);
		this.sources = next;
	}

	stop(): void {
		this.subscription?.unsubscribe();
	}
}

export const library = new Library();
