/** Margin geometry and contents, without a page. */
import type { Node } from 'prosemirror-model';
import type { Reading, CitationInfo } from '$lib/core/manuscript';

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

/** One slip per paragraph that cites; citations inside the writer's notes are shown there. */
export function slipsOf(doc: Node, reading: Reading): Slip[] {
	const slips: Slip[] = [];
	let lastBlock = -1;
	for (const c of reading.citations) {
		if (c.notePos >= 0 || c.pos >= doc.content.size) continue;
		const block = doc.resolve(c.pos).start();
		if (block === lastBlock) {
			const s = slips[slips.length - 1];
			s.ids.push(c.id);
			s.citations.push(c);
		} else slips.push({ pos: c.pos, ids: [c.id], citations: [c] });
		lastBlock = block;
	}
	return slips;
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
