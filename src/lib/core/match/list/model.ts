/**
 * The trained model: weights of features and of neighbours among labels, packed, and the words of styles. Made by
 * `npm run references:train`.
 */
import { unzlibSync } from 'fflate';
import { ROWS, type Lexicon } from './features';
import { LABELS } from './labels';

/** As it is stored. */
export interface Packed {
	/** A zlib stream (RFC 1950) of `packWeights` in hexadecimal digits, which form no words by chance. */
	weights: string;
	/** [from][to] for labels, with the start behind them. */
	steps: number[][];
	lexicon: Record<string, string>;
	/** Weights of the kinds, by name of a feature (kind.ts). */
	kinds: Record<string, Record<string, number>>;
}

export interface Model {
	/** ROWS × LABELS. */
	weights: Int8Array;
	/** (LABELS + 1) × LABELS, the last row is the start. */
	steps: Int16Array;
	lexicon: Lexicon;
	kinds: Packed['kinds'];
}

const L = LABELS.length;

/** Bytes as text, for JSON. */
export const bytesToText = (bytes: Uint8Array): string =>
	Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');

export function unpack(p: Packed): Model {
	const bytes = unzlibSync(Uint8Array.from(p.weights.match(/../g) ?? [], (h) => parseInt(h, 16)));
	const weights = new Int8Array(ROWS * L);
	// row by row: how many rows to go on, a set of labels in three bytes, a weight for each
	let at = 0;
	let row = 0;
	while (at < bytes.length) {
		while (bytes[at] === 255) {
			row += 255;
			at++;
		}
		row += bytes[at++];
		const set = bytes[at] | (bytes[at + 1] << 8) | (bytes[at + 2] << 16);
		at += 3;
		for (let l = 0; l < L; l++) if (set & (1 << l)) weights[row * L + l] = (bytes[at++] << 24) >> 24;
	}
	return {
		weights,
		steps: Int16Array.from(p.steps.flat()),
		lexicon: new Map(Object.entries(p.lexicon)),
		kinds: p.kinds
	};
}

/** The bytes that `unpack` reads, before they are compressed. */
export function packWeights(weights: Int8Array): Uint8Array {
	const out: number[] = [];
	let last = 0;
	for (let r = 0; r < ROWS; r++) {
		let set = 0;
		for (let l = 0; l < L; l++) if (weights[r * L + l]) set |= 1 << l;
		if (!set) continue;
		let gap = r - last;
		last = r;
		for (; gap >= 255; gap -= 255) out.push(255);
		out.push(gap, set & 255, (set >> 8) & 255, set >> 16);
		for (let l = 0; l < L; l++) if (set & (1 << l)) out.push(weights[r * L + l] & 255);
	}
	return Uint8Array.from(out);
}
