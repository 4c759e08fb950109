/**
 * Brackets that are typed around citations which print none of their own: `(see \citealp{a}; \citealp{b})`. A live
 * citation has the brackets of its style, so that those in the text and the words within them become part of it.
 */
import type { Inline, PaperCite } from '../../../paper';
import { fieldText } from '../cite-text';

/** Words beside a citation that are still the citation's: longer ones are a sentence. */
const LONGEST = 40;

/** @param bare the citations without brackets of their own */
export function withBrackets(line: Inline[], bare: WeakSet<Inline>): Inline[] {
	if (!line.some((i) => bare.has(i))) return line;
	const out = [...line];
	for (let k = 1; k < out.length; k++) {
		const before = out[k - 1];
		const first = out[k];
		if (first.t !== 'citation' || before.t !== 'text' || !bare.has(first)) continue;
		const open = /\(([^()]*)$/.exec(before.text);
		if (!open || open[1].length > LONGEST) continue;
		const found = within(out, k, bare);
		const last = found && out[found.end];
		if (!found || last?.t !== 'text') continue;
		const lead = open[1].trim();
		if (lead) found.cites[0].prefix = [lead, found.cites[0].prefix].filter(Boolean).join(' ');
		out.splice(
			k - 1,
			found.end - k + 2,
			{ ...before, text: before.text.slice(0, open.index) },
			{ ...first, cites: found.cites },
			{ ...last, text: last.text.slice(found.after) }
		);
	}
	return out.filter((i) => i.t !== 'text' || i.text);
}

/** The citations from a place up to the closing bracket; null where more than citations stands there. */
function within(
	line: Inline[],
	from: number,
	bare: WeakSet<Inline>
): { cites: PaperCite[]; end: number; after: number } | null {
	const cites: PaperCite[] = [];
	let words = '';
	for (let i = from; i < line.length; i++) {
		const piece = line[i];
		if (piece.t === 'citation' && bare.has(piece)) {
			piece.cites.forEach((c, n) =>
				cites.push(n || !words ? { ...c } : { ...c, prefix: [words, c.prefix].filter(Boolean).join(' ') })
			);
			words = '';
			continue;
		}
		if (piece.t !== 'text' || piece.text.includes('(')) return null;
		const close = piece.text.indexOf(')');
		const said = fieldText([{ ...piece, text: close < 0 ? piece.text : piece.text.slice(0, close) }]);
		if (said.length > LONGEST) return null;
		if (close < 0) {
			words += said.replace(/^[\s;,]+/, '').trimEnd();
			continue;
		}
		const last = cites[cites.length - 1];
		const rest = `${words}${said}`.trimEnd();
		if (rest.trim()) last.suffix += /^[,;]/.test(rest) ? rest : ` ${rest.trim()}`;
		return { cites, end: i, after: close + 1 };
	}
	return null;
}
