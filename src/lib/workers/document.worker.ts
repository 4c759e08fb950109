/** The worker that reads and writes documents: it ends with its job. */
import * as Comlink from 'comlink';
import { writePaper, type PaperWriting, type WrittenPaper } from '$lib/core/document/writers';
import type { FinalDoc } from '$lib/core/document';
import type { DocxPage } from '$lib/core/document/docx';
import type { LiveFile } from '$lib/core/document/live-data';
import type { Paper } from '$lib/core/paper';
import { libraryFor } from '$lib/data/read-library';
import { readDocumentFile, type DocumentAnswer, type DocumentFile } from './read-document';

export type PackedFormat = 'docx' | 'odt';

const api = {
	/** @param alone its sources are not looked for in the library */
	read: async (
		path: string,
		files: DocumentFile[],
		live: LiveFile | null = null,
		alone = false
	): Promise<DocumentAnswer> =>
		readDocumentFile(path, files, alone ? [] : await libraryFor(({ id, item, key }) => ({ id, item, key })), live),
	/** A word-processor file or an OpenDocument text: each writer is loaded when it is first asked for. */
	pack: async (final: FinalDoc, page: DocxPage, format: PackedFormat, live: LiveFile | null): Promise<Uint8Array> => {
		const bytes =
			format === 'docx'
				? await (await import('$lib/core/document/docx')).writeDocxBytes(final, page, live)
				: (await import('$lib/core/document/odt')).writeOdt(final, page, live);
		return Comlink.transfer(bytes, [bytes.buffer as ArrayBuffer]);
	},
	write: (paper: Paper, how: PaperWriting): WrittenPaper => writePaper(paper, how)
};

export type DocumentApi = typeof api;
Comlink.expose(api);
