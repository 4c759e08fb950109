import { many } from '../parts/many';
/** What a change of style does to a manuscript, in words. */

export interface ChangeCounts {
	citations: number;
	/** Notes that citations become. */
	notes: number;
	/** Marks that move past punctuation. */
	moved: number;
	/** Null where the new style has no list. */
	entries: number | null;
}

/**
 * "31 citations become 29 footnotes; 4 marks move past punctuation; 26 entries reformatted".
 * @param from whether citations are notes now
 * @param to whether they will be
 */
export function changeInWords(c: ChangeCounts, from: boolean, to: boolean, note = 'footnote'): string {
	const first =
		to && !from
			? `${many(c.citations, 'citation')} ${c.citations === 1 ? 'becomes' : 'become'} ${many(c.notes, note)}`
			: !to && from
				? (c.citations === 1 ? '1 note becomes a citation' : `${c.citations} notes become citations`) + ' in the text'
				: `${many(c.citations, 'citation')} reformatted`;
	const moved = c.moved ? [`${many(c.moved, 'mark')} ${c.moved === 1 ? 'moves' : 'move'} past punctuation`] : [];
	const list = c.entries === null ? 'no list in this style' : `${many(c.entries, 'entry', 'entries')} reformatted`;
	return [first, ...moved, list].join('; ');
}
