/** Public interface of copies in a folder: what two machines have made of the same work, brought together. */
export { mergeRows, type Merged, type RowMerge } from './rows';
export { mergeSource } from './source';
export { mergeDoc, type MergedDoc } from './doc';
export { mergeWork } from './work';
export { sameContent, stable } from './same';
export { fileNames, safeName } from './names';
export { HISTORY_GAP, historyName, readHistoryName, thinned, type HistoryCopy } from './history';
export { cleanHead, headIn, LINE, nextLine, type Head } from './head';
export { inLines } from './lines';
