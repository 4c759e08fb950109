/** What node views ask of the draft they are part of. */
import type { Node } from 'prosemirror-model';
import type { EditorView } from 'prosemirror-view';
import type { ClusterOutput, EntryOutput, StyleInfo } from '$lib/core/citing';
import type {
	ContentsAttrs,
	CrossRefShow,
	EntryOverrides,
	ListedRow,
	NoteTarget,
	PlacementKind,
	StyleFacts
} from '$lib/core/manuscript';
import type { AssetViews } from './asset-views';
import type { NodeViewRegistry } from './node-view-registry';
import type { ShownBibliography } from './shown-bibliography';

export interface NodeViewContext {
	/** Citations in the text are shown as note marks. */
	readonly asNotes: boolean;
	output(id: string): ClusterOutput | undefined;
	noteNumber(id: string): number;
	/** The number a reference to a note prints; 0 for none. */
	refNumber(target: NoteTarget): number;
	/** What a reference to a heading, table, figure or formula prints. */
	crossRef(target: string, show: CrossRefShow): string;
	/** What contents, or a list of figures or tables, are headed by and list. */
	listed(what: ContentsAttrs): { heading: string; rows: ListedRow[] };
	/** Goes to a heading, table, figure or formula by its id. */
	goTo(id: string): void;
	entries(): EntryOutput[] | null;
	/** What one list shows, and what that depends on besides its own settings. */
	bibliographyOf(node: Node, pos: number): ShownBibliography;
	bibliographyBasis(): unknown[];
	bibliographyPos(id: string): number;
	openBibliography(id: string, anchor: HTMLElement): void;
	readonly readOnly: boolean;
	/** Entries edited by hand. */
	readonly entryOverrides: EntryOverrides;
	styleInfo(): StyleInfo | null;
	/** What edits go by. */
	readonly facts: StyleFacts;
	/** Where citations stand in this manuscript. */
	readonly placement: PlacementKind;
	noteChanged(node: Node): void;
	readonly nodeViews: NodeViewRegistry;
	readonly assets: AssetViews;
	openEntry(sourceId: string, anchor: HTMLElement): void;
	lightUp(sourceId: string | null): void;
	/** Before very much is pasted: only a part of the text is in the page at a time from now on. */
	becomeLong(): void;
	/** Says in the foot what goes on; nothing any more with an empty text. */
	say(what: string): void;
	/** What takes a while and changes the text in the end; where it fails, that is said. */
	inBackground(promise: Promise<unknown>, trouble: string): void;
	/** The editor of the text. */
	readonly view: EditorView | null;
}
