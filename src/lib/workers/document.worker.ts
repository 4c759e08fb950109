/** The worker that reads and writes documents: it ends with its job. */
import * as Comlink from 'comlink';
import { writePaper, type PaperWriting, type WrittenPaper } from '$lib/core/document/writers';
import type { Paper } from '$lib/core/paper';
import type { Lite } from './read-import';
import { readDocumentFile, type DocumentAnswer, type DocumentFile } from './read-document';

const here: Lite[] = [];
const api = {
	/** Tells a part of the library; the parts come one by one so that no message holds the page up. */
	know(part: Lite[]): void {
		here.push(...part);
	},
	read: (path: string, files: DocumentFile[]): Promise<DocumentAnswer> => readDocumentFile(path, files, here),
	write: (paper: Paper, how: PaperWriting): WrittenPaper => writePaper(paper, how)
};

export type DocumentApi = typeof api;
Comlink.expose(api);
