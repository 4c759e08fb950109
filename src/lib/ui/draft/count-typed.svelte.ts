import type { Draft } from '$lib/editor/draft.svelte';
import { inBackground } from '$lib/services/problems';

/** Once the text is shown, the typed citations in it that could become live are counted. */
export function countTypedOnce(shown: () => Draft | null): void {
	let counted = false;
	$effect(() => {
		const d = shown();
		if (counted || !d?.formatting.done || d.readOnly) return;
		counted = true;
		inBackground(
			import('../match/count-typed').then(async (m) => (d.typed = await m.countTyped(d.store.doc))),
			'Typed citations could not be counted.'
		);
	});
}
