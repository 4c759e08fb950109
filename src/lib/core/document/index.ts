/** Public interface of the document module. The word-processor writer is heavy: import it as `$lib/core/document/docx` when needed. */
export { mapFinal, toFinal, type FinalDoc, type FinalBlock, type FinalInline, type Formatted } from './final';
export { needsPageNumbers } from './contents';
export { writeHtml } from './html';
export { mathml } from './math';
export { writePages, type PagesFile } from './pages';
export { formattedPaper } from './formatted';
