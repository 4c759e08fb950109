/** How many typed citations of a text a source is known for: for checks that lead to Match-up. */
import type { Node } from 'prosemirror-model';
import { library } from '$lib/services/library.svelte';
import { returnedOf } from '$lib/data/sent';
import { findTyped } from './find-typed';

/** Anything that a typed citation can be: a bracket with a number, a short note, an identifier; a raised number is asked for apart. */
const PERHAPS = /[([][^()[\]]*\d[^()[\]]*[)\]]|\b10\.\d{4,9}\/|\\cite|\[@|[Ii]bid|op\. cit/;
/** Milliseconds after which keys come between. */
const SLICE = 6;

const mayBeTyped = (block: Node): boolean => {
	if (PERHAPS.test(block.textBetween(0, block.content.size, '\n', '\uFFFC'))) return true;
	let raised = false;
	block.descendants((n) => {
		raised ||= n.isText && n.marks.some((m) => m.type.name === 'superscript');
		return !raised;
	});
	return raised;
};

/** Whether there is anything to look for: most texts have nothing, and the long ones are gone through in parts. */
async function anyTyped(doc: Node, signal?: AbortSignal): Promise<boolean> {
	let begun = performance.now();
	for (const block of doc.children) {
		if (mayBeTyped(block)) return true;
		if (performance.now() - begun < SLICE) continue;
		await new Promise((next) => setTimeout(next));
		signal?.throwIfAborted();
		begun = performance.now();
	}
	return false;
}

/**
 * Counts them off the page.
 * @param signal ends the counting
 * @throws where it was ended
 */
export async function countTyped(doc: Node, signal?: AbortSignal): Promise<number> {
	if (!(await anyTyped(doc, signal))) return 0;
	await library.start();
	signal?.throwIfAborted();
	const job = findTyped(doc);
	signal?.addEventListener('abort', () => job.stop());
	const { typed } = await job.result;
	return typed.filter((t) => t.found.cites.some((c) => c.sourceId)).length;
}

/** Files of a manuscript that came back and are not looked through yet: who they are from. */
export const waitingBack = async (id: string): Promise<string[]> =>
	(await returnedOf(id)).map((v) => v.returned?.sender.by || 'somebody');
