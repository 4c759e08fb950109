/** Numbers of figures, tables and equations, and what references to them and to headings print. */
import type { Node } from 'prosemirror-model';
import { captionNames, captionNumber, captionsOf, contentsTitle, type CaptionNames, type ContentsOf } from '../page';
import { settingsOf, styleOf } from './doc-attrs';
import { NO_COUNTS } from './in-work';
import type { Numbered } from './numbered';

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

/**
 * Everything in the text that can be referred to, by its id, numbered in the order of the text: in a bound work on from the
 * chapters before, or by chapter (“2.1”; a text that is no numbered chapter has plain numbers).
 */
export function readNumbered(doc: Node): Map<string, Numbered> {
	const out = new Map<string, Numbered>();
	const { work } = settingsOf(doc);
	const byChapter = work?.things === 'chapter';
	const { chapter, figure, table, equation } = work?.before ?? NO_COUNTS;
	const counts = { figure, table, equation };
	const begins = new Set(byChapter ? work.begins : []);
	const chapters = new Map(byChapter ? work.chapters.map((id, i) => [id, chapter + i + 1]) : []);
	let prefix = byChapter && !begins.size && chapter ? `${chapter}.` : '';
	doc.descendants((n) => {
		const kind = KINDS[n.type.name];
		if (kind && n.attrs.id) {
			if (begins.has(n.attrs.id as string)) {
				counts.figure = counts.table = counts.equation = 0;
				const own = chapters.get(n.attrs.id as string);
				prefix = own ? `${own}.` : '';
			}
			const counted = kind !== 'heading' && (kind !== 'equation' || n.attrs.numbered);
			const number = counted ? ++counts[kind as 'figure'] : 0;
			const title = kind === 'heading' ? n.textContent : (n.firstChild?.textContent ?? '');
			const level = kind === 'heading' ? (n.attrs.level as number) : 0;
			out.set(n.attrs.id as string, { kind, number, prefix: number ? prefix : '', title, level });
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

/** The same, read once for each state of a document; without what stands in other chapters. */
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
	const number = captionNumber(names, found.kind, found.number, found.prefix);
	return show === 'number' ? number : `${names[found.kind]} ${number}`;
}

/** The same in the sheet, which has no pages. */
export function crossRefInSheet(...of: Parameters<typeof crossRefText>): string {
	return of[2] === 'page' && of[0].has(of[1]) ? `page of ${crossRefText(...of)}` : crossRefText(...of);
}

/** Everything that a reference in the text may lead to: in the text itself, and what it refers to in other chapters. */
export function reachableIn(doc: Node): Map<string, Numbered> {
	const { work } = settingsOf(doc);
	const here = numberedIn(doc);
	return work && Object.keys(work.elsewhere).length ? new Map([...Object.entries(work.elsewhere), ...here]) : here;
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
