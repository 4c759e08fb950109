/** Where sources are cited. */
import type { Facts } from './types';

export interface Place {
	sourceId: string;
	/** Position of the citation, or of the note it stands in. */
	pos: number;
}

/** Every cite of the text in order, under the id its source has now. */
export function citedPlaces({ reading, resolve }: Pick<Facts, 'reading' | 'resolve'>): Place[] {
	return reading.citations.flatMap((c) =>
		c.cites.map((x) => ({ sourceId: resolve(x.sourceId), pos: c.notePos >= 0 ? c.notePos : c.pos }))
	);
}

/** The first place of each cited source. */
export function firstPlaces(f: Pick<Facts, 'reading' | 'resolve'>): Map<string, number> {
	const out = new Map<string, number>();
	for (const p of citedPlaces(f)) if (!out.has(p.sourceId)) out.set(p.sourceId, p.pos);
	return out;
}
