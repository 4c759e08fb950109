/** Rendering elements other than names and dates: text, number, label, group, choose (CSL 1.0.2, "Rendering Elements"). */
import type { Context, Eval } from './context';
import { compileDecor, termStart } from './decor';
import { parseField, stripMarkup } from './field';
import { findTerm, ordinalSuffix, termText, type Locale } from './locale';
import { formatPages, fromRoman, isNumeric, isPlural, splitNumbers, toRoman, type PageFormat } from './numbers';
import { cleanName } from './names';
import { dateOf, variableTest, namesOf, textValue, variableText } from './read';
import { gather, plainOf, type Rich } from './rich';
import { elements, textOf, type Tree } from './tree';
import { DATE_VARIABLES, NAME_VARIABLES, NUMBER_VARIABLES } from './variables';

const identifierLink: Record<string, (v: string) => string> = {
	URL: (v) => v,
	DOI: (v) => `https://doi.org/${v.replace(/^(https?:\/\/(dx\.)?doi\.org\/|doi:\s*)/i, '')}`,
	PMID: (v) => `https://www.ncbi.nlm.nih.gov/pubmed/${v}`,
	PMCID: (v) => `https://www.ncbi.nlm.nih.gov/pmc/articles/${v}`
};

/** Compiles a `text` element. */
export function compileText(t: Tree, locale: Locale, macro: (name: string, t: Tree) => Eval): Eval {
	const a = t.attrs;
	const decor = compileDecor(t);
	if (a.macro != null) {
		const run = grouped(macro(a.macro, t));
		return (c) => decor(run(c), c);
	}
	if (a.term != null) {
		const text = termText(locale, a.term, a.form, a.plural === 'true');
		if (!text) return () => null;
		const r = parseField(text);
		return (c) => decor(termStart(r, c), c);
	}
	if (a.value != null) {
		if (!a.value) return () => null;
		const r = parseField(a.value);
		return (c) => decor(r, c);
	}
	const variable = a.variable ?? '';
	const form = a.form;
	if (variable === 'page' || variable === 'locator') return pagesElement(variable, form, decor);
	const link = identifierLink[variable];
	const numberish = NUMBER_VARIABLES.has(variable);
	return (c) => {
		if (c.suppressed?.has(variable)) {
			c.called++;
			return null;
		}
		let text = variableText(c, variable, form);
		c.called++;
		// a letter that is not needed does not make a group empty: "n.d." stands without one
		if (variable === 'year-suffix' && !text) c.filled++;
		if (variable === 'citation-label') {
			text = (text || citationLabel(c)) + c.yearSuffix;
			c.yearSuffixUsed = true;
		}
		if (!text) return null;
		// an address or a label in front of a DOI would be printed twice
		if (variable === 'DOI') text = text.replace(/^(?:https?:\/\/(?:dx\.|www\.)?doi\.org\/|doi:\s*)+/i, '');
		c.filled++;
		c.used?.push(variable);
		if (c.sorting) return decor(variable === 'citation-number' ? text.padStart(8, '0') : stripMarkup(text), c);
		if (variable === 'year-suffix') c.yearSuffixUsed = true;
		let r: Rich =
			variable === 'URL' || variable === 'DOI'
				? text
				: numberish && isNumeric(text)
					? numberText(text, 'numeric', variable, c)
					: parseField(text);
		if (link) r = { kids: [r], link: link(text) };
		else if (variable === 'year-suffix') r = { kids: [r], tag: 'year-suffix' };
		else if (variable === 'citation-number') r = { kids: [r], tag: 'number' };
		const first = c.atStart;
		const out = decor(r, c);
		// a sentence begins behind the number of an entry, not with it
		if (variable === 'citation-number') c.atStart = first;
		return out;
	};
}

function pagesElement(
	variable: string,
	form: string | undefined,
	decor: (r: Rich | null, c: Context) => Rich | null
): Eval {
	return (c) => {
		c.called++;
		if (c.suppressed?.has(variable)) return null;
		const text = variableText(c, variable, form);
		if (!text) return null;
		c.filled++;
		c.used?.push(variable);
		const isPage = variable === 'page' || (c.cite?.locator?.label ?? 'page') === 'page';
		return decor(isPage || variable === 'locator' ? parseField(pageText(text, isPage, c)) : parseField(text), c);
	};
}

/** Pages and locators in the style's range form; locators of other kinds only get the range sign. */
function pageText(text: string, isPage: boolean, c: Context): string {
	const delimiter = termText(c.locale, 'page-range-delimiter') || '\u2013';
	// the label of pages is the style's to print
	const bare = isPage ? text.replace(/^pp?\.\s*(?=\d)/i, '') : text;
	let s = formatPages(bare, isPage ? (c.style.pageRangeFormat as PageFormat) : '', delimiter);
	if (s.includes('&')) s = s.replace(/\s*&\s*/g, ' & ');
	return s.replace(/\s*,\s*(?=\S)/g, ', ');
}

/** How many letters of each name a label takes, by the number of names. */
const LABEL_LETTERS = [[4], [4], [2, 2], [2, 1, 1], [1, 1, 1, 1]];

/** The first letters of words, the first of them a capital: no marks, no spaces, no article before. */
function labelLetters(words: string, count: number): string {
	const letters = [...stripMarkup(words).replace(/^(?:an?|the)\s+/i, '')]
		.filter((x) => /\p{L}/u.test(x))
		.slice(0, count);
	return letters.map((x, i) => (i ? x.toLowerCase() : x.toUpperCase())).join('');
}

/**
 * Family-name letters and the last two digits of the year, where data has no label of its own (common practice of label
 * styles). Without a year it is "00", so that a letter behind it is not read as one of the name.
 */
function citationLabel(c: Context): string {
	const list = ['author', 'editor', 'translator'].map((v) => namesOf(c.item, v)).find((l) => l.length) ?? [];
	const names = list.map((n) => {
		const x = cleanName(n);
		return x.literal || x.family || x.given;
	});
	const letters = LABEL_LETTERS[Math.min(names.length, LABEL_LETTERS.length - 1)];
	const pick = letters.map((n, i) => labelLetters(names.length ? names[i] : textValue(c.item, 'title'), n)).join('');
	const year = dateOf(c.item, 'issued')?.start?.year;
	return pick + (year === undefined ? '00' : String(year).slice(-2).padStart(2, '0'));
}

/** Compiles a `number` element. */
export function compileNumber(t: Tree): Eval {
	const variable = t.attrs.variable ?? '';
	const form = t.attrs.form ?? 'numeric';
	const decor = compileDecor(t);
	return (c) => {
		c.called++;
		if (c.suppressed?.has(variable)) return null;
		const text = variableText(c, variable, undefined);
		if (!text) return null;
		c.filled++;
		c.used?.push(variable);
		if (c.sorting) {
			const m = /\d+/.exec(text);
			return m ? m[0].padStart(10, '0') : text;
		}
		const label = variable === 'locator' ? (c.cite?.locator?.label ?? 'page') : variable;
		let r: Rich;
		if (variable === 'page' || (variable === 'locator' && label === 'page')) r = parseField(pageText(text, true, c));
		else if (isNumeric(text)) r = numberText(text, form, variable, c);
		else r = mixedNumber(text, form, variable, c) ?? text.replace(/'/g, '’');
		if (variable === 'citation-number') r = { kids: [r], tag: 'number' };
		return decor(r, c);
	};
}

function numberText(text: string, form: string, variable: string, c: Context): Rich {
	const parts = splitNumbers(text);
	const gender = findTerm(c.locale, variable)?.gender ?? '';
	// where ordinals have genders and the locale says none: an edition is feminine in the languages that have them
	const suffix = (n: number) => ordinalSuffix(c.locale, n, gender, variable === 'edition' ? 'feminine' : 'masculine');
	const one = (s: string, value: number | null): string => {
		if (value == null) {
			const roman = form === 'roman' ? null : fromRomanWhole(s);
			return roman == null ? s : s;
		}
		if (form === 'roman') return toRoman(value);
		if (form === 'ordinal') return value + suffix(value);
		if (form === 'long-ordinal') {
			const word =
				value >= 1 && value <= 10
					? termText(c.locale, `long-ordinal-${String(value).padStart(2, '0')}`, 'long', false, gender)
					: '';
			return word || value + suffix(value);
		}
		return s;
	};
	const range = termText(c.locale, 'page-range-delimiter') || '\u2013';
	let out = '';
	for (const p of parts) {
		out += one(p.text, p.value);
		if (!p.joiner) continue;
		if (p.joiner === ',') out += ', ';
		else if (p.joiner === '\\-') out += '-';
		else if (/^[-–—]$/.test(p.joiner)) out += range;
		else out += ` ${p.joiner} `;
	}
	return out;
}

/** Words that a number may bring with it, and the terms they stand for. */
const LABELS: Record<string, string> = {
	p: 'page',
	pp: 'page',
	vol: 'volume',
	vols: 'volume',
	no: 'issue',
	nos: 'issue',
	ch: 'chapter',
	sec: 'section',
	fol: 'folio'
};

/** `7, p. 3-8`: numbers, some with a label of their own, which takes the locale's form; null where it is no such list. */
function mixedNumber(text: string, form: string, variable: string, c: Context): string | null {
	const pieces = text.split(/\s*,\s*/);
	if (pieces.length < 2) return null;
	const out: string[] = [];
	let labelled = false;
	for (const piece of pieces) {
		const m = /^([a-z]+)\.?\s+(\S.*)$/i.exec(piece);
		const term = m ? LABELS[m[1].toLowerCase()] : undefined;
		if (m && term && isNumeric(m[2])) {
			const value = plainOf(numberText(m[2], 'numeric', variable, c));
			out.push(`${termText(c.locale, term, 'short', isPlural(m[2]))} ${value}`);
			labelled = true;
		} else if (isNumeric(piece)) out.push(plainOf(numberText(piece, form, variable, c)));
		else return null;
	}
	return labelled ? out.join(', ') : null;
}

const fromRomanWhole = (s: string) => (/^[ivxlcdm]+$/i.test(s) ? fromRoman(s) : null);

/** A locator that was written with its label in front says itself what it is. */
const OWN_LABEL = /^(?:vol|fol|pp?|ch|chap|sec|art|col|fig|no|pt|bk|para)\.\s/i;

/** Compiles a `label` element outside names. */
export function compileLabel(t: Tree): Eval {
	const named = t.attrs.variable ?? '';
	const form = t.attrs.form ?? 'long';
	const rule = t.attrs.plural ?? 'contextual';
	const decor = compileDecor(t);
	return (c) => {
		// an entry has no locator: the label stands before its pages (common practice of styles that share a macro)
		const variable = named === 'locator' && c.inBibliography ? 'page' : named;
		if (variable === 'locator' && !c.cite?.locator?.value) return null;
		const value = variableText(c, variable, undefined);
		if (!value || (variable === 'locator' && OWN_LABEL.test(value))) return null;
		const term = variable === 'locator' ? c.cite!.locator!.label || 'page' : variable;
		let plural = rule === 'always';
		if (rule === 'contextual') {
			if (variable === 'number-of-pages' || variable === 'number-of-volumes') plural = (parseInt(value, 10) || 0) > 1;
			else plural = isPlural(value);
		}
		const text = termText(
			c.locale,
			term === 'sub-verbo' && !findTerm(c.locale, 'sub-verbo', form) ? 'sub verbo' : term,
			form,
			plural
		);
		return text ? decor(text, c) : null;
	};
}

/** A macro is a group without a delimiter: gone when it calls variables and none has a value. */
function grouped(run: Eval): Eval {
	return (c) => {
		const called = c.called;
		const filled = c.filled;
		c.called = 0;
		c.filled = 0;
		const out = run(c);
		const dead = c.called > 0 && c.filled === 0;
		const printed = !dead && out != null;
		// like a group within a group, a macro that prints counts as a variable with a value
		c.called += called + (printed ? 1 : 0);
		c.filled += filled + (printed ? 1 : 0);
		if (!printed) return null;
		// delimiters reach into a macro's own choose, not through the macro
		return typeof out === 'object' && out.spread ? { kids: out.kids } : out;
	};
}

/** Compiles a `group`: gone when it calls variables and none of them has a value. */
export function compileGroup(t: Tree, kids: Eval[]): Eval {
	const delimiter = t.attrs.delimiter ?? '';
	const decor = compileDecor(t);
	return (c) => {
		const called = c.called;
		const filled = c.filled;
		c.called = 0;
		c.filled = 0;
		const parts = gather(kids, c, delimiter);
		const dead = c.called > 0 && c.filled === 0;
		const out = dead ? null : parts;
		// for the group around it, a group with output counts as a variable with a value
		const alive = out != null || c.filled > 0;
		c.called = called + (out != null || c.called > 0 ? 1 : 0);
		c.filled = filled + (alive ? 1 : 0);
		return decor(out, c);
	};
}

type Test = (c: Context) => boolean;

/** Compiles a `choose`. */
export function compileChoose(t: Tree, compileAll: (t: Tree) => Eval): Eval {
	const branches = elements(t).map((b) => {
		const run = compileAll(b);
		return { test: compileTest(b), run };
	});
	return (c) => {
		for (const b of branches) if (b.test(c)) return b.run(c);
		return null;
	};
}

function compileTest(t: Tree): Test {
	if (t.name === 'else') return () => true;
	const a = t.attrs;
	const match = a.match ?? 'all';
	const tests: Test[] = [];
	const words = (s: string | undefined) => (s ?? '').split(/\s+/).filter(Boolean);
	for (const v of words(a.variable)) tests.push(variableTest(v));
	// an item has one type: several of them can only mean any of them
	const types = words(a.type);
	if (types.length) tests.push((c) => types.includes(c.item.type));
	for (const v of words(a['is-numeric'])) {
		tests.push((c) => {
			const text = NAME_VARIABLES.has(v) || DATE_VARIABLES.has(v) ? '' : variableText(c, v, undefined);
			return text !== '' && isNumeric(text);
		});
	}
	for (const v of words(a['is-uncertain-date'])) tests.push((c) => Boolean(dateOf(c.item, v)?.circa));
	for (const v of words(a.locator)) {
		const kind = v.replace('sub verbo', 'sub-verbo');
		tests.push(
			(c) =>
				Boolean(c.cite?.locator?.value) && (c.cite!.locator!.label || 'page').replace('sub verbo', 'sub-verbo') === kind
		);
	}
	for (const v of words(a.position)) tests.push(positionTest(v));
	if (a.disambiguate === 'true') tests.push((c) => c.conditionsSeen++ < c.distinction.condition);
	if (a.disambiguate === 'false') tests.push((c) => c.conditionsSeen++ >= c.distinction.condition);
	if (tests.length === 0) return () => false;
	const [only] = tests;
	if (tests.length === 1) return match === 'none' ? (c) => !only(c) : only;
	if (match === 'any') return (c) => anyOf(tests, c);
	if (match === 'none') return (c) => !anyOf(tests, c);
	return (c) => {
		for (let i = 0; i < tests.length; i++) if (!tests[i](c)) return false;
		return true;
	};
}

/** Spelled out: conditions are asked tens of thousands of times a manuscript, and a closure each would be garbage. */
function anyOf(tests: readonly Test[], c: Context): boolean {
	for (let i = 0; i < tests.length; i++) if (tests[i](c)) return true;
	return false;
}

function positionTest(v: string): Test {
	switch (v) {
		case 'first':
			return (c) => !c.inBibliography && c.position === 0;
		case 'subsequent':
			return (c) => !c.inBibliography && c.position >= 1;
		case 'ibid':
			return (c) => !c.inBibliography && c.position >= 2;
		case 'ibid-with-locator':
			return (c) => !c.inBibliography && c.position === 3;
		case 'near-note':
			return (c) => !c.inBibliography && c.nearNote;
		default:
			return () => false;
	}
}

export { textOf };
