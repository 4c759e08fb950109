/** Words that are names by what stands beside them. */
import { isUnheardOf, ownWay, SMALL, stemOf, capital, isBig } from './common';
import {
	BEFORE_PERSON,
	BEFORE_PLACE,
	BEHIND_PEOPLE,
	BEHIND_PLACE,
	BODIES,
	BODY_FIRST,
	DOUBTFUL_GIVEN,
	OF_PLACE
} from './reviewed';
import type { SentenceRules } from './rules';
import type { Word } from './tokens';

/** Nouns for places that look like adjectives of peoples. */
const NOUN = /(?:stan|^(?:japan|iran|michigan|milan|taiwan|sudan|jordan|vatican|manhattan|oman|bhutan|berlin|dublin))$/;
const PEOPLE = /(?:[ai]ans?|ish|ese|ch|ic|[ae]n)$/;

const close = (w: Word | undefined): boolean => w !== undefined && /^[\s-]?$/.test(w.before);

export function keepPhrases(
	words: Word[],
	lows: string[],
	rules: SentenceRules,
	keep: (i: number) => void
): Set<number> {
	const inside = new Set<number>();
	for (const table of [rules.words.phrases, rules.known.phrases])
		for (let i = 0; i < words.length; i++) {
			const found = table
				.get(lows[i])
				?.find((parts) =>
					parts.every((p, k) => lows[i + k] === stemOf(p).toLowerCase() && (k === 0 || close(words[i + k])))
				);
			found?.forEach((p, k) => {
				inside.add(i + k);
				if (isBig(p)) keep(i + k);
			});
		}
	return inside;
}

/** Words that make a name with a name beside them. */
export function keepNeighbours(
	words: Word[],
	lows: string[],
	forms: (string | null)[],
	i: number,
	rules: SentenceRules,
	keep: (i: number) => void
): void {
	const next = words[i + 1];
	if (!isBig(words[i].text) || SMALL.has(lows[i])) return;
	const isName = (k: number) => isBig(forms[k] ?? '') && !ownWay(forms[k]!);
	const besideNext = close(next) || /^\.\s$/.test(next?.before ?? '');
	if (isName(i + 1) && besideNext && (BEFORE_PLACE.has(lows[i]) || BEFORE_PERSON.has(lows[i]))) keep(i);
	// Central and Eastern Europe
	if (BEFORE_PLACE.has(lows[i]) && lows[i + 1] === 'and' && BEFORE_PLACE.has(lows[i + 2]) && isName(i + 3)) keep(i);
	if (OF_PLACE.has(lows[i]) && lows[i + 1] === 'of' && isName(lows[i + 2] === 'the' ? i + 3 : i + 2)) keep(i);
	if (joinsNames(words, lows, isName, i, rules)) {
		keep(i - 1);
		keep(i);
	}
	if (!isName(i - 1) || !/^\s$/.test(words[i].before)) return;
	const people = PEOPLE.test(lows[i - 1]) && !NOUN.test(lows[i - 1]);
	if (BEHIND_PEOPLE.has(lows[i]) || (BEHIND_PLACE.has(lows[i]) && !people)) keep(i);
}

/** Runge-Kutta, Wichmann-Hill, Levenberg–Marquardt: a name with one that nobody has heard of, or two of those. */
function joinsNames(
	words: Word[],
	lows: string[],
	isName: (k: number) => boolean,
	i: number,
	{ known, words: { common } }: SentenceRules
): boolean {
	if (i === 0 || !/^[-–]$/.test(words[i].before) || !isBig(words[i - 1].text)) return false;
	const couldBe = (k: number) => known.people.has(lows[k]) || (isUnheardOf(lows[k], common) && lows[k].length > 3);
	return (isName(i - 1) || (couldBe(i - 1) && !PREFIX.test(lows[i - 1]))) && (isName(i) || couldBe(i));
}
const PREFIX =
	/(?:[oi]|^(?:meta|extra|hyper|inter|intra|super|ultra|pseudo|quasi|trans|counter|cyber|para|infra|supra))$/;

const isFamily = (text: string) => isBig(text) && text.length > 1 && !SMALL.has(text.toLowerCase());

/** Given names and initials, and the family name behind them. */
export function keepPerson(
	words: Word[],
	lows: string[],
	i: number,
	rules: SentenceRules,
	keep: (i: number) => void
): void {
	const [w, next] = [words[i], words[i + 1]];
	if (!next || w.fixed || !isBig(w.text)) return;
	// Simon de Colines
	if (rules.words.given.has(lows[i]) && PARTICLE.has(lows[i + 1]) && isBig(words[i + 2]?.text ?? '')) keep(i + 2);
	if (!isBig(next.text) || SMALL.has(lows[i + 1])) return;
	// J. R. Marlowe
	const initial = /^\p{Lu}$/u.test(w.text) && /^\.\s$/.test(next.before);
	if (initial && next.text.length > 1) return keepFamily(words, i + 1, keep);
	// Turrell V. Wylie
	const behind = words[i + 2];
	if (
		!SMALL.has(lows[i]) &&
		/^\p{Lu}$/u.test(next.text) &&
		/^\s$/.test(next.before) &&
		behind?.before === '. ' &&
		isFamily(behind.text)
	)
		keep(i);
	if (w.text !== capital(lows[i]) || !/^\s$/.test(next.before)) return;
	const initialNext = /^\p{Lu}$/u.test(next.text) && next.after.startsWith('.');
	const { given, common, proper } = rules.words;
	const unheardOf = isUnheardOf(lows[i + 1], common);
	// Matthew Carter designs: a family name that others are called by
	const family = i > 0 && ((given.has(lows[i - 1]) && close(w)) || /[-–]$/.test(w.before));
	if (given.has(lows[i])) {
		if (!family || unheardOf) keepFamily(words, i + 1, keep);
	} else if (
		DOUBTFUL_GIVEN.has(lows[i]) &&
		!w.before.endsWith('-') &&
		(initialNext || proper.has(lows[i + 1]) || unheardOf)
	) {
		// Grace Hopper, Mark R. Godburn; but "rose gardens"
		keep(i);
		keepFamily(words, i + 1, keep);
	}
}

/** A family name and what a hyphen joins to it. */
function keepFamily(words: Word[], i: number, keep: (i: number) => void): void {
	keep(i);
	if (words[i + 1]?.before === '-' && isBig(words[i + 1].text)) keep(i + 1);
}

const PARTICLE = new Set('da de del della der di du la le van von'.split(' '));

const ORDINAL =
	/^(?:annual|first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth|\p{L}+teenth|twentieth|\p{L}+ieth)$/u;
const MEETINGS = /^(?:conference|congress|symposium|workshop|meeting)$/;
const SOCIETIES = /^(?:society|association|academy|institute|council|federation)$/;

/** The American Association for the Advancement of Science: its first word, what it is, and what it is for. */
export function keepBody(
	words: Word[],
	lows: string[],
	forms: (string | null)[],
	i: number,
	keep: (i: number) => void
): void {
	const counted = ORDINAL.test(lows[i]) && i > 0;
	const people = forms[i] !== null && PEOPLE.test(lows[i]) && !NOUN.test(lows[i]);
	if ((!BODY_FIRST.has(lows[i]) && !people && !counted) || !isBig(words[i].text)) return;
	for (let k = i + 1; k <= i + 3 && close(words[k]) && isBig(words[k].text); k++) {
		if (!BODIES.has(lows[k]) || (people && !SOCIETIES.test(lows[k])) || (counted && !MEETINGS.test(lows[k]))) continue;
		const of = /^(?:of|for|on)$/.test(lows[k + 1] ?? '') && close(words[k + 1]);
		// "American society in the twenties"
		if (k === i + 1 && !of) return;
		for (let m = i; m <= k; m++) keep(m);
		// the Sixth International Conference
		if (ORDINAL.test(lows[i - 1] ?? '') && isBig(words[i - 1].text)) keep(i - 1);
		if (!of) return;
		for (let m = k + 2; m < words.length && close(words[m]); m++) {
			if (SMALL.has(lows[m]) && !/^(?:the|of|and)$/.test(lows[m])) return;
			if (isBig(words[m].text) && forms[m] === null) keep(m);
		}
		return;
	}
}
