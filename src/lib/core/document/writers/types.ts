/** What writers of document formats give. */
import type { Dropped } from '../../paper';

export interface WrittenPaper {
	text: string;
	/** Files that belong beside it: sources, pictures; with their folders, parted by slashes. */
	files: { path: string; bytes: Uint8Array }[];
	/** What the format cannot hold, with its place. */
	dropped: Dropped[];
}
