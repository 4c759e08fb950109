/**
 * The language of the cite line: `okafor 2019 p 12-14; lindqvist tidal; see also sund, our emphasis`.
 * Parts are parted by `;`. In a part, words find a source, a locator says where in it. Words before a chosen source come
 * before the cite; before words that are still looking for one they are set off by a bar, or are words that usually
 * stand there. Words behind the locator, or behind a comma, come after the cite. `\;` is a semicolon in such words.
 */
import { readLocator, writeLocator, type DocCite } from '../manuscript';

export type CiteForm = DocCite['form'];

/** One part of the typed line. */
export interface LinePart {
	/** Where it stands in the line. */
	from: number;
	to: number;
	/** The words that find the source. */
	query: string;
	/** Source already chosen for these words. */
	sourceId: string | null;
	/** Form of this cite, where it has one of its own. */
	form: CiteForm | null;
	locator: { label: string; value: string } | null;
	prefix: string;
	suffix: string;
	/** What stands behind a chosen source and is no locator; it is kept as typed and never printed. */
	unread: string;
	/** Where that stands in the line. */
	unreadFrom: number;
}

/** A chosen source stands in the line as its label. */
export interface Chosen {
	label: string;
	sourceId: string;
	form?: CiteForm | null;
}

/** Words that usually stand before a cite (Bluebook, rule 1.2; Chicago 17, 14.52). */
const SIGNAL =
	/^(?:but see(?: also)?|see(?:,? (?:also|generally|especially|e\.g\.,?|for example,?))?|cf\.?|contra|compare|e\.g\.,?|for example,?|quoted in|cited in|cited by|qtd\. in|as (?:quoted|cited|seen) in|following|according to)\s+(?=\S)/i;

const plain = (s: string) => s.replace(/\\;/g, ';').trim();
const escaped = (s: string) => s.replace(/;/g, '\\;');

/** Parses a line. `chosen` lists labels that stand for sources, in the order of the line. */
export function parseLine(line: string, chosen: Chosen[]): LinePart[] {
	const parts: LinePart[] = [];
	const left = [...chosen];
	let from = 0;
	for (const piece of line.split(/(?<!\\);/)) {
		const to = from + piece.length;
		parts.push(parsePart(piece, from, to, left));
		from = to + 1;
	}
	return parts;
}

/** Where a label stands in a piece as words of their own; -1 for nowhere. */
function labelAt(piece: string, label: string): number {
	for (let at = piece.indexOf(label); at >= 0; at = piece.indexOf(label, at + 1)) {
		const joined = /[\p{L}\p{N}]$/u.test(piece.slice(0, at)) || /^[\p{L}\p{N}]/u.test(piece.slice(at + label.length));
		if (!joined) return at;
	}
	return -1;
}

function parsePart(piece: string, from: number, to: number, left: Chosen[]): LinePart {
	const part: LinePart = {
		from,
		to,
		query: '',
		sourceId: null,
		form: null,
		locator: null,
		prefix: '',
		suffix: '',
		unread: '',
		unreadFrom: -1
	};
	// the next label of the list first: two sources may be called alike
	let mine = -1;
	let at = -1;
	for (let i = 0; i < left.length && at < 0; i++) {
		at = labelAt(piece, left[i].label);
		if (at >= 0) mine = i;
	}
	if (at >= 0) {
		const [c] = left.splice(mine, 1);
		part.sourceId = c.sourceId;
		part.form = c.form ?? null;
		part.query = c.label;
		part.prefix = plain(piece.slice(0, at).replace(/\|\s*$/, ''));
		readTail(part, piece, at + c.label.length);
		return part;
	}
	let start = /^\s*/.exec(piece)![0].length;
	const bar = piece.indexOf('|');
	const signal = bar < 0 ? SIGNAL.exec(piece.slice(start)) : null;
	if (bar >= 0) {
		part.prefix = plain(piece.slice(0, bar));
		start = bar + 1;
	} else if (signal) {
		part.prefix = plain(signal[0]);
		start += signal[0].length;
	}
	// words up to the first thing that reads as a locator
	const words = [...piece.slice(start).matchAll(/\S+/g)].map((w) => start + w.index);
	for (const at of words.slice(1)) {
		const l = readLocator(piece.slice(at), { years: true });
		if (!l) continue;
		part.query = piece.slice(start, at).trim().replace(/,$/, '');
		readTail(part, piece, at);
		return part;
	}
	part.query = piece.slice(start).trim();
	return part;
}

function readTail(part: LinePart, piece: string, from: number): void {
	let at = from + /^\s*,?\s*/.exec(piece.slice(from))![0].length;
	const comma = piece.slice(from, at).includes(',');
	const l = readLocator(piece.slice(at), { romans: !comma });
	if (l) {
		part.locator = { label: l.label, value: l.value };
		at += l.length;
	}
	const after = piece.slice(at);
	const said = plain(after);
	if (!said) return;
	if (comma && !l) part.suffix = `, ${said}`;
	else if (l || /^[“"(]/.test(said)) part.suffix = said.startsWith(',') ? `, ${said.slice(1).trim()}` : said;
	else {
		part.unread = said;
		part.unreadFrom = part.from + at + /^\s*/.exec(after)![0].length;
	}
}

/** The cites a line stands for; parts without a source are left out. */
export function citesOfLine(parts: LinePart[], form: CiteForm): DocCite[] {
	return parts.flatMap((p): DocCite[] =>
		p.sourceId
			? [{ sourceId: p.sourceId, locator: p.locator, prefix: p.prefix, suffix: p.suffix, form: p.form ?? form }]
			: []
	);
}

/** What a line says, in parts: those that are still looking for a source included. */
export type Said = Pick<LinePart, 'query' | 'sourceId' | 'form' | 'locator' | 'prefix' | 'suffix' | 'unread'>;

/** Parts written out again as a line; reading it gives the same parts. */
export function writeParts(parts: Said[]): { line: string; chosen: Chosen[] } {
	const chosen: Chosen[] = [];
	const pieces = parts.map((p) => {
		let s = p.prefix ? `${escaped(p.prefix)} ${p.sourceId ? '' : '| '}${p.query}` : p.query;
		const loc = writeLocator(p.locator);
		if (p.sourceId) chosen.push({ label: p.query, sourceId: p.sourceId, form: p.form });
		if (loc) s += ` ${loc}`;
		const after = escaped(p.suffix);
		if (after) s += after.startsWith(',') ? after : `${loc || /^[“"(]/.test(after) ? ' ' : ', '}${after.trim()}`;
		if (p.unread) s += ` ${escaped(p.unread)}`;
		return s;
	});
	return { line: pieces.join('; '), chosen };
}

/** A citation written out again as a line. */
export function writeLine(cites: DocCite[], label: (sourceId: string) => string): { line: string; chosen: Chosen[] } {
	return writeParts(cites.map((c) => ({ ...c, query: label(c.sourceId), unread: '' })));
}

/** The hint of a line that asks for a gap and not for a source: `? who counted the lamps`; null for any other line. */
export function placeholderHint(line: string): string | null {
	const m = /^\s*\?\s*(.*)$/s.exec(line);
	return m ? m[1].trim() : null;
}
