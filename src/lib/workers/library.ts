/** The page's side of the library's worker: one job a worker, so that stopping a job is ending its worker. */
import * as Comlink from 'comlink';
import type { DocumentApi } from './document.worker';
import type { MatchSource } from '$lib/core/match';
import type { LibraryApi } from './library.worker';
import type { MatchApi } from './match.worker';
import type { Lite } from './read-import';

export type { Draft, ImportFile, ImportReport, ImportRow, ImportSkipped, Lite } from './read-import';

/** A job that was stopped. */
export class Stopped extends Error {}

export interface Job<T> {
	result: Promise<T>;
	stop(): void;
}

const SLICE = 1000;

/** What every worker that knows the library takes. */
interface Knowing<L> {
	know(part: L[]): void;
}

/**
 * Runs one job with a worker that knows the library; rejects with Stopped when it is stopped, with what went wrong
 * otherwise.
 */
export const runJob = <T>(here: Lite[], run: (api: Comlink.Remote<LibraryApi>) => Promise<T>): Job<T> =>
	jobOf<LibraryApi, Lite, T>(
		new Worker(new URL('./library.worker.ts', import.meta.url), { type: 'module' }),
		here,
		run
	);

/** The same with the worker that reads documents. */
export const runDocumentJob = <T>(here: Lite[], run: (api: Comlink.Remote<DocumentApi>) => Promise<T>): Job<T> =>
	jobOf<DocumentApi, Lite, T>(
		new Worker(new URL('./document.worker.ts', import.meta.url), { type: 'module' }),
		here,
		run
	);

/** The same with the worker that finds typed citations. */
export const runMatchJob = <T>(sources: MatchSource[], run: (api: Comlink.Remote<MatchApi>) => Promise<T>): Job<T> =>
	jobOf<MatchApi, MatchSource, T>(
		new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }),
		sources,
		run
	);

function jobOf<A extends Knowing<L>, L, T>(
	worker: Worker,
	here: L[],
	run: (api: Comlink.Remote<A>) => Promise<T>
): Job<T> {
	let stop = () => {};
	const stopped = new Promise<never>((_, reject) => {
		stop = () => reject(new Stopped('Stopped.'));
		worker.addEventListener('error', (e) => reject(new Error(e.message || 'The worker did not start.')));
	});
	const api = Comlink.wrap<A>(worker);
	const know = api.know as unknown as (part: L[]) => Promise<void>;
	const work = async () => {
		for (let i = 0; i < here.length; i += SLICE) await know(here.slice(i, i + SLICE));
		return run(api);
	};
	const result = Promise.race([work(), stopped]).finally(() => worker.terminate());
	return { result, stop: () => stop() };
}

/** A function of the page that the worker can call. */
export const callback = <F extends (...args: never[]) => unknown>(f: F) => Comlink.proxy(f);
