/** What was said by hand, and what the style would say now (need N23). */
import { handIsOld, type EntryHands, type Hand, type Reading } from '../manuscript';
import type { Checker, Facts } from './types';

/** A citation or entry said by hand, with what the style says now. */
export interface HandEdit {
	kind: 'citation' | 'entry';
	/** Id of the citation or of the source. */
	id: string;
	/** -1 for an entry. */
	pos: number;
	hand: Hand;
	now: string;
	/** The style says something else than when the words were written. */
	old: boolean;
}

export function handEdits(f: {
	reading: Reading;
	hands: EntryHands;
	entries: Facts['entries'];
	said: Facts['said'];
}): HandEdit[] {
	const out: HandEdit[] = [];
	for (const c of f.reading.citations) {
		if (!c.pinned) continue;
		const now = f.said(c.id);
		if (now === undefined) continue;
		const pos = c.notePos >= 0 ? c.notePos : c.pos;
		out.push({ kind: 'citation', id: c.id, pos, hand: c.pinned, now, old: handIsOld(c.pinned, now) });
	}
	for (const [id, hand] of Object.entries(f.hands)) {
		const now = f.entries?.find((e) => e.id === id)?.text;
		if (now !== undefined) out.push({ kind: 'entry', id, pos: -1, hand, now, old: handIsOld(hand, now) });
	}
	return out;
}

export const handChanged: Checker = (f) =>
	handEdits(f)
		.filter((e) => e.old)
		.map((e) => ({
			check: 'hand',
			pos: e.pos,
			...(e.kind === 'entry' ? { sourceId: e.id } : {}),
			what: `Said by hand, and its basis has changed: ${e.now}`
		}));
