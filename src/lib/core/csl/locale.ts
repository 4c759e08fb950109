/**
 * Locales: terms, date forms and options, merged by the fallback rules of CSL 1.0.2 ("Locale Fallback").
 */
import { child, elements, textOf, type Tree } from './tree';

export interface Term {
	single: string;
	multiple: string;
	gender?: string;
	/** For ordinals: how far the number must agree. */
	match?: string;
	genderForm?: string;
}

export interface Locale {
	/** The tag asked for. */
	lang: string;
	/** key: name, form and gender-form joined by a slash: `page/short/` */
	terms: Map<string, Term>;
	/** key: `text` or `numeric` */
	dates: Map<string, Tree>;
	punctuationInQuote: boolean;
	limitDayOrdinals: boolean;
}

/** Gives the tree of a locale file, or null where there is none. */
export type LocaleSource = (lang: string) => Tree | null;

/** Primary dialects (CSL 1.0.2, "Locale Fallback"). */
const PRIMARY: Record<string, string> = {
	af: 'af-ZA',
	ar: 'ar',
	bg: 'bg-BG',
	ca: 'ca-AD',
	cs: 'cs-CZ',
	cy: 'cy-GB',
	da: 'da-DK',
	de: 'de-DE',
	el: 'el-GR',
	en: 'en-US',
	es: 'es-ES',
	et: 'et-EE',
	eu: 'eu',
	fa: 'fa-IR',
	fi: 'fi-FI',
	fr: 'fr-FR',
	he: 'he-IL',
	hr: 'hr-HR',
	hu: 'hu-HU',
	is: 'is-IS',
	it: 'it-IT',
	ja: 'ja-JP',
	km: 'km-KH',
	ko: 'ko-KR',
	lt: 'lt-LT',
	lv: 'lv-LV',
	mn: 'mn-MN',
	nb: 'nb-NO',
	nl: 'nl-NL',
	nn: 'nn-NO',
	pl: 'pl-PL',
	pt: 'pt-PT',
	ro: 'ro-RO',
	ru: 'ru-RU',
	sk: 'sk-SK',
	sl: 'sl-SI',
	sr: 'sr-RS',
	sv: 'sv-SE',
	th: 'th-TH',
	tr: 'tr-TR',
	uk: 'uk-UA',
	vi: 'vi-VN',
	zh: 'zh-CN'
};

/** The locale files to look into, nearest first; always ends with en-US. */
export function fallbackChain(lang: string): string[] {
	const base = lang.split(/[-_]/)[0].toLowerCase();
	const chain = [lang];
	if (PRIMARY[base] && PRIMARY[base] !== lang) chain.push(PRIMARY[base]);
	if (!PRIMARY[base] && base !== lang) chain.push(base);
	if (!chain.includes('en-US')) chain.push('en-US');
	return chain;
}

const termKey = (name: string, form: string, genderForm = '') => `${name}/${form}/${genderForm}`;

/**
 * The text of a term; the line breaks and indents of the file around it are none of it, nor is the second of two full
 * stops at its end, which some files have by mistake (three are an ellipsis).
 */
const termContent = (t: Tree): string =>
	textOf(t)
		.replace(/^[ \t]*[\r\n]\s*|[ \t]*[\r\n]\s*$/g, '')
		.replace(/(?<!\.)\.\.$/, '.');

function readTerms(tree: Tree, into: Map<string, Term>, overwrite: boolean): void {
	const terms = child(tree, 'terms');
	if (!terms) return;
	const list = elements(terms).filter((t) => t.name === 'term');
	// A locale that defines any ordinal replaces all the ordinals it inherits (CSL 1.0.2, "Ordinal Suffixes"); a style that
	// says of no number that it is like all others leaves those with what they had (common practice)
	if (overwrite && list.some((t) => /^ordinal(-\d\d)?$/.test(t.attrs.name ?? ''))) {
		for (const k of [...into.keys()]) if (/^ordinal-\d\d\//.test(k)) into.delete(k);
		if (list.some((t) => t.attrs.name === 'ordinal'))
			for (const k of [...into.keys()]) if (/^ordinal\//.test(k)) into.delete(k);
	}
	for (const t of list) {
		const single = child(t, 'single');
		const multiple = child(t, 'multiple');
		const plain = single || multiple ? '' : termContent(t);
		const key = termKey(t.attrs.name ?? '', t.attrs.form ?? 'long', t.attrs['gender-form'] ?? '');
		if (!overwrite && into.has(key)) continue;
		into.set(key, {
			single: single ? termContent(single) : plain,
			multiple: multiple ? termContent(multiple) : single ? termContent(single) : plain,
			gender: t.attrs.gender,
			match: t.attrs.match
		});
	}
	// CSL 1.0.0 had four ordinals, the last for all other numbers; styles of that time say no more
	const own = new Set(list.map((t) => t.attrs.name ?? '').filter((n) => /^ordinal(-\d\d)?$/.test(n)));
	const rest = into.get(termKey('ordinal-04', 'long'));
	if (rest && own.has('ordinal-04') && [...own].every((n) => /^ordinal-0[1-4]$/.test(n)))
		into.set(termKey('ordinal', 'long'), { ...rest, match: undefined });
}

function overlay(locale: Locale, tree: Tree): void {
	readTerms(tree, locale.terms, true);
	for (const d of elements(tree)) {
		if (d.name === 'date' && d.attrs.form) locale.dates.set(d.attrs.form, d);
		if (d.name === 'style-options') {
			const q = d.attrs['punctuation-in-quote'];
			if (q != null) locale.punctuationInQuote = q === 'true';
			const l = d.attrs['limit-day-ordinals-to-day-1'];
			if (l != null) locale.limitDayOrdinals = l === 'true';
		}
	}
}

/**
 * Builds the locale for a language: locale files from the most general to the nearest, then the style's own
 * `cs:locale` elements in the same order (none, language, dialect).
 */
export function buildLocale(lang: string, source: LocaleSource, inStyle: Tree[]): Locale {
	const locale: Locale = {
		lang,
		terms: new Map(),
		dates: new Map(),
		punctuationInQuote: false,
		limitDayOrdinals: false
	};
	const chain = fallbackChain(lang);
	// A locale file is whole: the nearest one that exists is taken, en-US fills what it lacks.
	const files = chain.map((l) => source(l)).filter((t): t is Tree => t != null);
	const base = files[files.length - 1];
	if (base) overlay(locale, base);
	if (files.length > 1) {
		locale.punctuationInQuote = false;
		locale.limitDayOrdinals = false;
		overlay(locale, files[0]);
	}
	const base2 = lang.split('-')[0];
	const tagOf = (t: Tree) => t.attrs['xml:lang'] ?? '';
	for (const wanted of ['', base2, lang]) {
		for (const t of inStyle) if (tagOf(t) === wanted) overlay(locale, t);
		if (wanted === lang) break;
	}
	return locale;
}

/** Where a form of a term is not there, the form that stands in (CSL 1.0.2, "Terms"). */
const FORM_FALLBACK: Record<string, string> = { 'verb-short': 'verb', symbol: 'short', verb: 'long', short: 'long' };

/** Terms that were looked for, by form and name: asked for with every label of a manuscript. */
const found = new WeakMap<Locale, Map<string, Map<string, Term | null>>>();

/** A term in the nearest form that exists; null where no form exists. */
export function findTerm(locale: Locale, name: string, form = 'long', genderForm = ''): Term | null {
	if (genderForm) return lookForTerm(locale, name, form, genderForm);
	let forms = found.get(locale);
	if (!forms) found.set(locale, (forms = new Map()));
	let names = forms.get(form);
	if (!names) forms.set(form, (names = new Map()));
	let term = names.get(name);
	if (term === undefined) names.set(name, (term = lookForTerm(locale, name, form, '')));
	return term;
}

function lookForTerm(locale: Locale, name: string, form: string, genderForm: string): Term | null {
	let f: string | undefined = form;
	while (f) {
		const t =
			(genderForm ? locale.terms.get(termKey(name, f, genderForm)) : undefined) ?? locale.terms.get(termKey(name, f));
		if (t) return t;
		f = FORM_FALLBACK[f];
	}
	return null;
}

/** The text of a term; empty where there is none. */
export function termText(locale: Locale, name: string, form = 'long', plural = false, genderForm = ''): string {
	const t = findTerm(locale, name, form, genderForm);
	return t ? (plural ? t.multiple : t.single) : '';
}

/**
 * The suffix of an ordinal number in this locale (CSL 1.0.2, "Ordinal Suffixes").
 * @param gender of what is counted; empty where the locale does not say
 * @param usual the gender that is likely then, for locales whose ordinals all have one
 */
export function ordinalSuffix(locale: Locale, n: number, gender = '', usual = 'masculine'): string {
	const pad = (x: number) => String(x).padStart(2, '0');
	const term = (key: string, g = '') => locale.terms.get(termKey(key, 'long', g));
	const neutral = term('ordinal') !== undefined;
	const get = (key: string) =>
		(gender ? term(key, gender) : undefined) ?? term(key) ?? (neutral || gender ? undefined : term(key, usual));
	const hundred = n % 100;
	const ten = n % 10;
	const whole = n < 100 ? get(`ordinal-${pad(n)}`) : undefined;
	if (whole && whole.match === 'whole-number') return whole.single;
	const two = get(`ordinal-${pad(hundred)}`);
	if (two && hundred >= 10 && (two.match ?? 'last-two-digits') === 'last-two-digits') return two.single;
	if (two && hundred < 10 && two.match === 'last-two-digits') return two.single;
	const one = get(`ordinal-${pad(ten)}`);
	if (one && (one.match ?? 'last-digit') === 'last-digit') return one.single;
	return get('ordinal')?.single ?? '';
}
