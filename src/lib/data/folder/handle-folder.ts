/**
 * A folder that the person chose, by the File System Access API (WICG; the origin private file system has the same
 * handles, WHATWG File System). What is written through a writable stream is in the file when the stream is closed, and
 * not before: a tab that is killed while it writes leaves the file as it was.
 */
import { FolderError, type FileInfo, type Folder } from './port';

/** What TypeScript's own library does not have of the handles. */
export interface AskingHandle extends FileSystemDirectoryHandle {
	queryPermission?(d: { mode: 'readwrite' }): Promise<PermissionState>;
	requestPermission?(d: { mode: 'readwrite' }): Promise<PermissionState>;
}

const nameOf = (e: unknown): string => (e as { name?: string } | null)?.name ?? '';
/** How often a file that is written over while it is read is read anew. */
const READS = 4;
/** A file where a folder was asked for counts as none. */
const isMissing = (e: unknown): boolean => /^(?:NotFound|TypeMismatch)Error$/.test(nameOf(e));

/** Whatever the browser threw, in words. */
export function folderFault(e: unknown): FolderError {
	if (e instanceof FolderError) return e;
	const name = nameOf(e);
	if (name === 'NotAllowedError' || name === 'SecurityError')
		return new FolderError('The browser wants to be asked again before it writes into the folder.', true, { cause: e });
	if (name === 'QuotaExceededError')
		return new FolderError(
			'There is no room left where the folder is. What you write is kept in this browser.',
			false,
			{
				cause: e
			}
		);
	if (name === 'NotReadableError')
		return new FolderError(
			'A file in the folder is being written by another program, or may not be read. It is read again at the next look; what you write is kept in this browser.',
			false,
			{ cause: e }
		);
	if (name === 'NotFoundError')
		return new FolderError(
			'The folder is not there: a drive that is not connected, or a folder that was moved. What you write is kept in this browser.',
			false,
			{ cause: e }
		);
	return new FolderError(`The folder could not be used: ${(e as Error)?.message ?? String(e)}.`, false, { cause: e });
}

export class HandleFolder implements Folder {
	constructor(private readonly root: FileSystemDirectoryHandle) {}

	/** Whether it may be written without asking; nothing is asked. */
	async allowed(): Promise<boolean> {
		const h = this.root as AskingHandle;
		return !h.queryPermission || (await h.queryPermission({ mode: 'readwrite' })) === 'granted';
	}

	private async dir(parts: string[], create: boolean): Promise<FileSystemDirectoryHandle | null> {
		let at = this.root;
		try {
			for (const p of parts) at = await at.getDirectoryHandle(p, { create });
			return at;
		} catch (e) {
			if (!create && isMissing(e)) return null;
			throw e;
		}
	}
	private async file(path: string): Promise<File | null> {
		const parts = path.split('/');
		const name = parts.pop()!;
		try {
			const dir = await this.dir(parts, false);
			return dir ? await (await dir.getFileHandle(name)).getFile() : null;
		} catch (e) {
			if (isMissing(e)) return null;
			throw e;
		}
	}

	async list(path: string): Promise<FileInfo[]> {
		const dir = await this.dir(path.split('/').filter(Boolean), false);
		const out: FileInfo[] = [];
		if (!dir) return out;
		for await (const [name, h] of (
			dir as unknown as { entries(): AsyncIterable<[string, FileSystemHandle]> }
		).entries()) {
			if (h.kind !== 'file') continue;
			try {
				const f = await (h as FileSystemFileHandle).getFile();
				out.push({ name, size: f.size, at: f.lastModified });
			} catch (e) {
				// taken away while they were looked through
				if (!isMissing(e)) throw e;
			}
		}
		return out;
	}
	async info(path: string): Promise<FileInfo | null> {
		const f = await this.file(path);
		return f && { name: f.name, size: f.size, at: f.lastModified };
	}
	/**
	 * A handle's file is a state of it: where the file is written over before it was read, by a synchronising service or
	 * the other tab, reading fails with a NotReadableError (File API, 4.2 and 7.1) and it is asked for anew.
	 */
	async read(path: string): Promise<Uint8Array | null> {
		for (let left = READS; ; left--) {
			const f = await this.file(path);
			try {
				return f && new Uint8Array(await f.arrayBuffer());
			} catch (e) {
				if (!left || !/^(?:NotReadable|NotFound)Error$/.test(nameOf(e))) throw e;
			}
		}
	}
	async write(path: string, data: string | Uint8Array): Promise<void> {
		const parts = path.split('/');
		const name = parts.pop()!;
		const dir = (await this.dir(parts, true))!;
		const out = await (await dir.getFileHandle(name, { create: true })).createWritable();
		try {
			await out.write(data as FileSystemWriteChunkType);
		} catch (e) {
			// nothing of it comes into the file
			await out.abort().catch(() => undefined);
			throw e;
		}
		await out.close();
	}
	async remove(path: string): Promise<void> {
		const parts = path.split('/');
		const name = parts.pop()!;
		try {
			await (await this.dir(parts, false))?.removeEntry(name);
		} catch (e) {
			if (!isMissing(e)) throw e;
		}
	}
}
