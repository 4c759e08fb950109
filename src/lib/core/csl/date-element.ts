/** The `date` element: localized and free dates, ranges, seasons, eras, year suffix (CSL 1.0.2, "Date"). */
import type { Context, Eval } from './context';
import { compileDecor, readFormat } from './decor';
import type { DatePoint, NormalDate } from './dates';
import { dateSortKey } from './dates';
import { findTerm, ordinalSuffix, termText, type Locale } from './locale';
import { dateOf } from './read';
import { seq, type Format, type Rich } from './rich';
import { applyCase, stripPeriods, type TextCase } from './textcase';
import { elements, type Tree } from './tree';

type PartName = 'year' | 'month' | 'day';

interface PartSpec {
	name: PartName;
	form: string;
	prefix: string;
	suffix: string;
	rangeDelimiter: string;
	format?: Format;
	textCase?: TextCase;
	strip: boolean;
}

interface DateSpec {
	parts: PartSpec[];
	delimiter: string;
}

function partSpec(t: Tree, over?: Tree): PartSpec {
	const a = { ...t.attrs, ...(over ? without(over.attrs, ['prefix', 'suffix', 'name']) : {}) };
	const name = a.name as PartName;
	return {
		name,
		form: a.form ?? (name === 'month' || name === 'year' ? 'long' : 'numeric'),
		prefix: t.attrs.prefix ?? '',
		suffix: t.attrs.suffix ?? '',
		rangeDelimiter: a['range-delimiter'] || '\u2013',
		format: readFormat(a),
		textCase: a['text-case'] as TextCase | undefined,
		strip: a['strip-periods'] === 'true'
	};
}

function without(o: Record<string, string>, keys: string[]): Record<string, string> {
	const r = { ...o };
	for (const k of keys) delete r[k];
	return r;
}

const GRAIN: Record<PartName, number> = { year: 0, month: 1, day: 2 };
const KEEP: Record<string, PartName[]> = {
	'year-month-day': ['year', 'month', 'day'],
	'year-month': ['year', 'month'],
	year: ['year']
};

/** Compiles a `date` element for a locale. */
export function compileDate(t: Tree, locale: Locale): Eval {
	const variable = t.attrs.variable ?? '';
	const form = t.attrs.form;
	let spec: DateSpec;
	if (form) {
		const localized = locale.dates.get(form);
		const keep = KEEP[t.attrs['date-parts'] ?? 'year-month-day'] ?? KEEP['year-month-day'];
		const overrides = new Map(elements(t).map((e) => [e.attrs.name, e]));
		spec = {
			delimiter: localized?.attrs.delimiter ?? '',
			parts: (localized ? elements(localized) : [])
				.filter((p) => p.name === 'date-part' && keep.includes(p.attrs.name as PartName))
				.map((p) => partSpec(p, overrides.get(p.attrs.name)))
		};
	} else {
		spec = {
			delimiter: t.attrs.delimiter ?? '',
			parts: elements(t)
				.filter((p) => p.name === 'date-part')
				.map((p) => partSpec(p))
		};
	}
	const decor = compileDecor(t);
	const depth = spec.parts.some((p) => p.name === 'day') ? 3 : spec.parts.some((p) => p.name === 'month') ? 2 : 1;
	const year = spec.parts.find((p) => p.name === 'year');
	const hasYear = year !== undefined;
	/** Words stand as they were typed, in the format and the affixes of the year (common practice). */
	const inWords = (words: string): Rich | null =>
		year && words ? seq([year.prefix, { kids: [words], format: year.format }, year.suffix]) : words;
	return (c) => {
		c.called++;
		if (c.suppressed?.has(variable)) return null;
		// the day a page was read is no part of the work and tells no works apart (common practice)
		if (c.comparing && variable === 'accessed') return null;
		const d = dateOf(c.item, variable);
		if (!d) return null;
		if (c.sorting) {
			c.filled++;
			const end = d.end ?? null;
			// words come behind all years: what is forthcoming is the latest
			return d.start ? dateSortKey(d.start, depth) + (end ? '-' + dateSortKey(end, depth) : '') : `C ${d.literal}`;
		}
		// a date in words stands where the year would
		const out = d.start ? renderDate(d, spec, c) : form || hasYear ? inWords(d.literal) : null;
		if (out == null || out === '') return null;
		c.filled++;
		c.used?.push(variable);
		return decor(out, c);
	};
}

const has = (p: DatePoint, name: PartName) =>
	name === 'year' ? p.year !== 0 : name === 'month' ? p.month !== 0 || p.season !== 0 : p.day !== 0;

/** The letter behind the year, once, where the style does not place it itself. */
function takeLetter(c: Context): Rich | null {
	const placed = c.inBibliography ? c.style.explicitYearSuffix.bibliography : c.style.explicitYearSuffix.citation;
	if (!c.yearSuffix || c.yearSuffixUsed || placed) return null;
	c.yearSuffixUsed = true;
	return { kids: [c.yearSuffix], tag: 'year-suffix' };
}

function renderDate(d: NormalDate, spec: DateSpec, c: Context): Rich | null {
	const start = d.start!;
	const shown = spec.parts.filter((p) => has(start, p.name));
	if (d.open) {
		const list = shown.map((p) => renderPart(p, start, c));
		const out = joinParts(list, spec.delimiter);
		// what is open is the year; month and day apart from it are those of the beginning
		return out != null && shown.some((p) => p.name === 'year') ? seq([out, '\u2013']) : out;
	}
	const end = d.end;
	if (!end)
		return joinParts(
			shown.map((p) => renderPart(p, start, c)),
			spec.delimiter
		);
	const rendered = new Set(spec.parts.map((p) => p.name));
	const differs = (n: PartName) =>
		n === 'year'
			? start.year !== end.year
			: n === 'month'
				? start.month !== end.month || start.season !== end.season
				: start.day !== end.day;
	const top = (['year', 'month', 'day'] as PartName[]).find((n) => rendered.has(n) && differs(n));
	if (!top)
		return joinParts(
			shown.map((p) => renderPart(p, start, c)),
			spec.delimiter
		);
	const varies = (p: PartSpec) => GRAIN[p.name] >= GRAIN[top];
	const firstAt = spec.parts.findIndex(varies);
	let lastAt = firstAt;
	spec.parts.forEach((p, i) => {
		if (varies(p)) lastAt = i;
	});
	const delimiter = spec.parts.find((p) => p.name === top)!.rangeDelimiter;
	const left = spec.parts.slice(0, lastAt + 1).filter((p) => has(start, p.name));
	const right = spec.parts.slice(firstAt).filter((p) => (varies(p) ? has(end, p.name) : has(end, p.name)));
	// a range of years takes its letter at the end: 1868–1870a
	const letter = c.yearSuffix;
	if (top === 'year') c.yearSuffix = '';
	// two years of one era name it once: 50–44 B.C.E.
	const sameEra = (start.year < 0 && end.year < 0) || (start.year > 0 && end.year > 0 && end.year < 1000);
	const bare = sameEra && right.some((p) => p.name === 'year');
	const leftOut = left.map((p, i) => renderPart(p, start, c, i === left.length - 1, false, bare));
	c.yearSuffix = letter;
	const rightOut = right.map((p, i) => renderPart(p, end, c, false, i === 0));
	return seq([joinParts(leftOut, spec.delimiter), delimiter, joinParts(rightOut, spec.delimiter)]);
}

function joinParts(list: (Rich | null)[], delimiter: string): Rich | null {
	const kids: Rich[] = [];
	for (const p of list) {
		if (p == null) continue;
		if (kids.length && delimiter) kids.push(delimiter);
		kids.push(p);
	}
	return seq(kids);
}

function renderPart(
	p: PartSpec,
	d: DatePoint,
	c: Context,
	dropSuffix = false,
	dropPrefix = false,
	dropEra = false
): Rich | null {
	let text: string;
	let suffixNode: Rich | null = null;
	if (p.name === 'year') {
		const y = Math.abs(d.year);
		text = p.form === 'short' ? String(y % 100).padStart(2, '0') : String(y);
		if (p.form !== 'short' && !dropEra) {
			if (d.year < 0) text += termText(c.locale, 'bc');
			else if (d.year < 1000) text += termText(c.locale, 'ad');
		}
		suffixNode = takeLetter(c);
	} else if (p.name === 'month') {
		if (!d.month && d.season) text = termText(c.locale, `season-0${d.season}`);
		else if (p.form === 'numeric') text = String(d.month);
		else if (p.form === 'numeric-leading-zeros') text = String(d.month).padStart(2, '0');
		else text = termText(c.locale, `month-${String(d.month).padStart(2, '0')}`, p.form === 'short' ? 'short' : 'long');
	} else {
		const plainDay = p.form === 'ordinal' && c.locale.limitDayOrdinals && d.day > 1;
		if (p.form === 'numeric-leading-zeros') text = String(d.day).padStart(2, '0');
		else if (p.form === 'ordinal' && !plainDay) {
			const gender = findTerm(c.locale, `month-${String(d.month).padStart(2, '0')}`)?.gender ?? '';
			text = d.day + ordinalSuffix(c.locale, d.day, gender);
		} else text = String(d.day);
	}
	if (!text) return null;
	let r: Rich = text;
	if (p.strip) r = stripPeriods(r);
	if (p.textCase) r = applyCase(r, p.textCase, true, c.locale.lang);
	if (suffixNode) r = { kids: [r, suffixNode] };
	if (p.format) r = { kids: [r], format: p.format };
	return seq([dropPrefix ? '' : p.prefix, r, dropSuffix ? '' : p.suffix]);
}
