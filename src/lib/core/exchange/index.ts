/** The face of the exchange room: reference formats in and out. */
import type { Format, ReadResult } from './types';
import { readBibtex, writeBibtex } from './bibtex';
import { readRis, writeRis } from './ris';
import { readCslJson, writeCslJson } from './csl-json';

export { readBibtex, writeBibtex, readRis, writeRis, readCslJson, writeCslJson };
export { fromTex, toTex } from './tex';
export { FORMAT_NAMES, type Format, type ReadRecord, type ReadResult, type Skipped } from './types';

/** Tells a format by what the text looks like; null where it looks like none. */
export function detectFormat(text: string): Format | null {
	const head = text.replace(/^\uFEFF/, '').trimStart();
	if (/^[[{]/.test(head) && /"/.test(head)) return 'csl-json';
	if (/(^|[\r\n])TY\s{1,2}-/.test(head)) return 'ris';
	if (/(^|[\r\n])\s*@\s*[a-zA-Z]+\s*[{(]/.test(head)) return 'bibtex';
	return null;
}

/** Reads text of any known format. */
export function readReferences(text: string, format: Format | null = detectFormat(text)): ReadResult | null {
	if (format === 'bibtex') return readBibtex(text);
	if (format === 'ris') return readRis(text);
	if (format === 'csl-json') return readCslJson(text);
	return null;
}
