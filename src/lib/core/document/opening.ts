/** What stands before the text of a word-processor file, for every format: title page, heading block or byline, abstract. */
import type { PageSetup, TitleFields } from '../page';
import { nameInOrder, namesInRow, paragraphsOf } from './pages/opening';

/** Lines above a title page: three or four blank ones in double spacing (APA 7, 2.4, from memory). */
const ABOVE = 4;

export interface OpeningWords {
	text: string;
	italic?: boolean;
	bold?: boolean;
}

export interface OpeningLine {
	style: 'Title' | 'Author' | 'Normal' | 'BodyText' | 'AbstractHeading' | 'Abstract';
	/** `title` is the title with its notes, `again` without. */
	words: 'title' | 'again' | OpeningWords[];
	/** On a new page. */
	pageBefore?: boolean;
	/** In points. */
	before?: number;
	after?: number;
}

export interface OpeningLines {
	lines: OpeningLine[];
	/** The text begins on a page of its own. */
	ownPage: boolean;
}

const line = (text: string, style: OpeningLine['style'], more: Partial<OpeningLine> = {}): OpeningLine[] =>
	text.trim() ? [{ style, words: [{ text: text.trim() }], ...more }] : [];

/** @param titled whether there is a title */
export function openingLines(
	titled: boolean,
	authors: readonly string[],
	fields: TitleFields,
	setup: PageSetup
): OpeningLines {
	const names = namesInRow(authors.map(nameInOrder));
	const title = (more: Partial<OpeningLine> = {}): OpeningLine[] =>
		titled ? [{ style: 'Title', words: 'title', ...more }] : [];
	const under = [fields.affiliation, fields.course, fields.instructor, fields.date];
	switch (setup.opening) {
		case 'title-page': {
			const gap = ABOVE * setup.lines * setup.size;
			const note = fields.authorNote.trim()
				? [
						...line('Author Note', 'AbstractHeading', { before: gap }),
						...paragraphsOf(fields.authorNote).flatMap((p) => line(p, 'BodyText'))
					]
				: [];
			const again = setup.titleAgain && titled;
			return {
				lines: [
					...title({ before: gap, after: setup.size * setup.lines }),
					...[names, ...under].flatMap((x) => line(x, 'Author')),
					...note,
					...abstractLines(fields, setup, true),
					...(again ? [{ style: 'AbstractHeading', words: 'again', pageBefore: true } as const] : [])
				],
				ownPage: !again
			};
		}
		case 'heading-block':
			return {
				lines: [
					...[names, fields.instructor, fields.course, fields.date].flatMap((x) => line(x, 'Normal')),
					...title(),
					...abstractLines(fields, setup, false)
				],
				ownPage: false
			};
		case 'byline':
			return {
				lines: [
					...title(),
					...[names, ...under].flatMap((x) => line(x, 'Author')),
					...(setup.columns === 2 ? [] : abstractLines(fields, setup, false))
				],
				ownPage: false
			};
		case 'title':
			return { lines: [...title(), ...abstractLines(fields, setup, false)], ownPage: false };
	}
}

/** Abstract and keywords; run in and bold where the paper has two columns. */
export function abstractLines(fields: TitleFields, setup: PageSetup, ownPage: boolean): OpeningLine[] {
	const list = paragraphsOf(fields.abstract);
	if (!list.length) return [];
	const inColumns = setup.columns === 2;
	const keywords: OpeningLine[] = fields.keywords.trim()
		? [
				{
					style: inColumns ? 'Abstract' : 'BodyText',
					words: [{ text: inColumns ? 'Index Terms—' : 'Keywords: ', italic: true }, { text: fields.keywords.trim() }]
				}
			]
		: [];
	if (inColumns)
		return [
			{
				style: 'Abstract',
				words: [
					{ text: 'Abstract', italic: true, bold: true },
					{ text: `—${list.join(' ')}`, bold: true }
				]
			},
			...keywords
		];
	return [
		...line('Abstract', 'AbstractHeading', ownPage && setup.abstractPage ? { pageBefore: true } : {}),
		...list.flatMap((p) => line(p, 'Abstract')),
		...keywords
	];
}
