/** What stands in the text of a word-processor file (ECMA-376): blocks, words, notes, pictures, lists of sources. */
import {
	AlignmentType,
	BorderStyle,
	EndnoteReferenceRun,
	ExternalHyperlink,
	FootnoteReferenceRun,
	HeadingLevel,
	ImageRun,
	LevelFormat,
	PageBreak,
	Paragraph,
	Table,
	TableCell,
	TableLayoutType,
	TableRow,
	Tab,
	TabStopType,
	TextRun,
	WidthType,
	type IParagraphOptions,
	type ITableCellOptions,
	type ParagraphChild
} from 'docx';
import { imageSize } from 'image-size';
import type { Run } from '../../csl';
import { FONTS, type PageSetup } from '../../page';
import { isRightToLeft } from '../clean-text';
import type { Contents, Listed } from '../contents';
import {
	captionLabel,
	inLanguage,
	type Alignment,
	type Captions,
	type FinalBlock,
	type FinalCell,
	type FinalInline,
	type ListNumbers
} from '../final';
import type { CommentRanges } from '../comment-ranges';
import type { EntryLooks } from '../entry-looks';
import { TAGS } from '../live-data';
import { rangeMarks } from './comments';
import { contentsParagraphs } from './contents';
import type { Controls } from './controls';
import { mathChild } from './math';
import { belowEntryStyle, entryStyle, textWidth } from './page';
import type { PrintedNumbers } from './own-numbers';
import { captionWords, reference, sequence, type Bookmarks } from './references';

/** Half an inch, in twentieths of a point: the hanging indent of common list pages. */
export const HALF_INCH = 720;

export interface Notes {
	footnotes: Record<string, { children: Paragraph[] }>;
	endnotes: Record<string, { children: Paragraph[] }>;
	printed: PrintedNumbers;
	/** Lists, each with a numbering of its own, so that neighbours stay apart: what they count and where they begin. */
	lists: { numbers: ListNumbers | 'bullet'; start: number; depth: number }[];
	setup: PageSetup;
	bookmarks: Bookmarks;
	listed: Listed;
	captions: Captions;
	/** Looks of entries, which are styles of the file. */
	entries: EntryLooks;
	/** Of a live file: citations and lists are known again. */
	controls: Controls | null;
	comments: CommentRanges | null;
}

function textRun(r: Run, font: { font?: string } = {}): TextRun {
	return new TextRun({
		...font,
		text: r.text,
		italics: r.italic,
		bold: r.bold,
		smallCaps: r.smallCaps,
		underline: r.underline ? {} : undefined,
		superScript: r.sup,
		subScript: r.sub,
		...(r.lang ? { language: { value: r.lang } } : {})
	});
}

/** Words with their notes; in a live file each citation stands in a control of its own. */
export function children(list: FinalInline[], notes: Notes, font: { font?: string } = {}): ParagraphChild[] {
	const { controls } = notes;
	if (!controls) return plainChildren(list, notes, font);
	const out: ParagraphChild[] = [];
	for (let from = 0; from < list.length;) {
		const id = citeOf(list[from]);
		let to = from + 1;
		while (to < list.length && citeOf(list[to]) === id && sameComments(list[to], list[from], notes)) to++;
		const before = list[from - 1]?.t === 'note' && list[from].t === 'note';
		const about = list.slice(from, to).map((i) => rangeMarks(notes.comments?.at(i) ?? { begin: [], end: [] }));
		const kids = plainChildren(list.slice(from, to), id ? { ...notes, controls: null } : notes, font, id !== '');
		// two marks side by side are two numbers
		if (before) out.push(new TextRun({ text: ',', superScript: true }));
		out.push(...about.flatMap((a) => a.before));
		out.push(...(id ? [controls.words(TAGS.citation + id, 'Citation', kids)] : kids));
		out.push(...about.flatMap((a) => a.behind));
		from = to;
	}
	return out;
}
/** Pieces that the same comments are about stand together; a citation is never parted. */
const sameComments = (a: FinalInline, b: FinalInline, { comments }: Notes): boolean =>
	!comments || citeOf(a) !== '' || aboutOf(a) === aboutOf(b);
const aboutOf = (i: FinalInline): string => (i.t === 'text' ? (i.comments ?? []).join() : '');
const citeOf = (i: FinalInline): string => ((i.t === 'text' || i.t === 'note') && i.cite) || '';

/** @param bare links are words alone */
function plainChildren(
	list: FinalInline[],
	notes: Notes,
	font: { font?: string } = {},
	bare = false
): ParagraphChild[] {
	return list.flatMap((i, at): ParagraphChild[] => {
		if (i.t === 'break') return [new TextRun({ break: 1 })];
		if (i.t === 'math') return [mathChild(i.tex)];
		if (i.t === 'ref') return [reference(i, notes.bookmarks)];
		if (i.t === 'note') {
			const content = i.paragraphs.map(
				(p) =>
					new Paragraph({
						style: i.kind === 'footnote' ? 'FootnoteText' : 'EndnoteText',
						children: children(p, notes),
						...direction(p)
					})
			);
			const target = i.kind === 'footnote' ? notes.footnotes : notes.endnotes;
			const id = Object.keys(target).length + 1;
			target[id] = { children: content.length ? content : [new Paragraph('')] };
			notes.printed[i.kind === 'footnote' ? 'footnotes' : 'endnotes'].push(i.number);
			const mark = i.kind === 'footnote' ? new FootnoteReferenceRun(id) : new EndnoteReferenceRun(id);
			// two marks side by side are two numbers
			return list[at - 1]?.t === 'note' ? [new TextRun({ text: ',', superScript: true }), mark] : [mark];
		}
		return [bare ? textRun(i.run, font) : runChild(i.run, font)];
	});
}

function runChild(run: Run, font: { font?: string } = {}): ParagraphChild {
	return run.link && /^(https?:|mailto:)/i.test(run.link)
		? new ExternalHyperlink({ link: run.link, children: [textRun(run, font)] })
		: textRun(run, font);
}

/** A picture kept as data; what cannot be shown there (WebP, a broken file) is left to its caption and described. */
function picture(b: Extract<FinalBlock, { t: 'figure' }>, setup: PageSetup, keepNext: boolean): Paragraph[] {
	const { src, alt } = b;
	const m = /^data:image\/(png|jpeg|gif|webp);base64,(.+)$/.exec(src);
	if (!m) return [];
	const described = [new Paragraph(`[Picture${alt ? `: ${alt}` : ''}]`)];
	if (m[1] === 'webp') return described;
	let data: Uint8Array;
	let size: { width: number; height: number };
	try {
		data = Uint8Array.from(atob(m[2]), (c) => c.charCodeAt(0));
		size = imageSize(data);
	} catch (e) {
		// no picture of the kind it says it is; the file is written all the same
		if (e instanceof Error) return described;
		throw e;
	}
	/** Of the text, in pixels of 1/96 inch. */
	const widest = textWidth(setup) / 15;
	const scale = (b.width ? b.width * widest : Math.min(size.width, widest)) / size.width;
	return [
		new Paragraph({
			keepNext,
			children: [
				new ImageRun({
					type: m[1] === 'jpeg' ? 'jpg' : (m[1] as 'png' | 'gif'),
					data,
					transformation: {
						width: Math.max(1, Math.round(size.width * scale)),
						height: Math.max(1, Math.round(size.height * scale))
					},
					altText: { name: alt || 'Picture', description: alt, title: alt }
				})
			]
		})
	];
}

/** Words of inlines, without notes. */
const wordsOf = (list: FinalInline[]): string =>
	list.map((i) => (i.t === 'text' ? i.run.text : i.t === 'ref' ? i.text : ' ')).join('');

/** A paragraph whose words run from right to left is set so (ECMA-376-1, 17.3.1.6 bidi). */
const direction = (list: FinalInline[]): Partial<IParagraphOptions> =>
	isRightToLeft(wordsOf(list)) ? { bidirectional: true } : {};

const ALIGN = {
	left: AlignmentType.LEFT,
	center: AlignmentType.CENTER,
	right: AlignmentType.RIGHT,
	justify: AlignmentType.BOTH
} as const;
const aligned = (align: Alignment | undefined): Partial<IParagraphOptions> =>
	align ? { alignment: ALIGN[align] } : {};

export const FORMATS = {
	bullet: LevelFormat.BULLET,
	decimal: LevelFormat.DECIMAL,
	'lower-alpha': LevelFormat.LOWER_LETTER,
	'upper-alpha': LevelFormat.UPPER_LETTER,
	'lower-roman': LevelFormat.LOWER_ROMAN,
	'upper-roman': LevelFormat.UPPER_ROMAN
} as const;
/** Levels that the format has (ECMA-376-1, 17.9.6 lvl). */
export const DEEPEST = 8;

/** A caption; that of a table has a style of its own, since manuals set it otherwise. */
const caption = (
	b: Extract<FinalBlock, { t: 'table' | 'figure' }>,
	words: FinalInline[],
	notes: Notes,
	keepNext = false
): Paragraph =>
	new Paragraph({
		style: b.t === 'table' ? 'TableCaption' : 'Caption',
		keepNext,
		children: captionWords(b, children(words, notes), notes.bookmarks, notes.captions)
	});

const HEADINGS = [
	HeadingLevel.TITLE,
	HeadingLevel.HEADING_1,
	HeadingLevel.HEADING_2,
	HeadingLevel.HEADING_3,
	HeadingLevel.HEADING_4,
	HeadingLevel.HEADING_5
];

/** What stands between a heading and the text that goes on in its line. */
const stopOf = (heading: FinalInline[], notes: Notes): ParagraphChild[] =>
	made(/[.?!:]$/.test(wordsOf(heading).trim()) ? ' ' : '. ', 'Full stop', notes);

/** Words that the page asks for and nobody wrote: a live file leaves them behind when it comes back. */
function made(text: string, name: string, { controls }: Notes, italics = false): ParagraphChild[] {
	const run = new TextRun({ text, italics });
	return [controls ? controls.words(TAGS.made, name, [run]) : run];
}

/** The heading of a level stands in the line of what it heads. */
const runsIn = (level: number, setup: PageSetup): boolean => setup.headings[Math.min(level, 6) - 2]?.runIn ?? false;

/** @param depth of lists around them */
export function blocks(
	list: FinalBlock[],
	notes: Notes,
	extra: Partial<IParagraphOptions> = {},
	depth = 0
): (Paragraph | Table)[] {
	return list.flatMap((b): (Paragraph | Table)[] => {
		switch (b.t) {
			case 'paragraph':
				return [
					new Paragraph({
						...(b.legend !== undefined ? { style: 'Legend' } : depth ? {} : { style: 'BodyText' }),
						children: [
							...(b.legend ? made(`${b.legend} `, 'Beginning of a note', notes, true) : []),
							...children(inLanguage(b.inlines, b.lang), notes)
						],
						...direction(b.inlines),
						...aligned(b.align),
						...extra
					})
				];
			case 'heading':
				return [
					new Paragraph({
						heading: HEADINGS[b.level - 1] ?? HeadingLevel.HEADING_5,
						children: [
							...notes.bookmarks.heading(b.id, children(inLanguage(b.inlines, b.lang), notes)),
							...(runsIn(b.level, notes.setup) ? stopOf(b.inlines, notes) : [])
						],
						// the mark of the paragraph is hidden, and what follows stands in its line (17.3.2.36 specVanish)
						...(runsIn(b.level, notes.setup) ? { run: { vanish: true, specVanish: true } } : {}),
						...(notes.setup.numbering && b.level > 1
							? { numbering: { reference: 'headings', level: Math.min(b.level, 6) - 2 } }
							: {}),
						...direction(b.inlines),
						...aligned(b.align)
					})
				];
			case 'quote':
				return b.paragraphs.map(
					(p) => new Paragraph({ style: 'Quote', children: children(inLanguage(p, b.lang), notes), ...direction(p) })
				);
			case 'list': {
				const level = Math.min(depth, DEEPEST);
				const numbers = b.ordered ? b.numbers : 'bullet';
				const reference = `list-${notes.lists.push({ numbers, start: b.start, depth: level })}`;
				const numbering = { numbering: { reference, level } };
				const indent = { left: HALF_INCH * (level + 1) };
				return b.items.flatMap((item) =>
					item.flatMap((x, i) =>
						x.t === 'paragraph' && i === 0
							? [new Paragraph({ children: children(x.inlines, notes), ...direction(x.inlines), ...numbering })]
							: blocks([x], notes, { indent }, depth + 1)
					)
				);
			}
			case 'figure': {
				const { above } = captionLabel(b, notes.captions);
				const shown = picture(b, notes.setup, !above);
				return above
					? [caption(b, b.caption, notes, shown.length > 0), ...shown]
					: [...shown, caption(b, b.caption, notes)];
			}
			case 'table': {
				return [
					...(b.caption ? [caption(b, b.caption, notes, true)] : []),
					new Table({
						width: { size: 100, type: WidthType.PERCENTAGE },
						...(b.columns
							? {
									layout: TableLayoutType.FIXED,
									columnWidths: b.columns.map((c) => Math.round(c * textWidth(notes.setup)))
								}
							: {}),
						borders: THREE_LINES,
						rows: b.rows.map(
							(r, n) =>
								new TableRow({
									// repeated on each page
									...(r.length && r.every((c) => c.header) ? { tableHeader: true } : {}),
									children: r.map(
										(c) =>
											new TableCell({
												borders: headLines(b.rows, n),
												columnSpan: c.colspan > 1 ? c.colspan : undefined,
												rowSpan: c.rowspan > 1 ? c.rowspan : undefined,
												children: c.paragraphs.map(
													(p) =>
														new Paragraph({
															style: 'TableText',
															children: children(p, notes),
															...direction(p),
															...aligned(c.align)
														})
												)
											})
									)
								})
						)
					})
				];
			}
			case 'equation': {
				if (!b.number)
					return [new Paragraph({ style: 'Equation', alignment: AlignmentType.CENTER, children: [mathChild(b.tex)] })];
				// the number stands at the right edge, the formula in the middle
				const width = textWidth(notes.setup);
				const tab = () => new TextRun({ children: [new Tab()] });
				return [
					new Paragraph({
						style: 'Equation',
						tabStops: [
							{ type: TabStopType.CENTER, position: Math.round(width / 2) },
							{ type: TabStopType.RIGHT, position: width }
						],
						children: [
							tab(),
							mathChild(b.tex),
							tab(),
							...notes.bookmarks.label(b.id, [
								new TextRun('('),
								...notes.bookmarks.around(b.id, 'number', sequence('Equation', String(b.number), b)),
								new TextRun(')')
							])
						]
					})
				];
			}
			case 'page-break':
				return [new Paragraph({ children: [new PageBreak()] })];
			case 'contents':
				return contents(b, notes);
			case 'bibliography':
				return notes.controls
					? [notes.controls.blocks(TAGS.bibliography + b.id, 'Bibliography', sourceList(b, notes))]
					: sourceList(b, notes);
		}
	});
}

/** Contents, or a list of figures or tables; nothing in their rows is live. */
export const contents = (b: Contents, notes: Notes, ownPage = false): Paragraph[] =>
	contentsParagraphs(
		b,
		notes.listed,
		notes.bookmarks,
		(words) => children(words, { ...notes, controls: null }),
		ownPage
	);

/** A line of half a point. */
const LINE = { style: BorderStyle.SINGLE, size: 4, color: '000000' };
const NO_LINE = { style: BorderStyle.NONE, size: 0, color: 'auto' };
/** Lines above and below a table, and below its head, as the manuals draw them (APA 7, 7.17; common practice). */
const THREE_LINES = {
	top: LINE,
	bottom: LINE,
	left: NO_LINE,
	right: NO_LINE,
	insideHorizontal: NO_LINE,
	insideVertical: NO_LINE
};

/** The line between the head and the body of a table belongs to the cells on both sides of it. */
function headLines(rows: readonly FinalCell[][], n: number): ITableCellOptions['borders'] {
	const isHead = (k: number): boolean => (rows[k]?.length ?? 0) > 0 && rows[k].every((c) => c.header);
	if (isHead(n) && !isHead(n + 1)) return { bottom: LINE };
	return n > 0 && isHead(n - 1) && !isHead(n) ? { top: LINE } : undefined;
}

/** A list of sources; the look of its entries is that of their style. */
function sourceList(b: Extract<FinalBlock, { t: 'bibliography' }>, notes: Notes): Paragraph[] {
	const { look } = b;
	const font = look.font ? { font: look.font === 'sans' ? FONTS.sans.office : FONTS.times.office } : {};
	const n = notes.entries.of(b);
	/** What goes on with what stands below it. */
	const close = { spacing: { after: 0 } };
	return [
		new Paragraph({
			heading: HeadingLevel.HEADING_1,
			pageBreakBefore: look.ownPage,
			alignment: look.centred ? AlignmentType.CENTER : undefined,
			children: notes.bookmarks.heading(
				b.id,
				children(
					b.heading.map((i) => (i.t === 'text' && !look.bold ? { ...i, run: { ...i.run, bold: false } } : i)),
					notes,
					font
				)
			)
		}),
		...(b.note ? [new Paragraph({ children: [textRun({ text: b.note }, font)] })] : []),
		...b.groups.flatMap((g) => [
			...(g.title ? [new Paragraph({ heading: HeadingLevel.HEADING_2, children: [new TextRun(g.title)] })] : []),
			...g.entries.flatMap((e) => [
				new Paragraph({
					style: entryStyle(n),
					children: e.runs.map((r) => runChild(b.aligned ? r : { ...r, text: r.text.replace(/\t/g, ' ') })),
					...(e.under.length ? close : {})
				}),
				...e.under.map(
					(text, i) =>
						new Paragraph({
							style: belowEntryStyle(n),
							children: [textRun({ text })],
							...(i < e.under.length - 1 ? close : {})
						})
				)
			])
		])
	];
}
