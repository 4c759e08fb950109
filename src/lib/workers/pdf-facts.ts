/** What a PDF says of itself: its first pages as text, its information and metadata. By pdf.js, whichever build of it. */
import type { PdfFacts } from '$lib/core/capture';
import type * as Pdfjs from 'pdfjs-dist';

const PAGES = 3;
/** Pages at the end in which the list of a paper is looked for, and milliseconds that may take. */
const LAST = 40;
const LIST_TIME = 8_000;
/** Milliseconds after which a file is given up. */
const LONGEST = 20_000;

interface Piece {
	str: string;
	height: number;
	hasEOL: boolean;
}

/** A PDF that cannot be read, with words for the person. */
export class PdfError extends Error {
	constructor(message: string, cause?: unknown) {
		super(message, { cause });
		this.name = 'PdfError';
	}
}

/** @throws PdfError for a file that is no PDF, is locked, is broken, or keeps the reader too long. */
export async function readFacts(
	pdfjs: Pick<typeof Pdfjs, 'getDocument' | 'PDFWorker'>,
	bytes: ArrayBuffer
): Promise<PdfFacts> {
	const worker = new pdfjs.PDFWorker();
	const task = pdfjs.getDocument({
		data: new Uint8Array(bytes),
		worker,
		isEvalSupported: false,
		enableXfa: false,
		verbosity: 0
	});
	let clock: ReturnType<typeof setTimeout> | undefined;
	const late = new Promise<never>((_, reject) => {
		clock = setTimeout(() => reject(new PdfError('This PDF took too long to read.')), LONGEST);
	});
	const whole = facts(task.promise);
	try {
		return await Promise.race([whole, late]);
	} catch (e) {
		throw inWords(e);
	} finally {
		clearTimeout(clock);
		// what is still going on ends with its worker, and nobody waits for it
		whole.catch(() => undefined);
		void task.destroy().catch(() => undefined);
		worker.destroy();
	}
}

function inWords(e: unknown): PdfError {
	if (e instanceof PdfError) return e;
	const { name = '', message = '' } = (e ?? {}) as Error;
	if (name === 'PasswordException') return new PdfError('This PDF is locked with a password.', e);
	if (name === 'InvalidPDFException') return new PdfError('This is no whole PDF.', e);
	return new PdfError(`This PDF is broken${message ? ` (${message.replace(/\.$/, '')})` : ''}.`, e);
}

async function facts(opening: Promise<Pdfjs.PDFDocumentProxy>): Promise<PdfFacts> {
	const doc = await opening;
	const meta = await doc.getMetadata();
	const pages: string[] = [];
	let heading = '';
	for (let n = 1; n <= Math.min(PAGES, doc.numPages); n++) {
		const pieces = await piecesOf(doc, n);
		pages.push(linesOf(pieces));
		if (n === 1) heading = largest(pieces);
	}
	const ending = pages.slice(Math.max(0, doc.numPages - LAST));
	const until = Date.now() + LIST_TIME;
	for (let n = Math.max(PAGES + 1, doc.numPages - LAST + 1); n <= doc.numPages && Date.now() < until; n++)
		ending.push(linesOf(await piecesOf(doc, n)));
	const raw = (meta.metadata as { getRaw?: () => string } | null)?.getRaw?.();
	return {
		info: meta.info as Record<string, unknown>,
		xmp: typeof raw === 'string' ? raw : '',
		pages,
		heading,
		ending: ending.join('\n')
	};
}

async function piecesOf(doc: Pdfjs.PDFDocumentProxy, page: number): Promise<Piece[]> {
	const { items } = await (await doc.getPage(page)).getTextContent();
	return items.filter((i) => 'str' in i) as unknown as Piece[];
}
const linesOf = (pieces: Piece[]): string => pieces.map((p) => p.str + (p.hasEOL ? '\n' : '')).join('');

/** The words in the largest type. */
function largest(pieces: Piece[]): string {
	const words = pieces.filter((p) => p.str.trim());
	const most = Math.max(0, ...words.map((p) => p.height));
	return words
		.filter((p) => p.height > most - 0.5)
		.map((p) => p.str.trim())
		.join(' ')
		.replace(/\s+/g, ' ')
		.slice(0, 300);
}
