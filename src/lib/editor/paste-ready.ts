/** What reads pasted HTML is no part of the first load: it is fetched once the page rests, or when it is needed. */
import type { Slice } from 'prosemirror-model';

interface PasteReading {
	/** Safe HTML of what another program wrote. */
	clean(html: string): string;
	/** Very much HTML, read in parts; null where it has to be read at once. */
	readLarge(html: string): Promise<Slice | null>;
}

let reading: PasteReading | null = null;

/** What reads pasted HTML; null before it is there. */
export const pasteReading = (): PasteReading | null => reading;

/** @throws where it cannot be fetched; what was to be pasted is still on the clipboard then */
export async function fetchPasteReading(): Promise<PasteReading> {
	if (reading) return reading;
	const [{ cleanPaste }, { readLarge }] = await Promise.all([import('./paste'), import('./paste-large')]);
	return (reading = { clean: cleanPaste, readLarge });
}
