/**
 * Citations and entries that are said by hand (need N23). The words stay as they were written; what the style said at
 * that time is kept beside them, so that a change of it can be shown.
 */
import { parseField, toHtml, toPlain, toRuns, type Run } from '../csl';

export interface Hand {
	/** The words, with the markup that CSL fields may have: i, b, sup, sub. */
	text: string;
	/** What the style said when they were written, as plain text. */
	basis: string;
}

/** Words by hand from outside, made safe; null for anything else. */
export function cleanHand(raw: unknown): Hand | null {
	if (!raw || typeof raw !== 'object') return null;
	const { text, basis } = raw as Record<string, unknown>;
	return typeof text === 'string' && text.trim() ? { text, basis: typeof basis === 'string' ? basis : '' } : null;
}

export const handHtml = (h: Hand): string => toHtml(parseField(h.text));
export const handRuns = (h: Hand): Run[] => toRuns(parseField(h.text));
export const handText = (h: Hand): string => toPlain(parseField(h.text));
/** Whether the style says something else now than when the words were written. */
export const handIsOld = (h: Hand, now: string): boolean => h.basis !== now;

/** An entry as it stands in the list: in the person's words where there are any. */
export function entryInHand<E extends { id: string; html: string; text: string }>(e: E, hands: EntryHands): E {
	const hand = hands[e.id];
	if (!hand) return e;
	const said: E & { whole?: unknown } = { ...e, html: handHtml(hand), text: handText(hand) };
	// words by hand are the same behind any other entry
	delete said.whole;
	return said;
}

/** Words by hand of entries, by source. */
export type EntryHands = Record<string, Hand>;

export function cleanEntryHands(raw: unknown): EntryHands {
	const out: EntryHands = {};
	if (raw && typeof raw === 'object')
		for (const [id, h] of Object.entries(raw)) {
			const hand = cleanHand(h);
			if (hand) out[id] = hand;
		}
	return out;
}
