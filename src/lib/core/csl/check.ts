/**
 * What is odd about an item, by field: nothing here stops a citation, but whoever keeps the sources should know
 * (CSL-JSON schema of CSL 1.0.2; "Names", "Dates").
 */
import { plainNumber, plainText } from './loose';
import { normalDate } from './dates';
import type { Warning } from './errors';
import type { Item } from './types';
import { DATE_VARIABLES, isVariable, ITEM_TYPES, NAME_VARIABLES } from './variables';

/** Control characters, which no text and no file format has room for; tab and line breaks are white space. */
// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]/;
// eslint-disable-next-line no-control-regex
const CONTROLS = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]+/g;

/** Markup that fields may carry: the rich text of CSL-JSON. */
const MARKUP = /^<\/?(?:i|b|sup|sub|sc|span)(?:\s[^>]*)?>$/i;

/** Longest text that is still somebody's title or abstract. */
const LONG_TEXT = 100_000;
const MANY_NAMES = 3000;

const types = new Set(ITEM_TYPES);

/**
 * Looks an item through.
 * @returns one warning a finding, with item and field; empty for an item that is as the schema says
 */
export function checkItem(item: Item): Warning[] {
	const out: Warning[] = [];
	const warn = (field: string, message: string) => out.push({ message, itemId: item.id, field });
	if (typeof item.type !== 'string' || !types.has(item.type))
		warn('type', `“${plainText(item.type)}” is no kind of source that CSL knows. It is set like a document.`);
	for (const field of Object.keys(item)) {
		const v = item[field];
		if (field === 'id' || field === 'type' || v == null) continue;
		if (NAME_VARIABLES.has(field)) checkNames(v, (m) => warn(field, m));
		else if (DATE_VARIABLES.has(field)) checkDate(v, (m) => warn(field, m));
		else checkText(v, field, (m) => warn(field, m));
	}
	return out;
}

function checkText(v: unknown, field: string, warn: (m: string) => void): void {
	if (typeof v === 'number') {
		if (!Number.isFinite(v)) warn('This is not a number that can be printed.');
		return;
	}
	// what programs keep for themselves is not printed
	if (field === 'custom' || Array.isArray(v) || typeof v === 'boolean') {
		if (isPrinted(field)) warn('A text was expected here. It is left out.');
		return;
	}
	if (typeof v === 'object') {
		if (!('literal' in v!)) warn('A text was expected here. It is left out.');
		return;
	}
	if (typeof v !== 'string') return;
	if (CONTROL.test(v)) warn('Control characters in this text are left out.');
	if (v.length > LONG_TEXT) warn(`This text is very long (${v.length.toLocaleString('en')} characters).`);
	if (isPrinted(field) && v.includes('<')) {
		const tag = v.match(/<\/?[a-z][a-z0-9]*(?:\s[^<>]*)?>/gi)?.find((t) => !MARKUP.test(t));
		if (tag) warn(`“${tag.slice(0, 40)}” is no markup that fields can carry. It is printed as it stands.`);
	}
}

/** Long texts that styles hardly print and people fill with anything. */
const LONG = new Set(['abstract', 'annote', 'note']);
const isPrinted = (field: string) => isVariable(field) && !LONG.has(field);

function checkNames(v: unknown, warn: (m: string) => void): void {
	if (typeof v === 'string') {
		if (v.trim()) warn('Names came as one text. It is read as the name of one organisation.');
		return;
	}
	const list: unknown[] = Array.isArray(v) ? v : [v];
	if (!Array.isArray(v)) warn('A list of names was expected. What is there is read as one name.');
	let empty = 0;
	let odd = 0;
	let control = false;
	for (const n of list) {
		if (typeof n === 'string') odd++;
		else if (!n || typeof n !== 'object') empty++;
		else {
			const parts = Object.values(n as Record<string, unknown>);
			const { family, given, literal } = n as Record<string, unknown>;
			if (!family && !given && !literal) empty++;
			if (parts.some((p) => typeof p === 'string' && CONTROL.test(p))) control = true;
		}
	}
	if (odd) warn(`${odd === 1 ? 'A name is' : `${odd} names are`} plain text. Each is read as an organisation.`);
	if (empty)
		warn(`${empty === 1 ? 'A name has' : `${empty} names have`} neither family nor given part, and is left out.`);
	if (control) warn('Control characters in names are left out.');
	if (list.length > MANY_NAMES) warn(`There are ${list.length.toLocaleString('en')} names here.`);
}

function checkDate(v: unknown, warn: (m: string) => void): void {
	const d = normalDate(v);
	if (!d) {
		if (v !== '' && !(typeof v === 'object' && Object.keys(v as object).length === 0))
			warn('This cannot be read as a date. It is left out.');
		return;
	}
	if (!d.start) {
		const own = typeof v === 'object' && v !== null && 'literal' in v;
		if (!own) warn(`“${d.literal.slice(0, 60)}” is not a date that can be sorted. It is printed as it stands.`);
		return;
	}
	const parts = (v as { 'date-parts'?: unknown })['date-parts'];
	if (!Array.isArray(parts)) return;
	for (const p of parts as unknown[][]) {
		if (!Array.isArray(p)) continue;
		const month = plainNumber(p[1] ?? 0);
		const day = plainNumber(p[2] ?? 0);
		if (month > 24 || month < 0 || Number.isNaN(month))
			warn(`There is no month ${plainText(p[1])}. The year alone is used.`);
		if (day > 31 || day < 0 || Number.isNaN(day)) warn(`There is no day ${plainText(p[2])}.`);
	}
}

/** The same item without control characters; the item itself where it has none. */
export function withoutControls(item: Item): Item {
	let out: Item | null = null;
	for (const field of Object.keys(item)) {
		if (field === 'id') continue;
		const clean = scrub(item[field]);
		if (clean !== item[field]) (out ??= { ...item })[field] = clean;
	}
	return out ?? item;
}

function scrub(v: unknown): unknown {
	if (typeof v === 'string') return CONTROL.test(v) ? v.replace(CONTROLS, '') : v;
	if (Array.isArray(v)) {
		const list = v.map(scrub);
		return list.some((x, i) => x !== v[i]) ? list : v;
	}
	if (v && typeof v === 'object') {
		const o = v as Record<string, unknown>;
		let out: Record<string, unknown> | null = null;
		for (const k of Object.keys(o)) {
			const clean = scrub(o[k]);
			if (clean !== o[k]) (out ??= { ...o })[k] = clean;
		}
		return out ?? v;
	}
	return v;
}
