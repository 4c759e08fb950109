/** Excerpts as quotations: put into the text with their citation, and watched afterwards. */
import type { Mark, Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { newId } from './ids';
import { insertCitation, textAround } from './insert';
import type { PlacementKind } from './placement';
import { isAssetId, safeImage } from './assets';
import { type DocCite } from './cites';
import { schema } from './schema';
import { spotsOf, textBlocks } from './spots';

const { nodes, marks } = schema;

/** Quotation marks of a language. */
export interface QuoteMarks {
	open: string;
	close: string;
	innerOpen: string;
	innerClose: string;
}

export interface Quoting {
	/** The words as they were kept. */
	text: string;
	cite: DocCite;
	quotes: QuoteMarks;
	placement: PlacementKind;
	/** Full stops and commas stand inside closing quotation marks. */
	punctuationInQuote: boolean;
}

/** Quotation marks inside a quotation take the inner form (Chicago 17, 13.30). */
export function innerQuotes(text: string, q: QuoteMarks): string {
	return text
		.replace(/(^|[\s([—–])["“„«]\s?/g, (_m, before: string) => `${before}${q.innerOpen}`)
		.replace(/["”]|\s?»|(?<=\p{L}[.,!?]?)“/gu, q.innerClose);
}

/** In the middle of a word, its end. */
function wordEnd(doc: Node, at: number): number {
	const { before, after } = textAround(doc, at);
	return /[\p{L}\p{N}]$/u.test(before) ? at + (/^[\p{L}\p{N}’-]+/u.exec(after)?.[0].length ?? 0) : at;
}

const quotedMark = (q: Quoting): Mark =>
	marks.quoted.create({ id: newId(), sourceId: q.cite.sourceId, text: q.text.trim() });

/**
 * Puts a quotation into the sentence with quotation marks, its citation behind it. Its last full stop goes where the
 * sentence goes on or has a stop of its own.
 * @returns the position behind everything
 */
export function insertRunIn(tr: Transform, caret: number, q: Quoting, inNote = false): number {
	const at = wordEnd(tr.doc, caret);
	const { before, after } = textAround(tr.doc, at);
	let words = innerQuotes(q.text.trim().replace(/\s+/g, ' '), q.quotes);
	let pos = at;
	const goesOn = after.trim() !== '';
	// stops move with the citation and are not watched
	let inside = /[.,;:]*$/.exec(words)![0];
	words = words.slice(0, words.length - inside.length);
	if (goesOn) inside = '';
	const stop = /^[.,]/.exec(after)?.[0] ?? '';
	if (stop && q.punctuationInQuote && q.placement !== 'sentence' && !/[?!]$/.test(words)) {
		tr.delete(pos, pos + 1);
		inside = stop;
	}
	const space = before && !/[\s([{“‘«„—–]$/.test(before) ? ' ' : '';
	const content = [schema.text(space + q.quotes.open), schema.text(words, [quotedMark(q)])];
	content.push(schema.text(inside + q.quotes.close));
	tr.insert(pos, content);
	pos += content.reduce((n, c) => n + c.nodeSize, 0);
	return insertCitation(tr, pos, newId(), [q.cite], q.placement, inNote);
}

/**
 * Puts a quotation as a block behind the part of the paragraph before the position; what stood behind goes on below.
 * @returns a position in the paragraph below
 */
export function insertBlock(tr: Transform, at: number, q: Quoting): number {
	const mark = quotedMark(q);
	const paragraphs = q.text
		.trim()
		.split(/\n\s*\n?/)
		.map((p) => nodes.paragraph.create(null, schema.text(p.trim().replace(/\s+/g, ' '), [mark])));
	const { from, to } = splitAt(tr, wordEnd(tr.doc, at));
	const quote = nodes.blockquote.create(null, paragraphs);
	tr.replaceWith(from, to, to > from ? [quote, nodes.paragraph.create()] : quote);
	let end = from + quote.nodeSize;
	insertCitation(tr, end - 2, newId(), [q.cite], q.placement);
	end = from + tr.doc.nodeAt(from)!.nodeSize;
	const below = tr.doc.resolve(end).nodeAfter;
	if (!below?.isTextblock) tr.insert(end, nodes.paragraph.create());
	return end + 1;
}

/** Puts a picture behind the paragraph, its caption with the citation as its credit. @returns where to go on writing */
export function insertFigure(tr: Transform, at: number, image: string, q: Quoting): number {
	const empty = tr.doc.resolve(at).depth === 1 && tr.doc.resolve(at).parent.content.size === 0;
	const { from, to } = empty ? splitAt(tr, at) : behindBlock(tr, at);
	const text = q.text.trim();
	const caption = nodes.caption.create(null, text ? schema.text(text) : null);
	const figure = nodes.figure.create(
		{ id: newId(), asset: isAssetId(image) ? image : safeImage(image), alt: text },
		caption
	);
	tr.replaceWith(from, to, to > from ? [figure, nodes.paragraph.create()] : figure);
	insertCitation(tr, from + figure.nodeSize - 2, newId(), [q.cite], q.placement);
	return empty ? from + tr.doc.nodeAt(from)!.nodeSize + 1 : at;
}

/**
 * A place between blocks at a position of a text block: a paragraph is taken apart there, anything else is left whole.
 * @returns the place; a range where an empty paragraph stands there, to be replaced
 */
function splitAt(tr: Transform, at: number): { from: number; to: number } {
	const $at = tr.doc.resolve(at);
	if ($at.depth === 1 && $at.parent.type === nodes.paragraph) {
		if ($at.parent.content.size === 0) return { from: $at.before(1), to: $at.after(1) };
		if ($at.parentOffset === 0) return { from: $at.before(1), to: $at.before(1) };
		if (textAround(tr.doc, at).after.trim() !== '') {
			tr.split(at);
			const lead = /^\s+/.exec(textAround(tr.doc, at + 2).after)?.[0].length ?? 0;
			if (lead) tr.delete(at + 2, at + 2 + lead);
			return { from: at + 1, to: at + 1 };
		}
	}
	return behindBlock(tr, at);
}

function behindBlock(tr: Transform, at: number): { from: number; to: number } {
	const $at = tr.doc.resolve(at);
	const after = $at.depth > 0 ? $at.after(1) : at;
	return { from: after, to: after };
}

// --- watching -------------------------------------------------------------------------------------------------------

/** `shown`: what was changed is in brackets or an ellipsis (MLA 9, 6.58); `silent`: the words are others. */
export type Departure = 'none' | 'shown' | 'silent';

const norm = (s: string): string =>
	s
		.replace(/[“”„«»‘’‚‹›"']/g, "'")
		// stops stand inside or outside quotation marks by the style, not by the source
		.replace(/[\s.,;:]*'[\s'.,;:]*/g, "'")
		.replace(/[–—‐‑]/g, '-')
		.replace(/\.\s?\.\s?\.(?:\s?\.)?/g, '…')
		.replace(/\s+/g, ' ')
		.trim();

const escape = (s: string): string => s.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const ELSE = /\[[^\]]*\]|\s*…\s*/g;

/**
 * How a quotation departs from the words it was taken from. A part of them is no departure; nor are the form of quotation
 * marks and dashes, or a stop at the end.
 */
export function departure(basis: string, now: string): Departure {
	const text = norm(now).replace(/[\s.,;:]+$/, '');
	const from = norm(basis);
	if (from.includes(text)) return 'none';
	let pattern = '';
	let last = 0;
	let changes = 0;
	for (const m of text.matchAll(ELSE)) {
		pattern +=
			escape(text.slice(last, m.index)) + (m[0].startsWith('[') ? '[^\\s]*(?:\\s[^\\s]+){0,6}?' : '[\\s\\S]*?');
		last = m.index + m[0].length;
		changes++;
	}
	if (!changes) return 'silent';
	return new RegExp(pattern + escape(text.slice(last)), 'u').test(from) ? 'shown' : 'silent';
}

export interface QuotationInfo {
	/** Id of the quotation's mark; of the citation for one that was typed. */
	id: string;
	from: number;
	to: number;
	/** Words in the text now. */
	text: string;
	/** Words of the excerpt; null where it was typed. */
	basis: string | null;
	sourceId: string;
	/** All sources that it may be from: those of its citation, where it was typed. */
	cited: string[];
	/** The citation that backs it; '' for none. */
	citation: string;
	located: boolean;
}

/** A quotation of that many words in quotation marks is taken for one; shorter ones are names and turns of phrase. */
const LEAST_WORDS = 5;
const TYPED = /[“„«]([^“”„»]+)[”“»][.,;:!?]*\s?$/;

const quoting = new WeakMap<Node, boolean>();

/** Whether a block has words of an excerpt, or quotation marks and a citation. */
function canQuote(block: Node): boolean {
	let can = quoting.get(block);
	if (can === undefined) {
		let kept = false;
		block.forEach((n) => (kept ||= n.isText && marks.quoted.isInSet(n.marks) !== undefined));
		can = kept || (spotsOf(block).length > 0 && /[”“»]/.test(block.textContent));
		quoting.set(block, can);
	}
	return can;
}

/** Finds all quotations of a document: kept excerpts by their marks, typed ones by their marks of quotation. */
export function readQuotations(doc: Node): QuotationInfo[] {
	const out: QuotationInfo[] = [];
	const byMark = new Map<string, QuotationInfo>();
	textBlocks(doc, (block, pos, parent) => {
		if (!canQuote(block)) return;
		const open: QuotationInfo[] = [];
		let flat = '';
		block.forEach((n, offset) => {
			const at = pos + 1 + offset;
			const mark = n.isText ? marks.quoted.isInSet(n.marks) : undefined;
			if (mark) {
				// paragraphs of one block quotation are one quotation
				const key = `${mark.attrs.id as string}|${parent?.type === nodes.blockquote ? doc.resolve(pos).start() : pos}`;
				let q = byMark.get(key);
				if (!q) {
					const { id, text, sourceId } = mark.attrs as { id: string; text: string; sourceId: string };
					q = {
						id,
						from: at,
						to: at,
						text: '',
						basis: text,
						sourceId,
						cited: [sourceId],
						citation: '',
						located: false
					};
					byMark.set(key, q);
					out.push(q);
				}
				q.to = at + n.nodeSize;
				if (!open.includes(q)) open.push(q);
			} else if (n.type === nodes.citation) {
				const cites = n.attrs.cites as DocCite[];
				const kept = open.filter((q) => !q.citation && cites.some((c) => c.sourceId === q.sourceId));
				for (const q of kept) {
					q.citation = n.attrs.id;
					q.located = cites.some((c) => c.sourceId === q.sourceId && c.locator !== null);
				}
				const typed = TYPED.exec(flat);
				if (!kept.length && typed && typed[1].trim().split(/\s+/).length >= LEAST_WORDS)
					out.push({
						id: n.attrs.id,
						from: at,
						to: at + 1,
						text: typed[1],
						basis: null,
						sourceId: cites[0]?.sourceId ?? '',
						cited: cites.map((c) => c.sourceId),
						citation: n.attrs.id,
						located: cites.some((c) => c.locator !== null)
					});
			}
			flat += n.isText ? n.text! : '\ufffc';
		});
	});
	for (const q of byMark.values()) q.text = doc.textBetween(q.from, q.to, ' ', '');
	return out;
}

/** Puts the words of the excerpt back. */
export function restoreQuotation(tr: Transform, q: QuotationInfo, quotes: QuoteMarks): void {
	if (q.basis === null) return;
	const mark = markOf(tr.doc, q);
	const block = tr.doc.resolve(q.from).node(-1)?.type === nodes.blockquote;
	const words = q.basis.replace(/\s+/g, ' ');
	tr.replaceWith(q.from, q.to, schema.text(block ? words : innerQuotes(words, quotes), mark ? [mark] : []));
}

/** From now on the quotation is watched against its present words. */
export function keepQuotation(tr: Transform, q: QuotationInfo): void {
	const mark = markOf(tr.doc, q);
	if (!mark) return;
	tr.removeMark(q.from, q.to, mark);
	tr.addMark(q.from, q.to, marks.quoted.create({ ...mark.attrs, text: q.text }));
}

function markOf(doc: Node, q: QuotationInfo): Mark | undefined {
	let found: Mark | undefined;
	doc.nodesBetween(q.from, q.to, (n) => {
		found ??= n.isText ? n.marks.find((m) => m.type === marks.quoted && m.attrs.id === q.id) : undefined;
	});
	return found;
}
