/** Small parts of papers, made and read. */
import type { Block, Cell, Inline, Mark, Paper } from './types';

export const words = (text: string, marks: Mark[] = []): Inline[] => (text ? [{ t: 'text', text, marks }] : []);

export const paragraph = (content: Inline[]): Extract<Block, { t: 'paragraph' }> => ({
	t: 'paragraph',
	content,
	lang: '',
	align: ''
});

/** The words of a line; what is computed says nothing, a break is a space. */
export const textOf = (content: Inline[]): string =>
	content
		.map((i) => (i.t === 'text' ? i.text : i.t === 'break' ? ' ' : i.t === 'math' ? i.tex : ''))
		.join('')
		.replace(/\s+/g, ' ')
		.trim();

/** A caption as the description of its picture; empty where not all of it is words. */
export const plainWords = (content: Inline[]): string => (content.every((i) => i.t === 'text') ? textOf(content) : '');

/** The lines that a block holds itself, and the blocks that stand in it. */
function within(b: Block): { lines: Inline[][]; blocks: Block[] } {
	switch (b.t) {
		case 'paragraph':
		case 'heading':
			return { lines: [b.content], blocks: [] };
		case 'list':
			return { lines: [], blocks: b.items.flat() };
		case 'quotation':
			return { lines: [], blocks: b.blocks };
		case 'table':
			return {
				lines: b.caption ? [b.caption.content] : [],
				blocks: b.rows.flat().flatMap((c) => c.blocks)
			};
		case 'figure':
			return { lines: [b.caption.content], blocks: [] };
		case 'bibliography':
			return { lines: [b.heading.content], blocks: [] };
		case 'equation':
		case 'code':
		case 'page-break':
		case 'contents':
			return { lines: [], blocks: [] };
	}
}

/** Every block, depth first, with what stands in notes; notes come behind the block that they are in. */
export function* everyBlock(blocks: Iterable<Block>): Generator<{ block: Block; inNote: boolean }> {
	for (const block of blocks) {
		yield { block, inNote: false };
		const { lines, blocks: inner } = within(block);
		yield* everyBlock(inner);
		for (const i of lines.flat()) {
			if (i.t === 'note') for (const x of everyBlock(i.blocks)) yield { ...x, inNote: true };
		}
	}
}

/** Every line of a paper, those of notes behind the line that the note stands in. */
export function* everyLine(paper: Pick<Paper, 'head' | 'blocks'>): Generator<{ line: Inline[]; inNote: boolean }> {
	yield* withNotes(paper.head.title, false);
	yield* linesOf(paper.head.abstract, false);
	yield* linesOf(paper.blocks, false);
}
function* linesOf(blocks: Block[], inNote: boolean): Generator<{ line: Inline[]; inNote: boolean }> {
	for (const b of blocks) {
		const { lines, blocks: inner } = within(b);
		for (const line of lines) yield* withNotes(line, inNote);
		yield* linesOf(inner, inNote);
	}
}
function* withNotes(line: Inline[], inNote: boolean): Generator<{ line: Inline[]; inNote: boolean }> {
	yield { line, inNote };
	for (const i of line) if (i.t === 'note') yield* linesOf(i.blocks, true);
}

/** The same blocks with other lines: `change` is asked for every line, those of notes first. */
export function mapLines(blocks: Block[], change: (line: Inline[]) => Inline[]): Block[] {
	const line = (l: Inline[]): Inline[] =>
		change(l.map((i) => (i.t === 'note' ? { ...i, blocks: mapLines(i.blocks, change) } : i)));
	return blocks.map((b): Block => {
		switch (b.t) {
			case 'paragraph':
			case 'heading':
				return { ...b, content: line(b.content) };
			case 'list':
				return { ...b, items: b.items.map((i) => mapLines(i, change)) };
			case 'quotation':
				return { ...b, blocks: mapLines(b.blocks, change) };
			case 'table':
				return {
					...b,
					caption: b.caption && { ...b.caption, content: line(b.caption.content) },
					rows: b.rows.map((r) => r.map((c) => ({ ...c, blocks: mapLines(c.blocks, change) })))
				};
			case 'figure':
				return { ...b, caption: { ...b.caption, content: line(b.caption.content) } };
			case 'bibliography':
				return { ...b, heading: { ...b.heading, content: line(b.heading.content) } };
			case 'equation':
			case 'code':
			case 'page-break':
			case 'contents':
				return b;
		}
	});
}

export const emptyCell = (): Cell => ({
	header: false,
	colspan: 1,
	rowspan: 1,
	widths: null,
	align: '',
	blocks: [paragraph([])]
});

/** What a cell holds: how its paragraphs stand, where all stand alike, is said of the cell. */
export function cellContent(blocks: Block[]): Pick<Cell, 'align' | 'blocks'> {
	if (!blocks.length) return { align: '', blocks: [paragraph([])] };
	const [first] = blocks;
	const align = first.t === 'paragraph' ? first.align : '';
	if (!align || !blocks.every((b) => b.t === 'paragraph' && b.align === align)) return { align: '', blocks };
	return { align, blocks: blocks.map((b) => ({ ...b, align: '' })) as Block[] };
}

/** Rows filled up to the same number of columns, counting spans: what a table of any format may lack. */
export function rectangular(rows: Cell[][]): Cell[][] {
	/** Columns that cells from above still stand in, by row. */
	const taken: number[] = rows.map(() => 0);
	const own = rows.map((row, r) => {
		let width = 0;
		for (const c of row) {
			width += c.colspan;
			for (let k = 1; k < c.rowspan && r + k < rows.length; k++) taken[r + k] += c.colspan;
		}
		return width;
	});
	const full = Math.max(0, ...rows.map((_, r) => own[r] + taken[r]));
	return rows.map((row, r) => {
		const cells = row.map((c) => (c.rowspan > rows.length - r ? { ...c, rowspan: rows.length - r } : c));
		for (let k = own[r] + taken[r]; k < full; k++) cells.push({ ...emptyCell(), header: row.at(-1)?.header ?? false });
		return cells;
	});
}

/** What contents, or a list of figures or tables, list: everything of the kind that has words, in order. */
export function listedIn(
	blocks: Block[],
	{ of, levels }: Pick<Extract<Block, { t: 'contents' }>, 'of' | 'levels'>
): { id: string; level: number; words: Inline[] }[] {
	return [...everyBlock(blocks)].flatMap(({ block: b, inNote }) => {
		if (inNote) return [];
		if (of !== 'headings')
			return b.t === (of === 'tables' ? 'table' : 'figure') && b.caption
				? [{ id: b.id, level: 1, words: b.caption.content }]
				: [];
		const heading = b.t === 'bibliography' ? b.heading : b.t === 'heading' && b.level > 1 ? b : null;
		const level = heading ? Math.max(1, heading.level - 1) : 0;
		return heading && level <= levels ? [{ id: heading.id, level, words: heading.content }] : [];
	});
}
