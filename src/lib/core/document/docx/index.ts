/** The final manuscript as a word-processor file (ECMA-376): real footnotes and endnotes, real styles, nothing live. */
import { AlignmentType, Document, LevelFormat, LevelSuffix, PageBreak, Packer, Paragraph } from 'docx';
import { cleanPage, contentsTitle, NO_FIELDS, setupOf, type PageSetup, type TitleFields } from '../../page';
import { Listed, ownContents } from '../contents';
import { EntryLooks } from '../entry-looks';
import { splitTitle, type FinalDoc } from '../final';
import { TAGS, type LiveFile } from '../live-data';
import { abstractLines, openingLines } from '../opening';
import { surnameOf } from '../pages/opening';
import { blocks, children, contents as contentsOf, DEEPEST, FORMATS, HALF_INCH, type Notes } from './blocks';
import { CommentRanges } from '../comment-ranges';
import { commentParts } from './comments';
import { Controls } from './controls';
import { addLivePart } from './live-part';
import { openingParagraphs } from './opening';
import { startNumbersBehind, writeOwnNumbers, type PrintedNumbers } from './own-numbers';
import { Bookmarks } from './references';
import { sectionOptions, styleOptions } from './page';

/** How the pages are set up, and the words of what opens them. */
export interface DocxPage {
	setup: PageSetup;
	fields: TitleFields;
	/** Numbers of pages by the place that is on them, as our own pages have it: what is shown until the program has its own. */
	pageNumbers?: Record<string, string>;
}

const HEADING_NUMBERS = {
	decimal: Array.from({ length: 5 }, (_, i) => ({
		format: LevelFormat.DECIMAL,
		text: Array.from({ length: i + 1 }, (_, n) => `%${n + 1}`).join('.')
	})),
	// IEEE, template for conference proceedings
	roman: [
		{ format: LevelFormat.UPPER_ROMAN, text: '%1.' },
		{ format: LevelFormat.UPPER_LETTER, text: '%2.' },
		{ format: LevelFormat.DECIMAL, text: '%3)' },
		{ format: LevelFormat.LOWER_LETTER, text: '%4)' },
		{ format: LevelFormat.DECIMAL, text: '%5)' }
	]
};

function build(
	doc: FinalDoc,
	{ setup, fields, pageNumbers = {} }: DocxPage,
	controls: Controls | null
): { file: Document; printed: PrintedNumbers } {
	const { title, body } = splitTitle(doc);
	const listed = new Listed(body, doc, setup.numbering);
	const notes: Notes = {
		footnotes: {},
		endnotes: {},
		printed: { footnotes: [], endnotes: [] },
		lists: [],
		setup,
		bookmarks: new Bookmarks(doc, pageNumbers, setup.contents > 0),
		listed,
		captions: doc,
		entries: new EntryLooks(doc.blocks),
		controls,
		comments: controls ? new CommentRanges(doc) : null
	};
	const titleWords = {
		title: children(title, notes),
		again: children(
			title.filter((i) => i.t !== 'note'),
			notes
		)
	};
	const opening = openingLines(title.length > 0, doc.authors, fields, setup);
	/** What is made for the page alone is known again in a live file, and made anew. */
	const made = (list: Paragraph[]): Paragraph[] =>
		controls && list.length ? [controls.blocks(TAGS.made, 'Made for the page', list)] : list;
	const before = opening.lines.flatMap((l) => {
		const lines = openingParagraphs([l], titleWords);
		return l.words === 'title' ? lines : made(lines);
	});
	const inColumns = setup.columns === 2;
	const turn = () => new Paragraph({ children: [new PageBreak()] });
	const own = ownContents(body, setup, contentsTitle('headings', doc.lang));
	const contents = own
		? made([...contentsOf(own, notes, before.length > 0), turn()])
		: opening.ownPage && before.length
			? made([turn()])
			: [];
	const abstract = inColumns ? made(openingParagraphs(abstractLines(fields, setup, false), titleWords)) : [];
	const text = [...abstract, ...blocks(body, notes)];
	const words = {
		title: doc.title,
		runningHead: fields.runningHead.trim(),
		surname: surnameOf(doc.authors[0] ?? '')
	};
	const authors = doc.authors.join('; ');
	const file = new Document({
		title: doc.title,
		// without a name the library writes one of its own
		creator: authors,
		lastModifiedBy: authors,
		keywords: fields.keywords.trim() || undefined,
		// page numbers are for the other program to find
		...(own || notes.bookmarks.knowsPages ? { features: { updateFields: true } } : {}),
		...(notes.comments?.all.length ? { comments: { children: commentParts(notes.comments.all) } } : {}),
		footnotes: notes.footnotes,
		endnotes: notes.endnotes,
		numbering: {
			config: [
				...notes.lists.map(({ numbers, start, depth }, i) => ({
					reference: `list-${i + 1}`,
					levels: Array.from({ length: DEEPEST + 1 }, (_, level) => ({
						level,
						format: FORMATS[numbers],
						start: level === depth ? start : 1,
						text: numbers === 'bullet' ? '•◦▪'[level % 3] : `%${level + 1}.`,
						alignment: AlignmentType.START,
						style: { paragraph: { indent: { left: HALF_INCH * (level + 1), hanging: 360 } } }
					}))
				})),
				...(setup.numbering
					? [
							{
								reference: 'headings',
								levels: HEADING_NUMBERS[setup.numbering].map((l, level) => ({
									...l,
									level,
									alignment: AlignmentType.START,
									suffix: LevelSuffix.SPACE,
									style: { paragraph: { indent: { left: 0, firstLine: 0 } } }
								}))
							}
						]
					: [])
			]
		},
		styles: styleOptions(setup, doc.lang, notes.entries.all),
		sections: inColumns
			? [
					{ ...sectionOptions(setup, words, 1, true), children: [...before, ...contents] },
					{ ...sectionOptions(setup, words, 2, false), children: text }
				]
			: [{ ...sectionOptions(setup, words, 1, true), children: [...before, ...contents, ...text] }]
	});
	return { file, printed: notes.printed };
}

/** Pages as they are where nothing was chosen. */
const plainPage = (doc: FinalDoc): DocxPage => ({ setup: setupOf(cleanPage(null), doc.lang), fields: NO_FIELDS });

/**
 * Writes the file as bytes.
 * @param live what a live file carries; a final one where it is left out
 */
export async function writeDocxBytes(
	doc: FinalDoc,
	page: DocxPage = plainPage(doc),
	live: LiveFile | null = null
): Promise<Uint8Array> {
	const { file, printed } = build(doc, page, live ? new Controls() : null);
	const bytes = new Uint8Array(await Packer.toArrayBuffer(file));
	const { footnote, endnote } = doc.notesBefore ?? { footnote: 0, endnote: 0 };
	const numbered = doc.numbersAnew
		? writeOwnNumbers(bytes, printed)
		: footnote || endnote
			? startNumbersBehind(bytes, { footnote, endnote })
			: bytes;
	return live ? addLivePart(numbered, live) : numbered;
}
