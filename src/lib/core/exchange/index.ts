/** Public interface of the exchange module: reference formats in and out. */
import { FORMAT_NAMES, type Format, type ReadResult, type Written } from './types';
import { maybeMixed, splitFormats, type Part } from './parts';
import { readBibtex, writeBibtex } from './bibtex';
import { readRis, writeRis } from './ris';
import { readNbib } from './nbib';
import { readMods } from './mods';
import { readCslJson, writeCslJson } from './csl-json';
import { writeCsv } from './csv';

export { readBibtex, writeBibtex, readRis, writeRis, readNbib, readMods, readCslJson, writeCslJson, writeCsv };
export { decodeText } from './decode';
export { fromTex, toTex } from './tex';
export { FORMAT_NAMES, type Format, type ReadRecord, type ReadResult, type Skipped, type Written } from './types';

/** Tells a format by what the text looks like; null where it looks like none. */
export function detectFormat(text: string): Format | null {
	const head = text.replace(/^\uFEFF/, '').trimStart();
	if (/^[[{]/.test(head) && /"/.test(head)) return 'csl-json';
	if (/^<(?:\?xml|!--|[\w:]*mods)/i.test(head) && /<(?:\w+:)?mods(?:Collection)?[\s>]/i.test(head)) return 'mods';
	if (/(^|[\r\n])TY\s{1,2}-/.test(head)) return 'ris';
	if (/(^|[\r\n])PMID ?-/.test(head) || (/(^|[\r\n])TI {2}- /.test(head) && /(^|[\r\n])F?AU {1,2}- /.test(head)))
		return 'nbib';
	if (/(^|[\r\n])[ \t]*@\s*[a-zA-Z]+\s*[{(]/.test(head)) return 'bibtex';
	return null;
}

const READERS: Partial<Record<Format, (text: string) => ReadResult>> = {
	bibtex: readBibtex,
	biblatex: readBibtex,
	ris: readRis,
	nbib: readNbib,
	mods: readMods,
	'csl-json': readCslJson
};

/** Formats that can be written, with the ending of their files. */
export const WRITERS: Partial<Record<Format, { ending: string; write(list: Written[]): string }>> = {
	bibtex: { ending: 'bib', write: (l) => writeBibtex(l, 'bibtex') },
	biblatex: { ending: 'bib', write: (l) => writeBibtex(l, 'biblatex') },
	ris: { ending: 'ris', write: writeRis },
	'csl-json': { ending: 'json', write: writeCslJson },
	csv: { ending: 'csv', write: writeCsv }
};

/** Reads text of any known format, or of several one after another; null where it is of none. */
export function readReferences(text: string, format: Format | null = null): ReadResult | null {
	const parts = !format && maybeMixed(text) ? splitFormats(text) : [];
	if (parts.length > 1) return readParts(parts);
	const f = format ?? detectFormat(text);
	return (f && READERS[f]?.(text)) ?? null;
}

/** Each part by its own reader; lines are those of the whole. */
function readParts(parts: Part[]): ReadResult | null {
	const read = parts.flatMap((p) => {
		const r = READERS[p.format]?.(p.text);
		return r ? [{ r, by: p.line - 1 }] : [];
	});
	if (!read.length) return null;
	const moved = <T extends { line: number }>(list: T[], by: number): T[] =>
		list.map((x) => ({ ...x, line: x.line + by }));
	return {
		format: read[0].r.format,
		formats: [...new Set(read.map(({ r }) => r.format))],
		records: read.flatMap(({ r, by }) => moved(r.records, by)),
		skipped: read.flatMap(({ r, by }) => moved(r.skipped, by)),
		remarks: read.flatMap(({ r }) => (r.remarks ?? []).map((x) => `${FORMAT_NAMES[r.format]}: ${x}`))
	};
}
