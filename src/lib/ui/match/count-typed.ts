/** How many typed citations of a text a source is known for: for checks that lead to Match-up. */
import type { Node } from 'prosemirror-model';
import { passagesOfDoc } from '$lib/core/match/document';
import { library } from '$lib/services/library.svelte';
import { findTyped } from './find-typed';

/** Anything that a typed citation can be: a bracket with a number, a raised number, a short note, an identifier. */
const PERHAPS = /[([][^()[\]]*\d[^()[\]]*[)\]]|\b10\.\d{4,9}\/|\\cite|\[@|[Ii]bid|op\. cit/;

/**
 * Counts them off the page.
 * @param signal ends the counting
 * @throws Stopped where it was ended
 */
export async function countTyped(doc: Node, signal?: AbortSignal): Promise<number> {
	const parts = passagesOfDoc(doc, library.resolve);
	if (!parts.list && !parts.passages.some((p) => p.raised ?? PERHAPS.test(p.text))) return 0;
	await library.start();
	const job = findTyped(doc, parts);
	signal?.addEventListener('abort', () => job.stop());
	if (signal?.aborted) job.stop();
	const { typed } = await job.result;
	return typed.filter((t) => t.found.cites.some((c) => c.sourceId)).length;
}
