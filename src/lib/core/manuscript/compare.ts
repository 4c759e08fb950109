/** Two states of a manuscript compared, paragraph by paragraph and word by word. */
import { diffArrays, diffWordsWithSpace } from 'diff';
import type { Node } from 'prosemirror-model';
import type { DocCite } from './cites';

export interface Piece {
	text: string;
	how: 'same' | 'new' | 'gone';
}
export interface ComparedBlock {
	heading: boolean;
	pieces: Piece[];
	changed: boolean;
}
export interface Comparison {
	blocks: ComparedBlock[];
	/** Words that are new and words that are gone. */
	added: number;
	removed: number;
}

/** Text blocks as words; citations by a label in brackets, notes in place. */
function lines(doc: Node, label: (c: DocCite) => string): { heading: boolean; text: string }[] {
	const inline = (block: Node): string => {
		let s = '';
		block.forEach((n) => {
			if (n.isText) s += n.text;
			else if (n.type.name === 'citation') s += `[${(n.attrs.cites as DocCite[]).map(label).join('; ')}]`;
			else if (n.type.name === 'citation_placeholder') s += `[source needed${n.attrs.hint ? `: ${n.attrs.hint}` : ''}]`;
			else if (n.type.name === 'note_ref') s += '#';
			else if (n.type.name === 'note') {
				const parts: string[] = [];
				n.forEach((p) => parts.push(inline(p)));
				s += ` {note: ${parts.join(' ')}}`;
			} else s += ' ';
		});
		return s;
	};
	const out: { heading: boolean; text: string }[] = [];
	doc.descendants((n) => {
		if (!n.isTextblock) return n.type.name !== 'note';
		const text = inline(n);
		if (text.trim()) out.push({ heading: n.type.name === 'heading', text });
		return false;
	});
	return out;
}

const count = (s: string): number => s.match(/[\p{L}\p{N}]+/gu)?.length ?? 0;

/** What of `now` is new and what of `before` is gone, in the order of `now`. */
export function compareDocs(before: Node, now: Node, label: (c: DocCite) => string): Comparison {
	const [a, b] = [lines(before, label), lines(now, label)];
	const changes = diffArrays(a, b, { comparator: (x, y) => x.text === y.text && x.heading === y.heading });
	const out: Comparison = { blocks: [], added: 0, removed: 0 };
	const push = (heading: boolean, pieces: Piece[]) => {
		for (const p of pieces) {
			if (p.how === 'new') out.added += count(p.text);
			if (p.how === 'gone') out.removed += count(p.text);
		}
		out.blocks.push({ heading, pieces, changed: pieces.some((p) => p.how !== 'same') });
	};
	for (let i = 0; i < changes.length; i++) {
		const c = changes[i];
		const next = changes[i + 1];
		if (c.removed && next?.added) {
			// paragraphs that were rewritten stand against each other
			const most = Math.max(c.value.length, next.value.length);
			for (let k = 0; k < most; k++) {
				const [x, y] = [c.value[k], next.value[k]];
				if (x && y)
					push(
						y.heading,
						diffWordsWithSpace(x.text, y.text).map((p) => ({
							text: p.value,
							how: p.added ? 'new' : p.removed ? 'gone' : 'same'
						}))
					);
				else push((x ?? y).heading, [{ text: (x ?? y).text, how: x ? 'gone' : 'new' }]);
			}
			i++;
		} else
			for (const l of c.value) push(l.heading, [{ text: l.text, how: c.added ? 'new' : c.removed ? 'gone' : 'same' }]);
	}
	return out;
}
