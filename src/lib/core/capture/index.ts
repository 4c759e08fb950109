/** The face of the capture room: draft sources out of pages and papers. */
export { readHtml } from './html';
export { readPdf, type PdfFacts } from './pdf';
