/** The page's side of the library's worker: one job a worker, so that stopping a job is ending its worker. */
import * as Comlink from 'comlink';
import type { LibraryApi } from './library.worker';
import type { Lite } from './read-import';

export type { Draft, ImportFile, ImportReport, ImportRow, ImportSkipped, Lite } from './read-import';

/** A job that was stopped. */
export class Stopped extends Error {}

export interface Job<T> {
	result: Promise<T>;
	stop(): void;
}

const SLICE = 1000;

/**
 * Runs one job with a worker that knows the library; rejects with Stopped when it is stopped, with what went wrong
 * otherwise.
 */
export function runJob<T>(here: Lite[], run: (api: Comlink.Remote<LibraryApi>) => Promise<T>): Job<T> {
	const worker = new Worker(new URL('./library.worker.ts', import.meta.url), { type: 'module' });
	let stop = () => {};
	const stopped = new Promise<never>((_, reject) => {
		stop = () => reject(new Stopped('Stopped.'));
		worker.addEventListener('error', (e) => reject(new Error(e.message || 'The worker did not start.')));
	});
	const api = Comlink.wrap<LibraryApi>(worker);
	const work = async () => {
		for (let i = 0; i < here.length; i += SLICE) await api.know(here.slice(i, i + SLICE));
		return run(api);
	};
	const result = Promise.race([work(), stopped]).finally(() => worker.terminate());
	return { result, stop: () => stop() };
}

/** A function of the page that the worker can call. */
export const callback = <F extends (...args: never[]) => unknown>(f: F) => Comlink.proxy(f);
