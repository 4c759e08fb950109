/**
 * Short titles where a source has none: the main title without its subtitle, and in styles whose manuals say so without
 * the article it begins with (Chicago 17, 14.33 and 14.34; Turabian 9, 16.4.1; MLA 9, 6.10).
 */
import type { Item } from '../csl';
import { mainTitle } from '../source';

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
