/** Strings of references taken apart into tokens: words, numbers, marks, and identifiers as wholes. */

export type TokenKind = 'word' | 'number' | 'mark' | 'url' | 'doi' | 'arxiv' | 'isbn';

export interface Token {
	text: string;
	kind: TokenKind;
	/** Characters of the string, from and to. */
	from: number;
	to: number;
	/** A space stands in front. */
	space: boolean;
}

const PARTS = [
	// DOI: ISO 26324, 4; the resolver's address counts as one
	String.raw`(?<doi>(?:https?:\/\/(?:dx\.|www\.)?doi\.org\/|doi:?\s*(?:https?:\/\/(?:dx\.)?doi\.org\/)?)?\b10\.\d{4,9}\/[^\s"“”<>]+)`,
	String.raw`(?<url>(?:https?:\/\/|ftp:\/\/|www\.)[^\s"“”<>]+)`,
	String.raw`(?<arxiv>\barxiv:\s?(?:\d{4}\.\d{4,5}|[a-z-]+(?:\.[a-z]{2})?\/\d{7})(?:v\d+)?)`,
	String.raw`(?<isbn>\bISBN(?:-1[03])?:?\s*(?:97[89][- ]?)?\d[\d -]{7,14}[\dX])`,
	String.raw`(?<word>\p{L}[\p{L}\p{M}\p{N}]*(?:['’‐-]\p{L}[\p{L}\p{M}\p{N}]*)*)`,
	String.raw`(?<number>\p{N}+(?:(?:st|nd|rd|th|er|re|ème|e|a|ª|º)\b|\p{L}{1,2}\b)?)`,
	String.raw`(?<mark>[^\s])`
];
const TOKEN = new RegExp(PARTS.join('|'), 'giu');

/** Marks that end a sentence around an address and are no part of it; a bracket is one where it closes what the address opens. */
export function trimAddress(s: string): string {
	for (;;) {
		const last = s.at(-1) ?? '';
		if (/[.,;:’'!?]/.test(last)) s = s.slice(0, -1);
		else if (last === ')' && count(s, '(') < count(s, ')')) s = s.slice(0, -1);
		else if (last === ']' && count(s, '[') < count(s, ']')) s = s.slice(0, -1);
		else if (last === '>' || last === '}') s = s.slice(0, -1);
		else return s;
	}
}
const count = (s: string, c: string) => s.split(c).length - 1;

export function tokenize(s: string): Token[] {
	const out: Token[] = [];
	TOKEN.lastIndex = 0;
	for (let m = TOKEN.exec(s); m; m = TOKEN.exec(s)) {
		const g = m.groups!;
		const kind = (Object.keys(g) as TokenKind[]).find((k) => g[k] !== undefined)!;
		const text = kind === 'doi' || kind === 'url' ? trimAddress(m[0]) : m[0];
		const to = m.index + text.length;
		TOKEN.lastIndex = Math.max(to, m.index + 1);
		out.push({ text, kind, from: m.index, to, space: m.index > 0 && /\s/.test(s[m.index - 1]) });
	}
	return out;
}
