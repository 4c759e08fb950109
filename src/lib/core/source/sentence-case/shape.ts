/** How a title is written: in capitals throughout, in headline capitals, as a sentence. */

const letters = (s: string) => s.replace(/[^\p{L}\p{M}\p{N}]/gu, '');
export const bareTitle = (s: string) => s.replace(/<[^>]*>/g, '');
const big = (w: string) => /^[^\p{L}\p{N}]*\p{Lu}/u.test(w);

/** All capitals, and more than a word or two of them. */
export function isShouting(title: string): boolean {
	const l = bareTitle(title).replace(/[^\p{L}]/gu, '');
	return l.length > 6 && /\p{Lu}/u.test(l) && l === l.toUpperCase() && bareTitle(title).trim().split(/\s+/).length > 1;
}

const longWords = (title: string, between: RegExp) =>
	bareTitle(title)
		.split(between)
		.slice(1)
		.filter((w) => letters(w).length > 3 && !/^\d/.test(letters(w)));

/**
 * Most words of more than three letters begin with a capital.
 * @param least so many such words behind the first are asked for, to tell it at all
 */
export function isHeadline(title: string, least = 2): boolean {
	const words = longWords(title, /[\s-]+/);
	return words.length >= least && words.filter(big).length / words.length > 0.75 && !isShouting(title);
}

/** Hardly a word behind the first begins with a capital, though a headline would have them. */
export function isSentence(title: string): boolean {
	const words = longWords(title, /\s+/);
	return words.length >= 2 && words.filter(big).length / words.length < 0.5;
}
