/** The ledger: which source backs which section, how many times, and how recent what is cited is. */
import { readOutline, sectionAt } from '../manuscript';
import { shortLabel, yearOf } from '../source';
import { nameOfSource } from './names';
import { citedPlaces } from './places';
import type { Facts } from './types';

export interface SourceRow {
	id: string;
	/** Its authors in short, or its title where it has none. */
	name: string;
	/** Empty where that is the name. */
	title: string;
	/** Null where the source has no year. */
	year: number | null;
	/** Positions of its citations, in order. */
	places: number[];
	/** Titles of the sections it is cited in, in order. */
	sections: string[];
}

export interface SectionRow {
	/** Position of the heading; -1 for what stands before the first. */
	pos: number;
	title: string;
	level: number;
	/** Cites in it, not counting those of its subsections. */
	cites: number;
	sources: number;
	/** The year of its newest source; null where none has one. */
	newest: number | null;
}

export interface Ledger {
	/** The most cited first; those cited alike in the order of the text. */
	sources: SourceRow[];
	/** All but lists, in the order of the text. */
	sections: SectionRow[];
	/** Cited sources by year, without placeholders, the oldest first; by decade where that would be more than forty. */
	years: { from: number; to: number; sources: number }[];
	/** The year in the middle of those of the cited sources; null without any. */
	median: number | null;
}

const MOST_BARS = 40;

/** The first year of a date as it is shown. */
function yearNumber(text: string): number | null {
	const n = Number(/-?\d{1,4}/.exec(text)?.[0]);
	return text && Number.isFinite(n) ? n : null;
}

export function readLedger(f: Pick<Facts, 'doc' | 'reading' | 'source' | 'resolve'>): Ledger {
	const outline = readOutline(f.doc);
	const rows = new Map<string, SourceRow>();
	const inSection = new Map<number, { cites: number; ids: Set<string> }>();
	for (const { sourceId, pos } of citedPlaces(f)) {
		const at = sectionAt(outline, pos);
		const s = f.source(sourceId);
		let row = rows.get(sourceId);
		if (!row) {
			const name = s ? shortLabel(s.item).name : nameOfSource(s);
			const title = typeof s?.item.title === 'string' ? s.item.title : '';
			row = {
				id: sourceId,
				name,
				title: title === name ? '' : title,
				year: s ? yearNumber(yearOf(s.item)) : null,
				places: [],
				sections: []
			};
			rows.set(sourceId, row);
		}
		row.places.push(pos);
		const section = outline[at]?.title || 'Beginning';
		if (!row.sections.includes(section)) row.sections.push(section);
		const counted = inSection.get(at) ?? { cites: 0, ids: new Set<string>() };
		counted.cites++;
		counted.ids.add(sourceId);
		inSection.set(at, counted);
	}
	const sections = [{ pos: -1, title: 'Beginning', level: 0, bibliography: false }, ...outline]
		.map((s, i): SectionRow | null => {
			const here = inSection.get(i - 1);
			if (s.bibliography || (s.pos < 0 && !here)) return null;
			const years = [...(here?.ids ?? [])].flatMap((id) => rows.get(id)!.year ?? []);
			return {
				pos: s.pos,
				title: s.title,
				level: s.level,
				cites: here?.cites ?? 0,
				sources: here?.ids.size ?? 0,
				newest: years.length ? Math.max(...years) : null
			};
		})
		.filter((s) => s !== null);
	const sources = [...rows.values()].sort((a, b) => b.places.length - a.places.length);
	const known = sources.flatMap((s) => s.year ?? []).sort((a, b) => a - b);
	return { sources, sections, years: bars(known), median: known.length ? known[(known.length - 1) >> 1] : null };
}

/** @param known years in order */
function bars(known: number[]): Ledger['years'] {
	if (!known.length) return [];
	const [first, last] = [known[0], known.at(-1)!];
	const width = last - first < MOST_BARS ? 1 : 10 * Math.ceil((last - first + 10) / 10 / MOST_BARS);
	const start = Math.floor(first / width) * width;
	return Array.from({ length: Math.floor((last - start) / width) + 1 }, (_, i) => {
		const from = start + i * width;
		const to = from + width - 1;
		return { from, to, sources: known.filter((y) => y >= from && y <= to).length };
	});
}
