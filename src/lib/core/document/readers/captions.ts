/** Captions: what they are of, where they stand, and their words without the number. */
import type { Inline } from '../../paper';

const FIGURE = /^(?:fig|illus|abb|bild|drawing|picture|photo|image)/i;
const TABLE = /^(?:tab|cuadro)/i;

/** What a caption is of, by the sequence that counts it or the style it has. @returns empty where it may be of either */
export function captionKind(sequence: string, style: string): 'table' | 'figure' | '' {
	for (const name of [sequence, style]) {
		if (FIGURE.test(name)) return 'figure';
		if (TABLE.test(name)) return 'table';
	}
	return '';
}

/**
 * Whether a paper has its captions below its tables: by those that have a table on one side alone. Where none tells, they
 * stand above, as the manuals have it (APA 7, 7.4; Chicago 17, 3.54).
 * @param row what stands in a row: tables, captions that may be of tables, and other things
 */
export function captionsBelow(row: readonly ('table' | 'caption' | '')[]): boolean {
	let below = 0;
	row.forEach((x, i) => {
		if (x !== 'caption') return;
		const before = row[i - 1] === 'table';
		const behind = row[i + 1] === 'table';
		if (before !== behind) below += before ? 1 : -1;
	});
	return below > 0;
}

/** “Table 2.”, “Fig. 3.1:” and the like at the beginning of what is known to be a caption. */
const ANY_LABEL = /^\s*\p{L}+\.?\s+[\dIVXivx]+(?:[.:–—-]\d+)*\s*[.:–—-]?\s*/u;
/** The same by the words that say so, for what may be any words. */
export const NAMED_LABEL =
	/^\s*(?:table|figure|fig|tab|tabelle|abbildung|abb|tableau|tabla|cuadro|figura)\.?\s+\d+(?:\.\d+)*\s*[.:–—-]?\s*/i;

/** “Table 2. Prices” is “Prices”: the number is made anew. */
export function withoutNumber(content: Inline[], label = ANY_LABEL): Inline[] {
	const [head, ...rest] = content;
	if (head?.t !== 'text') return content;
	const text = head.text.replace(label, '');
	if (text === head.text) return content;
	if (text) return [{ ...head, text }, ...rest];
	const [next, ...more] = rest;
	if (next?.t !== 'text') return rest;
	const words = next.text.trimStart();
	return words ? [{ ...next, text: words }, ...more] : more;
}
