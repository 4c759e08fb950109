/**
 * npm run bench -- match: how typed citations are found, in prose whose citations 40 styles printed, full of what looks
 * like citations and is none.
 */
import { findCitations } from '../src/lib/core/match/find';
import { loadModel, matchPaper } from '../src/lib/core/match';
import { Resolver } from '../src/lib/core/match/resolve';
import { corpus, library, plainProse, stylesOf, type Corpus } from './match-corpus';

interface Tally {
	gold: number;
	right: number;
	found: number;
	certain: number;
	certainRight: number;
	extra: number;
}
const none = (): Tally => ({ gold: 0, right: 0, found: 0, certain: 0, certainRight: 0, extra: 0 });

export async function measure(c: Corpus, show: (line: string) => void): Promise<Tally> {
	const { citations } = matchPaper(c.passages, c.list, c.sources, await loadModel());
	const t = none();
	const taken = new Set<number>();
	for (const g of c.gold) {
		t.gold++;
		const near = citations.flatMap((x, i) => (x.passage === g.passage && x.from < g.to && x.to > g.from ? [i] : []));
		for (const i of near) taken.add(i);
		const cites = near.flatMap((i) => citations[i].cites);
		const ids = cites.map((x) => x.sourceId);
		// a style may order the cites of a citation anew
		const right = g.cites.every((x) => ids.includes(x.id)) && ids.length === g.cites.length;
		if (near.length) t.found++;
		if (right) t.right++;
		for (const x of cites) {
			if (x.status !== 'certain') continue;
			t.certain++;
			if (g.cites.some((y) => y.id === x.sourceId)) t.certainRight++;
			else show(`CERTAIN and wrong [${c.style}] “${g.text}”: ${x.sourceId} for ${g.cites.map((y) => y.id).join(' ')}`);
		}
		if (!right)
			show(
				`${near.length ? 'wrong' : 'missed'} [${c.style}] “${g.text}” in “${c.passages[g.passage].text.slice(Math.max(0, g.from - 30), g.to + 15)}”: ${near.map((i) => `${citations[i].text} → ${citations[i].cites.map((y) => `${y.sourceId || 'none'} ${y.candidates[0]?.score ?? ''} ${y.candidates[0]?.why ?? ''}`).join(', ')}`).join(' | ')} for ${g.cites.map((y) => y.id).join(' ')}`
			);
	}
	citations.forEach((x, i) => {
		if (!taken.has(i)) {
			t.extra++;
			show(`extra [${c.style}] “${x.text}”`);
		}
	});
	return t;
}

const add = (a: Tally, b: Tally) => {
	for (const k of Object.keys(a) as (keyof Tally)[]) a[k] += b[k];
};
const percent = (a: number, b: number) => `${((a * 100) / (b || 1)).toFixed(2)} %`;

export async function benchMatch({ seed = 91, show = 0 } = {}): Promise<void> {
	const sources = library(400, seed);
	const model = await loadModel();
	const all = none();
	let shown = 0;
	const say = (line: string) => {
		if (shown++ < show) console.log(line);
	};
	const kinds: [string, number][] = [
		['author-date', 18],
		['numeric', 9],
		['note', 9],
		['author', 4]
	];
	for (const [kind, count] of kinds) {
		const sum = none();
		for (const [i, id] of stylesOf(kind, count, seed).entries()) {
			const c = corpus(id, 60, sources, seed + i, i % 2 === 0);
			if (c) add(sum, await measure(c, say));
		}
		add(all, sum);
		console.log(
			`${kind.padEnd(12)} ${sum.gold} citations: right source first ${percent(sum.right, sum.gold)}, found ${percent(sum.found, sum.gold)}, certain ones right ${percent(sum.certainRight, sum.certain)} of ${sum.certain}, extra ${sum.extra}`
		);
	}
	console.log(
		`${'together'.padEnd(12)} ${all.gold} citations: right source first ${percent(all.right, all.gold)} (asked: 90), certain ones right ${percent(all.certainRight, all.certain)} (asked: 99.5)`
	);
	const prose = plainProse(40_000, seed);
	const false_ = findCitations(prose, new Resolver(sources));
	for (const f of false_) say(`false: ${f.text}`);
	console.log(`false finds in 40,000 words without citations: ${false_.length} (asked: at most 8)`);
	// 120,000 words with 2,000 citations
	const parts = stylesOf('author-date', 34, seed + 1).flatMap(
		(id, i) => corpus(id, 60, sources, seed + 50 + i, false) ?? []
	);
	const passages = parts.flatMap((c) => c.passages);
	const words = () => passages.reduce((n, p) => n + p.text.split(' ').length, 0);
	const fill = plainProse(Math.max(0, 120_000 - words()), seed);
	passages.push(...fill);
	const from = performance.now();
	const m = matchPaper(passages, '', sources, model);
	console.log(
		`${words()} words with ${m.citations.length} citations in ${((performance.now() - from) / 1000).toFixed(2)} s (asked: at most 5)`
	);
}
