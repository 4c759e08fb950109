/** Words that are common ones, and words that are written their own way. */

/** Words that are small in any title. */
export const SMALL = new Set(
	'a an and are as at but by de del der di du for from in into is la le nor of off on onto or over per so than that the their to up upon via von vs with within without yet'.split(
		' '
	)
);

/** With a capital at its head. */
export const capital = (s: string): string => s.replace(/^\p{L}/u, (c) => c.toUpperCase());
export const isBig = (s: string): boolean => /^\p{Lu}/u.test(s);

/** A word without what makes it a possessive. */
export const stemOf = (s: string): string => s.replace(/[’']s?$/iu, '');

/** Whether a capital or figure inside says that the word is written its own way: McKay, iPod, DNA, 3D, U.S. */
export const ownWay = (s: string): boolean =>
	/^.+\p{Lu}/u.test(stemOf(s)) || /\p{N}/u.test(s) || /^\p{Lu}\.\p{Lu}/u.test(s);

/** Without accents. */
export const plainLetters = (s: string): string => s.normalize('NFD').replace(/\p{M}/gu, '');

const formsOf = (low: string) => [low, low.replace(/s$/, ''), low.replace(/e?s$/, ''), low.replace(/ies$/, 'y')];

/** How long English words end that are in no list of short ones. */
const ENGLISH =
	/(?:tions?|ments?|ics|ical|ity|ities|ing|ness|isms?|ists?|als?|able|ive|ences?|ances?|graphy|logy|ous|ed|ly|ers?|ors?|ship|y|ates?)$/;

/** A common word of English, or one that is formed like one. */
export const isCommon = (low: string, common: ReadonlySet<string>): boolean =>
	low.length > 9 ? ENGLISH.test(low) : formsOf(low).some((w) => common.has(w));

/** A word of up to nine letters that the common words have in no form; longer ones are often terms. */
export function isUnheardOf(low: string, common: ReadonlySet<string>): boolean {
	if (low.length > 9 || low.length < 3 || /(?:ing|ed|ly|ness|er|or|ist|ism|ics|ity)$/.test(low)) return false;
	return !isCommon(low, common);
}
