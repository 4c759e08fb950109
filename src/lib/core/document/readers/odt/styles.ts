/** Styles of an OpenDocument text (OpenDocument 1.3, Part 3, 16): what of them the text needs. */
import type { Align, ListNumbers, Mark } from '../../../paper';
import { attribute, child, elementsOf, type Xml } from '../package-file';

export interface Style {
	parent: string;
	marks: Mark[];
	pageBreak: boolean;
	align: Align;
	list: string;
	name: string;
	/** Of a column of a table, in any unit. */
	width?: number;
}
export interface ListStyle {
	ordered: boolean;
	numbers: ListNumbers;
	start: number;
}

const FORMATS: Record<string, ListNumbers> = {
	'1': 'decimal',
	a: 'lower-alpha',
	A: 'upper-alpha',
	i: 'lower-roman',
	I: 'upper-roman'
};
const ALIGN: Record<string, Align> = { center: 'center', right: 'right', end: 'right', justify: 'justify' };

/** Relative width, or else the width (17.16 style:table-column-properties); undefined for what is no column. */
function columnWidth(properties: Xml | undefined): number | undefined {
	const said = attribute(properties, 'style:rel-column-width') || attribute(properties, 'style:column-width');
	return parseFloat(said) || undefined;
}

/** Takes the styles below an element into the tables, by family and name. */
export function takeStyles(root: Xml, styles: Map<string, Style>, lists: Map<string, ListStyle[]>): void {
	for (const s of elementsOf(root)) {
		if (s.name === 'style:style') {
			const t = child(s, 'style:text-properties');
			const p = child(s, 'style:paragraph-properties');
			const marks: Mark[] = [];
			if (/^(?:bold|[6-9]00)$/.test(attribute(t, 'fo:font-weight'))) marks.push({ t: 'strong' });
			if (/^(?:italic|oblique)$/.test(attribute(t, 'fo:font-style'))) marks.push({ t: 'em' });
			if (attribute(t, 'fo:font-variant') === 'small-caps') marks.push({ t: 'small-caps' });
			if (attribute(t, 'style:text-underline-style') && attribute(t, 'style:text-underline-style') !== 'none')
				marks.push({ t: 'underline' });
			if (attribute(t, 'style:text-line-through-style') && attribute(t, 'style:text-line-through-style') !== 'none')
				marks.push({ t: 'strike' });
			const raised = attribute(t, 'style:text-position');
			if (/^(?:super|[1-9])/.test(raised)) marks.push({ t: 'superscript' });
			else if (/^(?:sub|-)/.test(raised)) marks.push({ t: 'subscript' });
			const lang = attribute(t, 'fo:language');
			if (attribute(s, 'style:family') === 'text' && /^[a-z]{2,3}$/.test(lang) && lang !== 'zxx')
				marks.push({ t: 'language', lang });
			styles.set(`${attribute(s, 'style:family')} ${attribute(s, 'style:name')}`, {
				parent: attribute(s, 'style:parent-style-name'),
				marks,
				pageBreak: attribute(p, 'fo:break-before') === 'page',
				align: ALIGN[attribute(p, 'fo:text-align')] ?? '',
				list: attribute(s, 'style:list-style-name'),
				width: columnWidth(child(s, 'style:table-column-properties')),
				name: (attribute(s, 'style:display-name') || attribute(s, 'style:name')).toLowerCase()
			});
		} else if (s.name === 'text:list-style') {
			const levels: ListStyle[] = [];
			for (const l of elementsOf(s)) {
				const format = attribute(l, 'style:num-format');
				levels[(Number(attribute(l, 'text:level')) || 1) - 1] = {
					ordered: l.name === 'text:list-level-style-number' && format !== '',
					numbers: Object.hasOwn(FORMATS, format) ? FORMATS[format] : 'decimal',
					start: Number(attribute(l, 'text:start-value')) || 1
				};
			}
			lists.set(attribute(s, 'style:name'), levels);
		}
	}
}
