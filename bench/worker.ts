/** The bench in a browser's worker: the page sends the trees, the lines go back. */
import { giveTrees, type Trees } from './given-catalogue';
import { runBench } from './run';

interface Job {
	trees: Trees;
	small: boolean;
	alone: boolean;
}

self.addEventListener('message', (e: MessageEvent<Job>) => {
	giveTrees(e.data.trees);
	const { gc } = globalThis as { gc?: () => void };
	runBench({ small: e.data.small, alone: e.data.alone, log: (line) => self.postMessage(line), gc });
	self.postMessage(null);
});
