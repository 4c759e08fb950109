/** Finds out what a manuscript is in the work that it is bound in, and tells its draft. */
import type { EntryOutput } from '$lib/core/citing';
import type { Draft } from '$lib/editor/draft.svelte';
import type { TextPlace } from '$lib/editor/text-place';
import { placeIn, type ChapterPlace } from '$lib/services/stored-text';

export async function findPlace(draft: Draft): Promise<void> {
	const place = await placeIn(draft.id, draft.store.doc, draft.formatting);
	draft.takePlace(place && textPlace(place));
}

function textPlace({ id, title, work, targets, before, behind }: ChapterPlace): TextPlace {
	let last: { all: EntryOutput[]; key: string; listed: EntryOutput[] } | null = null;
	return {
		id,
		title,
		work,
		targets,
		among: (own) => [...before, ...own, ...behind],
		listed: (all, { clusters }, uncited) => {
			if (!all || !(before.length + behind.length)) return all;
			const ids = new Set([...uncited, ...clusters.flatMap((c) => c.cites.map((x) => x.sourceId))]);
			const key = [...ids].sort().join('\n');
			if (last?.all !== all || last.key !== key) last = { all, key, listed: all.filter((e) => ids.has(e.id)) };
			return last.listed;
		}
	};
}
