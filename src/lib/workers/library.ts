/**
 * The page's side of jobs that need the whole library: one job a worker, so that stopping a job is ending its worker. The
 * workers read the library by themselves.
 */
import * as Comlink from 'comlink';
import type { DocumentApi } from './document.worker';
import type { LibraryApi } from './library.worker';
import type { MatchApi } from './match.worker';

export type { Draft, ImportFile, ImportReport, ImportRow, ImportSkipped } from './read-import';

/** A job that was stopped. */
export class Stopped extends Error {}

export interface Job<T> {
	result: Promise<T>;
	stop(): void;
}

/** Runs one job; rejects with Stopped when it is stopped, with what went wrong otherwise. */
export const runJob = <T>(run: (api: Comlink.Remote<LibraryApi>) => Promise<T>): Job<T> =>
	jobOf(new Worker(new URL('./library.worker.ts', import.meta.url), { type: 'module' }), run);

/** The same with the worker that reads and writes documents. */
export const runDocumentJob = <T>(run: (api: Comlink.Remote<DocumentApi>) => Promise<T>): Job<T> =>
	jobOf(new Worker(new URL('./document.worker.ts', import.meta.url), { type: 'module' }), run);

/** The same with the worker that finds typed citations. */
export const runMatchJob = <T>(run: (api: Comlink.Remote<MatchApi>) => Promise<T>): Job<T> =>
	jobOf(new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }), run);

function jobOf<A, T>(worker: Worker, run: (api: Comlink.Remote<A>) => Promise<T>): Job<T> {
	let stop = () => {};
	const stopped = new Promise<never>((_, reject) => {
		stop = () => reject(new Stopped('Stopped.'));
		worker.addEventListener('error', (e) => reject(new Error(e.message || 'The worker did not start.')));
	});
	const result = Promise.race([run(Comlink.wrap<A>(worker)), stopped]).finally(() => worker.terminate());
	return { result, stop: () => stop() };
}

/** A function of the page that the worker can call. */
export const callback = <F extends (...args: never[]) => unknown>(f: F) => Comlink.proxy(f);
