/**
 * Papers as Markdown: CommonMark 0.31 with tables, notes and struck words (GFM), formulas, front matter, and what papers
 * add to it, as the reader takes it: citations by cite keys with a .bib file beside it, captions, labels and references.
 * Signs are escaped and lines laid out by remark.
 */
import type {
	BlockContent,
	DefinitionContent,
	List,
	ListItem,
	PhrasingContent,
	Root,
	RootContent,
	TableRow
} from 'mdast';
import remarkGfm from 'remark-gfm';
import remarkStringify from 'remark-stringify';
import { unified } from 'unified';
import { stringify as yaml } from 'yaml';
import { shortLabel } from '../../../source';
import { everyBlock, listedIn, mapLines, textOf, type Block, type Cell, type Inline, type Paper } from '../../../paper';
import { contentsTitle } from '../../../page';
import { Losses } from '../../losses';
import { filesBeside, listedKeys } from '../beside';
import { citeKeys } from '../keys';
import { labelsOf } from '../labels';
import { picturePaths } from '../pictures';
import type { WrittenPaper } from '../types';
import { LineWriter, type LineContext } from './lines';

/** Signs that the reader takes for citations, notes, raised words, formulas and divisions. */
const OURS = [
	{ character: ']', inConstruct: 'phrasing' as const },
	{ character: '@', inConstruct: 'phrasing' as const },
	{ character: '^', inConstruct: 'phrasing' as const },
	{ character: '~', inConstruct: 'phrasing' as const },
	{ character: '$', inConstruct: 'phrasing' as const },
	{ character: '{', inConstruct: 'phrasing' as const },
	{ character: '}', inConstruct: 'phrasing' as const },
	{ atBreak: true, character: ':' }
];
const processor = unified()
	.use(remarkGfm, { singleTilde: false, tablePipeAlign: false })
	.use(remarkStringify, { bullet: '-', emphasis: '*', rule: '-', resourceLink: false, unsafe: OURS });

/** Where a picture would be that did not come: the figure keeps its place, its caption and its label. */
const MISSING = 'pictures/missing.png';

const raw = (value: string): RootContent => ({ type: 'html', value });

/** @param names the .bib file that is written beside it */
export function writeMarkdown(paper: Paper, names: { bibliography: string }): WrittenPaper {
	return new Writer(paper, names.bibliography).write();
}

class Writer {
	private readonly lost = new Losses();
	private readonly keys: Map<string, string>;
	private readonly pictures: Map<string, string>;
	private readonly labels: Map<string, string>;
	private readonly titles: Map<string, string>;
	private readonly notes = new Map<string, string>();
	private noteCount = 0;
	private readonly definitions: RootContent[] = [];
	private where = 'at the beginning';

	constructor(
		private readonly paper: Paper,
		private readonly bibliography: string
	) {
		this.keys = citeKeys(paper.sources);
		this.pictures = picturePaths(paper.assets);
		// by its title Markdown refers to nothing
		const titled = (i: Inline) => i.t === 'cross-ref' && i.show === 'title';
		const named = { ...paper, blocks: mapLines(paper.blocks, (line) => line.filter((i) => !titled(i))) };
		({ labels: this.labels, titles: this.titles } = labelsOf(named, this.keys.values(), true));
	}

	write(): WrittenPaper {
		const { paper } = this;
		const blocks = paper.blocks.flatMap((b) => this.block(b));
		const front = this.front();
		const text = this.text({ type: 'root', children: [...blocks, ...this.definitions] });
		const files = filesBeside(paper, this.keys, this.pictures, this.bibliography);
		return { text: front + text, files, dropped: this.lost.all() };
	}

	private text(root: Root): string {
		return processor.stringify(root);
	}
	private lineText(line: Inline[]): string {
		return this.text({ type: 'root', children: [{ type: 'paragraph', children: this.line(line, 'tag') }] }).trim();
	}

	private readonly context: LineContext = {
		key: (id) => this.keys.get(id) ?? null,
		author: (id) => {
			const s = this.paper.sources.find((x) => x.id === id);
			return s ? shortLabel(s.item).name : '';
		},
		label: (target) => this.labels.get(target) ?? null,
		title: (target) => this.titles.get(target) ?? '',
		note: (i) => this.note(i),
		noteNamed: (id) => this.notes.get(id) ?? null,
		lost: (what) => this.lost.add(what, this.where)
	};

	private note(i: Extract<Inline, { t: 'note' }>): string {
		const name = String(++this.noteCount);
		this.notes.set(i.id, name);
		if (i.kind === 'endnote') this.lost.add('endnotes: Markdown has one kind of note', this.where);
		const at = this.definitions.length;
		const children = this.flow(i.blocks);
		this.definitions.splice(at, 0, { type: 'footnoteDefinition', identifier: name, label: name, children });
		return name;
	}

	/** @param breaks see {@link LineWriter} */
	private line(line: Inline[], breaks: 'sign' | 'tag'): PhrasingContent[] {
		return new LineWriter(this.context, breaks).write(line);
	}

	// --- before the text ------------------------------------------------------------------------------------------------

	private front(): string {
		const { head, lang, sources } = this.paper;
		const listed = listedKeys(this.paper, this.keys);
		const authors = head.authors.map((a) => {
			const apart = a.affiliations.length || a.email || /;| and /.test(a.name);
			if (!apart) return a.name;
			return {
				name: a.name,
				...(a.affiliations.length && { affiliation: a.affiliations }),
				...(a.email && { email: a.email })
			};
		});
		const fields = {
			...(head.title.length && { title: this.lineText(head.title) }),
			...(authors.length && { author: authors }),
			...(head.date && { date: head.date }),
			...(lang && { lang }),
			...(head.keywords.length && { keywords: head.keywords }),
			...(head.abstract.length && {
				abstract: this.text({ type: 'root', children: head.abstract.flatMap((b) => this.block(b)) }).trim()
			}),
			...(sources.length && { bibliography: this.bibliography }),
			...(listed.length && { nocite: listed.map((k) => `@${k}`).join(', ') })
		};
		if (head.thanks.length) this.lost.add('acknowledgements in the title', 'before the text');
		return Object.keys(fields).length ? `---\n${yaml(fields, { lineWidth: 0 })}---\n\n` : '';
	}

	// --- blocks ---------------------------------------------------------------------------------------------------------

	private flow(blocks: Block[]): (BlockContent | DefinitionContent)[] {
		return blocks.flatMap((b) => this.block(b)) as (BlockContent | DefinitionContent)[];
	}

	/** @param line before it: braces at its end would be taken for attributes */
	private attrsBehind(line: Inline[], id: string): string {
		return this.attrs(id) || (textOf(line).endsWith('}') ? ' {}' : '');
	}
	private attrs(id: string, more = ''): string {
		const label = this.labels.get(id);
		const all = [label && `#${label}`, more].filter(Boolean).join(' ');
		return all && ` {${all}}`;
	}

	private block(b: Block): RootContent[] {
		switch (b.t) {
			case 'paragraph': {
				if (b.align && b.align !== 'left') this.lost.add('paragraph alignment', this.where);
				const content = b.lang
					? b.content.map((i) =>
							i.marks.some((m) => m.t === 'language')
								? i
								: { ...i, marks: [...i.marks, { t: 'language' as const, lang: b.lang }] }
						)
					: b.content;
				const children = this.line(content, 'sign');
				if (b.legend && children.length) {
					children.unshift({ type: 'html', value: '<small>' });
					children.push({ type: 'html', value: '</small>' });
				}
				return children.length ? [{ type: 'paragraph', children }] : [];
			}
			case 'heading':
				return this.heading(b);
			case 'list':
				if (b.ordered && b.numbers !== 'decimal')
					this.lost.add('letters or Roman numerals in a numbered list', this.where);
				return [this.list(b)];
			case 'quotation': {
				if (b.lang) this.lost.add('the language of a quotation', this.where);
				const children = this.flow(b.blocks);
				return children.length ? [{ type: 'blockquote', children }] : [];
			}
			case 'table':
				return this.table(b);
			case 'figure': {
				const caption = this.lineText(b.caption.content);
				if (!this.pictures.has(b.asset)) this.lost.add('a figure whose picture is missing', this.where);
				const path = this.pictures.get(b.asset) ?? MISSING;
				const alt = b.alt && b.alt !== textOf(b.caption.content) ? `alt="${b.alt.replace(/["{}]/g, '')}"` : '';
				const width = b.width ? `width=${b.width}%` : '';
				const value = `![${caption}](${path})${this.attrs(b.id, [alt, width].filter(Boolean).join(' ')).trim()}`;
				return [{ type: 'paragraph', children: [{ type: 'html', value }] }];
			}
			case 'equation':
				return [raw(`$$\n${b.tex.replace(/\n\s*\n/g, '\n').trim()}\n$$${this.attrs(b.id)}`)];
			case 'code':
				return [{ type: 'code', value: b.text, lang: b.language || null }];
			case 'page-break':
				return [raw('\\newpage')];
			case 'contents':
				return this.contents(b);
			case 'bibliography':
				if (Object.keys(b.settings).length) this.lost.add('bibliography options', this.where);
				return [...this.heading(b.heading), raw('::: {#refs}\n:::')];
		}
	}

	/** Between the tags of a `nav`, which the reader knows them by; the rows are made anew there. */
	private contents(b: Extract<Block, { t: 'contents' }>): RootContent[] {
		const title = b.title || contentsTitle(b.of, this.paper.lang);
		const rows = listedIn(this.paper.blocks, b).map((r) => {
			const words = this.line(
				r.words.filter((i) => i.t !== 'note'),
				'tag'
			);
			const label = this.labels.get(r.id);
			const [open, close] = ['[', `](#${label})`].map((value): PhrasingContent => ({ type: 'html', value }));
			return { level: r.level, words: label ? [open, ...words, close] : words };
		});
		const own = b.title ? ` title="${escapedAttribute(b.title)}"` : '';
		return [
			raw(`<nav class="contents" data-of="${b.of}" data-levels="${b.levels}"${own}>`),
			{ type: 'paragraph', children: [{ type: 'strong', children: [{ type: 'text', value: title }] }] },
			...(rows.length ? [nested(rows)] : []),
			raw('</nav>')
		];
	}

	private list(b: Extract<Block, { t: 'list' }>): RootContent {
		const items = b.items.map((i) => this.flow(i));
		// items of a paragraph with lists below it stand close together
		const close = (i: RootContent[]) => i.every((x, n) => (n ? x.type === 'list' : x.type === 'paragraph'));
		const spread = !items.every(close);
		const children = items.map((i) => ({ type: 'listItem' as const, spread, children: i }));
		return { type: 'list', ordered: b.ordered, start: b.ordered ? b.start : null, spread, children };
	}

	private heading(b: Extract<Block, { t: 'heading' }>): RootContent[] {
		const text = textOf(b.content);
		if (text) this.where = `in “${text.slice(0, 60)}”`;
		if (b.level > 6) this.lost.add('headings below the sixth level', this.where);
		const children = this.line(b.content, 'tag');
		if (!children.length) {
			this.lost.add('a heading without words', this.where);
			return [];
		}
		const attrs = this.attrsBehind(b.content, b.id);
		if (attrs) children.push({ type: 'html', value: attrs });
		return [{ type: 'heading', depth: Math.min(6, Math.max(1, b.level)) as 1, children }];
	}

	private table(b: Extract<Block, { t: 'table' }>): RootContent[] {
		const cells = b.rows.flat();
		if (cells.some((c) => c.colspan > 1 || c.rowspan > 1)) this.lost.add('merged cells of a table', this.where);
		if (cells.some((c) => c.widths)) this.lost.add('column widths', this.where);
		if (cells.some((c) => c.header && !b.rows[0].includes(c))) this.lost.add('row headers of a table', this.where);
		const columns = Math.max(1, ...b.rows.map((r) => r.reduce((n, c) => n + c.colspan, 0)));
		const row = (r: Cell[]): TableRow => {
			const children = r.flatMap((c) => [
				{ type: 'tableCell' as const, children: this.cell(c) },
				...Array.from({ length: c.colspan - 1 }, () => ({ type: 'tableCell' as const, children: [] }))
			]);
			while (children.length < columns) children.push({ type: 'tableCell', children: [] });
			return { type: 'tableRow', children };
		};
		// a table begins with its head; one without words is none
		const headed = b.rows[0]?.every((c) => c.header);
		const rows = headed ? b.rows : [[], ...b.rows];
		const align = Array.from({ length: columns }, (_, i) => {
			const a = b.rows.at(-1)?.[i]?.align;
			return a === 'left' || a === 'center' || a === 'right' ? a : null;
		});
		const table: RootContent = { type: 'table', align, children: rows.map(row) };
		const children = this.line(b.caption?.content ?? [], 'tag');
		const attrs = this.attrsBehind(b.caption?.content ?? [], b.id);
		if (!children.length && !attrs) return [table];
		// before its table, so that it is not taken for that of one that follows
		const [head, tail] = [': ', attrs].map((value): PhrasingContent => ({ type: 'html', value }));
		return [{ type: 'paragraph', children: [head, ...children, tail] }, table];
	}

	/** A cell has one line. */
	private cell(c: Cell): PhrasingContent[] {
		const lines: Inline[][] = [];
		for (const { block: b, inNote } of everyBlock(c.blocks)) {
			if (inNote) continue;
			if (b.t === 'paragraph' || b.t === 'heading') lines.push(b.content);
			else this.lost.add('lists and other blocks in table cells', this.where);
		}
		return lines
			.filter((l) => l.length)
			.flatMap((l, n) => [...(n ? [{ type: 'html' as const, value: '<br>' }] : []), ...this.line(l, 'tag')]);
	}
}

/** Rows as lists within lists, by their levels. */
function nested(rows: { level: number; words: PhrasingContent[] }[]): List {
	const list: List = { type: 'list', ordered: false, spread: false, children: [] };
	for (let at = 0; at < rows.length;) {
		const { level, words } = rows[at];
		let end = at + 1;
		while (end < rows.length && rows[end].level > level) end++;
		const below = end > at + 1 ? [nested(rows.slice(at + 1, end))] : [];
		const item: ListItem = {
			type: 'listItem',
			spread: false,
			children: [{ type: 'paragraph', children: words }, ...below]
		};
		list.children.push(item);
		at = end;
	}
	return list;
}

const escapedAttribute = (s: string): string =>
	s.replace(/\s+/g, ' ').replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
