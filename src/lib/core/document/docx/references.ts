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
const NAMES: Record<CrossRefShow, string> = {
	label: '_RefLabel',
	number: '_RefNumber',
	title: '_RefTitle',
	page: '_RefPage'
};

export class Bookmarks {
	private readonly names = new Map<string, string>();

	/** Of what is listed in contents, by its id. */
	private readonly places = new Map<string, string>();

	/**
	 * @param doc in which only what is referred to or listed gets a bookmark
	 * @param pageNumbers of places, as far as they are known
	 * @param contents whether headings are listed though no block of the text says so
	 */
	constructor(
		{ blocks }: Pick<FinalDoc, 'blocks'>,
		private readonly pageNumbers: Record<string, string>,
		contents = false
	) {
		const lists = blocks.flatMap((b) => (b.t === 'contents' ? [b.of] : []));
		if (contents) lists.push('headings');
		const listed = (b: FinalBlock): boolean =>
			b.t === 'heading' || b.t === 'bibliography'
				? lists.includes('headings')
				: (b.t === 'table' && lists.includes('tables')) || (b.t === 'figure' && lists.includes('figures'));
		const place = (b: FinalBlock): void => {
			if (b.t === 'list') b.items.flat().forEach(place);
			// names that begin so are those that contents have
			else if ('id' in b && b.id && listed(b)) this.places.set(b.id, `_Toc${100_001 + this.places.size}`);
		};
		blocks.forEach(place);
		const doc = { blocks };
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

	/** Whether numbers of pages stand in the text, which the other program finds. */
	get knowsPages(): boolean {
		return this.places.size > 0 || [...this.names.keys()].some((k) => k.startsWith('page '));
	}
	/** The number of the page of something, as our pages have it; a sign for one that is not known yet. */
	pageOf(id: string): string {
		return this.pageNumbers[`place-${id}`] || '–';
	}

	/** What a row of contents leads to; null where it leads nowhere. */
	placeOf(id: string): string | null {
		return this.places.get(id) ?? null;
	}
	private placed(id: string, words: ParagraphChild[]): ParagraphChild[] {
		const name = this.placeOf(id);
		return name ? [new Bookmark({ id: name, children: words })] : words;
	}

	/** Words in the bookmark of a part of something, where that is referred to. */
	around(id: string, part: CrossRefShow, words: ParagraphChild[]): ParagraphChild[] {
		const name = id ? this.nameOf(id, part) : null;
		return name ? [new Bookmark({ id: name, children: words })] : words;
	}

	/** The label of a caption. */
	label(id: string, words: ParagraphChild[]): ParagraphChild[] {
		return this.placed(id, this.around(id, 'page', this.around(id, 'label', words)));
	}

	/** Words of a heading, which are what every reference to it prints. */
	heading(id: string, words: ParagraphChild[]): ParagraphChild[] {
		const named = (['label', 'number', 'title', 'page'] as const).reduce(
			(inner, part) => this.around(id, part, inner),
			words
		);
		return this.placed(id, named);
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

/** The number of something that is counted, with what stands before it. */
export const sequence = (
	of: 'Table' | 'Figure' | 'Equation',
	number: string,
	how: { label?: boolean; roman?: boolean; prefix?: string } = {}
): ParagraphChild[] => {
	// by chapter the first of each begins anew
	const anew = how.prefix && (number === '1' || number === 'I') ? ' \\r 1' : '';
	return [
		...(how.prefix ? [new TextRun({ text: how.prefix, ...(how.label ? { style: 'CaptionLabel' } : {}) })] : []),
		field(`SEQ ${of} \\* ${how.roman ? 'ROMAN' : 'ARABIC'}${anew}`, number, how.label)
	];
};

/** The number of the page that a bookmark is on (17.16.5.45 PAGEREF). */
export const pageField = (bookmark: string, shown: string): ParagraphChild => field(`PAGEREF ${bookmark} \\h`, shown);

export function reference(i: Reference, bookmarks: Bookmarks): ParagraphChild {
	const name = bookmarks.nameOf(i.target, i.show);
	if (!name) return new TextRun(i.text);
	return i.show === 'page'
		? pageField(name, bookmarks.pageOf(i.target))
		: field(`REF ${name} \\h \\* MERGEFORMAT`, i.text);
}

/** “Table 2. Prices”: the number is a field; its looks are those of a style. */
export function captionWords(
	b: Extract<FinalBlock, { t: 'table' | 'figure' }>,
	caption: ParagraphChild[],
	bookmarks: Bookmarks,
	doc: Captions
): ParagraphChild[] {
	const words = bookmarks.around(b.id, 'title', caption);
	const { word, prefix, number, roman, end, ownLine } = captionLabel(b, doc);
	if (!number) return words;
	const kind = b.t === 'table' ? 'Table' : 'Figure';
	const label = bookmarks.label(b.id, [
		new TextRun({ text: `${word} `, style: 'CaptionLabel' }),
		...bookmarks.around(b.id, 'number', sequence(kind, number, { label: true, roman, prefix }))
	]);
	const stop = end ? [new TextRun({ text: `${end} `, style: 'CaptionLabel' })] : [];
	return [...label, ...stop, ...(ownLine ? [new TextRun({ break: 1 })] : []), ...words];
}
