/** Tables as LaTeX sets them (booktabs, multirow). */
import type { Align, Block, Cell } from '../../../paper';

type Table = Extract<Block, { t: 'table' }>;

/** A cell that holds more than so many letters runs over several lines. */
const LONG = 30;

const LETTERS: Record<Align, string> = { '': 'l', left: 'l', center: 'c', right: 'r', justify: 'l' };
/** Columns of paragraphs, which share the width of the line. */
const BEFORE: Record<Align, string> = {
	'': '',
	left: '\\raggedright',
	center: '\\centering',
	right: '\\raggedleft',
	justify: ''
};

/** Where each cell begins, and what is left of cells above. */
function places(rows: Cell[][]): { cell: Cell; column: number }[][] {
	const open: number[] = [];
	return rows.map((row) => {
		let column = 0;
		const out = row.map((cell) => {
			while (open[column] > 0) column++;
			const at = column;
			for (let k = 0; k < cell.colspan; k++) open[column++] = cell.rowspan;
			return { cell, column: at };
		});
		for (let k = 0; k < open.length; k++) if (open[k] > 0) open[k]--;
		return out;
	});
}

/**
 * @param words the words of a cell
 * @param needs is told what packages it takes
 */
export function writeTable(b: Table, words: (c: Cell) => string, needs: (name: string) => void): string {
	needs('booktabs');
	const grid = places(b.rows);
	const columns = Math.max(1, ...grid.flat().map(({ cell, column }) => column + cell.colspan));
	const all = b.rows.map((r) => r.map((c) => ({ tex: words(c), c })));
	const long = all.flat().some(({ tex, c }) => tex.replace(/\\[a-z]+|[{}]/g, '').length > LONG * c.colspan);
	const look = Array.from({ length: columns }, (_, k): Align => {
		const found = grid.flat().filter(({ column, cell }) => column === k && cell.colspan === 1 && !cell.header);
		return found.length && found.every(({ cell }) => cell.align === found[0].cell.align) ? found[0].cell.align : '';
	});
	if (long) {
		needs('tabularx');
		needs('array');
	}
	const letters = look.map((a) => (!long ? LETTERS[a] : BEFORE[a] ? `>{${BEFORE[a]}\\arraybackslash}X` : 'X')).join('');
	const lines = grid.map((row, r) => {
		const cells: string[] = [];
		let column = 0;
		row.forEach(({ cell, column: at }, k) => {
			for (; column < at; column++) cells.push('');
			let { tex } = all[r][k];
			if (cell.rowspan > 1) {
				needs('multirow');
				tex = `\\multirow{${cell.rowspan}}{*}{${tex}}`;
			}
			const own = cell.align && cell.align !== look[at] && cell.align !== 'justify';
			if (cell.colspan > 1 || own) tex = `\\multicolumn{${cell.colspan}}{${LETTERS[cell.align]}}{${tex}}`;
			cells.push(tex);
			column += cell.colspan;
		});
		for (; column < columns; column++) cells.push('');
		// a bracket or a star would belong to the end of the row above
		return `${cells.join(' & ').replace(/^\s*(?=[[*(])/, '{}')} \\\\`;
	});
	const heads = b.rows.findIndex((r) => !r.length || !r.every((c) => c.header));
	const head = heads < 0 ? 0 : heads;
	if (head) lines.splice(head, 0, '\\midrule');
	const [begin, end] = long
		? [`\\begin{tabularx}{\\linewidth}{${letters}}`, '\\end{tabularx}']
		: [`\\begin{tabular}{${letters}}`, '\\end{tabular}'];
	return [begin, '\\toprule', ...lines, '\\bottomrule', end].join('\n');
}
