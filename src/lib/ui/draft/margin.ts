/** Margin geometry and contents, without a page. */
import { attrValue, type Reading, type CitationInfo } from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';

export interface MarginItem {
	key: string;
	pos: number;
	/** Id of the citation or note it stands beside. */
	anchor: string;
}

export interface Slip {
	pos: number;
	ids: string[];
	citations: CitationInfo[];
}

/** Whether a text has comments. */
export const hasComments = (doc: Node): boolean => Object.keys(attrValue(doc.attrs.comments) ?? {}).length > 0;

/** One slip per paragraph that cites; citations inside the writer's notes are shown there. */
export function slipsOf(reading: Reading): Slip[] {
	const slips: Slip[] = [];
	let lastBlock = -1;
	for (const c of reading.citations) {
		if (c.notePos >= 0) continue;
		if (c.block === lastBlock) {
			const s = slips[slips.length - 1];
			s.ids.push(c.id);
			s.citations.push(c);
		} else slips.push({ pos: c.pos, ids: [c.id], citations: [c] });
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
