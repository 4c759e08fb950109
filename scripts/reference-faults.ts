/**
 * Where the reference is plainly wrong, by rule: each takes one fault out of a text, whoever wrote it. What is the same
 * in both texts once the faults are out differs in nothing else (docs/conformance.md names the classes).
 */
import type { Item } from '../src/lib/core/csl';

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
}

interface Fault {
	/** The class, with its rule. */
	name: string;
	/** Takes the fault out of either text. */
	both?(text: string, about: About): string;
	/** Takes it out of the reference's text only: what it has too much. */
	reference?(text: string, about: About): string;
}

/** Words the standard lowers in titles wherever they are not first or last (CSL 1.0.2, Title Case). */
const STOP = 'A An And As At But By Down For From In Into Nor Of On Onto Or Over So The Till To Up Via With Yet'
	.split(' ')
	.join('|');
const STOP_WORDS = new RegExp(`(?<=[\\p{L}\\p{N},:”’] )(?:${STOP})(?= )`, 'gu');
const PARTICLES = 'van der|van|von|de';
const NAMES = [
	'author',
	'editor',
	'translator',
	'composer',
	'director',
	'recipient',
	'interviewer',
	'container-author'
];

interface Person {
	family?: string;
	given?: string;
}

const people = (items: readonly Item[]): Person[] =>
	items.flatMap((i) => NAMES.flatMap((n) => ((i as Record<string, unknown>)[n] as Person[] | undefined) ?? []));

const literal = (s: string) => s.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** The initials of a given name, with or without stops and spaces. */
const initials = (given: string): string =>
	given
		.split(/[\s.-]+/)
		.filter(Boolean)
		.map((w) => `${literal(w[0])}\\.?`)
		.join('[\\s-]*');

/** Without given names, in full or as initials, beside a family name. */
function withoutGiven(text: string, items: readonly Item[]): string {
	for (const { family, given } of people(items)) {
		if (!family || !given) continue;
		const g = `(?:${literal(given)}|${initials(given)})`;
		const f = literal(family);
		text = text
			.replace(new RegExp(`(?<!\\p{L})${f},? ${g}(?!\\p{L})`, 'giu'), family)
			.replace(new RegExp(`(?<!\\p{L})${g} ?(?:(?:${PARTICLES}) )?${f}(?!\\p{L})`, 'giu'), family);
	}
	return text;
}

/** A date that CSL 1.0.2, "Sorting" does not place among others: in words, of a season, or none. */
function hasOddDate(i: Item): boolean {
	const d = i.issued as Record<string, unknown> | undefined;
	return !d || 'literal' in d || 'season' in d;
}

/** The cites of a group, and the marks around them, in an order of their own. */
const inOrder = (s: string): string =>
	s
		.replace(/[()[\]]/g, '')
		.split(/[,;]\s/)
		.sort()
		.join('; ');

const FAULTS: Fault[] = [
	{
		name: 'a label stands before what is not there',
		both: (s) =>
			s.replace(
				/(?:^|(?<=[\s\d(]))(?:(?:pp?|vol|nos?|S|с)\.\s*)+(?=\s*(?:[:,;)(]|\.(?:\s|$)))|(?<=\. )P\. (?=(?:\{[^}]*\})?in\b)/giu,
				''
			)
	},
	{
		name: 'a mark that parted what is not there is left standing',
		both: (s) =>
			s
				.replace(/[,;:](?:\s*[,;:])+(?=\s|$)/g, (run) => (run.includes(';') ? ';' : run[0]))
				.replace(/([.?!][”’»]?)\s*\.(?=\s|$|<)/g, '$1')
				.replace(/([?!][”’»]?):(?=\s)/g, '$1')
				.replace(/\.(\{[^}]*\})\./g, '.$1')
				.replace(/;:(?=\d)/g, ';')
				.replace(/[.,]{2}(?=”)/g, '.')
				.replace(/,\s+\.(?=\s|$)/g, '.')
				.replace(/[,;:]\s*(?=[.)\]](?:\s|$|[,;.)]))/g, '')
				.replace(/\.?[,;:]\s*\.?$/, '.')
	},
	{
		name: 'the affixes of a date are printed again within a range',
		both: (s) =>
			s
				.replace(/–\(([^()]*)\)/g, '–$1')
				.replace(/(?<=\d{4})–\s*[[(][^\d()[\]]*(\d{4}[a-z]?)[\])]/g, '–$1')
				.replace(/(?<=\d{4})–\p{L}[\p{L} ]*:? (?=\d{4})/gu, '–')
	},
	{
		name: 'the letter behind the year of another date stands apart',
		both: (s) => s.replace(/(?<=\d{4})[ ,-]([a-z])(?=[\])-])/g, '$1')
	},
	{
		name: 'quotation marks within quotation marks are the outer ones',
		both: (s) => s.replace(/““(.*?)””/g, '“‘$1’”').replace(/‘‘(.*?)’’/g, '‘“$1”’')
	},
	{
		name: 'a stop word that was typed with a capital keeps it',
		both: (s) => s.replace(STOP_WORDS, (w) => w.toLowerCase())
	},
	{
		name: 'round brackets within round brackets become square, the first or the last of a pair alone',
		reference: (s) => (s.split('(').length === s.split(')').length ? s : s.replace(/\[/g, '(').replace(/\]/g, ')'))
	},
	{
		name: 'the particle of a short name is put behind it',
		reference: (s) => s.replace(new RegExp(`([\\p{Lu}][\\p{L}’]+), (${PARTICLES})(?=\\{?[/,;)}])`, 'gu'), '$2 $1')
	},
	{
		name: 'a particle is given the case of given names',
		both: (s) => s.replace(/(?<=\p{Lu}\.? )(?:De|Von|Van)(?=[.;,])/gu, (w) => w.toLowerCase())
	},
	{
		name: 'a comma typed behind a quotation stands outside it, though the locale has it within',
		both: (s, { suffixes }) =>
			suffixes.reduce(
				(t, x) => (/^\s*,/.test(x) ? t.replace(new RegExp(`([”’]),(?=${literal(x.replace(/^\s*,/, ''))})`), ',$1') : t),
				s
			)
	},
	{
		name: 'cites without names are taken for more of the cite before',
		both: (s, { entry, items }) =>
			!entry && items.some((i) => !people([i]).length) ? s.replace(/\s*;(?=\s)/g, ',') : s
	},
	{
		name: 'a particle does not tell a name from others',
		reference: (s, { entry }) =>
			entry ? s : s.replace(new RegExp(`(?<!\\p{L})(?:\\p{Lu}\\. ?)+(?=(?:${PARTICLES}) \\p{Lu})`, 'gu'), '')
	},
	{
		name: 'what follows a collapsed group follows cites too that did not collapse',
		both: (s, { afterCollapse }) => (afterCollapse ? s.replace(/[,;](?=\s)/g, ',') : s)
	},
	{
		name: 'the label of a locator before the pages of an entry is always singular',
		both: (s, { entry, locatorLabels }) => (entry && locatorLabels ? s.replace(/\bpp(?=\.)/g, 'p') : s)
	},
	{
		name: 'the text case of a macro call is not applied',
		both: (s, { caseOfMacros }) => (caseOfMacros ? s.toLowerCase() : s)
	},
	{
		name: 'seasons, dates in words and sources without a date have places of their own in the order of cites',
		both: (s, { entry, items }) => (entry || !items.some(hasOddDate) ? s : inOrder(s))
	}
];

const withoutFaults = (text: string, about: About, isReference: boolean): string =>
	FAULTS.reduce((s, f) => {
		const t = f.both ? f.both(s, about) : s;
		return isReference && f.reference ? f.reference(t, about) : t;
	}, text)
		.replace(/\s+(?=[,;:.)\]]|$)/g, '')
		.replace(/\s+/g, ' ')
		.trim();

const STOPS = /\.(?=\s|$|<|[”’),]|\()/g;
const stops = (s: string): number => s.match(STOPS)?.length ?? 0;

const equal = (a: string, b: string): boolean =>
	a === b || (stops(a) > stops(b) && a.replace(STOPS, '') === b.replace(STOPS, ''));

const NOTHING: About = {
	entry: true,
	items: [],
	suffixes: [],
	afterCollapse: false,
	locatorLabels: false,
	caseOfMacros: false
};

/**
 * Whether two texts differ in nothing but those faults, or full stops of affixes that the reference does not print; in
 * an entry also given names that the reference writes out to tell cites apart, which are no cites (Disambiguation).
 */
export function soundBeside(ours: string, reference: string, about: About = NOTHING): boolean {
	const [a, b] = [withoutFaults(ours, about, false), withoutFaults(reference, about, true)];
	if (equal(a, b)) return true;
	if (!about.entry || b.length <= a.length) return false;
	// initials end in a stop, and given names do not
	const [x, y] = [withoutGiven(a, about.items), withoutGiven(b, about.items)];
	return y !== b && x.replace(STOPS, '') === y.replace(STOPS, '');
}
