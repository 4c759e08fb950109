/** What the page asks its service worker, and what that answers. */

/** Asks for everything to be kept that is needed without the server. */
export const KEEP_ALL = 'keep-all';

export interface OfflineState {
	/** Packs of styles that are kept. */
	packs: number;
	of: number;
}
