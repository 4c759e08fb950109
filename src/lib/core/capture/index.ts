/** Public interface of the capture module: draft sources out of pages and papers. */
export { readHtml } from './html';
export { noDraftFrom, readPdf, type PdfFacts } from './pdf';
