/** The folder is chosen, named, and let go. */
import { newId } from '$lib/core/manuscript';
import { db, type Database } from '../db';
import { chosenFolder, forgetFolder, type Chosen } from './state';

/** What a machine is called until its person says otherwise, by what its browser says of itself. */
export function machineName(agent: string): string {
	const [, system] = /(Windows|Macintosh|Android|CrOS|Linux)/.exec(agent) ?? [];
	return system ? `${{ Macintosh: 'Mac', CrOS: 'Chromebook' }[system] ?? system} computer` : 'This computer';
}

/** Keeps copies there from now on; what was known of another folder is forgotten. */
export async function chooseFolder(handle: FileSystemDirectoryHandle, by: string, base: Database = db): Promise<void> {
	await base.transaction('rw', base.folder, async () => {
		const before = await chosenFolder(base);
		await forgetFolder(base);
		const row: Chosen = {
			id: 'folder',
			handle,
			name: handle.name || 'the folder',
			by: before?.by ?? by,
			machine: before?.machine ?? newId(),
			since: Date.now()
		};
		await base.folder.put(row);
	});
}

/** What this machine is called from now on. */
export async function nameMachine(by: string, base: Database = db): Promise<void> {
	if (by)
		await base.folder
			.where('id')
			.equals('folder')
			.modify({ by } as Partial<Chosen>);
}
