/**
 * The author as a sentence has it, for every kind of style. The standard has no element for this; the form follows
 * what the style writes first in a cite, with "and" as a word (APA 7, 8.17; common practice elsewhere).
 */
import type { CompiledStyle } from './compile';
import type { Context } from './context';
import { termText } from './locale';
import { formatName, type NameOptions } from './names';
import { namesOf, textValue } from './read';
import { parseField } from './field';
import { join, seq, type Rich } from './rich';

const CREATORS = [
	'author',
	'editor',
	'editorial-director',
	'director',
	'composer',
	'compiler',
	'translator',
	'interviewer',
	'recipient'
];

/** Kinds whose title is that of a whole work. */
const WHOLE = new Set(
	'book classic collection dataset map motion_picture musical_score pamphlet periodical report software thesis'.split(
		' '
	)
);

/** The comma before "and" is an English one. */
const serial = (style: CompiledStyle): boolean => /^en/i.test(style.locale.lang);

const SHORT: NameOptions = {
	and: 'text',
	delimiter: ', ',
	precedesLast: 'contextual',
	precedesEtAl: 'contextual',
	etAlMin: 4,
	etAlUseFirst: 1,
	etAlUseLast: false,
	etAlSubsequentMin: 4,
	etAlSubsequentUseFirst: 1,
	form: 'short',
	initialize: true,
	initializeWith: null,
	sortOrder: '',
	sortSeparator: ', '
};

/** What the style itself wrote as names, else family names, else the title. */
export function narrativeAuthor(c: Context, style: CompiledStyle): Rich | null {
	if (c.firstNames != null) return c.firstNames;
	for (const v of CREATORS) {
		const names = namesOf(c.item, v);
		if (!names.length) continue;
		const write = (i: number) =>
			formatName(names[i], SHORT, {
				inverted: false,
				form: 'short',
				level: 0,
				demote: 'never',
				hyphen: true,
				lang: style.locale.lang
			});
		const and = termText(style.locale, 'and') || 'and';
		if (names.length >= SHORT.etAlMin) return seq([write(0), ' ', termText(style.locale, 'et-al') || 'et al.']);
		if (names.length === 1) return write(0);
		const head = join(
			names.slice(0, -1).map((_, i) => write(i)),
			', '
		);
		return seq([head, names.length > 2 && serial(style) ? ', ' : ' ', `${and} `, write(names.length - 1)]);
	}
	const title = textValue(c.item, 'title-short') || textValue(c.item, 'title');
	if (!title) return null;
	const kids = [parseField(title)];
	// what stands on its own is in italics, what is part of something in quotation marks (common practice)
	return WHOLE.has(c.item.type) ? { kids, format: { 'font-style': 'italic' } } : { kids, quote: true };
}

/** Authors of several cites in one sentence: A, B, and C. */
export function joinLeads(leads: Rich[], style: CompiledStyle): Rich | null {
	if (leads.length < 2) return leads[0] ?? null;
	const and = style.locale.terms.get('and/long/')?.single || 'and';
	return seq([
		join(leads.slice(0, -1), ', '),
		leads.length > 2 && serial(style) ? ', ' : ' ',
		`${and} `,
		leads[leads.length - 1]
	]);
}
