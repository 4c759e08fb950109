/** What can be done to the table that the caret is in. */
import type { Command, EditorState, Transaction } from 'prosemirror-state';
import {
	addColumnAfter,
	addColumnBefore,
	addRowAfter,
	addRowBefore,
	deleteColumn,
	deleteRow,
	isInTable,
	mergeCells,
	selectedRect,
	setCellAttr,
	splitCell,
	toggleHeaderColumn,
	toggleHeaderRow
} from 'prosemirror-tables';
import { noteBelow } from './insertions';
import { columnShares, newId, schema, SHEET } from '$lib/core/manuscript';

const { nodes } = schema;

/** The table around the caret, with its caption where it has one. */
function tableAt(state: EditorState): { depth: number; captioned: boolean } | null {
	const { $head } = state.selection;
	for (let d = $head.depth; d > 0; d--)
		if ($head.node(d).type === nodes.table) {
			const captioned = d > 1 && $head.node(d - 1).type === nodes.captioned_table;
			return { depth: captioned ? d - 1 : d, captioned };
		}
	return null;
}

/** Takes the whole table out, its caption with it. */
export const deleteTable: Command = (state, dispatch) => {
	const at = tableAt(state);
	if (!at) return false;
	const { $head } = state.selection;
	dispatch?.(state.tr.delete($head.before(at.depth), $head.after(at.depth)).scrollIntoView());
	return true;
};

/** Gives a table a caption and with it a number, or takes both. */
export const toggleCaption: Command = (state, dispatch) => {
	const at = tableAt(state);
	if (!at) return false;
	const { $head } = state.selection;
	const from = $head.before(at.depth);
	const node = $head.node(at.depth);
	const next = at.captioned
		? node.lastChild!
		: nodes.captioned_table.create({ id: newId() }, [nodes.caption.create(), node]);
	dispatch?.(state.tr.replaceWith(from, from + node.nodeSize, next).scrollIntoView());
	return true;
};

/** Sets how wide all columns are, in parts of the whole; none are set where it is null. */
function setColumns(state: EditorState, shares: readonly number[] | null): Transaction {
	const { map, table, tableStart } = selectedRect(state);
	const { tr } = state;
	for (const pos of new Set(map.map)) {
		const cell = table.nodeAt(pos)!;
		const { left, right } = map.findCell(pos);
		const colwidth = shares && shares.slice(left, right).map((s) => Math.round(s * SHEET));
		if (JSON.stringify(colwidth) !== JSON.stringify(cell.attrs.colwidth))
			tr.setNodeAttribute(tableStart + pos, 'colwidth', colwidth);
	}
	return tr;
}

/** Makes the columns of the selection wider or narrower; the others share what is left. */
const stretchColumn =
	(by: number): Command =>
	(state, dispatch) => {
		if (!isInTable(state)) return false;
		const { map, table, left, right } = selectedRect(state);
		const chosen = (n: number) => n >= left && n < right;
		const even = Array.from({ length: map.width }, () => 1 / map.width);
		const shares = columnShares(table) ?? even;
		const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
		const own = sum(shares.filter((_, n) => chosen(n)));
		const rest = 1 - own;
		const next = own * by;
		// every column stays wide enough to be seen
		if (rest <= 0 || next > 1 - 0.05 * (map.width - right + left) || next < 0.05 * (right - left)) return false;
		dispatch?.(
			setColumns(
				state,
				shares.map((s, n) => (chosen(n) ? (s / own) * next : (s / rest) * (1 - next)))
			)
		);
		return true;
	};

const evenColumns: Command = (state, dispatch) => {
	if (!isInTable(state) || !columnShares(selectedRect(state).table)) return false;
	dispatch?.(setColumns(state, null));
	return true;
};

export interface TableCommand {
	name: string;
	command: Command;
	/** A line parts it from what stands before. */
	parted?: boolean;
}

export const TABLE_COMMANDS: TableCommand[] = [
	{ name: 'Row above', command: addRowBefore },
	{ name: 'Row below', command: addRowAfter },
	{ name: 'Column before', command: addColumnBefore },
	{ name: 'Column after', command: addColumnAfter },
	{ name: 'Header row', command: toggleHeaderRow, parted: true },
	{ name: 'Header column', command: toggleHeaderColumn },
	{ name: 'Merge cells', command: mergeCells },
	{ name: 'Split cell', command: splitCell },
	{ name: 'Caption and number', command: toggleCaption, parted: true },
	{ name: 'Note below the table', command: noteBelow },
	{ name: 'Column wider', command: stretchColumn(1.25), parted: true },
	{ name: 'Column narrower', command: stretchColumn(0.8) },
	{ name: 'Automatic column widths', command: evenColumns },
	{ name: 'Align left', command: setCellAttr('align', ''), parted: true },
	{ name: 'Centre', command: setCellAttr('align', 'center') },
	{ name: 'Align right', command: setCellAttr('align', 'right') },
	{ name: 'Delete row', command: deleteRow, parted: true },
	{ name: 'Delete column', command: deleteColumn },
	{ name: 'Delete table', command: deleteTable }
];
