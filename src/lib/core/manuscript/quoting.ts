/** Excerpts as quotations and figures: put into the text with their citation (quotations.ts watches them afterwards). */
import type { Mark, Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { captionsOf } from '../page';
import { newId } from './ids';
import { insertCitation, textAround } from './insert';
import type { PlacementKind } from './placement';
import { isAssetId, safeImage } from './assets';
import { type DocCite } from './cites';
import { schema } from './schema';
import { settingsOf } from './doc-attrs';
import { innerQuotes, type QuoteMarks } from './quote-marks';

const { nodes, marks } = schema;

export interface Quoting {
	/** The words as they were kept. */
	text: string;
	cite: DocCite;
	quotes: QuoteMarks;
	placement: PlacementKind;
	/** Full stops and commas stand inside closing quotation marks. */
	punctuationInQuote: boolean;
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

/**
 * Puts a picture behind the paragraph. The citation is its credit: at the end of the caption, or where manuals have it in a
 * note below (APA 7, 7.7 and 7.28), there.
 * @returns where to go on writing
 */
export function insertFigure(tr: Transform, at: number, image: string, q: Quoting): number {
	const empty = tr.doc.resolve(at).depth === 1 && tr.doc.resolve(at).parent.content.size === 0;
	const { from, to } = empty ? splitAt(tr, at) : behindBlock(tr, at);
	const text = q.text.trim();
	const caption = nodes.caption.create(null, text ? schema.text(text) : null);
	const figure = nodes.figure.create(
		{ id: newId(), asset: isAssetId(image) ? image : safeImage(image), alt: text },
		caption
	);
	const below = captionsOf(settingsOf(tr.doc).page) === 'own-line' ? [nodes.paragraph.create({ legend: true })] : [];
	tr.replaceWith(from, to, [figure, ...below, ...(to > from ? [nodes.paragraph.create()] : [])]);
	insertCitation(tr, from + figure.nodeSize + (below.length ? 1 : -2), newId(), [q.cite], q.placement);
	const end = from + tr.doc.nodeAt(from)!.nodeSize;
	return empty ? end + (below.length ? tr.doc.nodeAt(end)!.nodeSize : 0) + 1 : at;
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
