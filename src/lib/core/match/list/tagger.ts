/**
 * The best sequence of labels for a reference (Viterbi 1967; linear-chain models of sequences: Lafferty, McCallum and
 * Pereira 2001, trained as an averaged perceptron: Collins 2002).
 */
import { featuresOf } from './features';
import { LABELS, type Label } from './labels';
import type { Model } from './model';
import type { Token } from './tokens';

const L = LABELS.length;

export interface Tagged {
	labels: Label[];
	/** How far each label is ahead of the next best where its neighbours stay, 0 to 1. */
	sure: number[];
}

/** Scores of labels for each token, by weights in whatever table. */
export function emissions(rows: Int32Array[], weights: ArrayLike<number>, out: Float64Array): void {
	out.fill(0);
	for (let i = 0; i < rows.length; i++) {
		const r = rows[i];
		const o = i * L;
		for (let k = 0; k < r.length; k++) {
			const w = r[k] * L;
			for (let l = 0; l < L; l++) out[o + l] += weights[w + l];
		}
	}
}

/** The best path through scores of tokens and of neighbours. */
export function bestPath(n: number, scores: Float64Array, steps: ArrayLike<number>): Uint8Array {
	const path = new Uint8Array(n);
	if (!n) return path;
	const back = new Uint8Array(n * L);
	let before = new Float64Array(L);
	let now = new Float64Array(L);
	for (let l = 0; l < L; l++) before[l] = scores[l] + steps[L * L + l];
	for (let i = 1; i < n; i++) {
		for (let l = 0; l < L; l++) {
			let best = -Infinity;
			let from = 0;
			for (let p = 0; p < L; p++) {
				const s = before[p] + steps[p * L + l];
				if (s > best) {
					best = s;
					from = p;
				}
			}
			now[l] = best + scores[i * L + l];
			back[i * L + l] = from;
		}
		[before, now] = [now, before];
	}
	let at = 0;
	for (let l = 1; l < L; l++) if (before[l] > before[at]) at = l;
	for (let i = n - 1; i >= 0; i--) {
		path[i] = at;
		at = back[i * L + at];
	}
	return path;
}

/** Scores a perceptron has are no chances; this far ahead is as good as certain (found on strings kept from training). */
const SURE = 300;

export function tag(tokens: Token[], model: Model): Tagged {
	const rows = featuresOf(tokens, model.lexicon);
	const scores = new Float64Array(tokens.length * L);
	emissions(rows, model.weights, scores);
	const path = bestPath(tokens.length, scores, model.steps);
	const sure = tokens.map((_, i) => {
		let next = -Infinity;
		const of = (l: number) =>
			scores[i * L + l] +
			model.steps[(i ? path[i - 1] : L) * L + l] +
			(i + 1 < path.length ? model.steps[l * L + path[i + 1]] : 0);
		for (let l = 0; l < L; l++) if (l !== path[i]) next = Math.max(next, of(l));
		return Math.min(1, Math.max(0, (of(path[i]) - next) / SURE));
	});
	return { labels: [...path].map((l) => LABELS[l]), sure };
}
