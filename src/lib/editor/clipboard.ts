/**
 * What goes to the clipboard: citations as they read, for other programs, with what makes them live again here; notes
 * and gaps in brackets where a program knows neither.
 */
import { DOMSerializer, Fragment, Slice, type Node } from 'prosemirror-model';
import { cleanHand, handHtml, placeCitations, schema, type NoteTarget, type PlacementKind } from '$lib/core/manuscript';
import { listForClipboard } from '$lib/core/citing';
import type { Desk } from './desk';
import { cleanPaste } from './paste';

/** What a citation says, as safe HTML; a note's text stands in brackets. */
function said(desk: Desk, node: Node): string {
	const out = desk.output(node.attrs.id);
	const hand = cleanHand(node.attrs.pinned);
	const words = hand ? handHtml(hand) : out ? out.html || out.lead : '';
	return desk.asNotes && words ? `${hand ? '' : (out?.lead ?? '')} (${words.replace(/\.$/, '')})` : words;
}

const bare = (html: string): string => new DOMParser().parseFromString(html, 'text/html').body.textContent ?? '';
const gapWords = (node: Node): string => (node.attrs.hint ? `[source needed: ${node.attrs.hint}]` : '[source needed]');

function plain(desk: Desk, content: Fragment): string {
	const leaf = (n: Node): string => {
		if (n.type === schema.nodes.citation) return bare(said(desk, n));
		if (n.type === schema.nodes.gap) return gapWords(n);
		if (n.type === schema.nodes.note_ref) return String(desk.refNumber(n.attrs as NoteTarget) || '[no such note]');
		return n.type === schema.nodes.hard_break ? '\n' : '';
	};
	const out: string[] = [];
	const block = (n: Node): string => {
		let s = '';
		n.forEach((k) => {
			if (k.isText) s += k.text;
			else if (k.type === schema.nodes.note) s += ` (${plain(desk, k.content)})`;
			else s += leaf(k);
		});
		return s;
	};
	const walk = (f: Fragment) =>
		f.forEach((n) => {
			if (n.isTextblock) out.push(block(n));
			else if (n.isInline) out.push(block(schema.nodes.paragraph.create(null, n)));
			else walk(n.content);
			if (n.type === schema.nodes.bibliography)
				out.push(listForClipboard(desk.listOf(n, desk.listPos(n.attrs.id))).text);
		});
	walk(f(content));
	return out.join('\n\n');
}
/** Loose words of a selection within one line belong together. */
const f = (content: Fragment): Fragment =>
	content.firstChild?.isInline ? Fragment.from(schema.nodes.paragraph.create(null, content)) : content;

/** Citations that come from a manuscript of another kind move over punctuation as in a change of style (need N20). */
function placeSlice(slice: Slice, from: PlacementKind, desk: Desk): Slice {
	const loose = slice.content.firstChild?.isInline ?? false;
	const blocks = f(slice.content);
	if (!schema.nodes.doc.validContent(blocks)) return slice;
	const doc = schema.nodes.doc.create(null, blocks);
	const placed = placeCitations(doc, desk.placement, Boolean(desk.styleInfo()?.american), undefined, from).doc;
	return new Slice(loose ? placed.firstChild!.content : placed.content, slice.openStart, slice.openEnd);
}

export function clipboardOf(desk: Desk): {
	clipboardSerializer: DOMSerializer;
	clipboardTextSerializer: (slice: Slice) => string;
	transformPastedHTML: (html: string) => string;
	transformPasted: (slice: Slice) => Slice;
} {
	/** Where citations stood in the manuscript that what is being pasted comes from. */
	let from: PlacementKind | null = null;
	const nodes = DOMSerializer.nodesFromSchema(schema);
	const span = (attr: string, value: string, html: string): HTMLElement => {
		const el = document.createElement('span');
		el.setAttribute(attr, value);
		el.innerHTML = html;
		return el;
	};
	nodes.citation = (n) => {
		const el = span('data-rq-citation', JSON.stringify(n.attrs), said(desk, n));
		el.dataset.rqPlacement = desk.placement;
		return el;
	};
	nodes.note_ref = (n) => {
		const el = span('data-rq-note-ref', n.attrs.note as string, '');
		el.dataset.rqSource = n.attrs.source as string;
		el.textContent = String(desk.refNumber(n.attrs as NoteTarget) || '[no such note]');
		return el;
	};
	nodes.gap = (n) => {
		const el = span('data-rq-gap', n.attrs.hint as string, '');
		el.textContent = gapWords(n);
		return el;
	};
	return {
		clipboardSerializer: new DOMSerializer(nodes, DOMSerializer.marksFromSchema(schema)),
		clipboardTextSerializer: (slice) => plain(desk, slice.content),
		transformPastedHTML: (html) => {
			from = (/data-rq-placement="(sentence|raised|note|close)"/.exec(html)?.[1] as PlacementKind) ?? null;
			return cleanPaste(html);
		},
		transformPasted: (slice) => {
			const kind = from;
			from = null;
			return kind && kind !== desk.placement ? placeSlice(slice, kind, desk) : slice;
		}
	};
}
