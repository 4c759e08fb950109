/** What is live in a file of ours, told by the tags of what holds it. */
import { isObject } from '../../guards';
import { newId, type Inline, type Paper } from '../../paper';
import type { ReadPaper } from './types';
import { readLive, TAGS, type LiveCitation, type LiveFile } from '../live-data';

/** A citation of a live file as it stands in the text. */
export type LiveHere = LiveCitation & { id: string };

const squeezed = (s: string): string => s.replace(/\s+/g, ' ').trim();

export class LiveText {
	/** Citations that have been read: a copy of one is one of its own. */
	private readonly seen = new Set<string>();

	constructor(readonly file: LiveFile) {}

	/** @returns null where the data cannot be read, which `loses` is told */
	static read(json: string, loses: (what: string) => void): LiveText | null {
		const live = readLive(json);
		if (!live) loses('what makes the file live: that part is broken, or of a newer version; citations are words');
		return live && new LiveText(live);
	}

	/** Whether something with this tag is a citation. */
	has(tag: string): boolean {
		return tag.startsWith(TAGS.citation) && Object.hasOwn(this.file.citations, tag.slice(TAGS.citation.length));
	}

	/** The citation of a tag; null for other tags. */
	citation(tag: string): LiveHere | null {
		if (!this.has(tag)) return null;
		const id = tag.slice(TAGS.citation.length);
		const own = this.seen.has(id) ? newId() : id;
		this.seen.add(id);
		return { id: own, ...this.file.citations[id] };
	}

	/** Citations that no name in the text has spoken of, in the order in which they were written. */
	unseen(): LiveHere[] {
		return Object.entries(this.file.citations).flatMap(([id, c]) => (this.seen.has(id) ? [] : [{ id, ...c }]));
	}

	/** Sources that are listed without being cited. */
	listed(): string[] {
		const { settings } = this.file.own;
		const list = isObject(settings) && Array.isArray(settings.uncited) ? (settings.uncited as unknown[]) : [];
		return list.flatMap((u) => (isObject(u) && typeof u.id === 'string' ? [u.id] : []));
	}
}

/**
 * A citation of a live file; other words than it printed stay, as words by hand.
 * @param words as they stand in the file now
 */
export function liveInline({ id, printed, ...c }: LiveHere, words: string, loses: (what: string) => void): Inline {
	const now = squeezed(words);
	if (printed === null) return { t: 'citation', id, cites: c.cites, override: c.override, moved: c.moved, marks: [] };
	// words in front of a note and those in it stand apart in the text, and together in what was printed
	const changed = now.replace(/\s/g, '') !== printed.replace(/\s/g, '');
	if (changed) loses('the formatting of a citation that was edited: its words are kept');
	return {
		t: 'citation',
		id,
		cites: c.cites,
		override:
			changed && now ? { text: now.replace(/[<&]/g, (s) => (s === '<' ? '‹' : '&')), basis: printed } : c.override,
		moved: c.moved,
		marks: []
	};
}

/** What a paper takes over from what is live in its file. */
export function takeLive(live: LiveText | null, paper: Paper): void {
	if (!live) return;
	paper.sources = [...live.file.sources, ...paper.sources];
	paper.own = live.file.own;
	paper.lang = live.file.lang || paper.lang;
}

/** What a reader says of its file, live or not. @param named names in the file, where nothing is live */
export const liveAnswer = (
	live: LiveText | null,
	named: () => string[]
): Pick<ReadPaper, 'uncited' | 'live' | 'styleFile' | 'named' | 'from'> => ({
	from: live ? { manuscript: live.file.manuscript, sent: live.file.sent ?? '' } : undefined,
	uncited: live?.listed() ?? [],
	live: live !== null,
	styleFile: live?.file.styleFile,
	named: live ? [] : named()
});

/** What is said of a file that has lost its data and is live by the names in it. */
export const BY_NAMES =
	'what made the file live was taken out by another program: its citations are live again by their names; what somebody typed into them is not kept';

/** The citations that names speak of. */
export const namedIn = (names: readonly string[]): string[] => [
	...new Set(names.flatMap((n) => (n.startsWith(TAGS.citation) ? [n.slice(TAGS.citation.length)] : [])))
];
