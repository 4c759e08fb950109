/** How many typed citations and entries of a typed list a text holds: for checks that lead to Match-up. */
import type { Node } from 'prosemirror-model';
import { settingsOf } from '$lib/core/manuscript';
import type { Matched, MatchSource } from '$lib/core/match';
import { passagesOfDoc, placeOfTyped } from '$lib/core/match/document';
import { library } from '$lib/services/library.svelte';
import { runMatchJob, Stopped } from '$lib/workers/library';
import { sound } from '$lib/workers/library-answers';
import { isMatched } from '$lib/workers/match-answers';

/** Anything that a typed citation can be: a bracket with a number, a raised number, a short note, an identifier. */
const PERHAPS = /[([][^()[\]]*\d[^()[\]]*[)\]]|\b10\.\d{4,9}\/|\\cite|\[@|[Ii]bid|op\. cit/;

/** Counts only what a source is known for, and what nobody said is none. */
export async function countTyped(doc: Node): Promise<number> {
	const { passages, list } = passagesOfDoc(doc);
	if (!list && !passages.some((p) => p.raised ?? PERHAPS.test(p.text))) return 0;
	await library.start();
	const sources = [...library.sources.values()].map((s): MatchSource => ({ id: s.id, key: s.key, item: s.item }));
	const none = new Set(settingsOf(doc).notCitations);
	try {
		const job = runMatchJob(sources, (api) => api.match(passages, list?.text ?? '') as Promise<Matched>);
		const { citations } = sound(await job.result, isMatched);
		return citations.filter(
			(c) => c.cites.some((x) => x.sourceId) && !none.has(placeOfTyped(passages[c.passage], c.from, c.to))
		).length;
	} catch (e) {
		if (e instanceof Stopped) return 0;
		throw e;
	}
}
