/**
 * House rules of a manuscript over any style: what a teacher or a publisher wants otherwise than the style
 * says. They change what the processor is given, never the sources.
 */
import type { Item } from '../csl';

export interface HouseRules {
	/** DOI and address of a work: as the style has it, always one of them, the DOI alone where there is one, or neither. */
	links: 'style' | 'shown' | 'doi' | 'none';
	/** Titles of entries lead to where the work is read. */
	titles: 'style' | 'linked';
	/** The day a page was read. */
	accessed: 'style' | 'none';
	/** Titles of journals and series in their short form, where the record or the list has one. */
	shortTitles: boolean;
	/** Where a style asks for a short title and the source has none: the main title, without its subtitle. */
	mainTitles: boolean;
	/** Titles in sentence case: where the manual of the style asks for it, in any style, or in none. */
	sentenceCase: 'style' | 'always' | 'never';
	/** Words as they are to stand in titles that are put in sentence case. */
	capitals: string[];
	/** Short forms by the full title, as the person has them. */
	abbreviations: Record<string, string>;
}

/** Rules from outside, made whole. */
export function cleanHouse(raw: unknown): HouseRules {
	const r = (raw ?? {}) as Partial<Record<keyof HouseRules, unknown>>;
	const list = r.abbreviations && typeof r.abbreviations === 'object' ? Object.entries(r.abbreviations) : [];
	const abbreviations = Object.fromEntries(
		list.filter((e): e is [string, string] => typeof e[1] === 'string' && e[1].trim() !== '' && e[0].trim() !== '')
	);
	return {
		links: r.links === 'doi' || r.links === 'none' || r.links === 'shown' ? r.links : 'style',
		titles: r.titles === 'linked' ? 'linked' : 'style',
		accessed: r.accessed === 'none' ? 'none' : 'style',
		shortTitles: r.shortTitles === true,
		mainTitles: r.mainTitles !== false,
		sentenceCase: r.sentenceCase === 'always' || r.sentenceCase === 'never' ? r.sentenceCase : 'style',
		capitals: Array.isArray(r.capitals) ? r.capitals.filter((w): w is string => typeof w === 'string' && w !== '') : [],
		abbreviations
	};
}

/** Whether the rules ask for anything that the style does not. */
export const isAdjusted = (h: HouseRules): boolean =>
	changesItems(h) || h.titles !== 'style' || !h.mainTitles || h.sentenceCase !== 'style' || h.capitals.length > 0;

const changesItems = (h: HouseRules): boolean => h.links !== 'style' || h.accessed !== 'style' || h.shortTitles;

/** Titles are the same whatever their capitals, spaces and a leading article. */
const titleKey = (s: string): string =>
	s
		.normalize('NFKC')
		.toLowerCase()
		.replace(/^the\s+/, '')
		.replace(/[\s.,:&-]+/g, ' ')
		.trim();

/** An item as the rules want it; the same item where they change nothing, and the same result for the same item. */
export function houseItems(rules: HouseRules): (item: Item) => Item {
	if (!changesItems(rules)) return (item) => item;
	const made = new WeakMap<Item, Item>();
	const short = new Map(Object.entries(rules.abbreviations).map(([full, s]) => [titleKey(full), s]));
	return (item) => {
		const known = made.get(item);
		if (known) return known;
		const next: Item = { ...item };
		if (rules.links === 'none') delete next.DOI;
		if (rules.links === 'none' || (rules.links === 'doi' && item.DOI)) delete next.URL;
		// without its address the day it was read says nothing
		if (rules.accessed === 'none' || (item.URL && !next.URL)) delete next.accessed;
		if (rules.shortTitles) {
			const full = typeof item['container-title'] === 'string' ? item['container-title'] : '';
			const own = item['container-title-short'] ?? item.journalAbbreviation;
			const abbreviated = short.get(titleKey(full)) ?? (typeof own === 'string' ? own : '');
			if (full && abbreviated) {
				next['container-title'] = abbreviated;
				next['container-title-short'] = abbreviated;
			}
		}
		made.set(item, next);
		return next;
	};
}

export interface ListProblem {
	line: number;
	text: string;
}

/**
 * Reads a list of abbreviations: a line each, full title and short form parted by a tab, a semicolon, or an equals sign.
 * Empty lines and lines that begin with # are passed over.
 * @returns what was read, and each line that could not be read with its number
 */
export function readAbbreviations(text: string): { list: Record<string, string>; problems: ListProblem[] } {
	const list: Record<string, string> = {};
	const problems: ListProblem[] = [];
	text
		.replace(/^\ufeff/, '')
		.split(/\r\n|\r|\n/)
		.forEach((raw, i) => {
			const line = raw.trim();
			if (!line || line.startsWith('#')) return;
			const m = /^"?([^\t]*?)"?\s*(?:\t|;|=)\s*"?([^\t]*?)"?$/.exec(line);
			if (m && m[1].trim() && m[2].trim()) list[m[1].trim()] = m[2].trim();
			else problems.push({ line: i + 1, text: line.slice(0, 80) });
		});
	return { list, problems };
}
