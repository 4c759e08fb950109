/**
 * Reads Markdown: CommonMark 0.31 with tables, notes and struck words (GFM), formulas, front matter, and what papers
 * add to it: citations, notes within the line, captions of tables, figures, labels and references to them. Parsing is
 * remark's; only what is written about citations and labels is ours (scan.ts).
 */
import type { Nodes, Paragraph, PhrasingContent, Root, RootContent, Table } from 'mdast';
import remarkFrontmatter from 'remark-frontmatter';
import remarkGfm from 'remark-gfm';
import remarkMath from 'remark-math';
import remarkParse from 'remark-parse';
import { unified } from 'unified';
import type { Point } from 'unist';
import {
	emptyPaper,
	newId,
	paragraph,
	plainWords,
	rectangular,
	textOf,
	words,
	type Align,
	type Block,
	type Caption,
	type Cell,
	type Inline,
	type Mark,
	type Paper
} from '../../../paper';
import { settleLevels } from '../levels';
import { withoutLead } from '../captions';
import { Losses } from '../../losses';
import { takePicture } from '../pictures';
import type { Beside, ReadPaper } from '../types';
import { cutAttrs, decode, labelOf, slug, texOf, trim, withEscapes } from './attributes';
import { readFrontMatter } from './front-matter';
import { contentsAt } from './contents';
import { InlineHtml } from './html';
import { JOINER, LINE, prepare, REFS, type Prepared } from './prepare';
import { scanLine } from './scan';

const parser = unified()
	.use(remarkParse)
	.use(remarkFrontmatter, ['yaml'])
	.use(remarkGfm, { singleTilde: false })
	.use(remarkMath);

/**
 * Reads a Markdown document.
 * @param beside files that lie beside it, for pictures
 * @throws DocumentError where its front matter cannot be read
 */
export function readMarkdown(source: string, beside: Beside): ReadPaper {
	return new Reader(prepare(source), beside).read();
}

const ENVIRONMENT = /^\\begin\{(equation|align|gather|multline|eqnarray|displaymath)(\*?)\}([^]*)\\end\{\1\2\}$/;

class Reader {
	private readonly paper: Paper = emptyPaper();
	private readonly lost = new Losses();
	private readonly labels = new Set<string>();
	private readonly notes = new Map<string, Root['children']>();
	/** The first mark of each note, for those that come again. */
	private readonly marked = new Map<string, string>();
	private readonly definitions = new Map<string, string>();
	private readonly html = new InlineHtml((what, where) => this.lost.add(what, where));
	private readonly result: ReadPaper = { paper: this.paper, bibliographies: [], uncited: [], dropped: [] };
	/** The field of the front matter, or the caption, that is parsed; empty for the document itself. */
	private field = '';
	private source = '';
	private main = { source: '', joints: [] as number[], field: '' };
	/** Where lines end within formulas. */
	private joints: number[] = [];
	private refsTitle = '';

	constructor(
		private readonly given: Prepared,
		private readonly beside: Beside
	) {}

	read(): ReadPaper {
		const root = this.parse(this.given.text);
		this.main = { source: this.source, joints: this.joints, field: '' };
		const [first] = root.children;
		if (first?.type === 'yaml') this.front(first.value);
		this.collect(root);
		this.paper.blocks.push(...this.blocks(root.children));
		for (const [id] of this.notes)
			if (!this.marked.has(id)) this.lost.add(`the note “${id}”, to which no mark in the text belongs`, 'at its end');
		settleLevels(this.paper.blocks, this.paper.head.title.length > 0);
		this.result.dropped = this.lost.all();
		return this.result;
	}

	private parse(text: string): Root {
		this.source = text;
		this.joints = [...text.matchAll(new RegExp(LINE, 'g'))].map((m) => m.index);
		return parser.parse(text);
	}

	/** The line of the file on which a place of the prepared text is, from 1. */
	private lineAt({ line, offset = 0 }: Point): number {
		// lines that end within formulas are none to the parser
		return line + this.joints.filter((at) => at < offset).length;
	}
	private where(n: Nodes): string {
		const at = n.position?.start;
		if (!at) return 'in the text';
		return this.field ? `in “${this.field}”` : `line ${this.lineAt(at)}`;
	}

	// --- before the text ------------------------------------------------------------------------------------------------

	private front(yaml: string): void {
		const f = readFrontMatter(yaml, 2);
		const { head } = this.paper;
		head.title = this.small(f.title, 'title');
		head.authors = f.authors;
		head.date = f.date;
		head.keywords = f.keywords;
		head.abstract = f.abstract ? this.part(f.abstract, 'abstract') : [];
		this.paper.lang = f.lang;
		this.paper.sources.push(...f.sources);
		this.result.bibliographies.push(...f.bibliographies);
		this.result.uncited.push(...f.uncited);
		this.refsTitle = f.listTitle;
		for (const o of f.others) this.lost.add(`“${o.name}” of the front matter`, `line ${o.line}`);
	}

	/** Markdown that stands in a field or a caption: its lines are not those of the document. */
	private part(markdown: string, field: string): Block[] {
		const before = { source: this.source, joints: this.joints, field: this.field };
		this.field = field;
		// a mark is one only where its note is known
		const known = [...this.notes.keys()].filter(() => markdown.includes('[^')).map((id) => `\n\n[^${id}]: x`);
		const blocks = this.blocks(this.parse(prepare(markdown).text + known.join('')).children);
		Object.assign(this, before);
		return blocks;
	}
	private small(markdown: string, field: string): Inline[] {
		const [first] = markdown ? this.part(markdown, field) : [];
		return first?.t === 'paragraph' ? first.content : words(markdown);
	}

	/** Notes, addresses and labels, which may be named before they are defined. */
	private collect(n: Nodes): void {
		if (n.type === 'footnoteDefinition') {
			if (this.notes.has(n.identifier)) this.lost.add(`a second note named “${n.identifier}”`, this.where(n));
			else this.notes.set(n.identifier, n.children as Root['children']);
		} else if (n.type === 'definition') {
			this.definitions.set(n.identifier, n.url);
		} else if (n.type === 'heading' || n.type === 'paragraph') {
			const raw = this.raw(n);
			for (const [, attrs] of raw.matchAll(/\{([^{}]*#[^{}]*)\}/g)) this.labels.add(labelOf(attrs));
			for (const [, label] of raw.matchAll(/\\label\{([^{}]+)\}/g)) this.labels.add(label);
		}
		if ('children' in n) n.children.forEach((c) => this.collect(c));
		for (const label of this.given.labels.values()) this.labels.add(label);
		this.labels.delete('');
	}

	private raw(n: Nodes): string {
		return this.source.slice(n.position?.start.offset ?? 0, n.position?.end.offset ?? 0);
	}

	// --- blocks ---------------------------------------------------------------------------------------------------------

	private blocks(list: RootContent[]): Block[] {
		const out: Block[] = [];
		for (let i = 0; i < list.length; i++) {
			const n = list[i];
			// a caption stands before its table or behind it
			const next = list[i + 1];
			// a line is read once: its notes would have come before
			const caption = n.type === 'paragraph' && next?.type === 'table' ? this.captionOf(n) : null;
			if (caption && next?.type === 'table') {
				out.push(this.table(next, caption));
				i++;
				continue;
			}
			if (n.type === 'table') {
				// one that stands before another table is of that
				const behind = next?.type === 'paragraph' && list[i + 2]?.type !== 'table';
				const taken = behind ? this.captionOf(next) : null;
				out.push(this.table(n, taken));
				if (taken) i++;
				continue;
			}
			const contents = n.type === 'html' ? contentsAt(list, i) : null;
			if (contents) {
				out.push(contents.block);
				i = contents.end;
				continue;
			}
			out.push(...this.block(n));
		}
		return out;
	}

	private block(n: RootContent): Block[] {
		switch (n.type) {
			case 'paragraph':
				return this.paragraph(n);
			case 'heading': {
				const [opens, closes] = [n.children[0], n.children.at(-1)];
				// notes below tables and figures, as our own writer has them
				if (
					opens?.type === 'html' &&
					opens.value === '<small>' &&
					closes?.type === 'html' &&
					closes.value === '</small>'
				) {
					const small = withoutLead(this.lineOf(n.children.slice(1, -1)));
					return small.length ? [{ ...paragraph(small), legend: true }] : [];
				}
				const content = this.lineOf(n.children);
				const { attrs, rest } = cutAttrs(content);
				return [
					{
						t: 'heading',
						id: labelOf(attrs) || slug(textOf(rest)),
						level: n.depth,
						content: rest,
						lang: '',
						align: ''
					}
				];
			}
			case 'blockquote':
				return [{ t: 'quotation', blocks: this.blocks(n.children), lang: '' }];
			case 'list':
				return [
					{
						t: 'list',
						ordered: n.ordered ?? false,
						start: n.start ?? 1,
						numbers: 'decimal',
						items: n.children.map((item) => {
							const blocks = this.blocks(item.children);
							if (typeof item.checked !== 'boolean') return blocks;
							const box = words(item.checked ? '☒ ' : '☐ ');
							const [head, ...rest] = blocks;
							return head?.t === 'paragraph'
								? [{ ...head, content: [...box, ...head.content] }, ...rest]
								: [paragraph(box), ...blocks];
						})
					}
				];
			case 'code':
				return [{ t: 'code', text: n.value, language: n.lang ?? '' }];
			case 'math':
				return [this.equation(n.value, (n.position && this.given.labels.get(this.lineAt(n.position.end))) ?? '')];
			case 'thematicBreak':
				// a line across the page parts passages (common practice: three asterisks)
				return [{ t: 'paragraph', content: words('* * *'), lang: '', align: 'center' }];
			case 'html':
				return this.htmlBlock(n.value, this.where(n));
			case 'table':
				return [this.table(n, null)];
			case 'yaml':
			case 'definition':
			case 'footnoteDefinition':
				return [];
			default:
				this.lost.add(`something of the kind “${n.type}”`, this.where(n));
				return [];
		}
	}

	private equation(tex: string, label: string): Block {
		const own = /\\label\{([^{}]+)\}/.exec(tex)?.[1] ?? '';
		const id = label || own;
		const text = texOf(tex.replace(/\\label\{[^{}]+\}/g, ''), '\n');
		return { t: 'equation', id: id || newId(), tex: text, numbered: id !== '' || /\\tag\{/.test(text) };
	}

	private htmlBlock(value: string, where: string): Block[] {
		if (value.trim() === REFS) return [this.refs()];
		const { text, lost } = this.html.block(value);
		if (lost) this.lost.add(lost, where);
		return text ? [paragraph(words(text))] : [];
	}

	private refs(): Block {
		return {
			t: 'bibliography',
			id: newId(),
			settings: {},
			heading: { t: 'heading', id: '', level: 2, content: words(this.refsTitle), lang: '', align: '' }
		};
	}

	private paragraph(n: Paragraph): Block[] {
		const raw = this.raw(n).trim();
		if (/^\\(?:newpage|pagebreak|clearpage)$/.test(raw)) return [{ t: 'page-break' }];
		const env = ENVIRONMENT.exec(raw);
		if (env) {
			// environments of several lines keep what aligns them
			const inner = /^(?:align|gather|eqnarray|multline)$/.test(env[1]) ? raw : env[3];
			const e = this.equation(inner, '');
			return [e.t === 'equation' && !env[2] ? { ...e, numbered: true } : e];
		}
		const pictures = this.figures(n);
		if (pictures) return pictures;
		// a formula that stands alone is displayed
		const parts = n.children.filter((c) => !(c.type === 'text' && c.value.replaceAll(JOINER, '').trim() === ''));
		const [only, behind] = parts;
		if (only?.type === 'inlineMath' && this.raw(only).startsWith('$$') && parts.length <= 2) {
			const attrs = behind?.type === 'text' ? /^\s*\{([^{}]*)\}\s*[.,;]?\s*$/.exec(behind.value) : null;
			if (!behind || attrs) return [this.equation(only.value, attrs ? labelOf(attrs[1]) : '')];
		}
		const content = this.lineOf(n.children);
		return content.length ? [paragraph(content)] : [];
	}

	/** A paragraph of nothing but pictures is a figure, or several. */
	private figures(n: Paragraph): Block[] | null {
		const out: Block[] = [];
		for (const c of n.children) {
			if (c.type === 'image' || c.type === 'imageReference') {
				const url = c.type === 'image' ? c.url : (this.definitions.get(c.identifier) ?? '');
				const asset = takePicture(decode(url), ['png', 'jpg'], this.beside, this.paper, this.lost, this.where(c));
				const caption = this.pictureCaption(c);
				out.push({
					t: 'figure',
					id: newId(),
					asset,
					alt: plainWords(caption),
					caption: { content: caption, lang: '' }
				});
				continue;
			}
			const last = out.at(-1);
			const attrs = c.type === 'text' ? /^\s*(?:\{([^{}]*)\})?\s*$/.exec(c.value) : null;
			if (!attrs || (attrs[1] && last?.t !== 'figure')) return null;
			if (attrs[1] && last?.t === 'figure') {
				last.id = labelOf(attrs[1]) || last.id;
				const alt = /\b(?:fig-)?alt=["“]([^"”]*)["”]/.exec(attrs[1])?.[1];
				if (alt) last.alt = alt;
				const width = /\bwidth="?(\d+(?:\.\d+)?)%/.exec(attrs[1])?.[1];
				if (width) last.width = Number(width);
			}
		}
		return out.length ? out : null;
	}

	/** The words in the brackets of a picture, with their formatting and citations, which the parser takes off. */
	private pictureCaption(n: Extract<PhrasingContent, { type: 'image' | 'imageReference' }>): Inline[] {
		const raw = this.raw(n);
		let depth = 0;
		for (let i = 1; i < raw.length; i++) {
			if (raw[i] === '\\') i++;
			else if (raw[i] === '[') depth++;
			else if (raw[i] === ']' && --depth === 0) return this.small(raw.slice(2, i), 'the caption of a figure');
		}
		return words(n.alt ?? '');
	}

	/** A paragraph that is the caption of a table: `Table: …` or `: …`. */
	private captionOf(n: Paragraph): { caption: Caption; id: string } | null {
		const [first] = n.children;
		if (first?.type !== 'text' || !/^(?:Table)?:\s+(?:\S|$)/i.test(first.value)) return null;
		if (n.children.length === 1 && !/:\s+\S/.test(first.value)) return null;
		const { attrs, rest } = cutAttrs(this.lineOf(n.children));
		const [head, ...more] = rest;
		if (head?.t !== 'text') return null;
		const text = head.text.replace(/^(?:Table)?:\s+/i, '');
		return { caption: { content: [{ ...head, text }, ...more], lang: '' }, id: labelOf(attrs) };
	}

	private table(n: Table, c: { caption: Caption; id: string } | null): Block {
		const rows = n.children.map((row, r) =>
			row.children.map((cell, i): Cell => ({
				header: r === 0,
				colspan: 1,
				rowspan: 1,
				widths: null,
				align: (n.align?.[i] ?? '') as Align,
				blocks: [paragraph(this.lineOf(cell.children))]
			}))
		);
		// a head without words is none
		const empty = rows[0]?.every((x) => x.blocks.every((b) => b.t === 'paragraph' && !b.content.length));
		const full = rectangular(empty && rows.length > 1 ? rows.slice(1) : rows);
		return { t: 'table', id: c?.id || newId(), inner: newId(), rows: full, caption: c?.caption ?? null };
	}

	// --- lines ----------------------------------------------------------------------------------------------------------

	/** A line with all that is in it. */
	private lineOf(nodes: PhrasingContent[]): Inline[] {
		this.html.begin();
		const flat = nodes.flatMap((n) => this.inline(n, []));
		const place = () => (nodes[0] ? this.where(nodes[0]) : 'in the text');
		this.html.end(place);
		return trim(scanLine(flat, { labels: this.labels, lost: (what) => this.lost.add(what, place()) }));
	}

	private inline(n: PhrasingContent, outer: Mark[]): Inline[] {
		const marks = [...outer, ...this.html.marks];
		const all = (mark: Mark | null, list: PhrasingContent[]) =>
			list.flatMap((c) => this.inline(c, mark ? [...outer, mark] : outer));
		switch (n.type) {
			case 'text':
				return words(
					withEscapes(n.value, this.raw(n))
						.replaceAll(JOINER, '')
						.replace(/\s*\n\s*/g, ' '),
					marks
				);
			case 'emphasis':
				return all({ t: 'em' }, n.children);
			case 'strong':
				return all({ t: 'strong' }, n.children);
			case 'delete':
				return all({ t: 'strike' }, n.children);
			case 'inlineCode':
				return words(n.value, [...marks, { t: 'code' }]);
			case 'break':
				return [{ t: 'break', marks }];
			case 'inlineMath':
				return [{ t: 'math', tex: texOf(n.value, ' '), marks }];
			case 'link':
				return this.link(n.url, n.children, outer, n);
			case 'linkReference':
				return this.link(this.definitions.get(n.identifier) ?? '', n.children, outer, n);
			case 'image':
			case 'imageReference':
				this.lost.add('a picture within a line: its description is kept', this.where(n));
				return words(n.alt ?? '', marks);
			case 'footnoteReference':
				return this.note(n.identifier, marks);
			case 'html':
				return this.html.piece(n.value, this.where(n), marks);
		}
	}

	private link(url: string, children: PhrasingContent[], outer: Mark[], n: Nodes): Inline[] {
		const inner = (mark: Mark[]) => children.flatMap((c) => this.inline(c, [...outer, ...mark]));
		if (/^(?:https?:|mailto:)/i.test(url)) return inner([{ t: 'link', href: url }]);
		this.lost.add(
			url.startsWith('#')
				? 'a link to a place in the document: its words are kept'
				: 'a link that is no web or mail address: its words are kept',
			this.where(n)
		);
		return inner([]);
	}

	private note(identifier: string, marks: Mark[]): Inline[] {
		const again = this.marked.get(identifier);
		if (again) return [{ t: 'note-ref', note: again, source: '', marks: [...marks, { t: 'superscript' }] }];
		const id = newId();
		this.marked.set(identifier, id);
		const { marks: open } = this.html;
		// the words of a note stand in the document, also of one whose mark is in a caption
		const before = { source: this.source, joints: this.joints, field: this.field };
		Object.assign(this, this.main);
		const blocks = this.blocks(this.notes.get(identifier) ?? []);
		Object.assign(this, before);
		this.html.marks = open;
		return [{ t: 'note', id, kind: 'footnote', blocks, marks }];
	}
}
