/** The style sheet of pages (CSS Paged Media 3, Generated Content for Paged Media) from the set-up of a paper. */
import { FONTS, SIZES, type HeadingLook, type PageSetup, type Slots } from '../../page';
import { captionCss } from '../html';
import { slotParts } from './slots';

/** A text as a CSS string (CSS Syntax 3, 4.3.5). */
export const cssString = (text: string): string => `"${text.replace(/[\\"]/g, '\\$&').replace(/[\n\r\f]+/g, ' ')}"`;

/** What running heads say. */
export interface HeadWords {
	title: string;
	runningHead: string;
	surname: string;
}

const PLACES = { left: 'left', center: 'center', right: 'right' } as const;

const slotContent = (slot: Slots['left'], words: HeadWords, counter: string): string =>
	slotParts(slot, words)
		.map((p) => (p.page ? counter : cssString(p.text)))
		.join(' ');

function boxes(edge: 'top' | 'bottom', slots: Slots, words: HeadWords, counter: string): string {
	return (['left', 'center', 'right'] as const)
		.map((place) => {
			const content = slotContent(slots[place], words, counter);
			return content ? `@${edge}-${PLACES[place]} { content: ${content}; white-space: nowrap; }` : '';
		})
		.filter(Boolean)
		.join('\n\t');
}

const NO_BOXES = (['top', 'bottom'] as const)
	.flatMap((edge) => ['left', 'center', 'right'].map((place) => `@${edge}-${place} { content: none; }`))
	.join(' ');

function headingRule(h: HeadingLook, level: number, setup: PageSetup): string {
	const caps = h.caps === 'small' ? 'font-variant: small-caps;' : h.caps === 'all' ? 'text-transform: uppercase;' : '';
	const look = `font-weight: ${h.bold ? 700 : 400}; font-style: ${h.italic ? 'italic' : 'normal'}; ${caps}`;
	if (h.runIn) return `.run-in-${level} { ${look} }`;
	const line = (n: number) => `${+(n * setup.lines).toFixed(3)}em`;
	return `h${level} { ${look} font-size: ${h.size}em; text-align: ${h.align}; margin: ${line(h.before)} 0 ${line(h.after)}; ${
		h.indented ? `text-indent: ${setup.indent}cm;` : ''
	} }`;
}

/** @returns the style sheet, for pages and for what stands in them */
export function pageStyle(setup: PageSetup, words: HeadWords): string {
	const { width, height } = SIZES[setup.paper];
	const { top, right, bottom, left } = setup.margins;
	const counter = `counter(page${setup.pageNumbers === 'roman' ? ', lower-roman' : ''})`;
	const font = FONTS[setup.font].css;
	return `
@page {
	size: ${width}cm ${height}cm;
	margin: ${top}cm ${right}cm ${bottom}cm ${left}cm;
	${boxes('top', setup.header, words, counter)}
	${boxes('bottom', setup.footer, words, counter)}
	@footnote { margin-top: 8pt; }
}
${setup.firstPlain ? `@page :first { ${NO_BOXES} }` : ''}
.pagedjs_page { font: 400 ${setup.size}pt/1.2 ${font}; color: #000; }
.pagedjs_margin-content { font: ${setup.size}pt/1.2 ${font}; }
.paper { font: 400 ${setup.size}pt/${setup.lines === 1 ? 1.2 : +(setup.lines * 1.15).toFixed(3)} ${font}; color: #000; background: none; }
.paper p, .paper .entry { margin: 0 0 ${setup.after}pt; widows: 2; orphans: 2; text-align: ${setup.justify ? 'justify' : 'start'}; ${setup.justify ? 'hyphens: auto;' : ''} overflow-wrap: break-word; }
.paper p.first { text-indent: ${setup.indent}cm; }
h1, h2, h3, h4, h5, h6 { break-after: avoid; line-height: inherit; }
h1.paper-title { font-size: ${setup.opening === 'byline' && setup.columns === 2 ? 2 : setup.opening === 'title' ? 1.4 : 1}em; font-weight: ${setup.titleBold ? 700 : 400}; text-align: ${setup.opening === 'title' && setup.numbering === '' && setup.indent === 0 ? 'left' : 'center'}; margin: 0 0 ${setup.opening === 'title' ? setup.lines * 0.8 : 0}em; line-height: ${setup.opening === 'heading-block' ? 'inherit' : 1.3}; }
${setup.headings.map((h, i) => headingRule(h, i + 2, setup)).join('\n')}
.pagedjs_page_content .paper > :first-child { margin-top: 0; }
.title-page { break-after: page; text-align: center; padding-top: ${(height - top - bottom) * 0.18}cm; }
.title-page h1.paper-title { margin-bottom: ${setup.lines}em; }
.title-page p, .byline p, .heading-block p { margin: 0; text-align: inherit; }
.title-page .author-note { text-align: left; margin-top: ${setup.lines * 2}em; }
.title-page .author-note .label { text-align: center; font-weight: 700; }
.title-page .author-note p + p { text-indent: ${setup.indent}cm; }
.byline { text-align: center; margin-bottom: ${setup.lines}em; }
.byline .authors { margin-top: 0.5em; }
.heading-block p { text-indent: 0; }
.own-page { break-before: page; }
.abstract.own-page { break-after: page; }
.abstract .label { text-align: center; font-weight: 700; break-after: avoid; }
.abstract .keywords { text-indent: ${setup.abstractPage ? setup.indent : 0}cm; }
.abstract { margin-bottom: ${setup.lines}em; }
.contents { margin-bottom: ${setup.lines}em; } .contents.apart { break-after: page; }
.contents .label { text-align: center; font-weight: 700; margin-bottom: 1em; break-after: avoid; text-indent: 0; }
.contents a { display: flex; gap: 0.5em; color: inherit; text-decoration: none; line-height: 1.5; align-items: baseline; }
.contents a .to { flex: none; } .contents a { break-inside: avoid; }
.contents a .dots { flex: 1; border-bottom: 1px dotted #555; min-width: 2em; }
.contents .level-2 { padding-left: 1.5em; } .contents .level-3 { padding-left: 3em; } .contents .level-4, .contents .level-5 { padding-left: 4.5em; }
blockquote { margin: ${setup.after || setup.size / 2}pt ${setup.columns === 2 ? 0.5 : 1.27}cm; }
blockquote p + p { text-indent: ${setup.indent}cm; }
ul, ol { margin: 0 0 ${setup.after}pt; padding-left: 1.27cm; }
figure { margin: ${setup.size}pt 0; break-inside: avoid; text-align: center; }
figure img { max-width: 100%; max-height: ${((height - top - bottom) * 0.7).toFixed(2)}cm; }
figcaption, caption { font-size: 0.92em; line-height: 1.35; margin: 4pt 0; }
${captionCss(setup.captions, 'figure')}
${captionCss(setup.captions, 'table')}
figure:has(+ .legend), table:has(+ .legend) { margin-bottom: 4pt; break-after: avoid; }
.paper p.legend { font-size: 0.92em; line-height: 1.35; text-indent: 0; text-align: start; margin: 0 0 ${setup.size / 3}pt; break-before: avoid; }
.paper p.legend:not(:has(+ .legend)) { margin-bottom: ${setup.size}pt; }
caption { caption-side: top; break-after: avoid; }
table { border-collapse: collapse; width: 100%; margin: ${setup.size}pt 0; line-height: 1.35; border-top: 1pt solid #000; border-bottom: 1pt solid #000; }
th, td { padding: 3pt 6pt; vertical-align: top; text-align: left; font-weight: 400; }
tr { break-inside: avoid; }
.paper td p, .paper th p { margin: 0; text-align: inherit; }
thead { border-bottom: 0.5pt solid #000; }
.equation { display: flex; justify-content: center; gap: 2em; text-indent: 0; }
.small-caps { font-variant: small-caps; }
sup, sub { line-height: 0; font-size: 0.72em; }
a { color: inherit; text-decoration: none; }
.entries { list-style: none; padding: 0; margin: 0; }
.entries li { widows: 2; orphans: 2; overflow-wrap: anywhere; }
.entries.aligned li { display: grid; grid-template-columns: 2.6em 1fr; }
.entries .under { margin: 0.3em 0 0 2em; text-indent: 0; grid-column: 2; }
.sources h2 { text-align: ${setup.headings[0].align}; }
.endnotes p { text-indent: 0; }
.fn { float: footnote; font-size: ${setup.noteSize}pt; line-height: ${setup.noteLines === 1 ? 1.2 : +(setup.noteLines * 1.15).toFixed(3)}; text-indent: 0; text-align: start; font-weight: 400; font-style: normal; }
.fn .p { display: block; } .fn .p + .p { text-indent: 1em; }
.fn::footnote-call { content: none; }
.fn::footnote-marker { content: none; }
.pagedjs_footnote_content:not(.pagedjs_footnote_empty) .pagedjs_footnote_inner_content { border-top: 0.5pt solid #000; padding-top: 5pt; }
.page-break { break-after: page; border: 0; margin: 0; }
${setup.columns === 2 ? '.columns { columns: 2; column-gap: 0.5cm; column-fill: auto; }' : ''}
`;
}
