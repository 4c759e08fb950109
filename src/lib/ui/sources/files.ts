/** Files out of a drop, folders included. */

/** Hidden files and what systems leave in folders. */
const NOISE = /^(?:\.|Thumbs\.db$|desktop\.ini$|__MACOSX$)/i;
const MOST = 2000;

const read = (d: FileSystemDirectoryReader) => new Promise<FileSystemEntry[]>((ok, no) => d.readEntries(ok, no));
const open = (f: FileSystemFileEntry) => new Promise<File>((ok, no) => f.file(ok, no));

async function walk(entry: FileSystemEntry, out: File[]): Promise<void> {
	if (NOISE.test(entry.name) || out.length >= MOST) return;
	if (entry.isFile) {
		out.push(await open(entry as FileSystemFileEntry));
		return;
	}
	const reader = (entry as FileSystemDirectoryEntry).createReader();
	for (;;) {
		// a reader gives a hundred at a time, and none at the end
		const part = await read(reader);
		if (!part.length) return;
		for (const e of part) await walk(e, out);
	}
}

/** Every file of a drop; folders are gone through. */
export async function filesOf(data: DataTransfer): Promise<File[]> {
	const entries = [...data.items].map((i) => i.webkitGetAsEntry?.()).filter((e): e is FileSystemEntry => Boolean(e));
	if (!entries.some((e) => e.isDirectory)) return [...data.files];
	const out: File[] = [];
	for (const e of entries) await walk(e, out);
	return out;
}
