/** How a source is stored, whatever way it came in. */
import type { Item } from '../csl';
import { bareDoi } from './identifiers';

/** An address that does nothing but resolve a DOI. */
const RESOLVER = /^(?:https?:\/\/)?(?:dx\.|www\.)?doi\.org\/10\./i;

/** What was typed or pasted, by field, where it is stored in another form. Under `custom.given`. */
type Given = Record<string, string>;
const givenOf = (item: Item): Given => (item.custom as { given?: Given } | undefined)?.given ?? {};

/**
 * A DOI is stored bare (ISO 26324): as an address or with `doi:` before it, it would be printed with two. What was given
 * is kept under `custom.given`. What is no DOI stays as it is, for clean-up to say.
 * @param fresh the source is new: an address that only resolves a DOI is that DOI
 * @returns the item itself where nothing is to be changed
 */
export function withBareDoi(item: Item, fresh = false): Item {
	const given: Given = {};
	const next: Item = { ...item };
	const { DOI, URL } = item;
	const bare = typeof DOI === 'string' ? bareDoi(DOI) : null;
	if (typeof DOI === 'string' && bare && bare !== DOI) {
		given.DOI = DOI;
		next.DOI = bare;
	}
	if (fresh && !DOI && typeof URL === 'string' && RESOLVER.test(URL.trim())) {
		const doi = bareDoi(URL);
		if (doi) {
			given.URL = URL;
			next.DOI = doi;
			delete next.URL;
		}
	}
	if (!Object.keys(given).length) return item;
	next.custom = { ...(item.custom as object | undefined), given: { ...givenOf(item), ...given } };
	return next;
}
