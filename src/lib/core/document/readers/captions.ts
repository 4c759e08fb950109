/** What a caption is of, by the sequence that counts it or the style it has. */

const FIGURE = /^(?:fig|illus|abb|bild|drawing|picture|photo|image)/i;
const TABLE = /^(?:tab|cuadro)/i;

/** @returns empty where it may be of either */
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
