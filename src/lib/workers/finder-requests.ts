/** Whether what the page asks of the worker with the library can be answered; a page and a worker of different days may meet. */
import { all, isNumber, isObject, isText, isWord, optional, texts } from '$lib/core/guards';
import type { Item } from '$lib/core/csl';
import type { ExcerptQuery, FindOptions } from '$lib/core/search';

const isIdSet = (x: unknown): boolean => x instanceof Set && [...x].every(isText);
const isUse = (x: unknown): boolean => isObject(x) && [x.here, x.section, x.last].every(isNumber);

export const areIds = (x: unknown): x is string[] => texts(x);
export const isQuery = (x: unknown): x is string => isText(x);
export const isCount = (x: unknown): x is number => isNumber(x) && x >= 0;

export const isFindOptions = (x: unknown): x is FindOptions =>
	isObject(x) &&
	optional(x.limit, isCount) &&
	optional(x.about, (a) => isObject(a) && isIdSet(a.here) && isIdSet(a.cited)) &&
	optional(x.use, (u) => u instanceof Map && [...u].every(([id, n]) => isText(id) && isUse(n)));

/** Records that are no sources yet: most have no id. */
export const areRecords = (x: unknown): x is Item[] => all(x, (i) => isObject(i) && isWord(i.type));

export const isExcerptQuery = (x: unknown): x is ExcerptQuery =>
	isObject(x) && isText(x.words) && isText(x.section) && typeof x.only === 'boolean' && isCount(x.limit);

/** What was asked, if it passes its guard. @throws TypeError where it does not */
export function asked<T>(x: unknown, is: (x: unknown) => x is T): T {
	if (is(x)) return x;
	throw new TypeError(
		'The library was asked in a way that cannot be read; the page may be older than its parts: load it anew.'
	);
}
