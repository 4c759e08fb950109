/**
 * Kinds of paper, as data. Each names the manual and the sections it follows; all are from memory, so that a section may
 * be a neighbour's. What a manual leaves open is chosen here and marked as common practice.
 */
import { captionsOfKind } from './captions';
import type { HeadingLook, PageSetup, TitleFields } from './types';

export interface PaperKind {
	id: string;
	name: string;
	/** What the manual asks, in a line. */
	asks: string;
	/** Manual and sections; empty where no manual stands behind it. */
	source: string;
	setup: PageSetup;
	/** Fields that it has a place for. */
	fields: readonly (keyof TitleFields)[];
	/** Sections to fill, by their headings. */
	sections: readonly string[];
	/** Most words of an abstract, with the section that says so. */
	abstractWords?: { most: number; source: string };
	/** Most letters of a running head. */
	runningHeadLetters?: { most: number; source: string };
}

const look = (change: Partial<HeadingLook>): HeadingLook => ({
	align: 'left',
	bold: true,
	italic: false,
	caps: '',
	size: 1,
	before: 1,
	after: 0.5,
	runIn: false,
	indented: false,
	...change
});

/** APA 7, 2.27: five levels; double spacing as all text, no space of their own. */
const APA_HEADINGS = [
	look({ align: 'center', before: 0, after: 0 }),
	look({ before: 0, after: 0 }),
	look({ italic: true, before: 0, after: 0 }),
	look({ before: 0, after: 0, runIn: true, indented: true }),
	look({ italic: true, before: 0, after: 0, runIn: true, indented: true })
];

/** Turabian 9, A.2.2.4: five levels in descending order. */
const TURABIAN_HEADINGS = [
	look({ align: 'center', before: 1.5 }),
	look({ align: 'center', bold: false }),
	look({ italic: true, bold: false }),
	look({ bold: false }),
	look({ italic: true, bold: false, runIn: true, indented: true })
];

/** IEEE template for conferences: small capitals, italics, run in. */
const IEEE_HEADINGS = [
	look({ align: 'center', bold: false, caps: 'small' }),
	look({ bold: false, italic: true }),
	look({ bold: false, italic: true, runIn: true, indented: true, after: 0 }),
	look({ bold: false, italic: true, runIn: true, indented: true, after: 0 }),
	look({ bold: false, italic: true, runIn: true, indented: true, after: 0 })
];

const PLAIN_HEADINGS = [
	look({ size: 1.25, before: 1.25 }),
	look({ size: 1.1 }),
	look({ italic: true, bold: false }),
	look({ bold: false }),
	look({ italic: true, bold: false, runIn: true, after: 0 })
];

const INCH = 2.54;
const none = { left: '', center: '', right: '' } as const;
const all = (cm: number) => ({ top: cm, right: cm, bottom: cm, left: cm });

/** What most manuals share: an inch of margin, a Times, double spacing, half an inch before a paragraph. */
const DOUBLE: PageSetup = {
	paper: 'a4',
	margins: all(INCH),
	font: 'times',
	size: 12,
	lines: 2,
	indent: INCH / 2,
	after: 0,
	justify: false,
	columns: 1,
	headings: APA_HEADINGS,
	numbering: '',
	opening: 'title-page',
	titleBold: true,
	titleAgain: true,
	abstractPage: true,
	header: { ...none, right: 'page' },
	footer: none,
	firstPlain: false,
	pageNumbers: 'decimal',
	lineNumbers: false,
	noteSize: 10,
	noteLines: 1,
	captions: 'run-in',
	contents: 0
};

export const KINDS: readonly PaperKind[] = [
	{
		id: 'student',
		name: 'Student paper',
		asks: 'Title page with course and instructor, page numbers top right, double spaced',
		source: 'APA 7, 2.3–2.24',
		setup: { ...DOUBLE, captions: captionsOfKind('student') },
		fields: ['affiliation', 'course', 'instructor', 'date', 'abstract', 'keywords'],
		sections: ['Introduction', 'Method', 'Results', 'Discussion'],
		abstractWords: { most: 250, source: 'APA 7, 2.9' }
	},
	{
		id: 'professional',
		name: 'Professional paper',
		asks: 'Title page with author note, abstract on page 2, running head in capitals',
		source: 'APA 7, 2.3–2.24',
		setup: {
			...DOUBLE,
			header: { ...none, left: 'running-head', right: 'page' },
			captions: captionsOfKind('professional')
		},
		fields: ['affiliation', 'authorNote', 'runningHead', 'abstract', 'keywords'],
		sections: ['Introduction', 'Method', 'Results', 'Discussion'],
		abstractWords: { most: 250, source: 'APA 7, 2.9' },
		runningHeadLetters: { most: 50, source: 'APA 7, 2.8' }
	},
	{
		id: 'essay',
		name: 'Essay',
		asks: 'Name, instructor, course and date at the left, surname and page number top right, double spaced',
		source: 'MLA 9, 1.1–1.5',
		setup: {
			...DOUBLE,
			headings: PLAIN_HEADINGS.map((h) => ({ ...h, size: 1, before: 0, after: 0 })),
			opening: 'heading-block',
			titleBold: false,
			titleAgain: false,
			abstractPage: false,
			header: { ...none, right: 'surname-page' },
			captions: captionsOfKind('essay')
		},
		fields: ['instructor', 'course', 'date'],
		sections: []
	},
	{
		id: 'thesis-chapter',
		name: 'Thesis chapter',
		asks: 'Double spaced, notes single spaced at the foot, page numbers top right from the second page',
		source: 'Turabian 9, A.1–A.2',
		setup: {
			...DOUBLE,
			headings: TURABIAN_HEADINGS,
			opening: 'title',
			titleAgain: false,
			abstractPage: false,
			firstPlain: true
		},
		fields: [],
		sections: ['Introduction', 'Conclusion']
	},
	{
		id: 'thesis-front',
		name: 'Thesis front matter',
		asks: 'Title page, abstract and contents, with roman page numbers at the foot',
		source: 'Turabian 9, A.1–A.2',
		setup: {
			...DOUBLE,
			headings: TURABIAN_HEADINGS,
			header: none,
			footer: { ...none, center: 'page' },
			firstPlain: true,
			pageNumbers: 'roman',
			titleAgain: false,
			contents: 2
		},
		fields: ['affiliation', 'course', 'date', 'abstract'],
		sections: ['Acknowledgements', 'Abbreviations']
	},
	{
		id: 'conference',
		name: 'Conference paper',
		asks: 'Two columns in 10 pt, numbered headings in small capitals, abstract and index terms first',
		source: 'IEEE, template for conference proceedings',
		setup: {
			...DOUBLE,
			margins: { top: 1.9, right: 1.6, bottom: 2.54, left: 1.6 },
			size: 10,
			lines: 1,
			indent: 0.36,
			justify: true,
			columns: 2,
			headings: IEEE_HEADINGS,
			numbering: 'roman',
			opening: 'byline',
			titleBold: false,
			titleAgain: false,
			abstractPage: false,
			header: none,
			noteSize: 8,
			captions: captionsOfKind('conference')
		},
		fields: ['affiliation', 'abstract', 'keywords'],
		sections: ['Introduction', 'Method', 'Results', 'Conclusion'],
		abstractWords: { most: 250, source: 'IEEE, template for conference proceedings' }
	},
	{
		id: 'lab-report',
		name: 'Lab report',
		asks: 'Numbered sections, one and a half lines, page numbers at the foot',
		// the numbers of sections as IEEE has them; the rest is common practice
		source: 'IEEE citations; the page is common practice',
		setup: {
			...DOUBLE,
			margins: all(2.5),
			size: 11,
			lines: 1.5,
			indent: 0,
			after: 6,
			headings: PLAIN_HEADINGS,
			numbering: 'decimal',
			opening: 'byline',
			titleAgain: false,
			abstractPage: false,
			header: none,
			footer: { ...none, center: 'page' }
		},
		fields: ['affiliation', 'course', 'instructor', 'date', 'abstract'],
		sections: ['Introduction', 'Apparatus and method', 'Results', 'Discussion', 'Conclusion']
	},
	{
		id: 'journal',
		name: 'Journal manuscript',
		asks: 'Line numbers, double spaced, short title and page number at the foot',
		source: 'common practice of journals',
		setup: {
			...DOUBLE,
			headings: PLAIN_HEADINGS,
			titleAgain: true,
			abstractPage: true,
			header: none,
			footer: { ...none, left: 'running-head', right: 'page' },
			lineNumbers: true
		},
		fields: ['affiliation', 'authorNote', 'runningHead', 'abstract', 'keywords'],
		sections: ['Introduction', 'Materials and methods', 'Results', 'Discussion']
	},
	{
		id: 'plain',
		name: 'Plain',
		asks: 'Easy to read: Literata, one and a half lines, page numbers at the foot',
		source: '',
		setup: {
			...DOUBLE,
			margins: all(2.5),
			font: 'literata',
			size: 11.5,
			lines: 1.5,
			indent: 0,
			after: 7,
			headings: PLAIN_HEADINGS,
			opening: 'title',
			titleAgain: false,
			abstractPage: false,
			header: none,
			footer: { ...none, center: 'page' },
			noteSize: 9.5,
			noteLines: 1.25
		},
		fields: ['abstract', 'runningHead'],
		sections: []
	}
];

/** The kind that manuscripts are of which have not chosen one. */
export const UNCHOSEN = 'plain';

export const kindOf = (id: string): PaperKind =>
	KINDS.find((k) => k.id === id) ?? KINDS.find((k) => k.id === UNCHOSEN)!;
