/**
 * What papers in Markdown have within their lines beyond CommonMark: citations (`[see @key, p. 3; @other]`, `@key [p. 3]`,
 * `[-@key]`), notes where they stand (`^[…]`), references to labels (`@fig:quay`), raised and lowered words, words with
 * attributes (`[…]{lang=de}`). Works on the pieces of a line, so that formatting within a citation or note is kept.
 */
import { newId, paragraph, words, type Inline, type Mark, type PaperCite } from '../../../paper';
import { fieldText, readBehind } from '../cite-text';

/** Signs that were escaped, so that they mean themselves: moved into the area of private use (U+E900 and following). */
const ESCAPED = 0xe900;
export const escapeSign = (c: string): string => String.fromCharCode(ESCAPED + c.charCodeAt(0));
const plain = (s: string): string =>
	s.replace(/[\ue900-\ue97f]/g, (c) => String.fromCharCode(c.charCodeAt(0) - ESCAPED));

/** Stands for a piece that is no text. */
const OBJECT = '\ufffc';

/** A cite key: braces around anything, or letters, digits and _ with single signs between them. */
const KEY = String.raw`(-?)@(?:\{([^{}]+)\}|([\p{L}\p{N}_](?:[\p{L}\p{N}_]|[:.#$%&\-+?<>~/](?=[\p{L}\p{N}_]))*))`;
const AT_KEY = new RegExp(KEY, 'uy');
const ANY_KEY = new RegExp(String.raw`(?<![\p{L}\p{N}_.])${KEY}`, 'gu');

export interface ScanContext {
	/** Labels of headings, figures, tables and formulas. */
	labels: Set<string>;
	lost(what: string): void;
}

/** The pieces of a line as one text, each sign knowing its piece. */
class Line {
	readonly text: string;
	private readonly at: { piece: number; offset: number }[] = [];
	constructor(private readonly pieces: Inline[]) {
		let text = '';
		pieces.forEach((p, piece) => {
			const t = p.t === 'text' ? p.text : OBJECT;
			for (let offset = 0; offset < t.length; offset++) this.at.push({ piece, offset });
			text += t;
		});
		this.text = text;
	}
	/** Pieces between two places, formatting kept; escapes still in them. */
	slice(from: number, to: number): Inline[] {
		const out: Inline[] = [];
		for (let i = from; i < to;) {
			const { piece, offset } = this.at[i];
			const p = this.pieces[piece];
			if (p.t !== 'text') {
				out.push(p);
				i++;
				continue;
			}
			const n = Math.min(to - i, p.text.length - offset);
			out.push({ ...p, text: p.text.slice(offset, offset + n) });
			i += n;
		}
		return out;
	}
	marks(i: number): Mark[] {
		return this.pieces[this.at[i].piece]?.marks ?? [];
	}
	/** Whether words are those of a link or of code, which are left alone. */
	isClosed(i: number): boolean {
		return this.marks(i).some((m) => m.t === 'link' || m.t === 'code');
	}
	/** The bracket that closes the one at a place; -1 for none. */
	closing(open: number): number {
		let depth = 0;
		for (let i = open; i < this.text.length; i++) {
			if (this.isClosed(i)) continue;
			if (this.text[i] === '[') depth++;
			else if (this.text[i] === ']' && --depth === 0) return i;
		}
		return -1;
	}
}

/** The line with everything in it that this file knows. */
export function scanLine(pieces: Inline[], c: ScanContext): Inline[] {
	const line = new Line(pieces);
	const out: Inline[] = [];
	const { text } = line;
	let from = 0;
	let i = 0;
	/** Puts what was found in the place of what stood there. */
	const take = (found: Inline[], to: number) => {
		out.push(...line.slice(from, i), ...found);
		from = i = to;
	};
	while (i < text.length) {
		if (line.isClosed(i)) {
			i++;
			continue;
		}
		if (text[i] === '^' && text[i + 1] === '[') {
			const end = line.closing(i + 1);
			if (end > 0) {
				const content = scanLine(line.slice(i + 2, end), c);
				take([{ t: 'note', id: newId(), kind: 'footnote', blocks: [paragraph(tidy(content))], marks: [] }], end + 1);
				continue;
			}
		}
		if (text[i] === '[') {
			const end = line.closing(i);
			const found = end > 0 ? bracket(line, i, end, c) : null;
			if (found) {
				take(found.pieces, found.end);
				continue;
			}
		}
		if ((text[i] === '@' || (text[i] === '-' && text[i + 1] === '@')) && !/[\p{L}\p{N}_.]/u.test(text[i - 1] ?? ' ')) {
			const found = inSentence(line, i, c);
			if (found) {
				take(found.pieces, found.end);
				continue;
			}
		}
		const shifted = text[i] === '^' || text[i] === '~' ? raised(line, i) : null;
		if (shifted) {
			take(shifted.pieces, shifted.end);
			continue;
		}
		i++;
	}
	out.push(...line.slice(from, text.length));
	return tidy(out);
}

/** Escaped signs mean themselves again; neighbours of one look are one. */
function tidy(list: Inline[]): Inline[] {
	const out: Inline[] = [];
	for (const p of list) {
		const q = p.t === 'text' ? { ...p, text: plain(p.text) } : p;
		const last = out.at(-1);
		if (q.t === 'text' && last?.t === 'text' && JSON.stringify(last.marks) === JSON.stringify(q.marks))
			out[out.length - 1] = { ...last, text: last.text + q.text };
		else if (q.t !== 'text' || q.text) out.push(q);
	}
	return out;
}

/** The words between two places with their formatting as the processor reads it in prefixes and suffixes. */
function typed(line: Line, from: number, to: number, c: ScanContext): string {
	// what all of it is in, the citation is in
	const around = new Set<string>(line.marks(Math.max(0, from - 1)).map((m) => m.t));
	const pieces = line.slice(from, to).map((p) => (p.t === 'text' ? { ...p, text: plain(p.text) } : p));
	return fieldText(pieces, around, () => c.lost('a note or a picture within a citation'));
}

const keyOf = (m: RegExpExecArray): string => plain(m[2] ?? m[3]);

/** A bracket: a citation, references to labels, or words with attributes. Null for a bracket in the text. */
function bracket(line: Line, open: number, close: number, c: ScanContext): { pieces: Inline[]; end: number } | null {
	const inside = line.text.slice(open + 1, close);
	// words with attributes may hold citations
	const attrs = /^\{([^{}]*)\}/.exec(line.text.slice(close + 1));
	const cites = attrs ? null : citesWithin(line, open + 1, close, c);
	if (cites) {
		const raw = plain(`[${inside.replaceAll(OBJECT, '')}]`);
		const labels = cites.filter((x) => c.labels.has(x.sourceId));
		if (labels.length === cites.length)
			return {
				pieces: labels.flatMap((x, k) => [
					...(k ? words(', ', line.marks(open)) : []),
					...reference(x, line.marks(open))
				]),
				end: close + 1
			};
		return {
			pieces: [{ t: 'citation', id: newId(), cites, raw, marks: line.marks(open) }],
			end: close + 1
		};
	}
	if (!attrs) return null;
	const end = close + 1 + attrs[0].length;
	const marks: Mark[] = [];
	if (/\.(?:smallcaps|sc)\b/.test(attrs[1])) marks.push({ t: 'small-caps' });
	if (/\.(?:underline|ul)\b/.test(attrs[1])) marks.push({ t: 'underline' });
	const lang = /\blang=["']?([A-Za-z]{2,8}(?:-[A-Za-z0-9]{1,8})*)/.exec(attrs[1])?.[1];
	if (lang) marks.push({ t: 'language', lang });
	const rest = attrs[1].replace(/\.(?:smallcaps|sc|underline|ul)\b|\blang=["']?[\w-]+["']?/g, '').trim();
	if (rest) c.lost(`attributes of words: {${plain(rest)}}`);
	const content = scanLine(line.slice(open + 1, close), c);
	return { pieces: content.map((p) => ({ ...p, marks: [...p.marks, ...marks] })), end };
}

/** Cites of a bracket, parted by semicolons, each with one key; null where a part has none, so that it is no citation. */
function citesWithin(line: Line, from: number, to: number, c: ScanContext): PaperCite[] | null {
	const text = line.text.slice(from, to);
	if (!text.includes('@')) return null;
	const cites: PaperCite[] = [];
	let start = 0;
	for (const part of parts(text)) {
		const at = start;
		start += part.length + 1;
		ANY_KEY.lastIndex = 0;
		const m = ANY_KEY.exec(part);
		if (!m) {
			// words behind a semicolon belong to the cite before them
			const before = cites.at(-1);
			if (!before || !part.trim()) return null;
			before.suffix += `;${typed(line, from + at, from + at + part.length, c)}`;
			continue;
		}
		const behind = m.index + m[0].length;
		cites.push({
			sourceId: keyOf(m),
			prefix: typed(line, from + at, from + at + m.index, c).trim(),
			...readBehind(typed(line, from + at + behind, from + at + part.length, c)),
			form: m[1] ? 'year-only' : 'parenthetical'
		});
	}
	return cites.length ? cites : null;
}

/** The parts between semicolons, those within braces and brackets not counted. */
function parts(text: string): string[] {
	const out = [''];
	let depth = 0;
	for (const c of text) {
		if (c === '{' || c === '[') depth++;
		else if (c === '}' || c === ']') depth--;
		if (c === ';' && depth <= 0) out.push('');
		else out[out.length - 1] += c;
	}
	return out;
}

const reference = (x: PaperCite, marks: Mark[]): Inline[] => [
	...(x.prefix ? [{ t: 'text' as const, text: `${x.prefix} `, marks }] : []),
	{ t: 'cross-ref', target: x.sourceId, show: x.form === 'year-only' ? 'number' : 'label', marks },
	...(x.suffix ? [{ t: 'text' as const, text: ` ${x.suffix.replace(/^, /, '')}`, marks }] : [])
];

/** A key within a sentence, with the locator in brackets behind it. */
function inSentence(line: Line, at: number, c: ScanContext): { pieces: Inline[]; end: number } | null {
	AT_KEY.lastIndex = at;
	const m = AT_KEY.exec(line.text);
	if (!m) return null;
	const marks = line.marks(at);
	const key = keyOf(m);
	let end = at + m[0].length;
	const cite: PaperCite = {
		sourceId: key,
		locator: null,
		prefix: '',
		suffix: '',
		form: m[1] ? 'year-only' : 'narrative'
	};
	if (c.labels.has(key)) return { pieces: reference(cite, marks), end };
	const cites = [cite];
	const gap = /^\s?/.exec(line.text.slice(end))![0].length;
	if (line.text[end + gap] === '[' && !line.isClosed(end + gap)) {
		const close = line.closing(end + gap);
		const open = end + gap + 1;
		// an attribute or a link behind it is no locator
		if (close > 0 && !/^[{(]/.test(line.text.slice(close + 1))) {
			const text = line.text.slice(open, close);
			const [first] = parts(text);
			const more = first.length < text.length ? citesWithin(line, open + first.length + 1, close, c) : [];
			if (!first.includes('@') && !first.startsWith('^') && more) {
				Object.assign(cite, readBehind(typed(line, open, open + first.length, c)));
				cites.push(...more);
				end = close + 1;
			}
		}
	}
	return { pieces: [{ t: 'citation', id: newId(), cites, raw: plain(line.text.slice(at, end)), marks }], end };
}

/** `^2^` and `~2~`: raised and lowered words have no spaces in them. */
function raised(line: Line, at: number): { pieces: Inline[]; end: number } | null {
	const sign = line.text[at];
	const m = (sign === '^' ? /^\^([^\s^\ufffc]+)\^(?!\^)/ : /^~([^\s~\ufffc]+)~(?!~)/).exec(line.text.slice(at));
	if (!m || line.text[at - 1] === sign) return null;
	const mark: Mark = { t: sign === '^' ? 'superscript' : 'subscript' };
	const end = at + m[0].length;
	return {
		pieces: line.slice(at + 1, end - 1).map((p) => ({ ...p, marks: [...p.marks, mark] })),
		end
	};
}
