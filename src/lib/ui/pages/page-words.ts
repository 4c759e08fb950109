/** The set-up of pages in words. */
import {
	FONTS,
	SIZES,
	type Margins,
	type CaptionLook,
	type Opening,
	type PageSetup,
	type PaperSize,
	type Slot,
	type Slots
} from '$lib/core/page';

export const OPENINGS: Record<Opening, string> = {
	'title-page': 'title page',
	'heading-block': 'name, course and date at the left',
	byline: 'title with authors below it',
	title: 'title over the text'
};

export const CAPTIONS: Record<CaptionLook, string> = {
	'run-in': 'Table 1. Title, in one line',
	'own-line': 'Table 1 in bold, title below it in italics',
	mla: 'Table 1 over its title; Fig. 1. below',
	ieee: 'Table I in the middle; Fig. 1. below'
};

export const SPACINGS: [lines: number, name: string][] = [
	[1, 'single spaced'],
	[1.15, '1.15 lines'],
	[1.5, 'one and a half lines'],
	[2, 'double spaced']
];

const COUNTS = ['', 'one level', 'two levels', 'three levels', 'four levels', 'five levels'];

/** Where page numbers can stand, as one choice. */
export const NUMBERS: { value: string; name: string; edge: 'header' | 'footer'; place: keyof Slots }[] = [
	{ value: 'header-right', name: 'top right', edge: 'header', place: 'right' },
	{ value: 'header-center', name: 'top centre', edge: 'header', place: 'center' },
	{ value: 'footer-center', name: 'bottom centre', edge: 'footer', place: 'center' },
	{ value: 'footer-right', name: 'bottom right', edge: 'footer', place: 'right' }
];

const isNumber = (s: Slot): boolean => s === 'page' || s === 'surname-page';

/** Where the page number stands; '' for nowhere. */
export function numberPlace({ header, footer }: PageSetup): string {
	for (const [edge, slots] of [
		['header', header],
		['footer', footer]
	] as const)
		for (const place of ['left', 'center', 'right'] as const) if (isNumber(slots[place])) return `${edge}-${place}`;
	return '';
}

/** Head and foot with the page number elsewhere, or nowhere. */
export function moveNumber(setup: PageSetup, to: string): Pick<PageSetup, 'header' | 'footer'> {
	const edges = { header: { ...setup.header }, footer: { ...setup.footer } };
	let number: Slot = 'page';
	for (const slots of [edges.header, edges.footer])
		for (const place of ['left', 'center', 'right'] as const)
			if (isNumber(slots[place])) {
				number = slots[place];
				slots[place] = '';
			}
	const target = NUMBERS.find((n) => n.value === to);
	if (target) edges[target.edge][target.place] = number;
	return edges;
}

/** Sides that are all alike, or nearly, are said once. */
function marginWords({ top, right, bottom, left }: Margins, paper: PaperSize): string {
	// whoever has letter in the printer thinks in inches
	const unit = paper === 'letter' ? { of: 2.54, name: 'in' } : { of: 1, name: 'cm' };
	const cm = (x: number) => `${+(x / unit.of).toFixed(2)} ${unit.name}`;
	if (top === bottom && left === right)
		return top === left ? `margins ${cm(top)}` : `margins ${cm(top)} and ${cm(left)} at the sides`;
	return `margins ${[top, right, bottom, left].map((x) => +(x / unit.of).toFixed(2)).join(', ')} ${unit.name}`;
}

export const spacingWords = (lines: number): string => SPACINGS.find(([n]) => n === lines)?.[1] ?? `${lines} lines`;

/** Rows of a name and what it is. */
export function pageFacts(setup: PageSetup): { what: string; is: string }[] {
	const place = NUMBERS.find((n) => n.value === numberPlace(setup))?.name ?? numberPlace(setup).replace('-', ' ');
	const slots = [...Object.values(setup.header), ...Object.values(setup.footer)] as Slot[];
	const rows = [
		{ what: 'Paper', is: `${SIZES[setup.paper].name}, ${marginWords(setup.margins, setup.paper)}` },
		{
			what: 'Text',
			is: `${FONTS[setup.font].name} ${setup.size} pt, ${spacingWords(setup.lines)}${setup.columns === 2 ? ', two columns' : ''}`
		},
		{ what: 'First page', is: OPENINGS[setup.opening] },
		{
			what: 'Page numbers',
			is: place
				? `${slots.includes('surname-page') ? 'with your surname, ' : ''}${place}${setup.firstPlain ? ', from the second page' : ''}${
						setup.pageNumbers === 'roman' ? ', roman' : ''
					}`
				: 'none'
		}
	];
	if (slots.includes('running-head')) rows.push({ what: 'Running head', is: 'in capitals' });
	if (setup.contents) rows.push({ what: 'Contents', is: `with headings of ${COUNTS[setup.contents]}` });
	if (setup.lineNumbers) rows.push({ what: 'Line numbers', is: 'through all pages' });
	return rows;
}
