/** The page's side of the formatting worker. */
import * as Comlink from 'comlink';
import { clusterChange } from '$lib/core/citing';
import type { Cluster } from '$lib/core/csl';
import type { FormatApi, RemoteFormatApi } from './format-api';

/** A worker as the page sees it; in tests something else stands in its place. */
export interface FormatWorker {
	api: RemoteFormatApi;
	/**
	 * Tells the citations of the manuscript, of which only what has changed is sent.
	 * @param clusters those that are the same objects as the last time count as unchanged
	 * @param plain makes something of what is sent that can be sent
	 */
	updateClusters(clusters: Cluster[], plain?: <T>(value: T) => T): Promise<void>;
	stop(): void;
}

/** @param onCrash called when the worker does not start or dies */
export function startFormatWorker(onCrash: (message: string) => void = () => {}): FormatWorker {
	const worker = new Worker(new URL('./format.worker.ts', import.meta.url), { type: 'module' });
	worker.addEventListener('error', (e) => {
		// it is said to the person by whoever asked; the browser need not say it again
		e.preventDefault();
		onCrash(e.message || 'its program could not be loaded; is there a connection?');
	});
	const api = Comlink.wrap<FormatApi>(worker);
	let lastSent: Cluster[] = [];
	return {
		api: api as unknown as RemoteFormatApi,
		async updateClusters(clusters, plain = (x) => x) {
			const change = clusterChange(lastSent, clusters);
			lastSent = clusters;
			if (change.gone || change.put.length) await api.updateClusters(plain(change));
		},
		stop() {
			api[Comlink.releaseProxy]();
			worker.terminate();
		}
	};
}
