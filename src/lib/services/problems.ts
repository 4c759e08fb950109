/** The one place for errors nobody expected: the person is told what was kept and what to do, and the work goes on. */
import { isStorage, storageMessage } from '$lib/data/db';
import { toasts } from './toasts.svelte';

const said = new Set<string>();

/**
 * Words for an error that was not expected.
 * @param what what could not be done, and what was kept, in a sentence
 */
export function unexpected(e: unknown, what: string): string {
	if (isStorage(e)) return `${what} ${storageMessage(e)}`;
	const message = e instanceof Error ? e.message : String(e);
	return `${what} The reason: ${message.replace(/\.$/, '')}. Try again; if it stays so, reload the page.`;
}

/** Says what could not be done. */
export function report(e: unknown, what: string): void {
	toasts.say(unexpected(e, what), undefined, 12);
}

/** Runs something that nobody waits for; what goes wrong is said. */
export function inBackground(promise: Promise<unknown>, what: string): void {
	promise.catch((e: unknown) => report(e, what));
}

/**
 * Listens for whatever was handled nowhere. Each is said once; it is logged as well, since somebody will want to repair it.
 * @returns ends it
 */
export function watchUnexpected(): () => void {
	const say = (e: unknown) => {
		const message = e instanceof Error ? e.message : String(e);
		// the browser's own remark about a measure that came late; nothing is wrong
		if (/ResizeObserver loop/.test(message) || said.has(message)) return;
		said.add(message);
		report(e, 'Something went wrong that should not have. What you wrote is saved as always.');
	};
	const onError = (e: ErrorEvent) => say(e.error ?? e.message);
	const onRejection = (e: PromiseRejectionEvent) => say(e.reason);
	window.addEventListener('error', onError);
	window.addEventListener('unhandledrejection', onRejection);
	return () => {
		window.removeEventListener('error', onError);
		window.removeEventListener('unhandledrejection', onRejection);
	};
}
