/**
 * npm run styles:sweep: every style of the catalogue compiles and formats a mixed corpus with no exception and no
 * nonsense in the output. The last line counts.
 */
import { compileStyle, createProcessor, toPlain, type Processor } from '../src/lib/core/csl';
import { localeTree, styleIndex, styleTree } from './catalogue';
import { mixedClusters, mixedItems } from './mixed-corpus';

const NONSENSE: [string, RegExp][] = [
	['undefined', /\bundefined\b/],
	['NaN', /\bNaN\b/],
	['an object', /\[object/],
	['doubled comma', /, ?,(?! ?,)/],
	['doubled semicolon', /; ?;/],
	['doubled colon', /:: |: :/],
	['doubled full stop', /(?<!\.)\.\.(?!\.)/],
	['comma, space and full stop', /,\s+\.(?![.\d\w])/],
	['comma and full stop after space', / [,;](?! ?[…]) ?[.]/]
];

export interface SweepFault {
	style: string;
	what: string;
	sample: string;
}

/** Sweeps styles; returns what went wrong and how long compiling took, per style. */
export function sweep(
	ids: string[],
	items = mixedItems(88)
): { faults: SweepFault[]; compile: number[]; entries: number; citations: number } {
	const byId = new Map(items.map((i) => [i.id, i]));
	const faults: SweepFault[] = [];
	const compile: number[] = [];
	let entries = 0;
	let citations = 0;
	for (const id of ids) {
		const tree = styleTree(id)!;
		let processor: Processor;
		try {
			const begun = performance.now();
			const style = compileStyle(tree, { locales: localeTree });
			compile.push(performance.now() - begun);
			processor = createProcessor({ style, getItem: (x) => byId.get(x) });
		} catch (e) {
			faults.push({ style: id, what: 'does not compile', sample: (e as Error).message });
			continue;
		}
		const look = (what: string, text: string) => {
			for (const [name, re] of NONSENSE)
				if (re.test(text)) faults.push({ style: id, what: `${what}: ${name}`, sample: text.slice(0, 240) });
		};
		try {
			const clusters = mixedClusters(items, 60, tree.attrs.class === 'note');
			const r = processor.format({ clusters, uncited: items.map((i) => i.id) });
			for (const c of r.clusters) look('citation', toPlain(c.output));
			for (const e of r.bibliography ?? []) {
				const text = toPlain(e.output);
				look('entry', text);
				if (!text.trim()) faults.push({ style: id, what: 'an empty entry', sample: e.id });
			}
			citations += r.clusters.length;
			entries += r.bibliography?.length ?? 0;
		} catch (e) {
			faults.push({
				style: id,
				what: 'exception',
				sample: (e as Error).stack?.split('\n').slice(0, 3).join(' ') ?? ''
			});
		}
	}
	return { faults, compile, entries, citations };
}

if (process.argv[1]?.endsWith('sweep.ts')) {
	const ids = styleIndex().map((s) => s.id);
	const r = sweep(ids);
	const kinds = new Map<string, SweepFault[]>();
	for (const f of r.faults) kinds.set(f.what, [...(kinds.get(f.what) ?? []), f]);
	for (const [what, list] of [...kinds].sort((a, b) => b[1].length - a[1].length)) {
		console.log(
			`${what}: ${list.length} in ${new Set(list.map((f) => f.style)).size} styles, such as ${list[0].style}: ${list[0].sample}`
		);
	}
	const sorted = [...r.compile].sort((a, b) => a - b);
	console.log(
		`compile: median ${sorted[sorted.length >> 1].toFixed(1)} ms, 95th ${sorted[Math.floor(sorted.length * 0.95)].toFixed(1)} ms, most ${sorted[sorted.length - 1].toFixed(1)} ms`
	);
	const bad = new Set(r.faults.map((f) => f.style)).size;
	console.log(
		`${ids.length} styles, ${r.citations} citations, ${r.entries} entries: ${ids.length - bad} clean, ${bad} with faults`
	);
	process.exit(r.faults.length ? 1 : 0);
}
