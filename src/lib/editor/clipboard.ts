/**
 * What goes to the clipboard: citations as they read, for other programs, with what makes them live again here; notes
 * and placeholders in brackets where a program knows neither.
 */
import { DOMSerializer, Fragment, Slice, type DOMOutputSpec, type Node } from 'prosemirror-model';
import { closeHistory } from 'prosemirror-history';
import { Selection, type EditorState, type Transaction } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import {
	cleanOverride,
	overrideHtml,
	placeCitations,
	schema,
	type ContentsAttrs,
	type CrossRefShow,
	type NoteTarget,
	type PlacementKind
} from '$lib/core/manuscript';
import { bibliographyForClipboard } from '$lib/core/citing';
import { LONG } from './long-texts';
import { BIBLIOGRAPHY_MAY_GO } from './plugins';
import type { NodeViewContext } from './node-view-context';
import { fetchPasteReading, pasteReading } from './paste-ready';

/** Characters of HTML from which it is read in parts. */
const LARGE = 100_000;

/** What a citation says, as safe HTML; a note's text stands in brackets. */
function said(context: NodeViewContext, node: Node): string {
	const out = context.output(node.attrs.id);
	const hand = cleanOverride(node.attrs.override);
	const words = hand ? overrideHtml(hand) : out ? out.html || out.lead : '';
	return context.asNotes && words ? `${hand ? '' : (out?.lead ?? '')} (${words.replace(/\.$/, '')})` : words;
}

const bare = (html: string): string => new DOMParser().parseFromString(html, 'text/html').body.textContent ?? '';
const placeholderWords = (node: Node): string =>
	node.attrs.hint ? `[source needed: ${node.attrs.hint}]` : '[source needed]';

function plain(context: NodeViewContext, content: Fragment): string {
	const leaf = (n: Node): string => {
		if (n.type === schema.nodes.citation) return bare(said(context, n));
		if (n.type === schema.nodes.citation_placeholder) return placeholderWords(n);
		if (n.type === schema.nodes.note_ref) return String(context.refNumber(n.attrs as NoteTarget) || '[no such note]');
		if (n.type === schema.nodes.cross_ref)
			return context.crossRef(n.attrs.target as string, n.attrs.show as CrossRefShow);
		if (n.type === schema.nodes.math) return n.attrs.tex as string;
		return n.type === schema.nodes.hard_break ? '\n' : '';
	};
	const out: string[] = [];
	const block = (n: Node): string => {
		let s = '';
		n.forEach((k) => {
			if (k.isText) s += k.text;
			else if (k.type === schema.nodes.note) s += ` (${plain(context, k.content)})`;
			else s += leaf(k);
		});
		return s;
	};
	const walk = (f: Fragment) =>
		f.forEach((n) => {
			if (n.isTextblock) out.push(block(n));
			else if (n.isInline) out.push(block(schema.nodes.paragraph.create(null, n)));
			else walk(n.content);
			if (n.type === schema.nodes.contents) {
				const { heading, rows } = context.listed(n.attrs as ContentsAttrs);
				out.push([heading, ...rows.map((r) => `${'  '.repeat(r.level - 1)}${r.label}${r.title}`)].join('\n'));
			}
			if (n.type === schema.nodes.bibliography)
				out.push(bibliographyForClipboard(context.bibliographyOf(n, context.bibliographyPos(n.attrs.id))).text);
		});
	walk(f(content));
	return out.join('\n\n');
}
/** Loose words of a selection within one line belong together. */
const f = (content: Fragment): Fragment =>
	content.firstChild?.isInline ? Fragment.from(schema.nodes.paragraph.create(null, content)) : content;

/** Citations that come from a manuscript of another kind move over punctuation as in a change of style. */
export function placeSlice(
	slice: Slice,
	from: PlacementKind,
	context: Pick<NodeViewContext, 'placement' | 'facts'>
): Slice {
	const loose = slice.content.firstChild?.isInline ?? false;
	const blocks = f(slice.content);
	if (!schema.nodes.doc.validContent(blocks)) return slice;
	const doc = schema.nodes.doc.create(null, blocks);
	const placed = placeCitations(doc, context.placement, context.facts.punctuationInQuote, undefined, from).doc;
	return new Slice(loose ? placed.firstChild!.content : placed.content, slice.openStart, slice.openEnd);
}

/** Every figure of a slice has its picture by name; what came as data is kept. */
function namedFigures(content: Fragment, context: NodeViewContext): Fragment {
	const out: Node[] = [];
	content.forEach((n) => {
		if (n.type === schema.nodes.figure) {
			const asset = context.assets.nameOf(n.attrs.asset as string);
			out.push(n.type.create({ ...n.attrs, id: '', asset }, n.content, n.marks));
		} else out.push(n.isTextblock || n.isLeaf ? n : n.copy(namedFigures(n.content, context)));
	});
	return Fragment.fromArray(out);
}

/** Inline content that may stand in a note: a note within it becomes its words in brackets. */
function forNote(content: Fragment): Fragment {
	const out: Node[] = [];
	content.forEach((n) => {
		if (n.type !== schema.nodes.note) {
			out.push(n);
			return;
		}
		out.push(schema.text(' ('));
		n.forEach((p, _at, i) => {
			if (i) out.push(schema.text(' '));
			p.forEach((k) => out.push(k));
		});
		out.push(schema.text(')'));
	});
	return Fragment.fromArray(out);
}

/** A slice as it can go into a note: paragraphs of notes, whatever blocks it had. */
export function sliceForNote(slice: Slice): Slice {
	const { content } = slice;
	if (!content.firstChild || content.firstChild.isInline) return new Slice(forNote(content), 0, 0);
	const paragraphs: Node[] = [];
	content.forEach((top) => {
		const take = (n: Node) => {
			const { lang = '' } = n.attrs as { lang?: string };
			if (n.inlineContent) paragraphs.push(schema.nodes.note_paragraph.create({ lang }, forNote(n.content)));
			else n.forEach(take);
		};
		take(top);
	});
	return paragraphs.length ? new Slice(Fragment.fromArray(paragraphs), 1, 1) : Slice.empty;
}

/** A slice as it can go into the text: paragraphs that come from a note are ordinary ones there. */
export function sliceForText(slice: Slice): Slice {
	const out: Node[] = [];
	slice.content.forEach((n) => {
		const { lang = '', align = '' } = n.attrs as { lang?: string; align?: string };
		out.push(n.type === schema.nodes.note_paragraph ? schema.nodes.paragraph.create({ lang, align }, n.content) : n);
	});
	return new Slice(Fragment.fromArray(out), slice.openStart, slice.openEnd);
}

/**
 * Pastes what holds a bibliography that the text has already: it stands where the pasted one stands, once. One that is
 * selected as a whole is replaced.
 * @returns null for what is pasted as usual
 */
export function pasteBibliography(state: EditorState, slice: Slice): Transaction | null {
	const pasted = new Set<string>();
	slice.content.forEach((n) => n.type === schema.nodes.bibliography && pasted.add(n.attrs.id as string));
	const here = new Set<string>();
	state.doc.forEach((n) => n.type === schema.nodes.bibliography && here.add(n.attrs.id as string));
	const { tr } = state;
	const { from, to } = state.selection;
	if (![...pasted].some((id) => here.has(id))) {
		// those that are selected make way for the pasted ones
		let selected = false;
		state.doc.nodesBetween(from, to, (n, pos) => {
			if (n.type === schema.nodes.bibliography && from <= pos && to >= pos + n.nodeSize) selected = true;
			return false;
		});
		if (!pasted.size || !selected) return null;
		return closeHistory(tr.replaceSelection(slice).setMeta(BIBLIOGRAPHY_MAY_GO, true)).scrollIntoView();
	}
	tr.replaceSelection(slice);
	const [start, end] = [tr.mapping.map(from, -1), tr.mapping.map(to, 1)];
	const twice: { pos: number; size: number }[] = [];
	tr.doc.forEach((n, pos) => {
		if (n.type !== schema.nodes.bibliography || !pasted.has(n.attrs.id as string)) return;
		if (pos < start || pos >= end) twice.push({ pos, size: n.nodeSize });
	});
	for (const { pos, size } of twice.reverse()) tr.delete(pos, pos + size);
	return closeHistory(tr).setMeta('paste', true).setMeta('uiEvent', 'paste').scrollIntoView();
}

/** @param inNote the editor is that of a note */
export function clipboardOf(
	context: NodeViewContext,
	inNote = false
): {
	clipboardSerializer: DOMSerializer;
	clipboardTextSerializer: (slice: Slice) => string;
	transformPastedHTML: (html: string) => string;
	transformPasted: (slice: Slice) => Slice;
	handlePaste: (view: EditorView, event: ClipboardEvent, slice: Slice) => boolean;
	handleDOMEvents: {
		paste: (view: EditorView, event: ClipboardEvent) => boolean;
		drop: (view: EditorView, event: DragEvent) => boolean;
	};
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
	const outside = (words: string): DOMOutputSpec => ['span', { 'data-rq-outside': '' }, words];
	nodes.citation = (n) => {
		const el = span('data-rq-citation', JSON.stringify(n.attrs), said(context, n));
		el.dataset.rqPlacement = context.placement;
		return el;
	};
	nodes.note = (n) => ['span', { 'data-rq-note': n.attrs.kind as string }, outside(' ('), ['span', 0], outside(')')];
	nodes.note_ref = (n) => {
		const el = span('data-rq-note-ref', n.attrs.note as string, '');
		el.dataset.rqSource = n.attrs.source as string;
		el.textContent = String(context.refNumber(n.attrs as NoteTarget) || '[no such note]');
		return el;
	};
	nodes.cross_ref = (n) => {
		const el = span('data-rq-cross-ref', n.attrs.target as string, '');
		el.dataset.rqShow = n.attrs.show as string;
		el.textContent = context.crossRef(n.attrs.target as string, n.attrs.show as CrossRefShow);
		return el;
	};
	nodes.citation_placeholder = (n) => {
		const el = span('data-rq-placeholder', n.attrs.hint as string, '');
		el.textContent = placeholderWords(n);
		return el;
	};
	nodes.contents = (n) => {
		const { heading, rows } = context.listed(n.attrs as ContentsAttrs);
		const list = rows.map((r): DOMOutputSpec => ['li', { style: `margin-left: ${r.level - 1}em` }, r.label + r.title]);
		const { of, title, levels } = n.attrs as ContentsAttrs;
		return [
			'nav',
			{ 'data-rq-contents': of, 'data-rq-title': title, 'data-rq-levels': String(levels) },
			['p', ['b', heading]],
			['ul', ...list]
		];
	};
	nodes.figure = (n) => [
		'figure',
		{ 'data-rq-asset': n.attrs.asset as string, 'data-rq-width': String(n.attrs.width) },
		[
			'img',
			{
				src: context.assets.dataOf(n.attrs.asset as string),
				alt: n.attrs.alt as string,
				...(n.attrs.width ? { style: `width: ${n.attrs.width as number}%` } : {})
			}
		],
		['figcaption', 0]
	];
	nodes.bibliography = (n) => {
		const dom = document.createElement('section');
		dom.setAttribute('data-rq-bibliography', n.attrs.id as string);
		dom.setAttribute('data-rq-settings', JSON.stringify(n.attrs.settings));
		const contentDOM = dom.appendChild(document.createElement('div'));
		const entries = dom.appendChild(document.createElement('div'));
		entries.setAttribute('data-rq-outside', '');
		entries.innerHTML = bibliographyForClipboard(
			context.bibliographyOf(n, context.bibliographyPos(n.attrs.id as string))
		).html;
		return { dom, contentDOM };
	};
	return {
		clipboardSerializer: new DOMSerializer(nodes, DOMSerializer.marksFromSchema(schema)),
		clipboardTextSerializer: (slice) => plain(context, slice.content),
		transformPastedHTML: (html) => {
			from = placementIn(html);
			return pasteReading()!.clean(html);
		},
		transformPasted: (slice) => {
			const kind = from;
			from = null;
			return arriving(slice, kind, context, inNote);
		},
		handlePaste: (view, _event, slice) => {
			if (inNote) return false;
			const placed = pasteBibliography(view.state, slice);
			if (placed) view.dispatch(placed);
			else if (slice.content.childCount > LONG) put(view, slice, context);
			else return false;
			return true;
		},
		handleDOMEvents: {
			paste: (view, event) => {
				const html = event.clipboardData?.getData('text/html') ?? '';
				const large = !inNote && html.length >= LARGE;
				if (!html && !inNote && putFiles(view, event.clipboardData, context)) {
					event.preventDefault();
					return true;
				}
				if (!html || !view.editable || (!large && pasteReading())) return false;
				event.preventDefault();
				context.inBackground(
					large ? pasteLarge(html, context) : pasteOnceReady(view, html),
					'What was pasted could not be read. It is still on the clipboard.'
				);
				return true;
			},
			drop: (view, event) => {
				if (!view.dragging && !inNote && putFiles(view, event.dataTransfer, context, event)) {
					event.preventDefault();
					return true;
				}
				if (pasteReading() || view.dragging || !event.dataTransfer?.getData('text/html')) return false;
				event.preventDefault();
				context.inBackground(
					fetchPasteReading().then(() => context.say('The page was not ready for that yet. Drop it again.')),
					'What was dropped could not be read.'
				);
				return true;
			}
		}
	};
}

/** Pictures among what is pasted or dropped become figures. @returns whether there were any */
function putFiles(view: EditorView, data: DataTransfer | null, context: NodeViewContext, at?: DragEvent): boolean {
	const files = [...(data?.files ?? [])].filter((f) => f.type.startsWith('image/'));
	if (!files.length || !view.editable) return false;
	const pos = at && view.posAtCoords({ left: at.clientX, top: at.clientY })?.pos;
	if (pos !== undefined) view.dispatch(view.state.tr.setSelection(Selection.near(view.state.doc.resolve(pos))));
	context.inBackground(
		import('./image-files').then((m) => m.putPictures(view, files, context)),
		'The picture could not be put in. The file is where it was.'
	);
	return true;
}

/** Pastes as soon as what reads it is there. */
async function pasteOnceReady(view: EditorView, html: string): Promise<void> {
	await fetchPasteReading();
	if (!view.isDestroyed && view.editable) view.pasteHTML(html, new ClipboardEvent('paste'));
}

const placementIn = (html: string): PlacementKind | null =>
	(/data-rq-placement="(sentence|raised|note|close)"/.exec(html)?.[1] as PlacementKind) ?? null;

/** @param from where citations stood in the manuscript that it comes from; null for none */
function arriving(slice: Slice, from: PlacementKind | null, context: NodeViewContext, inNote: boolean): Slice {
	if (inNote) return sliceForNote(slice);
	const whole = sliceForText(slice);
	const placed = from && from !== context.placement ? placeSlice(whole, from, context) : whole;
	return new Slice(namedFigures(placed.content, context), placed.openStart, placed.openEnd);
}

/** Reads very much between keys, and puts it where the caret is then. */
async function pasteLarge(html: string, context: NodeViewContext): Promise<void> {
	context.say('Pasting…');
	const { readLarge } = await fetchPasteReading();
	const slice = await readLarge(html);
	const { view } = context;
	context.say('');
	if (!view || context.readOnly) return;
	// a part of something deeper: read as any paste is
	if (!slice) view.pasteHTML(html, new ClipboardEvent('paste'));
	else put(view, arriving(slice, placementIn(html), context, false), context);
}

/** Puts a slice into the text, in a step of its own for undo. */
function put(view: EditorView, slice: Slice, context: NodeViewContext): void {
	// laying all of it out would hold the page up
	if (slice.content.childCount > LONG) context.becomeLong();
	const now = context.view ?? view;
	const tr =
		pasteBibliography(now.state, slice) ??
		closeHistory(
			now.state.tr.replaceSelection(slice).scrollIntoView().setMeta('paste', true).setMeta('uiEvent', 'paste')
		);
	now.dispatch(tr);
}
