/** Numbers of figures, tables and equations, and what references to them and to headings print. */
import type { Node } from 'prosemirror-model';
import { captionNames, captionNumber, captionsOf, contentsTitle, type CaptionNames, type ContentsOf } from '../page';
import { settingsOf, styleOf } from './doc-attrs';

export interface Numbered {
	kind: 'heading' | 'figure' | 'table' | 'equation';
	/** 0 for what has no number: headings, equations that are not numbered. */
	number: number;
	/** The words of a heading or a caption. */
	title: string;
	/** Of a heading; 0 for all else. */
	level: number;
}

const KINDS: Record<string, Numbered['kind']> = {
	heading: 'heading',
	figure: 'figure',
	captioned_table: 'table',
	equation: 'equation'
};

/** What things with numbers are called in a manuscript: by its kind of paper, in the language that its style has. */
export function captionNamesOf(doc: Node, lang = ''): CaptionNames {
	return captionNames(captionsOf(settingsOf(doc).page), languageIn(doc, lang));
}

/** The language that a style has in a manuscript, where none is said. */
export function languageIn(doc: Node, said: string): string {
	const style = styleOf(doc);
	return said || style?.locale || style?.facts?.lang || 'en';
}

/** Everything that can be referred to, by its id, numbered in the order of the text. */
export function readNumbered(doc: Node): Map<string, Numbered> {
	const out = new Map<string, Numbered>();
	const counts = { figure: 0, table: 0, equation: 0 };
	doc.descendants((n) => {
		const kind = KINDS[n.type.name];
		if (kind && n.attrs.id) {
			const counted = kind !== 'heading' && (kind !== 'equation' || n.attrs.numbered);
			const number = counted ? ++counts[kind as 'figure'] : 0;
			const title = kind === 'heading' ? n.textContent : (n.firstChild?.textContent ?? '');
			out.set(n.attrs.id as string, { kind, number, title, level: kind === 'heading' ? (n.attrs.level as number) : 0 });
		}
		return !n.isTextblock;
	});
	return out;
}

/**
 * What a reference shows: `Table 2`, the number alone, the words of the heading or caption, or the number of the page that
 * it is on, which only pages know.
 */
export type CrossRefShow = 'label' | 'number' | 'title' | 'page';

const known = new WeakMap<Node, Map<string, Numbered>>();

/** The same, read once for each state of a document. */
export function numberedIn(doc: Node): Map<string, Numbered> {
	let out = known.get(doc);
	if (!out) known.set(doc, (out = readNumbered(doc)));
	return out;
}

/** What a reference prints; words that say so where there is nothing under its id. */
export function crossRefText(
	all: Map<string, Numbered>,
	target: string,
	show: CrossRefShow,
	names: CaptionNames
): string {
	const found = all.get(target);
	if (!found) return '[no such place]';
	if (show === 'title' || !found.number || found.kind === 'heading') return found.title || '[untitled]';
	const number = captionNumber(names, found.kind, found.number);
	return show === 'number' ? number : `${names[found.kind]} ${number}`;
}

/** The same in the sheet, which has no pages. */
export function crossRefInSheet(...of: Parameters<typeof crossRefText>): string {
	return of[2] === 'page' && of[0].has(of[1]) ? `page of ${crossRefText(...of)}` : crossRefText(...of);
}

/** A row of contents, or of a list of figures or tables, in the sheet. */
export interface ListedRow {
	id: string;
	/** 1 for a section. */
	level: number;
	/** “Table 2. ”; empty for headings. */
	label: string;
	title: string;
}

/** What a block of contents lists; an empty title is that of the language. */
export interface ContentsAttrs {
	of: ContentsOf;
	title: string;
	levels: number;
}

const LISTED: Record<ContentsOf, Numbered['kind']> = { headings: 'heading', figures: 'figure', tables: 'table' };

/** What contents list, in the order of the text; the title of the manuscript is no section. */
export function listedRows(doc: Node, of: ContentsOf, levels: number, lang = ''): ListedRow[] {
	const all = numberedIn(doc);
	const names = captionNamesOf(doc, lang);
	const first = doc.firstChild?.type.name === 'heading' && doc.firstChild.attrs.level === 1 ? doc.firstChild : null;
	return [...all].flatMap(([id, n]): ListedRow[] => {
		if (n.kind !== LISTED[of] || id === first?.attrs.id) return [];
		const level = Math.max(1, n.level - 1);
		if (of === 'headings' && (level > levels || !n.title)) return [];
		const label = of === 'headings' ? '' : `${crossRefText(all, id, 'label', names)}. `;
		return [{ id, level, label, title: n.title }];
	});
}

/** What contents are headed by: words of their own, else those of the language. */
export function contentsTitleIn(doc: Node, of: ContentsOf, own: string, lang = ''): string {
	return own || contentsTitle(of, languageIn(doc, lang));
}
