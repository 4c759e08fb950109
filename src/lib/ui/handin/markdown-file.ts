/** A manuscript as Markdown: one file, or a zip where sources and pictures belong beside it. */
import { strToU8, zipSync } from 'fflate';
import type { Dropped } from '$lib/core/paper';
import type { FormattedManuscript } from '$lib/services/format-stored';
import { paperOfStored } from '$lib/services/stored-paper';
import { runDocumentJob } from '$lib/workers/library';
import { isWritten, sound } from '$lib/workers/library-answers';
import type { WrittenPaper } from '$lib/core/document/writers/types';

export interface MarkdownFile {
	ending: 'md' | 'zip';
	type: string;
	data: string | Uint8Array;
	/** What Markdown cannot hold. */
	dropped: Dropped[];
}

/** @param name of the file, without its ending */
export async function markdownFile(f: FormattedManuscript, name: string): Promise<MarkdownFile> {
	const paper = await paperOfStored(f);
	const job = runDocumentJob([], (api) => api.markdown(paper, `${name}.bib`) as Promise<WrittenPaper>);
	const { text, files, dropped } = sound(await job.result, isWritten);
	if (!files.length) return { ending: 'md', type: 'text/markdown', data: text, dropped };
	const members = Object.fromEntries(files.map(({ path, bytes }) => [`${name}/${path}`, bytes]));
	const data = zipSync({ [`${name}/${name}.md`]: strToU8(text), ...members });
	return { ending: 'zip', type: 'application/zip', data, dropped };
}
