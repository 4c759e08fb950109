/** Styles that the text makes as it goes: looks of words, of paragraphs that depart from their style, of lists and tables. */
import type { Run } from '../../csl';
import type { ListNumbers } from '../final';
import { attributes } from './xml';

const FORMATS: Record<ListNumbers, string> = {
	decimal: '1',
	'lower-alpha': 'a',
	'upper-alpha': 'A',
	'lower-roman': 'i',
	'upper-roman': 'I'
};
/** Levels of a list (19.880 text:level). */
const DEEPEST = 10;
/** Half an inch a level. */
const STEP = 1.27;

/** Language of words as attributes (20.202 fo:language and 20.191 fo:country). @param lang BCP 47 */
export function languageAttributes(lang: string): Record<string, string> {
	const [language = '', ...rest] = lang.split('-');
	if (!/^[a-z]{2,3}$/i.test(language)) return {};
	const country = rest.find((x) => /^[A-Z]{2}$/.test(x)) ?? 'none';
	return { 'fo:language': language.toLowerCase(), 'fo:country': country };
}

export interface ParagraphLook {
	align?: string;
	rightToLeft?: boolean;
	pageBefore?: boolean;
	/** In centimetres. */
	left?: number;
	/** First line against the others, in centimetres. */
	first?: number;
	/** Points. */
	before?: number;
	after?: number;
	/** Times a single line. */
	lines?: number;
	font?: string;
	keepNext?: boolean;
	bold?: boolean;
	/** A tab at so many centimetres. */
	tab?: number;
	/** The formula stands in the middle, its number at the right: the width of the text in centimetres. */
	formula?: number;
}

const ALIGN: Record<string, string> = { left: 'left', center: 'center', right: 'right', justify: 'justify' };

export class AutomaticStyles {
	private readonly made = new Map<string, string>();
	private readonly out: string[] = [];
	private readonly counts: Record<string, number> = {};

	all(): string {
		return this.out.join('');
	}

	/** One style for each look; the same look has the same. */
	private style(letter: string, write: (name: string) => string): string {
		const key = letter + write('');
		const known = this.made.get(key);
		if (known) return known;
		const n = (this.counts[letter] = (this.counts[letter] ?? 0) + 1);
		const name = `${letter}${n}`;
		this.made.set(key, name);
		this.out.push(write(name));
		return name;
	}

	/** A column with a part of the width of its table (Part 3, 20.338 style:rel-column-width). */
	column(share: number): string {
		return this.style(
			'W',
			(name) =>
				`<style:style style:name="${name}" style:family="table-column"><style:table-column-properties style:rel-column-width="${Math.max(1, Math.round(share * 10_000))}*"/></style:style>`
		);
	}

	/** A box without lines around it. */
	box(): string {
		return this.style(
			'Box',
			(name) =>
				`<style:style style:name="${name}" style:family="graphic"><style:graphic-properties fo:border="none" fo:padding="0cm" fo:background-color="transparent"/></style:style>`
		);
	}

	/** @returns the name of a style for words; empty where they have no look of their own */
	words(r: Run): string {
		const look = attributes({
			'fo:font-weight': r.bold ? 'bold' : undefined,
			'fo:font-style': r.italic ? 'italic' : undefined,
			'fo:font-variant': r.smallCaps ? 'small-caps' : undefined,
			'style:text-underline-style': r.underline ? 'solid' : undefined,
			'style:text-position': r.sup ? 'super 58%' : r.sub ? 'sub 58%' : undefined,
			...(r.lang ? languageAttributes(r.lang) : {})
		});
		if (!look) return '';
		return this.style(
			'T',
			(name) => `<style:style style:name="${name}" style:family="text"><style:text-properties${look}/></style:style>`
		);
	}

	/** @returns the name of a paragraph style made from another; that other where nothing departs from it */
	paragraph(parent: string, look: ParagraphLook): string {
		const tabs =
			look.tab !== undefined
				? `<style:tab-stops><style:tab-stop style:position="${look.tab}cm"/></style:tab-stops>`
				: look.formula !== undefined
					? `<style:tab-stops><style:tab-stop style:position="${+(look.formula / 2).toFixed(2)}cm" style:type="center"/><style:tab-stop style:position="${+look.formula.toFixed(2)}cm" style:type="right"/></style:tab-stops>`
					: '';
		const paragraph = attributes({
			'fo:text-align': look.align ? ALIGN[look.align] : undefined,
			'style:writing-mode': look.rightToLeft ? 'rl-tb' : undefined,
			'fo:break-before': look.pageBefore ? 'page' : undefined,
			'fo:margin-left': look.left === undefined ? undefined : `${+look.left.toFixed(3)}cm`,
			'fo:text-indent': look.first === undefined ? undefined : `${+look.first.toFixed(3)}cm`,
			'fo:margin-top': look.before === undefined ? undefined : `${+look.before.toFixed(2)}pt`,
			'fo:margin-bottom': look.after === undefined ? undefined : `${+look.after.toFixed(2)}pt`,
			'fo:line-height': look.lines === undefined ? undefined : `${Math.round(look.lines * 100)}%`,
			'fo:keep-with-next': look.keepNext ? 'always' : undefined
		});
		const words = attributes({
			'style:font-name': look.font,
			'fo:font-weight': look.bold === undefined ? undefined : look.bold ? 'bold' : 'normal'
		});
		if (!paragraph && !words && !tabs) return parent;
		return this.style(
			'P',
			(name) =>
				`<style:style style:name="${name}" style:family="paragraph" style:parent-style-name="${parent}">${
					paragraph || tabs ? `<style:paragraph-properties${paragraph}>${tabs}</style:paragraph-properties>` : ''
				}${words ? `<style:text-properties${words}/>` : ''}</style:style>`
		);
	}

	/** A list whose items at one level are numbered, or marked by a bullet. */
	list(ordered: boolean, numbers: ListNumbers): string {
		const levels = Array.from({ length: DEEPEST }, (_, i) => {
			const place = `<style:list-level-properties text:list-level-position-and-space-mode="label-alignment"><style:list-level-label-alignment text:label-followed-by="listtab" fo:text-indent="-0.635cm" fo:margin-left="${+(STEP * (i + 1)).toFixed(3)}cm"/></style:list-level-properties>`;
			return ordered
				? `<text:list-level-style-number text:level="${i + 1}" style:num-suffix="." style:num-format="${FORMATS[numbers]}">${place}</text:list-level-style-number>`
				: `<text:list-level-style-bullet text:level="${i + 1}" text:bullet-char="${'•◦▪'[i % 3]}">${place}</text:list-level-style-bullet>`;
		}).join('');
		return this.style('L', (name) => `<text:list-style style:name="${name}">${levels}</text:list-style>`);
	}

	/** @param header whether it is one of the head, and `last` of it or of the table */
	cell(line: 'above' | 'below' | 'both' | ''): string {
		const border = '0.5pt solid #000000';
		const look = attributes({
			'fo:padding': '0.1cm',
			'fo:border-top': line === 'above' || line === 'both' ? border : 'none',
			'fo:border-bottom': line === 'below' || line === 'both' ? border : 'none',
			'fo:border-left': 'none',
			'fo:border-right': 'none'
		});
		return this.style(
			'Cell',
			(name) =>
				`<style:style style:name="${name}" style:family="table-cell"><style:table-cell-properties${look}/></style:style>`
		);
	}

	section(columns: number): string {
		return this.style(
			'Section',
			(name) =>
				`<style:style style:name="${name}" style:family="section"><style:section-properties text:dont-balance-text-columns="true"><style:columns fo:column-count="${columns}" fo:column-gap="0.5cm"/></style:section-properties></style:style>`
		);
	}
}
