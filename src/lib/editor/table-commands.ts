/** What can be done to the table that the caret is in. */
import type { Command, EditorState } from 'prosemirror-state';
import {
	addColumnAfter,
	addColumnBefore,
	addRowAfter,
	addRowBefore,
	deleteColumn,
	deleteRow,
	mergeCells,
	setCellAttr,
	splitCell,
	toggleHeaderColumn,
	toggleHeaderRow
} from 'prosemirror-tables';
import { newId, schema } from '$lib/core/manuscript';

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
	{ name: 'Align left', command: setCellAttr('align', ''), parted: true },
	{ name: 'Centre', command: setCellAttr('align', 'center') },
	{ name: 'Align right', command: setCellAttr('align', 'right') },
	{ name: 'Caption and number', command: toggleCaption, parted: true },
	{ name: 'Delete row', command: deleteRow, parted: true },
	{ name: 'Delete column', command: deleteColumn },
	{ name: 'Delete table', command: deleteTable }
];
