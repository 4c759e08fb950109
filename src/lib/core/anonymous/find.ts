/** Finds in a text what gives its writers away. */
import { addressPattern, namePattern, phrasePattern } from './names';
import { NO_TITLE } from './item';
import type { PlaceKind, Who } from './types';

/** What is written in the place of each. */
export const INSTEAD: Record<PlaceKind, string> = {
	name: '[Author]',
	title: NO_TITLE,
	institution: '[Institution removed for review]',
	address: '[Address removed for review]',
	section: '[Removed for review]',
	hint: ''
};

/** A title of one or two short words is said of much else. */
const tells = (title: string): boolean => title.length >= 12 && /\s/.test(title);

/** Words with which writers speak of themselves (English; common practice of journals' guides for blind review). */
const HINT =
	/\b(?:(?:my|our) (?:own )?(?:earlier|previous|prior|recent|forthcoming|doctoral) \p{L}+|as (?:I|we) (?:have )?(?:argued|shown|showed|reported|found) (?:elsewhere|before|earlier)|(?:I|we) (?:thank|am grateful|are grateful)\b)/giu;

export interface Hit {
	kind: PlaceKind;
	from: number;
	to: number;
}

/** Looks for everything of somebody in a text; hits in order, none within another. */
export function finderOf(who: Who): (text: string) => Hit[] {
	const all: [PlaceKind, RegExp][] = [];
	const enter = (kind: PlaceKind, patterns: (string | null)[], flags: string): void => {
		const list = patterns.filter((p) => p !== null);
		if (list.length) all.push([kind, new RegExp(list.join('|'), flags)]);
	};
	enter('address', who.names.map(addressPattern), 'giu');
	enter('title', who.titles.filter(tells).map(phrasePattern), 'giu');
	enter('institution', who.institutions.filter((i) => i.trim().length > 3).map(phrasePattern), 'giu');
	enter('name', who.names.map(namePattern), 'gu');
	all.push(['hint', HINT]);
	return (text) => {
		const hits: Hit[] = [];
		for (const [kind, pattern] of all)
			for (const m of text.matchAll(pattern)) {
				const [from, to] = [m.index, m.index + m[0].length];
				// what was found first says more: a name within an address is covered with it
				if (m[0] && !hits.some((h) => h.from < to && from < h.to)) hits.push({ kind, from, to });
			}
		return hits.sort((a, b) => a.from - b.from);
	};
}
