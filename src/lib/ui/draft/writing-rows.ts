/** What the writing line offers for a state of the text: kinds of block, marks, lists. */
import type { Command } from 'prosemirror-state';
import {
	clearFormatting,
	setBlock,
	setLegend,
	toggle,
	toggleList,
	toggleQuotation,
	type WritingMark,
	type WritingState
} from '$lib/editor/writing';
import { BLOCK_NAMES, type MenuRow, type Toggle } from './writing-names';

type Run = (command: Command) => void;

export const blockRows = (now: WritingState, run: Run): MenuRow[] => [
	...(['paragraph', 'heading-1', 'heading-2', 'heading-3', 'heading-4'] as const).map((kind, i) => ({
		name: BLOCK_NAMES[kind],
		keys: `Ctrl Alt ${i}`,
		checked: now.block === kind && !(kind === 'paragraph' && now.quotation),
		run: () => run(setBlock(kind))
	})),
	{ name: 'Block quotation', keys: 'Ctrl Alt Q', checked: now.quotation, run: () => run(toggleQuotation) },
	{ name: 'Note below a table or figure', checked: now.block === 'legend', run: () => run(setLegend) }
];

export const markRows = (now: WritingState, run: Run, language: () => void): MenuRow[] => [
	...(
		[
			['subscript', 'Subscript'],
			['underline', 'Underlined', 'Ctrl U'],
			['small_caps', 'Small capitals']
		] as [WritingMark, string, string?][]
	).map(([mark, name, keys]) => ({
		name,
		keys,
		checked: now.marks.includes(mark),
		run: () => run(toggle(mark))
	})),
	{ name: 'Language…', parted: true, run: language },
	{ name: 'Clear formatting', run: () => run(clearFormatting) }
];

export const markToggles = (now: WritingState, off: boolean, run: Run): Toggle[] =>
	(
		[
			['strong', 'Bold', 'Ctrl B', 'bold'],
			['em', 'Italic', 'Ctrl I', 'italic'],
			['superscript', 'Superscript', undefined, 'sup']
		] as const
	).map(([mark, name, keys, look]) => ({
		id: mark,
		name,
		keys,
		look,
		on: now.marks.includes(mark),
		off,
		act: () => run(toggle(mark))
	}));

export const blockToggles = (now: WritingState, off: boolean, run: Run): Toggle[] =>
	(
		[
			['bulleted', 'Bulleted', 'Bulleted list', 'Ctrl Alt L', now.list === 'bulleted', toggleList('bulleted')],
			['numbered', 'Numbered', 'Numbered list', 'Ctrl Alt O', now.list === 'numbered', toggleList('numbered')],
			['quotation', 'Quotation', 'Block quotation', 'Ctrl Alt Q', now.quotation, toggleQuotation]
		] as const
	).map(([id, name, tip, keys, on, command]) => ({ id, name, tip, keys, on, off, act: () => run(command) }));
