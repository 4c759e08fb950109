/** The page's side of the formatting worker. */
import * as Comlink from 'comlink';
import { clusterChange } from '$lib/core/citing';
import type { Cluster } from '$lib/core/csl';
import type { FormatFace } from './format.worker';

export interface FormatWorker {
	face: Comlink.Remote<FormatFace>;
	/** Tells the citations of the manuscript, of which only what has changed is sent. */
	tell(clusters: Cluster[]): void;
	stop(): void;
}

export function startFormatWorker(onError?: (message: string) => void): FormatWorker {
	const worker = new Worker(new URL('./format.worker.ts', import.meta.url), { type: 'module' });
	worker.addEventListener('error', (e) => onError?.(e.message));
	const face = Comlink.wrap<FormatFace>(worker);
	let told: Cluster[] = [];
	return {
		face,
		tell(clusters) {
			const change = clusterChange(told, clusters);
			told = clusters;
			if (change.gone || change.put.length) void face.tell(change);
		},
		stop: () => worker.terminate()
	};
}
