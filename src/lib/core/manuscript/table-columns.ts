/** How wide the columns of a table are. */
import type { Node } from 'prosemirror-model';

/** Width of the text in the sheet, in pixels, which widths by hand are seen against. */
export const SHEET = 622;
/** The least part of the width that a column has. */
const LEAST = 0.03;

/**
 * Columns of a table as parts of its width, which add up to 1; null where nobody has set any. Those that have no width of
 * their own share what is left.
 */
export function columnShares(table: Node): number[] | null {
	const widths: (number | null)[] = [];
	/** Rows that a cell above still stands in, by column. */
	const open: number[] = [];
	table.forEach((row) => {
		let column = 0;
		const skip = () => {
			while (open[column] > 0) open[column++]--;
		};
		row.forEach((cell) => {
			skip();
			const own = cell.attrs.colwidth as number[] | null;
			for (let k = 0; k < (cell.attrs.colspan as number); k++, column++) {
				widths[column] = widths[column] || own?.[k] || null;
				open[column] = (cell.attrs.rowspan as number) - 1;
			}
		});
		skip();
	});
	const set = widths.filter((w): w is number => w !== null && w > 0);
	if (!set.length) return null;
	const free = widths.length - set.length;
	const sum = set.reduce((a, b) => a + b, 0);
	const rest = free ? Math.max(SHEET - sum, SHEET * LEAST * free) : 0;
	return widths.map((w) => (w ?? rest / free) / (sum + rest));
}
