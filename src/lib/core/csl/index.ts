/** Public interface of the citation processor: see README.md in this folder. The reader of CSL files is `$lib/core/csl/xml`. */
export { expandTree, type Tree, type CompactTree } from './tree';
export { StyleError, type Warning } from './errors';
export { compileStyle, styleLanguage, type CompiledStyle, type CompileOptions } from './compile';
export { createProcessor, type Processor } from './processor';
export type { FormatInput, FormatResult, ClusterResult, EntryResult } from './results';
export { toHtml, toPlain, toRuns, type Run } from './html';
export { seq, plainOf, type Rich, type RichNode, type Format } from './rich';
export { fallbackChain, termText, buildLocale, type Locale, type LocaleSource } from './locale';
export { dateValue, normalDate, type NormalDate, type DatePoint } from './dates';
export { LOCATOR_KINDS, ITEM_TYPES, NAME_VARIABLES, DATE_VARIABLES, NUMBER_VARIABLES } from './variables';
export type { Item, Name, DateValue, Cite, CiteForm, Cluster, Locator } from './types';
export { cleanName } from './names';
export { stripMarkup, parseField } from './field';
export { plainNumber, plainText } from './loose';
export { checkItem } from './check';
export { toRoman } from './numbers';
