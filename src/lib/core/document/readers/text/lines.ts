/**
 * Plain text taken apart by its shape: paragraphs, headings, lists. Lines that were wrapped are joined, words that were
 * broken at the end of a line too; numbers of pages and running heads are left out. Every character knows where it stood.
 */
import { isListHeading } from '../../../paper';

export interface TextBlock {
	kind: 'paragraph' | 'heading' | 'item';
	/** Level of a heading: 1 for the title. */
	level: number;
	text: string;
	/** Offsets in the file, one a character. */
	at: number[];
	/** What stood in front of an item: “1.”, “•”. */
	mark: string;
	/** Lines as they were, with their offsets. */
	lines: { text: string; at: number }[];
}

const NAMED =
	/^(?:abstract|summary|introduction|background|methods?|materials and methods|results|discussion|conclusions?|acknowledge?ments?|appendix(?: [A-Z])?|einleitung|zusammenfassung|schluss|fazit|résumé|conclusion|resumen|introducción|conclusiones|notes|endnotes|keywords)[:.]?$/i;
const NUMBERED = /^((?:\d+|[IVX]+|[A-Z])(?:\.\d+)*)\.?\s+(\p{Lu}[^.!?]*)$/u;
const ITEM = /^\s*(?:[•–*-]|\(?(?:\d{1,2}|[a-z])[.)])\s+(?=\S)/u;

/** Levels of headings by the line of signs below them: the title, sections, their parts. */
const RULES: Record<string, number> = { '=': 1, '-': 2, '~': 3 };

/** Headings that end a list of references. */
export const endsList = (text: string): boolean =>
	(NAMED.test(text.trim()) ||
		/^(?:appendi(?:x|ces)|anhang|annexe?s?|supplement(?:ary|al)?|about the authors?|author(?:s|’s)? (?:note|information|contributions)|tables?|figures?)\b/i.test(
			text.trim()
		)) &&
	!isListHeading(text);

interface Line {
	text: string;
	at: number;
}

function linesOf(text: string): Line[] {
	const out: Line[] = [];
	let at = 0;
	for (const raw of text.split(/\n/)) {
		out.push({ text: raw.replace(/[\r\f]/g, ' '), at });
		at += raw.length + 1;
	}
	return out;
}

/** Lines that stand again and again at the edges of pages, and numbers alone. */
function withoutRunningHeads(lines: Line[], text: string): Line[] {
	const counts = new Map<string, number>();
	const bare = (s: string) => s.replace(/\d+/g, '#').replace(/\s+/g, ' ').trim();
	for (const l of lines) {
		const b = bare(l.text);
		if (b && b.length < 90) counts.set(b, (counts.get(b) ?? 0) + 1);
	}
	const pages = text.split('\f').length;
	return lines.map((l) => {
		const b = bare(l.text);
		const alone = b === '#' || /^[ivxl]+$/.test(b) || /^(?:page|seite|- #) ?#?(?: of #)?-?$/i.test(b);
		const running = pages > 2 && b.includes('#') && (counts.get(b) ?? 0) >= Math.max(3, pages / 4);
		return alone || running ? { ...l, text: '' } : l;
	});
}

/** Joins lines into one text that knows its offsets. */
function join(lines: Line[]): Pick<TextBlock, 'text' | 'at'> {
	let text = '';
	const at: number[] = [];
	for (const l of lines) {
		const lead = /^\s*/.exec(l.text)![0].length;
		const body = l.text.trim();
		if (!body) continue;
		if (text) {
			// “inter-” and “national”; a dash of ranges and names stays
			if (/\p{Ll}[-‐]$/u.test(text) && /^\p{Ll}/u.test(body)) {
				text = text.slice(0, -1);
				at.pop();
			} else if (!/[-–]$/.test(text) || !/\d[-–]$/.test(text)) {
				text += ' ';
				at.push(l.at + lead - 1);
			}
		}
		for (let i = 0; i < body.length; i++) at.push(l.at + lead + i);
		text += body;
	}
	return { text, at };
}

function headingLevel(text: string, alone: boolean): number {
	const s = text.trim();
	if (!alone || s.length > 120 || s.split(/\s+/).length > 14) return 0;
	if (NAMED.test(s) || isListHeading(s)) return 2;
	const m = NUMBERED.exec(s);
	if (m) return Math.min(4, 1 + m[1].split('.').length);
	if (/^\p{Lu}[\p{Lu}\s\d:,’'&–-]{3,}$/u.test(s)) return 2;
	if (/[.!;,]$/.test(s) || !/^[\p{Lu}“"\d]/u.test(s)) return 0;
	const words = s.split(/\s+/).filter((w) => w.length > 3);
	return words.length > 0 && words.length <= 9 && words.every((w) => /^[\p{Lu}\d“"(]/u.test(w)) ? 2 : 0;
}

export function blocksOfText(text: string): TextBlock[] {
	const lines = withoutRunningHeads(linesOf(text), text);
	const groups: Line[][] = [[]];
	const solid = lines.filter((l) => l.text.trim());
	const blank = lines.filter((l) => !l.text.trim()).length;
	const widest = Math.max(0, ...solid.map((l) => l.text.trim().length));
	// without empty lines each line is a paragraph, unless lines are wrapped
	const each = blank * 12 < solid.length && (widest > 160 || solid.length < 3);
	const indented = solid.filter((l) => /^(?: {2,}|\t)\S/.test(l.text)).length;
	const byIndent = blank * 12 < solid.length && !each && indented > 0 && indented < solid.length / 2;
	for (const l of lines) {
		if (!l.text.trim()) {
			if (groups.at(-1)!.length) groups.push([]);
			continue;
		}
		const last = groups.at(-1)!;
		const heading =
			headingLevel(l.text, true) > 0 &&
			(NUMBERED.test(l.text.trim()) || NAMED.test(l.text.trim()) || isListHeading(l.text)) &&
			(!last.length || /[.!?:”"]\s*$/.test(last.at(-1)!.text));
		if (last.length && (each || (byIndent && /^(?: {2,}|\t)\S/.test(l.text)) || ITEM.test(l.text) || heading))
			groups.push([]);
		groups.at(-1)!.push(l);
		if (heading) groups.push([]);
	}
	const out: TextBlock[] = [];
	for (const g of groups) {
		if (!g.length) continue;
		const rule = g.length === 2 ? /^\s*(={3,}|-{3,}|~{3,})\s*$/.exec(g[1].text) : null;
		if (rule) {
			const own = [{ text: g[0].text, at: g[0].at }];
			out.push({ kind: 'heading', level: RULES[rule[1][0]], ...join(g.slice(0, 1)), mark: '', lines: own });
			continue;
		}
		const before = out.at(-1);
		const mark = ITEM.exec(g[0].text)?.[0] ?? '';
		const level = headingLevel(g[0].text, g.length === 1);
		const lines = g.map((l) => ({ text: l.text, at: l.at }));
		// a paragraph that a page broke in two
		if (
			before?.kind === 'paragraph' &&
			!level &&
			!mark &&
			/^\p{Ll}/u.test(g[0].text.trim()) &&
			!/[.!?:”"]$/.test(before.text)
		) {
			const both = join([...before.lines, ...g]);
			Object.assign(before, both, { lines: [...before.lines, ...lines] });
			continue;
		}
		if (level) out.push({ kind: 'heading', level, ...join(g), mark: '', lines });
		else out.push({ kind: mark ? 'item' : 'paragraph', level: 0, ...join(g), mark: mark.trim(), lines });
	}
	// a text begins with its title, where its first line stands alone and is no sentence
	const [first] = out;
	if (
		first?.kind === 'paragraph' &&
		first.lines.length === 1 &&
		out.length > 2 &&
		!/[.!;,:]$/.test(first.text) &&
		first.text.split(' ').length <= 20
	)
		first.kind = 'heading';
	if (out[0]?.kind === 'heading' && !NAMED.test(out[0].text) && !NUMBERED.test(out[0].text)) out[0].level = 1;
	return out;
}
