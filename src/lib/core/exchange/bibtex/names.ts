/** Names of people in BibTeX: split at "and", taken apart, written again. */
import type { Name } from '../../csl';
import { fromTex, toTex } from '../tex';

/** Splits at "and" outside braces; `others` becomes nothing but a remark that there are more. */
export function readNames(raw: string): Name[] {
	const parts: string[] = [];
	let depth = 0;
	let cur = '';
	for (const word of raw.replace(/\s+/g, ' ').trim().split(' ')) {
		if (depth === 0 && word.toLowerCase() === 'and') {
			parts.push(cur.trim());
			cur = '';
			continue;
		}
		cur += ` ${word}`;
		depth += (word.match(/\{/g) ?? []).length - (word.match(/\}/g) ?? []).length;
	}
	parts.push(cur.trim());
	return parts
		.filter(Boolean)
		.map(readName)
		.filter((n): n is Name => n !== null);
}

function readName(raw: string): Name | null {
	if (raw === 'others') return { literal: 'others' };
	if (/^\{[^{}]*\}$/.test(raw) || /^\{.*\}$/s.test(raw)) return { literal: fromTex(raw) };
	const parts = splitOutside(raw, ',').map((p) => p.trim());
	const clean = (s: string) => fromTex(s);
	if (parts.length === 1) {
		const words = splitOutside(raw, ' ').filter(Boolean);
		if (words.length === 1) return { family: clean(raw) };
		const from = words.findIndex((w, i) => i > 0 && i < words.length - 1 && /^\p{Ll}/u.test(w));
		if (from < 0) return { given: clean(words.slice(0, -1).join(' ')), family: clean(words[words.length - 1]) };
		let to = words.length - 1;
		while (to > from && !/^\p{Ll}/u.test(words[to - 1])) to--;
		const given = clean(words.slice(0, from).join(' '));
		const particle = clean(words.slice(from, to).join(' '));
		return { given, 'non-dropping-particle': particle, family: clean(words.slice(to).join(' ')) };
	}
	const [last, ...rest] = parts;
	const m = /^((?:\p{Ll}[\p{L}’']*\s+)+)(\S.*)$/u.exec(last);
	const n: Name = m ? { 'non-dropping-particle': clean(m[1]), family: clean(m[2]) } : { family: clean(last) };
	if (rest.length >= 2) {
		n.suffix = clean(rest[0]);
		n.given = clean(rest.slice(1).join(', '));
	} else n.given = clean(rest[0]);
	return n;
}

function splitOutside(s: string, by: string): string[] {
	const out: string[] = [];
	let depth = 0;
	let cur = '';
	for (const c of s) {
		if (c === '{') depth++;
		if (c === '}') depth--;
		if (c === by && depth === 0) {
			out.push(cur);
			cur = '';
		} else cur += c;
	}
	out.push(cur);
	return out;
}

export function writeName(n: Name): string {
	if (n.literal) return n.literal === 'others' ? 'others' : `{${toTex(n.literal)}}`;
	const family = [n['non-dropping-particle'] ?? n['dropping-particle'], n.family].filter(Boolean).join(' ');
	const safe = (s: string) => (/\band\b/.test(s) ? `{${toTex(s)}}` : toTex(s));
	return [safe(family), n.suffix && toTex(n.suffix), n.given && safe(n.given)].filter(Boolean).join(', ');
}
