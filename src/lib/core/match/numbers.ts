/** Numbers of sources as numeric styles print them: “1”, “1, 3–5”, “12, p. 4”, “see 3”. */
import { readBehind } from './locators';

export interface ReadNumber {
	number: number;
	locator: { label: string; value: string } | null;
	prefix: string;
	suffix: string;
}

/** Nobody's list is longer, and a year is no number of a source. */
const MOST = 1399;
/** A range of so many at once is a span of something else. */
const WIDEST = 40;

/** The numbers in a bracket or in raised characters; null where something else stands there. */
/** “[11–15–16]”: a style that parts numbers by dashes. */
export const DASHED = /[[(]\d{1,4}[–-]\d{1,4}[–-]\d{1,4}[\])]/;

export function readNumbers(inner: string, dashed = false): ReadNumber[] | null {
	const m =
		/^\s*((?:see|cf\.|e\.g\.,?|vgl\.|siehe|voir)\s+)?(?:(?:Refs?|Nos?|Nr)\.?\s*)?(\d{1,4}(?:\s*(?:,|;|–|—|-|‐|‑|−|and|&)\s*\d{1,4})*)(\s*[,:]\s*(?:pp?\.?\s?(?=\d)|S\.|p\s|chap|ch\.|sec|§|fig|table|th|eq|vol).*|\s*\(pp?\.?\s?\d[\d–-]*\))?\s*$/isu.exec(
			inner
		);
	if (!m) return null;
	const out: ReadNumber[] = [];
	const tokens = m[2].match(/\d+|[–—‐‑−-]/g) ?? [];
	for (let i = 0; i < tokens.length; i++) {
		const n = Number(tokens[i]);
		if (/\D/.test(tokens[i])) {
			if (dashed) continue;
			const from = out.at(-1)?.number;
			const to = Number(tokens[++i]);
			if (from === undefined || !(to > from) || to - from > WIDEST || to > MOST) return null;
			for (let k = from + 1; k <= to; k++) out.push({ number: k, locator: null, prefix: '', suffix: '' });
		} else {
			if (n < 1 || n > MOST) return null;
			out.push({ number: n, locator: null, prefix: '', suffix: '' });
		}
	}
	if (!out.length) return null;
	out[0].prefix = (m[1] ?? '').trim();
	if (m[3])
		Object.assign(out.at(-1)!, readBehind(m[3].replace(/^\s*[,:(]\s*|\)\s*$/g, '').replace(/^(pp?)(?=\d)/, '$1. ')));
	return out;
}
