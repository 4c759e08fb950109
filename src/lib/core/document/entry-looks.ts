/** How entries of lists of sources look, as styles of a word-processor file: one for each look, to be changed at one place. */
import type { FinalBlock } from './final';

type List = Extract<FinalBlock, { t: 'bibliography' }>;

/** Lengths in inches. */
export interface EntryLook {
	left: number;
	/** First line against the others. */
	first: number;
	lines: number;
	/** Points. */
	after: number;
	/** Numbers stand in a column of their own, with a tab behind them. */
	tab: boolean;
	font: '' | 'serif' | 'sans';
}

/** Half an inch: the column of numbers, and what stands below an entry. */
export const HALF = 0.5;

function lookOf({ look, aligned }: List): EntryLook {
	const left = aligned ? HALF : look.hanging;
	const { lines, after, font } = look;
	return { left, first: look.firstLine - left, lines, after, tab: aligned, font };
}

/** The looks of a file's lists, each once, in order. */
export class EntryLooks {
	readonly all: EntryLook[] = [];
	private readonly places = new Map<string, number>();

	constructor(blocks: readonly FinalBlock[]) {
		for (const b of blocks) {
			if (b.t !== 'bibliography') continue;
			const look = lookOf(b);
			const key = JSON.stringify(look);
			if (!this.places.has(key)) this.places.set(key, this.all.push(look));
		}
	}

	/** The place of a list's look among them, from 1. */
	of(list: List): number {
		return this.places.get(JSON.stringify(lookOf(list))) ?? 1;
	}
}
