/**
 * What a style says that CSL does not know: elements, attributes and values (CSL 1.0.2, the specification and its
 * schema). The standard lets a processor go on without them, so these are warnings, each with its place.
 */
import type { Warning } from './errors';
import type { Locale } from './locale';
import { elements, type Tree } from './tree';
import { ITEM_TYPES, isVariable, LOCATOR_KINDS } from './variables';

const words = (s: string) => s.split(' ');

const FORMATTING = words('font-style font-variant font-weight text-decoration vertical-align');
const AFFIXES = words('prefix suffix');
const NAME_OPTIONS = words(
	'and delimiter-precedes-et-al delimiter-precedes-last et-al-min et-al-use-first et-al-use-last et-al-subsequent-min et-al-subsequent-use-first initialize initialize-with name-as-sort-order sort-separator'
);
const INHERITED = [...NAME_OPTIONS, ...words('name-form name-delimiter names-delimiter')];

/** Attributes of each element; those of `info` and what is in it are not read. */
const ATTRIBUTES: Record<string, string[]> = {
	style: [
		...words('class version default-locale initialize-with-hyphen page-range-format demote-non-dropping-particle'),
		...INHERITED
	],
	locale: ['version'],
	'style-options': words('punctuation-in-quote limit-day-ordinals-to-day-1'),
	terms: [],
	term: words('name form gender gender-form match'),
	single: [],
	multiple: [],
	macro: ['name'],
	citation: [
		...words(
			'disambiguate-add-names disambiguate-add-givenname givenname-disambiguation-rule disambiguate-add-year-suffix cite-group-delimiter collapse year-suffix-delimiter after-collapse-delimiter near-note-distance'
		),
		...INHERITED
	],
	bibliography: [
		...words(
			'hanging-indent second-field-align line-spacing entry-spacing subsequent-author-substitute subsequent-author-substitute-rule'
		),
		...INHERITED
	],
	layout: [...AFFIXES, ...FORMATTING, 'delimiter'],
	sort: [],
	key: words('variable macro sort names-min names-use-first names-use-last'),
	text: [
		...words('variable macro term value form plural quotes strip-periods text-case display'),
		...AFFIXES,
		...FORMATTING
	],
	date: [...words('variable form date-parts delimiter text-case display'), ...AFFIXES, ...FORMATTING],
	'date-part': [...words('name form range-delimiter strip-periods text-case'), ...AFFIXES, ...FORMATTING],
	number: [...words('variable form text-case display'), ...AFFIXES, ...FORMATTING],
	names: [...words('variable delimiter display'), ...AFFIXES, ...FORMATTING, ...INHERITED],
	name: [...words('form delimiter'), ...NAME_OPTIONS, ...AFFIXES, ...FORMATTING],
	'name-part': [...words('name text-case'), ...AFFIXES, ...FORMATTING],
	'et-al': [...words('term'), ...AFFIXES, ...FORMATTING],
	substitute: [],
	label: [...words('variable form plural strip-periods text-case'), ...AFFIXES, ...FORMATTING],
	group: [...words('delimiter display'), ...AFFIXES, ...FORMATTING],
	choose: [],
	if: words('match disambiguate is-numeric is-uncertain-date locator position type variable'),
	'else-if': words('match disambiguate is-numeric is-uncertain-date locator position type variable'),
	else: []
};

const TRUTH = words('true false');
const PRECEDES = words('contextual after-inverted-name always never');

/** Values of attributes that take one of a few, wherever they stand. */
const VALUES: Record<string, string[]> = {
	class: words('in-text note'),
	'font-style': words('normal italic oblique'),
	'font-variant': words('normal small-caps'),
	'font-weight': words('normal bold light'),
	'text-decoration': words('none underline'),
	'vertical-align': words('baseline sup sub'),
	'text-case': words('lowercase uppercase capitalize-first capitalize-all sentence title'),
	display: words('block left-margin right-inline indent'),
	quotes: TRUTH,
	'strip-periods': TRUTH,
	and: words('text symbol'),
	'delimiter-precedes-et-al': PRECEDES,
	'delimiter-precedes-last': PRECEDES,
	'et-al-use-last': TRUTH,
	initialize: TRUTH,
	'name-as-sort-order': words('first all'),
	'disambiguate-add-names': TRUTH,
	'disambiguate-add-givenname': TRUTH,
	'disambiguate-add-year-suffix': TRUTH,
	'givenname-disambiguation-rule': words(
		'all-names all-names-with-initials primary-name primary-name-with-initials by-cite'
	),
	collapse: words('citation-number year year-suffix year-suffix-ranged'),
	'hanging-indent': TRUTH,
	'second-field-align': words('flush margin'),
	'subsequent-author-substitute-rule': words('complete-all complete-each partial-each partial-first'),
	match: words('all any none'),
	sort: words('ascending descending'),
	'page-range-format': words('expanded minimal minimal-two chicago chicago-15 chicago-16'),
	'demote-non-dropping-particle': words('never sort-only display-and-sort'),
	'initialize-with-hyphen': TRUTH,
	'date-parts': words('year-month-day year-month year'),
	disambiguate: ['true']
};

/** Values that depend on the element as well. */
const VALUES_OF: Record<string, string[]> = {
	'text/form': words('long short verb verb-short symbol'),
	'label/form': words('long short verb verb-short symbol'),
	'label/plural': words('contextual always never'),
	'text/plural': TRUTH,
	'number/form': words('numeric ordinal long-ordinal roman'),
	'date/form': words('numeric text'),
	'name/form': words('long short count'),
	'name-part/name': words('family given'),
	'date-part/name': words('year month day'),
	'date-part/form': words('numeric numeric-leading-zeros ordinal long short'),
	'term/match': words('last-digit last-two-digits whole-number')
};

/** Attributes that hold a list of words out of a known set. */
const LISTS: Record<string, (word: string) => boolean> = {
	type: (w) => types.has(w),
	position: (w) => POSITIONS.has(w),
	locator: (w) => locators.has(w),
	variable: isVariable,
	'is-numeric': isVariable,
	'is-uncertain-date': isVariable
};
const types = new Set(ITEM_TYPES);
const locators = new Set([...LOCATOR_KINDS, 'sub verbo']);
const POSITIONS = new Set(words('first subsequent ibid ibid-with-locator near-note far-note'));

/**
 * Looks a style through.
 * @param locale the locale it was compiled with, which says what terms there are
 */
export function lintStyle(style: Tree, locale: Locale): Warning[] {
	const out: Warning[] = [];
	const terms = new Set([...locale.terms.keys()].map((k) => k.slice(0, k.indexOf('/'))));
	const warn = (at: Tree, message: string) => out.push({ message, line: at.line, column: at.column });
	const walk = (t: Tree) => {
		if (t.name === 'info') return;
		const allowed = ATTRIBUTES[t.name];
		if (!allowed) {
			warn(t, `<${t.name}> is no element of CSL 1.0.2. It is passed over.`);
			return;
		}
		for (const [a, value] of Object.entries(t.attrs)) {
			if (a === 'xmlns' || a.includes(':')) continue;
			if (!allowed.includes(a)) {
				warn(t, `<${t.name}> has no attribute “${a}” in CSL 1.0.2. It is not used; remove it, or correct its name.`);
				continue;
			}
			const values = VALUES_OF[`${t.name}/${a}`] ?? VALUES[a];
			if (values && value !== '' && !values.includes(value)) {
				warn(t, `“${value}” is no value of “${a}”. CSL 1.0.2 knows: ${values.join(', ')}.`);
				continue;
			}
			const known = t.name === 'term' || t.name === 'macro' ? undefined : LISTS[a];
			if (known) {
				for (const w of value.split(/\s+/).filter(Boolean)) {
					if (!known(w)) warn(t, `“${w}” is unknown to CSL 1.0.2 as “${a}”. Nothing will ever match it.`);
				}
			}
			if (a === 'term' && t.name !== 'term' && !terms.has(value))
				warn(t, `The term “${value}” is in no locale. It prints nothing; define it in the style, or correct its name.`);
		}
		for (const e of elements(t)) walk(e);
	};
	walk(style);
	return out;
}
