/** A folder of the person's own, as copies need it; paths have slashes and begin in the folder. */
export interface FileInfo {
	name: string;
	/** Bytes. */
	size: number;
	/** When it was written last, in milliseconds. */
	at: number;
}

export interface Folder {
	/** Files of a folder within; none where it is not there. */
	list(path: string): Promise<FileInfo[]>;
	/** Null where there is no such file. */
	info(path: string): Promise<FileInfo | null>;
	/** Null where there is no such file. */
	read(path: string): Promise<Uint8Array | null>;
	/** Writes all of a file or nothing: who reads meanwhile sees what was there before. */
	write(path: string, data: string | Uint8Array): Promise<void>;
	/** Nothing where there is no such file. */
	remove(path: string): Promise<void>;
}

/** The folder cannot be used, with words for the person. */
export class FolderError extends Error {
	override name = 'FolderError';
	constructor(
		message: string,
		/** The person has to allow it anew. */
		readonly asks = false,
		options?: ErrorOptions
	) {
		super(message, options);
	}
}
