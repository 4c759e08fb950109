/**
 * The manuscript as it is handed in: everything the processor said is ordinary text here, nothing is live.
 * Writers of file formats work from this and know neither the editor nor the processor.
 */
import type { Mark, Node } from 'prosemirror-model';
import type { Run } from '../csl';
import { cleanText } from './clean-text';
import {
	arrangeBibliography,
	citedInSection,
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
	readNumbered,
	safeImage,
	SAFE_LINK,
	type Alignment,
	type BibliographyLayout,
	type BibliographySource
} from '../manuscript';

export type { Alignment };

export type FinalInline =
	| { t: 'text'; run: Run }
	| { t: 'break' }
	/** TeX. */
	| { t: 'math'; tex: string }
	| { t: 'note'; kind: 'footnote' | 'endnote'; number: number; paragraphs: FinalInline[][] };

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
	| ({ t: 'paragraph'; inlines: FinalInline[] } & BlockLook)
	| ({ t: 'heading'; level: number; inlines: FinalInline[] } & BlockLook)
	| { t: 'quote'; paragraphs: FinalInline[][]; lang?: string }
	| { t: 'list'; ordered: boolean; start: number; numbers: ListNumbers; items: FinalBlock[][] }
	| { t: 'equation'; tex: string; number: number }
	| { t: 'figure'; src: string; alt: string; caption: FinalInline[] }
	| { t: 'table'; rows: FinalCell[][]; caption: FinalInline[] | null; number: number }
	| { t: 'page-break' }
	| {
			t: 'bibliography';
			heading: FinalInline[];
			/** A paragraph between heading and entries; empty for none. */
			note: string;
			/** Without a title where the list is not grouped. */
			groups: { title: string; entries: FinalEntry[] }[];
			look: BibliographyLayout;
			/** Entries begin with a number and a tab, and the numbers stand in a column of their own. */
			aligned: boolean;
	  };

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
	blocks: FinalBlock[];
}

export interface Formatted {
	citations: Map<string, { runs: Run[]; leadRuns: Run[] }>;
	/** Null where the style has no list. */
	entries: { id: string; runs: Run[]; whole?: { runs: Run[] } }[] | null;
	hanging: boolean;
	aligned: boolean;
	lang: string;
	/** The id a source has now, should it have been merged into another. */
	resolve?: (id: string) => string;
	/** The data address of a picture by its name; itself where it is one already. */
	picture?: (asset: string) => string;
	/** What lists need to know of a source. */
	source?: (id: string) => BibliographySource | undefined;
}

/** Joins a document and what its citations show. */
export function toFinal(doc: Node, title: string, authors: string[], form: CitingForm, f: Formatted): FinalDoc {
	const resolve = f.resolve ?? ((id: string) => id);
	const reading = readCitations(doc, form, resolve);
	const numbers = new Map(reading.notes.map((n) => [n.id, n.number]));
	const asNotes = form !== 'in-text';
	const entryOverrides = entryOverridesOf(doc);
	const kindOfAuto = form === 'endnotes' ? 'endnote' : 'footnote';

	const numbered = readNumbered(doc);
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
	const text = (runs: Run[]): FinalInline[] =>
		runs.map((run) => ({ t: 'text', run: { ...run, text: cleanText(run.text) } }));
	/** A paragraph whose block has no place for its language: its words have it. */
	const inOwnLanguage = (p: Node, inNote: boolean): FinalInline[] =>
		inLanguage(inlines(p, inNote), p.attrs.lang as string | undefined);
	const words = (s: string): FinalInline => ({ t: 'text', run: { text: cleanText(s) } });

	const inlines = (parent: Node, inNote: boolean): FinalInline[] => {
		const out: FinalInline[] = [];
		parent.forEach((node) => {
			switch (node.type.name) {
				case 'text':
					out.push({ t: 'text', run: marked(node.text!, node.marks) });
					break;
				case 'hard_break':
					out.push({ t: 'break' });
					break;
				case 'citation': {
					const r = f.citations.get(node.attrs.id);
					const hand = cleanOverride(node.attrs.override);
					const runs = hand ? overrideRuns(hand) : (r?.runs ?? []);
					if (asNotes && !inNote) {
						out.push(...text(r?.leadRuns ?? []));
						out.push({
							t: 'note',
							kind: kindOfAuto,
							number: numbers.get(node.attrs.id) ?? 0,
							paragraphs: [text(runs)]
						});
					} else out.push(...text(runs.length ? runs : (r?.leadRuns ?? [])));
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
				case 'cross_ref':
					out.push(words(crossRefText(numbered, node.attrs.target as string, node.attrs.show as 'label')));
					break;
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
		const entries = (f.entries ?? []).map((e) =>
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

	const rows = (table: Node): FinalCell[][] =>
		table.children.map((row) =>
			row.children.map((cell) => ({
				header: cell.type.name === 'table_header',
				colspan: (cell.attrs.colspan as number | undefined) ?? 1,
				rowspan: (cell.attrs.rowspan as number | undefined) ?? 1,
				align: (cell.attrs.align as Alignment | undefined) ?? '',
				paragraphs: cell.children.map((p) => inOwnLanguage(p, false))
			}))
		);

	const blocks = (parent: Node): FinalBlock[] => {
		const out: FinalBlock[] = [];
		parent.forEach((node, pos) => {
			switch (node.type.name) {
				case 'paragraph':
					out.push({ t: 'paragraph', inlines: inlines(node, false), ...look(node) });
					break;
				case 'heading':
					// a title nobody has written yet is no heading
					if (node.content.size)
						out.push({ t: 'heading', level: node.attrs.level as number, inlines: inlines(node, false), ...look(node) });
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
						src: safeImage(f.picture?.(node.attrs.asset as string) ?? (node.attrs.asset as string)),
						alt: cleanText(node.attrs.alt as string),
						caption: inOwnLanguage(node.firstChild!, false)
					});
					break;
				case 'table':
					out.push({ t: 'table', rows: rows(node), caption: null, number: 0 });
					break;
				case 'captioned_table': {
					const caption = inOwnLanguage(node.firstChild!, false);
					const number = numbered.get(node.attrs.id as string)?.number ?? 0;
					out.push({ t: 'table', rows: rows(node.lastChild!), caption, number });
					break;
				}
				case 'equation':
					out.push({
						t: 'equation',
						tex: cleanText(node.attrs.tex as string),
						number: numbered.get(node.attrs.id as string)?.number ?? 0
					});
					break;
				case 'page_break':
					out.push({ t: 'page-break' });
					break;
				case 'bibliography':
					out.push(list(node, pos));
					break;
			}
		});
		return out;
	};
	return {
		title: cleanText(title),
		authors: authors.map(cleanText),
		lang: f.lang,
		numbersAnew: settingsOf(doc).noteNumbers === 'section',
		blocks: blocks(doc)
	};
}
