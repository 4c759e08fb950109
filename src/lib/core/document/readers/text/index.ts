/** Plain text as a paper: paragraphs, headings and lists by their shape. */
import { emptyPaper, paragraph, words, type Block, type Inline } from '../../../paper';
import type { ReadPaper } from '../types';
import { blocksOfText, type TextBlock } from './lines';

export { blocksOfText, endsList, type TextBlock } from './lines';

/** Addresses become links; everything else is words. */
function inline(text: string): Inline[] {
	const out: Inline[] = [];
	let at = 0;
	for (const m of text.matchAll(/https?:\/\/[^\s<>“”"]+[^\s<>“”".,;:)\]]/g)) {
		out.push(...words(text.slice(at, m.index)), ...words(m[0], [{ t: 'link', href: m[0] }]));
		at = m.index + m[0].length;
	}
	out.push(...words(text.slice(at)));
	return out;
}

/** Items one after another are one list, where their marks are of a kind and numbers go up by one. */
function list(items: TextBlock[]): Block[] {
	const first = /^\(?(\d+|[a-z])[.)]/.exec(items[0].mark)?.[1];
	const ordered = first !== undefined;
	const start = first && /\d/.test(first) ? Number(first) : 1;
	const content = items.map((i) => [
		paragraph(inline(i.text.replace(/^\s*(?:[•–*-]|\(?(?:\d{1,2}|[a-z])[.)])\s+/u, '')))
	]);
	return [
		{ t: 'list', ordered, start, numbers: first && /[a-z]/.test(first) ? 'lower-alpha' : 'decimal', items: content }
	];
}

const numberOf = (mark: string) => Number(/\d+/.exec(mark)?.[0] ?? NaN);
const follows = (a: TextBlock, b: TextBlock): boolean => {
	const bullet = (s: string) => /^[•–*-]/.test(s);
	if (bullet(a.mark) || bullet(b.mark)) return a.mark === b.mark;
	return Number.isNaN(numberOf(a.mark)) ? a.mark.length === b.mark.length : numberOf(b.mark) === numberOf(a.mark) + 1;
};

export function readText(text: string): ReadPaper {
	const paper = emptyPaper();
	const blocks = blocksOfText(text.replace(/^\uFEFF/, ''));
	for (let i = 0; i < blocks.length; i++) {
		const b = blocks[i];
		if (b.kind === 'heading')
			paper.blocks.push({ t: 'heading', id: '', level: b.level, content: inline(b.text), lang: '', align: '' });
		else if (b.kind === 'paragraph') paper.blocks.push(paragraph(inline(b.text)));
		else {
			const run = [b];
			while (blocks[i + 1]?.kind === 'item' && follows(run.at(-1)!, blocks[i + 1])) run.push(blocks[++i]);
			// one alone is a paragraph that begins so
			paper.blocks.push(...(run.length > 1 ? list(run) : [paragraph(inline(b.text))]));
		}
	}
	return { paper, bibliographies: [], uncited: [], dropped: [] };
}
