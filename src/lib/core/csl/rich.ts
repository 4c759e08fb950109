/**
 * Rich output: a small immutable tree. Strings are text; a node carries formatting, quotation, a tag for what
 * produced it, or a link. Writers (html, plain, runs) turn it into something to show.
 */

export interface Format {
	'font-style'?: string;
	'font-variant'?: string;
	'font-weight'?: string;
	'text-decoration'?: string;
	'vertical-align'?: string;
}

/** What a part of a cite is, where later steps have to find it again. */
export type Tag = 'names' | 'year-suffix' | 'number' | 'prefix' | 'suffix';

export interface RichNode {
	kids: Rich[];
	format?: Format;
	/** The content stands in quotation marks, whose shape the nesting decides, or the writer did by typing them. */
	quote?: boolean | 'double' | 'single';
	/** The mark a quotation was opened by in its field; a curly one is kept unless the quotation is within another. */
	typed?: string;
	/** Text of one field: punctuation in it was put there by whoever wrote it, and stays. */
	field?: boolean;
	/** One mark, a prefix of the style. */
	lead?: boolean;
	/** The style speaks of quotation marks here: typed ones take its shape. */
	shaped?: boolean;
	/** A plain style is written out too (around a cut list of names, as the reference writes it). */
	explicit?: boolean;
	/** Formatting came from markup in the data: it turns off where it is already on (italic inside italic). */
	flip?: boolean;
	/** Text case leaves this alone. */
	nocase?: boolean;
	display?: string;
	link?: string;
	tag?: Tag;
	/** Parts of a `choose` branch: the delimiter of the group around them stands between them. */
	spread?: boolean;
}

export type Rich = string | RichNode;

/** Joins parts into one value; null where nothing is left. */
export function seq(parts: (Rich | null | undefined)[]): Rich | null {
	const kids: Rich[] = [];
	for (let i = 0; i < parts.length; i++) {
		const p = parts[i];
		if (p != null && p !== '') kids.push(p);
	}
	if (kids.length === 0) return null;
	if (kids.length === 1) return kids[0];
	return { kids };
}

/** Joins parts with a delimiter between those that are there. */
export function join(parts: (Rich | null | undefined)[], delimiter: string): Rich | null {
	const kids: Rich[] = [];
	addJoined(kids, parts, delimiter);
	if (kids.length === 0) return null;
	if (kids.length === 1) return kids[0];
	return { kids };
}

function addJoined(kids: Rich[], parts: (Rich | null | undefined)[], delimiter: string): void {
	for (let i = 0; i < parts.length; i++) {
		const p = parts[i];
		if (p == null || p === '') continue;
		if (typeof p === 'object' && p.spread) {
			addJoined(kids, p.kids, delimiter);
			continue;
		}
		if (kids.length && delimiter) kids.push(delimiter);
		kids.push(p);
	}
}

/** What a row of parts gives, with a delimiter between those that are there; no list is made for a single one. */
export function gather<C>(run: readonly ((c: C) => Rich | null)[], c: C, delimiter: string): Rich | null {
	let first: Rich | null = null;
	let kids: Rich[] | null = null;
	for (let i = 0; i < run.length; i++) {
		const r = run[i](c);
		if (r == null || r === '') continue;
		if (typeof r === 'object' && r.spread) {
			if (!kids) kids = first === null ? [] : [first];
			addJoined(kids, r.kids, delimiter);
		} else if (kids) {
			if (delimiter && kids.length) kids.push(delimiter);
			kids.push(r);
		} else if (first === null) first = r;
		else kids = delimiter ? [first, delimiter, r] : [first, r];
	}
	if (!kids) return first;
	return kids.length > 1 ? { kids } : (kids[0] ?? null);
}

/** The bare text, without quotation marks or formatting. */
export function plainOf(r: Rich | null | undefined): string {
	if (r == null) return '';
	if (typeof r === 'string') return r;
	let s = '';
	for (const k of r.kids) s += typeof k === 'string' ? k : plainOf(k);
	return s;
}

/**
 * The look of a finished node around other parts: format, block, link, tag; what settling needed is not taken along.
 * Spelled out, as thousands are made between two keystrokes and a spread is slow.
 */
export function lookOf(r: RichNode, kids: Rich[]): RichNode {
	const n: RichNode = { kids };
	if (r.format) n.format = r.format;
	if (r.flip) n.flip = true;
	if (r.explicit) n.explicit = true;
	if (r.display) n.display = r.display;
	if (r.link) n.link = r.link;
	if (r.tag) n.tag = r.tag;
	return n;
}

/** Maps every text leaf; nodes are kept as they are where no leaf changed. */
export function mapText(r: Rich, f: (s: string) => string): Rich {
	if (typeof r === 'string') return f(r);
	let changed = false;
	const kids = r.kids.map((k) => {
		const n = mapText(k, f);
		if (n !== k) changed = true;
		return n;
	});
	return changed ? { ...r, kids } : r;
}

/** First part with that tag, depth first. */
export function findTag(r: Rich | null, tag: Tag): RichNode | null {
	if (r == null || typeof r === 'string') return null;
	if (r.tag === tag) return r;
	for (const k of r.kids) {
		const f = findTag(k, tag);
		if (f) return f;
	}
	return null;
}

/** The same tree without the parts of that tag. */
export function withoutTag(r: Rich, tag: Tag): Rich | null {
	if (typeof r === 'string') return r;
	if (r.tag === tag) return null;
	const kids: Rich[] = [];
	for (const k of r.kids) {
		const n = withoutTag(k, tag);
		if (n != null) kids.push(n);
	}
	if (!kids.length) return null;
	return { ...r, kids };
}
