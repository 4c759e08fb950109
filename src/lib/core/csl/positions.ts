/** Where in the sequence of citations a cite stands (CSL 1.0.2, "choose": position). */
import { Position, type Cite, type Cluster } from './types';

export interface CitePosition {
	position: Position;
	nearNote: boolean;
	/** Printed number of the note of the first citation of this source; 0 where that is in the text. */
	firstNote: number;
}

const sameLocator = (a: Cite, b: Cite) =>
	(a.locator?.value ?? '') === (b.locator?.value ?? '') &&
	((a.locator?.label || 'page') === (b.locator?.label || 'page') || !a.locator?.value);

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
	// the running text and the notes are two sequences; each remembers the citation before
	const text: Sequence = { note: 0, group: [], before: [], beforeNote: 0, latest: [] };
	const notes: Sequence = { note: -1, group: [], before: [], beforeNote: 0, latest: [] };
	let textClusters = 0;
	return clusters.map((cluster) => {
		const note = cluster.noteNumber ?? 0;
		const seq = note > 0 ? notes : text;
		const previous = note > 0 ? previousInNotes(seq, note) : seq.latest;
		if (note === 0) textClusters++;
		const here = note > 0 ? note : textClusters;
		const row = cluster.cites.map((cite, i): CitePosition => {
			const id = cite.sourceId;
			let position = Position.First;
			if (first.has(id)) {
				position = Position.Subsequent;
				const prior = i > 0 ? cluster.cites[i - 1] : previous.length === 1 ? previous[0] : null;
				if (prior && prior.sourceId === id) position = repeat(prior, cite);
			} else first.set(id, cluster.noteLabel ?? note);
			const lastAt = last.get(id);
			const nearNote = position > 0 && lastAt !== undefined && here - lastAt <= nearDistance;
			last.set(id, here);
			return { position, nearNote, firstNote: position > 0 ? (first.get(id) ?? 0) : 0 };
		});
		seq.latest = cluster.cites;
		seq.group = note > 0 && note === seq.note ? [...seq.group, ...cluster.cites] : cluster.cites;
		seq.note = note;
		return row;
	});
}

interface Sequence {
	/** Number of the note being read. */
	note: number;
	/** All cites of that note so far. */
	group: Cite[];
	/** All cites of the note before it, and its number. */
	before: Cite[];
	beforeNote: number;
	/** Cites of the citation before, in the same note or not. */
	latest: Cite[];
}

/** What an ibid may refer to: the citation before in the same note, else the whole note before. */
function previousInNotes(s: Sequence, note: number): Cite[] {
	if (note === s.note) return s.latest;
	if (s.note > 0) {
		s.before = s.group;
		s.beforeNote = s.note;
	}
	return s.beforeNote > 0 && note - s.beforeNote > 1 ? [] : s.before;
}
