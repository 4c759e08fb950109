/** What a manuscript decides for itself over any style; kept with the document, so that undo takes a change back. */
import { isObject } from '../guards';
import { cleanInWork, type InWork } from './in-work';
import type { PlacementKind } from './placement';

export interface DocSettings {
	/** Where citations and marks stand among punctuation: as the style has it, before the closing mark, or behind it. */
	placement: 'style' | 'before' | 'behind';
	/** Note numbers run on through the manuscript, or restart in every section. */
	noteNumbers: 'through' | 'section';
	/** House rules over the style, as citing/house.ts reads them. */
	house: Record<string, unknown>;
	/** Kind of paper, what its pages have otherwise, and the words of its title page, as core/page reads them. */
	page: Record<string, unknown>;
	/** Sources that the list takes in without their being cited, each with the reason. */
	uncited: UncitedSource[];
	/** Words that look like typed citations and are none, each with those before it (match/context.ts). */
	notCitations: string[];
	/** How many typed citations became live, by how they were written (match/types.ts): those left are read by them. */
	accepted: Record<string, number>;
	/** What became of changes that came back from somebody, by what they are called (core/returned). */
	decided: Record<string, 'taken' | 'left'>;
	/** What the text is in a bound work, as found when it was opened; null for one that stands alone. */
	work: InWork | null;
}

export interface UncitedSource {
	id: string;
	why: string;
}

/** Settings from outside, made whole. */
export function cleanSettings(raw: unknown): DocSettings {
	const r = (raw ?? {}) as Partial<Record<keyof DocSettings, unknown>>;
	return {
		placement: r.placement === 'before' || r.placement === 'behind' ? r.placement : 'style',
		noteNumbers: r.noteNumbers === 'section' ? 'section' : 'through',
		house: isObject(r.house) ? r.house : {},
		page: isObject(r.page) ? r.page : {},
		uncited: Array.isArray(r.uncited)
			? r.uncited
					.filter((f) => f && typeof f.id === 'string' && f.id)
					.map((f) => ({ id: f.id as string, why: typeof f.why === 'string' ? f.why : '' }))
			: [],
		notCitations: Array.isArray(r.notCitations)
			? r.notCitations.filter((t): t is string => typeof t === 'string').slice(0, 5000)
			: [],
		accepted: counts(r.accepted),
		decided: decisions(r.decided),
		work: cleanInWork(r.work)
	};
}

const decisions = (raw: unknown): DocSettings['decided'] =>
	Object.fromEntries(
		Object.entries(isObject(raw) ? raw : {}).filter(
			(e): e is [string, 'taken' | 'left'] => e[1] === 'taken' || e[1] === 'left'
		)
	);

const counts = (raw: unknown): Record<string, number> =>
	Object.fromEntries(
		Object.entries(raw && typeof raw === 'object' ? raw : {}).filter(
			(e): e is [string, number] => Number.isSafeInteger(e[1]) && e[1] > 0
		)
	);

/**
 * Where citations stand, given the style's kind. Before the mark without a space is the French practice for note marks
 * (Lexique des règles typographiques, "appel de note"), from memory.
 */
export function placementOf(style: PlacementKind, s: DocSettings): PlacementKind {
	if (s.placement === 'before') return style === 'sentence' ? 'sentence' : 'close';
	if (s.placement === 'behind') return style === 'sentence' ? 'raised' : style;
	return style;
}
