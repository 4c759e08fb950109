/** What readers of document formats take and give. They know papers, and no manuscript. */
import type { Dropped, Paper, Sender, TrackedChange } from '../../paper';

/** A file beside the one that is read, by its path as the document names it; null where there is none. */
export type Beside = (path: string) => Uint8Array | null;

export interface ReadPaper {
	/** Cites name sources by their cite keys until `resolveCitations` has found them. */
	paper: Paper;
	/** Files that hold the sources, as the document names them. */
	bibliographies: string[];
	/** Cite keys that the list takes in without their being cited; `*` for all there are. */
	uncited: string[];
	/** It is one of our live files: its lists are those that it has. */
	live?: boolean;
	/** The style's rules as a CSL file, where they came along. */
	styleFile?: string;
	/** Citations that names in the file speak of, where what they are did not come along. */
	named?: string[];
	/** What could not be kept, with its place. */
	dropped: Dropped[];
	/** Changes that the file keeps a record of. */
	tracked?: TrackedChange[];
	/** The manuscript that a live file was written from, and the name under which what was sent is remembered. */
	from?: { manuscript: string; sent: string };
	/** Who saved it last. */
	sender?: Sender;
}

/** A file that is no document of its format, or cannot be read: a sentence for the person, with the place. */
export class DocumentError extends Error {
	override name = 'DocumentError';
}
