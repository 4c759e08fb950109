/**
 * Formatting cold and after an edit, beside the reference library in the same run and on the same input; the same code
 * in Node and in a browser's worker. Machines are noisy: what counts is the ratio.
 */
import { compileStyle, createProcessor, toHtml, type Cluster, type Item, type Processor } from '../src/lib/core/csl';
import { localeTree, styleTree } from '../scripts/catalogue';
import { createReference, toReference } from '../scripts/reference';
import { makeClusters, makeItems } from './corpus';
import STYLES from './styles.json';

export interface BenchOptions {
	/** A quick look: fewer sources and citations. */
	small: boolean;
	/** Without the reference library. */
	alone: boolean;
	log(line: string): void;
	/** Collects garbage, where that can be asked for. */
	gc?(): void;
}

const ms = (f: () => void): number => {
	const begun = performance.now();
	f();
	return performance.now() - begun;
};
/** Runs something until three seconds have gone by. */
const warm = (f: () => void): void => {
	const begun = performance.now();
	do f();
	while (performance.now() - begun < 3000);
};
const quantile = (list: number[], q: number) =>
	[...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * q))];

interface Setup {
	processor: Processor;
	clusters: Cluster[];
	items: Map<string, Item>;
}

/** The four edits a person makes, each a fresh input list. */
const EDITS: { name: string; run(s: Setup, n: number): void }[] = [
	{
		name: 'locator changed in the middle',
		run(s, n) {
			const at = Math.floor(s.clusters.length / 2) + n;
			s.clusters = s.clusters.map((c, i) =>
				i === at ? { ...c, cites: c.cites.map((x) => ({ ...x, locator: { label: 'page', value: String(n + 1) } })) } : c
			);
		}
	},
	{
		name: 'citation of a new source near the front',
		run(s, n) {
			const id = `new-${n}`;
			s.items.set(id, {
				id,
				type: 'book',
				title: `A new book ${n}`,
				author: [{ family: `Newcome${n}`, given: 'Ada' }],
				issued: { 'date-parts': [[2020]] }
			});
			s.clusters = [...s.clusters.slice(0, 5), { id: `x${n}`, cites: [{ sourceId: id }] }, ...s.clusters.slice(5)];
		}
	},
	{
		name: 'paragraph with three citations moved',
		run(s, n) {
			const moved = s.clusters.slice(40 + n, 43 + n);
			const rest = s.clusters.filter((c) => !moved.includes(c));
			s.clusters = [...rest.slice(0, rest.length - 100), ...moved, ...rest.slice(rest.length - 100)];
		}
	},
	{
		name: 'a source’s author corrected',
		run(s, n) {
			const id = [...s.items.keys()][100 + n];
			s.items.set(id, { ...s.items.get(id)!, author: [{ family: `Corrected${n}`, given: 'Ida' }] });
		}
	}
];

const renumber = (list: Cluster[], notes: boolean): Cluster[] =>
	notes ? list.map((c, i) => (c.noteNumber === i + 1 ? c : { ...c, noteNumber: i + 1 })) : list;

/** How long the complete answer takes after each of a row of edits. */
function timesOf(e: (typeof EDITS)[number], s: Setup, notes: boolean, count: number): number[] {
	const times: number[] = [];
	for (let n = 0; n < count; n++) {
		e.run(s, n);
		s.clusters = renumber(s.clusters, notes);
		times.push(ms(() => void s.processor.format({ clusters: s.clusters })));
	}
	return times;
}

/** Runs everything and prints it line by line. */
export function runBench({ small, alone, log, gc }: BenchOptions): void {
	const SOURCES = small ? 200 : 1000;
	const CLUSTERS = small ? 300 : 2000;
	log(`${SOURCES} sources, ${CLUSTERS} clusters\n`);
	const ratios: number[] = [];
	for (const [id, name] of STYLES) {
		const tree = styleTree(id)!;
		const notes = tree.attrs.class === 'note';
		const items = makeItems(SOURCES);
		const clusters = renumber(makeClusters([...items.keys()], CLUSTERS), notes);
		let style = compileStyle(tree, { locales: localeTree });
		const compile = ms(() => (style = compileStyle(tree, { locales: localeTree })));
		// the engines' code is warm, as on an open page; what is formatted is new to them
		const otherItems = makeItems(SOURCES, 23);
		const otherClusters = renumber(makeClusters([...otherItems.keys()], CLUSTERS, 29), notes);
		warm(() => void createProcessor({ style, getItem: (x) => otherItems.get(x) }).format({ clusters: otherClusters }));
		gc?.();
		const processor = createProcessor({ style, getItem: (x) => items.get(x) });
		let size = 0;
		const whole = (p: Processor, list: Cluster[]) => {
			const r = p.format({ clusters: list });
			size = 0;
			for (const c of r.clusters) size += toHtml(c.output).length;
			for (const e of r.bibliography ?? []) size += toHtml(e.output).length;
		};
		// sources that nobody has seen, three times, as one collection of garbage more or less decides a single run
		const colds = [31, 37].map((seed) => {
			const unseen = makeItems(SOURCES, seed);
			const list = renumber(makeClusters([...unseen.keys()], CLUSTERS), notes);
			const p = createProcessor({ style, getItem: (x) => unseen.get(x) });
			gc?.();
			return ms(() => whole(p, list));
		});
		gc?.();
		colds.push(ms(() => whole(processor, clusters)));
		const cold = quantile(colds, 0.5);
		let reference = NaN;
		let referenceEdit = NaN;
		if (!alone) {
			warm(() => void createReference(tree, otherItems).format(otherClusters.slice(0, 100)));
			gc?.();
			const engine = createReference(tree, items);
			reference = ms(() => void engine.format(clusters));
			const all = toReference(clusters);
			const at = Math.floor(all.length / 2);
			referenceEdit = ms(() => {
				const c = all[at];
				c.citationItems[0] = { ...c.citationItems[0], locator: '77', label: 'page' } as (typeof c.citationItems)[0];
				engine.engine.processCitationCluster(
					c,
					all.slice(0, at).map((x) => [x.citationID, x.properties.noteIndex]),
					all.slice(at + 1).map((x) => [x.citationID, x.properties.noteIndex])
				);
				engine.engine.makeBibliography();
			});
		}
		log(`${name}: compile ${compile.toFixed(1)} ms`);
		log(
			`  cold   ${cold.toFixed(0).padStart(6)} ms   reference ${reference.toFixed(0).padStart(6)} ms   ${(reference / cold).toFixed(0)} times faster   (${(size / 1024).toFixed(0)} kB of HTML)`
		);
		ratios.push(reference / cold);
		// the edits are warm too, on a processor of their own
		const other: Setup = {
			processor: createProcessor({ style, getItem: (x) => otherItems.get(x) }),
			clusters: otherClusters,
			items: otherItems
		};
		other.processor.format({ clusters: other.clusters });
		for (const e of EDITS) timesOf(e, other, notes, 20);
		const setup: Setup = { processor, clusters, items };
		for (const e of EDITS) {
			gc?.();
			const times = timesOf(e, setup, notes, 100);
			const beside = e.name.startsWith('locator') ? `   reference ${referenceEdit.toFixed(0)} ms` : '';
			log(
				`  ${e.name.padEnd(42)} median ${quantile(times, 0.5).toFixed(1)} ms, 95th ${quantile(times, 0.95).toFixed(1)} ms${beside}`
			);
		}
	}
	log(
		`\ncold, times faster than the reference: least ${Math.min(...ratios).toFixed(0)}, most ${Math.max(...ratios).toFixed(0)}`
	);

	/** Cold times as the manuscript grows: twice the clusters should take about twice as long. */
	const [growthId, growthName] = STYLES[0];
	const growthStyle = compileStyle(styleTree(growthId)!, { locales: localeTree });
	log(`\ngrowth, ${growthName}, cold:`);
	for (const count of small ? [100, 200, 400] : [500, 1000, 2000, 5000]) {
		const items = makeItems(count / 2);
		const clusters = makeClusters([...items.keys()], count);
		const run = () => createProcessor({ style: growthStyle, getItem: (x) => items.get(x) }).format({ clusters });
		run();
		const took = quantile(
			[1, 2, 3].map(() => ms(() => void run())),
			0.5
		);
		log(
			`  ${String(count).padStart(5)} clusters ${took.toFixed(0).padStart(5)} ms, ${((1000 * took) / count).toFixed(0)} µs each`
		);
	}
}
