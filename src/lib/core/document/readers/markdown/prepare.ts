/**
 * Markdown before it is parsed: what the parsers of CommonMark and its extensions read otherwise than papers mean it.
 * Lines stay what they are, so that places can be told; one that ends within a formula has a sign of its own.
 * - An amount in dollars is no formula. A formula opens with a sign that has no space behind it and closes with one that
 *   has no space before it and no digit behind it (common practice of Markdown with maths).
 * - A displayed formula may begin on the line of its signs and may have a label behind them.
 * - Lines that open and close a division (`:::`) are no text.
 */

/** Stands before displayed formulas that begin on the line of their signs; taken out again with the text. */
export const JOINER = '\u2060';
/** A line that ends within a formula: what stands on the next could be read as a list or a heading. */
export const LINE = '\u2028';
/** A dollar within a formula, which the parser takes for its end. */
export const DOLLAR = '\ue980';
/** What the line that opens the division of the bibliography becomes. */
export const REFS = '<!-- the list of references stands here -->';

export interface Prepared {
	text: string;
	/** Labels of displayed formulas, by the line of their closing signs, from 1. */
	labels: Map<number, string>;
}

const FENCE = /^ {0,3}(`{3,}|~{3,})/;

export function prepare(source: string): Prepared {
	const lines = source.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
	const labels = new Map<number, string>();
	const out: string[] = [];
	/** Lines of text that stand together, outside of code. */
	let run: string[] = [];
	let fence = '';
	let front = lines[0] === '---';
	const flush = () => {
		if (run.length) out.push(...dollars(run.join('\n')).split('\n'));
		run = [];
	};
	lines.forEach((line, i) => {
		if (front) {
			out.push(line);
			if (i > 0 && /^(?:---|\.\.\.)\s*$/.test(line)) {
				front = false;
				// three dots close it as well; the parser knows only dashes
				out[i] = '---';
			}
			return;
		}
		const f = FENCE.exec(line)?.[1];
		if (fence) {
			out.push(line);
			if (f && f[0] === fence[0] && f.length >= fence.length && line.trim() === f) fence = '';
			return;
		}
		if (f) {
			flush();
			fence = f;
			out.push(line);
			return;
		}
		const label = /^(\s*\$\$)\s*\{#([^\s}]+)[^}]*\}\s*$/.exec(line);
		if (label) labels.set(i + 1, label[2]);
		if (/^\s{0,3}:{3,}/.test(line)) run.push(/#refs\b/.test(line) ? REFS : '');
		else run.push(label ? label[1] : line);
	});
	flush();
	return { text: out.join('\n'), labels };
}

/** Marks signs that are no formulas, and displayed formulas that begin on the line of their signs. */
function dollars(text: string): string {
	let out = '';
	let i = 0;
	while (i < text.length) {
		const c = text[i];
		if (c === '\\') {
			out += text.slice(i, i + 2);
			i += 2;
			continue;
		}
		if (c === '`') {
			const ticks = /^`+/.exec(text.slice(i))![0];
			const end = text.indexOf(ticks, i + ticks.length);
			const to = end < 0 || /\n\s*\n/.test(text.slice(i, end)) ? i + ticks.length : end + ticks.length;
			out += text.slice(i, to);
			i = to;
			continue;
		}
		if (c !== '$') {
			out += c;
			i++;
			continue;
		}
		const display = text.startsWith('$$', i);
		const end = closing(text, i, display);
		if (end < 0) {
			out += display ? '\\$\\$' : '\\$';
			i += display ? 2 : 1;
			continue;
		}
		const whole = text.slice(i, end);
		// alone on their lines the signs are what the parser expects
		const fenced = display && /^\$\$[ \t]*\n[^]*\n[ \t]*\$\$$/.test(whole);
		out += fenced ? whole : (display ? JOINER : '') + whole.replaceAll('\n', LINE).replaceAll('\\$', DOLLAR);
		i = end;
	}
	return out;
}

/** Where the formula that opens at a place ends, behind its closing sign; -1 where none opens there. */
function closing(text: string, from: number, display: boolean): number {
	const sign = display ? '$$' : '$';
	let i = from + sign.length;
	if (!display && /\s|\$/.test(text[i] ?? ' ')) return -1;
	for (; i < text.length; i++) {
		if (text[i] === '\\') {
			i++;
			continue;
		}
		if (/^\n[ \t]*\n/.test(text.slice(i, i + 200)) && !display) return -1;
		if (!text.startsWith(sign, i)) continue;
		if (display) return i + 2;
		// within a formula there is no such sign
		return !/\s/.test(text[i - 1]) && !/\d/.test(text[i + 1] ?? '') ? i + 1 : -1;
	}
	return -1;
}
