/** What comes once the text stands there: what its kind of paper puts around it, and what it is in its work. */
import type { Draft } from '$lib/editor/draft.svelte';
import { library } from '$lib/services/library.svelte';
import { findPlace } from './find-place';
import { showPageParts } from './page-parts';

export function showAround(draft: Draft): void {
	showPageParts(draft);
	draft.inBackground(
		library.start().then(() => findPlace(draft)),
		'The other chapters of its work could not be read. Numbers are those that it had last.'
	);
}
