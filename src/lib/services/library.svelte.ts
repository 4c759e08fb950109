/** The library as views see it: the store (library-store.ts) with reactive state, and its worker. */
import type { Source } from '$lib/core/source';
import type { KnownWords } from '$lib/core/source/sentence-case/known';
import { startFinder } from '$lib/workers/finder';
import { LibraryStore } from './library-store';
import { inBackground } from './problems';

/** The worker begins when the page is at rest, or when it is first asked. */
const REST = 1500;

class Library extends LibraryStore {
	override sources = $state.raw<Map<string, Source>>(new Map());
	override size = $state(0);
	override indexed = $state(0);
	override whole = $state(false);
	override ready = $state(false);
	override trouble = $state('');
	override news = $state(0);
	override words = $state.raw<KnownWords | null>(null);

	constructor() {
		super(startFinder);
	}

	/** Makes the library ready, and looks again whenever the page is seen again. */
	override start(): Promise<void> {
		if (!this.watching) {
			this.watching = true;
			document.addEventListener('visibilitychange', () => {
				if (document.visibilityState === 'visible')
					inBackground(this.check(), 'The library could not be looked at again.');
			});
			setTimeout(() => {
				if (this.ready && !this.trouble) this.ask();
			}, REST);
		}
		return super.start();
	}
	private watching = false;
}

export const library = new Library();
