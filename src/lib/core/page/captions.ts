/** How things with numbers are called, by language, and how their captions stand, by manual (all from memory). */
import { isObject, isText } from '../guards';

/**
 * - `run-in`: “Table 1. Title” in one paragraph, above tables and below figures (Turabian 9, 26.2.2 and 26.3.2)
 * - `own-line`: the number in bold on a line of its own, the title in italics below it, both above (APA 7, 7.10–7.11, 7.24–7.25)
 * - `mla`: a table's number and title on lines of their own above it, “Fig. 1. Title” in the middle below a figure (MLA 9, 1.7)
 * - `ieee`: “Table I” and the title in small capitals in the middle above, “Fig. 1. Title” below (IEEE template for conferences)
 */
export type CaptionLook = 'run-in' | 'own-line' | 'mla' | 'ieee';
export const CAPTION_LOOKS: readonly CaptionLook[] = ['run-in', 'own-line', 'mla', 'ieee'];

/** What each kind of paper has; run in where nothing is said. */
const OF_KINDS: Record<string, CaptionLook> = {
	student: 'own-line',
	professional: 'own-line',
	essay: 'mla',
	conference: 'ieee'
};
export const captionsOfKind = (kind: string): CaptionLook => OF_KINDS[kind] ?? 'run-in';

/**
 * The look that a manuscript's page has, read from outside. The text asks for it at every start: all the rest of a page is
 * not loaded for that.
 */
export function captionsOf(page: unknown): CaptionLook {
	const { kind, changes } = isObject(page) ? page : {};
	const own = isObject(changes) ? changes.captions : undefined;
	return CAPTION_LOOKS.includes(own as CaptionLook) ? (own as CaptionLook) : captionsOfKind(isText(kind) ? kind : '');
}

export interface CaptionNames {
	table: string;
	figure: string;
	equation: string;
	/** Tables are counted in roman numerals. */
	roman: boolean;
}

export interface CaptionForm {
	/** It stands above what it is of. */
	above: boolean;
	/** The title begins a line of its own. */
	ownLine: boolean;
	align: 'left' | 'center';
	/** The number is bold, the title is in italics, all is in small capitals. */
	bold: boolean;
	italic: boolean;
	smallCaps: boolean;
	/** What stands between number and title. */
	end: '.' | '';
}

/** Table, figure, the same where it is abbreviated, equation. */
const WORDS: Record<string, readonly [string, string, string, string]> = {
	en: ['Table', 'Figure', 'Fig.', 'Equation'],
	de: ['Tabelle', 'Abbildung', 'Abb.', 'Gleichung'],
	fr: ['Tableau', 'Figure', 'Fig.', 'Équation'],
	es: ['Tabla', 'Figura', 'Fig.', 'Ecuación'],
	it: ['Tabella', 'Figura', 'Fig.', 'Equazione'],
	pt: ['Tabela', 'Figura', 'Fig.', 'Equação'],
	nl: ['Tabel', 'Figuur', 'Fig.', 'Vergelijking'],
	sv: ['Tabell', 'Figur', 'Fig.', 'Ekvation'],
	da: ['Tabel', 'Figur', 'Fig.', 'Ligning'],
	nb: ['Tabell', 'Figur', 'Fig.', 'Ligning'],
	fi: ['Taulukko', 'Kuva', 'Kuva', 'Yhtälö'],
	pl: ['Tabela', 'Rysunek', 'Rys.', 'Równanie'],
	cs: ['Tabulka', 'Obrázek', 'Obr.', 'Rovnice']
};
const SAME: Record<string, string> = { nn: 'nb', no: 'nb' };

/** The language that words are looked up under. @param lang BCP 47 */
export function languageOf(lang: string): string {
	const base = lang.toLowerCase().split('-')[0];
	return SAME[base] ?? base;
}

/** Every word that a caption may begin with, for reading. */
export const CAPTION_WORDS = [...new Set(Object.values(WORDS).flatMap(([t, f, short]) => [t, f, short]))];

/** @param lang BCP 47; English for languages that are not known here */
export function captionNames(look: CaptionLook, lang: string): CaptionNames {
	const [table, figure, short, equation] = WORDS[languageOf(lang)] ?? WORDS.en;
	const abbreviated = look === 'mla' || look === 'ieee';
	return { table, figure: abbreviated ? short : figure, equation, roman: look === 'ieee' };
}

const FORM: CaptionForm = {
	above: false,
	ownLine: false,
	align: 'left',
	bold: true,
	italic: false,
	smallCaps: false,
	end: '.'
};

export function captionForm(look: CaptionLook, of: 'table' | 'figure'): CaptionForm {
	const table = of === 'table';
	switch (look) {
		case 'run-in':
			return { ...FORM, above: table };
		case 'own-line':
			return { ...FORM, above: true, ownLine: true, italic: true, end: '' };
		case 'mla':
			return table
				? { ...FORM, above: true, ownLine: true, bold: false, end: '' }
				: { ...FORM, bold: false, align: 'center' };
		case 'ieee':
			return table
				? { ...FORM, above: true, ownLine: true, bold: false, align: 'center', smallCaps: true, end: '' }
				: { ...FORM, bold: false };
	}
}

const ROMAN: [number, string][] = [
	[100, 'C'],
	[90, 'XC'],
	[50, 'L'],
	[40, 'XL'],
	[10, 'X'],
	[9, 'IX'],
	[5, 'V'],
	[4, 'IV'],
	[1, 'I']
];
/** A number in roman numerals, in capitals. */
export function roman(n: number): string {
	let rest = n;
	let out = '';
	for (const [value, letters] of ROMAN)
		while (rest >= value) {
			out += letters;
			rest -= value;
		}
	return out;
}

/** The number as it is written. @param prefix `2.` in the second chapter of a work that counts by chapter */
export const captionNumber = (
	names: CaptionNames,
	of: 'table' | 'figure' | 'equation',
	number: number,
	prefix = ''
): string => prefix + (of === 'table' && names.roman ? roman(number) : String(number));
