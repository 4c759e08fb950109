/** What the library knows of names and acronyms, for whoever puts titles in sentence case. */
import type { Source } from '$lib/core/source';
import { knownWords, WORDS_FROM, type KnownWords } from '$lib/core/source/sentence-case/known';

/** A library that differs by so many sources only knows the same words; looking through it anew is slow. */
const SLACK = 20;
let last: { size: number; first: string; known: KnownWords } | null = null;

/** What was known last, however much the library has grown since; null before the first look. */
export const wordsKnown = (): KnownWords | null => last?.known ?? null;

/** The words of a library; the same object until it has become another in size. */
export function wordsOf(sources: ReadonlyMap<string, Source>): KnownWords {
	const { size } = sources;
	const first = sources.keys().next().value ?? '';
	if (!last || last.first !== first || Math.abs(last.size - size) > SLACK) {
		const some = [...sources.values()].slice(0, WORDS_FROM).map((s) => s.item);
		last = { size, first, known: knownWords(some) };
	}
	return last.known;
}
