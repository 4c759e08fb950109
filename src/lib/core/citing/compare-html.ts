/** What one formatted text has otherwise than another: for two styles side by side. */
import { diffArrays } from 'diff';

interface Piece {
	/** A tag, printed as it is; it counts for the comparison of what stands within it. */
	tag: boolean;
	text: string;
}

const pieces = (html: string): Piece[] =>
	[...html.matchAll(/<[^>]*>|[^<]+/g)].map((m) => ({ tag: m[0].startsWith('<'), text: m[0] }));

interface Word {
	text: string;
	/** Tags it stands in: a word in italics is another than one upright. */
	within: string;
}

/** Words, spaces and marks of the text, each with the tags around it; entities count as one. */
function wordsOf(html: string): { words: Word[]; order: (Word | string)[] } {
	const open: string[] = [];
	const words: Word[] = [];
	const order: (Word | string)[] = [];
	for (const p of pieces(html)) {
		if (p.tag) {
			if (p.text.startsWith('</')) open.pop();
			else if (!/^<(?:br|hr)\b/i.test(p.text) && !p.text.endsWith('/>'))
				open.push(/^<\/?(\w+)/.exec(p.text)?.[1] ?? '');
			order.push(p.text);
			continue;
		}
		for (const m of p.text.matchAll(/&\w+;|&#\w+;|[\p{L}\p{N}]+|\s+|./gsu)) {
			const w = { text: m[0], within: open.filter((t) => !/^(?:div|span|a)$/.test(t)).join(' ') };
			words.push(w);
			order.push(w);
		}
	}
	return { words, order };
}

/** The second text with what differs from the first in `mark` elements; tags stay nested as they were. */
export function markDifferences(first: string, second: string): string {
	const a = wordsOf(first).words;
	const { words, order } = wordsOf(second);
	const changed = new Set<Word>();
	let at = 0;
	for (const part of diffArrays(a, words, { comparator: (x, y) => x.text === y.text && x.within === y.within })) {
		if (part.removed) continue;
		for (let i = 0; i < part.value.length; i++, at++) if (part.added) changed.add(words[at]);
	}
	let out = '';
	let marking = false;
	for (const piece of order) {
		const mark = typeof piece !== 'string' && changed.has(piece);
		if (marking && !mark) out += '</mark>';
		if (!marking && mark) out += '<mark>';
		marking = mark;
		out += typeof piece === 'string' ? piece : piece.text;
	}
	return marking ? `${out}</mark>` : out;
}
