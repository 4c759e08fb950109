/** The four steps of the guide, and how far a manuscript has come. */
import type { Source } from '$lib/core/source';

/** What of a manuscript the steps ask. */
export interface Progress {
	words: number;
	/** Its citations have a locator. */
	places: boolean;
	/** Its style is not the one it began with. */
	switched: boolean;
}

/** Words from which a sentence is taken to be written. */
const SENTENCE = 4;

/** @returns the step that comes next: 0 write, 1 cite, 2 switch, 3 hand in */
export function stepOf(p: Progress): 0 | 1 | 2 | 3 {
	if (p.words < SENTENCE && !p.places) return 0;
	if (!p.places) return 1;
	return p.switched ? 3 : 2;
}

/** What to type for a source of this library; null where it has none that can be found by a name. */
export function exampleOf(sources: Iterable<Source>): { source: string; typed: string } | null {
	for (const s of sources) {
		const [first] = (s.item.author as { family?: string }[] | undefined) ?? [];
		const year = s.item.issued ? /\d{4}/.exec(JSON.stringify(s.item.issued))?.[0] : undefined;
		if (!first?.family || !year || !s.item.page) continue;
		return { source: `${first.family} ${year}`, typed: `${first.family.toLowerCase()} ${year}` };
	}
	return null;
}
