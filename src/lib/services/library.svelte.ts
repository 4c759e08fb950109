/** The library as views see it: the store (library-store.ts) with reactive state. */
import type { Source } from '$lib/core/source';
import { LibraryStore } from './library-store';
import { inBackground } from './problems';

class Library extends LibraryStore {
	override sources = $state.raw<Map<string, Source>>(new Map());
	override ready = $state(false);
	override indexed = $state(0);
	override trouble = $state('');

	/** Opens the database, reads all of it, and looks again whenever the page is seen again. */
	override start(): Promise<void> {
		if (!this.watching) {
			this.watching = true;
			document.addEventListener('visibilitychange', () => {
				if (document.visibilityState === 'visible')
					inBackground(this.check(), 'The library could not be looked at again.');
			});
		}
		return super.start();
	}
	private watching = false;
}

export const library = new Library();
