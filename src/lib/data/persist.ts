/** What the browser says of its storage. */
export interface StorageState {
	/** Bytes in use and bytes there are; null where the browser does not say. */
	used: number | null;
	quota: number | null;
	/** Kept even when the machine runs short of room. */
	persistent: boolean;
}

export async function storageState(): Promise<StorageState> {
	if (!navigator.storage) return { used: null, quota: null, persistent: false };
	const e = await navigator.storage.estimate?.();
	return {
		used: e?.usage ?? null,
		quota: e?.quota ?? null,
		persistent: (await navigator.storage.persisted?.()) ?? false
	};
}

/** Asks the browser to keep what is here; it decides by itself. */
export const askPersistence = async (): Promise<boolean> => (await navigator.storage?.persist?.()) ?? false;

/** "3.2 MB". */
export function bytes(n: number): string {
	if (n < 1000) return `${n} bytes`;
	if (n < 1e6) return `${Math.round(n / 1000)} kB`;
	return n < 1e9 ? `${(n / 1e6).toFixed(1)} MB` : `${(n / 1e9).toFixed(1)} GB`;
}
