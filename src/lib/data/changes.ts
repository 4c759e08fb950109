/**
 * Word of changed sources, to every part of this page and to every other tab: a library of tens of thousands is not
 * read again because one title was corrected.
 */
import type { Source } from '$lib/core/source';

export interface SourceChange {
	put: string[];
	gone: string[];
}
/** Within this page the written sources come along, so that nobody has to read them again. */
type Listener = (change: SourceChange, written?: Source[]) => void;

const CHANNEL = 'rapid-quill-sources';
const listeners = new Set<Listener>();
let channel: BroadcastChannel | null = null;

function open(): BroadcastChannel | null {
	if (channel || typeof BroadcastChannel === 'undefined') return channel;
	channel = new BroadcastChannel(CHANNEL);
	channel.onmessage = (e: MessageEvent<SourceChange>) => listeners.forEach((l) => l(e.data));
	// in Node (tests) an open channel would keep the process alive
	(channel as { unref?: () => void }).unref?.();
	return channel;
}

/** Says what was written; called after the transaction has ended well. */
export function announce(change: SourceChange, written?: Source[]): void {
	if (!change.put.length && !change.gone.length) return;
	listeners.forEach((l) => l(change, written));
	open()?.postMessage(change);
}

/** Listens; what is returned ends it. */
export function onSourceChange(listener: Listener): () => void {
	open();
	listeners.add(listener);
	return () => listeners.delete(listener);
}
