/** Pages of a word-processor file: paper, margins, head and foot (ECMA-376-1, 17.6 sections and 17.10 headers and footers). */
import {
	AlignmentType,
	Footer,
	Header,
	LeaderType,
	LineNumberRestartFormat,
	NumberFormat,
	PageNumber,
	Paragraph,
	SectionType,
	Tab,
	TabStopType,
	TextRun,
	LineRuleType,
	type IParagraphOptions,
	type IParagraphStyleOptions,
	type IParagraphStylePropertiesOptions,
	type ISectionOptions
} from 'docx';
import { captionForm, FONTS, MOST_LEVELS, SIZES, type PageSetup, type Slot, type Slots } from '../../page';
import { HALF, type EntryLook } from '../entry-looks';
import { slotParts } from '../pages/slots';
import type { HeadWords } from '../pages/style';

/** Centimetres to twentieths of a point. */
export const twipsOfCm = (cm: number): number => Math.round((cm / 2.54) * 1440);
/** Points to half points. */
const half = (pt: number): number => Math.round(pt * 2);

/** Width of the text, in twentieths of a point. */
export const textWidth = ({ paper, margins }: PageSetup): number =>
	twipsOfCm(SIZES[paper].width - margins.left - margins.right);

type Words = string | (typeof PageNumber)['CURRENT'];

const slotWords = (slot: Slot, words: HeadWords): Words[] =>
	slotParts(slot, words).map((p) => (p.page ? PageNumber.CURRENT : p.text));

/** One line: left, centre and right, parted by tabs. */
function edge(slots: Slots, setup: PageSetup, words: HeadWords): Paragraph {
	const width = textWidth(setup);
	const parts: (Words | '\t')[] = [
		...slotWords(slots.left, words),
		...(slots.center || slots.right ? (['\t'] as const) : []),
		...slotWords(slots.center, words),
		...(slots.right ? (['\t'] as const) : []),
		...slotWords(slots.right, words)
	];
	return new Paragraph({
		spacing: { ...spaced(240), after: 0 },
		tabStops: [
			{ type: TabStopType.CENTER, position: Math.round(width / 2) },
			{ type: TabStopType.RIGHT, position: width }
		],
		children: parts.map(
			(p) =>
				new TextRun({ children: [p === '\t' ? new Tab() : p], font: FONTS[setup.font].office, size: half(setup.size) })
		)
	});
}

const isEmpty = (s: Slots): boolean => !s.left && !s.center && !s.right;
/**
 * Distance of lines, said in full: where the rule is left out it is `auto` by the standard (ECMA-376-1, 17.3.1.33), but
 * other programs take it for an exact height and cut pictures down to it.
 * @param line in 240ths of a line
 */
export const spaced = (line: number) => ({ line, lineRule: LineRuleType.AUTO });

const blank = (): Paragraph => new Paragraph({ spacing: { ...spaced(240), after: 0 } });

/**
 * @param columns of the text; what opens a paper in two columns is a section of its own
 * @param first whether the section begins the file
 */
export function sectionOptions(
	setup: PageSetup,
	words: HeadWords,
	columns: 1 | 2,
	first: boolean
): Omit<ISectionOptions, 'children'> {
	const { width, height } = SIZES[setup.paper];
	const { top, right, bottom, left } = setup.margins;
	const header = isEmpty(setup.header)
		? {}
		: {
				headers: {
					default: new Header({ children: [edge(setup.header, setup, words)] }),
					...(setup.firstPlain && first ? { first: new Header({ children: [blank()] }) } : {})
				}
			};
	const footer = isEmpty(setup.footer)
		? {}
		: {
				footers: {
					default: new Footer({ children: [edge(setup.footer, setup, words)] }),
					...(setup.firstPlain && first ? { first: new Footer({ children: [blank()] }) } : {})
				}
			};
	return {
		...header,
		...footer,
		properties: {
			...(first ? {} : { type: SectionType.CONTINUOUS }),
			titlePage: setup.firstPlain && first,
			page: {
				size: { width: twipsOfCm(width), height: twipsOfCm(height) },
				margin: {
					top: twipsOfCm(top),
					right: twipsOfCm(right),
					bottom: twipsOfCm(bottom),
					left: twipsOfCm(left),
					header: twipsOfCm(1.27),
					footer: twipsOfCm(1.27)
				},
				...(setup.pageNumbers === 'roman' ? { pageNumbers: { formatType: NumberFormat.LOWER_ROMAN } } : {})
			},
			...(columns === 2 ? { column: { count: 2, space: twipsOfCm(0.5) } } : {}),
			...(setup.lineNumbers
				? { lineNumbers: { countBy: 1, restart: LineNumberRestartFormat.CONTINUOUS, distance: 240 } }
				: {})
		}
	};
}

/** Line distance as the format has it: 240 is one line of the font. */
export const lineOf = (lines: number): number => Math.round(lines * 240);

/** Looks of the styles (17.7.4); a person can change each at one place. */
export function styleOptions(setup: PageSetup, lang: string, entries: readonly EntryLook[]) {
	const font = FONTS[setup.font].office;
	const plain = (pt: number) => ({ font, size: half(pt), color: '000000' });
	const lines = (n: number) => Math.round(n * setup.lines * setup.size * 20);
	const indent = twipsOfCm(setup.indent);
	const heading = (i: number) => {
		const h = setup.headings[Math.min(i, setup.headings.length - 1)];
		return {
			run: {
				...plain(setup.size * h.size),
				bold: h.bold,
				italics: h.italic,
				smallCaps: h.caps === 'small',
				allCaps: h.caps === 'all'
			},
			paragraph: {
				alignment: h.align === 'center' ? AlignmentType.CENTER : AlignmentType.START,
				keepNext: true,
				spacing: {
					before: lines(h.before),
					after: h.runIn ? setup.after * 20 : lines(h.after),
					...spaced(lineOf(setup.lines))
				},
				...(h.indented ? { indent: { firstLine: indent } } : {})
			}
		};
	};
	const note = {
		run: { size: half(setup.noteSize) },
		paragraph: { spacing: { ...spaced(lineOf(setup.noteLines)), after: 40 } }
	};
	const centred = setup.opening !== 'title' || setup.indent > 0;
	return {
		default: {
			document: {
				run: { ...plain(setup.size), language: { value: lang } },
				paragraph: { spacing: { ...spaced(lineOf(setup.lines)), after: setup.after * 20 } }
			},
			title: {
				run: {
					...plain(setup.size * (setup.columns === 2 ? 2 : setup.opening === 'title' ? 1.4 : 1)),
					bold: setup.titleBold
				},
				paragraph: {
					alignment: centred ? AlignmentType.CENTER : AlignmentType.START,
					spacing: { before: 0, after: setup.opening === 'title' ? lines(0.6) : 0 }
				}
			},
			heading1: heading(0),
			heading2: heading(1),
			heading3: heading(2),
			heading4: heading(3),
			heading5: heading(4),
			heading6: heading(4),
			strong: { run: { bold: true } },
			hyperlink: { run: { color: '000000', underline: {} } }
		},
		characterStyles: [
			{
				id: 'CaptionLabel',
				name: 'Caption Label',
				run: { italics: false, bold: captionForm(setup.captions, 'figure').bold }
			}
		],
		paragraphStyles: [
			{
				id: 'BodyText',
				name: 'Body Text',
				basedOn: 'Normal',
				quickFormat: true,
				paragraph: {
					indent: { firstLine: indent },
					...(setup.justify ? { alignment: AlignmentType.BOTH } : {})
				}
			},
			{ id: 'Quote', name: 'Quote', basedOn: 'Normal', paragraph: { indent: { left: 720, right: 720 } } },
			...(entries.length ? entries : [null]).flatMap((look, i) => entryStyles(look, i + 1)),
			{
				id: 'Caption',
				name: 'caption',
				basedOn: 'Normal',
				run: { size: half(setup.size - 1), ...captionRun(setup, 'figure') },
				paragraph: { spacing: { ...spaced(240), after: 120 }, ...captionPlace(setup, 'figure') }
			},
			{
				id: 'TableCaption',
				name: 'Table Caption',
				basedOn: 'Caption',
				run: captionRun(setup, 'table'),
				paragraph: captionPlace(setup, 'table')
			},
			{
				id: 'Legend',
				name: 'Legend',
				basedOn: 'Normal',
				run: { size: half(setup.size - 1) },
				paragraph: { spacing: { ...spaced(240), before: 60, after: 120 } }
			},
			{
				id: 'TableText',
				name: 'Table Text',
				basedOn: 'Normal',
				paragraph: { spacing: { ...spaced(276), before: 30, after: 30 } }
			},
			{ id: 'Equation', name: 'Equation', basedOn: 'Normal' },
			{ id: 'Author', name: 'Author', basedOn: 'Normal', paragraph: { alignment: AlignmentType.CENTER } },
			{ id: 'Abstract', name: 'Abstract', basedOn: 'Normal' },
			{
				id: 'AbstractHeading',
				name: 'Abstract Heading',
				basedOn: 'Normal',
				run: { bold: true },
				paragraph: { alignment: AlignmentType.CENTER, keepNext: true }
			},
			{
				id: 'TOCHeading',
				name: 'TOC Heading',
				basedOn: 'Normal',
				run: { bold: true },
				paragraph: { alignment: AlignmentType.CENTER, keepNext: true, spacing: { after: lines(0.5) } }
			},
			...Array.from({ length: MOST_LEVELS }, (_, n) => ({
				id: `TOC${n + 1}`,
				name: `toc ${n + 1}`,
				basedOn: 'Normal',
				paragraph: listedRow(setup, n)
			})),
			{ id: 'TableofFigures', name: 'table of figures', basedOn: 'Normal', paragraph: listedRow(setup, 0) },
			{ id: 'FootnoteText', name: 'footnote text', basedOn: 'Normal', ...note },
			{ id: 'EndnoteText', name: 'endnote text', basedOn: 'Normal', ...note }
		]
	};
}

/** Names of the styles of entries, and of what stands below them. @param n the place of their look, from 1 */
export const entryStyle = (n: number): string => (n === 1 ? 'Bibliography' : `Bibliography${n}`);
export const belowEntryStyle = (n: number): string => `BibliographyAnnotation${n === 1 ? '' : n}`;

/** Indents and distances of entries (17.3.1.12 ind, 17.3.1.33 spacing). @param look null for a file without lists */
function entryStyles(look: EntryLook | null, n: number): IParagraphStyleOptions[] {
	const number = n === 1 ? '' : ` ${n}`;
	const named = { id: entryStyle(n), name: `Bibliography${number}`, basedOn: 'Normal' };
	if (!look) return [named];
	const twips = (inches: number) => Math.round(inches * 1440);
	const run = look.font ? { run: { font: FONTS[look.font === 'sans' ? 'sans' : 'times'].office } } : {};
	const spacing = { ...spaced(lineOf(look.lines)), after: Math.round(look.after * 20) };
	const paragraph: IParagraphOptions = {
		indent: {
			left: twips(look.left),
			...(look.first < 0 ? { hanging: twips(-look.first) } : { firstLine: twips(look.first) })
		},
		spacing,
		...(look.tab ? { tabStops: [{ type: TabStopType.LEFT, position: twips(look.left) }] } : {})
	};
	return [
		// the library writes tabs for styles as well, and does not say so
		{ ...named, ...run, paragraph: paragraph as IParagraphStylePropertiesOptions },
		{
			id: belowEntryStyle(n),
			name: `Bibliography Annotation${number}`,
			basedOn: 'Normal',
			...run,
			paragraph: { indent: { left: twips(HALF) }, spacing }
		}
	];
}

/** How the words of a caption look, but for its number. */
function captionRun({ captions }: PageSetup, of: 'table' | 'figure') {
	const { italic, smallCaps } = captionForm(captions, of);
	return { italics: italic, smallCaps };
}
const captionPlace = ({ captions }: PageSetup, of: 'table' | 'figure') => ({
	alignment: captionForm(captions, of).align === 'center' ? AlignmentType.CENTER : AlignmentType.LEFT
});

/** A row of contents: dots to the number of its page at the right. @param depth 0 for a section */
function listedRow(setup: PageSetup, depth: number): IParagraphStylePropertiesOptions {
	const look: IParagraphOptions = {
		indent: { left: depth * 360, ...(depth ? {} : { firstLine: 0 }) },
		spacing: { ...spaced(276), after: 60 },
		tabStops: [{ type: TabStopType.RIGHT, position: textWidth(setup), leader: LeaderType.DOT }]
	};
	// the library writes them for styles as well, and does not say so
	return look as IParagraphStylePropertiesOptions;
}
