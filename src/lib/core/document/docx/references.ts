/**
 * Numbers and references that a word processor keeps right by itself (ECMA-376-1, 17.16.5.49 REF and 17.16.5.55 SEQ):
 * captions count by fields, and what refers to them, or to a heading, names a bookmark.
 */
import { Bookmark, convertToXmlComponent, TextRun, type ParagraphChild } from 'docx';
import {
	captionLabel,
	type Captions,
	everyInline,
	type CrossRefShow,
	type FinalBlock,
	type FinalDoc,
	type FinalInline
} from '../final';
import { treeOf } from './xml-tree';

type Reference = Extract<FinalInline, { t: 'ref' }>;

/** Names that begin so are not listed where a person looks for bookmarks; our reader tells by them what is shown. */
const NAMES: Record<CrossRefShow, string> = { label: '_RefLabel', number: '_RefNumber', title: '_RefTitle' };

export class Bookmarks {
	private readonly names = new Map<string, string>();

	/** @param doc in which only what is referred to gets a bookmark */
	constructor(doc: Pick<FinalDoc, 'blocks'>) {
		for (const i of everyInline(doc.blocks)) {
			if (i.t !== 'ref') continue;
			const key = `${i.show} ${i.target}`;
			if (!this.names.has(key)) this.names.set(key, `${NAMES[i.show]}${this.names.size + 1}`);
		}
	}

	/** What a reference names; null where it refers to nothing. */
	nameOf(target: string, show: CrossRefShow): string | null {
		return this.names.get(`${show} ${target}`) ?? null;
	}

	/** Words in the bookmark of a part of something, where that is referred to. */
	around(id: string, part: CrossRefShow, words: ParagraphChild[]): ParagraphChild[] {
		const name = id ? this.nameOf(id, part) : null;
		return name ? [new Bookmark({ id: name, children: words })] : words;
	}

	/** Words of a heading, which are what every reference to it prints. */
	heading(id: string, words: ParagraphChild[]): ParagraphChild[] {
		return (['label', 'number', 'title'] as const).reduce((inner, part) => this.around(id, part, inner), words);
	}
}

const text = (s: string): string => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** A field with what it shows until somebody updates it. */
const field = (instruction: string, shown: string, label = false): ParagraphChild =>
	// the library types what it takes from outside more widely than what stands in a paragraph
	convertToXmlComponent(
		treeOf(
			`<w:fldSimple w:instr="${text(instruction).replace(/"/g, '&quot;')}"><w:r>${label ? '<w:rPr><w:rStyle w:val="CaptionLabel"/></w:rPr>' : ''}<w:t xml:space="preserve">${text(shown)}</w:t></w:r></w:fldSimple>`
		)
	) as unknown as ParagraphChild;

/** The number of something that is counted. */
export const sequence = (
	of: 'Table' | 'Figure' | 'Equation',
	number: string,
	how: { label?: boolean; roman?: boolean } = {}
): ParagraphChild => field(`SEQ ${of} \\* ${how.roman ? 'ROMAN' : 'ARABIC'}`, number, how.label);

export function reference(i: Reference, bookmarks: Bookmarks): ParagraphChild {
	const name = bookmarks.nameOf(i.target, i.show);
	return name ? field(`REF ${name} \\h \\* MERGEFORMAT`, i.text) : new TextRun(i.text);
}

/** “Table 2. Prices”: the number is a field; its looks are those of a style. */
export function captionWords(
	b: Extract<FinalBlock, { t: 'table' | 'figure' }>,
	caption: ParagraphChild[],
	bookmarks: Bookmarks,
	doc: Captions
): ParagraphChild[] {
	const words = bookmarks.around(b.id, 'title', caption);
	const { word, number, roman, end, ownLine } = captionLabel(b, doc);
	if (!number) return words;
	const kind = b.t === 'table' ? 'Table' : 'Figure';
	const label = bookmarks.around(b.id, 'label', [
		new TextRun({ text: `${word} `, style: 'CaptionLabel' }),
		...bookmarks.around(b.id, 'number', [sequence(kind, number, { label: true, roman })])
	]);
	const stop = end ? [new TextRun({ text: `${end} `, style: 'CaptionLabel' })] : [];
	return [...label, ...stop, ...(ownLine ? [new TextRun({ break: 1 })] : []), ...words];
}
