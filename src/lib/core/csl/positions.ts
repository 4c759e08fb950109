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
 * Positions of every cite, in document order and, within a citation, in the order in which it prints its cites: what is
 * printed is what a reader's "ibid." refers to. A repetition counts as immediate within a citation, or when the
 * citation before consists of that source alone; across notes the whole note before must, and no other note may
 * stand between.
 * @param printed indices of the cites of a citation in the order in which they are printed; null for as they are given
 * @returns for each citation the positions of its cites as they are given
 */
export function findPositions(
	clusters: Cluster[],
	nearDistance: number,
	printed: (c: Cluster) => readonly number[] | null = () => null
): CitePosition[][] {
	/** Of each source the note of its first citation: which one it is, and the number it prints (numbers can begin anew). */
	const first = new Map<string, { note: number; label: number }>();
	const last = new Map<string, number>();
	// the running text and the notes are two sequences; each remembers the citation before
	const text: Sequence = { note: 0, group: [], before: [], beforeNote: 0, latest: [] };
	const notes: Sequence = { note: -1, group: [], before: [], beforeNote: 0, latest: [] };
	let textClusters = 0;
	return clusters.map((cluster) => {
		if (cluster.forgets) {
			for (const s of [text, notes])
				Object.assign(s, { group: [], before: [], beforeNote: 0, latest: [], note: s === text ? 0 : -1 });
			if (cluster.forgets === 'all') {
				first.clear();
				last.clear();
			}
		}
		const note = cluster.noteNumber ?? 0;
		const seq = note > 0 ? notes : text;
		const previous = note > 0 ? previousInNotes(seq, note) : seq.latest;
		if (note === 0) textClusters++;
		const here = note > 0 ? note : textClusters;
		const label = cluster.noteLabel ?? note;
		const order = printed(cluster);
		const cites = order ? order.map((i) => cluster.cites[i]) : cluster.cites;
		const row: CitePosition[] = [];
		cites.forEach((cite, i) => {
			const id = cite.sourceId;
			let position = Position.First;
			if (first.has(id)) {
				position = Position.Subsequent;
				const prior = i > 0 ? cites[i - 1] : previous.length === 1 ? previous[0] : null;
				if (prior && prior.sourceId === id) position = repeat(prior, cite);
			} else first.set(id, { note, label });
			const lastAt = last.get(id);
			const nearNote = position > 0 && lastAt !== undefined && here - lastAt <= nearDistance;
			last.set(id, here);
			const firstIn = first.get(id)!;
			// a note does not send its reader to itself
			const firstNote = position > 0 && !(note > 0 && firstIn.note === note) ? firstIn.label : 0;
			row[order ? order[i] : i] = { position, nearNote, firstNote };
		});
		seq.latest = cites;
		seq.group = note > 0 && note === seq.note ? [...seq.group, ...cites] : cites;
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
