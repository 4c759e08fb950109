/** What keys do, by view. */
import { words } from '$lib/core/source';

export interface Shortcut {
	keys: string[];
	what: string;
}
export interface ShortcutGroup {
	name: string;
	rows: Shortcut[];
}

const group = (name: string, rows: [string, string][]): ShortcutGroup => ({
	name,
	rows: rows.map(([keys, what]) => ({ keys: keys.split(' '), what }))
});

export const SHORTCUTS: ShortcutGroup[] = [
	group('Citing', [
		['@', 'Cite, after a space or an opening bracket'],
		['Ctrl Shift E', 'Cite at the caret'],
		['Enter', 'Open the selected citation'],
		['Alt G', 'Mark that a source is needed here'],
		['@ ?', 'The same, with a hint behind it'],
		['Alt PgDn', 'Next citation or “source needed”; Alt PgUp the one before'],
		['Alt Q', 'Excerpts, to quote one where the caret is']
	]),
	group('In the cite line', [
		[';', 'Another source'],
		['Tab', 'Take the highlighted source'],
		['Enter', 'Cite'],
		['Esc', 'Cancel']
	]),
	group('Notes', [
		['Alt N', 'Your own note at the caret, or of the selected words'],
		['Alt R', 'Refer to a note by its number'],
		['Esc', 'Back from a note to the text']
	]),
	group('Writing', [
		['Ctrl Z', 'Undo; with Shift, do again'],
		['Ctrl F', 'Find and replace'],
		['Ctrl Shift V', 'Paste as plain text'],
		['Ctrl B', 'Bold'],
		['Ctrl I', 'Italic'],
		['Ctrl U', 'Underline'],
		['Ctrl K', 'Link'],
		['Ctrl Alt 1', 'Heading 1; 2 to 4 for lower ones, 0 for a paragraph'],
		['Ctrl Alt L', 'Bulleted list; O for a numbered one'],
		['Ctrl Alt Q', 'Block quotation'],
		['Tab', 'In a list, move the item in; in a table, go to the next cell'],
		['# space', 'Heading, with more # for lower ones'],
		['> space', 'Block quotation'],
		['- space', 'List'],
		['F10', 'To the line above the sheet; arrows go along it, Esc back']
	]),
	group('Sources', [
		['/', 'Find sources'],
		['Enter', 'Open the source in the list'],
		['Esc', 'Close the open source'],
		['Ctrl A', 'Select all that are listed'],
		['Ctrl Z', 'Undo in the library']
	]),
	group('Styles', [
		['↑ ↓', 'Go through the list'],
		['Enter', 'Show the style']
	]),
	group('Everywhere', [['?', 'This list of keys']])
];

/** The rows in which every word of a search stands, or begins a word. */
export function findShortcuts(query: string): ShortcutGroup[] {
	const wanted = words(query);
	return SHORTCUTS.flatMap((g) => {
		const rows = g.rows.filter((r) => {
			const there = words(`${g.name} ${r.what} ${r.keys.join(' ')}`);
			return wanted.every((w) => there.some((t) => t.startsWith(w)));
		});
		return rows.length ? [{ ...g, rows }] : [];
	});
}
