/**
 * Short titles where a source has none: the main title without its subtitle, and in styles whose manuals say so without
 * the article it begins with (Chicago 17, 14.33 and 14.34; Turabian 9, 16.4.1; MLA 9, 6.10).
 */
import type { Item } from '../csl';

/** Where a subtitle begins: behind a colon, a dash between spaces, or a question or exclamation mark. */
const SUBTITLE = /\s?:\s+|\s[–—]\s+|(?<=[?!])\s+(?=[\p{Lu}\p{Lt}“‘"'])/gu;

/** As many opening as closing marks and tags. */
function whole(s: string): boolean {
	const count = (re: RegExp) => (s.match(re) ?? []).length;
	return (
		count(/“/g) === count(/”/g) &&
		count(/«/g) === count(/»/g) &&
		count(/"/g) % 2 === 0 &&
		count(/\(/g) === count(/\)/g) &&
		count(/<[a-z][^>]*>/gi) === count(/<\/[a-z]+>/gi)
	);
}

/** A title without its subtitle; the title where it has none. */
export function mainTitle(title: string): string {
	for (const m of title.matchAll(SUBTITLE)) {
		const main = title.slice(0, m.index).trim();
		if (/[\p{L}\p{N}]{2}/u.test(main) && whole(main)) return main;
	}
	return title.trim();
}

/** A title without an English article at its head, in a capital. */
function withoutArticle(title: string): string {
	const rest = title.replace(/^(?:the|an?)\s+(?=[\p{L}\p{N}“‘"'<])/iu, '');
	return rest === title ? title : rest.replace(/^\p{Ll}/u, (c) => c.toUpperCase());
}

/** Styles whose manuals leave the article out, and those that use their rules. */
export const dropsArticle = (styleId: string): boolean =>
	/^(?:chicago|turabian|modern-language-association)/.test(styleId);

const made = [new WeakMap<Item, Item>(), new WeakMap<Item, Item>()];

/**
 * An item with a short title; the same item where it has one or needs none, and the same result for the same item.
 * @param article whether an article at the head is left out
 */
export function withShortTitle(item: Item, article: boolean): Item {
	if (typeof item.title !== 'string' || item['title-short'] || item.shortTitle) return item;
	const cache = made[article ? 1 : 0];
	const known = cache.get(item);
	if (known) return known;
	const english = !item.language || /^en\b/i.test(String(item.language));
	const main = mainTitle(item.title);
	const short = article && english ? withoutArticle(main) : main;
	const next = short === item.title ? item : { ...item, 'title-short': short };
	cache.set(item, next);
	return next;
}
