/** Small parts of Markdown that stand beside its words: labels and attributes, escapes, signs within formulas. */
import type { Inline } from '../../../paper';
import { DOLLAR, LINE } from './prepare';
import { escapeSign } from './scan';

/** Attributes in braces at the end of a heading, a caption or behind a picture. */
const ATTRS = /\s*\{([^{}]*)\}\s*$/;
export const labelOf = (attrs: string): string => /#([^\s}]+)/.exec(attrs)?.[1] ?? '';
/** A name for a heading as links within a document have it (common practice of Markdown): lower case, hyphens. */
export const slug = (text: string): string =>
	text
		.toLowerCase()
		.replace(/[^\p{L}\p{N}\s_.-]/gu, '')
		.trim()
		.replace(/\s+/g, '-')
		.replace(/^[^\p{L}]+/u, '');

/** TeX with its own signs again. */
export const texOf = (tex: string, line: string): string => tex.replaceAll(LINE, line).replaceAll(DOLLAR, '\\$').trim();

export const decode = (url: string): string => {
	try {
		return decodeURIComponent(url);
	} catch (e) {
		if (e instanceof URIError) return url; // a name with a percent sign of its own
		throw e;
	}
};

/** Takes attributes off the end of a line. */
export function cutAttrs(content: Inline[]): { attrs: string; rest: Inline[] } {
	const last = content.at(-1);
	const m = last?.t === 'text' ? ATTRS.exec(last.text) : null;
	if (!m || last?.t !== 'text') return { attrs: '', rest: content };
	return { attrs: m[1], rest: trim([...content.slice(0, -1), { ...last, text: last.text.slice(0, m.index) }]) };
}

/** A line without spaces around it. */
export function trim(list: Inline[]): Inline[] {
	const out = [...list];
	const first = out[0];
	if (first?.t === 'text') out[0] = { ...first, text: first.text.trimStart() };
	const last = out.at(-1);
	if (last?.t === 'text') out[out.length - 1] = { ...last, text: last.text.trimEnd() };
	return out.filter((i) => i.t !== 'text' || i.text);
}

/** The value of a text with the signs that were escaped in the source moved away, so that they mean themselves. */
export function withEscapes(value: string, raw: string): string {
	if (!raw.includes('\\') && !raw.includes('&')) return value;
	let out = '';
	let at = 0;
	for (const c of value) {
		for (; at < raw.length && raw[at] !== c; at++) {
			if (raw[at] === '\\' && raw[at + 1] === c) break;
			const entity = raw[at] === '&' ? /^&[#\w]+;/.exec(raw.slice(at, at + 40)) : null;
			if (entity) break;
		}
		const escaped = raw[at] === '\\' && raw[at + 1] === c && /[[\]@^~{}*_$-]/.test(c);
		const entity = raw[at] === '&' && c !== '&' ? /^&[#\w]+;/.exec(raw.slice(at, at + 40)) : null;
		out += (escaped || entity) && c < '\x80' ? escapeSign(c) : c;
		at += entity ? entity[0].length : escaped || (raw[at] === '\\' && raw[at + 1] === c) ? 2 : 1;
	}
	return out;
}
