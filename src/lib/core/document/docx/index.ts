/** The final manuscript as a word-processor file (ECMA-376): real footnotes and endnotes, real styles, nothing live. */
import {
	AlignmentType,
	Document,
	EndnoteReferenceRun,
	ExternalHyperlink,
	FootnoteReferenceRun,
	HeadingLevel,
	ImageRun,
	LevelFormat,
	PageBreak,
	Packer,
	Paragraph,
	Table,
	TableCell,
	TableRow,
	TabStopType,
	TextRun,
	WidthType,
	type IParagraphOptions,
	type ParagraphChild
} from 'docx';
import { imageSize } from 'image-size';
import type { Run } from '../../csl';
import type { FinalBlock, FinalDoc, FinalInline } from '../final';
import { writeOwnNumbers, type PrintedNumbers } from './own-numbers';

/** Half an inch, in twentieths of a point: the hanging indent of common list pages. */
const HALF_INCH = 720;
const FONT = 'Times New Roman';
/** Text sizes are given in half points (ECMA-376, 17.3.2.38). */
const SIZE = 24;

interface Notes {
	footnotes: Record<string, { children: Paragraph[] }>;
	endnotes: Record<string, { children: Paragraph[] }>;
	printed: PrintedNumbers;
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
		subScript: r.sub
	});
}

function children(list: FinalInline[], notes: Notes): ParagraphChild[] {
	return list.map((i): ParagraphChild => {
		if (i.t === 'break') return new TextRun({ break: 1 });
		if (i.t === 'note') {
			const content = i.paragraphs.map(
				(p) =>
					new Paragraph({ style: i.kind === 'footnote' ? 'FootnoteText' : 'EndnoteText', children: children(p, notes) })
			);
			const target = i.kind === 'footnote' ? notes.footnotes : notes.endnotes;
			const id = Object.keys(target).length + 1;
			target[id] = { children: content.length ? content : [new Paragraph('')] };
			notes.printed[i.kind === 'footnote' ? 'footnotes' : 'endnotes'].push(i.number);
			return i.kind === 'footnote' ? new FootnoteReferenceRun(id) : new EndnoteReferenceRun(id);
		}
		return runChild(i.run);
	});
}

function runChild(run: Run, font: { font?: string } = {}): ParagraphChild {
	return run.link && /^(https?:|mailto:)/i.test(run.link)
		? new ExternalHyperlink({ link: run.link, children: [textRun(run, font)] })
		: textRun(run, font);
}

/** Widest a picture may be, in pixels of 1/96 inch: the text width of a page with one-inch margins. */
const WIDEST = 600;

/** A picture kept as data; what the format of the file does not know (WebP) is left to its caption and described. */
function picture(src: string, alt: string): Paragraph[] {
	const m = /^data:image\/(png|jpeg|gif|webp);base64,(.+)$/.exec(src);
	if (!m) return [];
	if (m[1] === 'webp') return [new Paragraph(`[Picture${alt ? `: ${alt}` : ''}]`)];
	const data = Uint8Array.from(atob(m[2]), (c) => c.charCodeAt(0));
	const { width, height } = imageSize(data);
	const scale = Math.min(1, WIDEST / width);
	return [
		new Paragraph({
			keepNext: true,
			children: [
				new ImageRun({
					type: m[1] === 'jpeg' ? 'jpg' : (m[1] as 'png' | 'gif'),
					data,
					transformation: { width: Math.round(width * scale), height: Math.round(height * scale) },
					altText: { name: alt || 'Picture', description: alt, title: alt }
				})
			]
		})
	];
}

const HEADINGS = [HeadingLevel.TITLE, HeadingLevel.HEADING_1, HeadingLevel.HEADING_2, HeadingLevel.HEADING_3];

function blocks(list: FinalBlock[], notes: Notes, extra: Partial<IParagraphOptions> = {}): (Paragraph | Table)[] {
	return list.flatMap((b): (Paragraph | Table)[] => {
		switch (b.t) {
			case 'paragraph':
				return [new Paragraph({ children: children(b.inlines, notes), ...extra })];
			case 'heading':
				return [
					new Paragraph({
						heading: HEADINGS[b.level - 1] ?? HeadingLevel.HEADING_3,
						children: children(b.inlines, notes)
					})
				];
			case 'quote':
				return b.paragraphs.map((p) => new Paragraph({ style: 'Quote', children: children(p, notes) }));
			case 'list':
				return b.items.flatMap((item) =>
					item.flatMap((x, i) =>
						x.t === 'paragraph' && i === 0
							? [
									new Paragraph({
										children: children(x.inlines, notes),
										...(b.ordered ? { numbering: { reference: 'numbers', level: 0 } } : { bullet: { level: 0 } })
									})
								]
							: blocks([x], notes, { indent: { left: HALF_INCH } })
					)
				);
			case 'figure':
				return [...picture(b.src, b.alt), new Paragraph({ style: 'Caption', children: children(b.caption, notes) })];
			case 'table':
				return [
					new Table({
						width: { size: 100, type: WidthType.PERCENTAGE },
						rows: b.rows.map(
							(r) =>
								new TableRow({
									children: r.map(
										(c) =>
											new TableCell({
												children: c.paragraphs.map((p) => new Paragraph({ children: children(p, notes) }))
											})
									)
								})
						)
					})
				];
			case 'page-break':
				return [new Paragraph({ children: [new PageBreak()] })];
			case 'bibliography':
				return sourceList(b, notes);
		}
	});
}

/** Inches to twentieths of a point. */
const twips = (inches: number): number => Math.round(inches * 1440);

/** A list of sources with its look (ECMA-376, 17.3.1.12 for indents, 17.3.1.33 for spacing). */
function sourceList(b: Extract<FinalBlock, { t: 'bibliography' }>, notes: Notes): Paragraph[] {
	const { look } = b;
	const font = look.font ? { font: look.font === 'sans' ? 'Arial' : FONT } : {};
	const spacing = { line: Math.round(look.lines * 240), after: Math.round(look.after * 20) };
	const left = b.aligned ? HALF_INCH : twips(look.hanging);
	const first = twips(look.firstLine) - left;
	const indent = { left, ...(first < 0 ? { hanging: -first } : { firstLine: first }) };
	return [
		new Paragraph({
			heading: HeadingLevel.HEADING_1,
			pageBreakBefore: look.ownPage,
			alignment: look.centred ? AlignmentType.CENTER : undefined,
			children: b.heading.map((i) =>
				i.t === 'text' ? runChild({ ...i.run, ...(look.bold ? {} : { bold: false }) }, font) : children([i], notes)[0]
			)
		}),
		...(b.note ? [new Paragraph({ children: [textRun({ text: b.note }, font)] })] : []),
		...b.groups.flatMap((g) => [
			...(g.title ? [new Paragraph({ heading: HeadingLevel.HEADING_2, children: [new TextRun(g.title)] })] : []),
			...g.entries.flatMap((e) => [
				new Paragraph({
					style: 'Bibliography',
					children: e.runs.map((r) => runChild(b.aligned ? r : { ...r, text: r.text.replace(/\t/g, ' ') }, font)),
					indent,
					spacing: e.under.length ? { ...spacing, after: 0 } : spacing,
					...(b.aligned ? { tabStops: [{ type: TabStopType.LEFT, position: HALF_INCH }] } : {})
				}),
				...e.under.map(
					(text, i) =>
						new Paragraph({
							style: 'Bibliography',
							children: [textRun({ text }, font)],
							indent: { left: HALF_INCH },
							spacing: i < e.under.length - 1 ? { ...spacing, after: 0 } : spacing
						})
				)
			])
		])
	];
}

function build(doc: FinalDoc): { file: Document; printed: PrintedNumbers } {
	const notes: Notes = { footnotes: {}, endnotes: {}, printed: { footnotes: [], endnotes: [] } };
	const content = blocks(doc.blocks, notes);
	const plain = (size = SIZE) => ({ font: FONT, size });
	const file = new Document({
		title: doc.title,
		creator: doc.authors.join('; ') || undefined,
		footnotes: notes.footnotes,
		endnotes: notes.endnotes,
		numbering: {
			config: [
				{
					reference: 'numbers',
					levels: [
						{
							level: 0,
							format: LevelFormat.DECIMAL,
							text: '%1.',
							alignment: AlignmentType.START,
							style: { paragraph: { indent: { left: HALF_INCH, hanging: 360 } } }
						}
					]
				}
			]
		},
		styles: {
			default: {
				document: {
					run: { ...plain(), language: { value: doc.lang } },
					paragraph: { spacing: { line: 360, after: 120 } }
				},
				title: { run: { ...plain(36), bold: true }, paragraph: { spacing: { after: 240 } } },
				heading1: { run: { ...plain(28), bold: true }, paragraph: { spacing: { before: 320, after: 120 } } },
				heading2: {
					run: { ...plain(26), bold: true, italics: true },
					paragraph: { spacing: { before: 240, after: 120 } }
				},
				heading3: { run: { ...plain(24), italics: true }, paragraph: { spacing: { before: 200, after: 100 } } }
			},
			paragraphStyles: [
				{ id: 'Quote', name: 'Quote', basedOn: 'Normal', paragraph: { indent: { left: HALF_INCH, right: HALF_INCH } } },
				{ id: 'Bibliography', name: 'Bibliography', basedOn: 'Normal' },
				{ id: 'Caption', name: 'caption', basedOn: 'Normal', run: { size: 20 } },
				{
					id: 'FootnoteText',
					name: 'footnote text',
					basedOn: 'Normal',
					run: { size: 20 },
					paragraph: { spacing: { line: 240, after: 40 } }
				},
				{
					id: 'EndnoteText',
					name: 'endnote text',
					basedOn: 'Normal',
					run: { size: 20 },
					paragraph: { spacing: { line: 240, after: 40 } }
				}
			]
		},
		sections: [{ children: content }]
	});
	return { file, printed: notes.printed };
}

/** Writes the file as bytes. */
export async function writeDocxBytes(doc: FinalDoc): Promise<Uint8Array> {
	const { file, printed } = build(doc);
	const bytes = new Uint8Array(await Packer.toArrayBuffer(file));
	return doc.numbersAnew ? writeOwnNumbers(bytes, printed) : bytes;
}

/** Writes the file for a page. */
export async function writeDocx(doc: FinalDoc): Promise<Blob> {
	return new Blob([(await writeDocxBytes(doc)) as Uint8Array<ArrayBuffer>], {
		type: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document'
	});
}
