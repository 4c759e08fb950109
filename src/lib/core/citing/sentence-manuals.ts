/** Which styles' manuals ask for titles in sentence case, and for which. */
import type { HouseRules } from './house';

export interface Asked {
	styles: RegExp;
	/** Titles of everything, or of articles, chapters and papers only. */
	of: 'everything' | 'parts';
	capitalAfterColon: boolean;
}

/**
 * Styles whose manuals ask for sentence case, dependent journals by their parent. All from memory:
 * APA 7, 6.17 and 9.19 · DGPs, Richtlinien, 5th ed. (as APA) · Citing Medicine, 2nd ed., 1.C and 2.C (Vancouver, NLM: the
 * subtitle has no capital) · AMA Manual of Style, 11th ed., 3.9.1 (articles and chapters; books keep their capitals) ·
 * IEEE Reference Guide (papers and chapters) · Scientific Style and Format, 8th ed., 29.3.3 (CSE) · Cite Them Right,
 * 12th ed. ("minimal capitalisation") · Nature and Springer, instructions to authors · ASCE, author's guide.
 */
const MANUALS: Asked[] = [
	{ styles: /^(?:apa|deutsche-gesellschaft-fur-psychologie)(?:-|~|$)/, of: 'everything', capitalAfterColon: true },
	{ styles: /^(?:vancouver|nlm|national-library-of-medicine)(?:-|~|$)/, of: 'everything', capitalAfterColon: false },
	{ styles: /^council-of-science-editors/, of: 'everything', capitalAfterColon: false },
	{ styles: /^harvard-cite-them-right/, of: 'everything', capitalAfterColon: false },
	{ styles: /^american-medical-association/, of: 'parts', capitalAfterColon: false },
	{ styles: /^(?:ieee|american-society-of-civil-engineers)(?:-|~|$)/, of: 'parts', capitalAfterColon: true },
	{ styles: /^(?:nature|springer-(?:basic|vancouver|mathphys))(?:-|~|$)/, of: 'parts', capitalAfterColon: true }
];

/** What the manual of a style asks for; null where it asks for nothing of the kind. */
export const askedOf = (styleId: string): Asked | null => MANUALS.find((m) => m.styles.test(styleId)) ?? null;

/** Whether titles are put in sentence case: as the rules say, or as the style's manual does. */
export const asksSentences = ({ sentenceCase }: HouseRules, styleId: string): boolean =>
	sentenceCase === 'always' || (sentenceCase === 'style' && askedOf(styleId) !== null);

/** As APA has it: what is meant where nobody says otherwise. */
export const BY_APA = MANUALS[0];
