/** Quotations of excerpts that stand in the text, watched: whether their words are still those of the source. */
import type { Mark, Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { type DocCite } from './cites';
import { innerQuotes, type QuoteMarks } from './quote-marks';
import { schema } from './schema';
import { spotsOf, textBlocks } from './spots';

const { nodes, marks } = schema;

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
