/** The file of a manuscript in a format: made whole before anything is saved. */
import { writeHtml } from '$lib/core/document';
import type { Dropped } from '$lib/core/paper';
import { ownStyles } from '$lib/data/styles';
import { library } from '$lib/services/library.svelte';
import { runDocumentJob } from '$lib/workers/library';
import { isDocumentAnswer, isPackage, sound } from '$lib/workers/library-answers';
import type { DocumentAnswer } from '$lib/workers/read-document';
import { newId } from '$lib/core/manuscript';
import { isWorkId } from '$lib/core/work';
import { travelsWhole, type FileFormat, type FileKind } from './kinds';
import type { Ready } from './make-ready';

export interface MadeFile {
	name: string;
	type: string;
	data: string | Uint8Array | Blob;
	/** What the format cannot hold. */
	dropped: Dropped[];
	/** Remembers what is sent in a live file, so that what comes back can be compared with it. */
	remember?: () => Promise<void>;
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
			const sent = newId();
			const part = live ? await livePart(r, sent) : null;
			const job = runDocumentJob((api) => api.pack(r.final, page, format, part) as Promise<Uint8Array>);
			const data = sound(await job.result, isPackage);
			const file = { id: sent, name: `${called}.${format}` };
			return {
				name: file.name,
				type: TYPES[format],
				data,
				dropped: [],
				...(live && !isWorkId(r.formatted.manuscript.id) ? { remember: () => rememberIt(r, data, file) } : {})
			};
		}
		case 'html':
			return { name: `${called}.html`, type: 'text/html', data: writeHtml(r.final), dropped: [] };
		case 'package': {
			const { makePackage } = await import('$lib/data/package');
			const { id } = r.formatted.manuscript;
			const ids = isWorkId(id) ? await chaptersIn(id) : [id];
			return {
				name: `${called}-package.json`.replace('-live-', '-'),
				type: 'application/json',
				data: await makePackage(ids, []),
				dropped: isWorkId(id)
					? [{ what: 'the order of the chapters: they come as manuscripts of their own', where: 'Bound work' }]
					: []
			};
		}
		default: {
			const { paperFile } = await import('./paper-file');
			const { ending, type, data, dropped } = await paperFile(r, format, live, called);
			return { name: `${called}.${ending}`, type, data, dropped };
		}
	}
}

/** As it is read back from the file: no format holds everything, and what it does not hold is nobody's change. */
async function rememberIt(r: Ready, data: Uint8Array, file: { id: string; name: string }): Promise<void> {
	const [{ rememberSent }, { toManuscript }] = await Promise.all([import('$lib/data/sent'), import('$lib/core/paper')]);
	const job = runDocumentJob(
		(api) => api.read(file.name, [{ path: file.name, bytes: data }], null, true) as Promise<DocumentAnswer>
	);
	const answer = sound(await job.result, isDocumentAnswer);
	if (answer.kind !== 'read') throw new Error(answer.message);
	const { manuscript, doc, style } = r.formatted;
	await rememberSent({ ...manuscript, styleId: style.id }, doc, toManuscript(answer.read.paper).doc, file);
}

async function chaptersIn(work: string): Promise<string[]> {
	const { chaptersOf, getWork } = await import('$lib/data/works');
	const w = await getWork(work);
	return w ? [...(await chaptersOf(w)).keys()] : [];
}

/** The sources and settings that travel inside. */
async function livePart(r: Ready, sent: string) {
	const { liveOf } = await import('$lib/core/document/live');
	const { manuscript, doc, style, sources } = r.formatted;
	return liveOf(doc, r.final, {
		manuscript: manuscript.id,
		authors: manuscript.authors,
		sources: sources.map(({ id, key, item }) => ({ id, key, item })),
		style,
		styleFile: (await ownStyles()).find((s) => s.id === style.id)?.xml,
		sent,
		resolve: library.resolve
	});
}
