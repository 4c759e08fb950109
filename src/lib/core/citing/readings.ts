/**
 * Places of a style that the standard lets be read in two ways, so that a list by another processor may differ: what is
 * read out of the style, how it is read here, and how else. The grounds are in docs/conformance.md.
 */
import type { CompiledStyle, Tree } from '../csl';

export interface Reading {
	what: string;
	/** How it is read here. */
	here: string;
	/** How else it can be read. */
	else: string;
}

interface Point extends Reading {
	/** Whether the style has it. */
	when: (all: readonly Tree[], style: CompiledStyle) => boolean;
}

const has = (name: string, value?: RegExp) => (all: readonly Tree[]) =>
	all.some((e) => e.attrs[name] !== undefined && (!value || value.test(e.attrs[name])));

const POINTS: Point[] = [
	{
		what: 'Titles in headline capitals: words such as “about”, “against” and “within”, which are in neither list of the standard',
		here: 'they stay as they are typed',
		else: 'some processors give them a capital',
		when: has('text-case', /^title$/)
	},
	{
		what: 'Sentence case with words in capitals of their own',
		here: 'they stay; a title all in capitals is lowered',
		else: 'the standard does not say which words are names, so names may be lowered elsewhere',
		when: has('text-case', /^sentence$/)
	},
	{
		what: 'Long lists of names that end in the last one',
		here: 'the delimiter stands before the ellipsis, also behind a single name',
		else: 'no delimiter behind a single name',
		when: has('et-al-use-last', /^true$/)
	},
	{
		what: 'Citations that are drawn together: what parts a group from the next',
		here: 'the mark for it stands only behind a group that was drawn together',
		else: 'behind every group',
		when: has('after-collapse-delimiter')
	},
	{
		what: 'Names with particles (de, van) in the list',
		here: 'sorted as they read: family name, given name, then the particle',
		else: 'the table of the standard sorts the particle before the given name',
		when: (all) =>
			all.some((e) => e.name === 'bibliography') &&
			all.some((e) => /^(?:sort-only|display-and-sort)$/.test(e.attrs['demote-non-dropping-particle'] ?? ''))
	},
	{
		what: 'A date as a key of sorting where some dates are words (“spring”, “n.d.”)',
		here: 'a season counts in the order of dates; words alone count as no date',
		else: 'seasons count for nothing',
		when: (all) =>
			all.some((e) => e.name === 'key' && /^(?:issued|accessed|original-date)$/.test(e.attrs.variable ?? ''))
	},
	{
		what: 'Quotation marks around titles: a comma that was typed behind the citation',
		here: 'it stands where the language of the style has it',
		else: 'only the style’s own punctuation moves',
		when: has('quotes', /^true$/)
	},
	{
		what: 'Letters behind the year where the year is a range',
		here: 'the letter stands at the end of the range',
		else: 'behind its first year',
		when: (_, style) => style.citationOptions.addYearSuffix
	},
	{
		what: 'A source among several of one author, cited again in a note',
		here: 'its title is given where two cites would read alike',
		else: 'where the sources’ names alone are alike',
		when: (all, style) => style.class === 'note' && has('disambiguate', /^true$/)(all)
	}
];

function* below(t: Tree): Generator<Tree> {
	yield t;
	for (const c of t.children) if (typeof c !== 'string') yield* below(c);
}

/** What in a style can be read in two ways. */
export function readingsOf(tree: Tree, style: CompiledStyle): Reading[] {
	const all = [...below(tree)];
	return POINTS.filter((p) => p.when(all, style)).map(({ what, here, else: other }) => ({ what, here, else: other }));
}
