/** Margin geometry and contents, without a page. */
import { attrValue, type CitationInfo, type NoteInfo, type Reading } from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';

export interface MarginItem {
	key: string;
	pos: number;
	/** Id of the citation or note it stands beside. */
	anchor: string;
	/** The note it shows. */
	note?: NoteInfo;
}

/** What a paragraph cites. */
export interface Slip extends MarginItem {
	citations: CitationInfo[];
}

export const isSlip = (item: MarginItem): item is Slip => 'citations' in item;

/** Whether a text has comments. */
export const hasComments = (doc: Node): boolean => Object.keys(attrValue(doc.attrs.comments) ?? {}).length > 0;

/** One slip per paragraph that cites; citations inside the writer's notes are shown there. */
export function slipsOf(reading: Reading): Slip[] {
	const slips: Slip[] = [];
	let lastBlock = -1;
	for (const c of reading.citations) {
		if (c.notePos >= 0) continue;
		if (c.block === lastBlock) slips[slips.length - 1].citations.push(c);
		else slips.push({ key: `s-${c.id}`, pos: c.pos, anchor: c.id, citations: [c] });
		lastBlock = c.block;
	}
	return slips;
}

/** The items between two positions, of a list in order. */
export function itemsBetween(items: MarginItem[], from: number, to: number): MarginItem[] {
	const first = (least: number) => {
		let [a, b] = [0, items.length];
		while (a < b) {
			const m = (a + b) >> 1;
			if (items[m].pos < least) a = m + 1;
			else b = m;
		}
		return a;
	};
	return items.slice(first(from), first(to + 1));
}

/** Pushes boxes down so that none overlaps the one before. */
export function stack(
	boxes: { key: string; wanted: number; height: number }[],
	gap = 14
): Map<string, { top: number; wanted: number }> {
	const out = new Map<string, { top: number; wanted: number }>();
	let free = -Infinity;
	for (const b of boxes) {
		const top = Math.max(b.wanted, free);
		out.set(b.key, { top, wanted: b.wanted });
		free = top + b.height + gap;
	}
	return out;
}
