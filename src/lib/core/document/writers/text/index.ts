/**
 * Papers as plain text: paragraphs parted by empty lines, notes numbered in brackets and written out at the end, so that
 * it can be read, mailed and pasted anywhere. Live citations stand as their short forms.
 */
import { shortLabel } from '../../../source';
import { listedIn, type Block, type Cell, type Inline, type Paper } from '../../../paper';
import { Losses } from '../../losses';
import { contentsTitle, roman } from '../../../page';
import type { WrittenPaper } from '../types';

/** Signs a line of a heading or a division may have. */
const LONGEST_RULE = 72;
const NUMERALS = {
	decimal: (n: number) => String(n),
	'lower-alpha': (n: number) => letter(n),
	'upper-alpha': (n: number) => letter(n).toUpperCase(),
	'lower-roman': (n: number) => roman(n).toLowerCase(),
	'upper-roman': (n: number) => roman(n)
};

/** a, b … z, aa. */
const letter = (n: number): string =>
	(n > 26 ? letter(Math.floor((n - 1) / 26)) : '') + String.fromCharCode(97 + ((n - 1) % 26));

export function writeText(paper: Paper): WrittenPaper {
	return new Writer(paper).write();
}

class Writer {
	private readonly lost = new Losses();
	private readonly notes: { kind: 'footnote' | 'endnote'; mark: string; words: string }[] = [];
	private readonly byId = new Map<string, string>();
	private where = 'at the beginning';

	constructor(private readonly paper: Paper) {}

	write(): WrittenPaper {
		const { head } = this.paper;
		const [first, ...rest] = this.paper.blocks;
		const titled = first?.t === 'heading' && first.level === 1 && !head.title.length;
		const title = this.line(titled ? first.content : head.title).replace(/\n/g, ' ');
		const front = [
			title && underlined(title, '='),
			head.authors.map((a) => [a.name, ...a.affiliations].join(', ')).join('\n'),
			head.date,
			...this.flow(head.abstract),
			head.keywords.length ? `Keywords: ${head.keywords.join(', ')}` : ''
		];
		const body = this.flow(titled ? rest : this.paper.blocks);
		const section = (kind: 'footnote' | 'endnote') => {
			const list = this.notes.filter((n) => n.kind === kind);
			return list.length
				? [
						underlined(kind === 'footnote' ? 'Notes' : 'Endnotes', '-'),
						list.map((n) => `${n.mark} ${n.words}`).join('\n')
					]
				: [];
		};
		const text = [...front, ...body, ...section('footnote'), ...section('endnote')]
			.filter((p) => p.trim())
			.join('\n\n');
		return { text: `${text}\n`, files: [], dropped: this.lost.all() };
	}

	private line(line: Inline[]): string {
		return line
			.map((i) => this.piece(i))
			.join('')
			.replace(/[ \t]+/g, ' ')
			.replace(/ ?\n ?/g, '\n')
			.trim();
	}

	private piece(i: Inline): string {
		switch (i.t) {
			case 'text':
				return i.text;
			case 'break':
				return '\n';
			case 'math':
				return i.tex;
			case 'note': {
				const of = this.notes.filter((n) => n.kind === i.kind).length + 1;
				const mark = i.kind === 'footnote' ? `[${of}]` : `[${roman(of).toLowerCase()}]`;
				this.byId.set(i.id, mark);
				const note = { kind: i.kind, mark, words: '' };
				this.notes.push(note);
				note.words = this.flow(i.blocks).join('\n    ');
				return mark;
			}
			case 'note-ref':
				return this.byId.get(i.note)?.slice(1, -1) ?? '[no such note]';
			case 'cross-ref':
				this.lost.add('a reference to something numbered: written without its number', this.where);
				return '[reference]';
			case 'citation': {
				this.lost.add('live citations: they stand as author and year', this.where);
				const of = (id: string) => this.paper.sources.find((s) => s.id === id);
				const each = i.cites.map((c) => {
					const s = of(c.sourceId);
					const label = s ? shortLabel(s.item) : null;
					const words = label ? `${label.name} ${label.year}` : '[no source]';
					return [c.prefix, `${words}${c.locator ? `, ${c.locator.value}` : ''}${c.suffix}`].filter(Boolean).join(' ');
				});
				return `(${each.join('; ')})`;
			}
			case 'placeholder':
				return i.hint ? `[source needed: ${i.hint}]` : '[source needed]';
		}
	}

	private flow(blocks: readonly Block[]): string[] {
		return blocks.flatMap((b) => this.block(b)).filter((p) => p.trim());
	}

	private block(b: Block): string[] {
		switch (b.t) {
			case 'paragraph':
				return [b.hanging ? hanging(this.line(b.content)) : this.line(b.content)];
			case 'heading': {
				const words = this.line(b.content).replace(/\n/g, ' ');
				this.where = words ? `in “${words.slice(0, 60)}”` : this.where;
				return words ? [underlined(words, b.level === 1 ? '=' : b.level === 2 ? '-' : '~')] : [];
			}
			case 'list':
				return [
					b.items
						.map((item, n) => {
							const mark = b.ordered ? `${NUMERALS[b.numbers](b.start + n)}.` : '-';
							return `${mark} ${this.flow(item).join('\n').replace(/\n/g, '\n   ')}`;
						})
						.join('\n')
				];
			case 'quotation':
				return this.flow(b.blocks).map((p) => `    ${p.replace(/\n/g, '\n    ')}`);
			case 'table': {
				this.lost.add('lines and columns of a table: cells are parted by tabs', this.where);
				const caption = b.caption ? [this.line(b.caption.content)] : [];
				const rows = b.rows.map((r) => r.map((c) => this.cell(c)).join('\t')).join('\n');
				return [...caption, rows];
			}
			case 'figure': {
				this.lost.add('pictures', this.where);
				const alt = b.alt ? `[Picture: ${b.alt}]` : '[Picture]';
				return [`${alt}\n${this.line(b.caption.content)}`];
			}
			case 'equation':
				this.lost.add('the setting of formulas: they stand as TeX', this.where);
				return [`    ${b.tex.replace(/\n+/g, '\n    ')}`];
			case 'code':
				return [b.text];
			case 'page-break':
				return ['* * *'];
			case 'contents': {
				const rows = listedIn(this.paper.blocks, b).map(
					(r) => `${'  '.repeat(r.level - 1)}${this.line(r.words.filter((i) => i.t !== 'note')).replace(/\n/g, ' ')}`
				);
				return [[underlined(b.title || contentsTitle(b.of, this.paper.lang), '~'), ...rows].join('\n')];
			}
			case 'bibliography':
				this.lost.add('the bibliography, which is made of live citations', this.where);
				return this.block({ ...b.heading, t: 'heading' });
		}
	}

	private cell(c: Cell): string {
		return this.flow(c.blocks).join(' ').replace(/\s+/g, ' ');
	}
}

const underlined = (words: string, sign: string): string =>
	`${words}\n${sign.repeat(Math.max(3, Math.min(LONGEST_RULE, [...words].length)))}`;
/** Later lines of an entry are indented. */
const hanging = (words: string): string => words.replace(/\n/g, '\n    ');
