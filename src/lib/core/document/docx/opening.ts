/** What stands before the text of a word-processor file. */
import { HeadingLevel, Paragraph, TextRun, type ParagraphChild } from 'docx';
import type { OpeningLine } from '../opening';

export interface TitleWords {
	/** Of the title where it stands first; its notes are there. */
	title: ParagraphChild[];
	/** Of the title where it stands again. */
	again: ParagraphChild[];
}

const twips = (pt: number): number => Math.round(pt * 20);

export const openingParagraphs = (lines: readonly OpeningLine[], title: TitleWords): Paragraph[] =>
	lines.map(
		(l) =>
			new Paragraph({
				...(l.style === 'Title' ? { heading: HeadingLevel.TITLE } : { style: l.style }),
				children:
					typeof l.words === 'string'
						? title[l.words]
						: l.words.map((w) => new TextRun({ text: w.text, italics: w.italic, bold: w.bold })),
				pageBreakBefore: l.pageBefore,
				...(l.before !== undefined || l.after !== undefined
					? { spacing: { before: twips(l.before ?? 0), ...(l.after !== undefined ? { after: twips(l.after) } : {}) } }
					: {})
			})
	);
