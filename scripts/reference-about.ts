/** What is known of a citation or entry, and of its style, when it is held against the reference (reference-faults.ts). */
import type { Item, Tree } from '../src/lib/core/csl';
import { elements } from '../src/lib/core/csl/tree';

/** What a rule may ask of the citation or entry that a text belongs to. */
export interface About {
	/** The text is an entry of the list. */
	entry: boolean;
	items: readonly Item[];
	/** Words typed behind a cite. */
	suffixes: readonly string[];
	/** The style has a delimiter for what follows a collapsed group. */
	afterCollapse: boolean;
	/** The style puts the label of a locator before the pages of entries. */
	locatorLabels: boolean;
	/** The style gives a call of a macro a text case. */
	caseOfMacros: boolean;
	/** The style says where the letter behind a year stands in citations, and says nothing of it for entries. */
	lettersInCitesOnly: boolean;
	/** The style tells cites apart by a condition, and by letters only where that does not do. */
	conditionFirst: boolean;
	/** The style asks for given names that are not shortened, and for no hyphens in those that are. */
	fullWithoutHyphens: boolean;
	/** The style takes small capitals off a part of what stands in them. */
	takesCapsOff: boolean;
	/** The style sets a part upright, or light, within italics or bold. */
	takesItalicsOff: boolean;
	takesBoldOff: boolean;
	/** The style asks for the short form of an address, which the standard does not know. */
	shortAddress: boolean;
	/** The style puts the label of a number before something else. */
	numberLabels: boolean;
	/** Words of the style's own in the place of names. */
	insteadOfNames: readonly string[];
	/** The style has a condition that tells cites apart. */
	titleByCondition: boolean;
	/** How the style says that there is no date; empty where it does not. */
	noDate: string;
	/** Its word for "in"; empty where it has none. */
	wordForIn: string;
	/** How it says that there is no place; empty where it does not. */
	noPlace: string;
	/** How it says that there is no author; empty where it does not. */
	anonymous: string;
	/** The style prints the last name behind an ellipsis where fewer than two are left out, which the standard bars. */
	lastTooSoon: boolean;
	/** The style shows more names in later cites than in the first. */
	laterShowsMore: boolean;
	/** A cite repeats the one before. */
	repeats: boolean;
	/** The style sorts the cites of a citation. */
	sortedCites: boolean;
	/** The style has ordinals of its own. */
	ownOrdinals: boolean;
	/** The style prints labels. */
	labels: boolean;
	/** Citations have no names. */
	namelessCites: boolean;
	/** The locators of the cites. */
	locators: readonly string[];
	/** Family names of several people who have several sources each. */
	namesakes: ReadonlySet<string>;
	/** The style has an element with quotation marks and a look. */
	quotesWithLook: boolean;
	/** A source by the same people from the same year, or this one, has a date that the standard does not place. */
	nearOddDate: boolean;
	/** The entry before is headed by the same person, in another role or with others. */
	sameLeadBefore: boolean;
	/** What the style puts before and behind names, by `name`. */
	nameAffixes: readonly { prefix: string; suffix: string }[];
	/** The style puts the label of pages right before a locator. */
	pageLabels: boolean;
	/** What stands before is no citation of a single source, or no entry of the same people: nothing of it is repeated. */
	nothingBefore: boolean;
}

/** A text of which nothing is known. */
export const NOTHING: About = {
	entry: true,
	items: [],
	suffixes: [],
	afterCollapse: false,
	locatorLabels: false,
	caseOfMacros: false,
	lettersInCitesOnly: false,
	conditionFirst: false,
	fullWithoutHyphens: false,
	takesCapsOff: false,
	takesItalicsOff: false,
	takesBoldOff: false,
	shortAddress: false,
	numberLabels: false,
	insteadOfNames: [],
	nameAffixes: [],
	titleByCondition: false,
	noDate: '',
	wordForIn: '',
	noPlace: '',
	anonymous: '',
	lastTooSoon: false,
	laterShowsMore: false,
	repeats: false,
	sortedCites: false,
	ownOrdinals: false,
	labels: false,
	namelessCites: false,
	locators: [],
	namesakes: new Set(),
	quotesWithLook: false,
	nearOddDate: false,
	sameLeadBefore: false,
	pageLabels: false,
	nothingBefore: false
};

/** Whether an element of a style, or of what it calls, is of a kind. */
function has(
	tree: Tree,
	is: (t: Tree, next: Tree | undefined) => boolean,
	root = tree,
	seen = new Set<string>()
): boolean {
	return elements(tree).some((k, i, list) => {
		if (is(k, list[i + 1]) || has(k, is, root, seen)) return true;
		const name = k.attrs.macro;
		if (!name || seen.has(name)) return false;
		seen.add(name);
		const macro = elements(root).find((m) => m.name === 'macro' && m.attrs.name === name);
		return macro !== undefined && has(macro, is, root, seen);
	});
}

/** What a macro that is called begins with; nothing where none is called. */
function headOfMacro(root: Tree, call: Tree): Tree[] {
	const macro = elements(root).find((m) => m.name === 'macro' && m.attrs.name === call.attrs.macro);
	const first = macro && elements(macro)[0];
	return first ? [first, ...elements(first).slice(0, 1)] : [];
}

/** The affixes of `name` elements, each pair once. */
function affixesOfNames(tree: Tree): { prefix: string; suffix: string }[] {
	const found = new Map<string, { prefix: string; suffix: string }>();
	const walk = (t: Tree) => {
		const { prefix = '', suffix = '' } = t.attrs;
		if (t.name === 'name' && (prefix || suffix)) found.set(`${prefix}\n${suffix}`, { prefix, suffix });
		elements(t).forEach(walk);
	};
	walk(tree);
	return [...found.values()];
}

/** What a style prints in the place of names, in its own words. */
function wordsInsteadOfNames(tree: Tree, anonymous: string): string[] {
	const values = (t: Tree): string[] =>
		elements(t).flatMap((k) => [k.attrs.value ?? '', k.attrs.term === 'anonymous' ? anonymous : '', ...values(k)]);
	const walk = (t: Tree): string[] =>
		elements(t)
			.flatMap((k) => (k.name === 'substitute' ? values(k) : walk(k)))
			.filter((w) => w.trim().length > 1);
	return [...new Set(walk(tree))];
}

/** A date that CSL 1.0.2, "Sorting" does not place among others: in words, of a season, or none. */
export function hasOddDate(i: Item): boolean {
	const d = i.issued as Record<string, unknown> | undefined;
	return !d || 'literal' in d || 'season' in d;
}

/** What of a style the rules for the reference's faults ask. */
type Facts = Omit<
	About,
	| 'entry'
	| 'items'
	| 'suffixes'
	| 'locators'
	| 'repeats'
	| 'namesakes'
	| 'nearOddDate'
	| 'sameLeadBefore'
	| 'nothingBefore'
>;

const count = (t: Tree | undefined, name: string): number => Number(t?.attrs[name] ?? 0);

/** @param terms how the style's locale says "in", and that there is no date, no place and no author */
export function factsOf(
	tree: Tree,
	terms: { wordForIn: string; noDate: string; noPlace: string; anonymous: string }
): Facts {
	const area = (name: string) => elements(tree).find((e) => e.name === name);
	const isLetter = (t: Tree) => t.name === 'text' && t.attrs.variable === 'year-suffix';
	const [citation, list] = [area('citation'), area('bibliography')];
	const inCites = (is: (t: Tree, next: Tree | undefined) => boolean) =>
		citation !== undefined && has(citation, is, tree);
	return {
		caseOfMacros: has(
			tree,
			(t) => t.name === 'text' && t.attrs.macro !== undefined && t.attrs['text-case'] !== undefined
		),
		locatorLabels: has(
			tree,
			(t, next) =>
				t.name === 'label' &&
				t.attrs.variable === 'locator' &&
				next !== undefined &&
				(next.attrs.variable === 'page' || headOfMacro(tree, next).some((h) => h.attrs.variable === 'page'))
		),
		pageLabels: inCites(
			(t, next) => t.name === 'label' && t.attrs.variable === 'page' && next?.attrs.variable === 'locator'
		),
		afterCollapse: has(tree, (t) => t.attrs['after-collapse-delimiter'] !== undefined),
		lettersInCitesOnly: inCites(isLetter) && list !== undefined && !has(list, isLetter, tree),
		titleByCondition: inCites((t) => t.attrs.disambiguate === 'true'),
		noDate: has(tree, (t) => t.attrs.term === 'no date') ? terms.noDate : '',
		wordForIn: has(tree, (t) => t.attrs.term === 'in') ? terms.wordForIn : '',
		noPlace: has(tree, (t) => t.attrs.term === 'no-place') ? terms.noPlace : '',
		anonymous: has(tree, (t) => t.attrs.term === 'anonymous') ? terms.anonymous : '',
		lastTooSoon:
			list?.attrs['et-al-use-last'] === 'true' && count(list, 'et-al-min') - count(list, 'et-al-use-first') < 2,
		laterShowsMore:
			count(citation, 'et-al-min') > 0 && count(citation, 'et-al-subsequent-min') > count(citation, 'et-al-min'),
		sortedCites: citation !== undefined && elements(citation).some((e) => e.name === 'sort'),
		ownOrdinals: has(tree, (t) => t.name === 'term' && (t.attrs.name ?? '').startsWith('ordinal')),
		labels: has(tree, (t) => t.name === 'text' && t.attrs.variable === 'citation-label'),
		namelessCites: citation !== undefined && !inCites((t) => t.name === 'names'),
		conditionFirst:
			citation?.attrs['disambiguate-add-year-suffix'] === 'true' && inCites((t) => t.attrs.disambiguate === 'true'),
		fullWithoutHyphens:
			tree.attrs['initialize-with-hyphen'] === 'false' && has(tree, (t) => t.attrs.initialize === 'false'),
		nameAffixes: affixesOfNames(tree),
		takesCapsOff: has(tree, (t) => t.attrs['font-variant'] === 'normal'),
		takesItalicsOff: has(tree, (t) => t.attrs['font-style'] === 'normal'),
		takesBoldOff: has(tree, (t) => t.attrs['font-weight'] === 'normal'),
		quotesWithLook: has(
			tree,
			(t) => t.attrs.quotes === 'true' && Object.keys(t.attrs).some((a) => /^font-|^text-decoration$/.test(a))
		),
		shortAddress: has(tree, (t) => t.attrs.variable === 'URL' && t.attrs.form === 'short'),
		numberLabels: has(
			tree,
			(t, next) => t.name === 'label' && t.attrs.variable === 'number' && next?.attrs.variable !== 'number'
		),
		insteadOfNames: wordsInsteadOfNames(tree, terms.anonymous)
	};
}
