/**
 * npm run references:train [-- --quick]: trains the reader of reference lists on what styles print for invented items, and
 * writes its weights. Averaged structured perceptron (Collins 2002). The same seeds give the same weights.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync, zlibSync } from 'fflate';
import { random } from '../../bench/corpus';
import { featuresOf, ROWS } from '../../src/lib/core/match/list/features';
import { LABELS } from '../../src/lib/core/match/list/labels';
import { bytesToText, packWeights, type Packed } from '../../src/lib/core/match/list/model';
import { bestPath, emissions } from '../../src/lib/core/match/list/tagger';
import { root } from '../catalogue';
import { trainKinds } from './kinds';
import { buildLexicon } from './lexicon';
import { examples, stylesInOrder, typesetExamples, withNoise, type Example } from './strings';

const quick = process.argv.includes('--quick');
const L = LABELS.length;
const words = buildLexicon();
const lexicon = new Map(Object.entries(words));
const STYLES = quick ? 60 : 1500;
const EACH = quick ? 15 : 17;
const ROUNDS = quick ? 3 : 7;

const started = Date.now();
const said = (s: string) => console.error(`${((Date.now() - started) / 1000).toFixed(0)} s: ${s}`);
const r = random(11);
const styles = stylesInOrder().slice(100, 100 + STYLES);
const made: Example[] = [
	...examples(styles, EACH, 1_000_000, lexicon),
	...typesetExamples(Math.round(STYLES * EACH * 0.2), 7, lexicon)
];
const all = made
	.map((e) => (r() < 0.55 ? withNoise(e, r, lexicon) : e))
	.filter((e) => e.tokens.length > 4 && e.tokens.length < 400);
said(`${all.length} strings, ${all.reduce((n, e) => n + e.tokens.length, 0)} tokens`);

const data = all.map((e) => ({
	rows: featuresOf(e.tokens, lexicon),
	gold: Uint8Array.from(e.labels.map((l) => LABELS.indexOf(l)))
}));
said('features');

// averaged by the trick of totals: total = sum of change × (moment of the change)
const w = new Float64Array(ROWS * L);
const wt = new Float64Array(ROWS * L);
const s = new Float64Array((L + 1) * L);
const st = new Float64Array((L + 1) * L);
let now = 1;
const scores = new Float64Array(512 * L);
for (let round = 0; round < ROUNDS; round++) {
	for (let i = data.length - 1; i > 0; i--) {
		const j = Math.floor(r() * (i + 1));
		[data[i], data[j]] = [data[j], data[i]];
	}
	let wrong = 0;
	let tokens = 0;
	for (const { rows, gold } of data) {
		const n = gold.length;
		emissions(rows, w, scores);
		// a margin: what is right must be ahead, not only first
		for (let i = 0; i < n; i++) for (let l = 0; l < L; l++) if (l !== gold[i]) scores[i * L + l] += 2;
		const path = bestPath(n, scores, s);
		for (let i = 0; i < n; i++) {
			const g = gold[i];
			const p = path[i];
			const before = i ? gold[i - 1] : L;
			const beforeP = i ? path[i - 1] : L;
			if (g !== p) {
				wrong++;
				const row = rows[i];
				for (let k = 0; k < row.length; k++) {
					const at = row[k] * L;
					w[at + g] += 1;
					wt[at + g] += now;
					w[at + p] -= 1;
					wt[at + p] -= now;
				}
			}
			if (g !== p || before !== beforeP) {
				s[before * L + g] += 1;
				st[before * L + g] += now;
				s[beforeP * L + p] -= 1;
				st[beforeP * L + p] -= now;
			}
		}
		tokens += n;
		now++;
	}
	said(`round ${round + 1}: ${((wrong * 100) / tokens).toFixed(2)} % of tokens behind their margin`);
}
for (let i = 0; i < w.length; i++) w[i] -= wt[i] / now;
for (let i = 0; i < s.length; i++) s[i] -= st[i] / now;

// whole numbers of one byte; what is nearly nothing is left out
const SCALE = 4;
const weights = new Int8Array(ROWS * L);
let kept = 0;
for (let i = 0; i < w.length; i++) {
	const v = Math.max(-127, Math.min(127, Math.round(w[i] * SCALE)));
	if (Math.abs(v) >= (quick ? 1 : 5)) {
		weights[i] = v;
		kept++;
	}
}
const steps = Array.from({ length: L + 1 }, (_, a) =>
	Array.from({ length: L }, (_, b) => Math.round(s[a * L + b] * SCALE))
);
const kinds = trainKinds(made, lexicon);
const packed: Packed = {
	weights: bytesToText(zlibSync(packWeights(weights), { level: 9 })),
	steps,
	lexicon: words,
	kinds
};
const text = JSON.stringify(packed);
writeFileSync(join(root, 'src/lib/core/match/list/model.json'), `${text}\n`);
said(`${kept} weights, ${(gzipSync(Buffer.from(text), { level: 9 }).length / 1000).toFixed(0)} kB gzipped`);
