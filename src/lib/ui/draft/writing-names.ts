/** What the writing line calls blocks, and what its buttons are. */
import type { Command } from 'prosemirror-state';
import type { Draft } from '$lib/editor/draft.svelte';
import type { BlockKind } from '$lib/editor/writing';

export const BLOCK_NAMES: Record<BlockKind, string> = {
	title: 'Title',
	paragraph: 'Paragraph',
	'heading-1': 'Heading 1',
	'heading-2': 'Heading 2',
	'heading-3': 'Heading 3',
	'heading-4': 'Heading 4',
	caption: 'Caption',
	legend: 'Note below',
	note: 'Note',
	other: 'Text'
};

/** A button that is on or off. */
export interface Toggle {
	id: string;
	name: string;
	/** What it does, where its name does not say it. */
	tip?: string;
	keys?: string;
	/** Whether it is on; none for what only opens something. */
	on?: boolean;
	off: boolean;
	/** How its letter looks; without it the name stands there. */
	look?: 'bold' | 'italic' | 'sup' | 'icon';
	act(): void;
}

/** A row of a menu. */
export interface MenuRow {
	name: string;
	keys?: string;
	/** Given for what is on or off. */
	checked?: boolean;
	disabled?: boolean;
	/** A line parts it from what stands before. */
	parted?: boolean;
	run(): void;
}

/** What every form of the writing line is given. */
export interface FormProps {
	draft: Draft;
	/** Runs a command where the caret is, and closes the form. */
	run: (command: Command) => void;
	onclose: () => void;
	/** A press beside it: the caret is where it was pressed. */
	onaway: () => void;
}
