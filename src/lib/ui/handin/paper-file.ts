/** A manuscript as Markdown, LaTeX or text: one file, or a zip where sources and pictures belong beside it. */
import { strToU8, zipSync } from 'fflate';
import { formattedPaper } from '$lib/core/document';
import { ENDINGS, type PaperFormat, type WrittenPaper } from '$lib/core/document/writers';
import type { Dropped } from '$lib/core/paper';
import { paperOfStored } from '$lib/services/stored-paper';
import { runDocumentJob } from '$lib/workers/library';
import { isWritten, sound } from '$lib/workers/library-answers';
import type { Ready } from './make-ready';

export interface PaperFile {
	ending: string;
	type: string;
	data: string | Uint8Array;
	/** What the format cannot hold. */
	dropped: Dropped[];
}

const TYPES: Record<PaperFormat, string> = {
	markdown: 'text/markdown',
	latex: 'application/x-tex',
	text: 'text/plain'
};

/**
 * @param live whether citations are cite keys, or words as the style has them
 * @param name of the file, without its ending
 */
export async function paperFile(ready: Ready, format: PaperFormat, live: boolean, name: string): Promise<PaperFile> {
	const paper = live
		? await paperOfStored(ready.formatted)
		: formattedPaper(ready.final, { numbers: format === 'latex' ? 'live' : 'words' });
	const { style, result } = ready.formatted;
	const citing = style.form !== 'in-text' ? 'notes' : result.style.format === 'numeric' ? 'numbers' : 'author-date';
	const how = { format, bibliography: `${name}.bib`, citing } as const;
	const job = runDocumentJob((api) => api.write(paper, how) as Promise<WrittenPaper>);
	const { text, files, dropped } = sound(await job.result, isWritten);
	const ending = ENDINGS[format];
	if (!files.length) return { ending, type: TYPES[format], data: text, dropped };
	const members = Object.fromEntries(files.map(({ path, bytes }) => [`${name}/${path}`, bytes]));
	const data = zipSync({ [`${name}/${name}.${ending}`]: strToU8(text), ...members });
	return { ending: 'zip', type: 'application/zip', data, dropped };
}
