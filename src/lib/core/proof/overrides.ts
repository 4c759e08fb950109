/** What was edited by hand, and what the style would say now. */
import { overrideIsOutdated, type EntryOverrides, type Override, type Reading } from '../manuscript';
import type { Checker, Facts } from './types';

/** A citation or entry edited by hand, with what the style says now. */
export interface OverrideState {
	kind: 'citation' | 'entry';
	/** Id of the citation or of the source. */
	id: string;
	/** -1 for an entry. */
	pos: number;
	hand: Override;
	now: string;
	/** The style says something else than when the words were written. */
	old: boolean;
}

export function overrideStates(f: {
	reading: Reading;
	entryOverrides: EntryOverrides;
	entries: Facts['entries'];
	said: Facts['said'];
}): OverrideState[] {
	const out: OverrideState[] = [];
	for (const c of f.reading.citations) {
		if (!c.override) continue;
		const now = f.said(c.id);
		if (now === undefined) continue;
		const pos = c.notePos >= 0 ? c.notePos : c.pos;
		out.push({ kind: 'citation', id: c.id, pos, hand: c.override, now, old: overrideIsOutdated(c.override, now) });
	}
	for (const [id, hand] of Object.entries(f.entryOverrides)) {
		const now = f.entries?.find((e) => e.id === id)?.text;
		if (now !== undefined) out.push({ kind: 'entry', id, pos: -1, hand, now, old: overrideIsOutdated(hand, now) });
	}
	return out;
}

export const outdatedOverrides: Checker = (f) =>
	overrideStates(f)
		.filter((e) => e.old)
		.map((e) => ({
			check: 'override',
			pos: e.pos,
			...(e.kind === 'entry' ? { sourceId: e.id } : {}),
			what: `Edited by hand, and the style says something else now: ${e.now}`
		}));
