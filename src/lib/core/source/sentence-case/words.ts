/**
 * The words that sentence case goes by: a list that ships (words.json, made from SCOWL by scripts/proper-nouns.mjs) with
 * the words of reviewed.ts, and what a library itself knows.
 */
import { plainLetters } from './common';
import { byFirstWord } from './phrases';
import { GIVEN, NAMES, PHRASES } from './reviewed';

export interface ShippedWords {
	/** Proper nouns and their derivatives, lower case → as written: bayesian → Bayesian. */
	proper: ReadonlyMap<string, string>;
	/** Given names, lower case. */
	given: ReadonlySet<string>;
	/** Short common words: an author called so makes no name of them. */
	common: ReadonlySet<string>;
	/** Names of several words by their first, lower case; the longest first. */
	phrases: ReadonlyMap<string, readonly string[][]>;
}

interface WordFile {
	proper: string;
	given: string;
	common: string;
}

function made(file: WordFile): ShippedWords {
	const proper = new Map<string, string>();
	for (const w of [...file.proper.split(' '), ...NAMES]) {
		proper.set(w.toLowerCase(), w);
		// Cramér is often typed Cramer
		proper.set(plainLetters(w.toLowerCase()), w);
	}
	return {
		proper,
		given: new Set(`${file.given} ${GIVEN.join(' ')}`.toLowerCase().split(' ')),
		common: new Set(file.common.split(' ')),
		phrases: byFirstWord(PHRASES)
	};
}

let loading: Promise<ShippedWords> | null = null;

/** The words that ship, loaded once: they are some 200 kB, and most pages never need them. */
export function loadWords(): Promise<ShippedWords> {
	loading ??= import('./words.json').then(
		(m) => made(m.default),
		(e: unknown) => {
			// the next who asks tries again
			loading = null;
			throw e;
		}
	);
	return loading;
}
