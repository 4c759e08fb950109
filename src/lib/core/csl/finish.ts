/**
 * The last step on a finished cite group or entry: quotation marks take their shape, punctuation and spaces that met
 * at a seam are resolved, punctuation moves inside quotation marks where the locale wants it
 * (CSL 1.0.2, "punctuation-in-quote"; the collision table is the one the public conformance suite checks).
 */
import { termText, type Locale } from './locale';
import { lookOf, type Rich, type RichNode } from './rich';

interface Cell {
	t: string;
	/** 0 text, 1 opening mark, 2 closing mark. */
	q: 0 | 1 | 2;
	/** A block begins here: nothing before it can collide. */
	block: boolean;
	/** Superscript and the like: does not take part in collisions. */
	raised: boolean;
	/** Number of the field the cell comes from; 0 for what the style wrote. */
	field: number;
	/** What is added to the end of the block that begins here. */
	tail: string;
	/** A mark that the style puts before something. */
	lead: boolean;
	/** Number of the block the cell stands in; 0 for none. */
	within: number;
}

/** What becomes of two marks that meet: the pair, or the one that stays. */
const MEET: Record<string, Record<string, string>> = {
	':': { ':': ':', '.': ':', ';': ':;', '!': '!', '?': '?', ',': ':,' },
	'.': { ':': '.:', '.': '.', ';': '.;', '!': '.!', '?': '.?', ',': '.,' },
	';': { ':': ';', '.': ';', ';': ';', '!': '!', '?': '?', ',': ';,' },
	'!': { ':': '!', '.': '!', ';': '!;', '!': '!', '?': '!?', ',': '!,' },
	'?': { ':': '?', '.': '?', ';': '?;', '!': '?!', '?': '?', ',': '?,' },
	',': { ':': ',:', '.': ',.', ';': ',;', '!': ',!', '?': ',?', ',': ',' }
};

const marksOf = new WeakMap<Locale, string[][]>();

/** Outer and inner quotation marks of a locale. */
function quoteMarks(locale: Locale): string[][] {
	let m = marksOf.get(locale);
	if (!m) {
		m = [
			[termText(locale, 'open-quote') || '“', termText(locale, 'close-quote') || '”'],
			[termText(locale, 'open-inner-quote') || '‘', termText(locale, 'close-inner-quote') || '’']
		];
		marksOf.set(locale, m);
	}
	return m;
}

/** Finishes a tree: the result has no quote nodes and no marks to settle. */
export function finish(r: Rich | null, locale: Locale): Rich | null {
	if (r == null) return null;
	const marks = quoteMarks(locale);
	const cells: Cell[] = [];
	collect(r, 0, cells, marks, false, 0, { n: 0, blocks: 0, within: 0, shaped: false });
	settle(cells, locale.punctuationInQuote);
	const at = { i: 0 };
	return rebuild(r, cells, at);
}

/** Quotation marks that can be typed: pairs. */
const TYPED: Record<string, [string, string] | undefined> = { '“': ['“', '”'], '‘': ['‘', '’'], '„': ['„', '“'] };

/** Within another quotation, a pair that is none of the locale's stays as it was typed; its own take the shape of their depth. */
const foreign = (pair: [string, string] | undefined, marks: string[][]) =>
	pair && !marks.some(([open, close]) => open.trim() === pair[0] && close.trim() === pair[1]) ? pair : undefined;

function cell(t: string, q: Cell['q'], raised: boolean, field: number, block = false): Cell {
	return { t, q, block, raised, field, within: 0, lead: false, tail: '' };
}

function collect(
	r: Rich,
	depth: number,
	cells: Cell[],
	marks: string[][],
	raised: boolean,
	field: number,
	fields: { n: number; blocks: number; within: number; shaped: boolean }
): void {
	if (typeof r === 'string') {
		const c = cell(r, 0, raised, field);
		c.within = fields.within;
		cells.push(c);
		return;
	}
	if (r.lead) {
		const c = cell(String(r.kids[0]), 0, raised, field);
		c.within = fields.within;
		c.lead = true;
		cells.push(c);
		return;
	}
	const outer = fields.within;
	const { shaped } = fields;
	if (r.shaped) fields.shaped = true;
	if (r.display) fields.within = ++fields.blocks;
	if (r.field && !field) field = ++fields.n;
	const up = raised || r.format?.['vertical-align'] === 'sup';
	if (r.display) {
		const c = cell('', 0, raised, field, true);
		c.within = fields.within;
		cells.push(c);
	}
	if (r.quote) {
		const shape = r.quote === 'double' ? 0 : r.quote === 'single' ? 1 : depth % 2;
		const pair = r.typed ? TYPED[r.typed] : undefined;
		const kept = depth === 0 && !fields.shaped ? pair : foreign(pair, marks);
		cells.push(cell(kept ? kept[0] : marks[shape][0], 1, up, field));
		for (const k of r.kids) collect(k, depth + 1, cells, marks, up, field, fields);
		cells.push(cell(kept ? kept[1] : marks[shape][1], 2, up, field));
	} else for (const k of r.kids) collect(k, depth, cells, marks, up, field, fields);
	fields.within = outer;
	fields.shaped = shaped;
}

function add(kids: Rich[], k: Rich | null): void {
	if (k == null) return;
	const last = kids[kids.length - 1];
	if (typeof k === 'string' && typeof last === 'string') kids[kids.length - 1] = last + k;
	else kids.push(k);
}

/** The tree with the settled text of the cells in the place of its leaves. */
function rebuild(r: Rich, cells: Cell[], at: { i: number }): Rich | null {
	const kids: Rich[] = [];
	rebuildInto(kids, r, cells, at);
	if (kids.length < 2) return kids[0] ?? null;
	return { kids };
}

/** Adds a part; one that says nothing of its own dissolves into the one around it. */
function rebuildInto(into: Rich[], r: Rich, cells: Cell[], at: { i: number }): void {
	if (typeof r === 'string') return add(into, cells[at.i++].t || null);
	const bare = isBare(r);
	const kids = bare ? into : [];
	const tail = r.display ? cells[at.i++].tail : '';
	if (r.quote) add(kids, cells[at.i++].t || null);
	for (let k = 0; k < r.kids.length; k++) rebuildInto(kids, r.kids[k], cells, at);
	if (r.quote) add(kids, cells[at.i++].t || null);
	if (tail) add(kids, tail);
	if (!bare && kids.length) into.push(lookOf(r, kids));
}

/** Nothing but its parts: no format, block, link or tag that later steps look for. */
const isBare = (r: RichNode): boolean => !r.format && !r.display && !r.link && !r.tag;

const MARK = /^[.,;:!?]$/;

function settle(cells: Cell[], inQuote: boolean): void {
	let prev = -1;
	let outside = -1;
	for (let i = 0; i < cells.length; i++) {
		const cell = cells[i];
		if (cell.block) {
			outside = prev >= 0 ? prev : outside;
			prev = -1;
			continue;
		}
		if (!cell.t) continue;
		if (prev < 0 && outside >= 0) intoBlock(cells[outside], cell);
		while (prev >= 0 && cell.t) {
			meet(cells, prev, i, inQuote);
			if (cells[prev].t) break;
			// the cell before is used up: what stood before that one is met now
			while (prev >= 0 && !cells[prev].t && !cells[prev].block) prev--;
			if (prev >= 0 && cells[prev].block) prev = -1;
		}
		if (cell.t) prev = i;
	}
}

/** A full stop or comma that would begin a block belongs to what stands before the block. */
function intoBlock(before: Cell, cell: Cell): void {
	const m = /^([.,;])\s+/.exec(cell.t);
	if (!m || before.q !== 0) return;
	cell.t = cell.t.slice(m[0].length);
	const text = before.t.trimEnd();
	const a = text.slice(-1);
	const both = MARK.test(a) ? MEET[a][m[1]] : a + m[1];
	before.t = both === a ? text : (both === m[1] ? text.slice(0, -1) : text) + m[1];
}

/** Begins with a letter, a digit or a bracket: nothing is to be settled with what stands before. */
function startsPlain(text: string): boolean {
	const c = text.charCodeAt(0);
	// letters of ASCII and all up to the first of Unicode's wider spaces, without the no-break space; digits; an open bracket
	return (c > 63 && c < 0x1680 && c !== 0xa0) || (c > 47 && c < 58) || c === 40;
}

/** Settles what happens at the seam between two neighbouring cells. */
function meet(cells: Cell[], p: number, i: number, inQuote: boolean): void {
	const cell = cells[i];
	if (cell.q !== 0 || startsPlain(cell.t)) return;
	let before = cells[p];
	if (before.q === 0) {
		const a = before.t[before.t.length - 1];
		if ((a === ' ' || a === '\u00a0') && (cell.t[0] === ' ' || cell.t[0] === '\u00a0')) {
			cell.t = cell.t.slice(1);
			if (!cell.t) return;
		}
	}
	// no space stands between a word and a comma that the style put behind it (a semicolon may have one, in French)
	if (before.q === 0 && cell.t[0] === ',' && before.t.endsWith(' ')) {
		let q = p;
		while (q > 0 && !cells[q].t.trim() && !cells[q].block) q--;
		if (/[\p{L}\p{N})\]’”]$/u.test(cells[q].t.trimEnd())) {
			for (let k = q; k <= p; k++) cells[k].t = cells[k].t.replace(/ +$/, '');
			if (!before.t) return;
		}
	}
	if (before.q === 0 && /^ +,/.test(cell.t) && /[\p{L}\p{N})\]]$/u.test(before.t)) {
		cell.t = cell.t.trimStart();
	}
	if (before.q === 0 && repeats(cells, p, cell)) {
		if (!cell.t) return;
	}
	if (!cell.field && before.q === 0 && /^\.(?!\.)/.test(cell.t) && dropLostMark(cells, p)) {
		if (!before.t) return;
	}
	const n = cell.t[0];
	if (!MARK.test(n) || cell.t.startsWith('...')) return;
	// no line begins with a mark: it belongs to the end of the block before
	if (before.within && before.within !== cell.within && before.q === 0 && !MARK.test(before.t.slice(-1))) {
		const block = cells.find((c) => c.block && c.within === before.within)!;
		block.tail += n;
		cell.t = cell.t.slice(1);
		return;
	}
	// behind one or more closing marks: look at what stands inside them
	let target = p;
	let crossed = false;
	while (target >= 0 && (cells[target].q === 2 || !cells[target].t)) {
		if (cells[target].q === 2) crossed = true;
		target--;
	}
	if (target < 0) return;
	if (!crossed) {
		before = cells[p];
		const a = before.t[before.t.length - 1];
		// a comma or semicolon behind a space and before a full stop has lost what it parted
		if (n === '.' && before.q === 0 && /^[\s,;]+$/.test(before.t) && /\s[,;]\s*$/.test(textBefore(cells, p))) {
			for (let q = p; q >= 0 && /^[\s,;]*$/.test(cells[q].t) && cells[q].q === 0 && !cells[q].block; q--)
				cells[q].t = '';
			return;
		}
		if (before.q !== 0 || !MARK.test(a)) return;
		// both open what follows, and between them something is not there: 1971;:12 has no volume, 1971;12 would say it has
		if (before.lead && cell.lead) return;
		const pair = MEET[a][n];
		apply(before, cell, a, n, pair);
		return;
	}
	const inside = cells[target];
	if (inside.q === 1) return;
	// both sides were written in one field: it is as its writer wanted it
	if (cell.field && cell.field === cells[p].field) return;
	const a = inside.t[inside.t.length - 1];
	const moves = inQuote && (n === '.' || n === ',' || n === '!' || n === '?');
	// a mark is not raised with what it follows: it stands before the closing marks then
	const closing = cells[target + 1];
	if (inside.raised && !closing.raised && MARK.test(closing.t[0])) {
		if (MEET[closing.t[0]][n] === closing.t[0]) cell.t = cell.t.slice(1);
		return;
	}
	const moveIn = () => {
		if (inside.raised && !closing.raised) closing.t = n + closing.t;
		else inside.t += n;
		cell.t = cell.t.slice(1);
	};
	if (!MARK.test(a)) {
		if (moves) moveIn();
		return;
	}
	const pair = MEET[a][n];
	if (n === ',' && a === n && !inQuote) inside.t = inside.t.slice(0, -1);
	else if (pair === a) cell.t = cell.t.slice(1);
	else {
		// the later mark wins: the earlier one goes
		if (pair === n) inside.t = inside.t.slice(0, -1);
		if (moves) moveIn();
	}
}

/**
 * Takes off a comma and a space of the style, or its colon, before its full stop: they have lost what they parted or led
 * to, “(Ed.), . Press”, “38 :. DOI”.
 */
function dropLostMark(cells: Cell[], p: number): boolean {
	let q = p;
	while (q > 0 && !cells[q].t.trim() && !cells[q].block && cells[q].q === 0) q--;
	const at = cells[q];
	if (at.field || at.q !== 0 || !(q < p ? /,\s*$|\s:\s*$/ : /,\s+$|\s:\s*$/).test(at.t)) return false;
	for (let k = q + 1; k <= p; k++) cells[k].t = '';
	at.t = at.t.replace(/,\s*$|\s*:\s*$/, '');
	return true;
}

/** What was written last: a cell, with the one before it where it is but spaces. */
function textBefore(cells: Cell[], p: number): string {
	let text = cells[p].t;
	for (let q = p - 1; q >= 0 && text.trim().length < 2 && !cells[q].block && cells[q].q === 0; q--)
		text = cells[q].t + text;
	return text;
}

/**
 * A mark, a space and the same mark again: something between them was empty, and the second goes with the space
 * before it.
 */
function repeats(cells: Cell[], p: number, cell: Cell): boolean {
	const m = /^\s*([,;:])/.exec(cell.t);
	if (!m) return false;
	const before = textBefore(cells, p);
	const spaced = /\s$/.test(before) || m[0].length > 1;
	if (!spaced || before.trimEnd().slice(-1) !== m[1]) return false;
	cell.t = cell.t.slice(m[0].length);
	if (/\s$/.test(before)) cell.t = cell.t.replace(/^\s/, '');
	return true;
}

function apply(before: Cell, cell: Cell, a: string, n: string, pair: string): void {
	if (pair === a) cell.t = cell.t.slice(1);
	else if (pair === n) before.t = before.t.slice(0, -1);
}
