/** Two rows of things laid side by side in order: what is the same, what became what, what is new and what is gone. */
import { diffArrays } from 'diff';

/** A stretch of `a` that became a stretch of `b`; ends are behind the last. */
export interface Hunk {
	a: [number, number];
	b: [number, number];
}

/** Where two rows of keys differ; what stands between hunks is the same in both. */
export function hunksOf(a: readonly string[], b: readonly string[]): Hunk[] {
	const out: Hunk[] = [];
	let [x, y] = [0, 0];
	let open: Hunk | null = null;
	for (const c of diffArrays(a as string[], b as string[])) {
		const n = c.value.length;
		if (!c.added && !c.removed) {
			x += n;
			y += n;
			open = null;
			continue;
		}
		if (!open) out.push((open = { a: [x, x], b: [y, y] }));
		if (c.removed) open.a[1] = x += n;
		else open.b[1] = y += n;
	}
	return out;
}

/** How alike two bags of words are, 0 to 1 (Dice’s coefficient over words as often as they stand there). */
export function likeness(a: readonly string[], b: readonly string[]): number {
	if (!a.length && !b.length) return 1;
	const count = new Map<string, number>();
	for (const w of a) count.set(w, (count.get(w) ?? 0) + 1);
	let both = 0;
	for (const w of b) {
		const n = count.get(w) ?? 0;
		if (n) {
			both++;
			count.set(w, n - 1);
		}
	}
	return (2 * both) / (a.length + b.length);
}

export interface Thing {
	/** Two things with the same key are the same. */
	key: string;
	/** Of a type that can become another of that type; empty for what is only ever replaced. */
	type: string;
	words: string[];
}

/** Below it two blocks are no longer one that was rewritten. */
const ALIKE = 0.34;
/** In a gap larger than this nothing is paired by likeness but in order. */
const MOST = 40_000;

/** Pairs [index in a, index in b], growing in both. What is in no pair is gone or new. */
export function pairsOf(a: readonly Thing[], b: readonly Thing[]): [number, number][] {
	const out: [number, number][] = [];
	let [x, y] = [0, 0];
	const same = (until: number) => {
		while (x < until) out.push([x++, y++]);
	};
	for (const h of hunksOf(
		a.map((t) => t.key),
		b.map((t) => t.key)
	)) {
		same(h.a[0]);
		out.push(...pairsInGap(a, b, h));
		[x, y] = [h.a[1], h.b[1]];
	}
	same(a.length);
	return out;
}

/** The pairs of a gap with the greatest likeness together (dynamic programming, as for longest common subsequences). */
function pairsInGap(a: readonly Thing[], b: readonly Thing[], gap: Hunk): [number, number][] {
	const [n, m] = [gap.a[1] - gap.a[0], gap.b[1] - gap.b[0]];
	if (!n || !m) return [];
	const alike = (i: number, j: number): number => {
		const [s, t] = [a[gap.a[0] + i], b[gap.b[0] + j]];
		if (s.type !== t.type || !s.type) return 0;
		// the only one of its kind on both sides is it, whatever became of its words
		if (n === 1 && m === 1) return 1;
		const l = likeness(s.words, t.words);
		return l >= ALIKE ? l : 0;
	};
	if (n * m > MOST) {
		const out: [number, number][] = [];
		for (let i = 0; i < Math.min(n, m); i++) if (alike(i, i)) out.push([gap.a[0] + i, gap.b[0] + i]);
		return out;
	}
	const weight = Array.from({ length: n }, (_, i) => Array.from({ length: m }, (_, j) => alike(i, j)));
	const best = Array.from({ length: n + 1 }, () => new Float64Array(m + 1));
	for (let i = n - 1; i >= 0; i--)
		for (let j = m - 1; j >= 0; j--)
			best[i][j] = Math.max(best[i + 1][j], best[i][j + 1], weight[i][j] ? best[i + 1][j + 1] + weight[i][j] : 0);
	const out: [number, number][] = [];
	for (let i = 0, j = 0; i < n && j < m;) {
		if (weight[i][j] && best[i][j] === best[i + 1][j + 1] + weight[i][j]) out.push([gap.a[0] + i++, gap.b[0] + j++]);
		else if (best[i][j] === best[i + 1][j]) i++;
		else j++;
	}
	return out;
}
