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
	/** The style says where the letter behind a year stands in citations, and says nothing of it for entries. */
	lettersInCitesOnly: boolean;
	/** The style tells cites apart by a condition, and by letters only where that does not do. */
	conditionFirst: boolean;
	/** The style asks for given names that are not shortened, and for no hyphens in those that are. */
	fullWithoutHyphens: boolean;
	/** The style takes small capitals off a part of what stands in them. */
	takesCapsOff: boolean;
	/** The style has a condition that tells cites apart. */
	titleByCondition: boolean;
	/** How the style says that there is no date; empty where it does not. */
	noDate: string;
	/** What the style puts before and behind names, by `name`. */
	nameAffixes: readonly { prefix: string; suffix: string }[];
	/** The style puts the label of pages right before a locator. */
	pageLabels: boolean;
	/** What stands before is no citation of a single source, or no entry of the same people: nothing of it is repeated. */
	nothingBefore: boolean;
}

interface Fault {
	/** The class, with its rule. */
	name: string;
	/** Takes the fault out of either text. */
	both?(text: string, about: About): string;
	/** Takes it out of the reference's text only: what it has too much, beside our text. */
	reference?(text: string, about: About, ours: string): string;
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
	literal?: string;
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

/** Letters of names and what parts names in lists of them, cut or not. */
const BETWEEN_NAMES =
	/^(?:[\s,;.&/{}[\]]|(?<!\p{L})(?:\p{Ll}{1,3}\.?|and others|u\. a\.|italic|small|bold)(?!\p{L}))*$/u;

/** Without the names of people, and initials of their given names. */
function withoutPeople(text: string, items: readonly Item[]): string {
	let rest = text;
	for (const { family, given } of people(items))
		for (const part of [family, given])
			if (part) {
				const name = literal(part).replace(/-/g, '[- ]');
				rest = rest.replace(new RegExp(`(?<!\\p{L})${name}(?!\\p{L})`, 'giu'), '');
			}
	return rest.replace(/(?<!\p{L})\p{Lu}\.?(?!\p{L})/gu, '');
}

/** Whether two entries are the same but for a list of names that the reference writes out and we cut. */
function cutNames(ours: string, reference: string, items: readonly Item[]): boolean {
	let same = 0;
	while (same < ours.length && ours.at(-1 - same) === reference.at(-1 - same)) same++;
	// whole words
	while (same && /\p{L}/u.test(ours.at(-same)!)) same--;
	const [a, b] = [ours, reference].map((t) => t.slice(0, t.length - same));
	const more = people(items).some(
		({ family }) =>
			family && b.toLowerCase().includes(family.toLowerCase()) && !a.toLowerCase().includes(family.toLowerCase())
	);
	return more && [a, b].every((h) => BETWEEN_NAMES.test(withoutPeople(h, items)));
}

const DASH = /^(?:\{[^}]*\})*(?:[—–―_-]{2,}|[—–―](?=[:,.;\s]))/;
const IBID = /(?<!\p{L})(?:ibid(?:em)?|ebd|ebenda|id(?:em)?|íd)(?!\p{L})/iu;

/** Without small capitals, and without marks of a look that goes on. */
function withoutCaps(text: string): string {
	let look = '';
	return text.replace(/\{([^}]*)\}/g, (_all, words: string) => {
		const now = words.replace('small', '').replace(/\s+/g, ' ').trim();
		if (now === look) return '';
		look = now;
		return `{${now}}`;
	});
}

/** Without the title of a source, and the mark before it. */
function withoutTitle(text: string, item: Item): string {
	const title = String(item.title ?? '').replace(/<[^>]+>/g, '');
	return title ? text.replace(new RegExp(`[.,:;]? ?[“‘«]?${literal(title)}[”’»]?`, 'i'), '') : text;
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

/** Without what stands right before and behind the names of institutions. */
function bareInstitutions(text: string, { items, nameAffixes }: About): string {
	for (const { literal: name } of people(items))
		for (const { prefix, suffix } of name ? nameAffixes : [])
			text = text.replace(
				new RegExp(
					`(?:${literal(prefix)})?(${literal(name!)})(?:${literal(suffix)}|${literal(suffix.trim())})?`,
					'giu'
				),
				'$1'
			);
	return text;
}

const FAULTS: Fault[] = [
	{
		name: 'the affixes of names are not put around an institution',
		both: bareInstitutions
	},
	{
		name: 'the marks around a citation are printed though there is nothing between them',
		reference: (s, { entry }, ours) => (!entry && !ours && !/[\p{L}\p{N}]/u.test(s.replace(/\{[^}]*\}/g, '')) ? '' : s)
	},
	{
		name: 'a label stands before what is not there',
		both: (s) =>
			s
				.replace(
					/(?:^|(?<=[\s\d(]))(?:(?:pp?|vol|nos?|S|с)\.\s*)+(?=\s*(?:[:,;)(]|\.(?:\s|$)|$))|(?<=\. )P\. (?=(?:\{[^}]*\})?in\b)|, p(?=\s*\.?$)/giu,
					''
				)
				.replace(/(?<=[.?!] )Pages? (?=\D)/g, '')
	},
	{
		name: 'a mark that parted what is not there is left standing',
		both: (s) =>
			s
				.replace(/[,;:](?:\s*[,;:])+(?=\s|$)/g, (run) => (run.includes(';') ? ';' : run[0]))
				.replace(/\.?,\s*\.(?=\s|$)/g, '.')
				.replace(/([,.])([”’»])\s*,(?=\s)/g, '$1$2')
				.replace(/([.?!](?:[”’»]|\{[^}]*\})?)\s*\.(?=\s|$|<|[”»])/g, '$1')
				.replace(/([?!][”’»]?):(?=\s)/g, '$1')
				.replace(/\.(\{[^}]*\})\./g, '.$1')
				.replace(/;:(?=\d)/g, ';')
				.replace(/[.,]{2}(?=”)/g, '.')
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
		both: (s) => s.replace(/(?<=\d{4})(?:[ ,-]|\. )([a-z])(?=[\]),.-])/g, '$1')
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
		both: (s) => s.replace(/\(([^()[\]]*)\[([^\]]*)\]/g, '($1($2)'),
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
			!entry && items.some((i) => !(i.author as Person[] | undefined)?.length) ? s.replace(/\s*;(?=\s)/g, ',') : s
	},
	{
		name: 'a particle does not tell a name from others',
		reference: (s, { entry }, ours) =>
			entry
				? s
				: s
						.replace(new RegExp(`(?<!\\p{L})(?:\\p{Lu}\\. ?)+(?:${PARTICLES}) \\p{Lu}[\\p{L}’]+`, 'gu'), (name) =>
							ours.includes(name) ? name : name.replace(/^(?:\p{Lu}\. ?)+/u, '')
						)
						.replace(new RegExp(`((?:${PARTICLES}) \\p{Lu}[\\p{L}’]+),(?: \\p{Lu}\\.)+`, 'gu'), (name, bare: string) =>
							ours.includes(name) ? name : bare
						)
	},
	{
		name: 'what follows a collapsed group follows cites too that did not collapse',
		both: (s, { afterCollapse }) =>
			afterCollapse ? s.replace(/[,;](?=\s)|;(?=\S)/g, ',').replace(/,(?=\p{L})/gu, ', ') : s
	},
	{
		name: 'the label of a locator before the pages of an entry is always singular',
		both: (s, { entry, locatorLabels }) => (entry && locatorLabels ? s.replace(/\bpp(?=\.)/g, 'p') : s)
	},
	{
		name: 'the letter that cites bear is not printed in the list',
		both: (s, { entry, lettersInCitesOnly }) =>
			entry && lettersInCitesOnly ? s.replace(/(?<=\d{4}) ?[a-z]{1,2}(?!\p{L})/gu, '') : s
	},
	{
		name: 'cites that a condition tells apart, or would, bear letters',
		both: (s, { conditionFirst, entry, items }) => {
			if (!conditionFirst) return s;
			const bare = s.replace(/(?<=\d{4})(?:\.? )?[a-z]{1,2}(?!\p{L})/gu, '');
			return entry ? bare : items.reduce(withoutTitle, bare.replace(/\{[^}]*\}/g, ''));
		}
	},
	{
		name: 'cites of sources by one family name bear titles, where given names tell them apart',
		both: (s, { entry, titleByCondition, items }) =>
			entry || !titleByCondition ? s : items.reduce(withoutTitle, s.replace(/\{[^}]*\}/g, '')).replace(/,(?=\s)/g, '')
	},
	{
		name: 'before the ellipsis of a list of names no mark parts names',
		both: (s) => s.replace(/,\s*…/g, ' …')
	},
	{
		name: 'a macro is taken for a group, and “no date” with it for the label of what is not there',
		both: (s, { noDate, items }) =>
			noDate && items.some((i) => !i.issued)
				? s.replace(new RegExp(`,? ?[(\\[]?${literal(noDate)}[)\\]]?\\.?`, 'gi'), '')
				: s
	},
	{
		name: 'the label of pages stands before another locator',
		both: (s, { entry, pageLabels }) =>
			!entry && pageLabels ? s.replace(/(?<=[,.] )\p{Ll}{1,7}\.? (?=[\divx])/gu, '') : s
	},
	{
		name: 'a date in words bears a letter',
		both: (s, { items }) =>
			items.reduce((t, i) => {
				const words = (i.issued as Record<string, unknown> | undefined)?.literal;
				return words ? t.replace(new RegExp(`(${literal(String(words))}) ?[a-z](?!\\p{L})`, 'giu'), '$1') : t;
			}, s)
	},
	{
		name: 'hyphens are taken off given names that are not shortened',
		both: (s, { fullWithoutHyphens }) => (fullWithoutHyphens ? s.replace(/(?<=\p{L})-(?=\p{Lu})/gu, ' ') : s)
	},
	{
		name: 'small capitals are not taken off within small capitals',
		both: (s, { takesCapsOff }) => (takesCapsOff ? withoutCaps(s) : s)
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

/** @param ours our text beside that of the reference; null where the text is ours */
const withoutFaults = (text: string, about: About, ours: string | null): string =>
	FAULTS.reduce((s, f) => {
		const t = f.both ? f.both(s, about) : s;
		return ours !== null && f.reference ? f.reference(t, about, ours) : t;
	}, text)
		.replace(/\s+(?=[,;:.)\]]|$)/g, '')
		// a space has no look of its own, nor has the last mark
		.replace(/(\{[^}]*\})\s+/g, ' $1')
		.replace(/\{[^}]*\}(?=\.?$)/g, '')
		.replace(/\s+/g, ' ')
		.trim();

const STOPS = /\.(?=\s|$|<|[”’),]|\()/g;
const stops = (s: string): number => s.match(STOPS)?.length ?? 0;

const equal = (a: string, b: string): boolean =>
	a === b || (stops(a) > stops(b) && a.replace(STOPS, '') === b.replace(STOPS, ''));

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
	nameAffixes: [],
	titleByCondition: false,
	noDate: '',
	pageLabels: false,
	nothingBefore: false
};

/**
 * Whether two texts differ in nothing but those faults, or full stops of affixes that the reference does not print; in
 * an entry also given names and names of a list that is cut, which the reference writes out to tell cites apart, which
 * entries are not (Disambiguation); and a dash or an ibid for what is not repeated.
 */
export function soundBeside(ours: string, reference: string, about: About = NOTHING): boolean {
	const [a, b] = [withoutFaults(ours, about, null), withoutFaults(reference, about, ours)];
	if (equal(a, b)) return true;
	if (about.nothingBefore) {
		if (about.entry && DASH.test(b) && !DASH.test(a) && a.endsWith(b.replace(DASH, ''))) return true;
		if (!about.entry && about.items.length === 1 && IBID.test(b) && !IBID.test(a)) return true;
	}
	if (!about.entry || b.length <= a.length) return false;
	if (cutNames(a, b, about.items)) return true;
	// initials end in a stop, and given names do not
	const bare = (t: string) => t.replace(/\{[^}]*\}/g, '');
	const [x, y] = [withoutGiven(bare(a), about.items), withoutGiven(bare(b), about.items)];
	return y !== bare(b) && x.replace(STOPS, '') === y.replace(STOPS, '');
}
