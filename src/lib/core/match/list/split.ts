/** A typed list taken apart into entries, however it is set: numbered, indented, parted by empty lines, wrapped. */

import { isListHeading } from '../../paper';

export interface Entry {
	text: string;
	/** Line of the list where it begins, from 1. */
	line: number;
}

/** “[12]”, “12.”, “(12)”, “12)”: numbers of entries; “[Smi04]”: labels. */
const NUMBERED =
	/^\s*(?:\[(\d{1,4})\](?=\s|\p{L})|\((\d{1,4})\)(?=\s|\p{L})|(\d{1,4})[.)](?=\s|\p{L})|(\d{1,4})\s+(?=[\p{Lu}“"]))/u;
const LABELLED = /^\s*\[\p{L}[\p{L}\p{N}+*, .&-]{1,24}\d{2,4}[a-z]?\]\s/u;
const DASHES = /^\s*(?:[—–_-]\s?){2,}|^\s*—[.,]/;
/** An entry begins with a name and what follows names; or with a body, a title and a year. */
const AUTHOR =
	/^(?:(?:van|von|de|der|den|la|le|du|da|dos|di|del|al|el|ten|ter|zu)\s+)*\p{Lu}[\p{L}\p{M}’'-]*(?:\s\p{Lu}[\p{L}\p{M}’'-]*){0,2}(?:,\s*\p{Lu}|\s\p{Lu}{1,3}[,.:;]|,? et al)|^(?:\p{Lu}\.[\s-]?){1,3}\s?(?:(?:van|von|de|der)\s)*\p{Lu}\p{L}+/u;

const isPageNumber = (line: string) => /^\s*(?:page\s+)?\d{1,4}\s*$/i.test(line);

/** Lines of one entry as one text: words broken at the end of a line and addresses are joined. */
export function joinLines(lines: string[]): string {
	let out = '';
	for (const l of lines) {
		const line = l.trim();
		if (!out) out = line;
		else if (/(?:https?:\/\/|www\.|\b10\.\d{4,9}\/)\S*[-/._=?&]$/.test(out) && /^\S/.test(line) && !/\.$/.test(out))
			out += line;
		else if (/\S[-‐]$/.test(out) && /^\p{Ll}/u.test(line) && /\p{Ll}[-‐]$/u.test(out)) out = out.slice(0, -1) + line;
		else if (/\d[-–]$/.test(out) && /^\d/.test(line)) out += line;
		else out += ` ${line}`;
	}
	return out.replace(/\s+/g, ' ').trim();
}

export function splitList(text: string): Entry[] {
	const lines = text.replace(/\r\n?/g, '\n').replace(/\f/g, '\n').split('\n');
	const content = lines.map((l, i) => ({ l, n: i + 1 })).filter(({ l }) => !isListHeading(l) && !isPageNumber(l));
	const solid = content.filter(({ l }) => l.trim());
	if (!solid.length) return [];
	const starts = startsOf(content, solid);
	const out: Entry[] = [];
	let lines_: string[] = [];
	let line = 0;
	const close = () => {
		if (lines_.length) out.push({ text: joinLines(lines_), line });
		lines_ = [];
	};
	for (const { l, n } of content) {
		if (!l.trim()) continue;
		if (starts.has(n) || !lines_.length) {
			close();
			line = n;
		}
		lines_.push(l);
	}
	close();
	const apart = new Set(content.flatMap(({ n }, i) => (i > 0 && !content[i - 1].l.trim() ? [n] : [])));
	return NUMBERED.test(solid[0].l) ? out : withoutOrphans(out, apart);
}

/**
 * A short piece without any date, in a list whose entries have theirs, is the end of the entry above it.
 * @param apart lines behind an empty one, which begin something
 */
function withoutOrphans(list: Entry[], apart: ReadonlySet<number>): Entry[] {
	if (list.length < 4 || list.filter((e) => DATED.test(e.text)).length < list.length * 0.7) return list;
	return list.reduce<Entry[]>((out, e) => {
		const above = out.at(-1);
		if (
			above &&
			!apart.has(e.line) &&
			e.text.length < 90 &&
			!DATED.test(e.text) &&
			withoutDashes(e.text) === null &&
			above.text.length < 300
		)
			above.text += ` ${e.text}`;
		else out.push({ ...e });
		return out;
	}, []);
}

type Line = { l: string; n: number };

function startsOf(content: Line[], solid: Line[]): Set<number> {
	// numbers that go up by one
	const numbered = solid.filter(({ l }) => NUMBERED.test(l));
	if (numbered.length > 1 || (numbered.length === 1 && numbered[0] === solid[0])) {
		const starts = new Set<number>();
		let next = 0;
		for (const { l, n } of numbered) {
			const m = NUMBERED.exec(l)!;
			const k = Number(m[1] ?? m[2] ?? m[3] ?? m[4]);
			if (!starts.size || k === next || (k > next && k <= next + 3)) {
				starts.add(n);
				next = k + 1;
			}
		}
		if (starts.size > 1 || solid.length === 1 || starts.size * 12 > solid.length) return starts;
	}
	const labelled = solid.filter(({ l }) => LABELLED.test(l));
	if (labelled.length > 1 && solid[0] === labelled[0]) return new Set(labelled.map(({ n }) => n));

	// empty lines between most entries
	const paragraphs: Line[][] = [];
	let open = false;
	for (const x of content) {
		if (!x.l.trim()) open = false;
		else if (open) paragraphs.at(-1)!.push(x);
		else {
			paragraphs.push([x]);
			open = true;
		}
	}
	const long = paragraphs.filter((p) => p.length > 8).length;
	if (paragraphs.length > 2 && long * 4 < paragraphs.length && paragraphs.length * 6 > solid.length) {
		// a page ends within an entry: what goes on in lower case, or behind a comma, is no new one
		return new Set(
			paragraphs
				.filter((p, i) => i === 0 || !/^\s*[\p{Ll},.:;)]/u.test(p[0].l) || !goesOn(paragraphs[i - 1].at(-1)!.l, p[0].l))
				.map((p) => p[0].n)
		);
	}

	// hanging indents
	const indent = (l: string) => /^\s*/.exec(l.replace(/\t/g, '    '))![0].length;
	const least = Math.min(...solid.map(({ l }) => indent(l)));
	const deep = solid.filter(({ l }) => indent(l) > least + 1).length;
	const shallow = solid.length - deep;
	if (deep && shallow) {
		const first = indent(solid[0].l) > least + 1;
		// the first line stands out, or it is the one that is indented
		const hanging = !first;
		return new Set(solid.filter(({ l }) => indent(l) > least + 1 !== hanging).map(({ n }) => n));
	}

	// wrapped lines, or a line an entry
	const widest = Math.max(...solid.map(({ l }) => l.trim().length));
	const ended = solid.filter(({ l }) => /[.)\]”"]\s*$|https?:\S+$|\d$/.test(l.trim())).length;
	const begun = solid.filter(({ l }) => AUTHOR.test(l.trim()) || DASHES.test(l)).length;
	const wrapped = widest <= 130 && (ended < solid.length * 0.8 || begun < solid.length * 0.7);
	const starts = new Set<number>([solid[0].n]);
	for (let i = 1; i < solid.length; i++) {
		const before = solid[i - 1].l.trim();
		const line = solid[i].l.trim();
		if (goesOn(before, line)) continue;
		if (!wrapped || DASHES.test(line)) starts.add(solid[i].n);
		else if (/[.)\]”"/]$|\d$|https?:\S+$/.test(before) && AUTHOR.test(line) && yearSince(solid, i, starts))
			starts.add(solid[i].n);
		else if (before.length < widest * 0.75 && /[.)\]]$|https?:\S+$/.test(before) && /^[\p{Lu}“"]/u.test(line))
			starts.add(solid[i].n);
	}
	return starts;
}

/** The line cannot be the beginning of an entry. */
const goesOn = (before: string, line: string): boolean =>
	/[,:;&(–-]$|\b(?:and|of|the|in|und|der|et|de)$|(?:\band|&|,)\s(?:\p{Lu}\.\s?)+$/u.test(before.trim()) ||
	(/^[\p{Ll}\d(),.:;]/u.test(line.trim()) &&
		!/^(?:(?:van|von|de|der|den|la|le|du|da|dos|di|del|al|el|ten|ter|zu)\s+)+\p{Lu}/u.test(line.trim()) &&
		!NUMBERED.test(line));

/** An entry is hardly over before its year was. */
function yearSince(solid: Line[], at: number, starts: Set<number>): boolean {
	for (let i = at - 1; i >= 0; i--) {
		if (/\b(?:1[4-9]|20)\d\d[a-z]?\b|\b(?:n\.\s?d\.|in press|forthcoming)/i.test(solid[i].l)) return true;
		if (starts.has(solid[i].n)) return false;
	}
	return false;
}

/** The entry names nobody, as its authors are those above it: what is left of it; null for others. */
export function withoutDashes(text: string): string | null {
	const m = /^\s*(?:(?:\[\d+\]|\d+\.)\s*)?(?:(?:[—–_]\s?){2,}|(?:-\s?){3,}|—(?=[.,]))\s*[.,:]?\s*/.exec(text);
	return m ? text.slice(m[0].length) : null;
}

/** An entry has a year, an address or a number that names it. */
const DATED = /\b(?:1[4-9]|20)\d\d[a-z]?\b|\bn\.\s?d\.|in press|forthcoming|https?:|\b10\.\d{4,9}\/|arXiv/i;

/**
 * Whether what stands under a heading of references is a list of them: a table of contents names the heading as well, and
 * the rest of the paper follows there.
 */
export function looksLikeList(text: string): boolean {
	const entries = splitList(text);
	if (!entries.length) return false;
	const good = entries.filter((e) => e.text.length > 25 && e.text.length < 900 && DATED.test(e.text)).length;
	return good >= entries.length * 0.5 || (entries.length === 1 && entries[0].text.length < 900);
}

/** Stops, commas and brackets that part the fields of a reference. */
const PARTED = /[.,:;()“”"]/g;

/** Whether a text is nothing but references typed out, one or more: each dated, and parted as references are. */
export function isTypedList(text: string): boolean {
	const entries = splitList(text);
	const good = entries.filter(
		({ text: t }) => t.length > 25 && t.length < 900 && DATED.test(t) && (t.match(PARTED)?.length ?? 0) >= 3
	);
	return good.length > 0 && good.length >= entries.length * 0.7;
}

/** What follows the list of a paper. */
const BEHIND_LIST =
	/^\s*(?:\d+\.?\s+|[A-Z]\.?\s+)?(?:appendi(?:x|ces)|supplementa\w*|supporting information|acknowledge?ments?|about the authors?|author contributions?|biograph\w*|anhang|annexes?|apéndices?)\b.{0,60}$/i;

/**
 * The list at the end of a paper of which only lines are known, as of a PDF: what stands below the last heading of
 * references.
 * @returns empty where there is none
 */
export function listInLines(text: string): string {
	const lines = text.replace(/\r\n?|\f/g, '\n').split('\n');
	const heading = lines.findLastIndex((l) => isListHeading(l));
	if (heading < 0) return '';
	const below = lines.slice(heading + 1);
	const end = below.findIndex((l) => BEHIND_LIST.test(l));
	const list = (end < 0 ? below : below.slice(0, end)).join('\n');
	return looksLikeList(list) ? list : '';
}
