import type { LocalStorage } from './local';

/** Local storage in memory, with room for so many characters a value: for tests. */
export class MemoryStorage implements LocalStorage {
	readonly map = new Map<string, string>();
	constructor(private readonly room = Infinity) {}
	get length() {
		return this.map.size;
	}
	key(i: number) {
		return [...this.map.keys()][i] ?? null;
	}
	getItem(k: string) {
		return this.map.get(k) ?? null;
	}
	setItem(k: string, v: string) {
		if (v.length > this.room) throw new DOMException('full', 'QuotaExceededError');
		this.map.set(k, v);
	}
	removeItem(k: string) {
		this.map.delete(k);
	}
}
