/**
 * Contents and lists of figures and tables as fields (ECMA-376-1, 17.16.5.68 TOC) with their rows in them, so that they
 * are there in every program; the number of a row's page is a field of its own (17.16.5.45 PAGEREF).
 */
import { convertToXmlComponent, InternalHyperlink, Paragraph, Tab, TextRun, type ParagraphChild } from 'docx';
import type { Contents, Listed } from '../contents';
import type { FinalInline } from '../final';
import type { Bookmarks } from './references';
import { treeOf } from './xml-tree';

/** What the other program makes it of: headings by their styles, or what a sequence counts. */
const instruction = ({ of, levels }: Contents): string =>
	of === 'headings' ? `TOC \\o "1-${levels}" \\h \\z` : `TOC \\h \\z \\c "${of === 'figures' ? 'Figure' : 'Table'}"`;

const run = (inner: string): ParagraphChild =>
	// the library types what it takes from outside more widely than what stands in a paragraph
	convertToXmlComponent(treeOf(`<w:r>${inner}</w:r>`)) as unknown as ParagraphChild;
const mark = (type: 'begin' | 'separate' | 'end'): ParagraphChild => run(`<w:fldChar w:fldCharType="${type}"/>`);

/** The number of a row's page. In runs of its own, as other programs write it: some read no other within contents. */
const pageNumber = (bookmark: string, shown: string): ParagraphChild[] => [
	mark('begin'),
	run(`<w:instrText xml:space="preserve"> PAGEREF ${bookmark} \\h </w:instrText>`),
	mark('separate'),
	new TextRun(shown),
	mark('end')
];

/**
 * @param write words as they stand in the file
 * @param ownPage whether they begin on a page of their own
 */
export function contentsParagraphs(
	b: Contents,
	listed: Listed,
	bookmarks: Bookmarks,
	write: (words: FinalInline[]) => ParagraphChild[],
	ownPage = false
): Paragraph[] {
	const begin = [
		mark('begin'),
		run(`<w:instrText xml:space="preserve"> ${instruction(b).replace(/"/g, '&quot;')} </w:instrText>`),
		mark('separate')
	];
	const found = listed.of(b);
	const rows = found.length ? found : [{ id: '', level: 1, label: '', words: [] }];
	return [
		new Paragraph({ style: 'TOCHeading', children: [new TextRun(b.title)], pageBreakBefore: ownPage }),
		...rows.map((r, n) => {
			const words = [...(r.label ? [new TextRun(r.label)] : []), ...write(r.words)];
			const place = bookmarks.placeOf(r.id);
			const row = place
				? [
						new InternalHyperlink({
							anchor: place,
							children: [...words, new TextRun({ children: [new Tab()] }), ...pageNumber(place, bookmarks.pageOf(r.id))]
						})
					]
				: words;
			return new Paragraph({
				style: b.of === 'headings' ? `TOC${r.level}` : 'TableofFigures',
				children: [...(n ? [] : begin), ...row, ...(n === rows.length - 1 ? [mark('end')] : [])]
			});
		})
	];
}
