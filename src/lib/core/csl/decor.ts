/** Attributes that any rendering element may carry: affixes, formatting, display, quotes, text case, strip-periods. */
import type { Context } from './context';
import type { Format, Rich } from './rich';
import { applyCase, stripPeriods, type TextCase } from './textcase';
import { withoutCommaBefore } from './style-comma';
import type { Tree } from './tree';

const FORMAT_KEYS = ['font-style', 'font-variant', 'font-weight', 'text-decoration', 'vertical-align'] as const;

export function readFormat(attrs: Record<string, string>): Format | undefined {
	let f: Format | undefined;
	for (const k of FORMAT_KEYS) if (attrs[k]) (f ??= {})[k] = attrs[k];
	return f;
}

export type Decor = (r: Rich | null, c: Context) => Rich | null;

/** Whether an item's text may be put in title case: its own language, else the style's. */
export function isEnglish(c: Context): boolean {
	const l = c.item.language;
	if (typeof l === 'string' && l) return /^en/i.test(l);
	return c.style.english;
}

/** The language of an item's text: its own, else the style's. */
export function languageOf(c: Context): string {
	const l = c.item.language;
	return typeof l === 'string' && l ? l : c.locale.lang;
}

/** Case of the style's own words: outside English, where there is no title case, they get a first capital. */
function termCase(r: Rich, textCase: TextCase, c: Context): Rich {
	const mode = textCase === 'title' && !c.style.english ? 'capitalize-first' : textCase;
	return applyCase(r, mode, c.style.english, c.locale.lang);
}

/** A term that begins a note or an entry takes a capital (CSL 1.0.2 leaves it open; common practice of note styles). */
export function termStart(r: Rich, c: Context): Rich {
	return c.atStart ? applyCase(r, 'capitalize-first', true, c.locale.lang) : r;
}

/** Compiles the attributes of an element into one step; inner to outer: periods, case, format, quotes, affixes, display. */
export function compileDecor(t: Tree, except: 'none' | 'affixes' = 'none'): Decor {
	const a = t.attrs;
	const format = readFormat(a);
	const quote = a.quotes === 'true';
	const shaped = a.quotes === 'false';
	const strip = a['strip-periods'] === 'true';
	const textCase = a['text-case'] as TextCase | undefined;
	const prefix = except === 'affixes' ? '' : (a.prefix ?? '');
	const before: Rich = /^[;:]$/.test(prefix) ? { kids: [prefix], lead: true } : prefix;
	const suffix = except === 'affixes' ? '' : (a.suffix ?? '');
	const display = a.display;
	const closes = (t.name === 'group' || a.macro != null) && /^\s*\./.test(suffix);
	// what the style or its locale says is in the style's language, whatever that of the item
	const own = t.name === 'label' || t.name === 'et-al' || a.term != null || a.value != null;
	if (!format && !quote && !shaped && !strip && !textCase && !prefix && !suffix && !display) {
		return (r, c) => {
			if (r != null) c.atStart = false;
			return r;
		};
	}
	return (r, c) => {
		if (r == null) return null;
		c.atStart = false;
		if (closes && (r = withoutCommaBefore(r, suffix)) == null) return null;
		if (strip) r = stripPeriods(r);
		if (textCase) r = own ? termCase(r, textCase, c) : applyCase(r, textCase, isEnglish(c), languageOf(c));
		if (format) r = { kids: [r], format };
		// the marks stand around the look, as the reference has it; the standard does not say
		if (quote) r = { kids: [r], quote };
		if (shaped) r = { kids: [r], shaped };
		if (prefix || suffix) {
			const kids: Rich[] = [];
			if (prefix) kids.push(before);
			kids.push(r);
			if (suffix) kids.push(suffix);
			r = { kids };
		}
		if (display) r = { kids: [r], display };
		return r;
	};
}
