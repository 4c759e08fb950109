/** Sizes of paper and names of fonts. */
import type { FontId, PaperSize } from './types';

/** Width and height in centimetres (ISO 216; ANSI/ASME Y14.1, from memory). */
export const SIZES: Record<PaperSize, { width: number; height: number; name: string }> = {
	a4: { width: 21, height: 29.7, name: 'A4' },
	letter: { width: 21.59, height: 27.94, name: 'US letter' }
};

export interface FontFace {
	name: string;
	/** Family that ships with the app, and what may stand for it. */
	css: string;
	/** Family that a word processor has: the one that ours has the measures of. */
	office: string;
}

export const FONTS: Record<FontId, FontFace> = {
	// hardly a word processor has Literata
	// Tinos has the measures of Times New Roman, Arimo those of Arial
	times: { name: 'Times', css: "'Tinos', 'Times New Roman', Times, serif", office: 'Times New Roman' },
	garamond: { name: 'Garamond', css: "'EB Garamond Variable', Garamond, serif", office: 'Garamond' },
	literata: { name: 'Literata', css: "'Literata Variable', Georgia, serif", office: 'Georgia' },
	sans: { name: 'Sans serif', css: "'Arimo', Arial, sans-serif", office: 'Arial' }
};
