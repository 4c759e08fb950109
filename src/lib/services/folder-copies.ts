/**
 * Keeps copies in the folder that the person chose: looks at it every few seconds, and whenever the page goes out of sight.
 * What is looked at and written is the worker's; this tells it when, and the person what came of it.
 */
import * as Comlink from 'comlink';
import { keysOf, localStorageHere } from '$lib/data/local';
import type { FolderApi, LookAnswer } from '$lib/workers/folder.worker';
import type { Peeked } from '$lib/data/folder/peek';
import { report } from './problems';
import { toasts } from './toasts.svelte';

/** Milliseconds between two looks. */
const EVERY = 10_000;
/** Set while a folder is chosen, so that pages without one load nothing of this. */
const FLAG = 'rapid-quill-folder';

/** Manuscripts with edits that were written ahead of a save (write-ahead.ts). */
function ahead(): string[] {
	const storage = localStorageHere();
	return storage ? [...new Set(keysOf(storage, 'rapid-quill-ahead|').map((k) => k.split('|')[1]))] : [];
}

class FolderCopies {
	private worker: { api: Comlink.Remote<FolderApi>; end: () => void } | null = null;
	private timer: ReturnType<typeof setInterval> | undefined;
	private looking: Promise<LookAnswer | null> | null = null;
	private askedFor = false;
	private saidTrouble = '';

	/** Whether this browser can write into a folder at all. */
	get possible(): boolean {
		return 'showDirectoryPicker' in window;
	}

	private get api(): Comlink.Remote<FolderApi> {
		if (!this.worker) {
			const worker = new Worker(new URL('../workers/folder.worker.ts', import.meta.url), { type: 'module' });
			worker.addEventListener('error', (e) =>
				report(e.error ?? e.message, 'Copies in the folder could not be started.')
			);
			this.worker = { api: Comlink.wrap<FolderApi>(worker), end: () => worker.terminate() };
		}
		return this.worker.api;
	}

	private readonly hidden = () => {
		if (document.visibilityState === 'hidden') void this.look(true);
	};

	/** Begins, or goes on; the first look is made at once. */
	start(): void {
		localStorageHere()?.setItem(FLAG, '1');
		if (this.timer) return;
		this.timer = setInterval(() => void this.look(), EVERY);
		document.addEventListener('visibilitychange', this.hidden);
		void this.look();
	}
	/** No copies are kept any more; what is in the folder stays. */
	stop(): void {
		localStorageHere()?.removeItem(FLAG);
		clearInterval(this.timer);
		this.timer = undefined;
		document.removeEventListener('visibilitychange', this.hidden);
		this.worker?.end();
		this.worker = null;
	}

	/** What is in a folder that is not chosen yet. */
	peek = (handle: FileSystemDirectoryHandle): Promise<Peeked> => this.api.peek(handle);

	/** Looks once; a look that is on its way is waited for. @returns null where it went wrong, which was said */
	look(hurry = false): Promise<LookAnswer | null> {
		return (this.looking ??= this.once(hurry).finally(() => (this.looking = null)));
	}
	private async once(hurry: boolean): Promise<LookAnswer | null> {
		try {
			const a = await this.api.look(ahead(), hurry);
			if (a.kind === 'none') this.stop();
			this.tell(a);
			return a;
		} catch (e) {
			if (this.saidTrouble !== String(e)) report(e, 'The copy in the folder could not be brought up to date.');
			this.saidTrouble = String(e);
			return null;
		}
	}

	private tell(a: LookAnswer): void {
		if (a.kind === 'asks' && !this.askedFor) {
			this.askedFor = true;
			toasts.say(a.trouble, { label: 'Allow', run: async () => void (await this.allow()) }, 60);
		}
		if (a.kind === 'trouble' && this.saidTrouble !== a.trouble) toasts.say(a.trouble, undefined, 12);
		if (a.kind === 'looked' || a.kind === 'trouble') this.saidTrouble = a.trouble;
		for (const n of a.notes.slice(0, 3)) toasts.say(n.text, undefined, n.open ? 30 : 8);
	}

	/** Asks the person for the folder again; within a click. @returns whether it may be used */
	async allow(): Promise<boolean> {
		const handle = await this.api.handle();
		const yes = !handle?.requestPermission || (await handle.requestPermission({ mode: 'readwrite' })) === 'granted';
		if (handle && yes) await this.look();
		return handle !== null && yes;
	}
}

export const folderCopies = new FolderCopies();
