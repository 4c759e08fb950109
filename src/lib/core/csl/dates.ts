/** Date values: reading them from CSL-JSON, EDTF (ISO 8601-2, levels 0 and 1) and free text; sort keys. */
import { plainNumber, plainText } from './loose';
import type { DateValue } from './types';

/** year, month 1–12 (0 unknown), day 1–31 (0 unknown); the year 44 before Christ is -44. */
export interface DatePoint {
	year: number;
	month: number;
	day: number;
	/** 1 spring … 4 winter, 0 none. */
	season: number;
}

export interface NormalDate {
	start: DatePoint | null;
	end: DatePoint | null;
	/** The range has no end: "1990–". */
	open: boolean;
	circa: boolean;
	literal: string;
}

const MONTHS: Record<string, number> = {};
'january february march april may june july august september october november december'.split(' ').forEach((m, i) => {
	MONTHS[m] = i + 1;
	MONTHS[m.slice(0, 3)] = i + 1;
});
MONTHS.sept = 9;
const SEASONS: Record<string, number> = { spring: 1, summer: 2, autumn: 3, fall: 3, winter: 4 };

const truthy = (v: unknown) =>
	v === true ||
	v === 1 ||
	v === '1' ||
	v === 'true' ||
	(typeof v === 'string' && v !== '' && v !== '0' && v !== 'false');

function point(parts: unknown): DatePoint | null {
	if (!Array.isArray(parts) || parts.length === 0) return null;
	const num = (v: unknown) => {
		if (v == null || v === '') return 0;
		const n = parseInt(plainText(v), 10);
		return Number.isFinite(n) ? n : 0;
	};
	const year = num(parts[0]);
	if (parts[0] == null || parts[0] === '' || !Number.isFinite(parseInt(plainText(parts[0]), 10))) return null;
	let month = num(parts[1]);
	let season = 0;
	// months 13 to 24 are seasons: 21–24 by ISO 8601-2, the others by custom of CSL-JSON
	if (month > 12 && month < 25) [season, month] = [((month - 13) % 4) + 1, 0];
	else if (month > 12 || month < 0) month = 0;
	const day = num(parts[2]);
	return { year, month, day: month ? Math.max(0, day) : 0, season };
}

/** One EDTF point: `2019`, `2019-05`, `2019-05-03`, `-0044`, `2001-21`, `156X`, with `?`, `~` or `%` behind. */
function edtfPoint(s: string): { point: DatePoint; circa: boolean } | null {
	const m = /^(Y?-?\d{1,6}|-?\d{1,3}X{1,3})(?:-(\d\d|XX)(?:-(\d\d|XX))?)?(?:T[\d:.Z+-]*)?([?~%]?)$/.exec(s.trim());
	if (!m) return null;
	const unknownDigits = m[1].includes('X');
	const p = point([m[1].replace(/^Y/, '').replace(/X/g, '0'), m[2]?.replace('XX', '0'), m[3]?.replace('XX', '0')]);
	return p ? { point: p, circa: m[4] !== '' || unknownDigits } : null;
}

function fromText(s: string): NormalDate {
	const text = s.trim();
	const empty: NormalDate = { start: null, end: null, open: false, circa: false, literal: '' };
	if (!text) return empty;
	const sides = text.split('/');
	if (sides.length <= 2 && edtfPoint(sides[0])) {
		const a = edtfPoint(sides[0])!;
		if (sides.length === 1) return { ...empty, start: a.point, circa: a.circa };
		if (sides[1] === '' || sides[1] === '..') return { ...empty, start: a.point, circa: a.circa, open: true };
		const b = edtfPoint(sides[1]);
		if (b) return { ...empty, start: a.point, end: b.point, circa: a.circa || b.circa };
	}
	let rest = text;
	let circa = false;
	const c = /^(?:c(?:irca|a)?\.?\s+|~)|\?$/i;
	if (c.test(rest)) {
		circa = true;
		rest = rest.replace(c, '').trim();
	}
	const range = /^(-?\d{1,4})\s*[-–—]\s*(\d{4})$/.exec(rest);
	if (range) return { ...empty, start: point([range[1]]), end: point([range[2]]), circa };
	const single = onePoint(rest);
	if (single) return { ...empty, start: single, circa };
	const two = rest.split(/\s*[–—]\s*|\s+-\s+/);
	if (two.length === 2) {
		const b = onePoint(two[1]);
		const a = onePoint(two[0]) ?? (b ? onePoint(`${two[0]} ${b.year}`) : null);
		if (a && b) return { ...empty, start: a, end: b, circa };
	}
	return { ...empty, literal: text };
}

function onePoint(s: string): DatePoint | null {
	const iso = /^(-?\d{1,4})[-/.](\d{1,2})(?:[-/.](\d{1,2}))?$/.exec(s);
	if (iso && iso[1].length > 2) return point([iso[1], iso[2], iso[3]]);
	const us = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(s);
	if (us) return point([us[3], us[1], us[2]]);
	const tokens = s.toLowerCase().replace(/[,.]/g, ' ').split(/\s+/).filter(Boolean);
	let year: string | null = null;
	let month = 0;
	let day = 0;
	let season = 0;
	let era = 1;
	for (const t of tokens) {
		if (MONTHS[t] && !month) month = MONTHS[t];
		else if (SEASONS[t] && !season) season = SEASONS[t];
		else if (/^\d{3,4}$/.test(t) && year === null) year = t;
		else if (
			/^\d{1,2}(st|nd|rd|th)?$/.test(t) &&
			!day &&
			month + tokens.length > 1 &&
			(month || tokens.some((x) => MONTHS[x]))
		)
			day = parseInt(t, 10);
		else if (/^(bc|bce)$/.test(t)) era = -1;
		else if (/^(ad|ce)$/.test(t)) era = 1;
		else if (/^\d{1,2}$/.test(t) && year === null) year = t;
		else return null;
	}
	if (year === null) return null;
	return { year: Number(year) * era, month, day, season };
}

const cache = new WeakMap<object, NormalDate>();

/** Reads any date value; what cannot be understood comes back as its literal text. */
export function normalDate(v: unknown): NormalDate | null {
	if (v == null) return null;
	if (typeof v === 'string' || Number.isFinite(v)) {
		const d = fromText(String(v));
		return d.start || d.literal ? d : null;
	}
	if (typeof v !== 'object') return null;
	let d = cache.get(v);
	if (!d) {
		d = fromObject(v as DateValue);
		cache.set(v, d);
	}
	return d.start || d.literal ? d : null;
}

function fromObject(v: DateValue): NormalDate {
	const out: NormalDate = { start: null, end: null, open: false, circa: truthy(v.circa), literal: '' };
	const parts = v['date-parts'];
	if (Array.isArray(parts) && parts.length) {
		out.start = point(parts[0]);
		if (parts.length > 1) {
			const second = parts[1];
			if (Array.isArray(second) && (plainNumber(second[0]) === 0 || second.length === 0)) out.open = true;
			else out.end = point(second);
		}
	} else if (typeof v.edtf === 'string') {
		const d = fromText(v.edtf);
		return { ...d, circa: d.circa || out.circa };
	} else if (typeof v.raw === 'string') {
		const d = fromText(v.raw);
		return { ...d, circa: d.circa || out.circa };
	}
	if (v.season != null && out.start && !out.start.season && !out.start.month) {
		const s = plainText(v.season);
		const n = /^\d+$/.test(s) ? Number(s) : (SEASONS[s.toLowerCase()] ?? 0);
		if (n > 20) out.start.season = n - 20;
		else if (n >= 1 && n <= 4) out.start.season = n;
	}
	if (!out.start && plainText(v.literal).trim()) out.literal = plainText(v.literal);
	return out;
}

/** A text that sorts as the date does; years before Christ come first. */
export function dateSortKey(p: DatePoint | null, depth: 1 | 2 | 3 = 3): string {
	if (!p) return '';
	const y = p.year < 0 ? 'A' + String(99999 + p.year).padStart(5, '0') : 'B' + String(p.year).padStart(5, '0');
	const m = p.season && !p.month ? p.season * 3 : p.month;
	return y + String(depth > 1 ? m : 0).padStart(2, '0') + String(depth > 2 ? p.day : 0).padStart(2, '0');
}

/** A point as `date-parts` have it: as fine as it is known. */
const partsOf = (p: DatePoint): number[] =>
	p.month ? (p.day ? [p.year, p.month, p.day] : [p.year, p.month]) : [p.year];

/** A date as CSL-JSON has it; null for one without a beginning. An open range ends in the year 0. */
export function dateValue(d: NormalDate | null): DateValue | null {
	if (!d?.start) return null;
	const out: DateValue = {
		'date-parts': d.end ? [partsOf(d.start), partsOf(d.end)] : d.open ? [partsOf(d.start), [0]] : [partsOf(d.start)]
	};
	if (d.start.season) out.season = d.start.season;
	if (d.circa) out.circa = true;
	return out;
}
