/** Trains what kinds of source are told by (averaged perceptron). */
import { random } from '../../bench/corpus';
import type { Lexicon } from '../../src/lib/core/match/list/features';
import { kindFeatures } from '../../src/lib/core/match/list/kind';
import { KINDS_MADE } from './items';
import type { Example } from './strings';

export function trainKinds(made: Example[], lexicon: Lexicon): Record<string, Record<string, number>> {
	// kinds that few references are of are told only by saying so
	const told = made.filter(
		(e) =>
			!/^(?:software|post-weblog|article)$/.test(e.item.type) ||
			e.labels.includes('genre') ||
			(e.item.type === 'article' && (e.labels.includes('publisher') || e.tokens.some((t) => t.kind === 'arxiv')))
	);
	const data = told.map((e) => ({ gold: e.item.type, features: kindFeatures(e.tokens, e.labels, lexicon) }));
	const w = new Map<string, Record<string, number>>();
	const total = new Map<string, Record<string, number>>();
	const r = random(3);
	let now = 1;
	const change = (f: string, k: string, by: number) => {
		for (const [m, v] of [
			[w, by],
			[total, by * now]
		] as const) {
			const row = m.get(f) ?? {};
			row[k] = (row[k] ?? 0) + v;
			m.set(f, row);
		}
	};
	for (let round = 0; round < 12; round++) {
		for (let i = data.length - 1; i > 0; i--) {
			const j = Math.floor(r() * (i + 1));
			[data[i], data[j]] = [data[j], data[i]];
		}
		for (const { gold, features } of data) {
			let best = '';
			let most = -Infinity;
			for (const k of KINDS_MADE) {
				let score = k === gold ? -1 : 0;
				for (const f of features) score += w.get(f)?.[k] ?? 0;
				if (score > most) {
					most = score;
					best = k;
				}
			}
			if (best !== gold)
				for (const f of features) {
					change(f, gold, 1);
					change(f, best, -1);
				}
			now++;
		}
	}
	const out: Record<string, Record<string, number>> = {};
	for (const [f, row] of w) {
		const kept: Record<string, number> = {};
		for (const [k, v] of Object.entries(row)) {
			const n = Math.round((v - (total.get(f)?.[k] ?? 0) / now) * 10);
			if (Math.abs(n) >= 4) kept[k] = n;
		}
		if (Object.keys(kept).length) out[f] = kept;
	}
	return out;
}
