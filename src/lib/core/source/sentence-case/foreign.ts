/** Titles in other languages, of which nobody has said so. */
import { isCommon, isUnheardOf, ownWay, SMALL } from './common';
import { takeApart } from './tokens';
import type { ShippedWords } from './words';

const ENDING = /(?:ung|ungen|keit|schaft|isch|ische|ischen|ción|ciones|ções|ção|zione|zioni)$/;

/** Words that a title in English has hardly ever; one is enough to leave the title as it is. */
const FOREIGN = new Set(
	'und für über zur zum eine einer eines dem im sich nicht oder auf bei nach della delle degli nella sulla gli dans aux pour sur chez une los las del por para una sobre och av het een voor og és'.split(
		' '
	)
);

/** Words of other languages that English titles have too, in names; two of them are enough. */
const FOREIGN_TWICE = new Set('die das des der den zu ein le la les de du et en el y il lo di da e'.split(' '));

/** Small words of English that other languages have as well. */
const ANYWHERE = new Set(['a', 'as', 'in', 'per', 'so', 'via']);

const wordsOf = (title: string): string[] =>
	takeApart(title)
		.words.filter((w) => !ownWay(w.text))
		.map((w) => w.text.toLowerCase());

/** Whether a title has words that English titles have hardly ever. */
export function hasForeignWords(title: string): boolean {
	const lows = wordsOf(title);
	return (
		lows.some((w) => FOREIGN.has(w) || /^[dl]['’]\p{L}/u.test(w)) || lows.filter((w) => FOREIGN_TWICE.has(w)).length > 1
	);
}

/** Whether a title seems to be in another language than English. */
export function seemsForeign(title: string, { common, proper }: ShippedWords): boolean {
	const lows = wordsOf(title);
	if (hasForeignWords(title) || lows.some((w) => w.length > 7 && ENDING.test(w) && !common.has(w))) return true;
	const short = lows.filter((w) => w.length > 3 && w.length < 10 && !proper.has(w));
	const english = (w: string) =>
		(SMALL.has(w) && !FOREIGN_TWICE.has(w) && !ANYWHERE.has(w)) ||
		(w.length > 9 ? isCommon(w, common) : !isUnheardOf(w, common));
	return (
		(short.length > 1 || lows.some((w) => FOREIGN_TWICE.has(w))) &&
		!lows.some((w) => w.length > 1 && !ANYWHERE.has(w) && english(w))
	);
}
