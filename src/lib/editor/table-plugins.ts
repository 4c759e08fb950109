/** What tables need of the editor; loaded with the first table of a text, since most have none. */
import { keymap } from 'prosemirror-keymap';
import { TextSelection, type Command, type Plugin } from 'prosemirror-state';
import { addRowAfter, columnResizing, goToNextCell, isInTable, tableEditing } from 'prosemirror-tables';

/** From the last cell of a table Tab goes on in a new row. */
export const tabInTable: Command = (state, dispatch, view) => {
	if (goToNextCell(1)(state, dispatch, view)) return true;
	if (!isInTable(state)) return false;
	if (!dispatch) return true;
	let next = state;
	addRowAfter(state, (tr) => {
		next = state.apply(tr);
		goToNextCell(1)(next, (move) => tr.setSelection(TextSelection.create(tr.doc, move.selection.from)));
		dispatch(tr.scrollIntoView());
	});
	return true;
};

/** Shift and Tab in the first cell of a table stay there. */
export const backTabInTable: Command = (state, dispatch, view) =>
	goToNextCell(-1)(state, dispatch, view) || isInTable(state);

const keys = keymap({ Tab: tabInTable, 'Shift-Tab': backTabInTable });

/** The plugins of an editor with those of tables: keys before all others, the rest behind them. */
export const withTables = (plugins: readonly Plugin[]): Plugin[] => [
	keys,
	...plugins,
	// edges of columns can be dragged; the last one ends where the text does
	columnResizing({ cellMinWidth: 36, defaultCellMinWidth: 36, lastColumnResizable: false }),
	tableEditing({ allowTableNodeSelection: true })
];
