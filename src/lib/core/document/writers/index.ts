/** Writers of formats of marked-up text, which are written from papers: live ones, or those whose citations are words. */
import type { Paper } from '../../paper';
import { writeLatex, type LatexOptions } from './latex';
import { writeMarkdown } from './markdown';
import { writeText } from './text';
import type { WrittenPaper } from './types';

export type { WrittenPaper } from './types';
export type PaperFormat = 'markdown' | 'latex' | 'text';

export interface PaperWriting extends LatexOptions {
	format: PaperFormat;
}

export const ENDINGS: Record<PaperFormat, string> = { markdown: 'md', latex: 'tex', text: 'txt' };

export function writePaper(paper: Paper, { format, ...options }: PaperWriting): WrittenPaper {
	switch (format) {
		case 'markdown':
			return writeMarkdown(paper, options);
		case 'latex':
			return writeLatex(paper, options);
		case 'text':
			return writeText(paper);
	}
}
