/**
 * Sources that a manual cites in the text only, though the style file would print an entry: what nobody else can look
 * up. Sections from memory of the manuals. Numbered styles are left alone, since a number must lead to an entry.
 */
import type { Item } from '../csl';

const RULES: [RegExp, string][] = [
	[/^apa\b/, 'APA 7, 8.9'],
	[/^chicago\b/, 'Chicago 17, 14.214 and 15.53'],
	[/^turabian\b/, 'Turabian 9, 17.6.3 and 19.6.3']
];
const KEPT = ['archive', 'archive_location', 'archive-place', 'publisher', 'URL', 'DOI'];

/** Where a manual says that the list leaves the source out; empty where it does not. */
export function keptOut(styleId: string, item: Item): string {
	if (item.type !== 'personal_communication' || KEPT.some((f) => item[f])) return '';
	return RULES.find(([re]) => re.test(styleId))?.[1] ?? '';
}
