/** One tab writes a manuscript at a time (Web Locks): a second one is told and reads until the first lets go. */
export interface Hold {
	held: boolean;
	release(): void;
}

const nameOf = (id: string): string => `manuscript-${id}`;

/** Takes the manuscript for writing, where no other tab has it. */
export function holdManuscript(id: string): Promise<Hold> {
	return request(id, { ifAvailable: true });
}

/**
 * Waits until the manuscript can be taken for writing.
 * @param signal ends the waiting; the promise is rejected with its reason then
 */
export function waitForManuscript(id: string, signal: AbortSignal): Promise<Hold> {
	return request(id, { signal });
}

function request(id: string, options: LockOptions): Promise<Hold> {
	// a browser without locks cannot have a second tab told; the checks of every save notice it
	if (!navigator.locks) return Promise.resolve({ held: true, release: () => {} });
	return new Promise((answer, fail) => {
		navigator.locks
			.request(nameOf(id), options, (lock) => {
				if (!lock) {
					answer({ held: false, release: () => {} });
					return undefined;
				}
				return new Promise<void>((done) => answer({ held: true, release: done }));
			})
			.catch(fail);
	});
}

/** Whether some tab has the manuscript open for writing. */
export async function isBeingWritten(id: string): Promise<boolean> {
	const state = await navigator.locks?.query();
	return state?.held?.some((l) => l.name === nameOf(id)) ?? false;
}
