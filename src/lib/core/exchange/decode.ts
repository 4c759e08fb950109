/**
 * Bytes of a text file to text: UTF-8 and UTF-16 by their marks, UTF-16 without a mark where every other byte is zero as in
 * Latin text, UTF-8 where it is valid, else Windows-1252 (which holds Latin-1).
 */
export function decodeText(bytes: Uint8Array): string {
	if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
	if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
	const wide = unmarkedUtf16(bytes);
	if (wide) return new TextDecoder(wide).decode(bytes);
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch (e) {
		if (!(e instanceof TypeError)) throw e;
		return new TextDecoder('windows-1252').decode(bytes);
	}
}

/** Bytes that are looked at. */
const SAMPLE = 2000;

/** UTF-16 as it looks in files of references: tags and field names are ASCII, so that most of one half of the bytes is zero. */
function unmarkedUtf16(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
	const size = Math.min(bytes.length, SAMPLE) & ~1;
	if (!size || bytes.length % 2) return null;
	const zeros = [0, 0];
	for (let i = 0; i < size; i++) if (bytes[i] === 0) zeros[i & 1]++;
	const half = size / 2;
	if (zeros[1] > half * 0.6 && zeros[0] < half * 0.1) return 'utf-16le';
	return zeros[0] > half * 0.6 && zeros[1] < half * 0.1 ? 'utf-16be' : null;
}
