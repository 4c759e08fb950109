/** The `names` element (CSL 1.0.2, "Names"): lists, et al., labels, substitution, and what disambiguation needs. */
import type { Context, Eval, NamesRecord } from './context';
import { compileDecor, languageOf, readFormat, termStart, type Decor } from './decor';
import { findTerm, termText } from './locale';
import { cleanName, formatName, nameSortKey, type NameOptions, type NamePart } from './names';
import { namesOf } from './read';
import { join, plainOf, seq, type Format, type Rich } from './rich';
import type { TextCase } from './textcase';
import { elements, type Tree } from './tree';
import type { Name } from './types';

/** Attributes of names that styles, areas and elements hand down. */
export interface NameDefaults {
	attrs: Record<string, string>;
	namesDelimiter?: string;
}

const NAME_ATTRS = [
	'and',
	'delimiter-precedes-et-al',
	'delimiter-precedes-last',
	'et-al-min',
	'et-al-use-first',
	'et-al-use-last',
	'et-al-subsequent-min',
	'et-al-subsequent-use-first',
	'initialize',
	'initialize-with',
	'name-as-sort-order',
	'sort-separator'
];

/** Reads the inheritable name attributes of a style, area or names element. */
export function inheritNames(t: Tree, parent: NameDefaults): NameDefaults {
	const attrs = { ...parent.attrs };
	for (const k of NAME_ATTRS) if (t.attrs[k] != null) attrs[k] = t.attrs[k];
	if (t.attrs['name-form'] != null) attrs.form = t.attrs['name-form'];
	if (t.attrs['name-delimiter'] != null) attrs.delimiter = t.attrs['name-delimiter'];
	return { attrs, namesDelimiter: t.attrs['names-delimiter'] ?? parent.namesDelimiter };
}

function nameOptions(name: Tree | undefined, inherited: NameDefaults): NameOptions {
	const a: Record<string, string> = { ...inherited.attrs, ...(name?.attrs ?? {}) };
	const int = (k: string) => (a[k] != null ? parseInt(a[k], 10) || 0 : 0);
	const parts: Record<string, NamePart> = {};
	for (const e of name ? elements(name) : []) {
		if (e.name === 'name-part' && e.attrs.name) {
			parts[e.attrs.name] = {
				format: readFormat(e.attrs),
				prefix: e.attrs.prefix ?? '',
				suffix: e.attrs.suffix ?? '',
				textCase: e.attrs['text-case'] as TextCase | undefined
			};
		}
	}
	const min = int('et-al-min');
	const useFirst = a['et-al-use-first'] != null ? int('et-al-use-first') : -1;
	return {
		and: a.and === 'text' || a.and === 'symbol' ? a.and : '',
		delimiter: a.delimiter ?? ', ',
		precedesLast: a['delimiter-precedes-last'] ?? 'contextual',
		precedesEtAl: a['delimiter-precedes-et-al'] ?? 'contextual',
		etAlMin: min,
		etAlUseFirst: useFirst,
		etAlUseLast: a['et-al-use-last'] === 'true',
		etAlSubsequentMin: int('et-al-subsequent-min') || min,
		etAlSubsequentUseFirst: a['et-al-subsequent-use-first'] != null ? int('et-al-subsequent-use-first') : useFirst,
		form: a.form === 'short' || a.form === 'count' ? a.form : 'long',
		initialize: a.initialize !== 'false',
		initializeWith: a['initialize-with'] ?? null,
		sortOrder: a['name-as-sort-order'] === 'first' || a['name-as-sort-order'] === 'all' ? a['name-as-sort-order'] : '',
		sortSeparator: a['sort-separator'] ?? ', ',
		family: parts.family,
		given: parts.given
	};
}

interface Label {
	form: string;
	plural: string;
	decor: Decor;
	before: boolean;
}

interface Parts {
	options: NameOptions;
	nameDecor: Decor;
	/** What stands before and behind a name, or a list that is cut. */
	affixes: [string, string];
	/** Formatting of the names, which also holds for what is put in for those left out. */
	nameFormat: Format | undefined;
	label: Label | null;
	etAlTerm: string;
	etAlDecor: Decor;
}

function readParts(t: Tree, inherited: NameDefaults): Parts {
	const kids = elements(t);
	const name = kids.find((k) => k.name === 'name');
	const label = kids.find((k) => k.name === 'label');
	const etAl = kids.find((k) => k.name === 'et-al');
	const nameAt = name ? kids.indexOf(name) : -1;
	return {
		options: nameOptions(name, inherited),
		nameDecor: name ? compileDecor(name, 'affixes') : (r) => r,
		affixes: [name?.attrs.prefix ?? '', name?.attrs.suffix ?? ''],
		nameFormat: name && readFormat(name.attrs),
		label: label
			? {
					form: label.attrs.form ?? 'long',
					plural: label.attrs.plural ?? 'contextual',
					decor: compileDecor(label),
					before: nameAt >= 0 && kids.indexOf(label) < nameAt
				}
			: null,
		etAlTerm: etAl?.attrs.term ?? 'et-al',
		etAlDecor: etAl ? compileDecor(etAl) : (r) => r
	};
}

/**
 * Compiles a names element.
 * @param compileChild how the children of `substitute` are compiled
 * @param outer the element whose name, label and et-al a bare names element within `substitute` takes over
 */
export function compileNames(
	t: Tree,
	inherited: NameDefaults,
	compileChild: (t: Tree, outer: Outer) => Eval,
	outer: Outer | null = null
): Eval {
	const defaults = inheritNames(t, outer ? outer.defaults : inherited);
	const kids = elements(t);
	const bare = !kids.some((k) => k.name === 'name' || k.name === 'label' || k.name === 'et-al');
	const parts = outer && bare ? { ...outer.parts } : readParts(t, defaults);
	if (outer && !bare) {
		// what the inner element does not say, the outer one does
		const own = readParts(t, defaults);
		if (!kids.some((k) => k.name === 'name')) {
			own.options = outer.parts.options;
			own.nameDecor = outer.parts.nameDecor;
			own.affixes = outer.parts.affixes;
			own.nameFormat = outer.parts.nameFormat;
		}
		if (!kids.some((k) => k.name === 'et-al')) {
			own.etAlTerm = outer.parts.etAlTerm;
			own.etAlDecor = outer.parts.etAlDecor;
		}
		Object.assign(parts, own);
	}
	const variables = (t.attrs.variable ?? '').split(/\s+/).filter(Boolean);
	const delimiter = t.attrs.delimiter ?? defaults.namesDelimiter ?? outer?.delimiter ?? '';
	// "a shorthand version of cs:names without child elements, which uses the attributes and child elements of the
	// original" (CSL 1.0.2, "Substitute", from memory): its own affixes and look are not printed beside those
	const decor: Decor = outer && bare ? (r) => r : compileDecor(t);
	const substitute = kids.find((k) => k.name === 'substitute');
	const self: Outer = { parts, delimiter, defaults };
	const alternatives = (substitute ? elements(substitute) : []).map((e): Eval => {
		const run = compileChild(e, self);
		// other names take over what surrounds these, affixes among it; anything else has its own
		return e.name === 'names' ? (c) => (c.sorting ? run(c) : decor(run(c), c)) : run;
	});
	const isCount = parts.options.form === 'count';

	return (c) => {
		// a dash stands for the names at the head of an entry, not for those within it
		if (!c.atStart && c.inBibliography) c.nameTexts ??= [];
		const lists: { variable: string; names: Name[] }[] = [];
		for (const variable of variables) {
			if (c.suppressed?.has(variable)) continue;
			const names = namesOf(c.item, variable);
			if (names.length) lists.push({ variable, names });
		}
		c.called++;
		if (lists.length) {
			c.filled++;
			for (const l of lists) c.used?.push(l.variable);
		} else {
			return substituted(c, alternatives, outer === null);
		}
		if (isCount) {
			let n = 0;
			for (const l of lists) n += shownCount(l.names.length, parts.options, c, 0).shown;
			return c.sorting ? String(n).padStart(6, '0') : decor(String(n), c);
		}
		if (c.sorting) {
			// names that are cut are no part of a key, and neither is “et al.”: it would sort like a name
			return lists.map((l) => sortText(l.names, parts.options, c)).join(' ') || null;
		}
		let blocks: (Rich | null)[];
		const merged = mergeEditorTranslator(lists, variables, parts.label, c);
		if (merged) blocks = [block(merged.names, merged.variable, parts, c)];
		else blocks = lists.map((l) => block(l.names, l.variable, parts, c));
		const body = join(blocks, delimiter);
		if (body == null) return null;
		if (c.substituting) for (const l of lists) (c.suppressed ??= new Set()).add(l.variable);
		const first = c.firstNames == null;
		const out = decor({ kids: [body], tag: 'names' }, c);
		if (first && outer === null) return claimFirst(c, out);
		return out;
	};
}

export interface Outer {
	parts: Parts;
	delimiter: string;
	defaults: NameDefaults;
}

/** The first names of a cite are kept aside; forms without the author leave them out. */
function claimFirst(c: Context, out: Rich | null): Rich | null {
	if (out == null || c.sorting || c.firstNames != null) return out;
	c.firstNames = out;
	if (c.dropNames && !c.namesDropped) {
		c.namesDropped = true;
		return null;
	}
	return out;
}

/** The first alternative that gives something, or nothing. */
function substituted(c: Context, alternatives: Eval[], outermost: boolean): Rich | null {
	if (!alternatives.length) return null;
	const outerUsed = c.used;
	const outerSubstituting = c.substituting;
	for (const alternative of alternatives) {
		c.used = [];
		c.substituting = true;
		const r = alternative(c);
		c.substituting = outerSubstituting;
		const used: string[] = c.used;
		c.used = outerUsed;
		if (r != null && r !== '') {
			c.filled++;
			if (used.length) {
				c.suppressed ??= new Set();
				for (const v of used) {
					c.suppressed.add(v);
					outerUsed?.push(v);
				}
			}
			if (!outermost) return r;
			// a word such as "Anonymous" is nobody's name: two works that have it are not by one author
			if (!used.length) c.nameTexts ??= [];
			if (c.nameTexts == null) {
				// what stands in for names is replaced as names are, in its own look; a title is no author of that name
				c.nameTexts = [`${STAND_IN}${plainOf(r)}`];
				const s = c.authorSubstitute;
				if (s && sameList(s.previous, c.nameTexts)) return claimFirst(c, inPlaceOf(r, s.text));
			}
			return claimFirst(c, typeof r === 'object' && r.tag === 'names' ? r : { kids: [r], tag: 'names' });
		}
	}
	return null;
}

/** Marks the text of a title in the place of names. */
const STAND_IN = '\u0001';

/** A text in the place of another, with its look. */
function inPlaceOf(r: Rich, text: string): Rich {
	if (typeof r === 'string') return text;
	const [only] = r.kids;
	return { ...r, kids: [r.kids.length === 1 && typeof only === 'object' ? inPlaceOf(only, text) : text] };
}

const sameList = (a: string[] | null, b: string[]) =>
	a !== null && b.length > 0 && a.length === b.length && a.every((x, i) => x === b[i]);

/** How many names are shown, and whether "et al." follows. */
function shownCount(
	total: number,
	o: NameOptions,
	c: Context,
	least: number
): { shown: number; base: number; cut: boolean } {
	const later = c.position > 0 && !c.inBibliography;
	let min = later ? o.etAlSubsequentMin : o.etAlMin;
	let use = later ? o.etAlSubsequentUseFirst : o.etAlUseFirst;
	if (c.sortNames) {
		min = c.sortNames.min ?? min;
		use = c.sortNames.useFirst ?? use;
	}
	if (!min || use < 0 || total < min) return { shown: total, base: total, cut: false };
	const base = Math.min(use, total);
	const shown = Math.min(total, Math.max(base, least));
	return { shown, base, cut: shown < total };
}

function sortText(all: Name[], o: NameOptions, c: Context): string {
	const names = hasMore(all) ? all.slice(0, -1) : all;
	const { shown, cut } = shownCount(names.length, o, c, 0);
	const keys = names.slice(0, shown).map((n) => nameSortKey(n, o, c.style.demote, c.style.initializeWithHyphen));
	if (cut && (c.sortNames?.useLast ?? o.etAlUseLast))
		keys.push(nameSortKey(names[names.length - 1], o, c.style.demote, c.style.initializeWithHyphen));
	// as the list is printed: a dash between names counts, a comma is no part of a key
	return keys.join(o.delimiter);
}

/** "editor translator" naming the same people is one list with a label of its own (CSL 1.0.2, "Names"). */
function mergeEditorTranslator(
	lists: { variable: string; names: Name[] }[],
	variables: string[],
	label: Label | null,
	c: Context
): { variable: string; names: Name[] } | null {
	if (variables.length !== 2 || lists.length !== 2) return null;
	if (!variables.includes('editor') || !variables.includes('translator')) return null;
	const [a, b] = lists;
	if (a.names.length !== b.names.length) return null;
	const key = (n: Name) =>
		JSON.stringify([n.family, n.given, n.literal, n.suffix, n['non-dropping-particle'], n['dropping-particle']]);
	if (!a.names.every((n, i) => key(n) === key(b.names[i]))) return null;
	if (label && !findTerm(c.locale, 'editortranslator', label.form)?.single) return null;
	return { variable: 'editortranslator', names: a.names };
}

/** The last of a list says that there are more, and who is not known: BibTeX writes `and others`. */
const hasMore = (names: Name[]): boolean => names[names.length - 1]?.literal === 'others';

function block(all: Name[], variable: string, p: Parts, c: Context): Rich | null {
	const o = p.options;
	const index = c.namesIndex++;
	const more = hasMore(all);
	const names = more ? all.slice(0, -1) : all;
	const counted = shownCount(all.length, o, c, c.distinction.shown[index] ?? 0);
	const shown = Math.min(counted.shown, names.length);
	const base = Math.min(counted.base, names.length);
	const cut = counted.cut || more;
	if (c.records) c.records[index] = { names, base, initials: o.initializeWith != null } satisfies NamesRecord;
	// an entry's names stand in full; a label as in citations, at its head, carries what tells them apart
	const levels = c.inBibliography && (o.form !== 'short' || index > 0) ? undefined : c.distinction.given[index];
	const [before, behind] = cut ? ['', ''] : p.affixes;
	const writeName = (n: Name, i: number): Rich | null => {
		const name = p.nameDecor(
			formatName(n, o, {
				inverted: o.sortOrder === 'all' || (o.sortOrder === 'first' && i === 0),
				form: o.form === 'short' ? 'short' : 'long',
				level: levels?.[i] ?? 0,
				demote: c.style.demote,
				hyphen: c.style.initializeWithHyphen,
				lang: languageOf(c)
			}),
			c
		);
		return name == null || !(before || behind) ? name : seq([before, name, behind]);
	};
	let list = names.slice(0, shown).map(writeName);
	const last =
		cut && !more && o.etAlUseLast && names.length >= shown + 2
			? writeName(names[names.length - 1], names.length - 1)
			: null;
	let whole: string | null = null;
	if (index === 0 && c.inBibliography && c.nameTexts == null) {
		// the marks between the parts of a name may differ from one kind of source to another: the author does not
		// the case of a name may follow the language of its source, and no case tells people apart
		const texts = list.map((r) =>
			plainOf(r)
				.replace(/[\s.,]+/g, ' ')
				.toLowerCase()
				.replace(/i\u0307/g, 'i')
		);
		if (cut) texts.push('…');
		c.nameTexts = texts;
		const s = c.authorSubstitute;
		if (s?.previous) {
			const same = texts.filter((x, i) => s.previous![i] === x).length;
			const all = sameList(s.previous, texts);
			let leading = 0;
			while (leading < list.length && texts[leading] === s.previous[leading]) leading++;
			if (s.rule === 'complete-all') {
				if (all) whole = s.text;
			} else if (s.rule === 'complete-each') {
				if (all) list = list.map(() => s.text);
			} else if (s.rule === 'partial-each') list = list.map((r, i) => (i < leading ? s.text : r));
			else if (s.rule === 'partial-first' && leading > 0 && same) list = list.map((r, i) => (i === 0 ? s.text : r));
		}
	}
	const invertedAt = (i: number) =>
		(o.sortOrder === 'all' || (o.sortOrder === 'first' && i === 0)) && !cleanName(names[i]).literal;
	let out: Rich | null = whole ?? joinNames(list, cut, last, o, p, c, invertedAt);
	if (out == null) return null;
	// a cut list says its look even where that is plain, as the reference writes it: no reader sees a difference
	if (cut && whole === null && p.nameFormat) out = { kids: [out], format: p.nameFormat, explicit: true };
	// affixes belong to each name; those of a list that is cut stand around it with its “et al.”
	if (cut) out = seq([p.affixes[0], out, p.affixes[1]])!;
	if (p.label) {
		const text = labelText(variable, all.length, p.label, c);
		if (text) out = seq(p.label.before ? [text, out] : [out, text]);
	}
	return out;
}

function labelText(variable: string, count: number, l: Label, c: Context): Rich | null {
	const plural = l.plural === 'always' || (l.plural !== 'never' && count > 1);
	const t = termText(c.locale, variable, l.form, plural);
	return t ? l.decor(termStart(t, c), c) : null;
}

/** Words of scripts without spaces between words stand close: 张等, 王和李. */
const CLOSE = /^[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]/u;

function joinNames(
	list: (Rich | null)[],
	cut: boolean,
	last: Rich | null,
	o: NameOptions,
	p: Parts,
	c: Context,
	inverted: (i: number) => boolean
): Rich | null {
	const names = list.filter((r): r is Rich => r != null);
	if (!names.length) return null;
	const wants = (rule: string, contextual: boolean, before: number) =>
		rule === 'always' || (rule === 'contextual' && contextual) || (rule === 'after-inverted-name' && inverted(before));
	if (cut) {
		const base = join(names, o.delimiter)!;
		if (last != null) return seq([base, o.delimiter, '… ', last]);
		const term = termText(c.locale, p.etAlTerm);
		const etAl = p.etAlDecor(term, c);
		if (etAl == null || term === '') return base;
		const comma = wants(o.precedesEtAl, names.length > 1, names.length - 1);
		return seq([base, comma ? o.delimiter : CLOSE.test(term) ? '' : ' ', etAl]);
	}
	if (names.length === 1) return names[0];
	if (!o.and) return join(names, o.delimiter);
	const sign = o.and === 'symbol' && !c.wordAnd ? '&' : termText(c.locale, 'and') || 'and';
	// a style whose word for “and” is what parts names anyway parts them once: A–B–C (common practice)
	// and a word is parted from names by spaces, whether the style gives them or not
	if (sign === o.delimiter.trim()) return join(names, /^\p{L}/u.test(sign) ? ` ${sign} ` : o.delimiter);
	const comma = wants(o.precedesLast, names.length > 2, names.length - 2);
	const front = join(names.slice(0, -1), o.delimiter)!;
	// a term that ends in a space of its own is joined as it is (Hebrew)
	if (/[\s\u2000-\u200a]$/.test(sign)) return seq([front, comma ? o.delimiter : null, sign, names[names.length - 1]]);
	if (CLOSE.test(sign)) return seq([front, comma ? o.delimiter : null, sign, names[names.length - 1]]);
	const gap = comma ? o.delimiter : ' ';
	return seq([front, /\s$/.test(gap) ? gap : `${gap} `, `${sign} `, names[names.length - 1]]);
}
