/**
 * Papers as LaTeX: citations as commands of biblatex with a .bib file beside it, or, for a paper whose citations are
 * words, as it reads. What is numbered is numbered by LaTeX, references follow; nothing but widely kept packages is used.
 */
import { cleanPage, setupOf } from '../../../page';
import { everyBlock, everyLine, textOf, type Block, type Cell, type Inline, type Paper } from '../../../paper';
import { Losses } from '../../losses';
import { filesBeside, listedKeys } from '../beside';
import { citeKeys } from '../keys';
import { labelsOf } from '../labels';
import { picturePaths } from '../pictures';
import type { WrittenPaper } from '../types';
import { escapeTex } from './escape';
import { babelName } from './languages';
import { writeLine, type LineContext } from './lines';
import { writeTable } from './tables';

export interface LatexOptions {
	/** The .bib file that is written beside it. */
	bibliography: string;
	/** What biblatex is told to cite in; the person may change it at one place. */
	citing: 'author-date' | 'numbers' | 'notes';
}

export function writeLatex(paper: Paper, options: LatexOptions): WrittenPaper {
	return new Writer(paper, options).write();
}

const STYLES: Record<LatexOptions['citing'], string> = {
	'author-date': 'authoryear',
	numbers: 'numeric-comp',
	notes: 'verbose-ibid'
};
const SECTIONS = ['section', 'subsection', 'subsubsection', 'paragraph', 'subparagraph'];
/** Labels of lists by enumitem (its manual, 3.1). */
const LABELS = {
	decimal: '',
	'lower-alpha': 'label=\\alph*.',
	'upper-alpha': 'label=\\Alph*.',
	'lower-roman': 'label=\\roman*.',
	'upper-roman': 'label=\\Roman*.'
} as const;
const ALIGNED = { center: 'center', right: 'flushright', left: 'flushleft' } as const;
/** Lists that LaTeX nests (LaTeX2e manual, 8.7 and 8.14). */
const DEEPEST = 4;
/** Letters beyond these need a program that takes the computer's own fonts. */
const BEYOND_LATIN = /[\u0370-\u1dff\u2c00-\ud7ff\uf900-\ufaff\ud800-\udfff]/;

/** A bracket at the beginning of an environment or an item would be its option. */
const guarded = (tex: string): string => tex.replace(/^\s*\[/, '{}[');

/** What makes contents and lists, and what their titles are called by (LaTeX 2e; babel names them by the language). */
type Legend = Extract<Block, { t: 'paragraph' }>;
const LISTS = {
	headings: ['tableofcontents', 'contentsname'],
	figures: ['listoffigures', 'listfigurename'],
	tables: ['listoftables', 'listtablename']
} as const;

class Writer {
	private readonly lost = new Losses();
	private readonly keys: Map<string, string>;
	private readonly pictures: Map<string, string>;
	private readonly labels: Map<string, string>;
	private readonly titles: Map<string, string>;
	private readonly headings = new Set<string>();
	private readonly noteLabels = new Map<string, string>();
	private readonly packages = new Set<string>();
	private readonly languages = new Set<string>();
	/** Words of notes in a table, which stand behind it. */
	private waiting: string[] | null = null;
	private endnotes = false;
	private depth = 0;
	private where = 'at the beginning';

	constructor(
		private readonly paper: Paper,
		private readonly options: LatexOptions
	) {
		this.keys = citeKeys(paper.sources);
		this.pictures = picturePaths(paper.assets);
		({ labels: this.labels, titles: this.titles } = labelsOf(paper, []));
		const referred = new Set<string>();
		for (const { line } of everyLine(paper)) for (const i of line) if (i.t === 'note-ref') referred.add(i.note);
		for (const { line } of everyLine(paper))
			for (const i of line)
				if (i.t === 'note' && referred.has(i.id) && !this.noteLabels.has(i.id))
					this.noteLabels.set(i.id, `note-${this.noteLabels.size + 1}`);
		for (const { block: b } of everyBlock(paper.blocks)) if (b.t === 'heading') this.headings.add(b.id);
	}

	write(): WrittenPaper {
		const { paper } = this;
		const [first, ...rest] = paper.blocks;
		const titled = first?.t === 'heading' && first.level === 1 && paper.head.title.length === 0;
		const title = titled ? first.content : paper.head.title;
		const front = this.front(title);
		const text = (titled ? rest : paper.blocks).map((b) => this.block(b)).filter(Boolean);
		if (this.endnotes) text.push('\\theendnotes');
		const listed = listedKeys(paper, this.keys);
		if (listed.length) text.unshift(`\\nocite{${listed.join(',')}}`);
		const body = [front, ...text].filter(Boolean).join('\n\n');
		const files = filesBeside(paper, this.keys, this.pictures, this.options.bibliography);
		return {
			text: `${this.preamble(body)}\n\\begin{document}\n\n${body}\n\n\\end{document}\n`,
			files,
			dropped: this.lost.all()
		};
	}

	private preamble(body: string): string {
		const { paper, packages } = this;
		const main = babelName(paper.lang);
		if (paper.lang && !main) this.lost.add(`the language of the paper (${paper.lang})`, 'before the text');
		const languages = [...[...this.languages].filter((l) => l !== main), ...(main ? [main] : [])];
		const wide = BEYOND_LATIN.test(body);
		const setup = setupOf(cleanPage((paper.own.settings as { page?: unknown } | undefined)?.page), paper.lang);
		const margins = Object.entries(setup.margins)
			.map(([side, cm]) => `${side}=${cm}cm`)
			.join(', ');
		const use = (name: string, option = '') => `\\usepackage${option && `[${option}]`}{${name}}`;
		return [
			...(wide ? ['% !TeX program = lualatex'] : []),
			`\\documentclass[${setup.size >= 11.5 ? 12 : setup.size >= 10.5 ? 11 : 10}pt${setup.columns === 2 ? ', twocolumn' : ''}]{article}`,
			use('geometry', `${setup.paper === 'letter' ? 'letterpaper' : 'a4paper'}, ${margins}`),
			...(setup.lines === 1 ? [] : [use('setspace'), `\\setstretch{${+(setup.lines * 0.83).toFixed(2)}}`]),
			wide ? use('fontspec') : use('fontenc', 'T1'),
			...(languages.length ? [use('babel', languages.join(','))] : []),
			use('csquotes'),
			...(paper.sources.length
				? [
						use('biblatex', `style=${STYLES[this.options.citing]},natbib=true`),
						`\\addbibresource{${this.options.bibliography}}`
					]
				: []),
			...[...packages].sort().map((p) => use(p, p === 'ulem' ? 'normalem' : '')),
			use('hyperref', 'hidelinks'),
			// sections have no numbers here; references give their titles
			'\\setcounter{secnumdepth}{0}',
			...(paper.head.keywords.length ? ['\\newenvironment{keywords}{\\par\\noindent\\textbf{Keywords: }}{\\par}'] : [])
		].join('\n');
	}

	private readonly context: LineContext = {
		key: (id) => this.keys.get(id) ?? null,
		label: (target) => this.labels.get(target) ?? null,
		title: (target) => this.titles.get(target) ?? '',
		isHeading: (target) => this.headings.has(target),
		note: (i) => this.note(i),
		noteLabel: (id) => this.noteLabels.get(id) ?? null,
		needs: (name) => void this.packages.add(name),
		language: (name) => void this.languages.add(name),
		lost: (what) => this.lost.add(what, this.where)
	};
	private line(line: Inline[]): string {
		return writeLine(line, this.context);
	}

	private note(i: Extract<Inline, { t: 'note' }>): string {
		const label = this.noteLabels.get(i.id);
		const words = `${label ? `\\label{${label}}` : ''}${this.flow(i.blocks, true)}`;
		if (i.kind === 'endnote') {
			this.endnotes = true;
			this.packages.add('endnotes');
			return `\\endnote{${words}}`;
		}
		if (!this.waiting) return `\\footnote{${words}}`;
		this.waiting.push(`\\footnotetext{${words}}`);
		return '\\footnotemark{}';
	}

	// --- before the text ------------------------------------------------------------------------------------------------

	private front(title: Inline[]): string {
		const { head } = this.paper;
		const authors = head.authors.map((a) =>
			[a.name, ...a.affiliations, ...(a.email ? [a.email] : [])].map(escapeTex).join(' \\\\ ')
		);
		const thanks = head.thanks.map((t) => `\\thanks{${this.line(t)}}`).join('');
		const made = title.length || authors.length || head.date;
		return [
			...(made
				? [
						`\\title{${this.line(title)}${thanks}}`,
						`\\author{${authors.join(' \\and ')}}`,
						`\\date{${escapeTex(head.date)}}`,
						'\\maketitle'
					]
				: []),
			...(head.abstract.length ? [`\\begin{abstract}\n${guarded(this.flow(head.abstract))}\n\\end{abstract}`] : []),
			...(head.keywords.length
				? [`\\begin{keywords}\n${head.keywords.map(escapeTex).join(', ')}\n\\end{keywords}`]
				: [])
		].join('\n');
	}

	// --- blocks ---------------------------------------------------------------------------------------------------------

	/** @param close whether paragraphs are parted by a command, since empty lines may end what they stand in */
	private flow(blocks: Block[], close = false): string {
		const out: string[] = [];
		for (let i = 0; i < blocks.length; i++) {
			const b = blocks[i];
			if (b.t !== 'figure' && !(b.t === 'table' && b.caption)) {
				out.push(this.block(b));
				continue;
			}
			const legends: Legend[] = [];
			for (let next = blocks[i + 1]; next?.t === 'paragraph' && next.legend; next = blocks[i + 1]) {
				legends.push(next);
				i++;
			}
			out.push(b.t === 'figure' ? this.figure(b, legends) : this.table(b, legends));
		}
		return out.filter(Boolean).join(close ? '\\par{} ' : '\n\n');
	}

	/** Notes below a float, within it. */
	private legends(list: readonly Legend[]): string[] {
		return list.flatMap((b) => {
			if (b.align && b.align !== 'left') this.lost.add('the alignment of a note below a table or figure', this.where);
			const words = this.inLanguage(this.line(b.content), b.lang);
			return words ? [`\\par\\smallskip{\\footnotesize\\raggedright ${words}\\par}`] : [];
		});
	}

	private labelOf(id: string): string {
		const label = this.labels.get(id);
		return label ? `\\label{${label}}` : '';
	}

	private inLanguage(tex: string, lang: string): string {
		const name = lang && babelName(lang);
		if (lang && !name) this.lost.add(`the language of a passage (${lang})`, this.where);
		if (!name || !tex) return tex;
		this.languages.add(name);
		return `\\begin{otherlanguage}{${name}}\n${guarded(tex)}\n\\end{otherlanguage}`;
	}

	private block(b: Block): string {
		switch (b.t) {
			case 'paragraph': {
				if (b.legend) this.lost.add('small type of a note that is not below a table or figure', this.where);
				if (b.align === 'justify') this.lost.add('justified paragraphs: LaTeX justifies all', this.where);
				const words = this.line(b.content);
				const around = b.align && b.align !== 'justify' ? ALIGNED[b.align] : '';
				const hanging = b.hanging && words ? `\\hangindent=1.5em\\hangafter=1\\noindent ${words}` : words;
				const tex = around && words ? `\\begin{${around}}\n${guarded(words)}\n\\end{${around}}` : hanging;
				return this.inLanguage(tex, b.lang);
			}
			case 'heading':
				return this.heading(b);
			case 'list':
				return this.list(b);
			case 'quotation': {
				const tex = this.flow(b.blocks);
				return tex && `\\begin{quote}\n${guarded(this.inLanguage(tex, b.lang))}\n\\end{quote}`;
			}
			case 'table':
				return this.table(b);
			case 'figure':
				return this.figure(b);
			case 'equation': {
				this.packages.add('amsmath');
				const tex = b.tex.replace(/\n\s*\n/g, '\n').trim();
				return b.numbered
					? `\\begin{equation}${this.labelOf(b.id)}\n${tex}\n\\end{equation}`
					: `\\begin{equation*}\n${tex}\n\\end{equation*}`;
			}
			case 'code':
				if (b.language) this.lost.add('the language of a listing', this.where);
				return `\\begin{verbatim}\n${b.text.replace(/\\end\{verbatim\}/g, '\\end {verbatim}')}\n\\end{verbatim}`;
			case 'page-break':
				return '\\newpage';
			case 'contents': {
				const [command, name] = LISTS[b.of];
				const title = b.title ? `\\renewcommand{\\${name}}{${escapeTex(b.title)}}\n` : '';
				const depth = b.of === 'headings' ? `\\setcounter{tocdepth}{${b.levels}}\n` : '';
				return `${title}${depth}\\${command}`;
			}
			case 'bibliography':
				if (Object.keys(b.settings).length) this.lost.add('bibliography options', this.where);
				return b.heading.content.length
					? `\\printbibliography[title={${this.line(b.heading.content)}}]`
					: '\\printbibliography';
		}
	}

	private heading(b: Extract<Block, { t: 'heading' }>): string {
		const text = textOf(b.content);
		if (text) this.where = `in “${text.slice(0, 60)}”`;
		if (b.level === 1) this.lost.add('a title within the text: it stands as a section', this.where);
		if (b.level > 6) this.lost.add('headings below the fifth level', this.where);
		if (b.align) this.lost.add('the alignment of a heading', this.where);
		if (b.lang) this.lost.add('the language of a heading', this.where);
		const words = this.line(b.content);
		if (!words) {
			this.lost.add('a heading without words', this.where);
			return '';
		}
		return `\\${SECTIONS[Math.min(SECTIONS.length, Math.max(2, b.level) - 1) - 1]}{${words}}${this.labelOf(b.id)}`;
	}

	private list(b: Extract<Block, { t: 'list' }>): string {
		if (++this.depth > DEEPEST) this.lost.add(`lists nested more than ${DEEPEST} deep`, this.where);
		const name = b.ordered ? 'enumerate' : 'itemize';
		const options = b.ordered ? [LABELS[b.numbers], b.start === 1 ? '' : `start=${b.start}`].filter(Boolean) : [];
		if (options.length) this.packages.add('enumitem');
		const items = b.items.map((i) => `\\item ${guarded(this.flow(i))}`);
		this.depth--;
		return `\\begin{${name}}${options.length ? `[${options.join(', ')}]` : ''}\n${items.join('\n')}\n\\end{${name}}`;
	}

	private table(b: Extract<Block, { t: 'table' }>, legends: readonly Legend[] = []): string {
		if (b.rows.flat().some((c) => c.widths)) this.lost.add('column widths', this.where);
		if (
			b.rows.some((r, n) => r.some((c) => c.header) && !b.rows.slice(0, n + 1).every((x) => x.every((c) => c.header)))
		)
			this.lost.add('row headers of a table', this.where);
		if (b.caption?.lang) this.lost.add('the language of a caption', this.where);
		this.waiting = [];
		// its notes come first, as they stand first
		const caption = b.caption && `\\caption{${this.line(b.caption.content)}}${this.labelOf(b.id)}`;
		const grid = writeTable(
			b,
			(c) => this.cell(c),
			(name) => void this.packages.add(name)
		);
		const below = this.legends(legends);
		const notes = this.waiting;
		this.waiting = null;
		const tex = caption
			? ['\\begin{table}[htbp]', '\\centering', caption, grid, ...below, '\\end{table}'].join('\n')
			: `\\begin{center}\n${grid}\n\\end{center}`;
		return [tex, ...notes].join('\n');
	}
	private cell(c: Cell): string {
		const lines: string[] = [];
		for (const { block: b, inNote } of everyBlock(c.blocks)) {
			if (inNote) continue;
			if (b.t === 'paragraph' || b.t === 'heading') lines.push(this.line(b.content));
			else this.lost.add('lists and other blocks in table cells', this.where);
		}
		const full = lines.filter(Boolean);
		if (full.length > 1) this.lost.add('paragraphs of a table cell: they stand in one', this.where);
		return full.join(' ');
	}

	private figure(b: Extract<Block, { t: 'figure' }>, legends: readonly Legend[] = []): string {
		const path = this.pictures.get(b.asset);
		if (path) this.packages.add('graphicx');
		else this.lost.add('a figure whose picture is missing', this.where);
		if (path?.endsWith('.gif') || path?.endsWith('.webp'))
			this.lost.add(`a picture that LaTeX does not set (${path}): convert it to PNG`, this.where);
		if (b.caption.lang) this.lost.add('the language of a caption', this.where);
		const alt = b.alt ? `, alt={${escapeTex(b.alt)}}` : '';
		this.waiting = [];
		const words = this.line(b.caption.content);
		const below = this.legends(legends);
		const notes = this.waiting;
		this.waiting = null;
		const caption = words || this.labels.has(b.id) ? [`\\caption{${words}}${this.labelOf(b.id)}`] : [];
		const picture = path
			? [
					`\\includegraphics[width=${b.width ? +(b.width / 100).toFixed(2) : ''}\\linewidth, height=0.7\\textheight, keepaspectratio${alt}]{${path}}`
				]
			: [];
		return [
			['\\begin{figure}[htbp]', '\\centering', ...picture, ...caption, ...below, '\\end{figure}'].join('\n'),
			...notes
		].join('\n');
	}
}
