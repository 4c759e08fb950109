/** The file of a manuscript in a format: made whole before anything is saved. */
import { writeHtml } from '$lib/core/document';
import type { Dropped } from '$lib/core/paper';
import { library } from '$lib/services/library.svelte';
import type { FileFormat, FileKind } from './kinds';
import type { Ready } from './make-ready';

export interface MadeFile {
	name: string;
	type: string;
	data: string | Uint8Array | Blob;
	/** What the format cannot hold. */
	dropped: Dropped[];
}

const DOCX_TYPE = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

/** @param name of the file, without its ending */
export async function makeFile(
	r: Ready,
	kind: FileKind,
	format: Exclude<FileFormat, 'pdf'>,
	name: string
): Promise<MadeFile> {
	const page = { setup: r.setup, fields: r.fields };
	const live = kind === 'live';
	const called = kind === 'final' || (live && format !== 'docx') ? name : `${name}-${kind}`;
	switch (format) {
		case 'docx': {
			const { writeDocxBytes } = await import('$lib/core/document/docx');
			const data = await writeDocxBytes(r.final, page, live ? await livePart(r) : null);
			return { name: `${called}.docx`, type: DOCX_TYPE, data, dropped: [] };
		}
		case 'odt': {
			const { ODT_TYPE, writeOdt } = await import('$lib/core/document/odt');
			return { name: `${called}.odt`, type: ODT_TYPE, data: writeOdt(r.final, page), dropped: [] };
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
		resolve: library.resolve
	});
}
