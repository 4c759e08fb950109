/**
 * A body that is author and publisher at once is named once: APA leaves the publisher out (APA 7, 9.29), MLA the author
 * (MLA 9, 5.25; both from memory). CSL cannot compare two variables, so styles print both.
 */
import type { Item, Name } from '../csl';

const OMITTED: [RegExp, 'publisher' | 'author'][] = [
	[/^(?:apa|deutsche-gesellschaft-fur-psychologie)(?:-|~|$)/, 'publisher'],
	[/^modern-language-association/, 'author']
];

const plain = (s: string) =>
	s
		.toLowerCase()
		.replace(/^the\s+/, '')
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** What a style's manual leaves out where author and publisher are one; null for nothing. */
export const omittedTwin = (styleId: string): 'publisher' | 'author' | null =>
	OMITTED.find(([re]) => re.test(styleId))?.[1] ?? null;

const made = { publisher: new WeakMap<Item, Item>(), author: new WeakMap<Item, Item>() };

/** An item without what its style's manual would not repeat; the same item where nothing is repeated. */
export function withoutTwin(item: Item, omitted: 'publisher' | 'author'): Item {
	const known = made[omitted].get(item);
	if (known) return known;
	const authors = Array.isArray(item.author) ? (item.author as Name[]) : [];
	const body = authors.length === 1 ? (authors[0]?.literal ?? '') : '';
	const twin =
		typeof body === 'string' &&
		typeof item.publisher === 'string' &&
		plain(body) !== '' &&
		plain(body) === plain(item.publisher);
	let next = item;
	// without a title there would be nothing to begin with
	if (twin && (omitted === 'publisher' || item.title)) {
		next = { ...item };
		delete next[omitted];
	}
	made[omitted].set(item, next);
	return next;
}
