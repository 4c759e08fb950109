/**
 * The manuscript as it is handed in: everything the processor said is ordinary text here, nothing is live.
 * Writers of file formats work from this and know neither the editor nor the processor.
 */
import type { Mark, Node } from 'prosemirror-model';
import type { Run } from '../csl';
import {
	contentsTitle,
	type ContentsOf,
	captionForm,
	captionNames,
	captionNumber,
	captionsOf,
	type CaptionForm,
	type CaptionLook,
	legendLead
} from '../page';
import { commentsIn, type Comments } from '../paper';
import { cleanText } from './clean-text';
import {
	arrangeBibliography,
	citedInSection,
	columnShares,
	entryOverridesOf,
	cleanOverride,
	cleanBibliography,
	settingsOf,
	overrideRuns,
	layoutOf,
	noteRefNumber,
	readCitations,
	type CitingForm,
	crossRefText,
	captionNamesOf,
	type CrossRefShow,
	numberedIn,
	reachableIn,
	safeImage,
	SAFE_LINK,
	type Alignment,
	type BibliographyLayout,
	type BibliographySource
} from '../manuscript';

export type { Alignment, CrossRefShow };

export type FinalInline =
	/** `cite` is the citation it is printed for, `comments` are those that are about it. */
	| { t: 'text'; run: Run; cite?: string; comments?: string[] }
	| { t: 'break' }
	/** TeX. */
	| { t: 'math'; tex: string }
	/** A reference to a heading, table, figure or equation by its id, and what it prints. */
	| { t: 'ref'; target: string; show: CrossRefShow; text: string }
	| { t: 'note'; kind: 'footnote' | 'endnote'; number: number; paragraphs: FinalInline[][]; cite?: string };

/** How numbers of a list are written (CSS Lists 3, counter styles). */
export type ListNumbers = 'decimal' | 'lower-alpha' | 'upper-alpha' | 'lower-roman' | 'upper-roman';

/** Language and alignment of a block where they are its own; empty otherwise. */
export interface BlockLook {
	lang?: string;
	align?: Alignment;
}

export interface FinalCell {
	header: boolean;
	colspan: number;
	rowspan: number;
	align: Alignment;
	paragraphs: FinalInline[][];
}

/** Words in a language, but for those that say another. */
export const inLanguage = (list: FinalInline[], lang: string | undefined): FinalInline[] =>
	lang ? list.map((i) => (i.t === 'text' && !i.run.lang ? { ...i, run: { ...i.run, lang } } : i)) : list;

export type FinalBlock =
	/** `legend`: a note below a table or figure, by what it begins with, if anything. */
	| ({ t: 'paragraph'; inlines: FinalInline[]; legend?: string } & BlockLook)
	| ({ t: 'heading'; id: string; level: number; inlines: FinalInline[] } & BlockLook)
	| { t: 'quote'; paragraphs: FinalInline[][]; lang?: string }
	| { t: 'list'; ordered: boolean; start: number; numbers: ListNumbers; items: FinalBlock[][] }
	/** `number` is 0 for one that has none; `prefix` is what stands before it, in a work that counts by chapter. */
	| { t: 'equation'; id: string; tex: string; number: number; prefix?: string }
	/** `width` is part of that of the text; without it the picture has its own. */
	| {
			t: 'figure';
			id: string;
			src: string;
			alt: string;
			caption: FinalInline[];
			number: number;
			prefix?: string;
			width?: number;
	  }
	/** `columns` are the parts that columns have of the width, where somebody has set them. */
	| {
			t: 'table';
			id: string;
			rows: FinalCell[][];
			caption: FinalInline[] | null;
			number: number;
			prefix?: string;
			columns?: number[];
	  }
	| { t: 'page-break' }
	/** Of headings down to so many levels, of figures or of tables; writers make them of the blocks there are. */
	| { t: 'contents'; of: ContentsOf; title: string; levels: number; own: boolean }
	| {
			t: 'bibliography';
			id: string;
			heading: FinalInline[];
			/** A paragraph between heading and entries; empty for none. */
			note: string;
			/** Without a title where the list is not grouped. */
			groups: { title: string; entries: FinalEntry[] }[];
			look: BibliographyLayout;
			/** Entries begin with a number and a tab, and the numbers stand in a column of their own. */
			aligned: boolean;
	  };

/** What a note below a table or figure begins with. */
export const legendWords = ({ legend }: Extract<FinalBlock, { t: 'paragraph' }>): FinalInline[] =>
	legend
		? [
				{ t: 'text', run: { text: legend, italic: true } },
				{ t: 'text', run: { text: ' ' } }
			]
		: [];

export interface CaptionLabel extends CaptionForm {
	/** “Table”, “Fig.”, and the number as it is written, without what stands before it in a work that counts by chapter. */
	word: string;
	prefix: string;
	number: string;
	roman: boolean;
}

/** How a caption stands, and what stands before its words; no number for one that has none. */
export function captionLabel(b: Extract<FinalBlock, { t: 'table' | 'figure' }>, doc: Captions): CaptionLabel {
	const look = doc.captions ?? 'run-in';
	const names = captionNames(look, doc.lang);
	const number = b.number ? captionNumber(names, b.t, b.number) : '';
	const prefix = number ? (b.prefix ?? '') : '';
	return { ...captionForm(look, b.t), word: names[b.t], prefix, number, roman: b.t === 'table' && names.roman };
}

/** What captions depend on. */
export type Captions = Pick<FinalDoc, 'lang' | 'captions'>;

export interface FinalEntry {
	id: string;
	runs: Run[];
	/** Annotation or abstract below it, a paragraph each. */
	under: string[];
}

export interface FinalDoc {
	title: string;
	lang: string;
	authors: string[];
	/** Note numbers restart in every section. */
	numbersAnew: boolean;
	/** Notes that stand before the text, in other chapters of its work; none where nothing is said. */
	notesBefore?: { footnote: number; endnote: number };
	/** How captions stand; run in where nothing is said. */
	captions?: CaptionLook;
	/** What people said beside the text; only live files take it along. */
	comments?: Comments;
	blocks: FinalBlock[];
}

export interface Formatted {
	citations: Map<string, { runs: Run[]; leadRuns: Run[] }>;
	/** Null where the style has no list. */
	entries: { id: string; runs: Run[]; whole?: { runs: Run[] } }[] | null;
	/** Entries of the list at a place, where lists differ. */
	entriesAt?: (pos: number) => Formatted['entries'];
	hanging: boolean;
	aligned: boolean;
	lang: string;
	/** The id a source has now, should it have been merged into another. */
	resolve?: (id: string) => string;
	/** The data address of a picture by its name; itself where it is one already. */
	picture?: (asset: string) => string;
	/** Works of which nothing written by hand is printed either: they are covered for reviewers. */
	covered?: ReadonlySet<string>;
	/** What lists need to know of a source. */
	source?: (id: string) => BibliographySource | undefined;
}

/** How the paragraphs of a cell stand, where all stand alike. */
function sharedAlign(cell: Node): Alignment {
	const [first = '', ...rest] = cell.children.map((p) => (p.attrs.align as Alignment | undefined) ?? '');
	return rest.every((a) => a === first) ? first : '';
}

/** Joins a document and what its citations show. */
export function toFinal(doc: Node, title: string, authors: string[], form: CitingForm, f: Formatted): FinalDoc {
	const resolve = f.resolve ?? ((id: string) => id);
	const comments = commentsIn(doc);
	const reading = readCitations(doc, form, resolve);
	const numbers = new Map(reading.notes.map((n) => [n.id, n.number]));
	const asNotes = form !== 'in-text';
	const isCovered = (id: string): boolean => f.covered?.has(resolve(id)) ?? false;
	const entryOverrides = Object.fromEntries(
		Object.entries(entryOverridesOf(doc)).filter(([source]) => !isCovered(source))
	);
	const kindOfAuto = form === 'endnotes' ? 'endnote' : 'footnote';

	const numbered = numberedIn(doc);
	const reachable = reachableIn(doc);
	const names = captionNamesOf(doc, f.lang);
	const marked = (text: string, marks: readonly Mark[]): Run => {
		const run: Run = { text: cleanText(text) };
		for (const m of marks) {
			if (m.type.name === 'em') run.italic = true;
			else if (m.type.name === 'strong') run.bold = true;
			else if (m.type.name === 'underline') run.underline = true;
			else if (m.type.name === 'small_caps') run.smallCaps = true;
			else if (m.type.name === 'superscript') run.sup = true;
			else if (m.type.name === 'subscript') run.sub = true;
			else if (m.type.name === 'language') run.lang = m.attrs.lang as string;
			else if (m.type.name === 'link' && SAFE_LINK.test(m.attrs.href as string)) run.link = m.attrs.href as string;
		}
		return run;
	};
	const commentsOf = (node: Node): { comments?: string[] } => {
		const ids = node.marks.flatMap((m) => (m.type.name === 'comment' ? [m.attrs.id as string] : []));
		return ids.length ? { comments: ids } : {};
	};
	const printed = (runs: Run[], cite: string): FinalInline[] =>
		runs.map((run) => ({ t: 'text', run: { ...run, text: cleanText(run.text) }, cite }));
	/** A paragraph whose block has no place for its language: its words have it. */
	const inOwnLanguage = (p: Node, inNote: boolean): FinalInline[] =>
		inLanguage(inlines(p, inNote), p.attrs.lang as string | undefined);
	const words = (s: string): FinalInline => ({ t: 'text', run: { text: cleanText(s) } });

	const inlines = (parent: Node, inNote: boolean): FinalInline[] => {
		const out: FinalInline[] = [];
		parent.forEach((node) => {
			switch (node.type.name) {
				case 'text':
					out.push({ t: 'text', run: marked(node.text!, node.marks), ...commentsOf(node) });
					break;
				case 'hard_break':
					out.push({ t: 'break' });
					break;
				case 'citation': {
					const id = node.attrs.id as string;
					const r = f.citations.get(id);
					const cites = node.attrs.cites as { sourceId: string }[];
					const hand = cites.some((c) => isCovered(c.sourceId)) ? null : cleanOverride(node.attrs.override);
					const about = commentsOf(node);
					const runs = hand ? overrideRuns(hand) : (r?.runs ?? []);
					if (asNotes && !inNote) {
						out.push(...printed(r?.leadRuns ?? [], id));
						out.push({
							t: 'note',
							kind: kindOfAuto,
							number: numbers.get(id) ?? 0,
							paragraphs: [printed(runs, id)],
							cite: id
						});
					} else out.push(...printed(runs.length ? runs : (r?.leadRuns ?? []), id).map((i) => ({ ...i, ...about })));
					break;
				}
				case 'note': {
					const kind = node.attrs.kind as 'footnote' | 'endnote';
					const number = numbers.get(node.attrs.id) ?? 0;
					const paragraphs: FinalInline[][] = [];
					node.forEach((p) => paragraphs.push(inOwnLanguage(p, true)));
					out.push({ t: 'note', kind, number, paragraphs });
					break;
				}
				case 'note_ref': {
					const n = noteRefNumber(reading, {
						note: node.attrs.note as string,
						source: resolve(node.attrs.source as string)
					});
					out.push(words(n ? String(n) : '[no such note]'));
					break;
				}
				case 'cross_ref': {
					const target = node.attrs.target as string;
					const show = node.attrs.show as CrossRefShow;
					const text = cleanText(crossRefText(reachable, target, show, names));
					out.push(numbered.has(target) ? { t: 'ref', target, show, text } : words(text));
					break;
				}
				case 'math':
					out.push({ t: 'math', tex: cleanText(node.attrs.tex as string) });
					break;
				case 'citation_placeholder':
					out.push(words(node.attrs.hint ? `[source needed: ${node.attrs.hint as string}]` : '[source needed]'));
					break;
			}
		});
		return out;
	};

	const list = (node: Node, pos: number): FinalBlock => {
		const s = cleanBibliography(node.attrs.settings);
		const look = layoutOf(s, f.hanging);
		const entries = ((f.entriesAt ? f.entriesAt(pos) : f.entries) ?? []).map((e) =>
			entryOverrides[e.id] ? { id: e.id, runs: overrideRuns(entryOverrides[e.id]) } : e
		);
		const here = s.takes === 'section' ? citedInSection(doc, pos, resolve) : new Set<string>();
		const groups = arrangeBibliography(s, entries, f.source ?? (() => undefined), here).map((g) => ({
			title: g.title,
			entries: g.entries.map((e) => ({
				...e,
				runs: e.runs.map((r) => ({ ...r, text: cleanText(r.text) })),
				under: e.under ? cleanText(e.under).split(/\n+/) : []
			}))
		}));
		return {
			t: 'bibliography',
			id: node.attrs.id as string,
			heading: inlines(node.firstChild!, false),
			note: cleanText(s.note),
			groups,
			look,
			aligned: f.aligned && look.numbers === 'column'
		};
	};

	const look = (node: Node): BlockLook => ({
		...(node.attrs.lang ? { lang: node.attrs.lang as string } : {}),
		...(node.attrs.align ? { align: node.attrs.align as Alignment } : {})
	});

	const numberOf = (node: Node): { number: number; prefix?: string } => {
		const n = numbered.get(node.attrs.id as string);
		return { number: n?.number ?? 0, ...(n?.prefix ? { prefix: n.prefix } : {}) };
	};
	const columns = (table: Node): { columns?: number[] } => {
		const shares = columnShares(table);
		return shares ? { columns: shares } : {};
	};
	const rows = (table: Node): FinalCell[][] =>
		table.children.map((row) =>
			row.children.map((cell) => ({
				header: cell.type.name === 'table_header',
				colspan: (cell.attrs.colspan as number | undefined) ?? 1,
				rowspan: (cell.attrs.rowspan as number | undefined) ?? 1,
				align: ((cell.attrs.align as Alignment | undefined) ?? '') || sharedAlign(cell),
				paragraphs: cell.children.map((p) => inOwnLanguage(p, false))
			}))
		);

	const lead = legendLead(captionsOf(settingsOf(doc).page), f.lang);
	const isLegend = (b: FinalBlock | undefined) => b?.t === 'paragraph' && b.legend !== undefined;
	const blocks = (parent: Node): FinalBlock[] => {
		const out: FinalBlock[] = [];
		parent.forEach((node, pos) => {
			switch (node.type.name) {
				case 'paragraph':
					out.push({
						t: 'paragraph',
						inlines: inlines(node, false),
						...look(node),
						...(node.attrs.legend ? { legend: isLegend(out.at(-1)) ? '' : lead } : {})
					});
					break;
				case 'heading':
					// a title nobody has written yet is no heading
					if (node.content.size)
						out.push({
							t: 'heading',
							id: node.attrs.id as string,
							level: node.attrs.level as number,
							inlines: inlines(node, false),
							...look(node)
						});
					break;
				case 'blockquote': {
					const paragraphs: FinalInline[][] = [];
					node.forEach((p) => paragraphs.push(inOwnLanguage(p, false)));
					out.push({ t: 'quote', paragraphs, ...(node.attrs.lang ? { lang: node.attrs.lang as string } : {}) });
					break;
				}
				case 'bullet_list':
				case 'ordered_list': {
					const items: FinalBlock[][] = [];
					node.forEach((item) => items.push(blocks(item)));
					out.push({
						t: 'list',
						ordered: node.type.name === 'ordered_list',
						start: (node.attrs.order as number | undefined) ?? 1,
						numbers: (node.attrs.numbers as ListNumbers | undefined) ?? 'decimal',
						items
					});
					break;
				}
				case 'figure':
					out.push({
						t: 'figure',
						id: node.attrs.id as string,
						...numberOf(node),
						src: safeImage(f.picture?.(node.attrs.asset as string) ?? (node.attrs.asset as string)),
						alt: cleanText(node.attrs.alt as string),
						caption: inOwnLanguage(node.firstChild!, false),
						...(node.attrs.width ? { width: (node.attrs.width as number) / 100 } : {})
					});
					break;
				case 'table':
					out.push({ t: 'table', id: '', rows: rows(node), caption: null, number: 0, ...columns(node) });
					break;
				case 'captioned_table': {
					const caption = inOwnLanguage(node.firstChild!, false);
					out.push({
						t: 'table',
						id: node.attrs.id as string,
						rows: rows(node.lastChild!),
						caption,
						...numberOf(node),
						...columns(node.lastChild!)
					});
					break;
				}
				case 'equation':
					out.push({
						t: 'equation',
						id: node.attrs.id as string,
						tex: cleanText(node.attrs.tex as string),
						...numberOf(node)
					});
					break;
				case 'page_break':
					out.push({ t: 'page-break' });
					break;
				case 'contents': {
					const of = node.attrs.of as ContentsOf;
					const own = cleanText(node.attrs.title as string);
					const title = own || contentsTitle(of, f.lang);
					out.push({ t: 'contents', of, title, levels: node.attrs.levels as number, own: own !== '' });
					break;
				}
				case 'bibliography':
					out.push(list(node, pos));
					break;
			}
		});
		return out;
	};
	const { noteNumbers, work } = settingsOf(doc);
	return {
		title: cleanText(title),
		authors: authors.map(cleanText),
		lang: f.lang,
		numbersAnew: noteNumbers === 'section' && (!work || work.begins.length > 0),
		...(work && !work.begins.length
			? { notesBefore: { footnote: work.before.footnote, endnote: work.before.endnote } }
			: {}),
		captions: captionsOf(settingsOf(doc).page),
		...(Object.keys(comments).length ? { comments } : {}),
		blocks: blocks(doc)
	};
}

/**
 * The title, which the kind of paper sets, and what is below it. As in a manuscript, it is the heading of the first level
 * that everything begins with; one within the text stays where it is, and with it the order of what it cites.
 */
export function splitTitle({ blocks }: Pick<FinalDoc, 'blocks'>): { title: FinalInline[]; body: FinalBlock[] } {
	const [first, ...rest] = blocks;
	return first?.t === 'heading' && first.level === 1
		? { title: inLanguage(first.inlines, first.lang), body: rest }
		: { title: [], body: blocks };
}

/** Every inline of blocks, those of captions, cells and notes with them. */
export function* everyInline(blocks: readonly FinalBlock[]): Generator<FinalInline> {
	const line = function* (list: readonly FinalInline[]): Generator<FinalInline> {
		for (const i of list) {
			yield i;
			if (i.t === 'note') for (const p of i.paragraphs) yield* line(p);
		}
	};
	for (const b of blocks) {
		if (b.t === 'paragraph' || b.t === 'heading') yield* line(b.inlines);
		else if (b.t === 'quote') for (const p of b.paragraphs) yield* line(p);
		else if (b.t === 'list') for (const item of b.items) yield* everyInline(item);
		else if (b.t === 'figure') yield* line(b.caption);
		else if (b.t === 'bibliography') yield* line(b.heading);
		else if (b.t === 'table') {
			yield* line(b.caption ?? []);
			for (const c of b.rows.flat()) for (const p of c.paragraphs) yield* line(p);
		}
	}
}

type Line = FinalInline[];

/**
 * Blocks with every line replaced: those of captions, cells and notes too, a note's before the line that it stands in.
 * Entries of bibliographies stay as they are.
 */
export function mapFinal(blocks: readonly FinalBlock[], f: (line: Line, block: FinalBlock) => Line): FinalBlock[] {
	return blocks.map((b): FinalBlock => {
		const line = (list: Line): Line =>
			f(
				list.map((i) => (i.t === 'note' ? { ...i, paragraphs: i.paragraphs.map(line) } : i)),
				b
			);
		switch (b.t) {
			case 'paragraph':
			case 'heading':
				return { ...b, inlines: line(b.inlines) };
			case 'quote':
				return { ...b, paragraphs: b.paragraphs.map(line) };
			case 'list':
				return { ...b, items: b.items.map((item) => mapFinal(item, f)) };
			case 'figure':
				return { ...b, caption: line(b.caption) };
			case 'table':
				return {
					...b,
					caption: b.caption && line(b.caption),
					rows: b.rows.map((r) => r.map((c) => ({ ...c, paragraphs: c.paragraphs.map(line) })))
				};
			case 'bibliography':
				return { ...b, heading: line(b.heading) };
			default:
				return b;
		}
	});
}
