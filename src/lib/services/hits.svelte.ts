/** What the library's worker answers to something that is typed: the newest question counts. */
import type { FindOptions } from '$lib/core/search';
import type { Source } from '$lib/core/source';
import { library } from './library.svelte';
import { unexpected } from './problems';

interface Question<T> {
	/** By what it is told whether an answer is to what stands there now. */
	words: string;
	get: () => Promise<T>;
}

export class Answers<T> {
	/** What was answered last; it stays until the next answer is there. */
	value: T = $state.raw() as T;
	/** What that is the answer to; null before the first. */
	answered = $state<string | null>(null);
	/** Why there is no answer; empty when all is well. */
	trouble = $state('');
	private next: Question<T> | null = null;
	private waiting = false;

	/** @param none where nothing is asked */
	constructor(private readonly none: T) {
		this.value = none;
	}

	/** Asks; while an answer is on its way only the newest question is kept. */
	ask(words: string, get: () => Promise<T>): void {
		this.next = { words, get };
		if (this.waiting) return;
		this.waiting = true;
		void this.answer();
	}
	clear(): void {
		this.next = null;
		this.value = this.none;
		this.answered = null;
		this.trouble = '';
	}

	/** Answers until nothing new is asked; nothing is thrown. */
	private async answer(): Promise<void> {
		try {
			while (this.next) {
				const mine = this.next;
				const value = await mine.get();
				const now = this.next as Question<T> | null;
				// the same may be asked again for what the library became, and again
				if (now?.words === mine.words) {
					this.trouble = '';
					this.value = value;
					this.answered = mine.words;
				}
				if (now === mine) this.next = null;
			}
		} catch (e) {
			this.clear();
			this.trouble = unexpected(e, 'Nothing can be found now; your library is as it was.');
		} finally {
			this.waiting = false;
		}
	}
}

/**
 * Found sources that follow what is typed and what the library becomes; to be called where a component begins.
 * @param question null where nothing is asked
 */
export function findAsTyped(question: () => { query: string; options: FindOptions } | null): Answers<Source[]> {
	const hits = new Answers<Source[]>([]);
	$effect(() => {
		// what was added meanwhile, and what could not be found before
		void library.news;
		const q = question();
		if (q) hits.ask(q.query, () => library.find(q.query, q.options));
		else hits.clear();
	});
	return hits;
}
