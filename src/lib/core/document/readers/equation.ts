/** Formulas that have a line of their own. */
import type { Inline } from '../../paper';

/**
 * A formula that stands in a line with nothing but its number, or alone; null for other lines.
 * @param alone whether one without a number is displayed too: the format says so of the line
 */
export function equationIn(content: readonly Inline[], alone: boolean): { tex: string; numbered: boolean } | null {
	const [first, ...rest] = content;
	if (first?.t !== 'math') return null;
	const behind = rest.map((i) => (i.t === 'text' ? i.text : '\ufffc')).join('');
	if (!behind.trim()) return alone ? { tex: first.tex, numbered: false } : null;
	return /^\s*\(\s*\d+(?:\.\d+)*\s*\)\s*$/.test(behind) ? { tex: first.tex, numbered: true } : null;
}
