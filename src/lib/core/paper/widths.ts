/** Widths of columns that a file states, put on cells. */
import { SHEET } from '../manuscript';
import type { Cell } from './types';

/**
 * The rows of a table with the widths of its columns.
 * @param columns as they are in the file, in any unit; where one is not known, or there are not as many as the table has,
 *   no widths are set
 */
export function withWidths(rows: Cell[][], columns: readonly (number | undefined)[]): Cell[][] {
	const count = rows[0]?.reduce((n, c) => n + c.colspan, 0) ?? 0;
	const sum = columns.reduce<number>((n, c) => n + (c ?? NaN), 0);
	if (!count || columns.length !== count || !(sum > 0) || columns.some((c) => !c || c < 0)) return rows;
	const pixels = columns.map((c) => Math.max(1, Math.round((c! / sum) * SHEET)));
	/** Rows that a cell above still stands in, by column. */
	const open = columns.map(() => 0);
	return rows.map((row) => {
		let at = 0;
		const skip = () => {
			while (open[at] > 0) open[at++]--;
		};
		const cells = row.map((c): Cell => {
			skip();
			const own = pixels.slice(at, at + c.colspan);
			for (let k = 0; k < c.colspan; k++) open[at++] = c.rowspan - 1;
			return own.length === c.colspan ? { ...c, widths: own } : c;
		});
		skip();
		return cells;
	});
}

/** Whether columns are not all of one width, within two parts of a hundred. */
export function isUneven(columns: readonly (number | undefined)[]): boolean {
	const known = columns.map((c) => c ?? 0);
	return Math.max(...known) > Math.min(...known) * 1.02;
}
