/**
 * Where the reference is plainly wrong, by rule: each takes one fault out of a text, whoever wrote it. What is the same
 * in both texts once the faults are out differs in nothing else (docs/conformance.md names the classes).
 */
import type { Item } from '../src/lib/core/csl';
import { hasOddDate, NOTHING, type About } from './reference-about';
import {
	bareInstitutions,
	BETWEEN_NAMES,
	cutNames,
	literal,
	PARTICLES,
	people,
	type Person,
	sharedAcrossRoles,
	withGivenOf,
	withoutGiven,
	withoutGivenOfParticles,
	withoutLists,
	withoutPeople
} from './reference-names';

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
const STOP_WORDS = new RegExp(`(?<=[\\p{L}\\p{N},;:”’] )(?:${STOP})(?= )`, 'gu');
const DASH = /^(?:\{[^}]*\}|[“‘«"]\s?)*(?:[—–―_-]{2,}|[—–―](?=[:,.;\s]))[.,]?[”’»"]?/;
const IBID = /(?<!\p{L})(?:ibid(?:em)?|ebd|ebenda|id(?:em)?|íd)(?!\p{L})/iu;

/**
 * Whether one entry has a dash where the other is written out: the title that stands in for names, which is none
 * ("subsequent-author-substitute"), or the same first person, in another role or with others.
 */
function dashFor(dashed: string, full: string, { items, sameLeadBefore }: About): boolean {
	const bare = (t: string) => t.replace(/\{[^}]*\}/g, '').replace(/\s+/g, ' ');
	if (!DASH.test(dashed) || !items.length) return false;
	const rest = bare(dashed.replace(DASH, '')).replace(/^[.,:;\s]+/, '');
	const other = bare(full);
	if (!other.endsWith(rest)) return false;
	const head = other.slice(0, other.length - rest.length);
	const titleOnly = !people(items).length && withoutTitle(head, items[0]).length < 6;
	return titleOnly || (sameLeadBefore && BETWEEN_NAMES.test(withoutPeople(head, items)));
}

/** Without some looks, and without marks of a look that goes on. */
function withoutLooks(text: string, looks: (string | false)[]): string {
	if (!looks.some(Boolean)) return text;
	let look = '';
	return text.replace(/\{([^}]*)\}/g, (_all, words: string) => {
		const now = words
			.split(' ')
			.filter((w) => w && !looks.includes(w))
			.join(' ');
		if (now === look) return '';
		look = now;
		return `{${now}}`;
	});
}

/** A term as a pattern, whatever its spaces are. */
const spaced = (term: string): string => literal(term).replace(/\s/g, '\\s');

/** Without the title of a source, and the mark before it. */
function withoutTitle(text: string, item: Item): string {
	const title = String(item.title ?? '').replace(/<[^>]+>/g, '');
	const words = literal(title).replace(/[“‘”’]/g, '[“‘”’«»]');
	return title ? text.replace(new RegExp(`[.,:;]? ?[“‘«]?${words}[.,]?[”’»]?`, 'i'), '') : text;
}

/** With the address of a source cut to its host. */
function withHost(text: string, item: Item): string {
	const url = String(item.URL ?? '');
	return /^https?:/.test(url) ? text.replace(url, new URL(url).origin) : text;
}

/** A text in which a locator, with its label, stands where it first stands. */
function onceIn(text: string, locator: string): string {
	const place = new RegExp(
		`(?:(?:Ebd|Ibid)\\.)?[,;]?\\s(?:(?!${literal(locator)}\\s)\\p{L}{1,8}\\.?\\s)?${literal(locator).replace(/\\?-/g, '[-–‑]')}(?![\\p{L}\\d])`,
		'gu'
	);
	let found = false;
	return text.replace(place, (whole) => {
		if (found) return '';
		found = true;
		return whole;
	});
}

/** Without the one passage that is in the reference's text only, where it is a repetition. */
function withoutRepeated(reference: string, ours: string): string {
	const marks = /[\s,;]/g;
	const bare = (t: string) => t.replace(marks, '');
	for (const [passage] of reference.matchAll(/(?<=[,;] )[^,;]{1,40}?(?= )/g)) {
		const at = reference.lastIndexOf(`${passage} `);
		if (at <= reference.indexOf(passage)) continue;
		const less = reference.slice(0, at) + reference.slice(at + passage.length + 1);
		if (bare(less) === bare(ours)) return less;
	}
	return reference;
}

/** The cites of a group, and the marks around them, in an order of their own. */
const inOrder = (s: string): string =>
	s
		.replace(/[()[\]]/g, '')
		.split(/[,;]\s/)
		.map((part) => part.trim())
		.sort()
		.join('; ');

/**
 * Without the word for "in" that leads to nothing: a group whose variables are empty is printed by the reference where a
 * macro within it calls none (CSL 1.0.2, "Group"). It is taken out where ours has what follows, and not the word.
 */
function withoutIdleIn(reference: string, ours: string, word: string): string {
	const idle = new RegExp(`(?<=^|[.,;:>)\\]}”] ?)${spaced(word)}[.:]*\\s*(?=(.{1,8}))`, 'giu');
	return reference.replace(idle, (whole, next: string) => {
		const led = new RegExp(`${spaced(word)}[.:]*\\s*${literal(next)}`, 'iu');
		return !led.test(ours) && ours.includes(next) ? '' : whole;
	});
}

const FAULTS: Fault[] = [
	{
		name: 'the word for “in” stands before what is not there',
		reference: (s, { wordForIn }, ours) => (wordForIn ? withoutIdleIn(s, ours, wordForIn) : s)
	},
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
					/(?:^|(?<=[\s\d(]))(?:(?:pp?|vol|nos?|S|с)\.\s*)+(?=\s*(?:[:,;)(]|\.(?:[\s,]|$)|$))|(?<=\. )P\. (?=(?:\{[^}]*\})?in\b)|, p(?=\s*\.?$)/giu,
					''
				)
				.replace(/(?<=[.?!] )Pages? (?=\D)/g, '')
				.replace(/\s*\{\}\s*pp?\.?(?=\s*(?:\.|$|\{))/g, '{}')
				.replace(/\{\}(?=\{)/g, '')
				.replace(/(?<=[.:\]] )p\.? (?=\p{Lu}\p{L}|https?:)/gu, '')
				.replace(/, p\.?(?=(?:\{\})?\.? (?:\p{Lu}\p{L}|https?:))/gu, '')
				.replace(/\.? ?In:?(?= \(?(?:Vol\.|\d\w\w ed\.))/g, '')
				.replace(/\bIn: (?=In:)/g, '')
				.replace(/(?:»\s?«|“\s?”|„\s?“|‘\s?’)/g, '')
				.replace(/::\s?/g, ': ')
				.replace(/(?<=\. )Vol\. (?=\{|pp?\.|\p{Lu}\p{L})/gu, '')
	},
	{
		name: 'a comma behind a quotation, with no space behind it, stands outside',
		both: (s) => s.replace(/([”’]),(?=(?:\{[^}]*\})?[\p{L}\d])/gu, ',$1')
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
				.replace(/:”/g, '”:')
				.replace(/\.(\{[^}]*\})\./g, '.$1')
				.replace(/;[:;](?=\S)/g, ';')
				.replace(/(?<=\p{Ll}{3})\.(?=[;:]\s)/gu, '')
				.replace(/(?<=[.,])(?=(?:and|und|et|y|&) )/g, ' ')
				.replace(/^([([]?)[\s,;]+/, '$1')
				.replace(/,\s*&/g, ', &')
				.replace(/[.,]{2}(?=”)/g, '.')
				.replace(/[,;:]\s*(?=[.)\]](?:\s|$|[,;.)]))/g, '')
				.replace(/\.?[,;:]\s*\.?$/, '.')
	},
	{
		name: 'a comma behind a quotation with a look of its own stands outside it, though the locale has it within',
		both: (s, { quotesWithLook }) => (quotesWithLook ? s.replace(/([”’])((?:\{\})?),/g, ',$1$2') : s)
	},
	{
		name: 'the affixes of a date are printed again within a range',
		both: (s) =>
			s
				.replace(/–\(([^()]*)\)/g, '–$1')
				.replace(/(?<=\d{4})–\s*[[(][^\d()[\]]*(\d{4}[a-z]?)[\])]/g, '–$1')
				.replace(/(?<=\d{4})–\p{L}[\p{L} ]*:? (?=\d{4})/gu, '–')
				.replace(/(?<=\d{4})–\s+(?=\d{4})/g, '–')
				.replace(/(?<=\d{4}–)\{\w+\}(\d{4}[a-z]?)\{\}/g, '$1')
	},
	{
		name: 'the letter behind the year of another date stands apart',
		both: (s) =>
			s
				.replace(/(?<=\d{4})([:;\]])([a-z])(?=\1)/g, '$2')
				.replace(/(?<=\d{4})\)\((?=[a-z]\))/g, '')
				.replace(/(?<=\d{4})(?:[ ,-]|\. )([a-z])(?=[\]),.-])/g, '$1')
	},
	{
		name: 'quotation marks within quotation marks are the outer ones',
		both: (s) =>
			s
				.replace(/““(.*?)””/g, '“‘$1’”')
				.replace(/‘‘(.*?)’’/g, '‘“$1”’')
				.replace(/“([^“”]*)“([^“”]*)”(?=[^“”]*”)/g, '“$1‘$2’')
				.replace(/(?<=«[^»]*)« ([^«»]*) »(?=[^«]*»)/g, '“$1”')
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
		reference: (s) => s.replace(new RegExp(`([\\p{Lu}][\\p{L}’]+), (${PARTICLES})(?=\\{?[\\s/,;)}])`, 'gu'), '$2 $1')
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
		both: (s, { entry, items, namelessCites }) =>
			!entry && (namelessCites || items.some((i) => !(i.author as Person[] | undefined)?.length))
				? s.replace(/\s*;(?=\s)/g, ',')
				: s
	},
	{
		name: 'what stands in for names is repeated within a group',
		reference: (s, { entry, items }, ours) =>
			entry || items.filter((i) => !(i.author as Person[] | undefined)?.length).length < 2
				? s
				: withoutRepeated(s, ours)
	},
	{
		name: 'a particle does not tell a name from others',
		reference: withoutGivenOfParticles
	},
	{
		name: 'what follows a collapsed group follows cites too that did not collapse',
		both: (s, { afterCollapse }) =>
			afterCollapse ? s.replace(/[,;](?=\s)|;(?=\S)/g, ',').replace(/,(?=\p{L})/gu, ', ') : s
	},
	{
		name: 'the label of a locator before the pages of an entry is always singular',
		both: (s, { entry, locatorLabels }) =>
			entry && locatorLabels ? s.replace(/\bpp?\.\s*(?=pp?\.)/g, '').replace(/\bpp(?=\.)/g, 'p') : s
	},
	{
		name: 'the letter that cites bear is not printed in the list, or one that they do not bear is',
		both: (s, { entry, lettersInCitesOnly, namelessCites }) =>
			entry && (lettersInCitesOnly || namelessCites) ? s.replace(/(?<=\d{4}) ?[a-z]{1,2}(?!\p{L})/gu, '') : s
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
				? s.replace(new RegExp(`,? ?[(\\[]?${spaced(noDate)}[)\\]]?\\.?`, 'gi'), '')
				: s
	},
	{
		name: 'a macro is taken for a group, and “no place” and “anonymous” with it',
		both: (s, { noPlace, anonymous, items }) => {
			const terms = [items.some((i) => !i['publisher-place']) && noPlace, items.some((i) => !i.author) && anonymous];
			return terms.reduce<string>((t, term) => {
				const word = `[(\\[]?${spaced(term || '')}[)\\]]?`;
				return term ? t.replace(new RegExp(`, ${word}(?=[,.;)]|$)|(?<!\\p{L})${word}, `, 'giu'), '') : t;
			}, s);
		}
	},
	{
		name: 'a label is made of a title with its article and its markup, and of names in Latin letters alone',
		both: (s, { labels, entry, items }) =>
			labels && items.some((i) => !people([i]).length || people([i]).some((x) => x.literal))
				? s.replace(entry ? /^\[[^\]]*\]/ : /[\p{L}<]{1,4}(?=\d\d[a-z]{0,2}(?!\d))/gu, '')
				: s
	},
	{
		name: 'the label of pages stands before another locator',
		both: (s, { entry, pageLabels }) =>
			!entry && pageLabels ? s.replace(/(?<=[,.] |at )\p{L}{1,7}\.? (?=[\divx])/gu, '') : s
	},
	{
		name: 'of several people of one name that a style tells apart, some bear their given names and some do not',
		reference: (s, { namesakes, items }, ours) => withGivenOf(s, ours, items, namesakes)
	},
	{
		name: 'a name is cut for its last one, and for later cites, where the standard has it otherwise',
		both: (s, { entry, lastTooSoon, laterShowsMore, items }) =>
			(entry ? lastTooSoon : laterShowsMore) ? withoutLists(s, items) : s
	},
	{
		name: 'a locator that a style prints in two places is printed in one',
		both: (s, { locators }) => locators.reduce(onceIn, s)
	},
	{
		name: 'the ordinals that a style has of its own give way to those of its locale',
		both: (s, { ownOrdinals }) =>
			ownOrdinals ? s.replace(/(?<=\d)(?:\{sup\})?(\p{L}{1,3})(?: ?\{\} ?| )/gu, '$1 ') : s
	},
	{
		name: 'people of one name in two roles are not one group',
		both: (s, { entry, items }) => (entry || !sharedAcrossRoles(items) ? s : inOrder(withoutPeople(s, items)))
	},
	{
		name: 'seasons and dates in words have places of their own in the order that letters follow',
		both: (s, { nearOddDate }) => (nearOddDate ? s.replace(/(?<=\d{4} ?)(?:\{[^}]*\})?[a-z](?!\p{L})/gu, '') : s)
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
		name: 'what is set upright within italics, or light within bold, is as what is around it, and so is markup within',
		both: (s, { takesItalicsOff, takesBoldOff }) =>
			withoutLooks(s, [takesItalicsOff && 'italic', takesBoldOff && 'bold'])
	},
	{
		name: 'an address is cut to the name of its host',
		both: (s, { shortAddress, items }) => (shortAddress ? items.reduce(withHost, s) : s)
	},
	{
		name: 'the label of a number stands before something else where there is no number',
		reference: (s, { numberLabels, items }) =>
			numberLabels && items.some((i) => !i.number) ? s.replace(/\bnos?\. ?(?=\d)/gi, '') : s
	},
	{
		name: 'words of a style in the place of names are not printed',
		both: (s, { insteadOfNames, items }) =>
			items.some((i) => !i.author)
				? insteadOfNames
						.reduce((t, w) => t.replace(new RegExp(`(?<!\\p{L})${spaced(w)},?`, 'giu'), ''), s)
						// the look and the space that they had
						.replace(/\{\w+\}\s*\{\} ?/g, '')
						.replace(/(?<=[([])\s+/g, '')
				: s
	},
	{
		name: 'affixes with one bracket round and one square are made to match',
		reference: (s, _about, ours) =>
			ours.replace(/[)\]]/g, ']') === s.replace(/[)\]]/g, ']') && /\[[^()[\]]*\)/.test(ours) ? ours : s
	},
	{
		name: 'both ends of a range of pages in Roman numerals begin with a capital',
		both: (s) => s.replace(/(?<=\b[IVXLC][ivxlc]*–)[IVXLC](?=[ivxlc]+\b)/g, (c) => c.toLowerCase())
	},
	{
		name: 'small capitals are not taken off within small capitals',
		both: (s, { takesCapsOff }) => withoutLooks(s, [takesCapsOff && 'small'])
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

/** Whether a citation has nothing but cites of another, or none: an ibid may print nothing. */
function isPartOf(less: string, more: string): boolean {
	const cites = (t: string) =>
		t
			.split(/[;.]/)
			.map((c) => c.trim())
			.filter(Boolean);
	const rest = cites(more);
	// what was typed behind a cite that prints nothing is left of it
	return cites(less).every((c) => rest.includes(c) || rest.some((r) => c.startsWith(', ') && r.endsWith(c)));
}

/**
 * Whether the reference has an ibid for one cite that is written out in ours, and nothing else: it goes by the order
 * that cites were typed in, and a reader by the order of printing.
 */
function repeatsByTyping(reference: string, ours: string): boolean {
	const parts = (t: string) =>
		t
			.replace(/[()[\]]/g, '')
			.split(/[;,]\s/)
			.map((c) => c.trim());
	const [a, b] = [parts(ours), parts(reference)];
	const more = b.filter((c) => !a.includes(c));
	return (
		more.length > 0 &&
		more.every((c) => IBID.test(c)) &&
		b.filter((c) => a.includes(c)).length === b.length - more.length
	);
}

const STOPS = /\.(?=\s|$|<|[”’),]|\()/g;
const stops = (s: string): number => s.match(STOPS)?.length ?? 0;

const equal = (a: string, b: string): boolean =>
	a === b || (stops(a) > stops(b) && a.replace(STOPS, '') === b.replace(STOPS, ''));

/** Both texts once the faults are out: what is left to be looked at. */
export const bothWithoutFaults = (ours: string, reference: string, about: About): [string, string] => [
	withoutFaults(ours, about, null),
	withoutFaults(reference, about, ours)
];

/**
 * Whether two texts differ in nothing but those faults, or full stops of affixes that the reference does not print; in
 * an entry also given names and names of a list that is cut, which the reference writes out to tell cites apart, which
 * entries are not (Disambiguation); and a dash or an ibid for what is not repeated.
 */
export function soundBeside(ours: string, reference: string, about: About = NOTHING): boolean {
	const [a, b] = bothWithoutFaults(ours, reference, about);
	if (equal(a, b)) return true;
	if (about.repeats && !about.entry && isPartOf(b, a)) return true;
	if (about.sortedCites && !about.entry && repeatsByTyping(b, a)) return true;
	if (about.entry && (dashFor(a, b, about) || dashFor(b, a, about))) return true;
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
