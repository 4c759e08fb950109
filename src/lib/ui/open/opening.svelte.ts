/** Opening documents: files are read, what was found is shown, and nothing is kept before the person says so. */
import type { Node } from 'prosemirror-model';
import type { LiveFile } from '$lib/core/document/live-data';
import { documentFormat } from '$lib/core/document/readers/formats';
import { cleanComments } from '$lib/core/paper';
import type { Opened } from '$lib/data/open-paper';
import type { Origin } from '$lib/data/sent';
import { library } from '$lib/services/library.svelte';
import { runDocumentJob, Stopped, type Job } from '$lib/workers/library';
import { keepNewStyle, OWN, ownStyles } from '$lib/data/styles';
import { catalogue } from '$lib/services/style-catalogue.svelte';
import { isDocumentAnswer, sound } from '$lib/workers/library-answers';
import type { DocumentAnswer, DocumentFile, ReadDocument } from '$lib/workers/read-document';

export interface Found {
	path: string;
	/** The file's name without its ending. */
	name: string;
	answer: DocumentAnswer;
	/** It was sent from here, and comes back. */
	back: Origin | null;
}

/** Everything that was picked, in bytes. */
const LARGEST = 200_000_000;

export class Opening {
	/** The file that is being read; empty when none is. */
	reading = $state('');
	/** How far it is, 0 to 1. */
	share = $state(0);
	found = $state.raw<Found[]>([]);
	trouble = $state('');
	/** Styles of the person's own, by the names that their files have. */
	styles: ReadonlySet<string> = new Set();
	private job: Pick<Job<DocumentAnswer>, 'stop'> | null = null;

	readonly read: { path: string; name: string; read: ReadDocument }[] = $derived(
		this.found.flatMap(({ path, name, answer }) => (answer.kind === 'read' ? [{ path, name, read: answer.read }] : []))
	);

	async open(files: File[]): Promise<void> {
		this.trouble = '';
		this.found = [];
		this.share = 0;
		if (files.reduce((sum, f) => sum + f.size, 0) > LARGEST) {
			this.trouble = 'These files are larger than 200 MB together. Nothing was opened.';
			return;
		}
		this.reading = files.length === 1 ? files[0].name : `${files.length} files`;
		let stopped = false;
		const waiting = (this.job = { stop: () => (stopped = true) });
		try {
			const all: DocumentFile[] = [];
			for (const f of files)
				all.push({ path: f.webkitRelativePath || f.name, bytes: new Uint8Array(await f.arrayBuffer()) });
			const documents = documentsAmong(all);
			if (!documents.length) {
				this.trouble = `There is no document among ${files.length === 1 ? 'what was picked' : 'these files'}: word-processor files (.docx, .odt), Markdown (.md), LaTeX (.tex), HTML and plain text (.txt) can be opened.`;
				return;
			}
			// at the first visit it is filled first: what is in it is told by what reads the document
			await library.start();
			if (stopped || this.job !== waiting) throw new Stopped();
			this.styles = new Set((await ownStyles()).map((x) => x.id.slice(OWN.length)));
			for (const [i, path] of documents.entries()) {
				this.reading = path;
				this.share = i / documents.length;
				let answer = await this.readOne(path, all);
				const named = answer.kind === 'read' ? answer.read.named : [];
				if (named.length) {
					const { liveHere } = await import('$lib/data/live-here');
					const live = await liveHere(named);
					if (live) answer = await this.readOne(path, all, live);
				}
				const name = path.replace(/^.*\//, '').replace(/\.\w+$/, '');
				this.found = [...this.found, { path, name, answer, back: await this.sentFrom(answer) }];
			}
		} catch (e) {
			this.found = [];
			this.trouble =
				e instanceof Stopped
					? 'Stopped. Nothing was opened.'
					: `The files could not be read: ${(e as Error).message}. Nothing was opened.`;
		} finally {
			this.reading = '';
			this.job = null;
		}
	}
	/** What it is a copy of, where what was sent is remembered here. */
	private async sentFrom(answer: DocumentAnswer): Promise<Found['back']> {
		const from = answer.kind === 'read' ? answer.read.from : null;
		if (!from?.manuscript) return null;
		const { sentFrom } = await import('$lib/data/sent');
		return sentFrom(from);
	}

	/** Keeps what came back, to be looked through. @returns the manuscript @throws what the database says */
	async takeBack({ path, name, answer, back }: Found): Promise<string> {
		if (answer.kind !== 'read' || !back) throw new Error('Nothing came back.');
		const [{ importPaper }, { keepReturned }] = await Promise.all([
			import('$lib/data/open-paper'),
			import('$lib/data/sent')
		]);
		const { paper, here, sender, tracked } = answer.read;
		const { doc } = await importPaper(paper, here, name, path, undefined, true);
		const comments = cleanComments(paper.own.comments);
		await keepReturned(back, doc, { of: back.of, file: path, sender, tracked, comments, closed: false });
		return back.id;
	}

	private async readOne(path: string, all: DocumentFile[], live: LiveFile | null = null): Promise<DocumentAnswer> {
		const job = runDocumentJob((api) => api.read(path, all, live) as Promise<DocumentAnswer>);
		this.job = job;
		return sound(await job.result, isDocumentAnswer);
	}
	stop(): void {
		this.job?.stop();
	}

	/** Puts what was read on the desk. @throws what the database says; what was put before it is there */
	async take(): Promise<Opened[]> {
		const { openPaper } = await import('$lib/data/open-paper');
		const out: Opened[] = [];
		for (const { read, name, path } of this.read) {
			// a manuscript is never without the style it is in
			if (read.style && (await keepNewStyle(read.style.file, read.style.xml))) await catalogue.readOwn();
			out.push(await openPaper(read.paper, read.here, name, path));
		}
		return out;
	}

	/**
	 * Puts what was read into a text, one document behind the other, each with its sources in the library.
	 * @param put puts the blocks of a document into the text
	 * @returns how many sources are new @throws what the database says; what was put before it is there
	 */
	async insertInto(put: (doc: Node, path: string) => void): Promise<number> {
		const { importPaper } = await import('$lib/data/open-paper');
		let added = 0;
		for (const { read, name, path } of this.read) {
			const taken = await importPaper(read.paper, read.here, name, path);
			put(taken.doc, path);
			added += taken.added;
		}
		return added;
	}
}

/** The documents among files: parts of a LaTeX document are not documents of their own. */
function documentsAmong(files: DocumentFile[]): string[] {
	const formats = files.filter((f) => documentFormat(f.path));
	const tex = formats.filter((f) => documentFormat(f.path) === 'tex');
	const head = new TextDecoder('latin1');
	const whole = tex.filter((f) => /\\documentclass/.test(head.decode(f.bytes)));
	return formats.filter((f) => !whole.length || !tex.includes(f) || whole.includes(f)).map((f) => f.path);
}
