/** Single words that are names. */
import { capital, isCommon, isUnheardOf, ownWay, plainLetters, stemOf } from './common';
import type { SentenceRules } from './rules';

/** The form in which a word is a name; null where it is none. */
export function nameForm(text: string, rules: SentenceRules, shouting: boolean): string | null {
	const stem = stemOf(text);
	const tail = text.slice(stem.length).toLowerCase();
	const low = stem.toLowerCase();
	const own = rules.exceptions?.get(low) ?? rules.exceptions?.get(text.toLowerCase());
	if (own !== undefined) return own + tail;
	const form = (shouting ? capital(low) : stem) + tail;
	const up = stem.toUpperCase();
	if (stem === up && (shouting ? isAcronym(up, rules) : rules.known.acronyms.has(up))) return up + tail;
	if (!shouting && ownWay(text)) return text;
	const shipped = rules.words.proper.get(low) ?? rules.words.proper.get(plainLetters(low)) ?? singular(low, rules);
	if (shipped) return (shouting ? shipped : stem) + tail;
	const { common } = rules.words;
	const { names, sure, people } = rules.known;
	const known = sure.has(low) || ((names.has(low) || people.has(low)) && !isCommon(low, common));
	if (known) return form;
	// whose it is, is said of somebody: Mergenthal's, but not programmer's
	if (/^[’']s$/.test(tail) && isUnheardOf(low, common)) return form;
	// in English a word with accents is a name, but for a few that came from French
	return /[\u00c0-\u024f]/.test(low) && !LOANS.test(plainLetters(low)) ? form : null;
}

const LOANS =
	/^(?:cafe|naive|naivete|resume|facade|cliche|protege|elite|role|fete|decor|debut|regime|melange|metier|milieu|creche|decoupage|cooperat|coordinat|preeminen|reelect|communique|coup|detente|emigre|expose|saute|soiree|touche|vis|deja|attache|fiancee?|matinee|melee|precis|entree|eclair|seance|tableaux?)/;

/** Words in capitals in a title that is in capitals throughout: known ones, and those that nobody could say as a word. */
const isAcronym = (up: string, { known: { acronyms }, words }: SentenceRules): boolean =>
	acronyms.has(up) ||
	ACRONYMS.has(up) ||
	(/^[B-DF-HJ-NP-TV-XZ\d]{2,5}$/.test(up) &&
		!/^(?:MRS?|MS|DRS?|ST|VS|NDS?|TH|NR|[IVXLC]+)$/.test(up) &&
		!words.common.has(up.toLowerCase()));
const ACRONYMS = new Set(
	'ADHD AI AIDS ANOVA BBC CEO CIA COVID DNA DSM ECG EEG EU FBI GDP GIS GPS HIV ICT IQ ISO LGBT LGBTQ MRI NASA NATO NGO NGOS OECD PTSD RNA TV UK UN UNESCO UNICEF US USA UV WHO'.split(
		' '
	)
);

/** A plural of a name: Bayesians, Foucaults. */
function singular(low: string, { words }: SentenceRules): string | undefined {
	const one = /s$/.test(low) && low.length > 4 ? words.proper.get(low.slice(0, -1)) : undefined;
	return one && capital(low);
}
