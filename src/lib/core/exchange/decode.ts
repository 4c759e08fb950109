/** Bytes of a text file to text: UTF-8 and UTF-16 by their marks, UTF-8 where it is valid, else Windows-1252 (which holds Latin-1). */
export function decodeText(bytes: Uint8Array): string {
	if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
	if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch (e) {
		if (!(e instanceof TypeError)) throw e;
		return new TextDecoder('windows-1252').decode(bytes);
	}
}
