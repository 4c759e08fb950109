/** What node views ask of the draft they are part of. */
import type { Node } from 'prosemirror-model';
import type { ClusterOutput, EntryOutput, StyleInfo } from '$lib/core/citing';
import type { EntryHands, NoteTarget, PlacementKind } from '$lib/core/manuscript';
import type { Drawn } from './drawn';
import type { ShownList } from './shown-list';

export interface Desk {
	/** Citations in the text are shown as note marks. */
	readonly asNotes: boolean;
	output(id: string): ClusterOutput | undefined;
	noteNumber(id: string): number;
	/** The number a reference to a note prints; 0 for none. */
	refNumber(target: NoteTarget): number;
	entries(): EntryOutput[] | null;
	/** What one list shows, and what that depends on besides its own settings. */
	listOf(node: Node, pos: number): ShownList;
	listBasis(): unknown[];
	listPos(id: string): number;
	openList(id: string, anchor: HTMLElement): void;
	readonly readOnly: boolean;
	/** Entries said by hand. */
	readonly hands: EntryHands;
	styleInfo(): StyleInfo | null;
	/** Where citations stand in this manuscript. */
	readonly placement: PlacementKind;
	noteChanged(node: Node): void;
	readonly drawn: Drawn;
	openEntry(sourceId: string, anchor: HTMLElement): void;
	lightUp(sourceId: string | null): void;
}
