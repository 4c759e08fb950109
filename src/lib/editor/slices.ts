/** Long work in the page, in slices between which keys are heard. */

/** Milliseconds at a time. */
const SLICE = 8;

/**
 * Does something to each of a list, later and a slice at a time.
 * @param done called after the last
 * @returns stops it
 */
export function inSlices<T>(list: Iterable<T>, act: (x: T) => void, done: () => void = () => {}): () => void {
	const rest = list[Symbol.iterator]();
	let timer: ReturnType<typeof setTimeout>;
	const run = () => {
		const begun = performance.now();
		while (performance.now() - begun < SLICE) {
			const next = rest.next();
			if (next.done) return done();
			act(next.value);
		}
		timer = setTimeout(run);
	};
	timer = setTimeout(run);
	return () => clearTimeout(timer);
}
