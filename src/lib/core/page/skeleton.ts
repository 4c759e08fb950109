/** Sections that a kind of paper has and that a text does not have yet. */

/** Titles as they are compared: letters alone, without the number that somebody may have typed before them. */
const plain = (title: string): string =>
	title
		.replace(/^\s*(?:\d+(?:\.\d+)*|[IVX]+)[.)]?\s+/u, '')
		.replace(/[^\p{L}]+/gu, ' ')
		.trim()
		.toLowerCase();

/**
 * Which sections are missing, and before which of the headings each belongs. Nothing where the text has a structure of its
 * own: a heading that the kind does not know.
 * @param headings titles of the sections of the text, in order
 * @returns for each missing one the number of headings that stand before it
 */
export function missingSections(
	sections: readonly string[],
	headings: readonly string[]
): { name: string; after: number }[] {
	const names = sections.map(plain);
	const there = headings.map((h) => names.indexOf(plain(h)));
	// in another order it is a structure of its own, too
	if (there.includes(-1) || there.some((n, i) => i > 0 && n <= there[i - 1])) return [];
	return sections.flatMap((name, n) => (there.includes(n) ? [] : [{ name, after: there.filter((t) => t < n).length }]));
}
