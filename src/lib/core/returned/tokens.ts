/** A block of text as tokens: words, marks and spaces between them, and what stands in a line and is no text. */
import type { Mark, Node } from 'prosemirror-model';

export interface Token {
	/** Two tokens with the same key say the same. */
	key: string;
	/** A word, an atom (citation, note, formula …), the edge between two blocks, or what stands between words. */
	kind: 'word' | 'atom' | 'edge' | 'between';
	/** Positions in the document. */
	from: number;
	to: number;
	/** Marks from an offset on; several where a word is set in more than one way. */
	marks: { at: number; marks: readonly Mark[] }[];
	node: Node | null;
}

/** A block with the position before it. */
export interface Placed {
	node: Node;
	pos: number;
}

const PIECES = /[\p{L}\p{N}\p{M}]+(?:[’'-][\p{L}\p{N}\p{M}]+)*|\s+|[^\s\p{L}\p{N}\p{M}]/gu;

/** TeX without what programs put in or leave out on their own: spaces, groups, brackets that grow. */
export const plainTex = (tex: string): string => tex.replace(/\\(?:left|right)(?![a-zA-Z])|[\s{}]/g, '');

/** What an atom says; notes are told apart by where they stand, and compared for themselves. */
function atomKey(n: Node): string {
	switch (n.type.name) {
		case 'citation':
			return `c:${n.attrs.id as string}`;
		case 'math':
			return `m:${plainTex(n.attrs.tex as string)}`;
		case 'citation_placeholder':
			return `p:${n.attrs.hint as string}`;
		case 'cross_ref':
			return `x:${n.attrs.show as string}`;
		default:
			return n.type.name;
	}
}

/** The tokens of one block of text, whose positions are those in the document. */
export function tokensOf({ node, pos }: Placed): Token[] {
	const out: Token[] = [];
	node.forEach((n, offset) => {
		const from = pos + 1 + offset;
		if (!n.isText) {
			const marks = [{ at: 0, marks: n.marks }];
			out.push({ key: atomKey(n), kind: 'atom', from, to: from + n.nodeSize, marks, node: n });
			return;
		}
		for (const m of n.text!.matchAll(PIECES)) {
			const at = from + m.index;
			const space = /^\s/.test(m[0]);
			const kind = /^[\p{L}\p{N}]/u.test(m[0]) ? 'word' : 'between';
			const key = space ? ' ' : m[0].normalize('NFC');
			const last = out.at(-1);
			if (last && last.to === at && m.index === 0 && goesOn(last, m[0])) {
				last.marks.push({ at: at - last.from, marks: n.marks });
				if (key !== ' ') last.key += key;
				last.to = at + m[0].length;
				continue;
			}
			const marks = [{ at: 0, marks: n.marks }];
			out.push({ key, kind, from: at, to: at + m[0].length, marks, node: null });
		}
	});
	return out;
}

/** Whether a word, or white space, goes on in the next piece of text, which is set otherwise. */
const goesOn = (last: Token, next: string): boolean =>
	last.kind === 'word' ? /^[\p{L}\p{N}\p{M}]/u.test(next) : last.key === ' ' && /^\s/.test(next) && !last.node;

/** Blocks that stand behind one another as one row of tokens, with an edge between each two. */
export function tokensOfRun(blocks: readonly Placed[]): Token[] {
	return blocks.flatMap((b, i) => {
		const tokens = tokensOf(b);
		const next = blocks[i + 1];
		if (!next) return tokens;
		const end = b.pos + b.node.nodeSize - 1;
		return [...tokens, { key: '¶', kind: 'edge', from: end, to: next.pos + 1, marks: [], node: null } as Token];
	});
}

/** Where a row of tokens begins and ends in the document. */
export const boundsOf = (blocks: readonly Placed[]): { from: number; to: number } => {
	const last = blocks.at(-1)!;
	return { from: blocks[0].pos + 1, to: last.pos + last.node.nodeSize - 1 };
};

const segmenter = new Intl.Segmenter('en', { granularity: 'sentence' });

/** @returns for every token the number of its sentence, counted from 0; an edge ends one */
export function sentencesOf(tokens: readonly Token[]): number[] {
	const text = tokens.map((t) => (t.kind === 'edge' ? '\n' : t.kind === 'atom' ? '\uFFFC' : t.key)).join('');
	const begins: number[] = [];
	for (const s of segmenter.segment(text)) begins.push(s.index);
	let at = 0;
	let sentence = -1;
	/** Only marks of notes and citations since the sentence before ended: they belong to that. */
	let opening = false;
	return tokens.map((t) => {
		const before = sentence;
		while (sentence + 1 < begins.length && begins[sentence + 1] <= at) sentence++;
		at += t.kind === 'edge' || t.kind === 'atom' ? 1 : t.key.length;
		if (sentence > before) opening = before >= 0;
		opening &&= t.kind === 'atom';
		return opening ? Math.max(0, sentence - 1) : sentence;
	});
}

/** What tokens say, for the person: citations and the like by a short word. */
export const wordsOf = (tokens: readonly Token[], atom: (n: Node) => string): string =>
	tokens
		.map((t) => (t.kind === 'edge' ? ' ¶ ' : t.node ? atom(t.node) : t.key))
		.join('')
		.replace(/\s+/g, ' ')
		.trim();

/** The words of a stretch of a document, for the person: notes, citations and the like by a short word, blocks parted. */
export function wordsWithin(doc: Node, from: number, to: number, atom: (n: Node) => string, parted = ' '): string {
	let out = '';
	if (to <= from) return out;
	doc.nodesBetween(from, to, (n, pos) => {
		if (n.isText) out += n.text!.slice(Math.max(0, from - pos), to - pos);
		else if (n.isInline && pos >= from) {
			out += atom(n);
			return false;
		} else if (n.isTextblock && pos >= from && out) out += parted;
		return true;
	});
	return out.replace(/\s+/g, ' ');
}
