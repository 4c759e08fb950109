/**
 * Sentence case for titles in headline capitals or in capitals throughout: APA 7, 6.17 (first word, first word behind a
 * colon, a dash or the end of a sentence, proper nouns; from memory), and the like rules of other manuals.
 *
 * What keeps its capitals: what is marked (`nocase`), exceptions of the person, words with a capital inside or a digit,
 * single letters, Roman numerals, names the library knows, names of the shipped list, and words that make a name with
 * one beside them (North America, Mississippi River, University of Leeds, Robert Frost).
 */
import { capital, isBig, isCommon, SMALL, stemOf } from './common';
import { nameForm } from './name-form';
import { keepBody, keepNeighbours, keepPerson, keepPhrases } from './neighbours';
import type { SentenceRules } from './rules';
import { isShouting } from './shape';
import { takeApart, type Word } from './tokens';
import type { ShippedWords } from './words';

const ROMAN = /^(?=[IVXLC]{2,}$)X{0,3}(?:IX|IV|V?I{0,3})$/;
const MONTHS = new Set(['march', 'may']);
/** Behind these a letter is the name of something: Vitamin A, Series A. */
const DESIGNATES = new Set(
	'appendix book category chapter class figure form group hepatitis influenza level list model part phase plan point protein section series stage table type vitamin volume'.split(
		' '
	)
);
/** First words of a title or a sentence within quotation marks; a term would hardly begin with them. */
const OPENS_TITLE = new Set(
	'a an the de le la il how what why when where who whose i we you my our it this that these is are do does can if to'.split(
		' '
	)
);
const ABBREVIATED =
	/^(?:st|dr|mr|mrs|ms|vs|v|no|nos|vol|ed|eds|etc|cf|jr|sr|prof|rev|inc|co|corp|ca|op|al|\p{L}|\p{L}(?:\.\p{L})+)$/iu;

/** A title as a sentence. A title that is in neither headline capitals nor capitals is for the caller to leave. */
export function toSentence(title: string, rules: SentenceRules): string {
	const { pieces, words } = takeApart(title);
	const shouting = isShouting(title);
	const forms = words.map((w) => (w.fixed ? w.text : nameForm(w.text, rules, shouting)));
	const lows = words.map((w) => stemOf(w.text).toLowerCase());
	const keep = (i: number) => {
		forms[i] ??= shouting ? capital(words[i].text.toLowerCase()) : words[i].text;
	};
	const inPhrase = keepPhrases(words, lows, rules, keep);
	for (let i = 0; i < words.length; i++) {
		if (!inPhrase.has(i)) keepPerson(words, lows, i, rules, keep);
		keepBody(words, lows, forms, i, keep);
		keepNeighbours(words, lows, forms, i, rules, keep);
	}
	words.forEach((w, i) => {
		if (w.fixed) return;
		const first = begins(words, i, rules);
		let out = forms[i] ?? letter(words, lows, i, shouting) ?? w.text.toLowerCase();
		// "mice: An R Package" is written its own way
		if (first && (forms[i] === null || forms[i] === lows[i])) out = i === 0 && !isBig(w.text) ? w.text : capital(out);
		pieces[w.at] = out;
	});
	return pieces.join('');
}

/** Whether a word that is no common one has lost its capital: a title of two words may be a name, and is left then. */
export function lowersUnknown(title: string, sentence: string, { common }: ShippedWords): boolean {
	const after = takeApart(sentence).words;
	return takeApart(title).words.some(
		(w, i) => after[i] && w.text !== after[i].text && !isCommon(stemOf(w.text).toLowerCase(), common)
	);
}

/** Whether a word begins the title, its second part, or a title within it. */
function begins(words: Word[], i: number, rules: SentenceRules): boolean {
	const w = words[i];
	if (i === 0) return true;
	const last = words[i - 1];
	if (/[?!][”’"'»)]*\s/.test(w.before) || /—/.test(w.before) || /\s[-–]\s/.test(w.before)) return true;
	if (w.before === '–' && /^(?:An?|The)$/.test(w.text)) return true;
	if (/:\s/.test(w.before)) return rules.capitalAfterColon !== false;
	if (/^\.[”’"'»)]*\s/.test(w.before)) return !ABBREVIATED.test(last.text);
	if (w.opens === 'markup') return isBig(w.text);
	if (w.opens !== 'quote' || !isBig(w.text)) return false;
	// words that are quoted as they stand elsewhere: “Even more …”
	const next = words[i + 1]?.text ?? '';
	const asQuoted = /^\p{Ll}/u.test(next) && !SMALL.has(next) && w.after === ' ';
	return asQuoted || OPENS_TITLE.has(w.text.toLowerCase());
}

/** Single letters, Roman numerals, months that are words too. */
function letter(words: Word[], lows: string[], i: number, shouting: boolean): string | null {
	const { text, after } = words[i];
	if (text === 'A') {
		const named = DESIGNATES.has(lows[i - 1] ?? '') || /^[^\s\p{L}]/u.test(after) || /-$/.test(words[i].before);
		return named ? text : null;
	}
	if (/^\p{Lu}$/u.test(stemOf(text))) return stemOf(text) + text.slice(stemOf(text).length).toLowerCase();
	if (ROMAN.test(text) && !(shouting && text.length < 2)) return text;
	if (MONTHS.has(lows[i])) {
		const number = (w: Word | undefined) => w !== undefined && /^\d/.test(w.text);
		if (number(words[i + 1]) || number(words[i - 1])) return capital(text.toLowerCase());
	}
	return null;
}
