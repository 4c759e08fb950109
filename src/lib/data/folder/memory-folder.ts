/** A folder in memory, for tests: it can fail at any write, and be copied as a synchronising folder is. */
import type { FileInfo, Folder } from './port';

let clock = 1;

export class MemoryFolder implements Folder {
	files = new Map<string, { bytes: Uint8Array; at: number }>();
	/** So many writes still go well; those behind them do not. */
	writesLeft = Infinity;

	private infoOf = (path: string, f: { bytes: Uint8Array; at: number }): FileInfo => ({
		name: path.slice(path.lastIndexOf('/') + 1),
		size: f.bytes.length,
		at: f.at
	});
	async list(path: string): Promise<FileInfo[]> {
		const begin = path ? `${path}/` : '';
		return [...this.files]
			.filter(([p]) => p.startsWith(begin) && !p.slice(begin.length).includes('/'))
			.map(([p, f]) => this.infoOf(p, f));
	}
	async info(path: string): Promise<FileInfo | null> {
		const f = this.files.get(path);
		return f ? this.infoOf(path, f) : null;
	}
	async read(path: string): Promise<Uint8Array | null> {
		return this.files.get(path)?.bytes ?? null;
	}
	async write(path: string, data: string | Uint8Array): Promise<void> {
		if (this.writesLeft-- <= 0) throw new DOMException('full', 'QuotaExceededError');
		const bytes = typeof data === 'string' ? new TextEncoder().encode(data) : data;
		this.files.set(path, { bytes, at: clock++ });
	}
	async remove(path: string): Promise<void> {
		this.files.delete(path);
	}

	text(path: string): string {
		return new TextDecoder().decode(this.files.get(path)?.bytes);
	}
	/** All that the other has comes here, as a synchronising service brings it. */
	copyFrom(other: MemoryFolder): void {
		this.files = new Map([...other.files].map(([p, f]) => [p, { bytes: f.bytes, at: clock++ }]));
	}
}
