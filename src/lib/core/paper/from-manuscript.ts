/** A manuscript as a paper. Nothing is lost: to-manuscript.ts makes the same document of it. */
import type { Mark as DocMark, Node } from 'prosemirror-model';
import { attrValue } from '../manuscript';
import type { ContentsOf } from '../page';
import {
	emptyPaper,
	type Align,
	type Block,
	type Caption,
	type Cell,
	type Heading,
	type Inline,
	type Mark
} from './types';
import type { ListNumbers, Paper, PaperCite } from './types';

/** Names of marks in the schema and here, where they differ. */
export const MARK_NAMES: Record<string, string> = { small_caps: 'small-caps' };

const markOf = (m: DocMark): Mark => ({ t: MARK_NAMES[m.type.name] ?? m.type.name, ...m.attrs }) as Mark;
const look = (n: Node) => ({ lang: n.attrs.lang as string, align: n.attrs.align as Align });

/** Names of the document's own attributes, which no other format has a place for. */
export const OWN = ['style', 'entryOverrides', 'settings', 'comments'] as const;

function inlineOf(n: Node): Inline {
	const marks = n.marks.map(markOf);
	const a = n.attrs;
	switch (n.type.name) {
		case 'text':
			return { t: 'text', text: n.text!, marks };
		case 'hard_break':
			return { t: 'break', marks };
		case 'citation':
			return {
				t: 'citation',
				id: a.id as string,
				cites: a.cites as PaperCite[],
				override: a.override as unknown,
				moved: a.moved as unknown,
				marks
			};
		case 'note':
			return {
				t: 'note',
				id: a.id as string,
				kind: a.kind as 'footnote' | 'endnote',
				blocks: n.children.map((p) => ({ t: 'paragraph', content: inlinesOf(p), ...look(p) })),
				marks
			};
		case 'note_ref':
			return { t: 'note-ref', note: a.note as string, source: a.source as string, marks };
		case 'cross_ref':
			return { t: 'cross-ref', target: a.target as string, show: a.show as 'label', marks };
		case 'math':
			return { t: 'math', tex: a.tex as string, marks };
		case 'citation_placeholder':
			return { t: 'placeholder', id: a.id as string, hint: a.hint as string, marks };
	}
	throw new Error(`A paper has no place for “${n.type.name}” in a line.`);
}

const inlinesOf = (n: Node): Inline[] => n.children.map(inlineOf);
const captionOf = (n: Node): Caption => ({ content: inlinesOf(n), lang: n.attrs.lang as string });
const headingOf = (n: Node): Heading => ({
	t: 'heading',
	id: n.attrs.id as string,
	level: n.attrs.level as number,
	content: inlinesOf(n),
	...look(n)
});

const cellOf = (n: Node): Cell => ({
	header: n.type.name === 'table_header',
	colspan: n.attrs.colspan as number,
	rowspan: n.attrs.rowspan as number,
	widths: n.attrs.colwidth as number[] | null,
	align: n.attrs.align as Align,
	blocks: blocksOf(n)
});
const tableOf = (n: Node, id: string, caption: Caption | null): Block => ({
	t: 'table',
	id,
	inner: n.attrs.id as string,
	rows: n.children.map((r) => r.children.map(cellOf)),
	caption
});

function blockOf(n: Node): Block {
	const a = n.attrs;
	switch (n.type.name) {
		case 'paragraph':
			return { t: 'paragraph', content: inlinesOf(n), ...look(n), ...(a.legend ? { legend: true } : {}) };
		case 'heading':
			return headingOf(n);
		case 'blockquote':
			return { t: 'quotation', blocks: blocksOf(n), lang: a.lang as string };
		case 'bullet_list':
		case 'ordered_list':
			return {
				t: 'list',
				ordered: n.type.name === 'ordered_list',
				start: (a.order as number | undefined) ?? 1,
				numbers: (a.numbers as ListNumbers | undefined) ?? 'decimal',
				items: n.children.map(blocksOf)
			};
		case 'table':
			return tableOf(n, '', null);
		case 'captioned_table':
			return tableOf(n.lastChild!, a.id as string, captionOf(n.firstChild!));
		case 'figure':
			return {
				t: 'figure',
				id: a.id as string,
				asset: a.asset as string,
				alt: a.alt as string,
				caption: captionOf(n.firstChild!),
				...(a.width ? { width: a.width as number } : {})
			};
		case 'equation':
			return { t: 'equation', id: a.id as string, tex: a.tex as string, numbered: a.numbered as boolean };
		case 'page_break':
			return { t: 'page-break' };
		case 'contents':
			return { t: 'contents', of: a.of as ContentsOf, title: a.title as string, levels: a.levels as number };
		case 'bibliography':
			return {
				t: 'bibliography',
				id: a.id as string,
				settings: a.settings as Record<string, unknown>,
				heading: headingOf(n.firstChild!)
			};
	}
	throw new Error(`A paper has no place for “${n.type.name}”.`);
}

const blocksOf = (n: Node): Block[] => n.children.map(blockOf);

/**
 * The paper that a manuscript is.
 * @param beside what the document does not hold itself: sources, pictures, authors, language
 */
export function fromManuscript(
	doc: Node,
	beside: Partial<Pick<Paper, 'sources' | 'assets' | 'lang'>> & { authors?: string[] } = {}
): Paper {
	const paper = emptyPaper();
	return {
		...paper,
		head: {
			...paper.head,
			authors: (beside.authors ?? []).map((name) => ({ name, affiliations: [], email: '' }))
		},
		lang: beside.lang ?? '',
		blocks: blocksOf(doc),
		sources: beside.sources ?? [],
		assets: beside.assets ?? {},
		own: Object.fromEntries(OWN.map((name) => [name, attrValue(doc.attrs[name])]))
	};
}
