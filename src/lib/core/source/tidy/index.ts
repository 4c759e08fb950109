/** Tidying: every rule over one source. Nothing is changed here; a finding says what would be. */
import { checkItem, type Item } from '../../csl';
import { knownWords, type ShippedWords } from '../sentence-case';
import { essentials } from './essentials';
import { names } from './names';
import { bookNumbers, doi, edition, pages, publisher, volume } from './numbers';
import { shortTitle, spaces, titleCase, trailingStop, yearInTitle } from './titles';
import { caution, textOf, type Finding, type Rule, type TidyContext } from './types';
import { address, page } from './web';

export { applyChange, type Change, type Finding, type TidyContext } from './types';
export { toHeadline } from './headline';
export { missingFields } from './essentials';
export { isOpenEdit, isSearchAddress } from './web';

/** What the processor itself finds odd, where no rule says it better. */
const shape: Rule = (item) =>
	checkItem(item).map((w) => caution('shape', w.field ?? '', w.message, textOf(item, w.field ?? '')));

const ALL: Rule[] = [
	titleCase,
	shortTitle,
	trailingStop,
	yearInTitle,
	spaces,
	names,
	edition,
	publisher,
	pages,
	volume,
	doi,
	bookNumbers,
	address,
	page,
	essentials,
	shape
];

/** Groups of rules under the words that a person reads. */
export const RULE_NAMES: Record<string, string> = {
	capitals: 'Titles in capitals',
	'title-case': 'Capital letters in titles',
	'short-title': 'Long titles without a short one',
	stop: 'Stray punctuation at the end',
	'year-in-title': 'Year in the title',
	spaces: 'Extra spaces',
	'name-et-al': '“et al.” among names',
	'name-and': '“and” among names',
	'name-run-together': 'Names run together',
	'name-comma': 'Commas in names',
	'name-swapped': 'Swapped names',
	'name-degree': 'Titles in names',
	'name-shouted-name': 'Names in capitals',
	'first-edition': 'First editions',
	'edition-words': 'Words in editions',
	'place-in-publisher': 'Place in the publisher',
	'publisher-noise': 'Forms of companies',
	'pages-reversed': 'Pages reversed',
	'pages-one': 'One page given twice',
	'pages-form': 'How pages are written',
	'issue-in-volume': 'Issue in the volume',
	'number-words': 'Words beside numbers',
	'doi-broken': 'Broken DOIs',
	'doi-address': 'DOIs with more than the DOI',
	'doi-twice': 'DOI again as an address',
	'doi-in-url': 'DOI as an address',
	'isbn-broken': 'Broken ISBNs',
	'isbn-as-issn': 'ISBN as ISSN',
	'issn-broken': 'Broken ISSNs',
	'search-page': 'Search results as sources',
	'open-edit': 'Encyclopaedias anybody may edit',
	tracking: 'Tracking in addresses',
	'address-scheme': 'Addresses without https',
	authorless: 'Pages without an author',
	undated: 'Pages without a date',
	'no-accessed': 'Access date missing',
	'site-in-title': 'Site in the title',
	missing: 'Missing for their kind',
	shape: 'What cannot be printed',
	clash: 'Changed on two machines'
};

/**
 * What tidying goes by.
 * @param items of the library: words that have capitals in its names keep them in titles
 * @param words those that ship (`loadWords`)
 * @param now the person's day
 */
export function tidyContext(
	titles: TidyContext['titles'],
	items: Iterable<Item>,
	words: ShippedWords,
	now: Date
): TidyContext {
	return contextFrom(titles, { words, known: knownWords(items) }, now);
}

/** The same where it is known already what the library knows; null where it is not. */
export const contextFrom = (
	titles: TidyContext['titles'],
	sentence: TidyContext['sentence'],
	now: Date
): TidyContext => ({ titles, sentence, today: [now.getFullYear(), now.getMonth() + 1, now.getDate()] });

/** What a finding is remembered by when it is ignored for ever. */
export const findingKey = (f: Finding): string => `${f.rule}/${f.field}`;

/**
 * Looks a source through.
 * @param ignored keys of findings that the person does not want to hear of again
 */
export function tidy(item: Item, ctx: TidyContext, ignored: readonly string[] = []): Finding[] {
	return ALL.flatMap((rule) => rule(item, ctx)).filter((f) => !ignored.includes(findingKey(f)));
}

/** With the fields that were changed on two machines, which only the person can decide. */
export function withClashes(
	found: Map<string, Finding[]>,
	sources: readonly { id: string; clashes?: { field: string; by: string }[]; ignored?: string[] }[]
): Map<string, Finding[]> {
	for (const { id, clashes, ignored } of sources) {
		const more = (clashes ?? [])
			.map((c) => caution('clash', c.field, `Changed here and on ${c.by}: open it to choose`))
			.filter((f) => !ignored?.includes(findingKey(f)));
		if (more.length) found.set(id, [...(found.get(id) ?? []), ...more]);
	}
	return found;
}
