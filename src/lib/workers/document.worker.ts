/** The worker that reads documents: it ends with its job. */
import * as Comlink from 'comlink';
import type { Lite } from './read-import';
import { readDocumentFile, type DocumentAnswer, type DocumentFile } from './read-document';

const here: Lite[] = [];
const api = {
	/** Tells a part of the library; the parts come one by one so that no message holds the page up. */
	know(part: Lite[]): void {
		here.push(...part);
	},
	read: (path: string, files: DocumentFile[]): Promise<DocumentAnswer> => readDocumentFile(path, files, here)
};

export type DocumentApi = typeof api;
Comlink.expose(api);
