/** The bench in Node: the processor beside the reference, what it holds in memory, and the library. */
import { compileStyle, createProcessor } from '../src/lib/core/csl';
import { localeTree, styleTree } from '../scripts/catalogue';
import { makeClusters, makeItems } from './corpus';
import { runDocumentBench } from './document';
import { runLibraryBench } from './library';
import { runReturnedBench } from './returned';
import { runBench } from './run';
import { runWorksBench } from './works';
import STYLES from './styles.json';

const args = process.argv.slice(2);
const small = args.includes('--small');
if (args.includes('--works')) {
	runWorksBench({ small, log: console.log });
	process.exit(0);
}
if (args.includes('--returned')) {
	runReturnedBench({ small, log: console.log });
	process.exit(0);
}
console.log(`Node ${process.versions.node}`);
if (!args.includes('--library')) {
	runBench({ small, alone: args.includes('--alone'), log: console.log, gc: () => void global.gc?.() });

	/** What the processor holds for the largest manuscript: the heap after it, less the heap before it. */
	if (!small) {
		const items = makeItems(5000);
		const clusters = makeClusters([...items.keys()], 10_000);
		const style = compileStyle(styleTree(STYLES[0][0])!, { locales: localeTree });
		global.gc?.();
		const before = process.memoryUsage().heapUsed;
		const held = createProcessor({ style, getItem: (x) => items.get(x) });
		const result = held.format({ clusters });
		global.gc?.();
		const after = process.memoryUsage().heapUsed;
		console.log(
			`\nmemory, 5000 sources, ${result.clusters.length} clusters: ${((after - before) / 1048576).toFixed(0)} MB held, ${(process.memoryUsage().rss / 1048576).toFixed(0)} MB for the whole process`
		);
		held.format({ clusters });
	}
}
if (!args.includes('--library')) runWorksBench({ small, log: console.log });
if (!args.includes('--library')) runReturnedBench({ small, log: console.log });
if (!args.includes('--library')) await runDocumentBench({ small, log: console.log });
await runLibraryBench({ small, log: console.log, gc: () => void global.gc?.() });
