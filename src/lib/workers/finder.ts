/** The page's side of the worker that has the whole library. */
import * as Comlink from 'comlink';
import { all, isNumber, isObject, isText, isWord, texts } from '$lib/core/guards';
import type { ExcerptsFound } from '$lib/core/search';
import type { FinderApi, LibraryState } from './finder-api';
import { sound } from './library-answers';
import { areKnownWords } from './requests';

type Promised<F> = F extends (...args: infer A) => infer R ? (...args: A) => Promise<Awaited<R>> : never;
/** The worker as the page sees it; in tests something else stands in its place. */
export type Finder = { [K in Exclude<keyof FinderApi, 'start'>]: Promised<FinderApi[K]> } & { stop(): void };

const isFound = (x: unknown): x is ExcerptsFound =>
	isObject(x) &&
	[x.all, x.here].every(isNumber) &&
	all(x.list, (e) => isObject(e) && isWord(e.sourceId) && isNumber(e.index) && typeof e.here === 'boolean');
const areLike = (x: unknown): x is (string | null)[] => all(x, (id) => id === null || isWord(id));
const areLabels = (x: unknown): x is { tags: string[]; shelves: string[] } =>
	isObject(x) && texts(x.tags) && texts(x.shelves);
const isState = (x: unknown): x is LibraryState =>
	isObject(x) && isNumber(x.size) && isNumber(x.indexed) && isText(x.trouble) && typeof x.learned === 'boolean';

/**
 * Starts the worker.
 * @param tell told how much of the library can be found
 * @param onCrash called once when the worker does not start or dies; whatever was asked of it is rejected
 */
export function startFinder(tell: (state: LibraryState) => void, onCrash: () => void): Finder {
	const worker = new Worker(new URL('./finder.worker.ts', import.meta.url), { type: 'module' });
	const dead = new Promise<never>((_, reject) =>
		worker.addEventListener('error', (e) => {
			// it is said by whoever asked
			e.preventDefault();
			reject(new Error('the part of the page that searches could not be loaded, perhaps for want of a connection'));
			onCrash();
			worker.terminate();
		})
	);
	dead.catch(() => undefined);
	const api = Comlink.wrap<FinderApi>(worker);
	const asked = <T>(answer: Promise<unknown>, is: (x: unknown) => x is T): Promise<T> =>
		Promise.race([answer.then((a) => sound(a, is)), dead]);
	const done = (answer: Promise<unknown>): Promise<void> => Promise.race([answer.then(() => undefined), dead]);
	void done(api.start(Comlink.proxy((s: LibraryState) => isState(s) && tell(s)))).catch(() => undefined); // said by onCrash
	return {
		changed: (ids) => done(api.changed(ids)),
		check: () => done(api.check()),
		settled: () => done(api.settled()),
		findIds: (query, options) => asked(api.findIds(query, options), texts),
		like: (items) => asked(api.like(items), areLike),
		excerpts: (query) => asked(api.excerpts(query), isFound),
		words: () => asked(api.words(), areKnownWords),
		labels: () => asked(api.labels(), areLabels),
		someOfEachKind: (most) => asked(api.someOfEachKind(most), texts),
		stop: () => worker.terminate()
	};
}
