import type { Draft } from '$lib/editor/draft.svelte';
import { inBackground } from '$lib/services/problems';

/** Milliseconds without an edit before the text is looked through. */
const REST = 1500;

/**
 * Once nobody writes, the typed citations of the text that could become live are counted, and what came back of it. What is written meanwhile comes
 * first: it ends the counting, which begins anew at rest.
 */
export function countTypedOnce(shown: () => Draft | null): void {
	let counted: Draft | null = null;
	$effect(() => {
		const d = shown();
		if (!d || d === counted || !d.formatting.done || d.readOnly || d.saveState !== 'saved') return;
		const stopping = new AbortController();
		const count = async () => {
			const { countTyped, waitingBack } = await import('../match/count-typed');
			try {
				d.returned = await waitingBack(d.id);
				d.typed = await countTyped(d.store.doc, stopping.signal);
				counted = d;
			} catch (e) {
				// somebody writes: it is counted afterwards
				if (!stopping.signal.aborted) throw e;
			}
		};
		const soon = setTimeout(() => inBackground(count(), 'Typed citations could not be counted.'), REST);
		return () => {
			clearTimeout(soon);
			stopping.abort();
		};
	});
}
