/** What is in a folder, before it is chosen. */
import { cleanHead } from '$lib/core/folder';
import { BackupError, readBackup } from '../backup';
import { folderFault } from './handle-folder';
import type { Folder } from './port';

export interface Peeked {
	/** Work of Rapid Quill; null for none. */
	work: { by: string; savedAt: string; sources: number; manuscripts: number } | null;
	/** Files at its top that are none of ours. */
	others: number;
	/** Why it cannot be used; empty otherwise. */
	trouble: string;
}

const OURS = /^(?:library.*\.json|Read me\.txt)$/;

export async function peek(folder: Folder): Promise<Peeked> {
	try {
		const root = await folder.list('');
		const others = root.filter((f) => !OURS.test(f.name) && !f.name.startsWith('.')).length;
		const bytes = await folder.read('library.json');
		if (!bytes) return { work: null, others, trouble: '' };
		const { backup } = readBackup(new TextDecoder().decode(bytes));
		const head = cleanHead(backup.folder);
		const manuscripts = (await folder.list('manuscripts')).filter((f) => /^[\w-]+\.json$/.test(f.name)).length;
		return {
			work: { by: head?.by ?? '', savedAt: backup.savedAt, sources: backup.sources.length, manuscripts },
			others,
			trouble: ''
		};
	} catch (e) {
		const trouble = e instanceof BackupError ? `library.json in it: ${e.message}` : folderFault(e).message;
		return { work: null, others: 0, trouble };
	}
}
