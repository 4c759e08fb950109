/**
 * The language of the cite line: `okafor 2019 p 12-14; lindqvist tidal; see | sund, our emphasis`.
 * Parts are parted by `;`. In a part, words find a source, a locator says where in it, words before a bar come before
 * the cite and words behind a comma after the locator come after it.
 */
import { readLocator, writeLocator, type DocCite } from '../manuscript';

/** One part of the typed line. */
export interface LinePart {
	/** Where it stands in the line. */
	from: number;
	to: number;
	/** The words that find the source. */
	query: string;
	/** Source already chosen for these words. */
	sourceId: string | null;
	locator: { label: string; value: string } | null;
	prefix: string;
	suffix: string;
	/** What stands behind a chosen source and is no locator. */
	unread: string;
}

/** A chosen source stands in the line as its label; the label is what the part begins with. */
export interface Chosen {
	label: string;
	sourceId: string;
}

/** Parses a line. `chosen` lists labels that stand for sources, in the order of the line. */
export function parseLine(line: string, chosen: Chosen[]): LinePart[] {
	const parts: LinePart[] = [];
	const left = [...chosen];
	let from = 0;
	for (const piece of line.split(';')) {
		const to = from + piece.length;
		parts.push(parsePart(piece, from, to, left));
		from = to + 1;
	}
	return parts;
}

function parsePart(piece: string, from: number, to: number, left: Chosen[]): LinePart {
	const part: LinePart = { from, to, query: '', sourceId: null, locator: null, prefix: '', suffix: '', unread: '' };
	let rest = piece.trim();
	const bar = rest.indexOf('|');
	if (bar >= 0) {
		part.prefix = rest.slice(0, bar).trim();
		rest = rest.slice(bar + 1).trim();
	}
	const at = left.findIndex((c) => rest.startsWith(c.label) && !/^[\p{L}\p{N}]/u.test(rest.slice(c.label.length)));
	if (at >= 0) {
		const c = left.splice(at, 1)[0];
		part.sourceId = c.sourceId;
		part.query = c.label;
		readTail(part, rest.slice(c.label.length).replace(/^\s*,?\s*/, ''));
		return part;
	}
	// words up to the first thing that reads as a locator
	const words = [...rest.matchAll(/\S+/g)];
	for (let i = 1; i < words.length; i++) {
		const tail = rest.slice(words[i].index);
		const l = readLocator(tail, true);
		if (l && (l.label !== 'page' || !/^\d{4}\b/.test(tail))) {
			part.query = rest.slice(0, words[i].index).trim().replace(/,$/, '');
			readTail(part, tail);
			return part;
		}
	}
	part.query = rest;
	return part;
}

function readTail(part: LinePart, tail: string): void {
	const l = readLocator(tail);
	if (l) {
		part.locator = { label: l.label, value: l.value };
		tail = tail.slice(l.length);
	}
	const after = tail.trim();
	if (!after) return;
	if (l || /^[,“"(]/.test(after)) part.suffix = after.startsWith(',') ? `, ${after.slice(1).trim()}` : after;
	else part.unread = after;
}

/** The cites a line stands for; parts without a source are left out. */
export function citesOfLine(parts: LinePart[], form: DocCite['form'], forms: DocCite['form'][] = []): DocCite[] {
	return parts
		.map((p, i): DocCite | null =>
			p.sourceId
				? { sourceId: p.sourceId, locator: p.locator, prefix: p.prefix, suffix: p.suffix, form: forms[i] ?? form }
				: null
		)
		.filter((c): c is DocCite => c !== null);
}

/** A citation written out again as a line. */
export function writeLine(cites: DocCite[], label: (sourceId: string) => string): { line: string; chosen: Chosen[] } {
	const chosen: Chosen[] = [];
	const pieces = cites.map((c) => {
		const l = label(c.sourceId);
		chosen.push({ label: l, sourceId: c.sourceId });
		let s = c.prefix ? `${c.prefix} | ${l}` : l;
		const loc = writeLocator(c.locator);
		if (loc) s += ` ${loc}`;
		if (c.suffix) s += c.suffix.startsWith(',') ? c.suffix : `${loc ? ' ' : ', '}${c.suffix.trim()}`;
		return s;
	});
	return { line: pieces.join('; '), chosen };
}
