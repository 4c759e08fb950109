/** What stands before the text of a word-processor file: title page, heading block or byline, abstract. */
import { HeadingLevel, Paragraph, TextRun, type ParagraphChild } from 'docx';
import type { PageSetup, TitleFields } from '../../page';
import { nameInOrder, namesInRow, paragraphsOf } from '../pages/opening';

/** Lines above a title page: three or four blank ones in double spacing (APA 7, 2.4, from memory). */
const ABOVE = 4;

export interface DocxOpening {
	/** Of the title where it stands first; its notes are there. */
	title: ParagraphChild[];
	/** Of the title where it stands again. */
	again: ParagraphChild[];
	authors: readonly string[];
	fields: TitleFields;
}

const line = (text: string, style: string, options = {}): Paragraph[] =>
	text.trim() ? [new Paragraph({ style, children: [new TextRun(text.trim())], ...options })] : [];

/** @returns paragraphs, and whether the text begins on a page of its own */
export function openingParagraphs(o: DocxOpening, setup: PageSetup): { paragraphs: Paragraph[]; ownPage: boolean } {
	const { fields } = o;
	const names = namesInRow(o.authors.map(nameInOrder));
	const title = (children: ParagraphChild[], options = {}): Paragraph[] =>
		children.length ? [new Paragraph({ heading: HeadingLevel.TITLE, children, ...options })] : [];
	const under = [fields.affiliation, fields.course, fields.instructor, fields.date];
	switch (setup.opening) {
		case 'title-page': {
			const gap = Math.round(ABOVE * setup.lines * setup.size * 20);
			const note = fields.authorNote.trim()
				? [
						...line('Author Note', 'AbstractHeading', { spacing: { before: gap } }),
						...paragraphsOf(fields.authorNote).flatMap((p) => line(p, 'BodyText'))
					]
				: [];
			const abstract = abstractParagraphs(fields, setup, true);
			return {
				paragraphs: [
					...title(o.title, { spacing: { before: gap, after: setup.size * 20 * setup.lines } }),
					...[names, ...under].flatMap((x) => line(x, 'Author')),
					...note,
					...abstract,
					...(setup.titleAgain && o.again.length
						? [new Paragraph({ style: 'AbstractHeading', children: o.again, pageBreakBefore: true })]
						: [])
				],
				ownPage: !setup.titleAgain || !o.again.length
			};
		}
		case 'heading-block':
			return {
				paragraphs: [
					...[names, fields.instructor, fields.course, fields.date].flatMap((x) => line(x, 'Normal')),
					...title(o.title),
					...abstractParagraphs(fields, setup, false)
				],
				ownPage: false
			};
		case 'byline':
			return {
				paragraphs: [
					...title(o.title),
					...[names, ...under].flatMap((x) => line(x, 'Author')),
					...(setup.columns === 2 ? [] : abstractParagraphs(fields, setup, false))
				],
				ownPage: false
			};
		case 'title':
			return { paragraphs: [...title(o.title), ...abstractParagraphs(fields, setup, false)], ownPage: false };
	}
}

/** Abstract and keywords; run in and bold where the paper has two columns. */
export function abstractParagraphs(fields: TitleFields, setup: PageSetup, ownPage: boolean): Paragraph[] {
	const list = paragraphsOf(fields.abstract);
	if (!list.length) return [];
	const inColumns = setup.columns === 2;
	const keywords = fields.keywords.trim()
		? [
				new Paragraph({
					style: inColumns ? 'Abstract' : 'BodyText',
					children: [
						new TextRun({ text: inColumns ? 'Index Terms—' : 'Keywords: ', italics: true }),
						new TextRun(fields.keywords.trim())
					]
				})
			]
		: [];
	if (inColumns)
		return [
			new Paragraph({
				style: 'Abstract',
				children: [
					new TextRun({ text: 'Abstract', italics: true, bold: true }),
					new TextRun({ text: `—${list.join(' ')}`, bold: true })
				]
			}),
			...keywords
		];
	return [
		...line('Abstract', 'AbstractHeading', { pageBreakBefore: ownPage && setup.abstractPage }),
		...list.flatMap((p) => line(p, 'Abstract')),
		...keywords
	];
}
