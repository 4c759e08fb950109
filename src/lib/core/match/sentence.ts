/** Names that stand in the sentence right before a bracket: “Marlowe (1989)”, “the Coastal Nature Agency (2020)”. */
import { ET_AL, FAMILY, NOT_NAMES } from './grammar';
import { readNames } from './parts';
import type { Typed } from './resolve';

export interface InSentence extends Pick<Typed, 'names' | 'etAl'> {
	/** Characters of the text where the names begin. */
	from: number;
	/** “Marlowe’s (1989)”: the name stays as it is. */
	possessive: boolean;
	/** It begins with a word that is no name: “In Marlowe (1989)”. */
	suspect: boolean;
}

const TOKEN = new RegExp(`(?:[;/]|${FAMILY}|\\p{Lu}\\.(?:-?\\p{Lu}\\.)*|,|&|[\\p{L}’'.]+)\\s*$`, 'u');
const JOINS =
	/^(?:;|\/|and|und|et|y|e|en|og|och|i|with|&|,|al\.?|al|others|colleagues|co-?workers|collaborators|of|for|the|on|der|des|für|de|la|du|del|di|van|von|den|da|dos|ter|ten)$/u;

/**
 * All lists of names that end right before a position, the longest first.
 * @param end where the bracket opens
 */
export function namesBefore(text: string, end: number): InSentence[] {
	const start = Math.max(0, end - 220);
	let rest = text.slice(start, end).replace(/\s+$/, '');
	const possessive = /[’']s?$/u.test(rest) && /\p{L}[’']s?$/u.test(rest);
	if (possessive) rest = rest.replace(/[’']s?$/u, '');
	const stops: number[] = [];
	const full = rest;
	let capitals = 0;
	for (let n = 0; n < 24 && rest; n++) {
		const m = TOKEN.exec(rest);
		if (!m) break;
		const word = m[0].trim();
		const name = /^\p{Lu}/u.test(word) || /\s\p{Lu}/u.test(word);
		if (!name && !JOINS.test(word.replace(/\.$/, ''))) break;
		rest = rest.slice(0, m.index);
		if (name) {
			capitals++;
			stops.push(m.index);
		}
		// a sentence ends here, unless it is the stop of an initial or of “et al.”
		if (/[.!?:;”"]\s*$/.test(rest) && !/\p{L};\s*$/u.test(rest) && !/(?:\p{Lu}|et al|Jr|Sr|St)\.\s*$/u.test(rest))
			break;
	}
	if (!capitals) return [];
	const out: InSentence[] = [];
	for (const at of stops.reverse()) {
		const s = full.slice(at);
		if (!/^\p{L}/u.test(s)) continue;
		const list = readNames(s);
		if (!list.names.length) continue;
		// a semicolon parts authors in few styles, and sentences everywhere
		const suspect = NOT_NAMES.has(/^[\p{L}]+/u.exec(s)![0].toLowerCase()) || s.includes(';');
		out.push({ ...list, from: start + at, possessive, suspect });
		// a body has “of” and “and” in its name
		if (/\s(?:of|for|and|the|der|des|für|de|la|du|del|di|on|&)\s/.test(s) && !new RegExp(ET_AL, 'u').test(s))
			out.push({
				names: [{ family: s.replace(/^The\s+/, ''), initials: '' }],
				etAl: false,
				from: start + at,
				possessive,
				suspect
			});
	}
	return out;
}
