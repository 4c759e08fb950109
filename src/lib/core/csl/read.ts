/** Reading variables off an item, defensively. */
import type { Context } from './context';
import { normalDate, type NormalDate } from './dates';
import { NAME_VARIABLES, DATE_VARIABLES, NUMBER_VARIABLES, TEXT_VARIABLES } from './variables';
import type { Item, Name } from './types';

/** Text of any plain variable; numbers become text; other shapes are empty. */
export function textValue(item: Item, name: string): string {
	const v = item[name];
	if (typeof v === 'string') return v.trim() === '' ? '' : v;
	if (typeof v === 'number' && Number.isFinite(v)) return String(v);
	const said = v && typeof v === 'object' ? (v as { literal?: unknown }).literal : '';
	return typeof said === 'string' || Number.isFinite(said) ? String(said) : '';
}

/** Short forms have fields of their own, under the standard's name or the older one. */
const SHORT: Record<string, string[]> = {
	title: ['title-short', 'shortTitle'],
	'container-title': ['container-title-short', 'journalAbbreviation']
};

/** A standard variable's text in the asked form, long where no short one is there. */
export function variableText(c: Context, name: string, form: string | undefined): string {
	const item = c.item;
	switch (name) {
		case 'locator':
			return c.cite?.locator?.value ?? '';
		case 'citation-number':
			return c.citationNumber ? String(c.citationNumber) : '';
		case 'year-suffix':
			return c.yearSuffix;
		case 'first-reference-note-number':
			return c.firstNote ? String(c.firstNote) : '';
		case 'page-first': {
			const own = textValue(item, 'page-first');
			if (own) return own;
			const m = /^\s*([\p{L}]*\d+[\p{L}]*|[^\s,;&–-]+)/u.exec(textValue(item, 'page'));
			return m ? m[1] : '';
		}
		case 'title-short':
		case 'container-title-short':
			return textValue(item, name) || textValue(item, SHORT[name.replace('-short', '')][1]);
		case 'journalAbbreviation':
			return textValue(item, name) || textValue(item, 'container-title-short');
	}
	if (form === 'short') {
		for (const s of SHORT[name] ?? []) {
			const t = textValue(item, s);
			if (t) return t;
		}
		const long = textValue(item, name);
		return (long && c.style.abbreviate?.(name, long)) || long;
	}
	return textValue(item, name);
}

/** The names of a variable; a single object or a text counts as a list of one. */
export function namesOf(item: Item, variable: string): Name[] {
	const v = item[variable];
	if (Array.isArray(v)) return v.length === 0 ? v : keepNames(v);
	if (v && typeof v === 'object') return keepNames([v]);
	if (typeof v === 'string' && v.trim()) return [{ literal: v }];
	return [];
}

const listCache = new WeakMap<object, Name[]>();
function keepNames(v: unknown[]): Name[] {
	let list = listCache.get(v);
	if (!list) {
		list = v
			.map((n) => (typeof n === 'string' ? { literal: n } : n))
			.filter((n): n is Name => {
				if (!n || typeof n !== 'object') return false;
				const x = n as Name;
				return Boolean(x.family || x.given || x.literal);
			});
		listCache.set(v, list);
	}
	return list;
}

export function dateOf(item: Item, variable: string): NormalDate | null {
	return normalDate(item[variable]);
}

/** Whether a variable has a value, for `choose` tests; what kind of variable it is is settled once. */
export function variableTest(name: string): (c: Context) => boolean {
	if (name === 'locator') return (c) => Boolean(c.cite?.locator?.value);
	if (NAME_VARIABLES.has(name)) return (c) => namesOf(c.item, name).length > 0;
	if (DATE_VARIABLES.has(name)) return (c) => dateOf(c.item, name) !== null;
	return (c) => variableText(c, name, undefined) !== '';
}

const LINE = /^\s*\{?:?([A-Za-z][A-Za-z-]*)\s*:\s*(.+?)\}?\s*$/;

/**
 * Variables written into the note, one a line (`event-date: 2004-10-01`), a custom of CSL-JSON for fields that a program
 * has no place for; lines that are none stay in the note. They never overwrite a value that is there. The same item when
 * it has none.
 */
export function withNoteVariables(item: Item): Item {
	const note = item.note;
	if (typeof note !== 'string' || !note.includes(':')) return item;
	let out: Item | null = null;
	const lines = note.split('\n');
	const rest: string[] = [];
	for (const line of lines) {
		const m = LINE.exec(line);
		if (!m) {
			rest.push(line);
			continue;
		}
		const name = m[1];
		const isDate = DATE_VARIABLES.has(name);
		const isName = NAME_VARIABLES.has(name);
		const known = isDate || isName || NUMBER_VARIABLES.has(name) || TEXT_VARIABLES.has(name) || name === 'type';
		if (!known) {
			rest.push(line);
			continue;
		}
		if (item[name] !== undefined && name !== 'type') continue;
		out ??= { ...item };
		if (isDate) out[name] = { raw: m[2] };
		else if (isName) {
			const [family, given] = m[2].split(/\s*\|\|\s*/);
			const n = given === undefined ? { literal: m[2] } : { family, given };
			out[name] = [...((out[name] as Name[] | undefined) ?? []), n];
		} else out[name] = m[2];
	}
	if (out) out.note = rest.join('\n').trim();
	return out ?? item;
}
