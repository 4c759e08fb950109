/** The file of a manuscript in a format: made whole before anything is saved. */
import { writeHtml } from '$lib/core/document';
import type { Dropped } from '$lib/core/paper';
import { ownStyles } from '$lib/data/styles';
import { library } from '$lib/services/library.svelte';
import { runDocumentJob } from '$lib/workers/library';
import { isPackage, sound } from '$lib/workers/library-answers';
import { travelsWhole, type FileFormat, type FileKind } from './kinds';
import type { Ready } from './make-ready';

export interface MadeFile {
	name: string;
	type: string;
	data: string | Uint8Array | Blob;
	/** What the format cannot hold. */
	dropped: Dropped[];
}

const TYPES = {
	docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
	odt: 'application/vnd.oasis.opendocument.text'
};

/**
 * @param name of the file, without its ending
 * @param pageNumbers of what is referred to, for what other programs show until they have laid out pages of their own
 */
export async function makeFile(
	r: Ready,
	kind: FileKind,
	format: Exclude<FileFormat, 'pdf'>,
	name: string,
	pageNumbers: Record<string, string>
): Promise<MadeFile> {
	const page = { setup: r.setup, fields: r.fields, pageNumbers };
	const live = kind === 'live';
	const called = kind === 'final' || (live && !travelsWhole(format)) ? name : `${name}-${kind}`;
	switch (format) {
		case 'docx':
		case 'odt': {
			const part = live ? await livePart(r) : null;
			const job = runDocumentJob([], (api) => api.pack(r.final, page, format, part) as Promise<Uint8Array>);
			return {
				name: `${called}.${format}`,
				type: TYPES[format],
				data: sound(await job.result, isPackage),
				dropped: []
			};
		}
		case 'html':
			return { name: `${called}.html`, type: 'text/html', data: writeHtml(r.final), dropped: [] };
		default: {
			const { paperFile } = await import('./paper-file');
			const { ending, type, data, dropped } = await paperFile(r, format, live, called);
			return { name: `${called}.${ending}`, type, data, dropped };
		}
	}
}

/** The sources and settings that travel inside. */
async function livePart(r: Ready) {
	const { liveOf } = await import('$lib/core/document/live');
	const { manuscript, doc, style, sources } = r.formatted;
	return liveOf(doc, r.final, {
		manuscript: manuscript.id,
		authors: manuscript.authors,
		sources: sources.map(({ id, key, item }) => ({ id, key, item })),
		style,
		styleFile: (await ownStyles()).find((s) => s.id === style.id)?.xml,
		resolve: library.resolve
	});
}
