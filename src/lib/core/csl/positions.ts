/** Where in the sequence of citations a cite stands (CSL 1.0.2, "choose": position). */
import { Position, type Cite, type Cluster } from './types';

export interface CitePosition {
	position: Position;
	nearNote: boolean;
	/** Number of the note of the first citation of this source; 0 where that is in the text. */
	firstNote: number;
}

const sameLocator = (a: Cite, b: Cite) =>
	(a.locator?.value ?? '') === (b.locator?.value ?? '') && ((a.locator?.label || 'page') === (b.locator?.label || 'page') || !a.locator?.value);

/** The ibid rule: what an immediate repetition is, given both locators. */
function repeat(before: Cite, now: Cite): Position {
	const had = Boolean(before.locator?.value);
	const has = Boolean(now.locator?.value);
	if (had && !has) return Position.Subsequent;
	if (!has) return Position.Ibid;
	if (had && sameLocator(before, now)) return Position.Ibid;
	return Position.IbidWithLocator;
}

/**
 * Positions of every cite, in document order. A repetition counts as immediate within a citation, or when the
 * citation before consists of that source alone; across notes the whole note before must, and no other note may
 * stand between.
 */
export function findPositions(clusters: Cluster[], nearDistance: number): CitePosition[][] {
	const first = new Map<string, number>();
	const last = new Map<string, number>();
	const out: CitePosition[][] = [];
	/** Cites of the note (or text citation) before the one being looked at. */
	let groupNote = -1;
	let group: Cite[] = [];
	let before: Cite[] = [];
	let beforeNote = 0;
	/** Cites of the citation before, in the same note or not. */
	let latest: Cite[] = [];
	let textClusters = 0;
	for (const cluster of clusters) {
		const note = cluster.noteNumber ?? 0;
		const sameNote = note > 0 && note === groupNote;
		let previous: Cite[];
		if (sameNote) previous = latest;
		else {
			if (groupNote >= 0) {
				before = group;
				beforeNote = groupNote;
			}
			previous = note > 0 && beforeNote > 0 && note - beforeNote > 1 ? [] : before;
			group = [];
			groupNote = note;
		}
		if (note === 0) textClusters++;
		const row: CitePosition[] = [];
		cluster.cites.forEach((cite, i) => {
			const id = cite.sourceId;
			let position = Position.First;
			if (first.has(id)) {
				position = Position.Subsequent;
				const prior = i > 0 ? cluster.cites[i - 1] : previous.length === 1 ? previous[0] : null;
				if (prior && prior.sourceId === id) position = repeat(prior, cite);
			}
			const here = note > 0 ? note : textClusters;
			const lastAt = last.get(id);
			const nearNote = position > 0 && lastAt !== undefined && here - lastAt <= nearDistance;
			if (!first.has(id)) first.set(id, note);
			row.push({ position, nearNote, firstNote: position > 0 ? (first.get(id) ?? 0) : 0 });
			last.set(id, here);
		});
		out.push(row);
		latest = cluster.cites;
		group = sameNote ? [...group, ...cluster.cites] : cluster.cites;
	}
	return out;
}
