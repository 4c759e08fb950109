/** What is in a paper, counted. */
import { everyBlock, everyLine } from './make';
import type { Paper } from './types';

export interface PaperCount {
	words: number;
	headings: number;
	paragraphs: number;
	lists: number;
	tables: number;
	figures: number;
	equations: number;
	footnotes: number;
	endnotes: number;
	crossReferences: number;
	/** Citations that name at least one source. */
	citations: number;
	/** The sources that those name, one by one. */
	cites: number;
}

/** Counts a paper. Words are those of the text, its notes and captions; formulas in a line are no equations. */
export function countPaper(paper: Paper): PaperCount {
	const c: PaperCount = {
		words: 0,
		headings: 0,
		paragraphs: 0,
		lists: 0,
		tables: 0,
		figures: 0,
		equations: 0,
		footnotes: 0,
		endnotes: 0,
		crossReferences: 0,
		citations: 0,
		cites: 0
	};
	for (const { block, inNote } of everyBlock([...paper.head.abstract, ...paper.blocks])) {
		if (block.t === 'heading' || block.t === 'bibliography') c.headings++;
		else if (block.t === 'paragraph' && !inNote && block.content.length) c.paragraphs++;
		else if (block.t === 'list') c.lists++;
		else if (block.t === 'table') c.tables++;
		else if (block.t === 'figure') c.figures++;
		else if (block.t === 'equation') c.equations++;
		else if (block.t === 'code') c.words += wordsIn(block.text);
	}
	for (const { line } of everyLine(paper)) {
		// a note's mark, a citation or a formula within a word does not make two of it
		c.words += wordsIn(line.map((i) => (i.t === 'text' ? i.text : i.t === 'break' ? ' ' : '')).join(''));
		for (const i of line) {
			if (i.t === 'note' && i.kind === 'endnote') c.endnotes++;
			else if (i.t === 'note') c.footnotes++;
			else if (i.t === 'cross-ref' || i.t === 'note-ref') c.crossReferences++;
			else if (i.t === 'citation' && i.cites.length) {
				c.citations++;
				c.cites += i.cites.length;
			}
		}
	}
	return c;
}

const wordsIn = (text: string): number => text.match(/[\p{L}\p{N}]+(?:['’.-][\p{L}\p{N}]+)*/gu)?.length ?? 0;
