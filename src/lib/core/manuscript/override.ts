/**
 * Citations and entries that are edited by hand. The words stay as they were written; what the style said at
 * that time is kept beside them, so that a change of it can be shown.
 */
import { parseField, toHtml, toPlain, toRuns, type Run } from '../csl';

export interface Override {
	/** The words, with the markup that CSL fields may have: i, b, sup, sub. */
	text: string;
	/** What the style said when they were written, as plain text. */
	basis: string;
}

/** Words by hand from outside, made safe; null for anything else. */
export function cleanOverride(raw: unknown): Override | null {
	if (!raw || typeof raw !== 'object') return null;
	const { text, basis } = raw as Record<string, unknown>;
	return typeof text === 'string' && text.trim() ? { text, basis: typeof basis === 'string' ? basis : '' } : null;
}

export const overrideHtml = (h: Override): string => toHtml(parseField(h.text));
export const overrideRuns = (h: Override): Run[] => toRuns(parseField(h.text));
export const overrideText = (h: Override): string => toPlain(parseField(h.text));
/** Whether the style says something else now than when the words were written. */
export const overrideIsOutdated = (h: Override, now: string): boolean => h.basis !== now;

/** An entry as it stands in the list: in the person's words where there are any. */
export function applyEntryOverride<E extends { id: string; html: string; text: string }>(
	e: E,
	entryOverrides: EntryOverrides
): E {
	const hand = entryOverrides[e.id];
	if (!hand) return e;
	const said: E & { whole?: unknown } = { ...e, html: overrideHtml(hand), text: overrideText(hand) };
	// words by hand are the same behind any other entry
	delete said.whole;
	return said;
}

/** Words by hand of entries, by source. */
export type EntryOverrides = Record<string, Override>;

export function cleanEntryOverrides(raw: unknown): EntryOverrides {
	const out: EntryOverrides = {};
	if (raw && typeof raw === 'object')
		for (const [id, h] of Object.entries(raw)) {
			const hand = cleanOverride(h);
			if (hand) out[id] = hand;
		}
	return out;
}
