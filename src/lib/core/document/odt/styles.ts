/** Named styles, pages, head and foot of a file (OpenDocument 1.3, Part 3, 16): what a person can restyle at one place. */
import { captionForm, FONTS, MOST_LEVELS, SIZES, type HeadingLook, type PageSetup, type Slots } from '../../page';
import type { FinalDoc } from '../final';
import type { HeadWords } from '../pages/style';
import { HALF, type EntryLook } from '../entry-looks';
import { slotParts } from '../pages/slots';
import { languageAttributes } from './automatic';
import { attributes, part, xml } from './xml';

/** Names as style names may be written (19.502 style:name): a space is `_20_`. */
export const HEADING = (level: number): string => `Heading_20_${Math.min(6, Math.max(1, level - 1))}`;

/** Rows of contents. @param level 1 for a section */
export const CONTENTS = (level: number): string => `Contents_20_${level}`;

const cm = (n: number): string => `${+n.toFixed(3)}cm`;
const pt = (n: number): string => `${+n.toFixed(2)}pt`;
const percent = (n: number): string => `${Math.round(n * 100)}%`;

interface Style {
	name: string;
	/** As a person sees it. */
	shown?: string;
	parent?: string;
	next?: string;
	level?: number;
	paragraph?: Record<string, string | number | undefined>;
	words?: Record<string, string | number | undefined>;
	tabs?: string;
}

const style = (s: Style): string =>
	`<style:style${attributes({
		'style:name': s.name,
		'style:display-name': s.shown,
		'style:family': 'paragraph',
		'style:parent-style-name': s.parent,
		'style:next-style-name': s.next,
		'style:default-outline-level': s.level,
		'style:class': s.level || s.name === 'Title' ? 'chapter' : 'text'
	})}><style:paragraph-properties${attributes(s.paragraph ?? {})}>${s.tabs ?? ''}</style:paragraph-properties><style:text-properties${attributes(
		s.words ?? {}
	)}/></style:style>`;

/** How captions of tables or figures stand. */
function captionStyle({ captions }: PageSetup, of: 'table' | 'figure'): string {
	const { above, align, italic, smallCaps } = captionForm(captions, of);
	return style({
		name: of === 'table' ? 'Table' : 'Figure',
		parent: 'Caption',
		paragraph: {
			'fo:text-align': align === 'center' ? 'center' : 'start',
			'fo:keep-with-next': above ? 'always' : undefined
		},
		words: { 'fo:font-style': italic ? 'italic' : undefined, 'fo:font-variant': smallCaps ? 'small-caps' : undefined }
	});
}
/** The number before a caption. */
const labelStyle = ({ captions }: PageSetup): string =>
	`<style:style style:name="Caption_20_Label" style:display-name="Caption Label" style:family="text"><style:text-properties${attributes(
		{
			'fo:font-style': 'normal',
			'fo:font-weight': captionForm(captions, 'figure').bold ? 'bold' : undefined
		}
	)}/></style:style>`;

function headingStyle(h: HeadingLook, i: number, setup: PageSetup): string {
	const lines = (n: number) => pt(n * setup.lines * setup.size);
	return style({
		name: `Heading_20_${i + 1}`,
		shown: `Heading ${i + 1}`,
		parent: 'Standard',
		next: 'Text_20_body',
		level: i + 1,
		paragraph: {
			'fo:text-align': h.align === 'center' ? 'center' : 'start',
			'fo:keep-with-next': 'always',
			'fo:margin-top': lines(h.before),
			'fo:margin-bottom': lines(h.after),
			'fo:text-indent': h.indented ? cm(setup.indent) : undefined
		},
		words: {
			'fo:font-size': pt(setup.size * h.size),
			'fo:font-weight': h.bold ? 'bold' : 'normal',
			'fo:font-style': h.italic ? 'italic' : 'normal',
			'fo:font-variant': h.caps === 'small' ? 'small-caps' : undefined,
			'fo:text-transform': h.caps === 'all' ? 'uppercase' : undefined
		}
	});
}

/** Names of the styles of entries, and of what stands below them. @param n the place of their look, from 1 */
export const ENTRY = (n: number): string => `Bibliography_20_${n}`;
export const BELOW_ENTRY = (n: number): string => `Bibliography_20_${n}_20_annotation`;

function entryStyles(look: EntryLook, n: number): string {
	const inches = (x: number) => cm(x * 2.54);
	const words = look.font ? { 'style:font-name': FONTS[look.font === 'sans' ? 'sans' : 'times'].office } : {};
	const lines = { 'fo:line-height': percent(look.lines), 'fo:margin-bottom': pt(look.after) };
	return (
		style({
			name: ENTRY(n),
			shown: `Bibliography ${n}`,
			parent: 'Standard',
			paragraph: { 'fo:margin-left': inches(look.left), 'fo:text-indent': inches(look.first), ...lines },
			words,
			tabs: look.tab
				? `<style:tab-stops><style:tab-stop style:position="${inches(look.left)}"/></style:tab-stops>`
				: undefined
		}) +
		style({
			name: BELOW_ENTRY(n),
			shown: `Bibliography ${n} annotation`,
			parent: 'Standard',
			paragraph: { 'fo:margin-left': inches(HALF), 'fo:text-indent': '0cm', ...lines },
			words
		})
	);
}

function paragraphStyles(setup: PageSetup, entries: readonly EntryLook[]): string {
	const lines = (n: number) => pt(n * setup.lines * setup.size);
	const centred = setup.opening !== 'title' || setup.indent > 0;
	const note = {
		parent: 'Standard',
		paragraph: { 'fo:line-height': percent(setup.noteLines), 'fo:margin-bottom': pt(2) },
		words: { 'fo:font-size': pt(setup.noteSize) }
	};
	return [
		style({ name: 'Standard' }),
		style({
			name: 'Text_20_body',
			shown: 'Text body',
			parent: 'Standard',
			paragraph: {
				'fo:text-indent': cm(setup.indent),
				'fo:text-align': setup.justify ? 'justify' : 'start',
				'fo:orphans': 2,
				'fo:widows': 2
			}
		}),
		style({
			name: 'Title',
			parent: 'Standard',
			next: 'Text_20_body',
			paragraph: {
				'fo:text-align': centred ? 'center' : 'start',
				'fo:margin-bottom': setup.opening === 'title' ? lines(0.6) : '0pt'
			},
			words: {
				'fo:font-size': pt(setup.size * (setup.columns === 2 ? 2 : setup.opening === 'title' ? 1.4 : 1)),
				'fo:font-weight': setup.titleBold ? 'bold' : 'normal'
			}
		}),
		...Array.from({ length: 6 }, (_, i) => headingStyle(setup.headings[Math.min(i, 4)], i, setup)),
		style({
			name: 'Quotations',
			parent: 'Standard',
			paragraph: { 'fo:margin-left': cm(1.27), 'fo:margin-right': cm(1.27) }
		}),
		style({ name: 'Author', parent: 'Standard', paragraph: { 'fo:text-align': 'center' } }),
		style({ name: 'Abstract', parent: 'Standard' }),
		style({
			name: 'Abstract_20_Heading',
			shown: 'Abstract Heading',
			parent: 'Standard',
			paragraph: { 'fo:text-align': 'center', 'fo:keep-with-next': 'always' },
			words: { 'fo:font-weight': 'bold' }
		}),
		style({
			name: 'Caption',
			parent: 'Standard',
			paragraph: { 'fo:line-height': '120%', 'fo:margin-top': pt(6), 'fo:margin-bottom': pt(6) },
			words: { 'fo:font-size': pt(setup.size - 1) }
		}),
		captionStyle(setup, 'table'),
		captionStyle(setup, 'figure'),
		style({
			name: 'Legend',
			parent: 'Standard',
			paragraph: { 'fo:margin-top': pt(3), 'fo:margin-bottom': pt(6), 'fo:line-height': percent(1) },
			words: { 'fo:font-size': pt(setup.size - 1) }
		}),
		labelStyle(setup),
		style({
			name: 'Picture',
			parent: 'Standard',
			paragraph: { 'fo:text-align': 'center', 'fo:keep-with-next': 'always' }
		}),
		style({ name: 'Equation', parent: 'Standard' }),
		style({
			name: 'Table_20_Contents',
			shown: 'Table Contents',
			parent: 'Standard',
			paragraph: { 'fo:line-height': '120%', 'fo:margin-bottom': '0pt' }
		}),
		style({
			name: 'Preformatted_20_Text',
			shown: 'Preformatted Text',
			parent: 'Standard',
			words: { 'style:font-name': 'mono' }
		}),
		...entries.map((look, i) => entryStyles(look, i + 1)),
		style({
			name: 'Contents_20_Heading',
			shown: 'Contents Heading',
			parent: 'Standard',
			paragraph: { 'fo:text-align': 'center', 'fo:keep-with-next': 'always', 'fo:margin-bottom': lines(0.5) },
			words: { 'fo:font-weight': 'bold' }
		}),
		...Array.from({ length: MOST_LEVELS }, (_, n) => {
			const width = SIZES[setup.paper].width - setup.margins.left - setup.margins.right;
			const left = n * 0.635;
			return style({
				name: CONTENTS(n + 1),
				shown: `Contents ${n + 1}`,
				parent: 'Standard',
				paragraph: { 'fo:line-height': '115%', 'fo:margin-left': cm(left), 'fo:margin-right': cm(1.27) },
				// counted from where the paragraph begins
				tabs: `<style:tab-stops><style:tab-stop style:position="${cm(width - left)}" style:type="right" style:leader-style="dotted" style:leader-text="."/></style:tab-stops>`
			});
		}),
		style({ name: 'Footnote', ...note }),
		style({ name: 'Endnote', ...note }),
		...['Header', 'Footer'].map((name) => {
			const width = SIZES[setup.paper].width - setup.margins.left - setup.margins.right;
			return style({
				name,
				parent: 'Standard',
				paragraph: { 'fo:line-height': '100%', 'fo:margin-bottom': '0pt' },
				tabs: `<style:tab-stops><style:tab-stop style:position="${cm(width / 2)}" style:type="center"/><style:tab-stop style:position="${cm(width)}" style:type="right"/></style:tab-stops>`
			});
		}),
		'<style:style style:name="Footnote_20_anchor" style:display-name="Footnote anchor" style:family="text"><style:text-properties style:text-position="super 58%"/></style:style>',
		'<style:style style:name="Endnote_20_anchor" style:display-name="Endnote anchor" style:family="text"><style:text-properties style:text-position="super 58%"/></style:style>'
	].join('');
}

const isEmpty = (s: Slots): boolean => !s.left && !s.center && !s.right;

/** One line of a head or foot: left, centre and right, parted by tabs. */
function edge(slots: Slots, words: HeadWords, name: string): string {
	const write = (parts: ReturnType<typeof slotParts>) =>
		parts
			.map((p) => (p.page ? '<text:page-number text:select-page="current">1</text:page-number>' : xml(p.text)))
			.join('');
	const [left, center, right] = [slots.left, slots.center, slots.right].map((s) => write(slotParts(s, words)));
	const tab = '<text:tab/>';
	const line = `${left}${center || right ? tab : ''}${center}${right ? tab : ''}${right}`;
	return `<text:p text:style-name="${name}">${line}</text:p>`;
}

/** How headings count (16.36 text:outline-style). */
function outline(setup: PageSetup): string {
	const roman = ['I', 'A', '1', 'a', '1', '1'];
	const levels = Array.from({ length: 6 }, (_, i) => {
		const format = setup.numbering === 'decimal' ? '1' : setup.numbering === 'roman' ? roman[i] : '';
		const suffix = setup.numbering === 'roman' ? (i < 2 ? '.' : ')') : '';
		return `<text:outline-level-style${attributes({
			'text:level': i + 1,
			'style:num-suffix': suffix,
			'text:display-levels': setup.numbering === 'decimal' ? i + 1 : undefined
		})} style:num-format="${format}"><style:list-level-properties text:list-level-position-and-space-mode="label-alignment"><style:list-level-label-alignment text:label-followed-by="${format ? 'space' : 'nothing'}"/></style:list-level-properties></text:outline-level-style>`;
	}).join('');
	return `<text:outline-style style:name="Outline">${levels}</text:outline-style>`;
}

/** How notes count (16.29 text:notes-configuration). */
const notes = (kind: 'footnote' | 'endnote', anew: boolean, before: number): string =>
	`<text:notes-configuration text:note-class="${kind}" style:num-format="1" style:num-suffix=" " text:start-value="${before}"${
		kind === 'footnote'
			? ` text:footnotes-position="page" text:start-numbering-at="${anew ? 'chapter' : 'document'}"`
			: ''
	} text:citation-style-name="${kind === 'footnote' ? 'Footnote' : 'Endnote'}_20_anchor" text:citation-body-style-name="${
		kind === 'footnote' ? 'Footnote' : 'Endnote'
	}_20_anchor" text:default-style-name="${kind === 'footnote' ? 'Footnote' : 'Endnote'}"/>`;

/** @returns styles.xml */
export function stylesPart(
	setup: PageSetup,
	words: HeadWords,
	lang: string,
	{ numbersAnew, notesBefore = { footnote: 0, endnote: 0 } }: Pick<FinalDoc, 'numbersAnew' | 'notesBefore'>,
	entries: readonly EntryLook[]
): string {
	const { width, height } = SIZES[setup.paper];
	const { top, right, bottom, left } = setup.margins;
	const font = FONTS[setup.font].office;
	const faces = Object.values(FONTS)
		.map(({ office }) => `<style:font-face style:name="${office}" svg:font-family="'${office}'"/>`)
		.join('');
	const header = !isEmpty(setup.header);
	const footer = !isEmpty(setup.footer);
	// head and foot stand within the margin: 1.27 cm from the edge of the paper
	const HEAD = 1.27;
	const room = (margin: number) => cm(Math.max(0, margin - HEAD));
	const layout = `<style:page-layout style:name="Paper"><style:page-layout-properties${attributes({
		'fo:page-width': cm(width),
		'fo:page-height': cm(height),
		'style:print-orientation': 'portrait',
		'style:num-format': setup.pageNumbers === 'roman' ? 'i' : '1',
		'fo:margin-top': cm(header ? Math.min(top, HEAD) : top),
		'fo:margin-bottom': cm(footer ? Math.min(bottom, HEAD) : bottom),
		'fo:margin-left': cm(left),
		'fo:margin-right': cm(right)
	})}><style:footnote-sep style:width="0.018cm" style:distance-before-sep="0.2cm" style:distance-after-sep="0.15cm" style:rel-width="30%" style:color="#000000"/></style:page-layout-properties>${
		header
			? `<style:header-style><style:header-footer-properties svg:height="${room(top)}" fo:margin-bottom="0cm" style:dynamic-spacing="false"/></style:header-style>`
			: ''
	}${
		footer
			? `<style:footer-style><style:header-footer-properties svg:height="${room(bottom)}" fo:margin-top="0cm" style:dynamic-spacing="false"/></style:footer-style>`
			: ''
	}</style:page-layout>`;
	const blank = (name: string) => `<text:p text:style-name="${name}"/>`;
	const head = (tag: 'header' | 'footer', slots: Slots, name: string) =>
		`<style:${tag}>${edge(slots, words, name)}</style:${tag}>${setup.firstPlain ? `<style:${tag}-first>${blank(name)}</style:${tag}-first>` : ''}`;
	const master = `<style:master-page style:name="Standard" style:page-layout-name="Paper">${
		header ? head('header', setup.header, 'Header') : ''
	}${footer ? head('footer', setup.footer, 'Footer') : ''}</style:master-page>`;
	const base = `<style:default-style style:family="paragraph"><style:paragraph-properties${attributes({
		'fo:line-height': percent(setup.lines),
		'fo:margin-bottom': pt(setup.after),
		'style:tab-stop-distance': '1.27cm'
	})}/><style:text-properties${attributes({
		'style:font-name': font,
		'fo:font-size': pt(setup.size),
		...languageAttributes(lang)
	})}/></style:default-style>`;
	const lineNumbers = setup.lineNumbers
		? '<text:linenumbering-configuration text:number-lines="true" text:increment="1" style:num-format="1" text:number-position="left" text:offset="0.5cm"/>'
		: '';
	return part(
		'document-styles',
		`<office:font-face-decls>${faces}<style:font-face style:name="mono" svg:font-family="'Courier New'"/></office:font-face-decls><office:styles>${base}${paragraphStyles(setup, entries)}${outline(setup)}${notes('footnote', numbersAnew, notesBefore.footnote)}${notes('endnote', false, notesBefore.endnote)}${lineNumbers}</office:styles><office:automatic-styles>${layout}</office:automatic-styles><office:master-styles>${master}</office:master-styles>`
	);
}
