/** Facts of a PDF by pdf.js, which has a worker of its own; loaded when the first PDF is dropped. */
import type { PdfFacts } from '$lib/core/capture';

const PAGES = 3;

interface Piece {
	str: string;
	height: number;
	hasEOL: boolean;
}

/** Reads the first pages, information and metadata. @throws Error with words for a file that is no PDF or is locked. */
export async function pdfFacts(bytes: ArrayBuffer): Promise<PdfFacts> {
	const [pdfjs, { default: workerUrl }] = await Promise.all([
		import('pdfjs-dist'),
		import('pdfjs-dist/build/pdf.worker.min.mjs?url')
	]);
	pdfjs.GlobalWorkerOptions.workerSrc = workerUrl;
	const task = pdfjs.getDocument({ data: new Uint8Array(bytes), isEvalSupported: false, enableXfa: false });
	try {
		const doc = await task.promise;
		const meta = await doc.getMetadata();
		const pages: string[] = [];
		let heading = '';
		for (let n = 1; n <= Math.min(PAGES, doc.numPages); n++) {
			const pieces = (await (await doc.getPage(n)).getTextContent()).items.filter(
				(i) => 'str' in i
			) as unknown as Piece[];
			pages.push(pieces.map((p) => p.str + (p.hasEOL ? '\n' : '')).join(''));
			if (n === 1) heading = largest(pieces);
		}
		const raw = (meta.metadata as { getRaw?: () => string } | null)?.getRaw?.();
		return { info: meta.info as Record<string, unknown>, xmp: typeof raw === 'string' ? raw : '', pages, heading };
	} catch (e) {
		const name = (e as Error).name;
		if (name === 'PasswordException') throw new Error('This PDF is locked with a password.', { cause: e });
		if (name === 'InvalidPDFException') throw new Error('This is no whole PDF.', { cause: e });
		throw e;
	} finally {
		await task.destroy();
	}
}

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
