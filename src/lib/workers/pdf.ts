/** pdf.js in the browser, with a worker of its own; loaded when the first PDF is dropped. */
import type { PdfFacts } from '$lib/core/capture';

/** Reads the first pages, information and metadata. @throws PdfError */
export async function pdfFacts(bytes: ArrayBuffer): Promise<PdfFacts> {
	const [pdfjs, { default: workerUrl }, { readFacts }] = await Promise.all([
		import('pdfjs-dist'),
		import('pdfjs-dist/build/pdf.worker.min.mjs?url'),
		import('./pdf-facts')
	]);
	pdfjs.GlobalWorkerOptions.workerSrc = workerUrl;
	return readFacts(pdfjs, bytes);
}
