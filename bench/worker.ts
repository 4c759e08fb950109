/** The bench in a browser's worker: the page sends the trees, the lines go back. */
import { giveTrees, type Trees } from './given-catalogue';
import { runDocumentBench } from './document';
import { runBench } from './run';

interface Job {
	trees: Trees;
	small: boolean;
	alone: boolean;
}

self.addEventListener('message', (e: MessageEvent<Job>) => {
	giveTrees(e.data.trees);
	const { gc } = globalThis as { gc?: () => void };
	const log = (line: string) => self.postMessage(line);
	runBench({ small: e.data.small, alone: e.data.alone, log, gc });
	void runDocumentBench({ small: e.data.small, log })
		// what went wrong is the last line
		.catch((error: unknown) => log(String(error)))
		.then(() => self.postMessage(null));
});
