/** The worker of copies in a folder: it reads what is here from the browser's store by itself, and the page goes on. */
import * as Comlink from 'comlink';
import { texts } from '$lib/core/guards';
import { db, openDatabase } from '$lib/data/db';
import {
	chosenFolder,
	FolderError,
	HandleFolder,
	lookAtFolder,
	noteState,
	type AskingHandle,
	type Note
} from '$lib/data/folder';
import { peek, type Peeked } from '$lib/data/folder/peek';

export interface LookAnswer {
	/** `none`: no folder is chosen; `busy`: another tab is looking. */
	kind: 'looked' | 'none' | 'busy' | 'asks' | 'trouble';
	notes: Note[];
	trouble: string;
	name: string;
}

const LOCK = 'rapid-quill-folder';
const answer = (kind: LookAnswer['kind'], more: Partial<LookAnswer> = {}): LookAnswer => ({
	kind,
	notes: [],
	trouble: '',
	name: '',
	...more
});

const api = {
	/** @param ahead manuscripts with edits that are not saved yet @param hurry large files are written at once too */
	async look(ahead: string[], hurry: boolean): Promise<LookAnswer> {
		await openDatabase();
		const look = async (lock: Lock | null): Promise<LookAnswer> => {
			if (!lock) return answer('busy');
			const chosen = await chosenFolder(db);
			if (!chosen) return answer('none');
			const { name, by, machine } = chosen;
			try {
				const folder = new HandleFolder(chosen.handle);
				if (!(await folder.allowed())) {
					const trouble = `The browser wants to be asked again before it writes into “${name}”.`;
					await noteState({ asks: true, trouble }, db);
					return answer('asks', { name, trouble });
				}
				const { notes } = await lookAtFolder(folder, db, {
					machine,
					by,
					ahead: new Set(texts(ahead) ? ahead : []),
					hurry: hurry === true
				});
				return answer('looked', { name, notes });
			} catch (e) {
				if (!(e instanceof FolderError)) throw e;
				return answer(e.asks ? 'asks' : 'trouble', { name, trouble: e.message });
			}
		};
		// one tab looks at a time
		return navigator.locks ? navigator.locks.request(LOCK, { ifAvailable: true }, look) : look({} as Lock);
	},

	/** What is in a folder that is not chosen yet; nothing of it is changed. */
	peek: (handle: FileSystemDirectoryHandle): Promise<Peeked> => peek(new HandleFolder(handle)),

	/** The handle of the folder, for asking the person again. */
	handle: async (): Promise<AskingHandle | null> => {
		await openDatabase();
		return (await chosenFolder(db))?.handle ?? null;
	}
};

export type FolderApi = typeof api;
Comlink.expose(api);
