/** Tables of LaTeX: columns by &, rows by \\, cells over several columns and rows, heads above the first line within. */
import { rectangular, type Align, type Block, type Cell } from '../../../paper';
import { Cursor, isMacro, isString, rawOf, type Node } from './cursor';

/** Environments of grids, with what stands before the columns. */
export const GRIDS: Record<string, string> = {
	tabular: 'o',
	'tabular*': 'mo',
	tabularx: 'mo',
	tabulary: 'mo',
	tabu: 'o',
	longtable: 'o',
	longtabu: 'o',
	supertabular: '',
	xltabular: 'om',
	array: 'o'
};
const LINES = [
	'hline',
	'midrule',
	'toprule',
	'bottomrule',
	'cline',
	'cmidrule',
	'specialrule',
	'addlinespace',
	'Xhline'
];
/** Commands of long tables that end a head or a foot that is repeated on later pages. */
const REPEATED = ['endhead', 'endfoot', 'endlastfoot'];

/** What is put before each cell of a column says how it is aligned (array manual, 1). */
function alignedBy(tex: string): Align {
	if (/\\(?:raggedleft|RaggedLeft)/.test(tex)) return 'right';
	if (/\\(?:centering|Centering)/.test(tex)) return 'center';
	return /\\(?:raggedright|RaggedRight)/.test(tex) ? 'left' : '';
}

/** Alignment of each column, by its letter; a column of paragraphs has that of the text. */
function columns(spec: Node[]): Align[] {
	const out: Align[] = [];
	const at = new Cursor(spec);
	/** What stands before the next column says of its paragraphs. */
	let before: Align = '';
	while (!at.done) {
		const n = at.next()!;
		if (n.type !== 'string') continue;
		for (const c of n.content) {
			if (c === '>') before = alignedBy(rawOf(at.arg()));
			else if (c === '@' || c === '!' || c === '<') at.arg();
			else if (c === '*') {
				const times = Math.min(100, Number(rawOf(at.arg())) || 0);
				const inner = columns(at.arg());
				for (let i = 0; i < times; i++) out.push(...inner);
			} else if (c === 'l' || c === 'L') out.push('left');
			else if (c === 'c' || c === 'C') out.push('center');
			else if (c === 'r' || c === 'R' || c === 'S') out.push('right');
			else if (/[pmbXJ]/.test(c)) {
				if (/[pmb]/.test(c)) at.arg();
				out.push(before);
				before = '';
			}
		}
	}
	return out;
}

interface Raw {
	nodes: Node[];
}

/**
 * The rows of a grid.
 * @param at the content of the environment, behind what stands before the columns
 * @param blocks reads what stands in a cell
 */
export function readGrid(at: Cursor, blocks: (nodes: Node[]) => Block[]): Cell[][] {
	const aligns = columns(at.arg());
	const rows: Raw[][] = [[{ nodes: [] }]];
	/** Rows above the first line that stands within the table. */
	let heads = 0;
	const row = () => rows[rows.length - 1];
	const hasWords = () => rows.filter((r) => r.some((c) => c.nodes.some((n) => n.type !== 'whitespace'))).length;
	while (!at.done) {
		const n = at.next()!;
		if (isString(n, '&')) row().push({ nodes: [] });
		else if (isMacro(n, '\\', 'tabularnewline', 'cr')) {
			at.star();
			at.opt();
			rows.push([{ nodes: [] }]);
		} else if (isMacro(n, ...LINES)) {
			at.opt();
			at.opt('(', ')');
			if (isMacro(n, 'cline', 'cmidrule', 'specialrule')) at.arg();
			const until = hasWords();
			// a line right at the top is no line within; a table of nothing but lines has no head
			if (!heads && until && isMacro(n, 'midrule', 'hline')) heads = until;
		} else if (isMacro(n, 'endfirsthead')) {
			heads = hasWords();
		} else if (isMacro(n, ...REPEATED)) {
			// what stood since the first head is it again, for later pages
			if (heads && isMacro(n, 'endhead')) rows.length = Math.max(1, heads);
			else if (isMacro(n, 'endhead')) heads = hasWords();
			else rows.pop();
			rows.push([{ nodes: [] }]);
		} else row().at(-1)!.nodes.push(n);
	}
	const full = rows.filter((r) =>
		r.some((c) => c.nodes.some((n) => n.type !== 'whitespace' && n.type !== 'parbreak' && n.type !== 'comment'))
	);
	const last = full.length;
	return rectangular(
		withoutCovered(
			full.map((r, i) => {
				let column = 0;
				return r.map((c) => {
					const cell = readCell(c.nodes, aligns[column] ?? '', i < heads && heads < last, blocks);
					column += cell.colspan;
					return cell;
				});
			})
		)
	);
}

function readCell(nodes: Node[], align: Align, header: boolean, blocks: (nodes: Node[]) => Block[]): Cell {
	const cell: Cell = { header, colspan: 1, rowspan: 1, widths: null, align, blocks: [] };
	const at = new Cursor(nodes);
	at.skipSpace();
	let content = nodes;
	for (let n = at.peek(); isMacro(n, 'multicolumn', 'multirow'); n = at.peek()) {
		at.next();
		if (n.content === 'multicolumn') {
			cell.colspan = Math.min(100, Math.max(1, Number(rawOf(at.arg())) || 1));
			cell.align = columns(at.arg())[0] ?? align;
		} else {
			at.opt();
			cell.rowspan = Math.min(100, Math.max(1, Math.abs(Number(rawOf(at.arg()))) || 1));
			at.opt();
			at.arg();
			at.opt();
		}
		at.put(at.arg());
		at.skipSpace();
		content = at.rest();
	}
	cell.blocks = blocks(content);
	return cell;
}

/** Below a cell over several rows stand empty cells, which are part of it. */
function withoutCovered(rows: Cell[][]): Cell[][] {
	/** For each column: rows that are still covered from above. */
	const covered: number[] = [];
	return rows.map((row, r) => {
		let column = 0;
		const out: Cell[] = [];
		for (const c of row) {
			const here = covered[column] ?? 0;
			const empty = c.blocks.every((b) => b.t === 'paragraph' && !b.content.length);
			const rowspan = Math.min(c.rowspan, rows.length - r);
			for (let k = 0; k < c.colspan; k++) covered[column + k] = here > 0 ? here - 1 : rowspan - 1;
			if (here === 0 || !empty) out.push({ ...c, rowspan: here === 0 ? rowspan : 1 });
			column += c.colspan;
		}
		return out.length ? out : row.slice(0, 1);
	});
}
