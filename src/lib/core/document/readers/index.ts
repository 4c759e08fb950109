/**
 * Documents in: a file of any format that is known becomes a paper, with its citations joined to the sources that lie
 * beside it, and a list of what could not be kept. Heavy: run it in a worker.
 */
import type { LiveFile } from '../live-data';
import { decodeText, readReferences } from '../../exchange';
import type { Dropped, Paper, PaperSource, Sender, TrackedChange } from '../../paper';
import { documentFormat, type DocumentFormat } from './formats';
import { readDocx } from './docx';
import { readHtml } from './html';
import { readLatex } from './latex';
import { readMarkdown } from './markdown';
import { readOdt } from './odt';
import { resolveCitations, type Resolved } from './resolve';
import { readText } from './text';
import { DocumentError, type Beside, type ReadPaper } from './types';

export { DocumentError, type Beside } from './types';

export { documentFormat } from './formats';

export interface OpenedDocument extends Resolved {
	paper: Paper;
	styleFile?: string;
	/** Citations that names in the file speak of, where what they are did not come along. */
	named: string[];
	dropped: Dropped[];
	/** Changes that the file keeps a record of; marks in the paper cover what was inserted. */
	tracked: TrackedChange[];
	/** Who saved it last. */
	sender: Sender;
	/** The manuscript that it was written from, of a live file, and the name under which what was sent is remembered. */
	from: { manuscript: string; sent: string } | null;
}

/** The longest document that is read, in bytes: a paper with its pictures in one file is far below. */
const LONGEST = 200_000_000;

/**
 * Reads a document.
 * @param beside files that lie beside it: its sources, its parts, its pictures
 * @param sources sources that are at hand otherwise, by their cite keys
 * @param given what is live in a file of ours that has lost that itself
 * @throws DocumentError with a sentence for the person
 */
export function readDocument(
	name: string,
	bytes: Uint8Array,
	beside: Beside,
	sources: PaperSource[] = [],
	given: LiveFile | null = null
): OpenedDocument {
	const format = documentFormat(name);
	if (!format) throw new DocumentError(`“${name}” is no document of a format that can be read here.`);
	if (bytes.length > LONGEST) throw new DocumentError(`“${name}” is larger than 200 MB and was not opened.`);
	const read =
		format === 'docx'
			? readDocx(name, bytes, given)
			: format === 'odt'
				? readOdt(name, bytes, given)
				: READERS[format](textOf(name, bytes), beside);
	const found = bibliography(read, beside);
	const resolved = resolveCitations(read.paper, [...sources, ...found], read.uncited, read.live);
	return {
		paper: read.paper,
		...resolved,
		styleFile: read.styleFile,
		named: read.named ?? [],
		dropped: read.dropped,
		tracked: read.tracked ?? [],
		sender: read.sender ?? { by: '', at: '' },
		from: read.from ?? null
	};
}

const READERS: Record<Exclude<DocumentFormat, 'docx' | 'odt'>, (text: string, beside: Beside) => ReadPaper> = {
	md: readMarkdown,
	tex: readLatex,
	html: readHtml,
	txt: readText
};

/** The text of a file that should be text. @throws DocumentError for one that is not */
function textOf(name: string, bytes: Uint8Array): string {
	// a zip, a PDF or a picture under the name of a text
	if (bytes.subarray(0, 4096).includes(0))
		throw new DocumentError(`“${name}” holds no text: it is a file of another kind under this name.`);
	return decodeText(bytes);
}

/** The sources in the files that the document names. What cannot be read is listed. */
function bibliography(read: ReadPaper, beside: Beside): PaperSource[] {
	const out: PaperSource[] = [];
	for (const name of read.bibliographies) {
		const bytes = beside(name);
		if (!bytes) {
			read.dropped.push({ what: `the sources in ${name}: the file is not beside the document`, where: name });
			continue;
		}
		const refs = readReferences(decodeText(bytes));
		if (!refs) {
			read.dropped.push({ what: 'the sources: the file is of no format that is known', where: name });
			continue;
		}
		for (const s of refs.skipped) {
			read.dropped.push({ what: `the source “${s.what}”: ${s.why}`, where: `${name}, line ${s.line}` });
		}
		for (const r of refs.records) {
			const id = r.key || `${name}-${r.line}`;
			out.push({ id, key: r.key, item: { ...r.item, id } });
		}
	}
	return out;
}
