/** One tab writes a manuscript at a time (Web Locks): a second one is told and reads until the first lets go. */
export interface Hold {
	held: boolean;
	release(): void;
}

const nameOf = (id: string): string => `manuscript-${id}`;

/** What this tab holds, until it has let go: a view that was left lets go only after its last save. */
const here = new Map<string, Promise<void>>();

/** Takes the manuscript for writing, where no other tab has it; a view of this tab that is being left is waited for. */
export async function holdManuscript(id: string): Promise<Hold> {
	await here.get(id);
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
		const ended = navigator.locks
			.request(nameOf(id), options, (lock) => {
				if (!lock) {
					answer({ held: false, release: () => {} });
					return undefined;
				}
				here.set(id, ended);
				return new Promise<void>((done) => answer({ held: true, release: done }));
			})
			.then(() => {
				if (here.get(id) === ended) here.delete(id);
			}, fail);
	});
}

/** Whether some tab has the manuscript open for writing. */
export async function isBeingWritten(id: string): Promise<boolean> {
	const state = await navigator.locks?.query();
	return state?.held?.some((l) => l.name === nameOf(id)) ?? false;
}
