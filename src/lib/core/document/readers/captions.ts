/** Captions: what they are of, where they stand, and their words without the number. */
import { CAPTION_WORDS, LEGEND_WORDS } from '../../page';
import type { Inline } from '../../paper';

const FIGURE = /^(?:fig|illus|abb|bild|drawing|picture|photo|image|kuva|rys|obr)/i;
const TABLE = /^(?:tab|cuadro|taul)/i;

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
 */
export const captionsBelow = (row: Row): boolean => below(row) > 0;

/** Whether captions stand above figures, by the same; where none tells, they stand below, as most manuals have it. */
export const figuresBelow = (row: Row): boolean => below(row) < 0;

/** What stands in a row: things, captions that may be theirs, and others. */
type Row = readonly ('thing' | 'caption' | '')[];

/** By how many more captions have theirs before them alone than behind them alone. */
function below(row: Row): number {
	let n = 0;
	row.forEach((x, i) => {
		if (x !== 'caption') return;
		const before = row[i - 1] === 'thing';
		const behind = row[i + 1] === 'thing';
		if (before !== behind) n += before ? 1 : -1;
	});
	return n;
}

/** “Table 2.”, “Fig. 3.1:” and the like at the beginning of what is known to be a caption. */
const ANY_LABEL = /^\s*\p{L}+\.?\s+[\dIVXivx]+(?:[.:–—-]\d+)*\s*[.:–—-]?\s*/u;
/** The same by the words that say so, for what may be any words. */
const NAMES = [...CAPTION_WORDS.map((w) => w.replace('.', '')), 'tab', 'cuadro'].join('|');
export const NAMED_LABEL = new RegExp(
	`^\\s*(?:${NAMES})\\.?\\s+(?:\\d+(?:\\.\\d+)*\\s*[.:–—-]?|[IVXLC]+(?:\\s*[.:–—-]|$))\\s*`,
	'iu'
);

const LEAD = new RegExp(`^\\s*(?:${LEGEND_WORDS.join('|')})\\.\\s*`, 'iu');
/** A note below a table or figure without the “Note.” in italics that APA begins it with: it is made anew. */
export function withoutLead(content: Inline[]): Inline[] {
	const [head, ...rest] = content;
	if (head?.t !== 'text' || !head.marks.some((m) => m.t === 'em')) return content;
	const text = head.text.replace(LEAD, '');
	if (text === head.text) return content;
	if (text) return [{ ...head, text }, ...rest];
	const [next, ...more] = rest;
	return next?.t === 'text'
		? [{ ...next, text: next.text.trimStart() }, ...more].filter((i) => i.t !== 'text' || i.text)
		: rest;
}

/** “Table 2. Prices” is “Prices”: the number is made anew. */
export function withoutNumber(content: Inline[], label = ANY_LABEL): Inline[] {
	const [head, ...rest] = content;
	if (head?.t !== 'text') return content;
	const text = head.text.replace(label, '');
	if (text === head.text) return content;
	if (text) return [{ ...head, text }, ...rest];
	// without a stop behind the number the words stand on a line of their own
	const stops = /[.:–—-]\s*$/.test(head.text);
	const [next, ...more] = rest[0]?.t === 'break' && !stops ? rest.slice(1) : rest;
	if (next?.t !== 'text') return next ? [next, ...more] : [];
	const words = next.text.trimStart();
	return words ? [{ ...next, text: words }, ...more] : more;
}
